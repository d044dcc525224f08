import type { CauseId } from '../diagnose/causes.ts';
import type { BannedCue } from '../diagnose/verdicts.ts';
import type { Hold } from '../linkage/setup.ts';
import { JOINT_RANGES, LIMITED_JOINTS, type SafetyLimit } from './screen.ts';

/** As an angle that an entry asks for: as far as the joint goes, degrees. */
export const END_OF_RANGE_DEG = 180;

/**
 * The demands of a drill, cue, short test or variation on a body, at their most. A demand left out is not made. A squat in the client's own setup
 * names no depth: its setup keeps every limit already. Angles in degrees as in the linkage; house defaults on common practice (no source).
 */
export interface Asks {
  /** Something is carried. */
  load?: true;
  /** Where the load is, or the arms work as if one were there. */
  position?: Hold;
  /** Nothing to hold on to. */
  free?: true;
  /** A held breath, or bracing against it. */
  bracing?: true;
  /** The head hangs below the heart. */
  headLow?: true;
  /** Standing up straight under a load. */
  lockout?: true;
  /** Thigh below horizontal. */
  depthDeg?: number;
  hipFoldDeg?: number;
  kneeFlexionDeg?: number;
  ankleDeg?: number;
  /** Shin from upright, or a knee that works as hard as over such a shin. */
  shinDeg?: number;
  /** The knees are sent forward, to a line or over the toes. */
  kneesToLine?: true;
}

/** A deep sit, in whatever stance (house default). */
export const DEEP: Asks = {
  depthDeg: 25,
  hipFoldDeg: 120,
  kneeFlexionDeg: 130,
  ankleDeg: 30,
  shinDeg: 30,
};

type Kind = SafetyLimit['kind'];

/** Demands of an entry that names only the limits under which it is not given: as much as any such limit bars. */
const ASKED_BY: Readonly<Record<Exclude<Kind, 'jointRange'>, Asks>> = {
  noLoad: { load: true },
  depthCap: { depthDeg: 45, kneeFlexionDeg: 130 },
  verticalShins: { shinDeg: 60, ankleDeg: 35, kneeFlexionDeg: 100 },
  noDeepFold: { hipFoldDeg: 180 },
  noLoadedLockout: { lockout: true },
  supportedOnly: { free: true },
  noBracing: { bracing: true },
  noPositions: { position: 'overhead' },
};

/** Both of two demands at once: of each quantity the larger. */
export function together(a: Asks, b: Asks): Asks {
  const most = (key: 'depthDeg' | 'hipFoldDeg' | 'kneeFlexionDeg' | 'ankleDeg' | 'shinDeg') => {
    const values = [a[key], b[key]].filter((v) => v !== undefined);
    return values.length > 0 ? { [key]: Math.max(...values) } : {};
  };
  return {
    ...b,
    ...a,
    ...most('depthDeg'),
    ...most('hipFoldDeg'),
    ...most('kneeFlexionDeg'),
    ...most('ankleDeg'),
    ...most('shinDeg'),
  };
}

/** Demands of an entry that names only the limits under which it is not given. */
export const asksUnder = (barredBy: readonly Exclude<Kind, 'jointRange'>[]): Asks =>
  barredBy.reduce((asks: Asks, kind) => together(asks, ASKED_BY[kind]), {});

const exceeds = (asked: number | undefined, mostDeg: number): boolean =>
  asked !== undefined && asked > mostDeg + 1e-9;

/** Whether what is asked goes beyond a limit. */
export function goesBeyond(asks: Asks, limit: SafetyLimit): boolean {
  switch (limit.kind) {
    case 'noLoad':
      return asks.load === true;
    case 'depthCap':
      return exceeds(asks.depthDeg, limit.thighDepthDeg);
    case 'verticalShins':
      return asks.kneesToLine === true || exceeds(asks.shinDeg, limit.shankDeg);
    case 'noDeepFold':
      return exceeds(asks.hipFoldDeg, limit.hipFoldDeg);
    case 'noLoadedLockout':
      return asks.lockout === true;
    case 'supportedOnly':
      return asks.free === true;
    case 'noBracing':
      return asks.bracing === true || asks.headLow === true;
    case 'noPositions':
      return asks.position !== undefined && limit.positions.includes(asks.position);
    case 'jointRange':
      // A squat or drill bends both sides; one that is done a side at a time is done on both.
      return exceeds(
        {
          ankle: asks.ankleDeg,
          knee: asks.kneeFlexionDeg,
          hip: asks.hipFoldDeg,
        }[limit.joint],
        limit.mostDeg,
      );
  }
}

/** The kinds of limits of the screen that may bar an entry, at their strictest: for a form and for a sentence. */
export const kindsBarring = (asks: Asks): Exclude<Kind, 'jointRange'>[] =>
  (Object.keys(ASKED_BY) as Exclude<Kind, 'jointRange'>[]).filter((kind) =>
    goesBeyond(asks, USUALLY[kind]),
  );

