import type { Page } from '@playwright/test';
import { NIGHT, expect, test } from './helpers';
import { startGateway, type Gateway } from './gateway';

/** Probes and plugs by a gateway written from docs/devices.md, with what gateways get wrong. */

const CHANNELS = [
  { id: 'water', name: 'Water probe', reads: 'temperature', about: 'tank', unit: '°F' },
  { id: 'air', name: 'Air probe', reads: 'temperature', about: '', unit: '°C' },
  { id: 'odd', name: 'Odd probe', reads: 'ph', about: 'tank', unit: '' },
  { id: 'level', name: 'Level probe', reads: 'level', about: 'tank', unit: 'm' },
];
const PLUGS = [
  { id: 'heat', name: 'Heater plug', about: '', on: false },
  { id: 'bare', name: 'Bare plug', about: '', on: false },
];
const OFFER = { name: 'Shed gateway', interface: 1, channels: CHANNELS, plugs: PLUGS };

let gateway: Gateway;
test.beforeEach(async ({ baseURL }) => {
  gateway = await startGateway(baseURL!);
  gateway.offer = OFFER;
});
test.afterEach(() => gateway.close());

const tab = (page: Page, name: string) =>
  page.getByRole('tablist', { name: 'On the bench' }).getByRole('tab', { name }).click();
async function openDevices(page: Page) {
  await page.goto(`${gateway.url}/`);
  await page.getByRole('link', { name: /Potting-shed pair/ }).click();
  await page
    .getByRole('button', { name: /Rounds/ })
    .first()
    .click();
  await tab(page, 'Devices');
}
const channel = (page: Page, id: string) => page.locator(`[data-channel="${id}"]`);
const plug = (page: Page, id: string) => page.locator(`[data-plug="${id}"]`);
async function choose(page: Page, within: ReturnType<typeof plug>, label: string, option: string) {
  await within.getByRole('combobox', { name: label }).click({ force: true });
  await page.getByRole('option', { name: option, exact: true }).click();
}

test('what a probe says passes the gate: units turned, what cannot be shown and not logged', async ({
  page,
}) => {
  await openDevices(page);
  await expect(page.getByText('Shed gateway')).toBeVisible();
  await page.getByRole('button', { name: 'Log all of them' }).click();
  await expect.poll(() => gateway.listeners()).toBe(1);
  gateway.say('water', 68);
  gateway.say('odd', -5);
  gateway.say('air', 8, '1970-01-01T00:00:00Z');
  await expect(channel(page, 'water')).toContainText('20 °C');
  await expect(channel(page, 'odd')).toContainText('pH cannot be -5.');
  await expect(channel(page, 'air')).toContainText('Its clock is wrong by more than a month');
  await tab(page, 'Log');
  await page.getByRole('textbox', { name: 'With this text' }).fill('temperature');
  await expect(
    page.getByRole('listitem').filter({ hasText: 'temperature 20 °C' }).first(),
  ).toBeVisible();
  // Of the air nothing is logged before it is said what it reads, and a pH of -5 is none.
  for (const none of ['pH -5', 'temperature 8 °C']) {
    await page.getByRole('textbox', { name: 'With this text' }).fill(none);
    await expect(page.getByText('The log is empty.')).toBeVisible();
  }
  await tab(page, 'Today');
  await expect(page.getByText('Air probe: choose what it measures.')).toBeVisible();
});

test(
  'a rule rests on its own probe, says so on Today, and goes on after a reload',
  { tag: NIGHT },
  async ({ page }) => {
    await openDevices(page);
    await page.getByRole('button', { name: 'Log all of them' }).click();
    const heat = plug(page, 'heat');
    // What hangs on it is not said: it is taken for a pump, which no rule switches.
    await expect(heat.getByRole('button', { name: 'Add a rule' })).toHaveCount(0);
    await choose(page, heat, 'Device on this plug', 'a device that needs no water');
    await heat.getByRole('button', { name: 'Add a rule' }).click();
    gateway.say('air', 8);
    gateway.say('water', 68);
    await tab(page, 'Today');
    await expect(page.locator('[data-rule="heat"]')).toHaveText(
      'Heater plug: choose a probe for its rule.',
    );
    await tab(page, 'Devices');
    await choose(page, heat, 'On when the probe', 'Water probe, Fish tank');
    gateway.say('air', 8);
    gateway.say('water', 68);
    await tab(page, 'Today');
    await expect(page.locator('[data-rule="heat"]')).toContainText('Heater plug: its rule works');
    // The air at 8 °C switches nothing; the water at 15 °C does.
    expect(gateway.orders).toEqual([]);
    gateway.say('water', 59);
    await expect.poll(() => gateway.orders).toEqual([{ id: 'heat', on: true }]);
    await page.reload();
    await expect.poll(() => gateway.listeners()).toBe(1);
    gateway.say('water', 68);
    await expect(page.locator('[data-rule="heat"]')).toContainText('Heater plug: its rule works');
  },
);

