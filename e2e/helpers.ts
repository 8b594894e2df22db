import AxeBuilder from '@axe-core/playwright';
import { expect, test as base, type FileChooser, type Locator, type Page } from '@playwright/test';

/** Every journey fails on an error in the console: a broken policy, a missing file, a thrown error. */
export const test = base.extend<{ clean: undefined }>({
  clean: [
    async ({ page }, use) => {
      const errors: string[] = [];
      page.on('console', (m) => {
        if (m.type() === 'error') errors.push(m.text());
      });
      page.on('pageerror', (e) => errors.push(e.message));
      await use(undefined);
      expect(errors).toEqual([]);
    },
    { auto: true },
  ],
});
export { expect };

/**
 * For `test.use` where motion is not what is looked at: nothing is drawn anew while nothing happens, so that
 * others have the machine.
 */
export const STILL = { contextOptions: { reducedMotion: 'reduce' } } as const;

/** A journey that only `npm run nightly` takes: another case of what one of `npm test` shows. */
export const NIGHT = '@night';

/** Opens the shelf, the demo systems on it. */
export async function openShelf(page: Page, at = ''): Promise<void> {
  await page.goto(`${at}/`);
  await expect(page.getByRole('link', { name: /Potting-shed pair/ })).toBeVisible();
  await expect(page.getByRole('link', { name: /North-wall lean-to/ })).toBeVisible();
}

const STAGES = {
  Place: 'place',
  Vessels: 'vessels',
  Lift: 'lift',
  'Fill & drain': 'drain',
  Life: 'life',
  Build: 'build',
  'Start-up': 'startup',
  Rounds: 'rounds',
} as const;

/** Opens a demo where its address leads, and waits for its day and its fixes. */
export async function openDemo(
  page: Page,
  name: string,
  stage: keyof typeof STAGES = 'Vessels',
): Promise<void> {
  const id = name.toLowerCase().replaceAll(' ', '-');
  await page.goto(`/system/${id}/${STAGES[stage]}`);
  await settled(page);
}

/** Opens the list of findings beside the drawing. */
export const showFindings = (page: Page): Promise<void> =>
  page.getByRole('tab', { name: /^Findings/ }).click();
/** Opens the stage’s own panel beside the drawing. */
export const showPanel = (page: Page): Promise<void> =>
  page.getByRole('tablist', { name: 'Beside the drawing' }).getByRole('tab').first().click();

/** On a phone the drawing is a band until it is opened. */
export const openDrawing = (page: Page): Promise<void> =>
  page.getByRole('button', { name: 'Open the drawing' }).click();

/** Waits until the day on screen belongs to the system on screen and fixes are worked out. */
export async function settled(page: Page): Promise<void> {
  await expect(page.getByRole('tablist', { name: 'Beside the drawing' })).toBeVisible();
  // Looked at with every frame: an assertion that is asked again waits half a second in between.
  await page.waitForFunction(
    () => !/calculating|searching for fixes/.test(document.body.textContent ?? ''),
  );
}

/** Pulls a handle of the drawing by pixels; down is positive. */
export async function pull(page: Page, handle: Locator, dy: number): Promise<void> {
  // What is not chosen is a dot; with the focus it has its tag.
  await handle.focus();
  const grip = handle.locator('.tag rect');
  const box = (await grip.boundingBox())!;
  const x = box.x + box.width / 2;
  const y = box.y + box.height / 2;
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x, y + dy / 2, { steps: 4 });
  await page.mouse.move(x, y + dy, { steps: 4 });
  await page.mouse.up();
}

export const finding = (page: Page, id: string): Locator => page.locator(`[data-finding="${id}"]`);
export const slider = (page: Page, name: string | RegExp): Locator =>
  page.getByRole('slider', { name });

/** Waits until nothing moves any more: what was opened stands where it will stand. */
export const still = async (page: Page): Promise<void> => {
  await page.waitForLoadState('networkidle');
  await page.waitForFunction(() =>
    document.getAnimations().every((a) => a.playState !== 'running'),
  );
};

/** Chooses a file on the shelf, by its path or as what it holds. */
export async function openFile(
  page: Page,
  file: Parameters<FileChooser['setFiles']>[0],
): Promise<void> {
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Open a file' }).click(),
  ]);
  await chooser.setFiles(file);
}

/** Chooses a row of a list by the list's label. */
export async function choose(page: Page, label: string, option: string | RegExp) {
  // The text of what is chosen lies over the input.
  await page.getByRole('combobox', { name: label }).first().click({ force: true });
  await page.getByRole('option', { name: option }).first().click();
}

/** Only what is wrong is wanted, not a list of all that is right; there are no frames to join. */
export const axeOn = (page: Page) =>
  new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).setLegacyMode();

/**
 * @param rules the rules of axe to ask; all without them
 * @param part selector of what has changed since the page was last looked at as a whole
 */
export async function axe(page: Page, where: string, rules?: string[], part?: string) {
  const asked = axeOn(page);
  if (rules) asked.withRules(rules);
  if (part) asked.include(part);
  const { violations } = await asked.analyze();
  expect(
    violations.map((v) => `${where}: ${v.id} ${v.nodes.map((n) => n.target.join(' ')).join('; ')}`),
  ).toEqual([]);
}
