import type { Page } from '@playwright/test';
import { LESSONS } from '../core/practice/course';
import { debrief, drawn, practiceBasis, PRACTICE_FAULTS } from '../core/practice';
import { format } from '../core/quantity';
import { demo } from '../core/test/demo';
import { NIGHT, axe, expect, openShelf, slider, STILL, test } from './helpers';

test.use(STILL);

/** The number whose run in the pair is a slow leak. */
const LEAK = 4;
/** And of a power cut through the night. */
const CUT = 32;

async function openPractice(page: Page, id: string) {
  await openShelf(page);
  await page.goto(`/practice/${id}`);
  await expect(page.getByRole('button', { name: 'Go and look' })).toBeEnabled();
}
const act = (page: Page, id: string) => page.locator(`[data-act="${id}"]`);
const done = (page: Page) => page.getByRole('list').locator('.when');
const debriefed = (page: Page) =>
  expect(page.getByRole('group', { name: 'What it cost' })).toBeVisible({ timeout: 45_000 });

test('a run by keyboard alone, from the number to the debrief; what is hidden stays hidden till then', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const system = demo('potting-shed-pair');
  const g = practiceBasis(system);
  expect(drawn(g, LEAK).id).toBe('slow-drip');
  const secrets = PRACTICE_FAULTS.flatMap((f) => [
    f.id,
    ...f.places(g).map((about) => f.name(g, about)),
  ]).map((x) => x.toLowerCase());
  /** No trouble’s name stands in the page or is told to a screen reader. */
  const hidden = async () => {
    const text =
      `${await page.content()} ${await page.locator('body').ariaSnapshot()}`.toLowerCase();
    expect(secrets.filter((x) => text.includes(x))).toEqual([]);
  };
  await openPractice(page, 'potting-shed-pair');
  await hidden();
  await page.getByLabel('Run number').focus();
  await page.keyboard.type(String(LEAK));
  await page.keyboard.press('Enter');
  await expect(page.getByText('You have just arrived. What do you do first?')).toBeVisible();
  await hidden();
  for (const [id, says] of [
    ['look-water', /The floor is wet/],
    ['listen', /The pump hums/],
  ] as const) {
    await act(page, id).focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('status').filter({ hasText: says })).toBeVisible();
    await hidden();
  }
  await page.getByRole('button', { name: 'Fish tank', exact: true }).focus();
  await page.keyboard.press('Enter');
  await act(page, 'seal/tank').focus();
  await page.keyboard.press('Enter');
  await expect(
    page.getByRole('status').filter({ hasText: 'A joint dripped. It is dry now.' }),
  ).toBeVisible();
  await expect(done(page)).toHaveCount(3);
  // It goes on after a reload, where it was.
  await page.reload();
  await expect(done(page)).toHaveCount(3);
  await hidden();
  await axe(page, 'page');

  await page.getByRole('button', { name: /Finish and review/ }).focus();
  await page.keyboard.press('Enter');
  await debriefed(page);
  await expect(page.getByRole('heading', { name: '“Fish tank” leaks 5 L an hour' })).toBeVisible();
  // The browser’s worker comes to what this machine comes to.
  const acts = [
    { act: 'look-water', about: '' },
    { act: 'listen', about: '' },
    { act: 'seal', about: 'tank' },
  ];
  const here = debrief(g, { scenario: 'slow-drip', seed: LEAK, acts });
  const row = (name: string) => page.getByRole('row', { name: new RegExp(`^${name}`) });
  await expect(row('Water on the floor')).toContainText(
    format(here.mine.tally.lost, 'volume', 'metric'),
  );
  await expect(row('Work')).toContainText('22 min');
  await expect(row('Solved at the end')).toContainText('yes');
  await expect(page.getByText(`Found by trying ${here.tried} sequences of actions`)).toBeVisible();
  await axe(page, 'page');
  await page.getByRole('button', { name: 'Another run' }).click();
  await expect(page.getByText('You have just arrived. What do you do first?')).toBeVisible();
});

