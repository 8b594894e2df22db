import { chromium } from '@playwright/test';
import { chromiumLaunch } from '../chromium.mjs';
import { lay, layLog, rowOf } from '../rows.mjs';

/** What only a browser can tell: how long a newcomer waits, and how a pulled handle feels. */

const percentile = (xs, p) => {
  const sorted = [...xs].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(p * sorted.length))];
};

const tell = (xs) => ({ n: xs.length, median: percentile(xs, 0.5), p95: percentile(xs, 0.95) });

/** Scrolls a box sixty steps down, and measures for each how long the second frame after it takes; ms. */
const stepsOfScrolling = (box, by) =>
  box.evaluate(
    (element, px) =>
      new Promise((resolve) => {
        const steps = [];
        const step = () => {
          const began = performance.now();
          element.scrollBy(0, px);
          requestAnimationFrame(() =>
            requestAnimationFrame(() => {
              steps.push(performance.now() - began);
              if (steps.length < 60) step();
              else resolve(steps);
            }),
          );
        };
        step();
      }),
    by,
  );

/**
 * Time from the first request to the shelf with its cards, and from there to the first judged system,
 * day and all; ms, each in a fresh browser profile.
 *
 * @param at address of the served build
 */
export async function firstVisit(at) {
  const browser = await chromium.launch(chromiumLaunch);
  const runs = [];
  for (let i = 0; i < 5; i++) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    const from = performance.now();
    await page.goto(at);
    await page.getByRole('link', { name: /Potting-shed pair/ }).waitFor();
    const shelf = performance.now() - from;
    const pressed = performance.now();
    await page.getByRole('link', { name: /Potting-shed pair/ }).click();
    await page.getByText('Bell siphon: siphon starts').waitFor();
    runs.push({ shelf, judged: performance.now() - pressed });
    await context.close();
  }
  await browser.close();
  return {
    shelf: percentile(
      runs.map((r) => r.shelf),
      0.5,
    ),
    judged: percentile(
      runs.map((r) => r.judged),
      0.5,
    ),
  };
}

/**
 * A shelf of many systems: time from the request to the first cards, how long each step of a scroll keeps the
 * page from its next frame, and how many elements there are then; ms.
 *
 * @param documents laid into the store over and over until there are so many
 */
export async function longShelf(at, documents, many) {
  const browser = await chromium.launch(chromiumLaunch);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(at);
  await page.getByRole('link', { name: /Potting-shed pair/ }).waitFor();
  const now = Date.now();
  await lay(
    page,
    Array.from({ length: many }, (_, i) =>
      rowOf(documents[i % documents.length], `many-${i}`, `Bench ${i}`, now + i),
    ),
  );
  const visit = async () => {
    await page.reload();
    return (await page.waitForFunction(() => window.__firstCards)).jsonValue();
  };
  // The first frame that has cards, by the page's own clock.
  await page.addInitScript(() => {
    const look = () => {
      if (document.querySelector('article')) window.__firstCards = performance.now();
      else requestAnimationFrame(look);
    };
    requestAnimationFrame(look);
  });
  const first = await visit();
  const scroll = () => stepsOfScrolling(page.locator('html'), 500);
  const drawn = await scroll();
  await page.waitForTimeout(6000);
  const nodes = await page.locator('*').count();
  const again = [];
  for (let i = 0; i < 5; i++) again.push(await visit());
  const known = await scroll();
  await browser.close();
  return { first, again: percentile(again, 0.5), drawn: tell(drawn), known: tell(known), nodes };
}

/**
 * Pulls a handle up and down by pointer events, and measures for each move the time until its number
 * stands in the page, and until the frame with it is done; ms.
 */
export async function pulling(at, system, stage, handle) {
  const browser = await chromium.launch(chromiumLaunch);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(at);
  await page.getByRole('link', { name: new RegExp(system) }).click();
  await page
    .getByRole('button', { name: new RegExp(stage) })
    .first()
    .click();
  await page.waitForTimeout(2500);
  const slider = page.getByRole('slider', { name: handle });
  await slider.focus();
  const box = await slider.locator('.tag rect').boundingBox();
  await slider.evaluate((g) => {
    const seen = { moves: [], numbers: [], frames: [] };
    window.__pull = seen;
    let last = 0;
    g.addEventListener('pointermove', () => (last = performance.now()), true);
    new MutationObserver(() => {
      if (!last) return;
      const began = last;
      last = 0;
      seen.numbers.push(performance.now() - began);
      requestAnimationFrame(() => {
        const channel = new MessageChannel();
        channel.port1.onmessage = () => seen.frames.push(performance.now() - began);
        channel.port2.postMessage(0);
      });
    }).observe(g, { attributes: true, attributeFilter: ['aria-valuetext'] });
  });
  const x = box.x + 60;
  let y = box.y + 13;
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let i = 0; i < 240; i++) {
    y += i % 60 < 30 ? 1.5 : -1.5;
    await page.mouse.move(x, y);
    await page.waitForTimeout(8);
  }
  await page.mouse.up();
  await page.waitForTimeout(300);
  const seen = await page.evaluate(() => window.__pull);
  await browser.close();
  return { number: tell(seen.numbers), frame: tell(seen.frames) };
}

/**
 * Heap of the day's worker after a system was opened and edited for a while, MB.
 */
