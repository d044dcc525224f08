// Without schemas, so that a worker that only computes need not load them.
import type { Operation } from './operations.ts';

/** In which order the rows of a kind are read: by when they were said, taken or looked at; newest first. */
type Order = 'said' | 'day' | 'look' | 'trial';

interface Kind {
  /** Whose row it is. */
  of: 'client' | 'practice';
  /** The operation that puts one; left out where it has operations of its own. */
  put?: string;
  /** Where a record and a dossier list it. */
  list?: string;
  /** Only the newest counts, and a dossier holds it alone under this name. */
  newest?: string;
  /** A client has one at most; its earlier versions are its history. */
  isOne?: true;
  order: Order;
  /** Never rewritten: another is put instead. */
  isFixed?: true;
  /** Can be entered on the wrong client, and moved. Decisions are changed or withdrawn instead. */
  moves?: true;
  /** Has a left and a right that can be exchanged afterwards; a capture's are read from its landmarks. */
  sided?: true;
  /** May hold the client back: never refused for its day or a clash, and counted in its strictest reading until that is settled. */
  holds?: true;
  /** Large values that are kept once, apart, and do not travel with a dossier. */
  apart?: readonly string[];
}

/**
 * Every kind of row there is. Operations, the server's store, records, dossiers and what a device shows before the server has answered all
 * follow from this table and the schemas beside it (`schemas.ts`).
 */
export const KINDS = {
  client: { of: 'client', put: 'client.put', order: 'said' },
  session: { of: 'client', list: 'sessions', order: 'day' },
  trial: {
    of: 'client',
    put: 'trial.put',
    list: 'trials',
    order: 'trial',
    moves: true,
    sided: true,
  },
  capture: {
    of: 'client',
    put: 'capture.put',
    list: 'captures',
    order: 'look',
    moves: true,
    apart: ['series', 'subject'],
  },
  judgement: {
    of: 'client',
    put: 'judgement.put',
    list: 'judgements',
    order: 'look',
    moves: true,
    sided: true,
  },
  tried: {
    of: 'client',
    put: 'tried.put',
    list: 'tried',
    order: 'said',
    moves: true,
    sided: true,
  },
  decision: { of: 'client', put: 'decision.put', list: 'decisions', order: 'said' },
  setup: {
    of: 'client',
    put: 'setup.put',
    list: 'setups',
    newest: 'setup',
    isOne: true,
    order: 'said',
  },
  setupTrial: {
    of: 'client',
    put: 'setupTrial.put',
    list: 'setupTrials',
    order: 'said',
    moves: true,
    sided: true,
  },
  lock: { of: 'client', put: 'lock.put', list: 'locks', order: 'said', isFixed: true },
  prescription: {
    of: 'client',
    put: 'prescription.put',
    list: 'prescriptions',
    order: 'said',
    // A given plan is never rewritten.
    isFixed: true,
  },
  link: { of: 'client', put: 'link.put', list: 'links', order: 'said' },
  homeReport: { of: 'client', put: 'homeReport.put', list: 'homeReports', order: 'said' },
  loadSet: {
    of: 'client',
    put: 'loadSet.put',
    list: 'loadSets',
    order: 'look',
    moves: true,
    sided: true,
  },
  screening: {
    of: 'client',
    put: 'screening.put',
    list: 'screenings',
    order: 'said',
    moves: true,
    holds: true,
  },
  clearance: {
    of: 'client',
    put: 'clearance.put',
    list: 'clearances',
    order: 'said',
    moves: true,
  },
  pain: {
    of: 'client',
    put: 'pain.put',
    list: 'pains',
    order: 'said',
    moves: true,
    holds: true,
  },
  stop: {
    of: 'client',
    put: 'stop.put',
    list: 'stops',
    order: 'said',
    moves: true,
    holds: true,
  },
  correction: { of: 'client', put: 'correction.put', list: 'corrections', order: 'said' },
  move: { of: 'client', list: 'moves', order: 'said' },
  school: { of: 'practice', put: 'school.put', order: 'said' },
  schoolChoice: { of: 'practice', put: 'school.choose', order: 'said', isFixed: true },
  cueChange: { of: 'practice', put: 'cue.change', order: 'said', isFixed: true },
  drillChange: { of: 'practice', put: 'drill.change', order: 'said', isFixed: true },
  tableChange: { of: 'practice', put: 'tables.change', order: 'said', isFixed: true },
  emergency: { of: 'practice', put: 'emergency.put', order: 'said', isFixed: true },
  units: { of: 'practice', put: 'units.choose', order: 'said', isFixed: true },
  zone: { of: 'practice', put: 'zone.choose', order: 'said', isFixed: true },
  rack: { of: 'practice', put: 'rack.put', order: 'said', isFixed: true },
  countsUse: { of: 'practice', put: 'counts.use', order: 'said', isFixed: true },
} as const satisfies Record<string, Kind>;

