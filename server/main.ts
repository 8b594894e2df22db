import { fileURLToPath } from 'node:url';
import { serve } from '@hono/node-server';
import { createApp } from './app.ts';

/** `HOST` and `PORT` say otherwise; without them only this machine is served. */
const root = fileURLToPath(new URL('../dist', import.meta.url));
const hostname = process.env.HOST ?? '127.0.0.1';
const wanted = Number(process.env.PORT ?? 4180);

function listen(port: number, tries: number): void {
  const server = serve({ fetch: createApp(root).fetch, hostname, port }, (info) => {
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
listen(wanted, 10);
