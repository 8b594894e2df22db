import { readFile } from 'node:fs/promises';
import { extname, join } from 'node:path';
import { serveStatic } from '@hono/node-server/serve-static';
import { Hono } from 'hono';
import { compress } from 'hono/compress';
import { etag } from 'hono/etag';
import { NONCE, secureHeaders, type SecureHeadersVariables } from 'hono/secure-headers';
import type { Bench } from './bench/bench.ts';
import { deviceRoutes } from './bench/routes.ts';
import { isOwnName } from './settings.ts';

/**
 * Serves the built application: its files, and its page for every address that is not a file, with a
 * fresh nonce each time for the theme's styles.
 */

/** Everything from itself alone; a worker runs under the policy of its own file. */
const POLICY = {
  defaultSrc: ["'none'"],
  scriptSrc: ["'self'"],
  styleSrc: ["'self'", NONCE],
  imgSrc: ["'self'", 'data:', 'blob:'],
  fontSrc: ["'self'"],
  connectSrc: ["'self'"],
  workerSrc: ["'self'"],
  manifestSrc: ["'self'"],
  baseUri: ["'none'"],
  formAction: ["'none'"],
  frameAncestors: ["'none'"],
};

/** What the build names by its content may be kept for a year. */
const LASTING = 'public, max-age=31536000, immutable';

/**
 * @param root folder of the build
 * @param ownOnly answers only to the names of this machine, so that no page elsewhere reaches it by another
 * @param addresses by which other devices reach this server; none where this machine alone is served
 * @param bench stands in for devices; only where this machine alone is served
 */
export function createApp(
  root: string,
  ownOnly = false,
  bench: Bench | null = null,
  addresses: () => readonly string[] = () => [],
): Hono<{ Variables: SecureHeadersVariables }> {
  const app = new Hono<{ Variables: SecureHeadersVariables }>({ strict: false });
  app.use(async (c, next) => {
    const host = c.req.header('Host') ?? new URL(c.req.url).host;
    if (ownOnly && !isOwnName(host)) return c.text('This server answers this machine only.', 421);
    await next();
  });
  // On its way within one machine, packing costs more time than it saves.
  if (!ownOnly) app.use(compress());
  app.use(
    secureHeaders({
      contentSecurityPolicy: POLICY,
      permissionsPolicy: { camera: [], geolocation: [], microphone: [] },
    }),
  );
  app.get('/addresses', (c) => c.json({ addresses: addresses() }));
  if (bench && ownOnly) app.route('/devices/v1', deviceRoutes(bench));
  app.use(async (c, next) => {
    if (!['GET', 'HEAD'].includes(c.req.method))
      return c.text('This address can only be read.', 405, { Allow: 'GET, HEAD' });
    const { pathname } = new URL(c.req.url);
    try {
      decodeURIComponent(pathname);
    } catch {
      return c.text('There is no such address.', 400);
    }
    if (extname(pathname) !== '' && pathname !== '/index.html') return next();
    const html = await readFile(join(root, 'index.html'), 'utf8');
    return c.html(html.replaceAll('__CSP_NONCE__', c.get('secureHeadersNonce') ?? ''), 200, {
      'Cache-Control': 'no-store',
    });
  });
  app.use(etag());
  app.use(async (c, next) => {
    await next();
    if (c.res.ok)
      c.header('Cache-Control', c.req.path.startsWith('/assets/') ? LASTING : 'no-cache');
  });
  app.use(serveStatic({ root }));
  app.notFound((c) => c.text('There is no such file.', 404));
  return app;
}
