import { readFile } from 'node:fs/promises';
import type { BrowserContext, Page } from '@playwright/test';
import { NIGHT, expect, openDemo, openFile, openShelf, slider, test, STILL } from './helpers';

test.use(STILL);

const CREST = 'Overflow height of Bell siphon';

/** A browser refuses with this very error; the real limit is too large to reach in a test. */
const canBeFull = (page: Page) =>
  page.addInitScript(() => {
    const { put, add } = IDBObjectStore.prototype;
    const unlessFull = (write: typeof put): typeof put =>
      function (this: IDBObjectStore, ...row) {
        if ('storeIsFull' in window) throw new DOMException('No room', 'QuotaExceededError');
        return write.apply(this, row);
      };
    IDBObjectStore.prototype.put = unlessFull(put);
    IDBObjectStore.prototype.add = unlessFull(add);
  });

test('a full store is said, work goes on in memory and into a file, and is kept once there is room', async ({
  page,
}) => {
  await canBeFull(page);
  await openDemo(page, 'Potting-shed pair', 'Fill & drain');
  await page.evaluate(() => Object.assign(window, { storeIsFull: true }));
  await slider(page, CREST).press('ArrowDown');
  await expect(page.getByRole('alert')).toContainText('storage is full');
  await slider(page, CREST).press('ArrowDown');
  await expect(slider(page, CREST)).toHaveAttribute('aria-valuetext', '225 mm');
  await expect(page.getByText('Not saved', { exact: true })).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save it to a file' }).click(),
  ]);
  expect(await readFile(await download.path(), 'utf8')).toContain('"crest": 0.225');
  // There and back: what the store refused is still there.
  await page.getByRole('link', { name: 'Back to the shelf' }).click();
  await page.getByRole('link', { name: /Potting-shed pair/ }).click();
  await page
    .getByRole('button', { name: /Fill & drain/ })
    .first()
    .click();
  await expect(slider(page, CREST)).toHaveAttribute('aria-valuetext', '225 mm');
  await page.evaluate(() => Reflect.deleteProperty(window, 'storeIsFull'));
  await slider(page, CREST).press('ArrowDown');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.reload();
  await expect(slider(page, CREST)).toHaveAttribute('aria-valuetext', '220 mm');
});

test('a new system that a full store refuses is not called kept, and leaving is asked about', async ({
  page,
}) => {
  await canBeFull(page);
  await openShelf(page);
  await page.evaluate(() => Object.assign(window, { storeIsFull: true }));
  await page.getByRole('button', { name: /^Flood tray over reservoir, timer/ }).click();
  await expect(page.getByText('Not saved', { exact: true })).toBeVisible();
  await expect(page.getByRole('alert')).toContainText('storage is full');
  const asked = page.waitForEvent('dialog');
  const leaving = page.close({ runBeforeUnload: true });
  const dialog = await asked;
  expect(dialog.type()).toBe('beforeunload');
  await dialog.dismiss();
  await leaving;
  await expect(page.getByText('Not saved', { exact: true })).toBeVisible();
});

test(
  'a store that was cleared under the open system is said; nothing of it is lost',
  { tag: NIGHT },
  async ({ page }) => {
    await openDemo(page, 'Potting-shed pair', 'Fill & drain');
    await page.evaluate(
      () =>
        new Promise<void>((resolve, reject) => {
          const request = indexedDB.deleteDatabase('mizuna');
          request.onsuccess = () => resolve();
          request.onerror = () => reject(new Error('not cleared'));
        }),
    );
    await slider(page, CREST).press('ArrowDown');
    await expect(page.getByRole('alert')).toContainText('the storage was cleared');
    await page.getByRole('button', { name: 'Save it again' }).click();
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
    await page.reload();
    await expect(slider(page, CREST)).toHaveAttribute('aria-valuetext', '230 mm');
    await page.getByRole('button', { name: /^Undo: Standpipe/ }).click();
    await expect(slider(page, CREST)).toHaveAttribute('aria-valuetext', '235 mm');
  },
);

