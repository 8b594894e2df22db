import {
  NIGHT,
  expect,
  finding,
  openDemo,
  settled,
  showFindings,
  showPanel,
  STILL,
  test,
  choose,
} from './helpers';
import type { Page } from '@playwright/test';

test.use(STILL);

const bench = (page: Page, name: string) =>
  page
    .getByRole('tablist', { name: 'On the bench' })
    .getByRole('tab', { name, exact: true })
    .click();
const field = (page: Page, name: string | RegExp) => page.getByRole('textbox', { name }).first();
async function type(page: Page, name: string | RegExp, text: string) {
  await field(page, name).fill(text);
  await field(page, name).press('Enter');
}

test('a place is noted, what is wrong with it is found and mended', async ({ page }) => {
  await openDemo(page, 'Potting-shed pair', 'Place');
  await expect(page.getByRole('button', { name: /Lowest plug at 1500 mm/ })).toBeVisible();
  await type(page, 'Lowest plug', '900 mm');
  await showFindings(page);
  await expect(finding(page, 'plug-height')).toHaveAttribute('data-level', 'stop');
  await settled(page);
  await finding(page, 'plug-height')
    .getByRole('button', { name: /Have an electrician move the lowest plug up/ })
    .click();
  await expect(finding(page, 'plug-height')).toHaveCount(0);

  // A climate is one choice; a warm one is too warm for nobody here, a hot one for the perch.
  await showPanel(page);
  await choose(page, 'Air through the year', 'Hot all year');
  await expect(page.locator('figcaption').getByText(/Water from 2\d/)).toBeVisible();
  await page.getByRole('button', { name: /^Undo: Climate/ }).click();
  await expect(page.locator('figcaption').getByText(/Water from [3-9]\.?\d* °C/)).toBeVisible();
});

test('fish are stocked by a school, and go by it', async ({ page }) => {
  await openDemo(page, 'Potting-shed pair', 'Life');
  await expect(page.getByRole('button', { name: /Feed to planting: .* governs/ })).toBeVisible();
  await page.getByRole('button', { name: 'Use the rule Fish per water' }).click();
  await expect(page.getByRole('button', { name: /Fish per water: .* governs/ })).toBeVisible();
  await page.getByRole('button', { name: /^Stock \d+ by this rule/ }).click();
  await expect(field(page, 'Fish')).toHaveValue('62');
  // Its working is a press away.
  await page.getByRole('button', { name: /^Fish per water:/ }).click();
  await expect(page.getByText('Fish by this rule of thumb').first()).toBeVisible();
  await settled(page);
  await showFindings(page);
  await expect(page.locator('[data-finding="oxygen"]')).toHaveAttribute('data-level', /watch|stop/);
});

test(
  'too many fish on a warm balcony are mended by fixes alone',
  { tag: NIGHT },
  async ({ page }) => {
    test.setTimeout(180_000);
    await page.goto('/system/warm-balcony/life');
    await settled(page);
    await showFindings(page);
    await expect(finding(page, 'oxygen')).toHaveAttribute('data-level', 'stop');
    await expect(finding(page, 'ammonia')).toHaveAttribute('data-level', 'stop');
    for (let i = 0; i < 12; i++) {
      const stop = page.locator('[data-finding][data-level="stop"]').first();
      if ((await stop.count()) === 0) break;
      const id = await stop.getAttribute('data-finding');
      await stop.locator('.fix').first().click();
      await settled(page);
      expect(id).not.toBeNull();
    }
    await expect(page.locator('[data-finding][data-level="stop"]')).toHaveCount(0);
  },
);

