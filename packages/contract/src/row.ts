// Without schemas, so that a worker that only computes need not load them.
import type { LookAsks } from './capture.ts';

/** When the server had not been told yet: rows kept before this was recorded. */
export const LONG_AGO = '1970-01-01T00:00:00.000Z';

/** What the place that keeps a row adds to what was said in it. */
type Kept = 'id' | 'clientId' | 'version' | 'updatedAt' | 'saidAt' | 'saidBy' | 'deviceSaidAt';

/** What was said in a row, ready to be said again: without what the place that keeps it added. */
export function valuesIn<T extends { id: string }>(row: T): Omit<T, Kept> {
  const {
    id: _id,
    clientId: _clientId,
    version: _version,
    updatedAt: _updatedAt,
    saidAt: _saidAt,
    saidBy: _saidBy,
    deviceSaidAt: _deviceSaidAt,
    ...values
  } = row as T & Partial<Record<Kept, unknown>>;
  return values as unknown as Omit<T, Kept>;
}

type Side = 'left' | 'right';
type Both = { left: unknown; right: unknown };

/** What was said of one side said of the other: readings, tests, what was seen. Anything without a side stays as it is. */
export function onOtherSide<T extends object>(said: T): T {
  const own = said as {
    side?: Side | null;
    seen?: { side: Side | null }[];
    results?: { side: Side | null }[];
    faults?: { side: Side | null }[];
    heelRose?: Both;
    knees?: Both;
  };
  const turned = (side: Side | null) =>
    side === null ? null : side === 'left' ? ('right' as const) : ('left' as const);
  const exchanged = ({ left, right }: Both) => ({ left: right, right: left });
  return {
    ...said,
    ...(own.side === undefined ? {} : { side: turned(own.side) }),
    ...(own.seen ? { seen: own.seen.map((s) => ({ ...s, side: turned(s.side) })) } : {}),
    ...(own.results ? { results: own.results.map((r) => ({ ...r, side: turned(r.side) })) } : {}),
    ...(own.faults ? { faults: own.faults.map((f) => ({ ...f, side: turned(f.side) })) } : {}),
    ...(own.heelRose ? { heelRose: exchanged(own.heelRose) } : {}),
    ...(own.knees ? { knees: exchanged(own.knees) } : {}),
  };
}

/** As the client squats unprompted: barefoot and flat, arms and depth free. */
export const PLAIN_LOOK: LookAsks = {
  arms: 'free',
  feet: 'own',
  depth: 'free',
  heelRiseMm: 0,
  shod: false,
  state: null,
  loadKg: null,
  belt: false,
  stands: 'habit',
  stanceWidthMm: null,
  toeOutLeftDeg: null,
  toeOutRightDeg: null,
  hold: null,
};

/** Whether two looks ask the same, but for what is left out of the comparison. */
export const asksAlike = (a: LookAsks, b: LookAsks, but?: keyof LookAsks): boolean =>
  (Object.keys(PLAIN_LOOK) as (keyof LookAsks)[]).every((key) => key === but || a[key] === b[key]);

/** Tests, drills, cues and what a method does with heels, as they were called before, in today's words. */
const RENAMED: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  test: { supportedHold: 'supportedSit' },
  heelPolicy: { finishScreen: 'none', asNeeded: 'bridge' },
  id: {
    'supported-deep-hold': 'supported-deep-sit',
    'short-foot': 'arch-lift',
    'hip-switch': 'seated-knee-sway',
    'wall-hip-lift': 'heels-dig-lift',
    'foot-position-series': 'feet-along-the-way',
    'heels-print': 'heels-as-heavy',
    'chair-behind': 'belt-back-first',
  },
};

/** Steps of the routine as they were, in its parts of today. */
const PART_OF: Readonly<Record<string, string>> = {
  release: 'makeRoom',
  lengthen: 'makeRoom',
  wakeUp: 'ownIt',
  putTogether: 'useIt',
};

/** How tests turned out that are now told by what stopped them: what was only better, or no better, named nothing. */
const OUTCOME_NOW: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  supportedSit: { clears: 'nothing', helps: 'other', same: 'other', worse: 'other' },
  counterbalance: { clears: 'clean', helps: 'same', worse: 'same' },
};

/** Levels of the deepest file we write, and as many to spare. */
const DEEPEST = 32;

/**
 * What an earlier version wrote, as this one reads it: record files, and changes that waited on a device across an update. The database's
 * own rows are brought up to date by its migrations.
 */
export function asWrittenNow(json: unknown, depth = 0): unknown {
  // We write nothing nested this deep; such input goes on unchanged, to be refused in words.
  if (typeof json !== 'object' || json === null || depth > DEEPEST) return json;
  const inner = (value: unknown) => asWrittenNow(value, depth + 1);
  if (Array.isArray(json)) return json.map(inner);
  const own = Object.fromEntries(
    Object.entries(json).map(([key, value]) =>
      key === 'step' && typeof value === 'string' && PART_OF[value]
        ? ['part', PART_OF[value]]
        : [key, (typeof value === 'string' && RENAMED[key]?.[value]) || inner(value)],
    ),
  );
  const { test, outcome } = own;
  if (typeof test === 'string' && typeof outcome === 'string')
    return { ...own, outcome: OUTCOME_NOW[test]?.[outcome] ?? outcome };
  if (!('heelsRaised' in own) || !('condition' in own)) return own;
  const { heelsRaised, condition, ...rest } = own;
  const asked = condition === 'overhead';
  return {
    ...rest,
    condition: asked ? 'bodyweight' : condition,
    asks: {
      ...PLAIN_LOOK,
      ...(asked ? { arms: 'up', feet: 'straight', depth: 'seat' } : {}),
      heelRiseMm: heelsRaised === true ? 25 : 0,
    },
  };
}
