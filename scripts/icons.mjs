import { readFile, writeFile } from 'node:fs/promises';
import { chromium } from '@playwright/test';
import { chromiumLaunch } from './chromium.mjs';

/** Makes the icons of the installed application from `public/icon.svg`: `node scripts/icons.mjs`. */
const svg = await readFile('public/icon.svg', 'utf8');
const browser = await chromium.launch(chromiumLaunch);
const page = await browser.newPage();
for (const [name, size, inner] of [
  ['icon-192', 192, 1],
  ['icon-512', 512, 1],
  // A mask may cut a fifth off each side.
  ['icon-maskable-512', 512, 0.72],
]) {
  await page.setViewportSize({ width: size, height: size });
  await page.setContent(
    `<body style="margin:0;background:${inner < 1 ? '#F6F3EA' : 'transparent'};display:grid;place-items:center;height:100vh">
      <div style="width:${inner * 100}%;height:${inner * 100}%">${svg.replace('<svg ', '<svg width="100%" height="100%" ')}</div></body>`,
  );
  await writeFile(`public/${name}.png`, await page.screenshot({ omitBackground: true }));
}
await browser.close();
