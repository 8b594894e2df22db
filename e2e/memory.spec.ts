import {
  NIGHT,
  expect,
  finding,
  openDemo,
  openShelf,
  settled,
  slider,
  test,
  STILL,
  showFindings,
} from './helpers';

test.use(STILL);

test('units and colours are this person’s, and stay after a reload', async ({ page }) => {
  await openDemo(page, 'Under-stairs tray');
  await page.getByRole('button', { name: /^Units:/ }).click();
  await page.locator('.v-list-item').filter({ hasText: 'Imperial' }).click();
  await page.getByRole('button', { name: 'Dark colours' }).click();
  await expect(page.locator('.v-application')).toHaveClass(/v-theme--evening/);
  await page.reload();
  await expect(page.locator('.v-application')).toHaveClass(/v-theme--evening/);
  await expect(slider(page, 'Water at rest in Reservoir')).toHaveAttribute(
    'aria-valuetext',
    '28.6 imp gal',
  );
  const kept = await page.evaluate(
    () =>
      new Promise<string>((resolve, reject) => {
        const open = indexedDB.open('mizuna');
        open.onerror = () => reject(new Error('no store'));
        open.onsuccess = () => {
          const get = open.result
            .transaction('systems')
            .objectStore('systems')
            .get('under-stairs-tray');
          get.onsuccess = () => resolve(JSON.stringify(get.result.document.vessels[0].fill));
        };
      }),
  );
  // What is stored never changes with what is shown.
  expect(kept).toBe('0.13');
});

test('undo goes back through everything, also what was done before a reload', async ({ page }) => {
  await openDemo(page, 'Potting-shed pair', 'Fill & drain');
  const crest = slider(page, 'Overflow height of Bell siphon');
  const breaks = slider(page, 'Height at which Bell siphon stops');
  await crest.focus();
  await page.keyboard.press('ArrowDown');
  await breaks.focus();
  await page.keyboard.press('ArrowUp');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(breaks).toHaveAttribute('aria-valuetext', '35 mm');
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(breaks).toHaveAttribute('aria-valuetext', '30 mm');
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(crest).toHaveAttribute('aria-valuetext', '235 mm');
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeDisabled();
  await page.getByRole('button', { name: /^Redo/ }).click();
  await page.getByRole('button', { name: /^Redo/ }).click();
  await expect(breaks).toHaveAttribute('aria-valuetext', '35 mm');
});

test('an edit on the way out is on the shelf and in the store', async ({ page }) => {
  await openDemo(page, 'Potting-shed pair');
  const name = page.getByLabel('Name of the system');
  await name.fill('Renamed in passing');
  await page.getByRole('link', { name: 'Back to the shelf' }).click();
  await expect(page.getByRole('link', { name: /Renamed in passing/ })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('link', { name: /Renamed in passing/ })).toBeVisible();
});

test(
  'the first attempt is mended fix by fix until nothing is at stop',
  { tag: NIGHT },
  async ({ page }) => {
    await openDemo(page, 'The first attempt');
    await showFindings(page);
    for (let turn = 0; turn < 14; turn++) {
      await settled(page);
      const stop = page.locator('[data-level="stop"]').filter({ has: page.locator('.fix') });
      if ((await page.locator('[data-level="stop"]').count()) === 0) break;
      await stop.first().locator('.fix').first().click();
    }
    await settled(page);
    await expect(page.locator('[data-level="stop"]')).toHaveCount(0);
    await expect(finding(page, 'dry-run')).toHaveCount(0);
    await page.getByRole('button', { name: /Show what is OK/ }).click();
    await expect(finding(page, 'dry-run')).toContainText('stays covered all day');
    await page.getByRole('link', { name: 'Back to the shelf' }).click();
    const card = page.getByRole('article').filter({ hasText: 'The first attempt' });
    await expect(card).toContainText('Warning');
    await expect(card).not.toContainText('Problem');
  },
);

test('two systems keep their own histories', { tag: NIGHT }, async ({ page }) => {
  await openDemo(page, 'Potting-shed pair', 'Fill & drain');
  await slider(page, 'Overflow height of Bell siphon').press('ArrowDown');
  await page.getByRole('link', { name: 'Back to the shelf' }).click();
  await page.getByRole('link', { name: /Under-stairs tray/ }).click();
  await settled(page);
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeDisabled();
  await page.getByRole('link', { name: 'Back to the shelf' }).click();
  await page.getByRole('link', { name: /Potting-shed pair/ }).click();
  await expect(page.getByRole('button', { name: /^Undo: Standpipe height 230 mm/ })).toBeEnabled();
});

test('an unknown address leads to the shelf', async ({ page }) => {
  await openShelf(page);
  await page.goto('/somewhere/else');
  await expect(page.getByRole('heading', { name: 'On the shelf' })).toBeVisible();
});
