import { networkInterfaces } from 'node:os';
import { fileURLToPath } from 'node:url';
import { serve } from '@hono/node-server';
import { createApp } from './app.ts';
import { Bench } from './bench/bench.ts';
import { lanAddresses, listening } from './settings.ts';

/** Longest address with its headers that is read, bytes. */
const LONGEST_LINK = 2_000_000;
const root = fileURLToPath(new URL('../dist', import.meta.url));
const asked = listening(process.env);
if (typeof asked === 'string') {
  console.error(asked);
  process.exit(1);
}
const { hostname, ownOnly } = asked;
/** Once it listens; none where this machine alone is served. */
let reached: readonly string[] = [];
const bench = new Bench();

/** All interfaces of the machine. */
const EVERY = '0.0.0.0';

function listen(port: number, tries: number): void {
  const options = {
    ...{ fetch: createApp(root, ownOnly, bench, () => reached).fetch, hostname, port },
    // A long list in a link is read by the page, which says what is too much of it.
    serverOptions: { maxHeaderSize: LONGEST_LINK },
  };
  const server = serve(options, (info) => {
    const all = hostname === EVERY;
    const shown = hostname.includes(':') ? `[${hostname}]` : hostname;
    console.log(`Mizuna is at http://${all ? '127.0.0.1' : shown}:${info.port}/`);
    if (!all) return;
    reached = lanAddresses(networkInterfaces(), info.port);
    void showLan(reached);
  });
  server.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code === 'EADDRINUSE' && tries > 0 && process.env.PORT === undefined) {
      listen(port + 1, tries - 1);
      return;
    }
    console.error(
      error.code === 'EADDRINUSE'
        ? `Port ${port} is taken. Set PORT to another one.`
        : `The server cannot start: ${error.message}`,
    );
    process.exit(1);
  });
}
/** Prints how a phone on the same network reaches this server, with a QR code of the first address. */
async function showLan(addresses: readonly string[]): Promise<void> {
  const [first] = addresses;
  if (!first) {
    console.log('This computer has no address on a network. Connect it and start again.');
    return;
  }
  console.log(`On a phone in the same network: ${addresses.map((a) => `${a}/`).join(' or ')}`);
  const { toString } = await import('qrcode');
  console.log(await toString(`${first}/`, { type: 'terminal', small: true }));
  console.log(
    'Everyone in this network can open the page; each browser has its own shelf. These addresses are not encrypted, so phones cannot install Mizuna or show reminders there.',
  );
}
listen(asked.port, 10);
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.once(signal, () => {
    bench.unload();
    process.exit(0);
  });
