import type { Page } from '@playwright/test';
import {
  NIGHT,
  expect,
  finding,
  openDemo,
  openDrawing,
  openShelf,
  pull,
  settled,
  showFindings,
  showPanel,
  slider,
  still,
  test,
} from './helpers';

/** The first journey as a screen reader meets it, and the page under each person's own conditions. */

test('the first journey by the names and roles that a screen reader says', async ({ page }) => {
  await openShelf(page);
  await expect(page.getByRole('main')).toMatchAriaSnapshot(`
    - main:
      - heading "Mizuna" [level=1]
      - button /Units/
      - button "Dark colours"
      - button "Open a file"
      - button "Back up everything"
      - region "On the shelf":
        - list:
          - listitem:
            - article:
              - img "Potting-shed pair from the side"
              - link "Potting-shed pair"
              - text: /Bed over tank, bell siphon, 620 L Warning 2/
              - button "Rename Potting-shed pair"
              - button "Save Potting-shed pair to a file"
              - button "Copy Potting-shed pair"
              - button "Delete Potting-shed pair"
      - region "Start a new system":
        - list:
          - listitem:
            - button /Bed over tank, bell siphon/
          - listitem:
            - button /Flood tray over reservoir, timer/
  `);
  await page.getByRole('link', { name: /The first attempt/ }).click();
  await settled(page);
  await expect(page.getByRole('main')).toMatchAriaSnapshot(`
    - main:
      - heading "The first attempt" [level=1]
      - link "Back to the shelf"
      - textbox "Name of the system": The first attempt
      - status: Saved
      - button "Undo" [disabled]
      - button "Redo" [disabled]
      - button "Save to a file"
      - button "Send, print, export"
      - button "Keys"
      - note "A first hint"
      - navigation "Stages":
        - button "2 Vessels 3 problems"
        - button "3 Lift 2 problems"
        - button "4 Fill & drain 2 problems"
      - region "The system from the side":
        - paragraph: /Fish tank, floor at 0 mm, water at \\d+ mm of 500 mm, 200 L at rest/
        - group "The first attempt, drawn to scale with handles":
          - button "Fish tank in the drawing" [pressed]
          - button "Bed in the drawing"
          - button "Bell siphon in the drawing"
          - button /deepest flood \\d+ mm. Show the calculation/
          - button /Problem.*draws air/
          - slider "Rim of Bed": /340 mm/
          - slider "Top of the media in Bed": /300 mm/
          - slider "Bed, height above the ground": /700 mm/
          - slider "Rim of Fish tank": /500 mm/
          - slider "Water at rest in Fish tank": /200 L/
          - slider "Fish tank, height above the ground": /0 mm/
        - region "The day":
          - button "Previous event"
          - button "Play the day"
          - button "Next event"
          - group "Stretch of the day shown":
            - button "24 h" [pressed]
          - slider "Moment of the day"
      - complementary:
        - button /Problem The pump of “Fill line” draws air/
        - paragraph:
          - status: 10 problems, 11 warnings
        - tablist "Beside the drawing":
          - tab "Vessels" [selected]
          - tab "Findings 21"
        - region "Vessels"
  `);
  await showFindings(page);
  // A finding: what it says, how it came about, why, and what can be pressed.
  await expect(finding(page, 'reserve')).toMatchAriaSnapshot(`
    - listitem:
      - paragraph: /Problem .* short of covering the pump’s intake/
      - paragraph:
        - button /Show the calculation/
        - button "why"
      - paragraph:
        - button "Show “Fish tank” in the drawing"
      - list "Fixes":
        - listitem:
          - button /./
  `);
  await finding(page, 'reserve')
    .getByRole('button', { name: /Show the calculation/ })
    .press('Enter');
  const sheet = page.getByRole('region', { name: /^Reserve above the pump/ });
  await expect(sheet.getByRole('heading')).toBeFocused();
  await expect(sheet.locator('math').first()).toBeAttached();
  await page.keyboard.press('Escape');
  await expect(
    finding(page, 'reserve').getByRole('button', { name: /Show the calculation/ }),
  ).toBeFocused();
  // A change that mends several stands once, at the gravest, and is named at the others.
  await expect(finding(page, 'reserve')).toContainText(
    /Also solved by a fix above: .*Cut the standpipe/,
  );
  await finding(page, 'dry-run')
    .getByRole('button', { name: /Cut the standpipe/ })
    .press('Enter');
  await expect(finding(page, 'reserve')).toHaveCount(0);
  // What was done is said.
  await expect(page.locator('[aria-live="polite"]').first()).toContainText('Cut the standpipe');
  await expect(page.getByRole('button', { name: /^Undo: Cut the standpipe/ })).toBeEnabled();
});

