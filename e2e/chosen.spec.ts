import { resolve } from 'node:path';
import type { Page } from '@playwright/test';
import {
  NIGHT,
  STILL,
  expect,
  finding,
  openDemo,
  openDrawing,
  openFile,
  openShelf,
  pull,
  settled,
  showFindings,
  slider,
  test,
} from './helpers';

test.use(STILL);
const part = (at: string) => `[data-part="${at}"]`;

test('one thing is chosen everywhere together, and the address keeps it', async ({ page }) => {
  await openDemo(page, 'North-wall lean-to', 'Fill & drain');
  await page.locator(part('paths.siphon-2')).focus();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/drain\/paths\/siphon-2$/);
  // Its tags alone, its bed in the panel, close up.
  await expect(page.locator('.handle .tag')).toHaveCount(2);
  await expect(page.getByRole('group', { name: 'Cycle of Second bed' })).toBeVisible();
  const whole = page.getByRole('button', { name: 'Whole system' });
  await expect(whole).toBeVisible();
  const width = async () =>
    (await page.locator(`${part('vessels.bed-2')} rect`).boundingBox())!.width;
  const near = await width();
  await page.keyboard.press('0');
  await expect(whole).toHaveCount(0);
  await expect.poll(width).toBeLessThan(near / 2);

  await page.reload();
  await settled(page);
  await expect(page.locator(part('paths.siphon-2'))).toHaveAttribute('aria-pressed', 'true');
  // By its name in the panel, by the arrow keys, by a finding.
  await page
    .getByRole('group', { name: 'Outlets of' })
    .getByRole('button', { name: 'First bed' })
    .click();
  await expect(page).toHaveURL(/\/vessels\/bed-1$/);
  await page.locator(part('vessels.bed-1')).focus();
  await page.keyboard.press('ArrowRight');
  await expect(page).toHaveURL(/\/paths\/siphon-1$/);
  await page.getByRole('navigation', { name: 'Stages' }).getByText('Lift').click();
  await expect(page).toHaveURL(/\/lift\/paths\/siphon-1$/);
  await page.goBack();
  await page.goForward();
  await expect(page.locator(part('paths.siphon-1'))).toHaveAttribute('aria-pressed', 'true');
});

test('a finding’s mark opens it; like findings are one sentence with one fix for both', async ({
  page,
}) => {
  await openDemo(page, 'North-wall lean-to', 'Lift');
  const head = page.getByRole('textbox', { name: 'Maximum flow on the box' });
  await head.fill('1200 L/h');
  await head.press('Enter');
  await settled(page);
  const mark = page.locator('[data-mark="siphon-2"]');
  await expect(mark).toHaveAttribute('aria-label', /may not start/);
  await mark.press('Enter');
  await expect(finding(page, 'siphon-start')).toBeInViewport();
  await expect(page).toHaveURL(/\/paths\/siphon-2$/);
  await expect(finding(page, 'siphon-start')).toHaveCount(1);
  await expect(finding(page, 'siphon-start').locator('.sentence')).toContainText(
    'Each of “Siphon, first bed” and “Siphon, second bed” may not start',
  );
  await finding(page, 'siphon-start')
    .getByRole('button', { name: /of each of “Siphon, first bed” and/ })
    .first()
    .click();
  await expect(finding(page, 'siphon-start')).toHaveCount(0);
  await expect(page.getByRole('button', { name: /^Undo: .*each of/ })).toBeEnabled();
});

/** A part of the drawing as it lies on the screen, and its middle. */
async function placeOf(page: Page, at: string) {
  const box = (await page
    .locator(`${part(at)} rect`)
    .first()
    .boundingBox())!;
  return { ...box, midX: box.x + box.width / 2, midY: box.y + box.height / 2 };
}

