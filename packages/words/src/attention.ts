import type { RowKind } from '@zither/contract/kinds';
import { capital, count, sayList } from './terms.ts';

/** A row as it is spoken of, by its kind. */
const THIS: Readonly<Record<RowKind, string>> = {
  client: 'These client details',
  session: 'This session',
  trial: 'This trial',
  capture: 'This capture',
  judgement: 'This judgement',
  tried: 'This short test',
  decision: 'This conclusion',
  tableChange: 'These tables',
  school: 'This method',
  schoolChoice: 'This usual method',
  setupTrial: 'This trial of a setup',
  lock: 'This locked setup',
  setup: 'This setup',
  prescription: 'This plan',
  link: 'This link',
  homeReport: 'This report from home',
  loadSet: 'This set',
  screening: 'These screen answers',
  clearance: 'This clearance',
  pain: 'This pain note',
  stop: 'This stop',
  emergency: 'These emergency steps',
  units: 'These units',
  zone: 'This time zone',
  rack: 'This rack',
  countsUse: 'The use of these counts',
  drillChange: 'This drill',
  cueChange: 'This cue',
  move: 'This move',
  correction: 'This correction',
};

/** That a row, of a client, was changed on another device meanwhile. */
export const sayChangedElsewhere = (kind: RowKind, client: string | null = null): string =>
  `${client === null ? THIS[kind] : `${client}: ${THIS[kind].toLowerCase()}`} ${THIS[kind].startsWith('These') ? 'were' : 'was'} changed on another device while you worked.`;

/** The name of a field as a person reads it. */
export const fieldIn = (path: string): string =>
  path
    .replace(/^values\./, '')
    .replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`)
    .replace(/\./g, ', ');

/** That the server would not take a change of a client, and why. What may hold the client counts here all the same. */
export function sayRefused(
  kind: RowKind | null,
  problem: { message: string; path?: string },
  client: string | null = null,
  holds = false,
): string {
  const { message, path } = problem;
  const why = path ? capital(message.replace(path, fieldIn(path))) : message;
  const of = client === null ? '' : `${client}: `;
  const what = kind ? THIS[kind] : 'This change';
  return `${of}${of ? what.toLowerCase() : what} ${what.startsWith('These') ? 'were' : 'was'} not taken by the server. ${why} It is kept here${holds ? ' and counts here: until it is settled, the stricter answer holds' : ''}.`;
}

const changes = (n: number): string => (n === 1 ? '1 change' : `${n} changes`);

/** Warning for a device that cannot keep entries; null when it keeps it. */
export function sayStorage(
  storage: 'ok' | 'full' | 'none',
  alone: number,
  isOffline: boolean,
): string | null {
  if (storage === 'ok') return null;
  const why =
    storage === 'full'
      ? 'This device has no room left. Delete photos, videos or apps to make some.'
      : 'This browser keeps nothing on this device. A private window does that: open the page in an ordinary one.';
  if (alone === 0)
    return isOffline
      ? `${why} Until then, enter something only while the server can be reached.`
      : `${why} What you enter goes to the server at once.`;
  return `${why} ${changes(alone)} ${alone === 1 ? 'is' : 'are'} on this page alone: leave it open until ${alone === 1 ? 'it is' : 'they are'} sent, or save ${alone === 1 ? 'it' : 'them'} as a file.`;
}

/** Changes that another version of the app left on this device. */
export const sayUnreadable = (n: number): string =>
  `${changes(n)} on this device cannot be read by this version of the app. ${n === 1 ? 'It is' : 'They are'} kept as ${n === 1 ? 'it is' : 'they are'} and not sent. A newer version may read ${n === 1 ? 'it' : 'them'}; save ${n === 1 ? 'it' : 'them'} as a file to be safe.`;

/** Changes the server fails at, while it takes others. */
export const sayStuck = (n: number, clients: readonly string[] = []): string =>
  `${changes(n)}${clients.length > 0 ? ` of ${sayList(clients)}` : ''} could not be handed over, and the others go on. ${n === 1 ? 'It is' : 'They are'} kept here, ${n === 1 ? 'counts' : 'count'} here, and ${n === 1 ? 'is' : 'are'} tried again from time to time.`;

/** A newer version of the app is on the device. */
export const UPDATE_READY =
  'A newer version of the app is ready. It is used the next time you open the app, or now: the page loads anew, and what you entered and began is still there.';

/** The page was opened without encryption from another device. */
export const INSECURE =
  'This page is not opened over a secure connection. It works, but it does not open without network, the motion sensor cannot be read, and the browser may clear what waits here. Start the server with “npm run start -- --https” and open the address it names; Settings say more.';

/** What a device keeps for a room without network, line by line. */
export function sayDevice(device: {
  storage: 'ok' | 'full' | 'none';
  waiting: number;
  clients: number;
  usedMb: number | null;
  isLasting: boolean | null;
  isSecure: boolean;
  isInstalled: boolean;
}): string[] {
  const { storage, waiting, clients, usedMb, isLasting, isSecure, isInstalled } = device;
  const opens = !isSecure
    ? 'The app does not open without network, because this page is not secure.'
    : isInstalled
      ? 'The app opens without network. It can be added to the home screen.'
      : 'The app is being kept for a room without network; leave this page open for a moment.';
  const records =
    clients === 0
      ? 'No client’s record is here yet. Open a client once, and the record stays.'
      : `The records of ${clients === 1 ? '1 client' : `${clients} clients`} are here: those of today and those looked at last${usedMb === null ? '' : `, ${usedMb < 1 ? 'under 1' : Math.round(usedMb)} MB with the app`}.`;
  const lasting =
    storage !== 'ok'
      ? (sayStorage(storage, 0, false) ?? '')
      : isLasting
        ? 'The browser has promised not to clear them.'
        : 'The browser may clear them when the device runs short of room. Adding the app to the home screen usually prevents it.';
  const sent =
    waiting === 0
      ? 'Everything entered here is on the server.'
      : `${changes(waiting)} ${waiting === 1 ? 'waits' : 'wait'} to be sent or decided.`;
  return [sent, records, lasting, opens];
}

/** Where a phone learns to trust this computer. */
export const sayTrustAddress = (host: string): string =>
  `Start the server with “npm run start -- --https”, then open http://${host}:8444/trust on this phone: the page says how to trust it.`;

