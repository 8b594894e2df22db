import { execFileSync } from 'node:child_process';
import { mkdtemp, readFile, readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { chromiumLaunch } from '../scripts/chromium.mjs';

/** What a kill left. Edits are counted; each adds 5 L to the tank. */
export interface KillResult {
  /** Edits that the page had taken before the kill. */
  readonly made: number;
  /** Edits that were in the store afterwards. */
  readonly found: number;
  /** The tank after all of the history was undone, m³; it must be the untouched one. */
  readonly undone: number;
}

const TANK = 0.62;
const EDIT = 0.005;
/** A key that is held down repeats about this often, ms; no hand is faster. */
const REPEAT = 33;

/** What a kill left of a log: entries that the page had confirmed before it, and those that are there after. */
export interface NoteResult {
  readonly confirmed: number;
  readonly found: number;
}

/** Every process of a browser that keeps its data in a folder, killed at once: no one gets to say goodbye. */
async function killBrowser(folder: string): Promise<void> {
  const pids: string[] = [];
  for (const pid of await readdir('/proc')) {
    if (!/^\d+$/.test(pid)) continue;
    const line = await readFile(`/proc/${pid}/cmdline`, 'utf8').catch(() => '');
    if (line.includes(folder)) pids.push(pid);
  }
  execFileSync('kill', ['-9', ...pids], { stdio: 'ignore' });
}

const tank = (page: Page) => page.getByRole('slider', { name: 'Water at rest in Fish tank' });
const litres = async (page: Page) => Number(await tank(page).getAttribute('aria-valuenow'));

/**
 * Opens the program, works at it as fast as a hand can, kills the browser at a moment, and looks at what is there when
 * it is opened again.
 *
 * @param at address of the program
 * @param after ms of work before the kill
 * @param open brings the page to where the work is
 * @param stroke one of many; told whether the kill is under way when its answer came
 * @param look at the page as it is afterwards
 */
async function workAndKill<T>(
  at: string,
  after: number,
  open: (page: Page) => Promise<void>,
  stroke: (page: Page, dead: () => boolean) => Promise<void>,
  look: (page: Page) => Promise<T>,
): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), 'mizuna-kill-'));
  const launch = () => chromium.launchPersistentContext(folder, chromiumLaunch);
  try {
    const first = await launch();
    const page = first.pages()[0] ?? (await first.newPage());
    await page.goto(at);
    await open(page);
    let dead = false;
    const killing = new Promise<void>((resolve) => setTimeout(resolve, after)).then(async () => {
      dead = true;
      await killBrowser(folder);
    });
    try {
      while (!dead) await stroke(page, () => dead);
    } catch {
      // The page went away under the hand.
    }
    await killing;
    await first.close().catch(() => undefined);

    const second = await launch();
    const seen = await look(second.pages()[0] ?? (await second.newPage()));
    await second.close();
    return seen;
  } finally {
    await rm(folder, { recursive: true, force: true, maxRetries: 5, retryDelay: 200 });
  }
}

/**
 * Edits a system as fast as a held key does, kills the browser at a moment, opens it again and looks
 * at what is there.
 *
 * @param at address of the program
 * @param after ms of editing before the kill
 */
export async function editAndKill(at: string, after: number): Promise<KillResult> {
  let made = 0;
  const seen = await workAndKill(
    at,
    after,
    async (page) => {
      await page.getByRole('link', { name: /Potting-shed pair/ }).click();
      await tank(page).focus();
    },
    async (page, dead) => {
      const next = Date.now() + REPEAT;
      await page.keyboard.press('ArrowUp');
      // An answer that came while the kill was under way does not count as taken.
      if (!dead()) made++;
      await new Promise((resolve) => setTimeout(resolve, Math.max(0, next - Date.now())));
    },
    async (again) => {
      await again.goto(`${at}/system/potting-shed-pair/vessels`);
      const found = Math.round(((await litres(again)) - TANK) / EDIT);
      const undo = again.getByRole('button', { name: /^Undo: / });
      while (await undo.isVisible()) await undo.click();
      return { found, undone: await litres(again) };
    },
  );
  return { made, ...seen };
}

/**
 * Notes looks as fast as a thumb can, kills the browser at a moment, opens it again and counts what is in the log.
 *
 * @param at address of the program
 * @param after ms of noting before the kill
 */
export async function noteAndKill(at: string, after: number): Promise<NoteResult> {
  const rounds = `${at}/system/potting-shed-pair/rounds`;
  const well = (page: Page) => page.getByRole('button', { name: 'All is well' });
  let confirmed = 0;
  let last = '';
  const found = await workAndKill(
    at,
    after,
    async (page) => {
      await page.getByRole('link', { name: /Potting-shed pair/ }).waitFor();
      await page.goto(rounds);
      await well(page).waitFor();
    },
    async (page, dead) => {
      // The same within a moment is one press: it is pressed until it is another.
      const noted = page.locator(`[data-noted]:not([data-noted="${last}"])`);
      do await well(page).click();
      while (
        !(await noted.waitFor({ timeout: 200 }).then(
          () => true,
          () => dead(),
        ))
      );
      last = (await noted.getAttribute('data-noted')) ?? '';
      if (!dead()) confirmed++;
    },
    async (again) => {
      await again.goto(rounds);
      await again
        .getByRole('tablist', { name: 'On the bench' })
        .getByRole('tab', { name: 'Log' })
        .click();
      const words = await again.getByText(/\d+ of \d+ entries/).textContent();
      return Number(/of (\d+)/.exec(words ?? '')?.[1] ?? 0);
    },
  );
  return { confirmed, found };
}

