import { expect, openShelf, test } from './helpers';
import { VISITED } from './visited';

test('a newcomer finds the demo systems, drawn and judged', async ({ page }) => {
  await openShelf(page);
  const cards = page.getByRole('region', { name: 'On the shelf' }).getByRole('article');
  await expect(cards).toHaveCount(8);
  for (const card of await cards.all()) {
    await card.scrollIntoViewIfNeeded();
    await expect(card.getByRole('img', { name: /from the side$/ })).toBeVisible();
    await expect(card).toContainText(/Problem|Warning|OK/);
  }
  await page.context().storageState({ path: VISITED, indexedDB: true });
});