/** A page failed. */
export const TROUBLE = 'This page met an error and cannot be shown.';

/** What is safe while a page fails. */
export const sayKept = (waiting: number, isKept: boolean): string =>
  waiting === 0
    ? 'Everything you entered is on the server. Unfinished entries are kept on this device.'
    : isKept
      ? `${changes(waiting)} ${waiting === 1 ? 'waits' : 'wait'} on this device and ${waiting === 1 ? 'is' : 'are'} sent by ${waiting === 1 ? 'itself' : 'themselves'}. Unfinished entries are kept too.`
      : `${changes(waiting)} ${waiting === 1 ? 'is' : 'are'} on this page alone. Go to the clients; do not load the page anew before ${waiting === 1 ? 'it is' : 'they are'} sent.`;

/**
 * What is wrong with this device's clock; null when nothing is.
 *
 * @param aheadMs what has to be added to the device's clock to be right, ms
 */
export function sayDeviceClock(aheadMs: number): string | null {
  if (aheadMs === 0) return null;
  return `This device’s clock is ${count(Math.round(Math.abs(aheadMs) / 60_000), 'minute')} ${aheadMs > 0 ? 'slow' : 'fast'}. Your entries are kept with the right time.`;
}

/** The gym's time zone, and that of this device where it is another. */
export const sayZone = (gym: string, here: string): string =>
  gym === here ? `The gym is in ${gym}.` : `The gym is in ${gym}. This device is set to ${here}.`;

/** That clocks on this device show another time than in the gym. */
export const sayOtherZone = (gym: string, here: string): string =>
  `This device is set to ${here}, the gym is in ${gym}. Days on these pages are the gym’s.`;

export const NO_SUCH_ZONE = 'This time zone is not known. Write it as in Europe/Zurich.';

/** The server does not answer: what cannot be shown, and that nothing is lost. */
export const sayUnreachable = (what: string): string =>
  `No answer from the server, so ${what} cannot be shown. Entries on other pages are kept on this device.`;

/** That the server does not know who sends: the line waits, and nothing in it is lost. */
export const sayNotKnown = (status: number): string =>
  `The server, or something before it, does not let this device in (${status}). Everything entered is kept here and counts here.`;
