import { spawn } from 'node:child_process';
import { chromium, type Page } from '@playwright/test';
import jsQR from 'jsqr';
import { PNG } from 'pngjs';
import { chromiumLaunch } from '../scripts/chromium.mjs';
import { bin, freePort } from '../scripts/setup.mjs';
import { NIGHT, STILL, expect, openDemo, settled, test } from './helpers';

test.use(STILL);

/** Opens the dialog that sends the open system; its link. */
async function sent(page: Page): Promise<string> {
  await page.getByRole('button', { name: /send, print/i }).click();
  await page.getByText('Send to a phone').click();
  const link = page.getByRole('textbox', { name: 'Link with the whole design' });
  await expect(link).toHaveValue(/\/open#1\./);
  return link.inputValue();
}

test(
  'the QR code reads as the link, and a computer’s own name is said to be no use to a phone',
  { tag: NIGHT },
  async ({ page }) => {
    await openDemo(page, 'North-wall lean-to');
    const link = await sent(page);
    const image = PNG.sync.read(
      await page.getByRole('img', { name: /^QR code with the link/ }).screenshot(),
    );
    const read = jsQR(new Uint8ClampedArray(image.data), image.width, image.height);
    expect(read?.data).toBe(link);
    await expect(page.getByRole('note').filter({ hasText: 'A phone cannot' })).toContainText(
      'npm start -- --lan',
    );
    await expect(
      page.getByText(/The log is not in the link\. \d+ entries stay here/),
    ).toBeVisible();
  },
);

test('a system goes to a phone in the same network and comes back with its differences shown', async ({
  page,
  context,
}) => {
  await openDemo(page, 'Slow line');
  const fragment = (await sent(page)).split('#')[1]!;
  const port = await freePort();
  const server = spawn(bin('tsx'), ['server/main.ts'], {
    env: { ...process.env, HOST: '0.0.0.0', PORT: String(port) },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  // A name that is not this machine's own, so that the page is no secure one, as on a real network.
  const browser = await chromium.launch({
    ...chromiumLaunch,
    args: [...(chromiumLaunch.args ?? []), '--host-resolver-rules=MAP greenhouse.test 127.0.0.1'],
  });
  try {
    await new Promise((resolve) => server.stdout.once('data', resolve));
    const phone = await browser.newPage({
      ...{ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true },
      ...{ locale: 'en-GB', reducedMotion: 'reduce' },
    });
    const at = `http://greenhouse.test:${port}`;
    await phone.goto(`${at}/open#${fragment}`);
    await settled(phone);
    expect(await phone.evaluate(() => window.isSecureContext)).toBe(false);
    const name = phone.getByRole('textbox', { name: 'Name of the system' });
    await expect(name).toHaveValue('Slow line');
    // The address has lost what it carried: going back does not import it again.
    expect(phone.url()).not.toContain('#');
    await name.fill('Slow line outside');
    await name.blur();
    await phone.getByRole('navigation', { name: 'Stages' }).getByText('Vessels').click();
    const height = phone.getByRole('textbox', { name: 'Floor above ground' }).first();
    await height.fill('12 cm');
    await height.press('Enter');
    const back = await sent(phone);
    expect(back.startsWith(`${at}/open#`)).toBe(true);
    await expect(phone.getByRole('note')).toHaveCount(0);
    await phone.goto(`${at}/`);
    await expect(phone.getByText(/This address is not encrypted/)).toContainText(
      'cannot install Mizuna, open it without the network or show reminders',
    );

    // Back on the computer: what the phone changed is listed before it counts.
    const again = await context.newPage();
    await again.goto(`/open#${back.split('#')[1]}`);
    const asked = again.getByRole('dialog', { name: /is already here/ });
    const changes = asked.getByRole('list', { name: 'Changes of the design' });
    await expect(changes).toContainText(/Floor above ground .* → 120 mm/);
    await expect(changes).toContainText('1 other change');
    await asked.getByRole('button', { name: 'Use the design in the link' }).click();
    await settled(again);
    const title = again.getByRole('textbox', { name: 'Name of the system' });
    await expect(title).toHaveValue('Slow line outside');
    await again.getByRole('button', { name: 'Undo: Design of a link' }).click();
    await expect(title).toHaveValue('Slow line');
    // A link that lost its end imports nothing and says so.
    await again.goto('/');
    await again.goto(`/open#${fragment.slice(0, 300)}`);
    await expect(again.getByRole('alert')).toContainText('This link is not complete');
  } finally {
    await browser.close();
    server.kill();
  }
});
