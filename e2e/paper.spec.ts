import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { NIGHT, expect, openDemo, test, STILL } from './helpers';

test.use(STILL);

async function save(page: Page, entry: string): Promise<{ name: string; text: string }> {
  await page.getByRole('button', { name: 'Send, print, export' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByText(entry, { exact: true }).click(),
  ]);
  return {
    name: download.suggestedFilename(),
    text: await readFile(await download.path(), 'utf8'),
  };
}

for (const [name, vessels] of [
  ['The first attempt', 2],
  ['Under-stairs tray', 2],
  ['North-wall lean-to', 4],
] as const) {
  test(
    `${name} prints on one page, A4 and Letter`,
    { tag: name !== 'The first attempt' ? NIGHT : [] },
    async ({ page }) => {
      await openDemo(page, name);
      // The sheet’s code comes while the page is idle.
      await page.waitForFunction(() =>
        performance.getEntriesByType('resource').some((r) => /PrintSheet.*\.js/.test(r.name)),
      );
      for (const format of ['A4', 'Letter']) {
        const margin = { top: '12mm', bottom: '12mm', left: '12mm', right: '12mm' };
        const pdf = (await page.pdf({ format, margin })).toString('latin1');
        expect(pdf.match(/\/Type \/Page\b/g)).toHaveLength(1);
      }
      await page.emulateMedia({ media: 'print' });
      await page.evaluate(() => window.dispatchEvent(new Event('beforeprint')));
      const sheet = page.locator('article.sheet');
      await expect(sheet.getByText(name, { exact: true })).toBeVisible();
      await expect(sheet.locator('svg .wall').first()).toBeVisible();
      await expect(sheet.locator('tbody tr')).toHaveCount(vessels);
      await expect(page.getByRole('button', { name: 'Save to a file' })).toBeHidden();
    },
  );
}

test('the drawing is saved in millimetres and to scale, without anything of the page', async ({
  page,
}) => {
  await page.emulateMedia({ colorScheme: 'dark' });
  await openDemo(page, 'Potting-shed pair');
  const { name, text } = await save(page, 'Export the drawing');
  expect(name).toBe('Potting-shed-pair.svg');
  expect(text).not.toMatch(/var\(|currentColor|class=|style=|data-v|role=|tabindex|NaN|undefined/);
  expect(text).toContain("font-family=\"'Atkinson Hyperlegible Next',");
  // What stands on its tags and beside its levels, each word and each value.
  const words = [...text.matchAll(/<t(?:ext|span)[^>]*>([^<]+)/g)].map((m) => m[1]!);
  expect(words).toEqual(expect.arrayContaining(['media up to ', '280 mm', 'tank rim ', '750 mm']));
  expect(words).toEqual(expect.arrayContaining(['0 mm deep', 'beds full 556 mm']));
  const scale = Number(/1 : (\d+), millimetres/.exec(text)![1]);
  const measured = await page.evaluate((svg) => {
    const root = new DOMParser().parseFromString(svg, 'image/svg+xml').documentElement;
    const factor = Number(
      /scale\(([\d.]+)\)/.exec(root.querySelector('g')!.getAttribute('transform')!)![1],
    );
    const walls = [...root.querySelectorAll('polyline')].filter(
      (p) => p.getAttribute('stroke-width') === '3.5px',
    );
    const box = (p: Element) => {
      const points = p
        .getAttribute('points')!
        .split(' ')
        .map((q) => q.split(',').map(Number));
      const span = (i: number) =>
        Math.max(...points.map((q) => q[i]!)) - Math.min(...points.map((q) => q[i]!));
      return [span(0) * factor, span(1) * factor];
    };
    return {
      mm: root.getAttribute('width')!.endsWith('mm') && root.getAttribute('height')!.endsWith('mm'),
      one:
        root.getAttribute('viewBox') ===
        `0 0 ${parseFloat(root.getAttribute('width')!)} ${parseFloat(root.getAttribute('height')!)}`,
      boxes: walls.map(box),
      wall: walls[0]!.getAttribute('stroke'),
    };
  }, text);
  expect(measured.mm && measured.one).toBe(true);
  // Tank 1.1 m across and 0.75 m high; bed 1.2 m long and 0.33 m high.
  const wanted = [
    [1100, 750],
    [1200, 330],
  ];
  measured.boxes.forEach((b, i) => {
    expect(b[0]! * scale).toBeCloseTo(wanted[i]![0]!, 0);
    expect(b[1]! * scale).toBeCloseTo(wanted[i]![1]!, 0);
  });
  // On paper it is ink on white, whatever the screen’s colours are.
  expect(measured.wall).toBe('rgb(30, 43, 45)');
});

test('the day is saved as a table', async ({ page }) => {
  await openDemo(page, 'Potting-shed pair');
  const { name, text } = await save(page, 'Export the day as a table');
  expect(name).toBe('Potting-shed-pair-day.csv');
  expect(text.split('\r\n').length).toBeGreaterThan(500);
  expect(text).toContain('Bell siphon: siphon starts');
});
