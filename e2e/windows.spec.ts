import { cases } from '../core/test/cases';
import type { BrowserContext, Locator, Page } from '@playwright/test';
import { NIGHT, expect, openDemo, settled, slider, test, STILL } from './helpers';

test.use(STILL);

const CREST = 'Overflow height of Bell siphon';
const BREAK = 'Height at which Bell siphon stops';

async function second(context: BrowserContext, first: Page, deaf = false): Promise<Page> {
  const page = await context.newPage();
  if (deaf) {
    // A window that is half asleep: it hears nothing and is not told that it came to the front.
    await page.addInitScript(() => {
      BroadcastChannel.prototype.addEventListener = () => undefined;
      for (const type of ['focus', 'visibilitychange'])
        window.addEventListener(type, (e) => e.stopImmediatePropagation(), true);
    });
  }
  await page.goto(first.url());
  await settled(page);
  return page;
}
/** Deletes the pair on the shelf of another window; the one that has it open says so. */
async function deletedOn(context: BrowserContext, first: Page): Promise<Page> {
  const shelf = await context.newPage();
  await shelf.goto('/');
  await shelf.getByRole('button', { name: 'Delete Potting-shed pair' }).click();
  await expect(first.getByRole('alert')).toContainText('no longer in the browser’s storage');
  return shelf;
}
/** Presses a button in a window that is brought to the front: one in the background draws once a second. */
async function press(button: Locator): Promise<void> {
  await button.page().bringToFront();
  await button.click();
}
const reads = (page: Page, name: string, value: string) =>
  expect(slider(page, name)).toHaveAttribute('aria-valuetext', value);
const kept = (page: Page) => expect(page.getByText('Saved', { exact: true })).toBeVisible();

test('a second window follows the first as it goes, and its undo is the same', async ({
  page,
  context,
}) => {
  await openDemo(page, 'Potting-shed pair', 'Fill & drain');
  const other = await second(context, page);
  await slider(page, CREST).press('ArrowDown');
  await reads(other, CREST, '230 mm');
  await slider(other, BREAK).press('ArrowUp');
  await reads(page, BREAK, '35 mm');
  await reads(page, CREST, '230 mm');
  await press(other.getByRole('button', { name: /^Undo: Siphon stops/ }));
  await reads(page, BREAK, '30 mm');
  await press(page.getByRole('button', { name: /^Undo: Standpipe/ }));
  await reads(other, CREST, '235 mm');
});

test(
  'a handle that is being pulled keeps what the other window did meanwhile',
  { tag: NIGHT },
  async ({ page, context }) => {
    await openDemo(page, 'Potting-shed pair', 'Fill & drain');
    const other = await second(context, page);
    await page.bringToFront();
    const tag = (await slider(page, CREST).locator('.tag rect').boundingBox())!;
    await page.mouse.move(tag.x + 40, tag.y + 13);
    await page.mouse.down();
    await page.mouse.move(tag.x + 40, tag.y + 30, { steps: 4 });
    await slider(other, BREAK).press('ArrowUp');
    await kept(other);
    // It has heard of it, with the handle still in the hand.
    await expect(page.getByText('Changed in another window')).toBeAttached();
    await page.mouse.move(tag.x + 40, tag.y + 34, { steps: 2 });
    await page.mouse.up();
    await reads(page, BREAK, '35 mm');
    const crest = (await slider(page, CREST).getAttribute('aria-valuetext'))!;
    expect(crest).not.toBe('235 mm');
    await reads(other, CREST, crest);
    await reads(other, BREAK, '35 mm');
  },
);

test('changes made in both without hearing of each other are merged field by field', async ({
  page,
  context,
}) => {
  await openDemo(page, 'Potting-shed pair', 'Fill & drain');
  const other = await second(context, page, true);
  await slider(page, CREST).press('ArrowDown');
  await kept(page);
  await slider(other, BREAK).press('ArrowUp');
  for (const p of [page, other]) {
    await reads(p, CREST, '230 mm');
    await reads(p, BREAK, '35 mm');
  }
  await other.reload();
  await reads(other, CREST, '230 mm');
  await reads(other, BREAK, '35 mm');
});

for (const [choice, value] of [
  [/Use this window’s: 240 mm/, '240 mm'],
  [/Use the other window’s: 230 mm/, '230 mm'],
] as const) {
  test(
    `one number changed in both is asked about: ${value}`,
    { tag: NIGHT },
    async ({ page, context }) => {
      await openDemo(page, 'Potting-shed pair', 'Fill & drain');
      const other = await second(context, page, true);
      await slider(page, CREST).press('ArrowDown');
      await kept(page);
      await slider(other, CREST).press('ArrowUp');
      await expect(other.getByRole('alert')).toContainText(
        'Standpipe height of “Bell siphon” was changed in two windows',
      );
      await press(other.getByRole('button', { name: choice }));
      await expect(other.getByRole('alert')).toHaveCount(0);
      await reads(other, CREST, value);
      await reads(page, CREST, value);
    },
  );
}

test(
  'what another window deletes is said, and can be kept again',
  { tag: NIGHT },
  async ({ page, context }) => {
    await openDemo(page, 'Potting-shed pair', 'Fill & drain');
    const other = await deletedOn(context, page);
    await slider(page, CREST).press('ArrowDown');
    await reads(page, CREST, '230 mm');
    await press(page.getByRole('button', { name: 'Save it again' }));
    await expect(page.getByRole('alert')).toHaveCount(0);
    await kept(page);
    await expect(other.getByRole('link', { name: /Potting-shed pair/ })).toBeVisible();
  },
);