export async function workerMemory(at) {
  const browser = await chromium.launch(chromiumLaunch);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(at);
  const cdp = await page.context().newCDPSession(page);
  const workers = [];
  cdp.on('Target.attachedToTarget', (e) => {
    if (e.targetInfo.type === 'worker') workers.push(e.sessionId);
  });
  await cdp.send('Target.setAutoAttach', {
    autoAttach: true,
    waitForDebuggerOnStart: false,
    flatten: false,
  });
  await page.getByRole('link', { name: /Potting-shed pair/ }).click();
  await page
    .getByRole('button', { name: /Fill & drain/ })
    .first()
    .click();
  const crest = page.getByRole('slider', { name: 'Overflow height of Bell siphon' });
  for (let i = 0; i < 40; i++) {
    await crest.press(i % 20 < 10 ? 'ArrowDown' : 'ArrowUp');
    await page.waitForTimeout(60);
  }
  await page.waitForTimeout(1500);
  const ask = (method) =>
    new Promise((resolve) => {
      const id = Math.floor(Math.random() * 1e9);
      const hear = (e) => {
        const message = JSON.parse(e.message);
        if (message.id !== id) return;
        cdp.off('Target.receivedMessageFromTarget', hear);
        resolve(message.result);
      };
      cdp.on('Target.receivedMessageFromTarget', hear);
      void cdp.send('Target.sendMessageToTarget', {
        sessionId: workers[workers.length - 1],
        message: JSON.stringify({ id, method }),
      });
    });
  const before = await ask('Runtime.getHeapUsage');
  await ask('HeapProfiler.collectGarbage');
  const after = await ask('Runtime.getHeapUsage');
  await browser.close();
  return { used: before.usedSize / 1e6, kept: after.usedSize / 1e6 };
}

/**
 * Trends of a log of ten thousand entries over a year: from the press on a reading to the end of the frame with its
 * chart, and how long a step of scrolling through the log takes; ms.
 */
export async function yearOfTrends(at) {
  const browser = await chromium.launch(chromiumLaunch);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(at);
  await page.getByRole('link', { name: /Potting-shed pair/ }).waitFor();
  const from = Date.now() - 365 * 86_400_000;
  await layLog(
    page,
    'potting-shed-pair',
    Array.from({ length: 10_000 }, (_, i) => ({
      id: `year-${i}`,
      at: from + i * 3_153_600,
      zone: 'UTC',
      written: from + i,
      kind: 'reading',
      about: 'tank',
      temperature: 18 + 4 * Math.sin(i / 700),
      ph: 6.9 + 0.1 * Math.sin(i / 30),
      nitrate: [20, 30 + 10 * Math.sin(i / 400)],
      alkalinity: 60 + 10 * Math.sin(i / 900),
    })),
  );
  await page.goto(`${at}/system/potting-shed-pair/rounds`);
  await page.getByRole('tab', { name: 'Trends' }).click();
  await page.locator('canvas').first().waitFor();
  await page.waitForTimeout(1500);
  const drawn = [];
  for (const name of ['Water temperature', 'pH', 'Nitrate', 'Alkalinity'])
    drawn.push(
      await page
        .getByRole('button', { name: new RegExp(`^${name}`) })
        .first()
        .evaluate(
          (button) =>
            new Promise((resolve) => {
              const began = performance.now();
              button.click();
              requestAnimationFrame(() => {
                const channel = new MessageChannel();
                channel.port1.onmessage = () => resolve(performance.now() - began);
                channel.port2.postMessage(0);
              });
            }),
        ),
    );
  await page.getByRole('tab', { name: 'Log' }).click();
  const list = page.getByRole('list', { name: 'Entries, the newest first' });
  await list.waitFor();
  const scrolled = await stepsOfScrolling(list, 700);
  await browser.close();
  return { drawn: tell(drawn), scrolled: tell(scrolled) };
}

/**
 * A log of fifty thousand entries: from the address to the readings on the drawing, and from the press that takes a pH
 * to the end of the frame with the advice on it; ms. Beside it the same with a hundred entries.
 */
export async function longLog(at, count) {
  const browser = await chromium.launch(chromiumLaunch);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(at);
  await page.getByRole('link', { name: /Potting-shed pair/ }).waitFor();
  const now = Date.now();
  await layLog(
    page,
    'potting-shed-pair',
    Array.from({ length: count }, (_, i) => {
      const base = { id: `long-${i}`, at: now - (count - i) * 1_800_000, zone: 'UTC', written: i };
      if (i % 3 === 0) return { ...base, kind: 'feed', mass: 0.01, about: 'tank' };
      if (i % 3 === 1) return { ...base, kind: 'look', seen: ['fish-well'] };
      return {
        ...base,
        kind: 'reading',
        about: 'tank',
        ph: 7 + (i % 7) / 20,
        tan: [0, 0.25],
        temperature: 18,
      };
    }),
  );
  const opened = [];
  for (let k = 0; k < 3; k++) {
    const began = Date.now();
    await page.goto(`${at}/system/potting-shed-pair/rounds`);
    await page.locator('.rounds text').first().waitFor();
    opened.push(Date.now() - began);
    await page.waitForTimeout(3000);
  }
  const noted = [];
  for (let k = 0; k < 5; k++) {
    await page.locator('.tile').filter({ hasText: 'pH' }).first().click();
    await page.locator('.pad input').fill(String(6.5 + k / 10));
    noted.push(
      await page
        .getByRole('button', { name: 'Add', exact: true })
        .last()
        .evaluate(
          (button) =>
            new Promise((resolve) => {
              const began = performance.now();
              button.click();
              requestAnimationFrame(() => {
                const channel = new MessageChannel();
                channel.port1.onmessage = () => resolve(performance.now() - began);
                channel.port2.postMessage(0);
              });
            }),
        ),
    );
    await page.waitForTimeout(1500);
  }
  await browser.close();
  return { opened: tell(opened), noted: tell(noted) };
}
