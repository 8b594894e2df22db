import { expect, openFile, openShelf, test, STILL } from './helpers';
import { readFileSync } from 'node:fs';

test.use(STILL);

const good = readFileSync('demo/potting-shed-pair.json', 'utf8');

const bad: [string, string | Buffer, RegExp][] = [
  ['broken.json', good.slice(0, 700), /is cut off/],
  ['foreign.json', '{"name":"a shopping list"}', /it is not a Mizuna system/],
  ['newer.json', good.replace(/"version": \d+/, '"version": 99'), /newer version/],
  ['empty.json', '', /empty/],
  [
    'wrong.json',
    good.replace('"crest": 0.235', '"crest": -3'),
    /“Standpipe height” of “Bell siphon” is below/,
  ],
  ['picture.json', Buffer.from([137, 80, 78, 71, 0, 1, 2, 3]), /breaks off|not JSON/],
  ['huge.json', `{"kind":"mizuna-system","notes":"${'x'.repeat(6e6)}"}`, /far larger/],
];

test('a file that is no system is refused with its name and the reason, and changes nothing', async ({
  page,
}) => {
  await openShelf(page);
  const cards = await page.getByRole('link').count();
  for (const [name, content, reason] of bad) {
    await openFile(page, { name, mimeType: 'application/json', buffer: Buffer.from(content) });
    await expect(page.getByRole('alert').filter({ hasText: name })).toContainText(reason);
    expect(await page.getByRole('link').count()).toBe(cards);
  }
});

test('a file dragged onto the shelf is opened', async ({ page }) => {
  await openShelf(page);
  const text = good
    .replace('"id": "potting-shed-pair"', '"id": "dragged"')
    .replace('Potting-shed pair', 'Dragged in');
  const data = await page.evaluateHandle((t) => {
    const d = new DataTransfer();
    d.items.add(new File([t], 'dragged.json', { type: 'application/json' }));
    return d;
  }, text);
  await page.locator('body').dispatchEvent('drop', { dataTransfer: data });
  await expect(page.getByLabel('Name of the system')).toHaveValue('Dragged in');
});

test('an address without a system says so', async ({ page }) => {
  await page.goto('/system/nothing-here');
  await expect(
    page.getByRole('heading', { name: 'This system is not on the shelf' }),
  ).toBeVisible();
});

test('without a store the work goes on and says so', async ({ page }) => {
  await page.addInitScript(() => {
    Object.defineProperty(window, 'indexedDB', { value: undefined });
  });
  await page.goto('/');
  await expect(page.getByRole('alert').first()).toContainText('does not allow Mizuna to save data');
  await page.getByRole('link', { name: /Potting-shed pair/ }).click();
  await expect(page.getByRole('tablist', { name: 'Beside the drawing' })).toBeVisible();
});
