import { readFile } from 'node:fs/promises';
import {
  expect,
  finding,
  openDemo,
  openFile,
  openShelf,
  pull,
  settled,
  slider,
  test,
  showFindings,
  showPanel,
} from './helpers';

test('the first attempt: pull, mend, undo, reload, save, open', async ({ page }) => {
  await openDemo(page, 'The first attempt', 'Fill & drain');
  await showFindings(page);
  await expect(finding(page, 'reserve')).toHaveAttribute('data-level', 'stop');
  await expect(finding(page, 'reserve')).toContainText('short of covering the pump’s intake');

  // Pull the bed's stones up: the tag's value follows, everything is judged again.
  const stones = slider(page, 'Top of the media in Bed');
  await expect(stones).toHaveAttribute('aria-valuetext', '300 mm');
  await pull(page, stones, -8);
  const pulled = await stones.getAttribute('aria-valuetext');
  expect(Number.parseInt(pulled!)).toBeGreaterThan(300);
  expect(Number.parseInt(pulled!)).toBeLessThanOrEqual(340);

  await settled(page);
  const before = await page.locator('[data-level="stop"]').count();
  const fix = finding(page, 'reserve').getByRole('button', { name: /Cut the standpipe/ });
  await fix.hover();
  await expect(finding(page, 'reserve').locator('.effect').first()).toContainText('→');
  await fix.click();
  await expect(finding(page, 'reserve')).toHaveCount(0);
  await expect(finding(page, 'dry-run')).toHaveCount(0);
  await settled(page);
  expect(await page.locator('[data-level="stop"]').count()).toBeLessThan(before);
  const crest = slider(page, 'Overflow height of Bell siphon');
  const mended = await crest.getAttribute('aria-valuetext');

  await page.getByRole('button', { name: /^Undo: Cut the standpipe/ }).click();
  await expect(finding(page, 'reserve')).toHaveAttribute('data-level', 'stop');
  await expect(crest).toHaveAttribute('aria-valuetext', '300 mm');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();

  await page.reload();
  await expect(finding(page, 'reserve')).toHaveAttribute('data-level', 'stop');
  await expect(stones).toHaveAttribute('aria-valuetext', pulled!);
  await page.getByRole('button', { name: /^Redo: Cut the standpipe/ }).click();
  await expect(crest).toHaveAttribute('aria-valuetext', mended!);
  await expect(finding(page, 'reserve')).toHaveCount(0);

  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save to a file' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('The-first-attempt.mizuna.json');
  const path = await download.path();
  const saved = JSON.parse(await readFile(path, 'utf8')) as {
    paths: { id: string; crest?: number }[];
  };
  expect(saved.paths.find((p) => p.id === 'siphon')!.crest! * 1000).toBeCloseTo(
    Number.parseInt(mended!),
    6,
  );

  await page.getByRole('link', { name: 'Back to the shelf' }).click();
  await page.getByRole('button', { name: 'Delete The first attempt' }).click();
  await expect(page.getByRole('link', { name: /The first attempt/ })).toHaveCount(0);
  await openFile(page, path);
  await page
    .getByRole('button', { name: /Fill & drain/ })
    .first()
    .click();
  await expect(slider(page, 'Overflow height of Bell siphon')).toHaveAttribute(
    'aria-valuetext',
    mended!,
  );
  await expect(finding(page, 'reserve')).toHaveCount(0);
});

test('pulls the standpipe, the tank and the pump; water and numbers follow while the handle moves', async ({
  page,
}) => {
  await openDemo(page, 'Potting-shed pair', 'Lift');
  const intake = slider(page, /Pump’s intake/);
  const flow = page.getByRole('button', { name: /^Flow:/ });
  const flowBefore = await flow.textContent();
  // The list is looked at: behind the panel it rests while something is pulled.
  await showFindings(page);
  const box = (await intake.locator('.tag rect').boundingBox())!;
  await page.mouse.move(box.x + 60, box.y + 13);
  await page.mouse.down();
  await page.mouse.move(box.x + 60, box.y + 70, { steps: 6 });
  // Still held: the value on the tag has moved already.
  await expect(intake).not.toHaveAttribute('aria-valuetext', '270 mm');
  await expect(finding(page, 'loose-delivery')).toHaveCount(1);
  await page.mouse.up();
  await settled(page);
  await expect(
    finding(page, 'loose-delivery').getByRole('button', { name: /Raise the pump/ }),
  ).toBeVisible();

  await showPanel(page);
  const bed = slider(page, 'Bed, height above the ground');
  await pull(page, bed, -60);
  await expect(flow).not.toHaveText(flowBefore!);
  await page.getByRole('button', { name: 'Vessels' }).first().click();
  await expect(slider(page, 'Rim of Fish tank')).toHaveAttribute('aria-valuetext', '750 mm');
  await pull(page, slider(page, 'Water at rest in Fish tank'), 40);
  await expect(slider(page, 'Water at rest in Fish tank')).not.toHaveAttribute(
    'aria-valuetext',
    '620 L',
  );
});