test('with reduced motion nothing moves by itself, and the day goes from event to event', async ({
  page,
}) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await openDemo(page, 'Potting-shed pair', 'Lift');
  const running = await page.evaluate(
    () => document.getAnimations().filter((a) => a.playState === 'running').length,
  );
  expect(running).toBe(0);
  const clock = page.locator('.clock');
  const shown = clock.evaluate(
    (el) =>
      new Promise<string[]>((resolve) => {
        const out: string[] = [];
        new MutationObserver(() => {
          out.push(el.textContent!);
          if (out.length === 3) resolve(out);
        }).observe(el, { childList: true, characterData: true, subtree: true });
      }),
  );
  await page.getByRole('button', { name: 'Play the day' }).click();
  // A siphon starts and stops minutes apart; a day that ran would show every few seconds of it.
  const seconds = (await shown).map((t) => t.split(':').reduce((s, x) => 60 * s + Number(x), 0));
  expect(seconds[1]! - seconds[0]!).toBeGreaterThan(60);
  expect(seconds[2]! - seconds[1]!).toBeGreaterThan(60);
  await page.getByRole('button', { name: 'Stop the day' }).click();
});

/** Nothing sticks out sideways, and everything that can be pressed can be reached by scrolling. */
async function whole(page: Page): Promise<void> {
  const lost = await page.evaluate(() => {
    const out: string[] = [];
    if (document.documentElement.scrollWidth > window.innerWidth) out.push('the page sideways');
    for (const e of document.querySelectorAll('button, a[href], input, [role="slider"]')) {
      const r = e.getBoundingClientRect();
      if (r.width === 0 || getComputedStyle(e).visibility === 'hidden') continue;
      if (r.left < -1 || r.right > window.innerWidth + 1)
        out.push(e.getAttribute('aria-label') ?? e.textContent?.trim() ?? e.tagName);
    }
    return out;
  });
  expect(lost).toEqual([]);
}

for (const [what, width, height] of [
  // 1280 × 800 at 200 % is a window of half the size.
  ['at 200 % zoom', 640, 400],
  ['on a phone of 390 px', 390, 844],
  ['on a phone of 320 px', 320, 640],
] as const) {
  test(`${what} nothing is lost`, { tag: what.includes('320') ? [] : NIGHT }, async ({ page }) => {
    await page.setViewportSize({ width, height });
    await openShelf(page);
    await whole(page);
    await page.getByRole('link', { name: /The first attempt/ }).click();
    await settled(page);
    await whole(page);
    await openDrawing(page);
    await page.getByRole('button', { name: 'No more hints' }).click();
    for (const stage of ['Lift', 'Fill & drain', 'Vessels']) {
      await page
        .getByRole('navigation', { name: 'Stages' })
        .getByRole('button', { name: new RegExp(stage) })
        .click();
      await page
        .getByRole('tablist', { name: 'Beside the drawing' })
        .getByRole('tab', { name: stage })
        .click();
      await expect(page.getByRole('region', { name: stage })).toBeVisible();
      await still(page);
      await whole(page);
    }
    const rim = slider(page, 'Rim of Bed');
    await rim.scrollIntoViewIfNeeded();
    await pull(page, rim, -6);
    await expect(rim).not.toHaveAttribute('aria-valuetext', '340 mm');
    await page.getByRole('button', { name: /^Holds to the rim/ }).click();
    await expect(page.locator('.katex-display')).toBeVisible();
    await whole(page);
    if (width > 600) return;
    // On a phone the stages lie under the thumb, and the drawing is in view above.
    await page.keyboard.press('Escape');
    await page.evaluate(() => window.scrollTo(0, 0));
    await expect(page.getByRole('slider').first()).toBeInViewport();
    const rail = (await page.getByRole('navigation', { name: 'Stages' }).boundingBox())!;
    expect(Math.round(rail.y + rail.height)).toBe(height);
    expect(rail.height).toBeLessThan(90);
    await showFindings(page);
    await expect(page.getByRole('heading', { name: 'Findings' })).toBeVisible();
  });
}

