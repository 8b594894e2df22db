import { spawn } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { chromiumLaunch } from './chromium.mjs';
import { bin, freePort, install, root, run } from './setup.mjs';

/** `npm run screenshots`: a current picture of each main view from the demo data. */
install();
if (run(bin('vite'), ['build', '--logLevel', 'warn']) !== 0) process.exit(1);
const { chromium } = await import('@playwright/test');
const port = await freePort();
const server = spawn(bin('tsx'), ['server/main.ts'], {
  cwd: root,
  env: { ...process.env, PORT: String(port) },
  stdio: ['ignore', 'pipe', 'inherit'],
});
await new Promise((resolve) => server.stdout.once('data', resolve));

const browser = await chromium.launch(chromiumLaunch);
const folder = `${root}/docs/screenshots`;
mkdirSync(folder, { recursive: true });
const desktop = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };

/** One picture in a fresh browser, so that none depends on another. */
async function picture(
  name,
  { path = '/', size = desktop, evening = false, hint = false, act } = {},
) {
  const context = await browser.newContext({
    viewport: size,
    colorScheme: evening ? 'dark' : 'light',
    reducedMotion: 'reduce',
  });
  const page = await context.newPage();
  await page.goto(`http://127.0.0.1:${port}/`);
  await page.getByRole('link', { name: /Potting-shed pair/ }).waitFor();
  await page.getByText('The first attempt').waitFor();
  if (path !== '/') await page.goto(`http://127.0.0.1:${port}${path}`);
  if (path !== '/') {
    await page.locator('.worst').first().waitFor();
    await page.getByText('searching for fixes').first().waitFor({ state: 'detached' });
    await page.waitForTimeout(900);
  }
  const hints = page.getByRole('button', { name: 'No more hints' });
  if (!hint && (await hints.isVisible())) await hints.click();
  if (act) await act(page);
  await page.waitForTimeout(400);
  const whole = page.locator('article.sheet');
  await ((await whole.isVisible()) ? whole : page).screenshot({ path: `${folder}/${name}.png` });
  await context.close();
  console.log(`docs/screenshots/${name}.png`);
}

