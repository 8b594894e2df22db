import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { createApp } from './app.ts';
import { lanAddresses, listening } from './settings.ts';

const root = mkdtempSync(join(tmpdir(), 'build-'));
mkdirSync(join(root, 'assets'));
writeFileSync(join(root, 'index.html'), '<meta name="csp-nonce" content="__CSP_NONCE__">');
writeFileSync(join(root, 'assets', 'a.js'), 'export {}');
writeFileSync(join(root, 'assets', 'large.js'), `export const text = '${'water '.repeat(2000)}'`);
writeFileSync(join(root, '..', 'secret.txt'), 'secret');
// A folder beside it whose name begins alike.
mkdirSync(`${root}-sibling`);
writeFileSync(join(`${root}-sibling`, 'secret.txt'), 'secret');
const app = createApp(root);
const get = (path: string, init?: RequestInit) => app.request(`http://localhost${path}`, init);

describe('the server', () => {
  it('gives every page its own nonce, the same in policy and page', async () => {
    const [a, b] = [await get('/'), await get('/system/x/lift')];
    const nonce = /'nonce-([^']+)'/.exec(a.headers.get('content-security-policy')!)![1]!;
    expect(await a.text()).toContain(nonce);
    expect(b.headers.get('content-security-policy')).not.toContain(nonce);
    expect(b.status).toBe(200);
    expect(a.headers.get('cache-control')).toBe('no-store');
  });

  it('sends the whole policy and every header, word for word', async () => {
    const r = await get('/');
    const plain = (name: string) => r.headers.get(name)?.replace(/'nonce-[^']+'/, "'nonce-X'");
    expect(plain('content-security-policy')).toBe(
      "default-src 'none'; script-src 'self'; style-src 'self' 'nonce-X'; img-src 'self' data: blob:; font-src 'self'; connect-src 'self'; worker-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'",
    );
    expect(plain('x-content-type-options')).toBe('nosniff');
    expect(plain('referrer-policy')).toBe('no-referrer');
    expect(plain('cross-origin-opener-policy')).toBe('same-origin');
    expect(plain('permissions-policy')).toBe('camera=(), geolocation=(), microphone=()');
    expect(plain('content-type')?.toLowerCase()).toBe('text/html; charset=utf-8');
    // A worker runs under the policy of its own file; what is refused has it as well.
    for (const path of ['/assets/a.js', '/assets/none.js'])
      expect((await get(path)).headers.get('content-security-policy'), path).toMatch(
        /^default-src 'none'; .*worker-src 'self'/,
      );
  });

  it('a compressed file is not sent again to who holds it', async () => {
    const headers = { 'Accept-Encoding': 'gzip' };
    const first = await get('/assets/large.js', { headers });
    expect(first.headers.get('content-encoding')).toBe('gzip');
    const etag = first.headers.get('etag')!;
    const again = await get('/assets/large.js', { headers: { ...headers, 'If-None-Match': etag } });
    expect(again.status).toBe(304);
    const listed = { ...headers, 'If-None-Match': `"other", W/${etag.replace(/^W\//, '')}` };
    expect((await get('/assets/large.js', { headers: listed })).status).toBe(304);
  });

  it('on this machine answers to its own names only; asked to serve others, to any', async () => {
    const own = createApp(root, true);
    const ask = (app: typeof own, host: string) =>
      app.request('http://localhost/', { headers: { Host: host } });
    for (const host of ['localhost:4180', '127.0.0.1:4180', '[::1]:4180', 'LOCALHOST'])
      expect((await ask(own, host)).status, host).toBe(200);
    for (const host of [
      'evil.example',
      '127.0.0.1.evil.example',
      'localhost.evil:4180',
      '10.0.0.1',
    ])
      expect((await ask(own, host)).status, host).toBe(421);
    expect((await ask(app, 'greenhouse.local')).status).toBe(200);
  });

  it('listens on the loopback unless told otherwise, and says what is wrong with a port', () => {
    expect(listening({})).toEqual({ hostname: '127.0.0.1', port: 4180, ownOnly: true });
    expect(listening({ HOST: '0.0.0.0', PORT: '80' })).toEqual({
      hostname: '0.0.0.0',
      port: 80,
      ownOnly: false,
    });
    for (const PORT of ['x', '-1', '70000', '1.5', '0x'])
      expect(listening({ PORT }), PORT).toContain('it has to be a whole number from 0 to 65535');
  });

  it('says by which addresses a phone reaches it, and none where it serves this machine only', async () => {
    const at = (address: string, family = 'IPv4', internal = false) => ({
      ...{ address, family, internal },
    });
    const interfaces = {
      lo: [at('127.0.0.1', 'IPv4', true), at('::1', 'IPv6', true)],
      wired: [at('192.168.1.20'), at('fe80::1', 'IPv6')],
      wireless: [at('10.0.0.7')],
      off: undefined,
    };
    const found = lanAddresses(interfaces, 4180);
    expect(found).toEqual(['http://192.168.1.20:4180', 'http://10.0.0.7:4180']);
    expect(await (await get('/addresses')).json()).toEqual({ addresses: [] });
    const lan = createApp(root, false, null, () => found);
    expect(await (await lan.request('http://localhost/addresses')).json()).toEqual({
      addresses: found,
    });
  });

  it('allows scripts, styles, workers and fonts from itself only', async () => {
    const policy = (await get('/')).headers.get('content-security-policy')!;
    expect(policy).toContain("default-src 'none'");
    expect(policy).toContain("script-src 'self'");
    expect(policy).not.toMatch(/unsafe|\*/);
  });

  it('serves built files for long, with their kind', async () => {
    const r = await get('/assets/a.js');
    expect(r.headers.get('content-type')).toContain('text/javascript');
    expect(r.headers.get('cache-control')).toContain('immutable');
    expect(r.headers.get('x-content-type-options')).toBe('nosniff');
    const again = await get('/assets/a.js', {
      headers: { 'If-None-Match': r.headers.get('etag')! },
    });
    expect(again.status).toBe(304);
  });

  it('never leaves its folder, and says no to what is not there', async () => {
    for (const path of [
      '/assets/none.js',
      '/..%2fsecret.txt',
      '/%2e%2e/secret.txt',
      '/assets/..%2f..%2fsecret.txt',
      `/..%2f${basename(root)}-sibling%2fsecret.txt`,
      `/%2e%2e%2f${basename(root)}-sibling/secret.txt`,
    ]) {
      const r = await get(path);
      expect(r.status, path).toBeGreaterThanOrEqual(400);
      expect(await r.text()).not.toContain('secret');
    }
    expect((await get('/%E0%A4%A', {})).status).toBe(400);
    const post = await get('/', { method: 'POST' });
    expect([post.status, post.headers.get('allow')]).toEqual([405, 'GET, HEAD']);
  });
});
