import { fileURLToPath } from 'node:url';
import { serve } from '@hono/node-server';
import { createApp } from './app.ts';
import { Bench } from './bench/bench.ts';
import { listening } from './settings.ts';

/** Longest address with its headers that is read, bytes. */
const LONGEST_LINK = 2_000_000;
const root = fileURLToPath(new URL('../dist', import.meta.url));
const asked = listening(process.env);
if (typeof asked === 'string') {
  console.error(asked);
  process.exit(1);
}
const { hostname, ownOnly } = asked;
const bench = new Bench();

function listen(port: number, tries: number): void {
  const options = {
    ...{ fetch: createApp(root, ownOnly, bench).fetch, hostname, port },
    // A long list in a link is read by the page, which says what is too much of it.
    serverOptions: { maxHeaderSize: LONGEST_LINK },
  };
  const server = serve(options, (info) => {
    const shown = hostname.includes(':') ? `[${hostname}]` : hostname;
    console.log(`Mizuna is at http://${shown}:${info.port}/`);
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
listen(asked.port, 10);
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.once(signal, () => {
    bench.unload();
    process.exit(0);
  });
