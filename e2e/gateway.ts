import { createServer, request, type IncomingMessage, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';

/**
 * A gateway as somebody would write it who has docs/devices.md and nothing else: it serves the program of another
 * address and answers under /devices/v1. What it gets wrong is switched on by the test.
 */
export interface Gateway {
  readonly url: string;
  /** What it offers, and what a plug answers to an order; null answers as it should. */
  offer: unknown;
  answer: ((id: string, on: boolean) => unknown) | null;
  /** Orders that came, in their order. */
  readonly orders: { id: string; on: boolean }[];
  /** Who listens to the stream now. */
  readonly listeners: () => number;
  /** Says a reading to all who listen. */
  readonly say: (channel: string, value: unknown, at?: string) => void;
  readonly close: () => Promise<void>;
}

const json = (res: ServerResponse, status: number, body: unknown) => {
  res.writeHead(status, { 'Content-Type': 'application/json' });
  res.end(JSON.stringify(body));
};
const bodyOf = async (req: IncomingMessage): Promise<string> => {
  let text = '';
  for await (const part of req) text += String(part);
  return text;
};

/** @param program address at which the program is served */
export async function startGateway(program: string): Promise<Gateway> {
  const streams = new Set<ServerResponse>();
  const orders: Gateway['orders'] = [];
  let seq = 0;
  const send = (event: string, data: unknown) => {
    seq++;
    for (const s of streams)
      s.write(`id: ${seq}\nevent: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
  };
  const gateway: Gateway = {
    url: '',
    offer: {},
    answer: null,
    orders,
    listeners: () => streams.size,
    say: (channel, value, at = new Date().toISOString()) => send('reading', { channel, at, value }),
    close: () =>
      new Promise((resolve) => {
        for (const s of streams) s.end();
        server.close(() => resolve());
        server.closeAllConnections();
      }),
  };
  const server = createServer((req, res) => {
    const path = (req.url ?? '/').split('?')[0]!;
    if (!path.startsWith('/devices/v1')) {
      const to = request(`${program}${req.url}`, {
        method: req.method,
        headers: { ...req.headers, host: new URL(program).host },
      });
      to.on('response', (from) => {
        res.writeHead(from.statusCode ?? 502, from.headers);
        from.pipe(res);
      });
      to.on('error', () => res.destroy());
      req.pipe(to);
      return;
    }
    const part = path.slice('/devices/v1'.length).replace(/\/$/, '');
    if (part === '') return json(res, 200, gateway.offer);
    if (part === '/stream') {
      res.writeHead(200, { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store' });
      if (req.method === 'HEAD') return void res.end();
      res.write('event: hello\ndata: {"interface": 1}\n\n');
      streams.add(res);
      res.on('close', () => streams.delete(res));
      return;
    }
    const plug = /^\/plugs\/([\w-]+)$/.exec(part)?.[1];
    if (plug && req.method === 'PUT') {
      void bodyOf(req).then((text) => {
        const { on } = JSON.parse(text) as { on: boolean };
        orders.push({ id: plug, on });
        const said = gateway.answer ? gateway.answer(plug, on) : { id: plug, on, confirmed: true };
        // Nothing said is a plug that hangs.
        if (said !== undefined) json(res, 200, said);
      });
      return;
    }
    json(res, 404, { error: 'There is no such part of the interface.' });
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  return Object.assign(gateway, { url: `http://127.0.0.1:${port}` });
}
