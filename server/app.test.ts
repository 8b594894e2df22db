import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { createApp } from './app.ts';

const root = mkdtempSync(join(tmpdir(), 'build-'));
mkdirSync(join(root, 'assets'));
writeFileSync(join(root, 'index.html'), '<meta name="csp-nonce" content="__CSP_NONCE__">');
writeFileSync(join(root, 'assets', 'a.js'), 'export {}');
writeFileSync(join(root, '..', 'secret.txt'), 'secret');
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
    ]) {
      const r = await get(path);
      expect(r.status, path).toBeGreaterThanOrEqual(400);
      expect(await r.text()).not.toContain('secret');
    }
    expect((await get('/%E0%A4%A', {})).status).toBe(400);
    expect((await get('/', { method: 'POST' })).status).toBe(405);
  });
});
