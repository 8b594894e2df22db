import { Hono, type Context } from 'hono';
import { bodyLimit } from 'hono/body-limit';
import { streamSSE } from 'hono/streaming';
import { readSystem } from '../../core/formats/file.ts';
import { isDay } from '../../core/calendar/time.ts';
import { isLoose, type Loose } from '../../core/system/loose.ts';
import { isOwnName } from '../settings.ts';
import { MOST_SPEED, NO_FAULTS, type Bench, type Faults, type Message } from './bench.ts';
import { weatherOf } from './weather.ts';

/**
 * The interface to devices over HTTP, as `docs/devices.md` describes it, with the bench behind it. Every bad message
 * is answered with a word and changes nothing.
 */

/** Largest system that is put on the bench, in bytes. */
const LARGEST = 6_000_000;
/** A listener that hears nothing for so long is sent a sign of life, ms. */
const PATIENCE = 15_000;
/** Most that listen at once. */
const MOST_LISTENERS = 8;

const word = (c: Context, status: 400 | 403 | 404 | 409 | 413 | 415 | 429 | 504, error: string) =>
  c.json({ error }, status);

async function bodyOf(c: Context): Promise<Loose | null> {
  try {
    const body: unknown = await c.req.json();
    return isLoose(body) ? body : null;
  } catch {
    return null;
  }
}
const FAULT_KEYS = Object.keys(NO_FAULTS) as (keyof Faults)[];
/** Faults of a message: lists of ids that the bench has; null where it holds anything else. */
function faultsOf(body: Loose, ids: ReadonlySet<string>): Faults | null {
  const out: Record<string, readonly string[]> = { ...NO_FAULTS };
  for (const [key, list] of Object.entries(body)) {
    if (!FAULT_KEYS.includes(key as keyof Faults)) return null;
    if (!Array.isArray(list) || !list.every((x) => typeof x === 'string' && ids.has(x)))
      return null;
    out[key] = list as string[];
  }
  return out as unknown as Faults;
}
const dataOf = (m: Message): string => {
  const { kind: _, ...rest } = m;
  return JSON.stringify(rest);
};

