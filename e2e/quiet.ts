/** Pages that the browser draws for its own address bar: nobody sees them here, and every new profile pays over a second of processor time for them. */
export const OWN_PAGES = ['WebUIOmniboxPopup', 'WebUIOmniboxFullPopup', 'WebUIOmniboxAimPopup'];

/** A list of what is off replaces Playwright's own, so what matters of that is said again. */
const OFF = [
  ...OWN_PAGES,
  ...['AvoidUnnecessaryBeforeUnloadCheckSync', 'DestroyProfileOnBrowserClose', 'PaintHolding'],
  ...['HttpsUpgrades', 'ThirdPartyStoragePartitioning', 'OptimizationHints', 'PreconnectToSearch'],
];

/** Arguments of a browser that does no more than show the page, for tests and the speed table. */
export const QUIET = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  `--disable-features=${OFF.join(',')}`,
];