test('everything goes into one file and comes back from it, histories and all', async ({
  page,
  browser,
  baseURL,
}) => {
  await openDemo(page, 'Potting-shed pair', 'Fill & drain');
  await slider(page, CREST).press('ArrowDown');
  await page.getByRole('button', { name: /^Units:/ }).click();
  await page.locator('.v-list-item').filter({ hasText: 'US gallons' }).click();
  await page.getByRole('link', { name: 'Back to the shelf' }).click();
  await page.getByRole('button', { name: 'Delete Under-stairs tray' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Back up everything' }).click(),
  ]);
  expect(download.suggestedFilename()).toMatch(/^mizuna-backup-\d{4}-\d\d-\d\d\.json$/);
  const path = await download.path();

  const elsewhere = await browser.newContext({ baseURL: baseURL! });
  const fresh = await elsewhere.newPage();
  await openShelf(fresh);
  await fresh.getByRole('button', { name: 'Delete Potting-shed pair' }).click();
  const restore = async () => {
    await openFile(fresh, path);
  };
  await restore();
  const told = fresh.getByRole('status').filter({ hasText: 'from the backup' });
  await expect(told).toContainText('1 system added');
  await expect(told).toContainText('6 systems already on the shelf');
  await restore();
  await expect(told).toContainText('7 systems already on the shelf');
  await expect(fresh.getByRole('link', { name: /Under-stairs tray/ })).toBeVisible();
  await fresh.getByRole('link', { name: /Potting-shed pair/ }).click();
  await fresh
    .getByRole('button', { name: /Fill & drain/ })
    .first()
    .click();
  await expect(slider(fresh, CREST)).toHaveAttribute('aria-valuetext', '9.06 in');
  await fresh.getByRole('button', { name: /^Undo: Standpipe/ }).click();
  await expect(slider(fresh, CREST)).toHaveAttribute('aria-valuetext', '9.25 in');
  await elsewhere.close();
});

/** A page of this address with no program in it, for a store that is held by someone else. */
async function besides(context: BrowserContext): Promise<Page> {
  const page = await context.newPage();
  await page.goto('/icon.svg');
  return page;
}
const SILENT = 'storage does not answer';

test(
  'a store that is busy is not called empty, lays out no examples, and lists again',
  { tag: NIGHT },
  async ({ page, context }) => {
    await openDemo(page, 'Potting-shed pair', 'Fill & drain');
    await slider(page, CREST).press('ArrowDown');
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
    await page.goto('about:blank');
    const other = await besides(context);
    // Writes one after the other in one transaction: whoever wants to read has to wait.
    await other.evaluate(
      () =>
        new Promise<void>((resolve) => {
          const open = indexedDB.open('mizuna');
          open.onsuccess = () => {
            const names = [...open.result.objectStoreNames];
            const settings = open.result.transaction(names, 'readwrite').objectStore('settings');
            const keep = () => {
              if (!('let' in window)) settings.count().onsuccess = keep;
              resolve();
            };
            keep();
          };
        }),
    );
    await page.goto('/');
    await expect(page.getByRole('alert')).toContainText(SILENT, { timeout: 45_000 });
    await expect(page.getByText('The shelf is empty')).toHaveCount(0);
    await expect(page.getByRole('link', { name: /Warm balcony/ })).toHaveCount(0);
    await other.evaluate(() => Object.assign(window, { let: true }));
    await page.getByRole('link', { name: /Potting-shed pair/ }).click();
    await page
      .getByRole('button', { name: /Fill & drain/ })
      .first()
      .click();
    await expect(slider(page, CREST)).toHaveAttribute('aria-valuetext', '230 mm');
  },
);

test(
  'an old window that keeps the store from growing is named, and nothing is laid out meanwhile',
  { tag: NIGHT },
  async ({ page, context }) => {
    const other = await besides(context);
    await other.evaluate(
      (tables) =>
        new Promise<void>((resolve) => {
          indexedDB.deleteDatabase('mizuna');
          // The store as an older version of the program left it, in a window that lets nobody change it.
          const open = indexedDB.open('mizuna', 50);
          open.onupgradeneeded = () => {
            for (const [name, key, ...indexes] of tables) {
              const table = open.result.createObjectStore(name!, { keyPath: path(key!) });
              for (const x of indexes) table.createIndex(x, path(x));
            }
          };
          const path = (x: string) => (x.startsWith('[') ? x.slice(1, -1).split('+') : x);
          open.onsuccess = () => {
            const { result } = open;
            result
              .transaction('settings', 'readwrite')
              .objectStore('settings')
              .put({ key: 'demos', value: true });
            Object.assign(window, { let: () => result.close() });
            resolve();
          };
        }),
      [
        ['systems', 'id', 'updated', '[updated+name+rev]'],
        ['settings', 'key'],
        ['drafts', 'key', 'id'],
        ['pictures', 'id'],
        ['photos', 'id', 'system'],
        ['log', '[system+id]', '[system+at]', '[system+kind+at]'],
        ['raw', '[system+channel+at]', 'at'],
      ],
    );
    await page.goto('/');
    await expect(page.getByRole('alert')).toContainText(SILENT, { timeout: 45_000 });
    await expect(page.getByRole('alert')).toContainText('Close other windows');
    await expect(page.getByRole('link', { name: /Warm balcony/ })).toHaveCount(0);
    await other.evaluate(() => (window as unknown as { let: () => void }).let());
    // Someone who took the examples away before does not get them again.
    await expect(page.getByRole('alert')).toHaveCount(0);
    await expect(page.getByText('The shelf is empty')).toBeVisible();
    await expect(page.getByRole('link', { name: /Warm balcony/ })).toHaveCount(0);
  },
);
