import { LAYOUTS } from '../core/system/layouts/index.ts';
import {
  NIGHT,
  expect,
  finding,
  openDemo,
  openShelf,
  settled,
  test,
  showFindings,
} from './helpers';
import type { Page } from '@playwright/test';

/** Every layout opens and plays; what is built on the benches is built in the real interface. */

async function make(page: Page, name: string) {
  await page.getByRole('button', { name: new RegExp(`^${name}`) }).click();
  await settled(page);
}
const bench = (page: Page, name: string) =>
  page.getByRole('tablist', { name: 'On the bench' }).getByRole('tab', { name, exact: true });

/** A fresh page for every one would be opened longer than it is used. */
const TOGETHER = 5;

for (let i = 0; i < LAYOUTS.length; i += TOGETHER) {
  const some = LAYOUTS.slice(i, i + TOGETHER);
  test(
    `open, play, nothing at stop: ${some.map((l) => l.name).join('; ')}`,
    { tag: NIGHT },
    async ({ page }) => {
      test.setTimeout(120_000);
      for (const [k, layout] of some.entries()) {
        if (k === 0) await openShelf(page);
        else await page.getByRole('link', { name: 'Back to the shelf' }).click();
        await make(page, layout.name);
        await expect(page.locator('[data-level="stop"]')).toHaveCount(0);
        for (const v of layout.make('x', 'X').vessels) {
          await expect(page.getByRole('group', { name: 'Vessel' }).getByText(v.name)).toBeVisible();
        }
        const clock = page.getByRole('slider', { name: 'Moment of the day' });
        await clock.focus();
        await page.keyboard.press('Home');
        const at = await clock.getAttribute('aria-valuenow');
        await page.getByRole('button', { name: 'Play the day' }).click();
        await expect(async () => {
          expect(Number(await clock.getAttribute('aria-valuenow'))).toBeGreaterThan(Number(at));
        }).toPass();
        await page.getByRole('button', { name: 'Stop the day' }).click();
        for (const stage of ['Lift', 'Fill & drain']) {
          await page
            .getByRole('button', { name: new RegExp(stage) })
            .first()
            .click();
          await expect(page.getByRole('region', { name: stage })).toBeVisible();
        }
      }
    },
  );
}