test('a bed is planned by hand and by keyboard, in plan and side view alike', async ({ page }) => {
  await openDemo(page, 'Potting-shed pair', 'Life');
  await bench(page, 'Plants');
  const mizuna = page.getByRole('button', { name: /^Mizuna, 9 plants/ });
  await expect(mizuna).toHaveAccessibleName(/40 mm from the left/);
  const box = (await mizuna.locator('.ground').boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 - 20, box.y + box.height / 2 + 8, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByRole('button', { name: /^Mizuna, 9 plants/ })).not.toHaveAccessibleName(
    /40 mm from the left/,
  );
  await page.getByRole('button', { name: /^Undo: Mizuna moved/ }).click();
  await expect(page.getByRole('button', { name: /^Mizuna, 9 plants/ })).toHaveAccessibleName(
    /40 mm from the left, 80 mm from the front/,
  );

  // By keyboard: a step, a column less, and the roots of the chosen stand show in the drawing.
  await mizuna.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('-');
  await expect(
    page.getByRole('button', { name: /^Mizuna, 6 plants, 50 mm from the left/ }),
  ).toBeVisible();
  await expect(page.locator('.root.chosen').first()).toBeAttached();

  // Something new from the catalogue; it is told what its roots meet.
  await page.getByRole('combobox', { name: 'Add a planting' }).fill('Radish');
  await page.getByRole('option', { name: 'Radish, root' }).click();
  await expect(page.getByRole('button', { name: /^Radish, \d+ plants/ })).toBeVisible();
  await expect(page.getByText(/Sow at the wet level or on a wick/)).toBeVisible();
});

test('a season is followed, planned on, and forecast from readings', async ({ page }) => {
  await openDemo(page, 'North-wall lean-to', 'Life');
  await bench(page, 'Season');
  await expect(page.getByRole('img', { name: /Ammonia peaks at .* on day/ })).toBeVisible();
  await choose(page, 'Plan an event', 'Buffer');
  const event = page.getByRole('slider', { name: 'Buffer' });
  await expect(event).toHaveAttribute('aria-valuetext', 'day 30');
  await event.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(event).toHaveAttribute('aria-valuetext', 'day 37');

  for (const [day, tan, nitrite] of [
    [3, 0.9, 0],
    [8, 2.4, 0.1],
    [14, 4, 0.4],
    [20, 4.5, 1.6],
    [26, 2, 6],
  ] as const) {
    const form = page.locator('form').getByRole('textbox', { name: 'Day' });
    await form.fill(String(day));
    await form.press('Tab');
    await type(page, 'Ammonia, from', String(tan));
    await type(page, 'Nitrite, from', String(nitrite));
    await page.getByRole('button', { name: 'Add the reading' }).click();
    await expect(
      page.getByRole('button', { name: `Delete the reading of day ${day}` }),
    ).toBeVisible();
  }
  await page.getByRole('button', { name: 'Forecast from the readings' }).click();
  await expect(page.getByRole('status').filter({ hasText: /Cycled|too few/ })).toBeVisible({
    timeout: 60_000,
  });
});

test(
  'a season is tended: each mark tells its plan, and what it asks and yields stands below',
  { tag: NIGHT },
  async ({ page }) => {
    await openDemo(page, 'Potting-shed pair', 'Life');
    await bench(page, 'Season');
    const tended = page.getByRole('button', { name: 'Good care', exact: true });
    await expect(tended).toHaveAttribute('aria-pressed', 'true');
    const asks = page.getByRole('region', { name: 'Effort and cost' });
    const yields = page.getByRole('region', { name: 'Yield' });
    await expect(asks.getByText(/ a day, .* a week/)).toBeVisible();
    await expect(asks.getByText('Feed', { exact: true })).toBeVisible();
    await expect(yields).toContainText(/Fish that died\s*0/);
    const does = page.getByRole('group', { name: 'What the grower does' });
    await does
      .getByRole('button', { name: /^Water change/ })
      .first()
      .focus();
    await page.keyboard.press('Enter');
    const told = page.getByRole('status').filter({ hasText: /^Day \d+/ });
    await expect(told).toContainText(/Change \d+ L of water/);
    await expect(told).toContainText(/alkalinity|pH/);
    await does
      .getByRole('button', { name: /^Fish added/ })
      .first()
      .click();
    await expect(told).toContainText(/Add 5 fish\. Routine work/);

    // Left alone it is drawn over the other; alone it asks for no time.
    await page.getByRole('button', { name: 'No care' }).click();
    await expect(page.getByText('calculating')).toHaveCount(0);
    await tended.click();
    await expect(asks.getByText('Time', { exact: true })).toHaveCount(0);
    await expect(does).toHaveCount(0);
  },
);