test('answers of a plug are read: none of these is a success', { tag: NIGHT }, async ({ page }) => {
  await openDevices(page);
  const heat = plug(page, 'heat');
  await choose(page, heat, 'Device on this plug', 'a device that needs no water');
  const press = async () => {
    await heat.getByRole('button', { name: /^Switch o/ }).click();
    await heat.getByRole('button', { name: /^Yes, switch it/ }).click();
  };
  for (const [said, words] of [
    [{}, 'did not confirm'],
    [{ id: 'heat', on: false, confirmed: true }, 'it should be on, but reports off'],
    [{ id: 'bare', on: true, confirmed: true }, 'another plug answered'],
  ] as const) {
    gateway.answer = () => said;
    await press();
    await expect(heat.getByRole('alert')).toContainText(words);
  }
  await tab(page, 'Today');
  await expect(
    page.getByRole('region', { name: 'Probes and plugs' }).getByRole('alert'),
  ).toContainText('Heater plug: another plug answered');
  await tab(page, 'Devices');
  // One that hangs is waited for, and takes no second press.
  gateway.answer = () => undefined;
  await press();
  await expect(heat).toContainText('switching …');
  await expect(heat.getByRole('button', { name: /^Switch/ })).toBeDisabled();
  gateway.answer = null;
});

test(
  'a plug that is not known is no lamp: its level was just heard',
  { tag: NIGHT },
  async ({ page }) => {
    await openDevices(page);
    await page.getByRole('button', { name: 'Log all of them' }).click();
    await expect.poll(() => gateway.listeners()).toBe(1);
    gateway.say('level', 0.02);
    await expect(plug(page, 'bare')).toContainText('20 mm');
    await expect(plug(page, 'bare')).toContainText('treated as a pump');
    await expect(plug(page, 'bare').getByRole('button', { name: /^Switch/ })).toBeDisabled();
  },
);

test(
  'an offer that is none, or of another version, is said and can be looked for again',
  { tag: NIGHT },
  async ({ page }) => {
    gateway.offer = { interface: 2, channels: CHANNELS, plugs: PLUGS };
    await openDevices(page);
    await expect(page.getByText(/speaks version 2 of the interface/)).toBeVisible();
    for (const offer of [{}, []]) {
      gateway.offer = offer;
      await page.getByRole('button', { name: 'Search again' }).click();
      await expect(page.getByText(/offers no channels and no plugs/)).toBeVisible();
    }
    gateway.offer = { name: 'No plugs', interface: 1, channels: CHANNELS };
    await page.getByRole('button', { name: 'Search again' }).click();
    await expect(page.getByText('No plugs')).toBeVisible();
  },
);

test(
  'of two windows one writes and switches; when it closes the other does',
  { tag: NIGHT },
  async ({ page, context }) => {
    await openDevices(page);
    await page.getByRole('button', { name: 'Log all of them' }).click();
    const other = await context.newPage();
    await other.goto(page.url());
    await expect.poll(() => gateway.listeners()).toBe(2);
    await tab(other, 'Devices');
    await expect(other.getByText('Another window of Mizuna logs the readings')).toBeVisible();
    gateway.say('water', 86);
    await expect(channel(other, 'water')).toContainText('30 °C');
    await tab(other, 'Log');
    await other.getByRole('textbox', { name: 'With this text' }).fill('temperature');
    // Each reading stands once.
    await expect(other.getByRole('listitem').filter({ hasText: 'temperature 30 °C' })).toHaveCount(
      1,
    );
    await page.close();
    await tab(other, 'Devices');
    await expect(other.getByText('Another window of Mizuna logs the readings')).toHaveCount(0);
  },
);
