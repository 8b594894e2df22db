import { readFileSync } from 'node:fs';
import { NIGHT, STILL, expect, openDemo, openFile, openShelf, settled, test } from './helpers';

test.use(STILL);

/** Names of the tabs of Rounds. */
const bench = (page: Parameters<typeof openDemo>[0], name: string) =>
  page.getByRole('tablist', { name: 'On the bench' }).getByRole('tab', { name }).click();

test.describe('on the phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('the daily look is done in under ten taps', async ({ page }) => {
    await openDemo(page, 'North-wall lean-to', 'Rounds');
    let taps = 0;
    const tap = async (name: RegExp | string) => {
      taps++;
      await page
        .getByRole('button', { name, exact: typeof name === 'string' })
        .first()
        .click();
    };
    await tap('All is well');
    await expect(page.getByText(/^Noted: Fish lively/)).toBeVisible();
    await tap(/^Water temperature/);
    await tap('More');
    await tap('Add');
    await tap(/^pH/);
    await tap('Add');
    await tap(/^Fed:/);
    expect(taps).toBeLessThan(10);
    await expect(page.getByRole('button', { name: /^Water temperature.*· now/ })).toBeVisible();
    // It is there after a reload: one look, one reading of both, one feed.
    await page.reload();
    await bench(page, 'Log');
    const first = page.getByRole('listitem').filter({ hasText: 'pH' }).first();
    await expect(first).toContainText('°C');
    await expect(page.getByText(/^Fed /).first()).toBeVisible();
  });

  test('a gasping-fish evening: air first, then what the test says, in litres', async ({
    page,
  }) => {
    await openDemo(page, 'Potting-shed pair', 'Rounds');
    await bench(page, 'Troubleshooting');
    await page.getByRole('button', { name: 'Gasping at the surface' }).click();
    const plan = page.getByRole('article', { name: 'Plan of care' });
    await expect(plan.locator('[data-aid="aerate"]')).toContainText('Bring air in now');
    await expect(plan.locator('[data-aid="stop-feeding"]')).toContainText('Do not feed');
    await expect(page.getByText('Too little oxygen')).toBeVisible();
    await bench(page, 'Today');
    await page.getByRole('button', { name: /^Water temperature/ }).click();
    await page.getByRole('textbox', { name: 'Water temperature' }).fill('18');
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await page.getByRole('button', { name: /^Total ammonia/ }).click();
    await page.getByRole('button', { name: /^2 ?strong/ }).click();
    await page.getByRole('button', { name: /^pH/ }).click();
    await page.getByRole('textbox', { name: 'pH' }).fill('8');
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await page.getByRole('button', { name: 'More readings' }).click();
    await page.getByRole('button', { name: /^Alkalinity/ }).click();
    await page.getByRole('textbox', { name: 'Alkalinity' }).fill('100');
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    // 2 mg/L at pH 8 with a tap of pH 7.4 and alkalinity 120: half of the 620 L, and what it does on the bands.
    const change = plan.locator('[data-step="change"]');
    await expect(change).toContainText(/Change 310 L of water \(50 %\)/);
    await expect(plan.locator('[data-step="dechlorinate"]')).toContainText('310 L of new water');
    await expect(plan.locator('[data-avoid="base"]')).toContainText('Do not raise the pH.');
    await expect(plan.locator('[data-expected="unionised"]')).toBeVisible();
    await change.getByRole('button', { name: 'Done' }).click();
    // The first aid stands while the rest waits; the change is not offered twice, and its test has its hour.
    await expect(plan.locator('[data-step="wait"]')).toContainText(/Wait [56] h/);
    await expect(plan.locator('[data-aid="stop-feeding"]')).toBeVisible();
    await expect(plan.locator('[data-step="change"]')).toHaveCount(0);
    // Taken back, the plan is as it was.
    await page.getByRole('button', { name: 'Remove entry' }).click();
    await expect(change).toContainText(/Change 310 L/);
    await change.getByRole('button', { name: 'Done' }).click();
    await bench(page, 'Tasks');
    await expect(page.getByText(/^Read ammonia and pH again/).first()).toBeVisible();
  });
});