/** Each limit at its usual value, for the question whether it would ever bar something (house defaults). */
const USUALLY: Readonly<Record<Exclude<Kind, 'jointRange'>, SafetyLimit>> = {
  noLoad: { kind: 'noLoad' },
  depthCap: { kind: 'depthCap', thighDepthDeg: 0 },
  verticalShins: { kind: 'verticalShins', shankDeg: 12 },
  noDeepFold: { kind: 'noDeepFold', hipFoldDeg: 100 },
  noLoadedLockout: { kind: 'noLoadedLockout' },
  supportedOnly: { kind: 'supportedOnly' },
  noBracing: { kind: 'noBracing' },
  noPositions: { kind: 'noPositions', positions: ['overhead', 'front', 'highBar', 'lowBar'] },
};

/** The same demands, and as much more as the limits named beyond those that bar them already. */
export const withBars = (asks: Asks, barredBy: readonly Exclude<Kind, 'jointRange'>[]): Asks => {
  const known = kindsBarring(asks);
  return together(asks, asksUnder(barredBy.filter((kind) => !known.includes(kind))));
};

/** A limit of which only the kind was told, as the limits it may mean: the usual one; of a joint, the strictest there is. */
export const limitsOfKind = (kind: Kind): SafetyLimit[] =>
  kind === 'jointRange'
    ? LIMITED_JOINTS.flatMap((joint) =>
        (['left', 'right'] as const).map((side) => ({
          kind,
          joint,
          side,
          mostDeg: JOINT_RANGES[joint][0],
        })),
      )
    : [USUALLY[kind]];

/** Work withheld while a clinician is consulted: whatever works on these causes, and single entries besides. */
interface Withheld {
  causes: readonly CauseId[];
  /** What is best at these causes. */
  bestAt: readonly CauseId[];
  entries: readonly string[];
}

/** Causes that are for a clinician, with what is left out for them. Guarding is left to the screen, which holds or limits the whole plan. */
export const WITHHELD_BY_REFERRAL: Readonly<Partial<Record<CauseId, Withheld>>> = {
  ankleBlock: { causes: ['ankleJoint', 'gastrocnemius'], bestAt: [], entries: [] },
  structuralFlatFoot: { causes: [], bestAt: [], entries: ['arch-lift', 'sole-roll'] },
  // A hip that pinches is not stretched into its fold.
  hipFoldRoom: { causes: [], bestAt: ['hipFoldRoom'], entries: [] },
};

/** Everything that may keep an entry from a client. */
export interface Barring {
  limits: readonly SafetyLimit[];
  /** Sent to a clinician: nothing is given for them. */
  referred: readonly CauseId[];
  /** Cues that must not be used with this client. */
  banned: readonly BannedCue[];
  /** The squat is to spare the knees, by its purpose or its method: they are not sent forward. */
  sparesKnees: boolean;
}

/** Nothing bars anything. */
export const NO_BARS: Barring = { limits: [], referred: [], banned: [], sparesKnees: false };

/** Why an entry may not be given. */
export type Bar =
  | { kind: 'limit'; limit: SafetyLimit }
  | { kind: 'referred'; cause: CauseId }
  | { kind: 'banned'; cue: BannedCue }
  | { kind: 'sparesKnees' };

/** Something that may be given to a client, or asked of one. */
export interface Barrable {
  id: string;
  asks: Asks;
  causes?: readonly CauseId[];
  /** Not given while this is banned for the client. */
  bannedAs?: BannedCue | undefined;
}

/** The first limit that rules out what is asked; null = none does. */
export const limitOn = (asks: Asks, limits: readonly SafetyLimit[]): SafetyLimit | null =>
  limits.find((limit) => goesBeyond(asks, limit)) ?? null;

/** Why a drill, cue, test or variation may not be given; null = it may. The one place that decides it. */
export function barOf(
  { id, asks, causes = [], bannedAs }: Barrable,
  { limits, referred, banned, sparesKnees }: Barring,
): Bar | null {
  const limit = limitOn(asks, limits);
  if (limit) return { kind: 'limit', limit };
  for (const cause of referred) {
    const withheld = WITHHELD_BY_REFERRAL[cause];
    if (!withheld) continue;
    const [best] = causes;
    if (
      withheld.entries.includes(id) ||
      causes.some((c) => withheld.causes.includes(c)) ||
      (best !== undefined && withheld.bestAt.includes(best))
    )
      return { kind: 'referred', cause };
  }
  if (sparesKnees && asks.kneesToLine) return { kind: 'sparesKnees' };
  return bannedAs && banned.includes(bannedAs) ? { kind: 'banned', cue: bannedAs } : null;
}
