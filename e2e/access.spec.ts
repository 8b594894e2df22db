import {
  NIGHT,
  axe,
  axeOn,
  choose,
  expect,
  openDemo,
  openShelf,
  settled,
  slider,
  test,
  still,
  STILL,
  showFindings,
  showPanel,
} from './helpers';
import type { Page } from '@playwright/test';

test.use(STILL);

for (const theme of ['paper', 'evening'] as const) {
  test(
    `axe finds nothing in the ${theme} theme`,
    { tag: theme === 'evening' ? NIGHT : [] },
    async ({ page }) => {
      test.setTimeout(180_000);
      // A theme changes colours and nothing else.
      const rules = theme === 'evening' ? ['color-contrast'] : undefined;
      await page.emulateMedia({
        colorScheme: theme === 'evening' ? 'dark' : 'light',
      });
      await openShelf(page);
      await axe(page, 'shelf', rules);
      await page.getByRole('link', { name: /The first attempt/ }).click();
      await settled(page);
      for (const stage of [
        'Place',
        'Life',
        'Build',
        'Start-up',
        'Rounds',
        'Vessels',
        'Lift',
        'Fill & drain',
      ]) {
        await page
          .getByRole('button', { name: new RegExp(stage) })
          .first()
          .click();
        await expect(page.getByRole('region', { name: stage })).toBeVisible();
        await still(page);
        await axe(page, stage, rules);
      }
      await showFindings(page);
      await page.getByRole('button', { name: 'why' }).first().click();
      await axe(page, 'findings', rules, 'aside');
      await showPanel(page);
      await page.getByRole('button', { name: /^Fill:/ }).click();
      await axe(page, 'working', rules, 'aside');
      const bench = page.getByRole('tablist', { name: 'On the bench' });
      for (const name of ['Siphon', 'Timer', 'Faults', 'Measure']) {
        await bench.getByRole('tab', { name, exact: true }).click();
        if (name === 'Faults') {
          await page.getByRole('button', { name: 'Run all fault tests' }).click();
          await expect(page.getByRole('button', { name: 'Run the fault tests again' })).toBeVisible(
            {
              timeout: 60_000,
            },
          );
        }
        await still(page);
        await axe(page, name, rules, 'aside');
      }
      await page.getByRole('button', { name: /Life/ }).first().click();
      for (const name of ['Plants', 'Season', 'Year', 'Calculators']) {
        await bench.getByRole('tab', { name, exact: true }).click();
        if (name === 'Season')
          await expect(page.getByRole('img', { name: /Ammonia peaks/ })).toBeVisible();
        if (name === 'Year') {
          await choose(page, 'Add a goal', 'Heads a week');
          await page.getByRole('button', { name: 'Plan the year' }).click();
          await expect(page.getByRole('region', { name: 'What you get' })).toBeVisible({
            timeout: 60_000,
          });
          await page.getByRole('button', { name: 'Stop', exact: true }).click();
        }
        await still(page);
        await axe(page, name, rules, ['Season', 'Year'].includes(name) ? 'main' : 'aside');
      }
      await page.getByRole('button', { name: /Build/ }).first().click();
      for (const name of ['Parts', 'Holes', 'Steps', 'Cost']) {
        await bench.getByRole('tab', { name, exact: true }).click();
        await still(page);
        await axe(page, name, rules, 'aside');
      }
      await page.goto('/calculators');
      await expect(page.getByRole('heading', { name: 'Is my water safe?' })).toBeVisible();
      await axe(page, 'calculators', rules);
      await page.getByRole('button', { name: 'Is this ammonia safe?' }).click();
      await expect(page.getByRole('article', { name: 'Is this ammonia safe' })).toBeVisible();
      await still(page);
      await axe(page, 'calculators', rules);
      await page.goto('/search');
      await expect(page.getByRole('button', { name: 'Search', exact: true })).toBeVisible();
      await still(page);
      await axe(page, 'search', rules);
    },
  );
}

test('what opens over the page lies in a landmark and has its names', async ({ page }) => {
  await openDemo(page, 'Potting-shed pair');
  for (const open of [
    () => page.getByRole('button', { name: /^Units:/ }).click(),
    () => page.getByRole('button', { name: 'Send, print, export' }).click(),
    () => page.getByRole('button', { name: 'Keys' }).click(),
  ]) {
    await open();
    const over = page.locator('.v-overlay--active .v-overlay__content');
    await expect(over).toBeVisible();
    await still(page);
    // The rule on landmarks is one of the whole page; the drawing was looked at elsewhere.
    const { violations } = await axeOn(page).exclude('.stagearea').analyze();
    expect(violations.map((v) => `${v.id} ${v.nodes.map((n) => n.html).join(' ')}`)).toEqual([]);
    await page.keyboard.press('Escape');
    await expect(over).toHaveCount(0);
  }
});