test('a table of another hand is mapped, previewed and taken in', async ({ page }) => {
  await openDemo(page, 'Potting-shed pair', 'Rounds');
  await bench(page, 'Log');
  await page.getByRole('button', { name: 'Import a table' }).click();
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Choose a table' }).click(),
  ]);
  await chooser.setFiles({
    name: 'notebook.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      'Datum;pH;NH4;Temp;Laune\n03.06.2026;7,2;0,5-1;19,5;gut\n04.06.2026;6,9;;20;\nbald;7;0;20;\n05.06.2026;70;0;20;\n',
    ),
  });
  const preview = page.locator('.preview');
  await expect(preview).toContainText('3 new entries');
  // The head does not say in which unit: nothing is taken in before that is answered.
  await expect(page.getByText('“Temp”: in which unit?', { exact: true })).toBeVisible();
  const takeIn = preview.getByRole('button', { name: /^Import 3/ });
  await expect(takeIn).toBeDisabled();
  const column = page.getByRole('listitem').filter({ hasText: '19,5' });
  await column.getByRole('combobox', { name: 'In' }).click({ force: true });
  await page.getByRole('option', { name: '°C' }).click();
  await expect(preview).toContainText('2 cells not imported');
  await preview.getByText('What is not imported, and why').click();
  await expect(preview).toContainText('Row 4: “bald” is not a date.');
  await takeIn.click();
  await expect(page.getByText('3 entries imported from notebook.csv.')).toBeVisible();
  await expect(page.getByRole('listitem')).toHaveCount(3);
  await expect(page.getByText(/TAN 0\.39 mg\/L to 0\.78 mg\/L/)).toBeVisible();
});

test('an entry is corrected, keeps what it was, and is put back when taken out', async ({
  page,
}) => {
  await openDemo(page, 'Work-bench bowl', 'Rounds');
  await page.getByRole('button', { name: /^pH/ }).click();
  await page.getByRole('textbox', { name: 'pH' }).fill('7.4');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await bench(page, 'Log');
  const list = page.getByRole('list', { name: 'Entries, the newest first' });
  await list.getByRole('button', { name: /7\.4/ }).click();
  const editor = page.getByRole('region', { name: 'Correct: Reading' });
  await editor.getByRole('textbox', { name: 'pH' }).fill('7.1');
  await editor.getByRole('textbox', { name: 'pH' }).press('Enter');
  await expect(list.getByRole('button', { name: /7\.1/ })).toBeVisible();
  await expect(editor).toContainText('pH was 7.4 before the correction');
  await editor.getByRole('button', { name: 'Remove it' }).click();
  await expect(page.getByText('The log is empty.')).toBeVisible();
  await page.getByRole('button', { name: 'Restore it' }).first().click();
  await expect(list.getByRole('button', { name: /7\.1/ })).toBeVisible();
});

test(
  'two devices come to one log by a file, shown before it is done',
  { tag: NIGHT },
  async ({ page, browser }) => {
    await openDemo(page, 'Potting-shed pair', 'Rounds');
    await page.getByRole('button', { name: /^pH/ }).click();
    await page.getByRole('textbox', { name: 'pH' }).fill('6.9');
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await expect(page.getByRole('button', { name: /^pH 6\.9/ })).toBeVisible();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save to a file' }).click(),
    ]);
    const text = readFileSync(await download.path(), 'utf8');
    expect(JSON.parse(text)).toMatchObject({ log: [{ kind: 'reading', ph: 6.9 }] });

    const other = await (await browser.newContext({ ...STILL.contextOptions })).newPage();
    await openShelf(other, new URL(page.url()).origin);
    await other.goto(`${new URL(page.url()).origin}/system/potting-shed-pair/rounds`);
    await settled(other);
    await other.getByRole('button', { name: 'All is well' }).click();
    await expect(other.getByText(/^Noted:/)).toBeVisible();
    await other.goto(new URL(page.url()).origin);
    await openFile(other, {
      name: 'pair.json',
      mimeType: 'application/json',
      buffer: Buffer.from(text),
    });
    const dialog = other.getByRole('dialog');
    await expect(dialog).toContainText('adds 1 entry');
    await expect(dialog).toContainText('New: today');
    await dialog.getByRole('button', { name: 'Merge the log', exact: true }).click();
    await settled(other);
    await other.goto(`${new URL(page.url()).origin}/system/potting-shed-pair/rounds`);
    await bench(other, 'Log');
    await expect(other.getByText('2 of 2 entries')).toBeVisible();
    await other.context().close();
  },
);