/** Routes of the interface, to be mounted at `/devices/v1`. */
export function deviceRoutes(bench: Bench): Hono {
  const app = new Hono();
  // A page from elsewhere in the same browser may not give orders.
  app.use(async (c, next) => {
    const origin = c.req.header('Origin');
    if (origin !== undefined && origin !== 'null') {
      let host = '';
      try {
        host = new URL(origin).host;
      } catch {
        host = '';
      }
      if (!isOwnName(host)) return word(c, 403, 'Requests from other pages are refused.');
    } else if (origin === 'null') return word(c, 403, 'Requests from other pages are refused.');
    if (!['GET', 'HEAD', 'DELETE'].includes(c.req.method)) {
      const type = c.req.header('Content-Type') ?? '';
      if (!/^application\/json\b/i.test(type))
        return word(c, 415, 'Send JSON with Content-Type: application/json.');
    }
    c.header('Cache-Control', 'no-store');
    await next();
  });

  app.get('/', (c) =>
    c.json({
      name: bench.system ? `Bench with ${bench.system.name}` : 'Bench',
      interface: 1,
      bench: true,
      system: bench.system,
      now: new Date(bench.clock()).toISOString(),
      speed: bench.speed,
      faults: bench.faults,
      channels: bench.channels,
      plugs: bench.plugStates(),
    }),
  );

  app.get('/readings', (c) => {
    const at = bench.clock();
    return c.json({
      readings: bench.channels.flatMap((ch) => {
        const r = bench.read(ch, at);
        return r ? [{ channel: ch.id, at: new Date(r.at).toISOString(), value: r.value }] : [];
      }),
    });
  });

  app.get('/stream', (c) => {
    // A page from elsewhere sends no origin with a plain GET; its browser says where it comes from.
    const site = c.req.header('Sec-Fetch-Site') ?? 'none';
    if (site !== 'same-origin' && site !== 'none')
      return word(c, 403, 'Requests from other pages are refused.');
    if (c.req.method === 'HEAD') return c.body(null, 200, { 'Content-Type': 'text/event-stream' });
    if (bench.listening >= MOST_LISTENERS)
      return word(c, 429, `There are ${MOST_LISTENERS} connections already. Close one of them.`);
    const last = Number(c.req.header('Last-Event-ID'));
    const listener = bench.listen(Number.isInteger(last) && last > 0 ? last : null);
    return streamSSE(c, async (stream) => {
      stream.onAbort(() => bench.leave(listener));
      await stream.writeSSE({ event: 'hello', data: JSON.stringify({ interface: 1 }) });
      for (;;) {
        const m = await listener.next(PATIENCE);
        if (m === null || stream.aborted) break;
        if (m === 'quiet') await stream.writeSSE({ event: 'alive', data: '{}' });
        else await stream.writeSSE({ event: m.kind, id: String(m.seq), data: dataOf(m) });
      }
      bench.leave(listener);
    });
  });

  app.put('/plugs/:id', async (c) => {
    const body = await bodyOf(c);
    if (typeof body?.on !== 'boolean') return word(c, 400, 'Say {"on": true} or {"on": false}.');
    const done = bench.switch(c.req.param('id'), body.on);
    if (done === 'unknown') return word(c, 404, 'There is no such plug.');
    if (done === 'deaf') return word(c, 504, 'The plug does not answer. It was not switched.');
    return c.json({ id: done.id, on: done.on, confirmed: true });
  });

  app.get('/weather', (c) => {
    const place = c.req.query('place') ?? '';
    const date = c.req.query('date') ?? '';
    const days = Number(c.req.query('days') ?? 7);
    if (!isDay(date)) return word(c, 400, 'Give the date as date=2026-06-10.');
    if (!(Number.isInteger(days) && days >= 1 && days <= 31))
      return word(c, 400, 'Give a number of days from 1 to 31.');
    const found = weatherOf(place, date, days);
    if (!found) return word(c, 404, 'There is no such outdoor climate.');
    return c.json({ place, source: 'made up from monthly normals', days: found });
  });

  // What only the bench has: the system on it, its speed, its faults.
  app.put(
    '/bench',
    bodyLimit({
      maxSize: LARGEST,
      onError: (c) => word(c, 413, 'The request is far larger than any system.'),
    }),
    async (c) => {
      const body = await bodyOf(c);
      if (!body) return word(c, 400, 'The request is not JSON.');
      const read = readSystem(JSON.stringify(body.system ?? null));
      if (!read.ok) return word(c, 400, read.message);
      const seed = body.seed ?? 1;
      if (typeof seed !== 'number' || !Number.isInteger(seed))
        return word(c, 400, 'The seed must be a whole number.');
      try {
        bench.load(read.system, seed);
      } catch {
        return word(c, 400, 'This system cannot be simulated. Its findings show why.');
      }
      bench.start();
      return c.json({ system: bench.system, channels: bench.channels, plugs: bench.plugStates() });
    },
  );
  app.patch('/bench', async (c) => {
    const body = await bodyOf(c);
    if (!body) return word(c, 400, 'The request is not JSON.');
    if (!bench.system) return word(c, 409, 'No system is simulated yet.');
    const { speed, faults, ...rest } = body;
    if (Object.keys(rest).length)
      return word(c, 400, `The simulation accepts speed and faults, not ${Object.keys(rest)[0]}.`);
    if (speed !== undefined && !(typeof speed === 'number' && speed >= 0.1 && speed <= MOST_SPEED))
      return word(c, 400, `The speed must be a number from 0.1 to ${MOST_SPEED}.`);
    const ids = new Set([...bench.channels, ...bench.plugStates()].map((x) => x.id));
    const wanted =
      faults === undefined ? undefined : isLoose(faults) ? faultsOf(faults, ids) : null;
    if (wanted === null)
      return word(c, 400, `Faults are lists of channels or plugs: ${FAULT_KEYS.join(', ')}.`);
    if (wanted) bench.setFaults(wanted);
    if (speed !== undefined) bench.setSpeed(speed as number);
    return c.json({ speed: bench.speed, faults: bench.faults });
  });
  app.delete('/bench', (c) => {
    bench.unload();
    return c.json({ system: null });
  });

  app.all('*', (c) => word(c, 404, 'There is no such part of the interface.'));
  return app;
}