test('the first journey by keyboard alone', async ({ page }) => {
  await openShelf(page);
  for (let i = 0; i < 30; i++) {
    await page.keyboard.press('Tab');
    if (
      await page.evaluate(() => document.activeElement?.textContent?.includes('The first attempt'))
    )
      break;
  }
  await page.keyboard.press('Enter');
  await settled(page);
  await page.locator('body').press('4');
  const crest = slider(page, 'Overflow height of Bell siphon');
  await expect(crest).toHaveAttribute('aria-valuetext', '300 mm');
  for (let i = 0; i < 60; i++) {
    await page.keyboard.press('Tab');
    if (await crest.evaluate((e) => e === document.activeElement)) break;
  }
  await expect(crest).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect(crest).toHaveAttribute('aria-valuetext', '290 mm');
  await page.keyboard.press('Shift+ArrowDown');
  await expect(crest).toHaveAttribute('aria-valuetext', '240 mm');
  await page.keyboard.press('Enter');
  await page.keyboard.type('8 in');
  await page.keyboard.press('Enter');
  await expect(crest).toHaveAttribute('aria-valuetext', '203 mm');
  await expect(crest).toBeFocused();
  await page.keyboard.press('Enter');
  await page.keyboard.type('two cups');
  await page.keyboard.press('Enter');
  await expect(page.getByText('“two cups” is not a length')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(crest).toBeFocused();
  await expect(crest).toHaveAttribute('aria-valuetext', '203 mm');
  await page.keyboard.press('Control+z');
  await expect(crest).toHaveAttribute('aria-valuetext', '240 mm');
  // Nudges close together are one step; on a slow machine they may be several.
  const until = async (keys: string, value: string) => {
    for (let i = 0; i < 4; i++) {
      if ((await crest.getAttribute('aria-valuetext')) === value) return;
      await page.keyboard.press(keys);
      await page.evaluate(() => new Promise((done) => requestAnimationFrame(done)));
    }
    await expect(crest).toHaveAttribute('aria-valuetext', value);
  };
  await until('Control+z', '300 mm');
  await until('Control+Shift+Z', '240 mm');
  // On to the first fix, pressed and found to mend; then into a file, and home.
  await settled(page);
  const before = await page.locator('[data-level="stop"]').count();
  // One of the tabs is a stop of Tab; to the other goes an arrow.
  await tabTo(page, (e) => e?.getAttribute('role') === 'tab');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await tabTo(page, (e) => e instanceof HTMLElement && 'fix' in e.dataset);
  await page.keyboard.press('Enter');
  await settled(page);
  await expect
    .poll(() => page.locator('[data-level="stop"]').count(), { timeout: 15_000 })
    .toBeLessThan(before);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.keyboard.press('Control+s'),
  ]);
  expect(download.suggestedFilename()).toBe('The-first-attempt.mizuna.json');
  await tabTo(page, (e) => e?.getAttribute('aria-label') === 'Back to the shelf');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'On the shelf' })).toBeVisible();
});

/** Goes on by Tab until the focus is where it is wanted. */
async function tabTo(page: Page, wanted: (e: Element | null) => boolean): Promise<void> {
  for (let i = 0; i < 120; i++) {
    await page.keyboard.press('Tab');
    if (await page.evaluate(`(${String(wanted)})(document.activeElement)`)) return;
  }
  throw new Error('Tab never came there.');
}

test('single keys act where nothing takes them, and can be switched off', async ({ page }) => {
  await openDemo(page, 'Potting-shed pair');
  await page.locator('body').press('3');
  await expect(page.getByRole('region', { name: 'Lift' })).toBeVisible();
  await page.locator('body').press('u');
  await expect(page.getByRole('button', { name: 'Units: US gallons, inches' })).toBeVisible();
  await page.locator('body').press('?');
  await page
    .getByRole('dialog')
    .getByLabel(/Use single keys/)
    .uncheck();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.locator('body').press('2');
  await expect(page.getByRole('region', { name: 'Lift' })).toBeVisible();
});

test('at 1280 × 800 the drawing stages do not scroll the page', async ({ page }) => {
  await openDemo(page, 'Under-stairs tray');
  const over = await page.evaluate(
    () => document.documentElement.scrollHeight - window.innerHeight,
  );
  expect(over).toBeLessThanOrEqual(0);
});