test(
  'a season in which fish cannot be kept says from which day, and what would keep them',
  { tag: NIGHT },
  async ({ page }) => {
    await openDemo(page, 'Warm balcony', 'Life');
    await bench(page, 'Season');
    const unkept = page.getByRole('status').filter({ hasText: /are not well/ });
    await expect(unkept).toContainText(/From day \d+ these fish/, { timeout: 60_000 });
    await expect(unkept).toContainText(/simulated over the whole season/);
    await unkept.getByRole('button', { name: 'Change the design' }).click();
    await expect(page.getByRole('button', { name: /^Undo/ })).toBeEnabled();
    await expect(unkept).toHaveCount(0, { timeout: 60_000 });
  },
);

/** Opens a calculator by its question, from the list or from another calculator. */
async function calculator(page: Page, question: string) {
  const back = page.getByRole('button', { name: 'All calculators' });
  if (await back.isVisible()) await back.click();
  await page.getByRole('button', { name: question }).click();
  await expect(page.getByRole('heading', { name: question })).toBeVisible();
  await expect(back).toBeFocused();
}

test('a calculator is found by its question, answers in a picture, and goes to the log and the tasks', async ({
  page,
}) => {
  await page.goto('/calculators');
  const find = page.getByRole('textbox', { name: 'What do you want to know?' });
  await find.fill('gasping');
  const questions = page.locator('[data-question]');
  await expect(questions).toHaveText([
    'Is this ammonia safe?',
    'How long do my fish live without power?',
  ]);
  await find.fill('tractor');
  await expect(page.getByText('No calculator for “tractor”')).toBeVisible();
  await find.fill('');
  await calculator(page, 'Is this ammonia safe?');
  await type(page, 'pH', '8.2');
  await expect(
    page.getByRole('img', { name: 'Un-ionised ammonia, as N: 0.03 mg/L. Warning.' }),
  ).toBeVisible();
  // Without a system there is no log to write in.
  await expect(page.getByRole('button', { name: /log/ })).toHaveCount(0);

  await openDemo(page, 'Potting-shed pair', 'Life');
  await bench(page, 'Calculators');
  await calculator(page, 'How much water do I change?');
  await expect(page.getByRole('img', { name: /^Each change: .* of 620 L, / })).toBeVisible();
  await type(page, 'Level now', '60');
  const each = (await page.locator('.calculator .main b').textContent())!;
  await page.getByRole('button', { name: 'Log it as done' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Added to the log' })).toBeVisible();
  await page.getByRole('button', { name: 'Make it a task' }).click();
  await expect(page.getByText('It is among the tasks of today.')).toBeVisible();
  await page.getByRole('navigation', { name: 'Stages' }).getByText('Rounds').click();
  // The step is announced in the same words: the task itself is meant.
  await expect(
    page.getByRole('button', { name: new RegExp(`^Water change: Each change: ${each}`) }),
  ).toBeVisible();
  await bench(page, 'Log');
  await expect(page.getByText(`Changed ${each} of water`).first()).toBeVisible();
});

test(
  'calculators answer in one’s own measures, with and without a system',
  { tag: NIGHT },
  async ({ page }) => {
    await page.goto('/calculators');
    await calculator(page, 'How much salt protects my fish from nitrite?');
    await type(page, 'Nitrite', '1');
    await type(page, 'Water in the system', '100 US gal');
    await expect(page.getByText('12.5 g', { exact: true })).toBeVisible();
    await calculator(page, 'How much buffer raises the pH?');
    await type(page, 'pH now', '6.2');
    await expect(page.getByText(/You need about \d+ steps/)).toBeVisible();
    await page.getByText('Calculation').click();
    await expect(page.getByText('alkalinity now', { exact: true })).toBeVisible();
    await calculator(page, 'How much water do I change?');
    await expect(page.getByText(/Change 146 L/)).toBeVisible();

    // Inside a system the litres are its own; they are told in other units when those are switched.
    await openDemo(page, 'Potting-shed pair', 'Life');
    await bench(page, 'Calculators');
    await calculator(page, 'How much water do I change?');
    await expect(field(page, 'Water in the system')).toHaveValue('620 L');
    await page.getByRole('button', { name: /^Units:/ }).click();
    await page.locator('.v-list-item').filter({ hasText: 'US gallons' }).click();
    await expect(field(page, 'Water in the system')).toHaveValue(/163\.\d* US gal/);
  },
);

test('a system without fish is asked nothing about fish', { tag: NIGHT }, async ({ page }) => {
  await openDemo(page, 'Under-stairs tray', 'Life');
  await expect(page.getByText(/Plants here live on nutrients in the water/)).toBeVisible();
  const panel = page.getByRole('region', { name: 'Life' });
  await expect(panel.getByText(/Add fish|Fish per water|Nitrite/)).toHaveCount(0);
  await expect(
    page.getByRole('tablist', { name: 'On the bench' }).getByRole('tab', { name: 'Season' }),
  ).toHaveCount(0);
  await type(page, 'EC at 25 °C', '2.6 mS/cm');
  await showFindings(page);
  await expect(finding(page, 'solution-strength')).toHaveAttribute('data-level', 'watch');
});

test('a year is planned from what is wanted, becomes tasks and is taken back', async ({ page }) => {
  await openDemo(page, 'Potting-shed pair', 'Life');
  await bench(page, 'Year');
  const make = page.getByRole('button', { name: 'Plan the year' });
  await expect(make).toBeDisabled();
  await choose(page, 'Add a goal', 'Heads a week');
  await type(page, 'Heads a week', '1');
  await page.getByLabel('Clear what grows in the beds now').check();
  await make.click();
  const use = page.getByRole('button', { name: 'Use this plan' });
  await expect(use).toBeVisible({ timeout: 60_000 });
  // The first plan is there while the search goes on; it may be used at once.
  const results = page.getByRole('region', { name: 'What you get' });
  await expect(results).toContainText(/Lettuce: \d+ of \d+ heads/);
  await expect(results).toContainText(/The system is not cycled yet/);
  const bars = page
    .getByRole('group', { name: /^The year from 31 Mar/ })
    .getByRole('button', { name: /^Lettuce in Bed/ });
  await bars.first().focus();
  await page.keyboard.press('Enter');
  const open = page
    .getByRole('status')
    .filter({ hasText: /Lettuce in Bed, \d plants?: planted .*, harvested from .*, cleared / });
  await expect(open).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await expect(bars.nth(1)).toBeFocused();

  await use.click();
  await expect(
    page.getByRole('status').filter({ hasText: /Its tasks are in Rounds/ }),
  ).toBeVisible();
  await expect(use).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toHaveCount(0);
  // The bed on the day on which a planting is there.
  await page.getByRole('button', { name: 'Show the bed on that day' }).click();
  await expect(page.getByRole('button', { name: /^Lettuce, \d plants?, / }).first()).toBeVisible();
  const day = page.getByRole('slider', { name: 'Day of the year on which the bed is shown' });
  await day.fill('40');
  await expect(page.getByText('Nothing grows in this bed on this day.')).toBeVisible();

  await page
    .getByRole('button', { name: /Rounds/ })
    .first()
    .click();
  await bench(page, 'Tasks');
  await expect(
    page
      .getByText(/^Add \d fish/)
      .filter({ visible: true })
      .first(),
  ).toBeVisible();
  await expect(page.getByText(/^Plant \d lettuce/).first()).toBeVisible();
  await expect(page.getByText(/^Sow \d+ seeds of lettuce/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText(/^Plant \d lettuce/)).toHaveCount(0);
});
