import { createHash, randomBytes } from 'node:crypto';
import { readFile, stat } from 'node:fs/promises';
import { extname, join, normalize, sep } from 'node:path';
import { Hono } from 'hono';
import { compress } from 'hono/compress';
import { isOwnName } from './settings.ts';

/**
 * Serves the built application: its files, and its page for every address that is not a file, with a
 * fresh nonce each time for the theme's styles.
 */

const TYPES: Record<string, string> = {
  '.html': 'text/html; charset=utf-8',
  '.js': 'text/javascript; charset=utf-8',
  '.css': 'text/css; charset=utf-8',
  '.svg': 'image/svg+xml',
  '.woff2': 'font/woff2',
  '.json': 'application/json; charset=utf-8',
  '.png': 'image/png',
  '.webmanifest': 'application/manifest+json',
};

const policy = (nonce: string): string =>
  [
    "default-src 'none'",
    "script-src 'self'",
    `style-src 'self' 'nonce-${nonce}'`,
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "manifest-src 'self'",
    "base-uri 'none'",
    "form-action 'none'",
    "frame-ancestors 'none'",
  ].join('; ');

/** Whether a list of tags that the browser holds has this one; one that was compressed on its way counts. */
const holds = (tags: string | undefined, etag: string): boolean =>
  (tags ?? '').split(',').some((t) => t.trim().replace(/^W\//, '') === etag);

/**
 * @param root folder of the build
 * @param ownOnly answers only to the names of this machine, so that no page elsewhere reaches it by another
 */
export function createApp(root: string, ownOnly = false): Hono {
  const app = new Hono();
  app.use(async (c, next) => {
    const host = c.req.header('Host') ?? new URL(c.req.url).host;
    if (ownOnly && !isOwnName(host))
      return c.text('This server answers to this machine only.', 421);
    await next();
  });
  // On its way within one machine, packing costs more time than it saves.
  if (!ownOnly) app.use(compress());
  app.use(async (c, next) => {
    await next();
    c.header('X-Content-Type-Options', 'nosniff');
    c.header('Referrer-Policy', 'no-referrer');
    c.header('Cross-Origin-Opener-Policy', 'same-origin');
    c.header('Permissions-Policy', 'camera=(), geolocation=(), microphone=()');
    if (!c.res.headers.has('Content-Security-Policy')) {
      c.header('Content-Security-Policy', "default-src 'none'; frame-ancestors 'none'");
    }
  });

  const page = async () => {
    const nonce = randomBytes(16).toString('base64');
    const html = await readFile(join(root, 'index.html'), 'utf8');
    return new Response(html.replaceAll('__CSP_NONCE__', nonce), {
      headers: {
        'Content-Type': TYPES['.html']!,
        'Content-Security-Policy': policy(nonce),
        'Cache-Control': 'no-store',
      },
    });
  };

  app.on(['GET', 'HEAD'], '*', async (c) => {
    let path: string;
    try {
      path = decodeURIComponent(new URL(c.req.url).pathname);
    } catch {
      return c.text('There is no such address.', 400);
    }
    const file = normalize(join(root, path));
    if (!file.startsWith(root + sep) && file !== root) return c.text('There is no such file.', 404);
    const extension = extname(path);
    if (path === '/index.html') return page();
    if (extension === '') return page();
    try {
      if (!(await stat(file)).isFile()) return c.text('There is no such file.', 404);
      const body = await readFile(file);
      const etag = `"${createHash('sha256').update(body).digest('base64url').slice(0, 20)}"`;
      const lasting = path.startsWith('/assets/');
      const headers = {
        'Content-Type': TYPES[extension] ?? 'application/octet-stream',
        'Cache-Control': lasting ? 'public, max-age=31536000, immutable' : 'no-cache',
        ETag: etag,
        // A worker runs under the policy of its own response.
        'Content-Security-Policy': policy('none'),
      };
      if (holds(c.req.header('If-None-Match'), etag))
        return new Response(null, { status: 304, headers });
      return new Response(body, { headers });
    } catch {
      return c.text('There is no such file.', 404);
    }
  });
  app.all('*', (c) => c.text('Only reading is possible here.', 405, { Allow: 'GET, HEAD' }));
  return app;
}