test('the wheel comes closer to where it points, a drag moves the drawing, and back is the whole', async ({
  page,
}) => {
  await openDemo(page, 'North-wall lean-to', 'Vessels');
  const bed = () => placeOf(page, 'vessels.bed-1');
  const far = await bed();
  await page.mouse.move(far.midX, far.midY);
  await page.mouse.wheel(0, -400);
  await expect.poll(async () => (await bed()).width).toBeGreaterThan(1.5 * far.width);
  const near = await bed();
  expect(Math.abs(near.midX - far.midX)).toBeLessThan(4);
  expect(Math.abs(near.midY - far.midY)).toBeLessThan(4);
  // From a bare place between things.
  await page.mouse.move(300, 200);
  await page.mouse.down();
  await page.mouse.move(360, 230, { steps: 4 });
  await page.mouse.up();
  await expect.poll(async () => (await bed()).x - near.x).toBeCloseTo(60, 0);
  await page.mouse.move(far.midX, far.midY);
  await page.mouse.wheel(0, 3000);
  await expect(page.getByRole('button', { name: 'Zoom in' })).toBeVisible();
  await expect.poll(async () => Math.abs((await bed()).x - far.x)).toBeLessThan(1);
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  for (const [name, vessel, rim] of [
    ['north-wall-lean-to', 'bed-2', 'Rim of Second bed'],
    // The first stands for all eight until one is chosen.
    ['eight-beds', 'bed-1', 'Rim of First bed'],
    ['bean-buckets', 'buckets', 'Rim of Plant buckets'],
  ] as const) {
    test(
      `${name} can be chosen in, looked at closely, pulled and typed`,
      { tag: name !== 'bean-buckets' ? NIGHT : [] },
      async ({ page }) => {
        await openShelf(page);
        // One stands on the shelf with a log of its own.
        if (name === 'north-wall-lean-to') await page.goto(`/system/${name}/vessels`);
        else await openFile(page, resolve('demo', `${name}.json`));
        await settled(page);
        await openDrawing(page);
        const box = page.locator(`${part(`vessels.${vessel}`)} rect`).first();
        const small = (await box.boundingBox())!;
        expect(Math.min(small.width, small.height)).toBeGreaterThanOrEqual(20);
        await box.tap();
        await expect(page).toHaveURL(new RegExp(`/vessels/${vessel}$`));
        await expect(page.getByRole('button', { name: 'Whole system' })).toBeVisible();
        const handle = slider(page, rim);
        const before = (await handle.getAttribute('aria-valuetext'))!;
        await pull(page, handle, -12);
        await expect(handle).not.toHaveAttribute('aria-valuetext', before);
        await handle.press('Enter');
        await page.keyboard.type('450 mm');
        await page.keyboard.press('Enter');
        await expect(handle).toHaveAttribute('aria-valuetext', '450 mm');
        // Tags lie within the screen, none over another.
        const tags = await page.locator('.handle .tag rect').all();
        const boxes = await Promise.all(tags.map(async (t) => (await t.boundingBox())!));
        boxes.sort((a, b) => a.y - b.y);
        boxes.forEach((b, i) => {
          expect(b.x + b.width).toBeLessThanOrEqual(390);
          if (i) expect(b.y).toBeGreaterThanOrEqual(boxes[i - 1]!.y + boxes[i - 1]!.height - 0.5);
        });
        await showFindings(page);
        await page.getByRole('button', { name: 'Whole system' }).click();
        await expect(page.getByRole('button', { name: 'Zoom in' })).toBeVisible();
      },
    );
  }

  test('two fingers come closer; one moves the page on past the drawing', async ({ page }) => {
    await openDemo(page, 'North-wall lean-to', 'Vessels');
    await openDrawing(page);
    const touch = await page.context().newCDPSession(page);
    const send = (type: 'touchStart' | 'touchMove' | 'touchEnd', points: [number, number][]) =>
      touch.send('Input.dispatchTouchEvent', {
        type,
        touchPoints: points.map(([x, y], id) => ({ x, y, id })),
      });
    const far = await placeOf(page, 'vessels.bed-1');
    const fingers = (apart: number): [number, number][] => [
      [far.midX - apart, far.midY],
      [far.midX + apart, far.midY],
    ];
    await send('touchStart', fingers(20));
    for (let apart = 28; apart <= 68; apart += 8) await send('touchMove', fingers(apart));
    await send('touchEnd', []);
    await expect
      .poll(async () => (await placeOf(page, 'vessels.bed-1')).width)
      .toBeGreaterThan(1.5 * far.width);
    // The drawing came closer, not the page.
    expect(await page.evaluate(() => [window.scrollY, window.visualViewport?.scale])).toEqual([
      0, 1,
    ]);
    await page.getByRole('button', { name: 'Whole system' }).click();
    await expect
      .poll(async () => Math.abs((await placeOf(page, 'vessels.bed-1')).width - far.width))
      .toBeLessThan(1);
    await send('touchStart', [[200, 400]]);
    for (let i = 1; i <= 6; i++) await send('touchMove', [[200, 400 - 30 * i]]);
    await send('touchEnd', []);
    await expect.poll(() => page.evaluate(() => window.scrollY)).toBeGreaterThan(60);
  });
});