test('a lesson: pulled, guessed, and on to what is to be found', async ({ page }) => {
  test.setTimeout(90_000);
  const [first] = LESSONS;
  await openShelf(page);
  await page.goto('/course');
  await axe(page, 'page');
  await page.getByRole('link', { name: `${first!.title}: start` }).click();
  await expect(page.getByText('Only 7 mm of media stay dry')).toBeVisible();
  const crest = slider(page, 'Overflow height of Bell siphon');
  // By steps, until the top of the stones is dry.
  await expect(async () => {
    await crest.press('ArrowDown');
    await expect(page.getByText('Solved.')).toBeVisible({ timeout: 400 });
  }).toPass({ timeout: 45_000, intervals: [0] });
  await expect(page.getByText('Solved.')).toBeVisible();
  await page.getByLabel('Your guess').fill('6 min');
  await page.getByLabel('Your guess').press('Enter');
  await page.getByRole('button', { name: 'Check my guess' }).click();
  await expect(page.getByText(/You guessed 6 min; it is/)).toBeVisible();
  await axe(page, 'page');
  await page.getByRole('button', { name: 'Go and look' }).click();
  await expect(page.getByText('You have just arrived. What do you do first?')).toBeVisible();
  await page.goto('/course');
  await page.getByRole('link', { name: `${first!.title}: continue` }).click();
  // The run of the lesson waits where it was left; found and put right, the lesson is done.
  await page.getByRole('button', { name: 'Go and look' }).click();
  await page.getByRole('button', { name: 'Bell siphon', exact: true }).click();
  await act(page, 'reseat/siphon').click();
  await expect(done(page)).toHaveCount(1);
  await page.getByRole('button', { name: /Finish and review/ }).click();
  await debriefed(page);
  await expect(page.getByText(/solved at/)).toBeVisible();
  await page.getByRole('link', { name: 'The course' }).click();
  await expect(page.getByRole('link', { name: `${first!.title}: again` })).toBeVisible();
  // A list of runs for a class is a link, and a file with its system.
  await page.getByLabel(/Run numbers/).fill('12, 57');
  await page.getByRole('button', { name: 'Make a list' }).click();
  await expect(page).toHaveURL(/runs=12/);
  await expect(page.getByRole('link', { name: 'Run 57' })).toHaveAttribute('href', /seed=57/);
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save the list with its system' }).click();
  const file = await (await saved).path();
  await page.goto('/course');
  const chosen = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Open a list' }).click();
  await (await chosen).setFiles(file);
  await expect(page).toHaveURL(/runs=12,57&in=/);
  // Printed it is one page.
  const pdf = await page.pdf({ format: 'A4', margin: { top: '12mm', bottom: '12mm' } });
  expect(pdf.toString('latin1').match(/\/Type\s*\/Page[^s]/g)).toHaveLength(1);
});

test(
  'what would have kept it away is pressed in the debrief, and is an edit of the own system',
  { tag: NIGHT },
  async ({ page }) => {
    test.setTimeout(90_000);
    expect(drawn(practiceBasis(demo('potting-shed-pair')), CUT).id).toBe('dark-evening');
    await openShelf(page);
    await page.goto(`/practice/potting-shed-pair?seed=${CUT}`);
    await page.getByRole('button', { name: /Finish and review/ }).click();
    await debriefed(page);
    await page
      .getByRole('button', { name: /^Add an air stone with .* with a battery backup/ })
      .click();
    await expect(page).toHaveURL(/potting-shed-pair\/life/);
    const undo = page.getByRole('button', { name: /^Undo/ });
    await undo.click();
    await expect(undo).toBeDisabled();
  },
);

test.describe('on the phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  test('a run is played with the thumb, and nothing is wider than the page', async ({ page }) => {
    test.setTimeout(90_000);
    await openPractice(page, 'under-stairs-tray');
    await page.getByRole('button', { name: 'Go and look' }).tap();
    await expect(page.getByText('You have just arrived. What do you do first?')).toBeVisible();
    await act(page, 'look-leaves').tap();
    await expect(done(page)).toHaveCount(1);
    await act(page, 'wait-hour').tap();
    await expect(done(page)).toHaveCount(2);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(
      390,
    );
    await page.getByRole('button', { name: /Finish and review/ }).tap();
    await debriefed(page);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(
      390,
    );
  });
});

test(
  'a link to another run asks before it ends the one under way; who begins goes on at the first thing to do',
  { tag: NIGHT },
  async ({ page }) => {
    await openPractice(page, 'potting-shed-pair');
    await page.getByRole('button', { name: 'Go and look' }).press('Enter');
    await expect(page.locator('[data-act]').first()).toBeFocused();
    await act(page, 'look-water').click();
    await expect(done(page)).toHaveCount(1);
    const mine = (await page
      .getByText(/run \d+$/)
      .first()
      .textContent())!;
    await page.goto(`/practice/potting-shed-pair?seed=${CUT}`);
    const asked = page.getByRole('alertdialog', { name: 'Another run' });
    await expect(asked).toContainText(`The link opens run ${CUT}`);
    await expect(done(page)).toHaveCount(1);
    await axe(page, 'page');
    await asked.getByRole('button', { name: 'Continue my run' }).click();
    await expect(asked).toHaveCount(0);
    await expect(page.getByText(/run \d+$/).first()).toHaveText(mine);
    await page.reload();
    await asked.getByRole('button', { name: `Start run ${CUT}` }).click();
    await expect(page.getByText('You have just arrived. What do you do first?')).toBeVisible();
    await expect(page.getByText(new RegExp(`run ${CUT}$`)).first()).toBeVisible();
  },
);

test(
  'a system whose fish die by themselves is not practised on: it says what to mend',
  { tag: NIGHT },
  async ({ page }) => {
    await openShelf(page);
    await page.goto('/practice/the-first-attempt');
    await expect(page.getByRole('alert')).toContainText('Solve its problems first, then practise.');
    await expect(page.getByRole('button', { name: 'Go and look' })).toHaveCount(0);
    await axe(page, 'page');
    await page.getByRole('link', { name: 'Show the problems' }).click();
    await expect(page).toHaveURL(/system\/the-first-attempt/);
  },
);
