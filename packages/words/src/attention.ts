import type { RowKind } from '@zither/contract/kinds';

/** That a row was changed on another device meanwhile, by its kind. */
export const CHANGED_ELSEWHERE: Readonly<Record<RowKind, string>> = {
  client: 'These client details were changed on another device while you worked.',
  session: 'This session was changed on another device while you worked.',
  trial: 'This trial was changed on another device while you worked.',
  capture: 'This capture was changed on another device while you worked.',
  judgement: 'This judgement was changed on another device while you worked.',
  tried: 'This short test was changed on another device while you worked.',
  decision: 'This conclusion was changed on another device while you worked.',
  tableChange: 'The tables were changed on another device while you worked.',
  school: 'This method was changed on another device while you worked.',
  schoolChoice: 'The usual method was changed on another device while you worked.',
  setupTrial: 'This trial of a setup was changed on another device while you worked.',
  lock: 'This locked setup was changed on another device while you worked.',
  setup: 'This setup was changed on another device while you worked.',
  prescription: 'This plan was changed on another device while you worked.',
  screening: 'These screen answers were changed on another device while you worked.',
  clearance: 'This clearance was changed on another device while you worked.',
  pain: 'This pain note was changed on another device while you worked.',
  move: 'This move was made on another device while you worked.',
  correction: 'This correction was changed on another device while you worked.',
};

const changes = (n: number): string => (n === 1 ? '1 change' : `${n} changes`);

/** What a device that does not keep what is entered means for the work; null when it keeps it. */
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
export const sayStuck = (n: number): string =>
  `The server fails at ${changes(n)} and takes the others. ${n === 1 ? 'It is' : 'They are'} kept here and tried again from time to time.`;
