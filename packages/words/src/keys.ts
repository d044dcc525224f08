import { STAGE_NAMES } from './stages.ts';

/** A key on a wide page, and what it does. */
export interface KeyHint {
  key: string;
  does: string;
}

const STAGES = Object.values(STAGE_NAMES);

/** Keys by themselves; none that a browser uses for its own. */
export const KEY_HINTS: readonly KeyHint[] = [
  { key: 'F', does: 'Floor' },
  { key: 'C', does: 'Clients' },
  { key: 'L', does: 'Lab' },
  { key: 'S', does: 'Shelf' },
  { key: 'N', does: 'Add a client' },
  ...STAGES.map((name, i) => ({ key: String(i + 1), does: `${name}, of the client on the page` })),
  { key: '?', does: 'This list' },
];
