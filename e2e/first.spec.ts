import { NIGHT, axe, expect, finding, openDemo, settled, showFindings, test } from './helpers';

test.describe('in a browser that has never been here', () => {
  test.use({ storageState: { cookies: [], origins: [] } });

  test('the address of an example opens it', async ({ page }) => {
    await page.goto('/system/the-first-attempt/vessels');
    await expect(page.getByRole('textbox', { name: 'Name of the system' })).toHaveValue(
      'The first attempt',
    );
    await settled(page);
    await page.getByRole('link', { name: 'Back to the shelf' }).click();
    await expect(page.getByRole('article')).toHaveCount(8);
  });

  for (const [where, width, height] of [
    ['at the desk', 1280, 800],
    ['on a phone', 390, 844],
  ] as const)
    test(
      `a newcomer has a judged design of their own in at most 12 presses, ${where}`,
      { tag: width < 1000 ? NIGHT : [] },
      async ({ page }) => {
        await page.setViewportSize({ width, height });
        let presses = 0;
        const press = async (name: string | RegExp, role: 'link' | 'button' = 'button') => {
          presses++;
          await page.getByRole(role, { name }).first().click();
        };
        await page.goto('/');
        await press('Start from what I have', 'link');
        await expect(page.getByRole('heading', { name: 'From what I have' })).toBeVisible();
        // The tank is made longer, by its dot or in its field: both are the same figure.
        const length = page.getByRole('textbox', { name: 'Tank, length' });
        if (width > 600) {
          const dot = page.getByRole('slider', { name: 'Tank, length' });
          const box = (await dot.locator('.dot').boundingBox())!;
          await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
          await page.mouse.down();
          await page.mouse.move(box.x + box.width / 2 + 30, box.y + box.height / 2, { steps: 5 });
          await page.mouse.up();
          await expect(length).not.toHaveValue('1200 mm');
          await dot.press('ArrowRight');
        } else await length.fill('1.4 m');
        presses += 2;
        await axe(page, 'page');
        await press('Search');
        await expect(page.getByRole('heading', { name: /^The best/ })).toBeVisible({
          timeout: 120_000,
        });
        // What each gives stands beside its picture.
        const card = page.getByRole('listitem').filter({ hasText: 'Open this system' }).first();
        for (const what of ['Fish, at most', 'Plants', 'Water', 'Electricity a day', 'Work a week'])
          await expect(card.getByText(what, { exact: true })).toBeVisible();
        await press('Open this system');
        await settled(page);
        await expect(
          page.getByRole('status').filter({ hasText: /problem|warning/i }),
        ).toBeVisible();
        await expect(page.locator('[data-finding][data-level="stop"]')).toHaveCount(0);
        await press('Back to the shelf', 'link');
        await expect(
          page.getByRole('list', { name: 'My systems' }).getByRole('article'),
        ).toHaveCount(1);
        expect(presses).toBeLessThanOrEqual(12);
      },
    );

  test('the owner of a running system comes to the first advice', async ({ page }) => {
    let presses = 0;
    const press = async (name: string | RegExp, role: 'link' | 'button' | 'option' = 'button') => {
      presses++;
      await page.getByRole(role, { name }).first().click();
    };
    const type = async (label: string, value: string) => {
      presses++;
      const field = page.getByRole('textbox', { name: label });
      await field.fill(value);
      await field.press('Enter');
    };
    await page.goto('/');
    await expect(page.getByRole('heading', { name: 'What do you want to do?' })).toBeVisible();
    await axe(page, 'page');
    await press('I already have a system running', 'link');
    await expect(page.getByRole('heading', { name: 'A system that is running' })).toBeVisible();
    await axe(page, 'page');
    await type('Water in the fish tank', '500 L');
    await type('Weight of one fish', '60 g');
    await type('Water temperature', '22');
    await type('pH', '8.2');
    await type('Total ammonia (TAN), as N', '4');
    await press('Save and go to Rounds');
    await expect(page.getByRole('article', { name: 'Plan of care' })).toContainText('Do not feed');
    expect(presses).toBeLessThanOrEqual(20);
    // It is one’s own: it stands before the examples, which can be hidden.
    await page.getByRole('link', { name: 'Back to the shelf' }).click();
    const mine = page.getByRole('list', { name: 'My systems' });
    await expect(mine.getByRole('article')).toHaveCount(1);
    await expect(page.getByRole('heading', { name: 'What do you want to do?' })).toHaveCount(0);
    await page.getByRole('button', { name: 'Hide the examples' }).click();
    await expect(page.getByRole('article')).toHaveCount(1);
    await page.reload();
    await expect(page.getByRole('article')).toHaveCount(1);
    await page.getByRole('button', { name: 'Show the examples' }).click();
    await expect(page.getByRole('article')).toHaveCount(9);
  });
});

test('all problems of the first attempt are solved by one plan, as one step', async ({ page }) => {
  await openDemo(page, 'The first attempt');
  await showFindings(page);
  await page.getByRole('button', { name: 'Solve all problems' }).click();
  const plan = page.getByRole('region', { name: 'Solve all problems' });
  await expect(plan.getByText(/^\d changes solve all problems\.$/)).toBeVisible({
    timeout: 120_000,
  });
  await expect(plan.getByText('After: No problem left')).toBeVisible();
  await axe(page, 'page');
  // One is left out, and is needed.
  const first = plan.getByRole('checkbox').first();
  await first.uncheck();
  await expect(plan.getByText(/^After: .* left$/)).not.toHaveText('After: No problem left');
  await first.check();
  await expect(plan.getByText('After: No problem left')).toBeVisible();
  await plan.getByRole('button', { name: /^Make these \d changes/ }).click();
  await settled(page);
  await expect(page.locator('[data-finding][data-level="stop"]')).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo: \d changes that solve problems/ }).click();
  await settled(page);
  await expect(finding(page, 'reserve')).toHaveAttribute('data-level', 'stop');
});
