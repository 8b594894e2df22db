import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { expect, openDemo, openShelf, settled, slider, test, STILL } from './helpers';

test.use(STILL);

/** A shelf that has too much, or what is damaged, and a system that grows. */

/** Puts rows into the store as other windows, faults and years of use leave them. */
const lay = (page: Page, rows: readonly object[]) =>
  page.evaluate(
    (all) =>
      new Promise<void>((resolve, reject) => {
        const open = indexedDB.open('mizuna');
        open.onerror = () => reject(new Error('not opened'));
        open.onsuccess = () => {
          const t = open.result.transaction('systems', 'readwrite');
          for (const row of all) t.objectStore('systems').put(row);
          t.oncomplete = () => {
            open.result.close();
            resolve();
          };
        };
      }),
    rows,
  );
const demo = async (name: string) =>
  JSON.parse(await readFile(`demo/${name}.json`, 'utf8')) as Record<string, unknown>;
const rowOf = (document: Record<string, unknown>, id: string, name: string) => ({
  id,
  name,
  updated: 1,
  rev: 1,
  past: [],
  future: [],
  document: { ...document, id, name },
});

test('six more plant sites on a sump loop: each is worked out, and the shelf still shows them', async ({
  page,
}) => {
  await openDemo(page, 'North-wall lean-to', 'Vessels');
  for (const site of [
    'Raft bed',
    'Film channel',
    'Drip-fed seed box',
    'Raft bed',
    'Film channel',
  ]) {
    await page.getByRole('button', { name: `Add a ${site.toLowerCase()}` }).click();
    await settled(page);
  }
  await page.getByRole('link', { name: 'Back to the shelf' }).click();
  const card = page.getByRole('article').filter({ hasText: 'North-wall lean-to' });
  await expect(card).toContainText(/watch|stop/);
  await page.reload();
  await expect(card.getByRole('img')).toBeVisible();
});

/** Systems on a long shelf; the demo systems come on top. */
const MANY = process.env.NIGHTLY ? 500 : 300;

test('a shelf of hundreds draws what is seen, and a system is found by its name', async ({
  page,
}) => {
  await openShelf(page);
  const document = await demo('potting-shed-pair');
  await lay(
    page,
    Array.from({ length: MANY }, (_, i) => rowOf(document, `s${i}`, `Bench ${i} of the row`)),
  );
  await page.reload();
  await expect(page.getByRole('link', { name: 'Bench 0 of the row' })).toBeAttached();
  await expect(page.getByRole('article')).toHaveCount(MANY + 5);
  await expect(page.getByRole('article').getByRole('img').first()).toBeVisible();
  // Those out of sight are a name and an empty place.
  expect(await page.locator('article svg').count()).toBeLessThan(200);
  expect(await page.locator('*').count()).toBeLessThan(12_000);
  await page.getByRole('searchbox', { name: 'Find by name' }).fill('271 row');
  await expect(page.getByRole('article')).toHaveCount(1);
  await expect(page.getByRole('status').filter({ hasText: `1 of ${MANY + 5}` })).toBeVisible();
  await page.getByRole('link', { name: 'Bench 271 of the row' }).click();
  await settled(page);
});

test('a damaged row hides no other; it is named, its raw data saved, and taken away', async ({
  page,
}) => {
  await openShelf(page);
  await lay(page, [{ id: 'odd', name: 'Odd one', updated: 5, rev: 1, document: { vessels: 3 } }]);
  await page.reload();
  const card = page.getByRole('article').filter({ hasText: 'Odd one' });
  await expect(card).toContainText('is damaged where this browser keeps it');
  await expect(page.getByRole('link', { name: 'Potting-shed pair' })).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    card.getByRole('button', { name: 'Save the raw data of Odd one' }).click(),
  ]);
  expect(JSON.parse(await readFile(await download.path(), 'utf8'))).toMatchObject({ id: 'odd' });
  await card.getByRole('button', { name: 'Delete Odd one' }).click();
  await expect(card).toHaveCount(0);
});

test('what a backup refuses is one short sentence, with the rest on request; the page goes on meanwhile', async ({
  page,
}) => {
  await openShelf(page);
  const document = await demo('under-stairs-tray');
  const rows = Array.from({ length: 60 }, (_, i) => ({
    document: { ...document, id: `b${i}`, name: `B ${i}`, ...(i ? { vessels: [] } : {}) },
    past: [],
    future: [],
  }));
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Open a file' }).click(),
  ]);
  await chooser.setFiles({
    name: 'backup.json',
    mimeType: 'application/json',
    buffer: Buffer.from(
      JSON.stringify({ kind: 'mizuna-backup', version: 1, settings: {}, systems: rows }),
    ),
  });
  const told = page.locator('.told').filter({ hasText: 'from the backup' });
  await expect(told).toContainText('1 system put on the shelf');
  await expect(told).toContainText('59 systems could not be read');
  expect((await told.boundingBox())!.height).toBeLessThan(200);
  await told.getByText('Why, one by one').click();
  await expect(told.getByRole('listitem')).toHaveCount(59);
  expect((await told.boundingBox())!.height).toBeLessThan(600);
});

test('a name that is being typed is not taken away by one from another window', async ({
  page,
  context,
}) => {
  await openDemo(page, 'Potting-shed pair', 'Fill & drain');
  const other = await context.newPage();
  await other.goto(page.url());
  await settled(other);
  const mine = page.getByRole('textbox', { name: 'Name of the system' });
  await mine.press('End');
  await mine.pressSequentially(' by the');
  await other.getByRole('textbox', { name: 'Name of the system' }).fill('Shed, west');
  await other.getByRole('textbox', { name: 'Name of the system' }).press('Enter');
  await expect(page.getByText('Changed in another window')).toBeAttached();
  await mine.pressSequentially(' door');
  await expect(mine).toHaveValue('Potting-shed pair by the door');
  await slider(page, 'Crest of Bell siphon').press('ArrowDown');
  await expect(other.getByRole('textbox', { name: 'Name of the system' })).toHaveValue(
    'Potting-shed pair by the door',
  );
});