test('a bed is added, its taps are set evenly, and undo takes it back', async ({ page }) => {
  await openShelf(page);
  await make(page, 'Two pumps, filter and clear tank');
  await page.getByRole('button', { name: /^Add a bed/ }).click();
  const tabs = page.getByRole('group', { name: 'Vessel' });
  await expect(tabs.getByRole('button', { name: 'Fourth bed' })).toBeVisible();
  await settled(page);
  await page.getByRole('button', { name: /Lift/ }).first().click();
  await page.getByRole('button', { name: 'Feed to the beds', exact: true }).click();
  await page.getByRole('button', { name: /Set the valves for an even split/ }).click();
  await settled(page);
  await expect(finding(page, 'even-split')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await page
    .getByRole('button', { name: /Vessels/ })
    .first()
    .click();
  await expect(tabs.getByRole('button', { name: 'Fourth bed' })).toHaveCount(0);
});

test('fault tests run with progress, play in the drawing, and a fix mends what failed', async ({
  page,
}) => {
  await openDemo(page, 'Potting-shed pair', 'Fill & drain');
  await page
    .getByRole('button', { name: /Vessels/ })
    .first()
    .click();
  await page.getByRole('button', { name: /Lift/ }).first().click();
  // A pump on the floor leaves the fish nothing when the pipe comes off.
  const intake = page.getByRole('textbox', { name: 'Intake above the floor', exact: true });
  await intake.fill('50 mm');
  await intake.press('Enter');
  await page
    .getByRole('button', { name: /Fill & drain/ })
    .first()
    .click();
  await bench(page, 'Faults').click();
  await page.getByRole('button', { name: 'Run all fault tests' }).click();
  await expect(page.getByRole('button', { name: 'Run the fault tests again' })).toBeVisible({
    timeout: 60_000,
  });
  const loose = page.locator('[data-fault-test="delivery-off/lift"]');
  await expect(loose).toContainText('failed');
  await loose.getByRole('button', { name: /comes off/ }).click();
  await expect(page.getByText(/^Fault test:/)).toBeVisible();
  await loose.getByRole('button', { name: /Raise the pump/ }).click();
  await expect(page.getByText(/^Fault test:/)).toHaveCount(0);
  await settled(page);
  await page.getByRole('button', { name: 'Run the fault tests again' }).click();
  await expect(page.getByRole('button', { name: 'Run the fault tests again' })).toBeVisible({
    timeout: 60_000,
  });
  await expect(loose).toContainText('with loss');
});

test('a timer is set from what the bed asks for', async ({ page }) => {
  await openDemo(page, 'Under-stairs tray', 'Fill & drain');
  await bench(page, 'Timer').click();
  await expect(page.getByRole('img', { name: /Face of the timer/ })).toBeVisible();
  await page.getByRole('combobox', { name: 'Type of timer' }).last().click({ force: true });
  await page.getByRole('option', { name: 'Dial with pins of 15 min' }).click();
  await expect(page.getByText(/Press these \d+ pins of 15 min/)).toBeVisible();
  await page.getByRole('button', { name: /^Set the timer to these times/ }).click();
  await settled(page);
  await expect(page.getByRole('textbox', { name: 'Program 1 on at' })).toHaveValue('05:00');
  await expect(page.getByRole('textbox', { name: 'for', exact: true }).first()).toHaveValue(
    '15 min',
  );
  await expect(finding(page, 'on-time')).toHaveCount(0);
});

test(
  'a measurement corrects the model and says which finding it moves',
  { tag: NIGHT },
  async ({ page }) => {
    await openDemo(page, 'Potting-shed pair', 'Fill & drain');
    await bench(page, 'Measure').click();
    const fill = page.getByRole('group', { name: 'Fill of Bed' });
    await expect(fill).toContainText(/Predicted 4 min \d+ s, between/);
    const field = fill.getByRole('textbox', { name: 'Measured' });
    await field.fill('7 min');
    await field.press('Enter');
    await expect(fill).toContainText('measured 7 min');
    // No stones hold that much: it speaks of the flow.
    await expect(fill).toContainText(
      /need voids of \d+\.?\d* % instead of .* Do the bucket test first/,
    );
    await expect(fill.getByRole('list', { name: 'Findings that change' })).toBeVisible();
    await field.fill('4 min 30 s');
    await field.press('Enter');
    await expect(fill).toContainText(/The media have voids of \d+\.?\d* % instead of/);
    const watch = fill.getByRole('button', { name: /Start the stopwatch/ });
    await watch.click();
    const running = fill.getByRole('button', { name: /Stop the stopwatch/ });
    await expect(running).toContainText(/[3-9] s/);
    await running.click();
    await expect(fill.getByRole('button', { name: /^Use/ })).toBeVisible();
  },
);

test('the siphon’s workshop lists stock sizes that work, and one is taken', async ({ page }) => {
  await openDemo(page, 'Potting-shed pair', 'Fill & drain');
  await bench(page, 'Siphon').click();
  await expect(page.getByRole('img', { name: 'Bell siphon with dimensions' })).toBeVisible();
  await expect(page.getByRole('list', { name: 'One cycle' }).getByRole('listitem')).toHaveCount(6);
  await page.getByRole('button', { name: /Search pipes/ }).click();
  await expect(page.getByText(/combinations work/)).toBeVisible();
  await page
    .getByRole('button', { name: /to spare/ })
    .first()
    .click();
  await settled(page);
  await expect(finding(page, 'siphon-start')).toHaveCount(0);
  await expect(finding(page, 'siphon-stop')).toHaveCount(0);
});

test('what is owned becomes a system', async ({ page }) => {
  await openShelf(page);
  await page.getByRole('link', { name: /From what I have/ }).click();
  await page.getByRole('button', { name: 'Search', exact: true }).click();
  await expect(page.getByRole('heading', { name: /^The best/ })).toBeVisible({ timeout: 60_000 });
  await page.getByRole('button', { name: 'Open this system' }).first().click();
  await settled(page);
  await expect(page.locator('[data-level="stop"]')).toHaveCount(0);
});

test('service holds the beds flooded, and reminds of it', async ({ page }) => {
  await openDemo(page, 'Potting-shed pair', 'Fill & drain');
  await page.getByRole('button', { name: /Held flooded/ }).click();
  await expect(finding(page, 'service')).toContainText('The beds are held flooded');
  await settled(page);
  await showFindings(page);
  await finding(page, 'service').getByRole('button', { name: 'Resume normal running' }).click();
  await expect(finding(page, 'service')).toHaveCount(0);
});