test('a start is forecast from its readings to the day that is safe for fish', async ({ page }) => {
  await openDemo(page, 'Spring start', 'Start-up');
  const way = page.getByRole('list', { name: 'Steps to a running system' });
  await expect(way.locator('[aria-current="step"]')).toContainText('Grow bacteria');
  await expect(page.getByText(/^Likely cycled between/)).toBeVisible({ timeout: 30_000 });
  await expect(page.getByText(/^Safe to stock 5 European perch from/)).toBeVisible();
  await page.getByRole('tab', { name: 'Forecast' }).click();
  await expect(page.getByRole('img', { name: /^From 2\d readings: cycled between/ })).toBeVisible();
  // Nitrite was last read at 5 to 10 mg/L: the plan of care holds today’s ammonia, and the start says so.
  await page.getByRole('tab', { name: 'Drawing' }).click();
  await expect(
    page.getByText('No ammonia or nutrients. Give no ammonia while nitrite is over 5 mg/L.'),
  ).toBeVisible();
  await expect(
    page.getByText('No ammonia today. Give no ammonia while nitrite is over 5 mg/L.'),
  ).toBeVisible();
  await expect(page.getByRole('button', { name: 'I have added it' })).toHaveCount(0);
  // A test that shows it gone brings the dose back, up to 2 mg/L.
  await page.getByRole('button', { name: /^Nitrite, as N/ }).click();
  await page.getByRole('button', { name: /^0\.5 / }).click();
  await page.getByRole('button', { name: 'I have added it' }).click();
  await expect(page.getByText('You have added today’s ammonia.')).toBeVisible();
});

test('the bench streams, drops out, comes back, and a plug that would run a pump dry stays off', async ({
  page,
}) => {
  await page.clock.install();
  await openDemo(page, 'The first attempt', 'Rounds');
  await bench(page, 'Devices');
  await page.getByRole('button', { name: /^Simulate the devices/ }).click();
  await page.getByRole('button', { name: 'Log all of them' }).click();
  const warmth = page.locator('[data-channel="temperature"]');
  await expect(warmth).toContainText('°C, now');
  await page.getByRole('button', { name: 'sends nothing' }).click();
  await expect(page.getByRole('button', { name: 'sends nothing' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  // Silence is told when it has lasted ten minutes, and no longer once it speaks again.
  await page.clock.fastForward('11:00');
  await expect(warmth).toContainText(/No reading for 1\d min/);
  await page.getByRole('button', { name: 'sends nothing' }).click();
  await expect(warmth).toContainText('°C, now');
  await expect(warmth).not.toContainText('No reading for');
  // Off by hand; on again the model says that it would run dry.
  const plug = page.locator('[data-plug="plug-lift"]');
  await plug.getByRole('button', { name: 'Switch off' }).click();
  await plug.getByRole('button', { name: 'Yes, switch it off' }).click();
  await expect(plug).toContainText('off');
  await expect(plug).toContainText('runs dry');
  await expect(plug.getByRole('button', { name: 'Switch on' })).toBeDisabled();
  await bench(page, 'Log');
  await expect(page.getByText(/by a device/).first()).toBeVisible();
  await page.request.delete('/devices/v1/bench');
});

test(
  'the week’s weather stands with its tasks where a gateway tells it',
  { tag: NIGHT },
  async ({ page }) => {
    await openDemo(page, 'North-wall lean-to', 'Rounds');
    await bench(page, 'Tasks');
    const air = page.getByText(/^Air -?[\d.]+ °C to -?[\d.]+ °C$/);
    await expect(page.getByRole('group', { name: /^today, / })).toBeVisible();
    await expect(air).toHaveCount(0);
    await bench(page, 'Devices');
    await expect(page.getByText(/^Bench( with .*)?$/)).toBeVisible();
    await bench(page, 'Tasks');
    await expect(air).toHaveCount(7);
    await page.reload();
    await bench(page, 'Tasks');
    await expect(air).toHaveCount(7);
  },
);