export type RowKind = keyof typeof KINDS;
type Kinds = typeof KINDS;

/** Kinds that a record lists, kinds that only count in their newest, kinds put by one operation, and kinds that can be moved. */
export type ListedKind = { [K in RowKind]: Kinds[K] extends { list: string } ? K : never }[RowKind];
export type NewestKind = {
  [K in RowKind]: Kinds[K] extends { newest: string } ? K : never;
}[RowKind];
export type PracticeKind = {
  [K in RowKind]: Kinds[K] extends { of: 'practice' } ? K : never;
}[RowKind];
export type PutKind = { [K in RowKind]: Kinds[K] extends { put: string } ? K : never }[RowKind];
export type HoldingKind = { [K in RowKind]: Kinds[K] extends { holds: true } ? K : never }[RowKind];
export type EntryKind = { [K in RowKind]: Kinds[K] extends { moves: true } ? K : never }[RowKind];

/** What a practice makes its own beside its methods and tables, which have a place of their own in a record. */
export type OwnKind = Exclude<PracticeKind, 'school' | 'schoolChoice' | 'tableChange'>;

const all = Object.entries(KINDS) as [RowKind, Kind][];
const kindsWith = (has: keyof Kind) => all.filter(([, k]) => k[has]).map(([kind]) => kind);

export const ROW_KINDS = Object.keys(KINDS) as RowKind[];
export const LISTED_KINDS = kindsWith('list') as ListedKind[];
export const OWN_KINDS = all
  .filter(
    ([kind, k]) => k.of === 'practice' && !['school', 'schoolChoice', 'tableChange'].includes(kind),
  )
  .map(([kind]) => kind) as OwnKind[];
export const PUT_KINDS = kindsWith('put') as PutKind[];
export const ENTRY_KINDS = kindsWith('moves') as EntryKind[];
export const SIDED_ENTRIES = kindsWith('sided') as EntryKind[];

export const HOLDING_KINDS = kindsWith('holds') as HoldingKind[];

/** What the table says of a kind. */
export const kindOf = (kind: RowKind): Kind => KINDS[kind];

/** Where a dossier lists each kind of entry that can be moved. */
export const ENTRY_LISTS = Object.fromEntries(
  ENTRY_KINDS.map((kind) => [kind, KINDS[kind].list]),
) as { [K in EntryKind]: Kinds[K]['list'] };

interface Placed {
  id: string;
  version: number;
  saidAt: string;
  updatedAt: string;
  takenAt?: string;
  takenOn?: string;
  day?: string;
}

const later = (a = '', b = ''): number => (a < b ? 1 : a > b ? -1 : 0);

const PLACES: Record<Order, (a: Placed, b: Placed) => number> = {
  said: (a, b) => later(a.saidAt, b.saidAt),
  day: (a, b) => later(a.day, b.day),
  look: (a, b) => later(a.takenAt, b.takenAt),
  // Newest day first, in the order taken within it.
  trial: (a, b) => later(a.takenOn, b.takenOn) || later(b.takenAt, a.takenAt),
};

/** The order of a kind's rows, the same on every device: whatever is said at one moment is told apart by its id. */
export function inOrderOf(kind: RowKind): (a: Placed, b: Placed) => number {
  const placed = PLACES[KINDS[kind].order];
  return (a, b) =>
    placed(a, b) || later(a.updatedAt, b.updatedAt) || b.version - a.version || later(b.id, a.id);
}

const PUT_BY = new Map<string, PutKind>(PUT_KINDS.map((kind) => [KINDS[kind].put, kind]));

/** An operation that puts a row, with the kind of row it puts; null for what has an operation of its own. */
export function putIn(operation: Operation): { kind: PutKind; values: object } | null {
  const kind = PUT_BY.get(operation.kind);
  return kind && 'values' in operation ? { kind, values: operation.values } : null;
}

/** The kind of row that an operation puts and that may hold the client back; null for any other operation. */
export function holdingKindIn(operation: Operation): HoldingKind | null {
  const kind = putIn(operation)?.kind;
  return kind && (HOLDING_KINDS as readonly string[]).includes(kind) ? (kind as HoldingKind) : null;
}
