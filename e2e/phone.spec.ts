import type { Locator, Page } from '@playwright/test';
import { NIGHT, STILL, expect, openDemo, settled, test } from './helpers';

test.use({ ...STILL, hasTouch: true });

/** What each stage is opened for on a phone. */
const WORK = {
  Place: (p: Page) => p.getByRole('combobox', { name: 'Place' }),
  Vessels: (p: Page) => p.getByRole('textbox', { name: 'Diameter' }),
  Lift: (p: Page) => p.getByRole('button', { name: /^Flow: / }),
  'Fill & drain': (p: Page) => p.getByRole('button', { name: /^Fill: / }),
  Life: (p: Page) => p.getByRole('combobox', { name: 'Species' }),
  Build: (p: Page) => p.getByRole('heading', { name: 'Agree on the place and its load' }),
  'Start-up': (p: Page) => p.getByText('Test before filling'),
  Rounds: (p: Page) => p.getByRole('button', { name: /^Water temperature/ }),
} as const;

const rail = (page: Page) => page.getByRole('navigation', { name: 'Stages' });

/** A thing lies whole on the screen, above the stages under the thumb. */
async function inHand(page: Page, what: string, thing: Locator) {
  await expect(thing, what).toBeVisible();
  const [box, bar] = [(await thing.boundingBox())!, (await rail(page).boundingBox())!];
  expect(box.y, `${what} top`).toBeGreaterThanOrEqual(0);
  expect(box.y + box.height, `${what} bottom`).toBeLessThanOrEqual(bar.y + 1);
}

for (const [width, height] of [
  [390, 844],
  [360, 640],
] as const) {
  test(
    `at ${width} × ${height} each stage shows its work on the first screen, and nothing lies under the thumb bar`,
    { tag: width === 360 ? NIGHT : [] },
    async ({ page }) => {
      await page.setViewportSize({ width, height });
      await openDemo(page, 'Potting-shed pair', 'Place');
      for (const [stage, work] of Object.entries(WORK)) {
        await rail(page)
          .getByRole('button', { name: new RegExp(`${stage}$`) })
          .tap();
        await expect(page.getByRole('region', { name: stage })).toBeVisible();
        await page.evaluate(() => window.scrollTo(0, 0));
        await inHand(page, stage, work(page).first());
        // The day is folded away except where it is the work.
        await expect(page.getByRole('slider', { name: 'Moment of the day' })).toHaveCount(
          stage === 'Fill & drain' ? 1 : 0,
        );
      }
      // The drawing opens on a touch and closes on another.
      await rail(page)
        .getByRole('button', { name: /Vessels/ })
        .tap();
      await page.getByRole('button', { name: 'Open the drawing' }).tap();
      await expect(page.getByRole('slider', { name: /^Rim of/ }).first()).toBeVisible();
      await page.getByRole('button', { name: 'Close the drawing' }).tap();
      await expect(page.getByRole('slider', { name: /^Rim of/ })).toHaveCount(0);
    },
  );
}

test('with the keyboard open the field that is typed in stays in view, clear of the thumb bar', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openDemo(page, 'Potting-shed pair', 'Place');
  const fields = await page.getByRole('region', { name: 'Place' }).getByRole('textbox').all();
  expect(fields.length).toBeGreaterThan(20);
  // What is left of 844 px where a keyboard takes half.
  await page.setViewportSize({ width: 390, height: 430 });
  for (const field of fields) {
    await field.focus();
    const [box, bar] = [(await field.boundingBox())!, (await rail(page).boundingBox())!];
    const name = await field.getAttribute('aria-label');
    expect(box.y, `${name} above`).toBeGreaterThanOrEqual(0);
    expect(box.y + box.height, `${name} below`).toBeLessThanOrEqual(430);
    const covered = bar.y < 430 && bar.y < box.y + box.height && bar.y + bar.height > box.y;
    expect(covered, `${name} under the bar`).toBe(false);
  }
  // Without it, the last field that is reached by the keyboard is clear of the bar too.
  await page.setViewportSize({ width: 390, height: 844 });
  await settled(page);
  await fields.at(-1)!.focus();
  await inHand(page, 'last field', fields.at(-1)!);
});