test(
  'in forced colours the drawing, the marks and what is chosen can be told',
  { tag: NIGHT },
  async ({ page }) => {
    await page.emulateMedia({ forcedColors: 'active', colorScheme: 'dark' });
    await openDemo(page, 'The first attempt', 'Fill & drain');
    const contrast = await page.evaluate(() => {
      const rgb = (c: string) =>
        c
          .match(/[\d.]+/g)!
          .slice(0, 3)
          .map(Number);
      const light = (c: string) => {
        const [r, g, b] = rgb(c).map((x) => {
          const s = x / 255;
          return s <= 0.03928 ? s / 12.92 : ((s + 0.055) / 1.055) ** 2.4;
        }) as [number, number, number];
        return 0.2126 * r + 0.7152 * g + 0.0722 * b;
      };
      const ground = getComputedStyle(document.querySelector('.v-application')!).backgroundColor;
      const against = (c: string) => {
        const [a, b] = [light(c), light(ground)].sort((x, y) => y - x) as [number, number];
        return (a + 0.05) / (b + 0.05);
      };
      const of = (selector: string, property: 'stroke' | 'fill' | 'color') =>
        against(getComputedStyle(document.querySelector(selector)!)[property]);
      return {
        wall: of('.wall', 'stroke'),
        surface: of('.surface', 'stroke'),
        tag: of('.tag text', 'fill'),
        lens: of('.lens-number', 'fill'),
        sentence: of('.sentence', 'color'),
        ground: of('.ground', 'stroke'),
      };
    });
    for (const [what, ratio] of Object.entries(contrast)) {
      expect(ratio, what).toBeGreaterThan(what === 'surface' ? 3 : 4.5);
    }
    await expect(page.getByRole('button', { name: /Fill & drain/ }).first()).toHaveCSS(
      'outline-style',
      'solid',
    );
  },
);

test(
  'a handle that passes another keeps the focus, and the pointer that pulls it',
  { tag: NIGHT },
  async ({ page }) => {
    await openDemo(page, 'Potting-shed pair', 'Fill & drain');
    const crest = slider(page, 'Overflow height of Bell siphon');
    await crest.focus();
    for (let i = 0; i < 14; i++) await crest.press('ArrowUp');
    await expect(crest).toHaveAttribute('aria-valuetext', '305 mm');
    await expect(crest).toBeFocused();
    await pull(page, crest, 60);
    const low = Number.parseInt((await crest.getAttribute('aria-valuetext'))!);
    expect(low).toBeLessThan(200);
    await pull(page, crest, -60);
    const high = Number.parseInt((await crest.getAttribute('aria-valuetext'))!);
    expect(high).toBeGreaterThan(low + 80);
    await expect(crest).toBeFocused();
  },
);

test(
  'finely with Alt, coarsely with Shift; bells go from one stock size to the next',
  { tag: NIGHT },
  async ({ page }) => {
    await openDemo(page, 'Potting-shed pair', 'Fill & drain');
    const crest = slider(page, 'Overflow height of Bell siphon');
    await crest.focus();
    await crest.press('Alt+ArrowUp');
    await expect(crest).toHaveAttribute('aria-valuetext', '236 mm');
    await crest.press('Shift+ArrowDown');
    await expect(crest).toHaveAttribute('aria-valuetext', '185 mm');
    const bell = page.getByRole('textbox', { name: 'Bore of the bell' });
    await bell.focus();
    await bell.press('ArrowUp');
    await expect(bell).toHaveValue(/102\.3 mm/);
    await bell.press('ArrowDown');
    await expect(bell).toHaveValue(/77\.9 mm/);
    await bell.press('Alt+ArrowDown');
    await expect(bell).toHaveValue(/77\.[78] mm/);
  },
);

test(
  'what an edit changed is shown for a moment, and first hints go for good',
  { tag: NIGHT },
  async ({ page }) => {
    await openDemo(page, 'The first attempt', 'Fill & drain');
    const hint = page.getByRole('note', { name: 'A first hint' });
    await expect(hint).toContainText('Pull a tag');
    await pull(page, slider(page, 'Top of the media in Bed'), -8);
    // Who pulls has learnt to pull.
    await expect(hint).not.toContainText('Pull a tag');
    await hint.getByRole('button', { name: 'No more hints' }).click();
    await expect(hint).toHaveCount(0);
    await settled(page);
    await showFindings(page);
    await finding(page, 'reserve')
      .getByRole('button', { name: /Cut the standpipe/ })
      .click();
    await showPanel(page);
    const deepest = page.getByRole('button', { name: /^Deepest flood/ });
    await expect(deepest).toContainText('was 306 mm');
    await expect(page.locator('.handle.changed')).toHaveAttribute(
      'aria-label',
      'Overflow height of Bell siphon',
    );
    await expect(page.locator('.news')).toContainText('better');
    await expect(deepest).not.toContainText('was', { timeout: 8000 });
    await expect(page.locator('.handle.changed')).toHaveCount(0);
    await page.reload();
    await settled(page);
    await expect(hint).toHaveCount(0);
  },
);
