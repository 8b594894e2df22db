/**
 * What a test has no use for. Every window would start a page of the address bar's own beside the one that is
 * looked at; the rest is what Playwright leaves out, which a list of ours takes the place of.
 */
const UNUSED = [
  'WebUIOmniboxPopup',
  'WebUIOmniboxAimPopup',
  'AvoidUnnecessaryBeforeUnloadCheckSync',
  'DestroyProfileOnBrowserClose',
  'HttpsUpgrades',
  'HttpsFirstBalancedModeAutoEnable',
  'LensOverlay',
  'MediaRouter',
  'PaintHolding',
  'ThirdPartyStoragePartitioning',
  'AvoidCorsURLLoaderRestartOnRedirect',
  'OptimizationHints',
  'NetworkTimeServiceQuerying',
  'AimEnabled',
  'PreconnectToSearch',
];

/** Debian's browser and what it needs where there is no screen and no network. */
export const chromiumLaunch = {
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    `--disable-features=${UNUSED.join()}`,
  ],
};
