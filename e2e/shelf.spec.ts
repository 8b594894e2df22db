import { cases } from '../core/test/cases';
import { readFile } from 'node:fs/promises';
import { lay, rowOf } from '../scripts/rows.mjs';
import { NIGHT, expect, openDemo, openFile, openShelf, settled, test, STILL } from './helpers';

test.use(STILL);

/** A shelf that has too much, or what is damaged, and a system that grows. */

const demo = async (name: string) =>
  JSON.parse(await readFile(`demo/${name}.json`, 'utf8')) as Record<string, unknown>;

test(
  'six more plant sites on a sump loop: each is worked out, and the shelf still shows them',
  { tag: NIGHT },
  async ({ page }) => {
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
    await expect(card).toContainText(/Warning|Problem/);
    await page.reload();
    await expect(card.getByRole('img')).toBeVisible();
  },
);

/** Systems on a long shelf; the demo systems come on top. */
/** Demo systems of a newcomer. */
const DEMOS = 8;
const MANY = cases(300, 500);

test(
  'a shelf of hundreds draws what is seen, and a system is found by its name',
  { tag: NIGHT },
  async ({ page }) => {
    await openShelf(page);
    const document = await demo('potting-shed-pair');
    await lay(
      page,
      Array.from({ length: MANY }, (_, i) => rowOf(document, `s${i}`, `Bench ${i} of the row`)),
    );
    await page.reload();
    await expect(page.getByRole('link', { name: 'Bench 0 of the row' })).toBeAttached();
    await expect(page.getByRole('article')).toHaveCount(MANY + DEMOS);
    await expect(page.getByRole('article').getByRole('img').first()).toBeVisible();
    // Those out of sight are a name and an empty place.
    expect(await page.locator('article svg').count()).toBeLessThan(200);
    expect(await page.locator('*').count()).toBeLessThan(12_000);
    await page.getByRole('searchbox', { name: 'Find by name' }).fill('271 row');
    await expect(page.getByRole('article')).toHaveCount(1);
    await expect(
      page.getByRole('status').filter({ hasText: `1 of ${MANY + DEMOS}` }),
    ).toBeVisible();
    await page.getByRole('link', { name: 'Bench 271 of the row' }).click();
    await settled(page);
  },
);

test('a damaged row hides no other; it is named, its raw data saved, and taken away', async ({
  page,
}) => {
  await openShelf(page);
  await lay(page, [{ id: 'odd', name: 'Odd one', updated: 5, rev: 1, document: { vessels: 3 } }]);
  await page.reload();
  const card = page.getByRole('article').filter({ hasText: 'Odd one' });
  await expect(card).toContainText('is damaged in this browser’s storage');
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
  await openFile(page, {
    name: 'backup.json',
    mimeType: 'application/json',
    buffer: Buffer.from(
      JSON.stringify({ kind: 'mizuna-backup', version: 1, settings: {}, systems: rows }),
    ),
  });
  const told = page.locator('.notice').filter({ hasText: 'from the backup' });
  await expect(told).toContainText('1 system added');
  await expect(told).toContainText('59 systems could not be read');
  expect((await told.boundingBox())!.height).toBeLessThan(200);
  await told.getByText('All reasons').click();
  await expect(told.getByRole('listitem')).toHaveCount(59);
  expect((await told.boundingBox())!.height).toBeLessThan(600);
});