/**
 * Tends a system as fast as a thumb can, what is due first, kills the browser at a moment, and counts as
 * {@link noteAndKill}.
 */
export async function tendAndKill(at: string, after: number): Promise<NoteResult> {
  const rounds = `${at}/system/warm-balcony/rounds`;
  let confirmed = 0;
  let before = 0;
  let last = '';
  const entries = async (page: Page) => {
    await page
      .getByRole('tablist', { name: 'On the bench' })
      .getByRole('tab', { name: 'Log' })
      .click();
    const words = await page.getByText(/\d+ of \d+ entries/).textContent();
    return Number(/of (\d+)/.exec(words ?? '')?.[1] ?? 0);
  };
  const found = await workAndKill(
    at,
    after,
    async (page) => {
      await page.getByRole('link', { name: /Warm balcony/ }).waitFor();
      await page.goto(rounds);
      await page.getByRole('button', { name: 'All is well' }).waitFor();
      before = await entries(page);
      await page
        .getByRole('tablist', { name: 'On the bench' })
        .getByRole('tab', { name: 'Today' })
        .click();
    },
    async (page, dead) => {
      const due = page.getByRole('button', { name: /^(Fed|Done|All well): / }).first();
      const noted = page.locator(`[data-noted]:not([data-noted="${last}"])`);
      do
        await (
          (await due.isVisible()) ? due : page.getByRole('button', { name: 'All is well' })
        ).click();
      while (
        !(await noted.waitFor({ timeout: 200 }).then(
          () => true,
          () => dead(),
        ))
      );
      last = (await noted.getAttribute('data-noted')) ?? '';
      if (!dead()) confirmed++;
    },
    async (again) => {
      await again.goto(rounds);
      return (await entries(again)) - before;
    },
  );
  return { confirmed, found };
}

/** What a kill left of a hold point: as it was called kept, as the design has it, and as the log has it. */
export interface BuildResult {
  /** Whether it was passed when everything was called kept last. */
  readonly confirmed: boolean;
  /** A press was under way when the kill came: either may be there. */
  readonly under: boolean;
  readonly done: boolean;
  readonly noted: boolean;
}

/** Passes a hold point of the build and takes it back, again and again, kills the browser at a moment, and looks. */
export async function buildAndKill(at: string, after: number): Promise<BuildResult> {
  const system = `${at}/system/potting-shed-pair`;
  const name = 'Agree on the place and its load';
  const openTab = (page: Page, tab: string) =>
    page.getByRole('tablist').getByRole('tab', { name: tab, exact: true }).click();
  const card = (page: Page) => page.getByRole('article', { name });
  const back = (page: Page) => card(page).getByRole('button', { name: 'Mark as not done' });
  const steps = async (page: Page) => {
    await page.goto(`${system}/build`);
    await openTab(page, 'Steps');
  };
  let confirmed = false;
  let under = false;
  const seen = await workAndKill(
    at,
    after,
    async (page) => {
      await page.getByRole('link', { name: /Potting-shed pair/ }).waitFor();
      await steps(page);
      await card(page).waitFor();
      for (const yes of await card(page).getByRole('button', { name: 'Yes', exact: true }).all())
        await yes.click();
      const level = page.getByRole('textbox', { name: 'Out of level' });
      await level.fill('5 mm');
      await level.press('Enter');
      await card(page)
        .getByRole('button', { name: 'Passed' })
        .and(page.locator(':enabled'))
        .waitFor();
      await page.getByRole('status').getByText('Saved', { exact: true }).waitFor();
    },
    async (page, dead) => {
      await page.getByRole('button', { name: new RegExp(`^(◆ )?${name}`) }).click();
      const press = confirmed ? back(page) : card(page).getByRole('button', { name: 'Passed' });
      await press.waitFor();
      if (dead()) return;
      under = true;
      await press.click();
      await page.getByRole('status').getByText('Saved', { exact: true }).waitFor();
      if (dead()) return;
      confirmed = !confirmed;
      under = false;
      // A moment of rest, so that many kills come when nothing is under way.
      await new Promise((resolve) => setTimeout(resolve, 150));
    },
    async (again) => {
      await steps(again);
      await again.getByRole('button', { name: new RegExp(`^(◆ )?${name}`) }).click();
      await card(again).waitFor();
      const done = await back(again).isVisible();
      await again.goto(`${system}/rounds`);
      await openTab(again, 'Log');
      await again
        .getByText(/\d+ of \d+ entries|The log is empty/)
        .first()
        .waitFor();
      const noted = (await again.getByText(name).count()) > 0;
      return { done, noted };
    },
  );
  return { confirmed, under, ...seen };
}