test(
  'deleted and put back elsewhere, an open system is kept again without a word from here',
  { tag: NIGHT },
  async ({ page, context }) => {
    await openDemo(page, 'Potting-shed pair', 'Fill & drain');
    const other = await deletedOn(context, page);
    await press(other.getByRole('button', { name: 'Undo' }));
    await expect(page.getByRole('alert')).toHaveCount(0);
    await slider(page, CREST).press('ArrowDown');
    await kept(page);
    await page.reload();
    await reads(page, CREST, '230 mm');
  },
);

for (const whose of ['this window’s', 'the other window’s'] as const) {
  test(
    `a bed taken away in one window and built higher in another is asked about: ${whose}`,
    { tag: whose !== 'this window’s' ? NIGHT : [] },
    async ({ page, context }) => {
      await openDemo(page, 'North-wall lean-to', 'Vessels');
      const other = await second(context, page, true);
      const beds = (p: Page) =>
        p.getByRole('group', { name: 'Vessel' }).getByRole('button', { name: /bed/i });
      const name = (await beds(page).last().textContent())!.trim();
      const before = await beds(page).count();
      const rim = async (p: Page) =>
        (await slider(p, `Rim of ${name}`).getAttribute('aria-valuetext'))!;
      const was = await rim(other);
      await press(beds(page).last());
      await press(page.getByRole('button', { name: `Remove ${name}` }));
      await expect(beds(page)).toHaveCount(before - 1);
      await kept(page);
      await slider(other, `Rim of ${name}`).press('ArrowUp');
      const asked = other.getByRole('alert');
      await expect(asked).toContainText('The changes of two windows do not fit together');
      await press(asked.getByRole('button', { name: `Use ${whose} system` }));
      await expect(asked).toHaveCount(0);
      const mine = whose === 'this window’s';
      for (const p of [page, other]) {
        await expect(beds(p)).toHaveCount(mine ? before : before - 1);
        await expect(slider(p, `Rim of ${name}`)).toHaveCount(mine ? 1 : 0);
      }
      if (mine) {
        expect(await rim(other)).not.toBe(was);
        await reads(page, `Rim of ${name}`, await rim(other));
      }
      await kept(other);
    },
  );
}

test(
  'a name that is being typed is not taken away by one from another window',
  { tag: NIGHT },
  async ({ page, context }) => {
    await openDemo(page, 'Potting-shed pair', 'Fill & drain');
    const other = await second(context, page);
    const mine = page.getByRole('textbox', { name: 'Name of the system' });
    await mine.press('End');
    await mine.pressSequentially(' by the');
    await other.getByRole('textbox', { name: 'Name of the system' }).fill('Shed, west');
    await other.getByRole('textbox', { name: 'Name of the system' }).press('Enter');
    await expect(page.getByText('Changed in another window')).toBeAttached();
    await mine.pressSequentially(' door');
    await expect(mine).toHaveValue('Potting-shed pair by the door');
    await slider(page, 'Overflow height of Bell siphon').press('ArrowDown');
    await expect(other.getByRole('textbox', { name: 'Name of the system' })).toHaveValue(
      'Potting-shed pair by the door',
    );
  },
);

/** Rounds in which windows edit while another opens the system; more by night. */
const ROUNDS = cases(2, 30);

test(
  'three windows: what two edit is all there, whenever the third opens it',
  { tag: NIGHT },
  async ({ page, context }) => {
    test.setTimeout(60_000 + ROUNDS * 30_000);
    await openDemo(page, 'Potting-shed pair', 'Fill & drain');
    const other = await second(context, page);
    const third = await context.newPage();
    let [crest, low] = [235, 30];
    for (let round = 0; round < ROUNDS; round++) {
      const edits = async (p: Page, name: string, key: string) => {
        for (let i = 0; i < 3; i++) await slider(p, name).press(key);
      };
      // There and back, so that any number of rounds stays within what the bed allows.
      const there = round % 2 === 0;
      await Promise.all([
        edits(page, CREST, there ? 'ArrowDown' : 'ArrowUp'),
        edits(other, BREAK, there ? 'ArrowUp' : 'ArrowDown'),
        third.goto(page.url()).then(() => third.reload()),
      ]);
      crest += there ? -15 : 15;
      low += there ? 15 : -15;
      for (const p of [page, other, third]) {
        await reads(p, CREST, `${crest} mm`);
        await reads(p, BREAK, `${low} mm`);
      }
    }
    await kept(page);
    await kept(other);
  },
);

test(
  'practice in two windows is one run: what is done in either counts in both, after a reload too',
  { tag: NIGHT },
  async ({ page, context }) => {
    await openDemo(page, 'Potting-shed pair');
    await page.goto('/practice/potting-shed-pair');
    const acts = (p: Page) => p.getByRole('list').locator('.when');
    const act = (p: Page, id: string) => press(p.locator(`[data-act="${id}"]`));
    await page.getByLabel('Run number').fill('4');
    await page.getByLabel('Run number').press('Enter');
    await expect(page.getByText('You have just arrived. What do you do first?')).toBeVisible();
    await act(page, 'look-water');
    await expect(acts(page)).toHaveCount(1);
    const other = await context.newPage();
    await other.goto(page.url());
    await expect(acts(other)).toHaveCount(1);
    await act(other, 'look-fish');
    await expect(acts(other)).toHaveCount(2);
    await expect(
      page.getByText('You did something in another window. It counts here too.'),
    ).toBeVisible();
    await expect(acts(page)).toHaveCount(2);
    await act(page, 'look-water');
    await expect(acts(page)).toHaveCount(3);
    await expect(acts(other)).toHaveCount(3);
    await other.reload();
    await expect(acts(other)).toHaveCount(3);
  },
);