test('types box figures, a bucket test, media and units', async ({ page }) => {
  await openDemo(page, 'Potting-shed pair', 'Lift');
  const flow = page.getByRole('button', { name: /^Flow:/ });
  await page.getByRole('textbox', { name: 'Maximum flow on the box' }).fill('600 gph');
  await page.getByRole('textbox', { name: 'Maximum flow on the box' }).press('Enter');
  await expect(page.getByRole('textbox', { name: 'Maximum flow on the box' })).toHaveValue(
    '2271.2 L/h',
  );
  await page.getByRole('textbox', { name: 'Bucket test' }).fill('10 L/min');
  await page.getByRole('textbox', { name: 'Bucket test' }).press('Enter');
  await expect(flow).toContainText('600');
  await page.getByRole('textbox', { name: 'Maximum head on the box' }).fill('two metres');
  await page.getByRole('textbox', { name: 'Maximum head on the box' }).press('Enter');
  await expect(page.getByText('“two metres” is not a head')).toBeVisible();
  await page.getByRole('textbox', { name: 'Maximum head on the box' }).press('Escape');

  await page.getByRole('button', { name: /^Units:/ }).click();
  await page
    .getByRole('listitem')
    .or(page.locator('.v-list-item'))
    .filter({ hasText: 'US gallons' })
    .first()
    .click();
  await expect(flow).toContainText('US gal/h');
  await expect(slider(page, /Pump’s intake/)).toHaveAttribute('aria-valuetext', '10.6 in');

  await page.getByRole('button', { name: 'Vessels' }).first().click();
  await page.getByRole('button', { name: 'Bed', exact: true }).click();
  const flood = page.getByRole('button', { name: /^Deepest flood/ });
  const reserve = page.getByRole('button', { name: /^Reserve/ });
  await page.getByRole('button', { name: 'Fish tank', exact: true }).click();
  const reserveBefore = await reserve.textContent();
  await page.getByRole('button', { name: 'Bed', exact: true }).click();
  await page.locator('.v-select').filter({ hasText: 'Media' }).click();
  await page.getByRole('option', { name: 'Rounded gravel 6–12 mm' }).click();
  await expect(flood).toBeVisible();
  await page.getByRole('button', { name: 'Fish tank', exact: true }).click();
  await expect(reserve).not.toHaveText(reserveBefore!);
  await reserve.click();
  await expect(page.getByRole('heading', { name: /Reserve above the pump/ })).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(reserve).toBeFocused();
});

test('changes the timer, plays, steps and scrubs the day', async ({ page }) => {
  await openDemo(page, 'Under-stairs tray', 'Fill & drain');
  await page.getByLabel('for', { exact: true }).first().fill('2');
  await page.getByLabel('for', { exact: true }).first().press('Enter');
  await expect(finding(page, 'on-time')).toHaveAttribute('data-level', 'stop');
  await settled(page);
  await showFindings(page);
  await finding(page, 'on-time')
    .getByRole('button', { name: /Set every program/ })
    .click();
  await expect(finding(page, 'on-time')).toHaveCount(0);

  const moment = slider(page, 'Moment of the day');
  await page.getByRole('button', { name: 'Next event' }).click();
  await page.getByRole('button', { name: 'Next event' }).click();
  const at = await moment.getAttribute('aria-valuenow');
  await page.getByRole('button', { name: 'Play the day' }).click();
  await expect(moment).not.toHaveAttribute('aria-valuenow', at!);
  await page.getByRole('button', { name: 'Stop the day' }).click();
  const box = (await moment.boundingBox())!;
  await page.mouse.click(box.x + box.width / 2, box.y + 30);
  const noon = Number(await moment.getAttribute('aria-valuenow'));
  expect(Math.abs(noon - 43200)).toBeLessThan(400);
  await moment.press('Home');
  await expect(moment).toHaveAttribute('aria-valuetext', /00:00/);
});

test('makes, copies, deletes and brings back systems', async ({ page }) => {
  await openShelf(page);
  await page.getByRole('button', { name: /Flood tray over reservoir/ }).click();
  await page.getByLabel('Name of the system').fill('My window tray');
  await page.getByLabel('Name of the system').press('Enter');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Back to the shelf' }).click();
  await expect(page.getByRole('link', { name: /My window tray/ })).toBeVisible();
  await page.getByRole('button', { name: 'Copy My window tray' }).click();
  await expect(page.getByRole('link', { name: /My window tray, copy/ })).toBeVisible();
  await page.getByRole('button', { name: 'Delete My window tray', exact: true }).click();
  await expect(page.getByRole('link', { name: /My window tray(?!, copy)/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: /My window tray/ })).toHaveCount(2);
  await page.reload();
  await expect(page.getByRole('link', { name: /My window tray/ })).toHaveCount(2);
});