try {
  await picture('shelf', {
    act: async (page) => {
      // Drawn one after the other, while the page is idle.
      for (const card of await page.getByRole('article').all())
        await card.getByRole('img').first().waitFor();
    },
  });
  await picture('fill-and-drain', { path: '/system/potting-shed-pair/drain' });
  const benchOf = (name) => async (page) => {
    const tab = page.getByRole('tablist', { name: 'On the bench' });
    await tab.getByRole('tab', { name, exact: true }).click();
    await page.waitForTimeout(900);
  };
  await picture('rounds', { path: '/system/slow-line/rounds' });
  await picture('rounds-phone', {
    path: '/system/north-wall-lean-to/rounds',
    size: phone,
    act: async (page) => {
      await page.getByRole('button', { name: /^Water temperature/ }).click();
      await page.waitForTimeout(400);
    },
  });
  await picture('trends', {
    path: '/system/slow-line/rounds',
    act: async (page) => {
      await benchOf('Trends')(page);
      await page.getByRole('button', { name: /^Flow/ }).click();
      await page.getByRole('button', { name: 'Compare with the design' }).click();
      await page.waitForTimeout(600);
    },
  });
  await picture('start-up', {
    path: '/system/spring-start/startup',
    act: async (page) => {
      await page.getByRole('tab', { name: 'Forecast' }).click();
      await page.getByRole('img', { name: /cycled between/ }).waitFor();
      await page.waitForTimeout(600);
    },
  });
  await picture('devices', {
    path: '/system/potting-shed-pair/rounds',
    evening: true,
    act: async (page) => {
      await benchOf('Devices')(page);
      await page.getByRole('button', { name: /^Simulate the devices/ }).click();
      await page.getByRole('button', { name: 'Log all of them' }).click();
      await page.getByText('°C, now').first().waitFor();
      await page.getByRole('button', { name: 'stuck', exact: true }).click();
      await page.waitForTimeout(1500);
    },
  });
  await picture('place', { path: '/system/north-wall-lean-to/place' });
  await picture('life', { path: '/system/warm-balcony/life' });
  await picture('season', {
    path: '/system/north-wall-lean-to/life',
    act: async (page) => {
      await benchOf('Season')(page);
      await page.getByRole('img', { name: /Ammonia peaks/ }).waitFor();
      await page.getByRole('button', { name: 'No care' }).click();
      await page.getByText('calculating').waitFor({ state: 'detached', timeout: 60_000 });
      await page.getByRole('button', { name: /^Base/ }).first().click();
      await page.waitForTimeout(800);
    },
  });
  await picture('year', {
    path: '/system/north-wall-lean-to/life',
    act: async (page) => {
      await benchOf('Year')(page);
      const add = async (wish) => {
        await page.getByRole('combobox', { name: 'Add a goal' }).focus();
        await page.keyboard.press('Enter');
        await page.getByRole('option', { name: wish, exact: true }).click();
      };
      await add('Heads a week');
      await add('Kilograms of a crop');
      await page.getByLabel('Clear what grows in the beds now').check();
      await page.getByRole('button', { name: 'Plan the year' }).click();
      await page
        .getByRole('button', { name: 'Stop', exact: true })
        .waitFor({ state: 'detached', timeout: 120_000 });
      await page.waitForTimeout(400);
    },
  });
  await picture('siphon-workshop', {
    path: '/system/potting-shed-pair/drain',
    act: benchOf('Siphon'),
  });
  await picture('fault-tests', {
    path: '/system/potting-shed-pair/drain',
    act: async (page) => {
      await benchOf('Faults')(page);
      await page.getByRole('button', { name: 'Run all fault tests' }).click();
      await page
        .getByRole('button', { name: 'Run the fault tests again' })
        .waitFor({ timeout: 60000 });
      await page.getByRole('button', { name: /comes off at its highest/ }).click();
      await page
        .getByText('Searching for changes that prevent it')
        .waitFor({ state: 'detached', timeout: 60000 });
    },
  });
  await picture('build', {
    path: '/system/potting-shed-pair/build',
    act: async (page) => {
      await page.getByRole('button', { name: /Drop pipe, Bell siphon/ }).click();
    },
  });
  await picture('build-steps', {
    path: '/system/potting-shed-pair/build',
    size: phone,
    act: async (page) => {
      await page.getByRole('button', { name: 'No', exact: true }).first().click();
      await page.evaluate(() => window.scrollTo(0, 640));
    },
  });
  await picture('search', {
    path: '/',
    act: async (page) => {
      await page.getByRole('link', { name: /From what I have/ }).click();
      await page.getByRole('button', { name: 'Search', exact: true }).click();
      await page.getByRole('heading', { name: /^The best/ }).waitFor({ timeout: 60000 });
      await page.evaluate(() => window.scrollTo(0, 420));
    },
  });
  const practise = async (page, id, number, acts) => {
    await page.goto(`http://127.0.0.1:${port}/practice/${id}`);
    await page.getByLabel('Run number').fill(String(number));
    await page.getByRole('button', { name: 'Start this run' }).click();
    await page.getByText('You have just arrived').waitFor();
    for (const [i, act] of acts.entries()) {
      await page.locator(`[data-act="${act}"]`).click();
      await page.locator('.log li').nth(i).waitFor();
    }
    await page.waitForTimeout(800);
  };
  await picture('practice', {
    act: (page) =>
      practise(page, 'potting-shed-pair', 13, ['look-fish', 'look-water', 'measure-oxygen']),
  });
  await picture('debrief', {
    act: async (page) => {
      await practise(page, 'potting-shed-pair', 13, ['look-fish', 'net-feed', 'shade']);
      await page.getByRole('button', { name: /Finish and review/ }).click();
      await page.getByText('What it cost').waitFor({ timeout: 60000 });
      await page.waitForTimeout(1500);
    },
  });
  await picture('course', {
    act: async (page) => {
      await page.goto(`http://127.0.0.1:${port}/course`);
      await page.getByRole('heading', { name: 'How high the bed floods' }).waitFor();
    },
  });
} finally {
  await browser.close();
  server.kill();
}
