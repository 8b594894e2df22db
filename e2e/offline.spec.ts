import { cp, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { AddressInfo } from 'node:net';
import { serve, type ServerType } from '@hono/node-server';
import { createApp } from '../server/app';
import { NIGHT, expect, openShelf, settled, slider, test } from './helpers';

/** A server of one's own, so that it can be stopped, and a build of one's own, so that it can change. */
test.use({ serviceWorkers: 'allow', baseURL: undefined });

let folder: string;
let server: ServerType | null = null;
let port = 0;
const start = () =>
  new Promise<void>((resolve) => {
    server = serve({ fetch: createApp(folder).fetch, port, hostname: '127.0.0.1' }, (info) => {
      port = (info as AddressInfo).port;
      resolve();
    });
  });
const stop = () =>
  new Promise<void>((resolve) => {
    if (!server) return resolve();
    server.close(() => resolve());
    (server as { closeAllConnections?: () => void }).closeAllConnections?.();
    server = null;
  });

test.beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'mizuna-'));
  await cp('dist', folder, { recursive: true });
  port = 0;
  await start();
});
test.afterEach(async () => {
  await stop();
  await rm(folder, { recursive: true, force: true });
});

const ready = () =>
  navigator.serviceWorker.ready.then(
    (r) =>
      new Promise<void>((resolve) => {
        if (r.active?.state === 'activated') resolve();
        else r.active?.addEventListener('statechange', () => resolve());
      }),
  );

test('after the first load everything works with the server gone', async ({ page }) => {
  const at = `http://127.0.0.1:${port}`;
  await page.goto(at);
  await page.evaluate(ready);
  await stop();
  await page.reload();
  await openShelf(page, at);
  await page.getByRole('link', { name: /The first attempt/ }).click();
  await settled(page);
  // Panels, the typesetter and the files’ schema are loaded on demand; here none was before.
  for (const stage of ['Lift', 'Fill & drain', 'Vessels']) {
    await page
      .getByRole('button', { name: new RegExp(stage) })
      .first()
      .click();
    await expect(page.getByRole('region', { name: stage })).toBeVisible();
  }
  await page
    .getByRole('button', { name: /^Holds to the rim/ })
    .first()
    .click();
  await expect(page.locator('.katex-display .katex-html')).toBeVisible();
  await slider(page, 'Rim of Bed').press('ArrowUp');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(slider(page, 'Rim of Bed')).toHaveAttribute('aria-valuetext', '345 mm');
  const document = await readFile('demo/potting-shed-pair.json', 'utf8');
  const data = await page.evaluateHandle(
    (t) => {
      const d = new DataTransfer();
      d.items.add(new File([t], 'pair.json', { type: 'application/json' }));
      return d;
    },
    document.replace('Potting-shed pair', 'Opened offline').replace('"potting-shed-pair"', '"x"'),
  );
  await page.locator('body').dispatchEvent('drop', { dataTransfer: data });
  await expect(page.getByLabel('Name of the system')).toHaveValue('Opened offline');
});

test(
  'it can be installed: manifest, icons, and a page that opens by itself',
  { tag: NIGHT },
  async ({ page }) => {
    const at = `http://127.0.0.1:${port}`;
    await page.goto(at);
    const manifest = (await (await page.request.get(`${at}/manifest.webmanifest`)).json()) as {
      name: string;
      display: string;
      start_url: string;
      icons: { src: string; sizes: string }[];
    };
    expect(manifest).toMatchObject({ name: 'Mizuna', display: 'standalone', start_url: '/' });
    for (const icon of manifest.icons) {
      expect((await page.request.get(at + icon.src)).headers()['content-type']).toMatch(/^image\//);
    }
    const cdp = await page.context().newCDPSession(page);
    await page.evaluate(ready);
    const { installabilityErrors } = await cdp.send('Page.getInstallabilityErrors');
    // A test browser’s window is a private one, which alone stands in the way.
    expect(installabilityErrors.map((e) => e.errorId).filter((e) => e !== 'in-incognito')).toEqual(
      [],
    );
  },
);

test(
  'a new version is offered, and taken only when the person says so',
  { tag: NIGHT },
  async ({ page }) => {
    const at = `http://127.0.0.1:${port}`;
    await page.goto(at);
    await page.evaluate(ready);
    await page.reload();
    await openShelf(page, at);
    await page.getByRole('link', { name: /The first attempt/ }).click();
    await settled(page);
    const html = join(folder, 'index.html');
    await writeFile(
      html,
      (await readFile(html, 'utf8')).replace('<title>Mizuna<', '<title>Newer<'),
    );
    const worker = join(folder, 'sw.js');
    const text = await readFile(worker, 'utf8');
    await writeFile(worker, text.replace(/(url:"index\.html",revision:")[^"]*/, '$1changed'));
    expect(await readFile(worker, 'utf8')).not.toBe(text);
    // In the middle of typing a name.
    const name = page.getByLabel('Name of the system');
    await name.fill('Half a na');
    await page.evaluate(() => navigator.serviceWorker.getRegistration().then((r) => r?.update()));
    const offer = page
      .getByRole('status')
      .filter({ hasText: 'A new version of Mizuna is available' });
    await expect(offer).toBeVisible();
    await expect(name).toHaveValue('Half a na');
    await name.fill('Named before');
    await name.press('Enter');
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
    await Promise.all([
      page.waitForEvent('load'),
      offer.getByRole('button', { name: 'Use the new version' }).click(),
    ]);
    await expect(page.getByLabel('Name of the system')).toHaveValue('Named before');
    expect(await page.evaluate(() => fetch('/').then((r) => r.text()))).toContain('<title>Newer<');
    await expect(offer).toHaveCount(0);
  },
);
