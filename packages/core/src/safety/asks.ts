import type { Hold } from '../linkage/setup.ts';
import { USUAL_LIMITS } from './rules.ts';
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

/** Demands of an entry that names only kinds of limits: high enough for the mildest limit of each kind to bar it (house defaults). */
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

/** The kinds of limits of the screen that may bar an entry, at their usual values: for a form and for a sentence. */
export const kindsBarring = (asks: Asks): Exclude<Kind, 'jointRange'>[] =>
  (Object.keys(ASKED_BY) as Exclude<Kind, 'jointRange'>[]).filter((kind) =>
    USUAL_LIMITS.some((limit) => limit.kind === kind && goesBeyond(asks, limit)),
  );

/** The same demands, and as much more as the limits named beyond those that bar them already. */
export const withBars = (asks: Asks, barredBy: readonly Exclude<Kind, 'jointRange'>[]): Asks => {
  const known = kindsBarring(asks);
  return together(asks, asksUnder(barredBy.filter((kind) => !known.includes(kind))));
};

/** A limit of which only the kind was told, as the limits it may mean: the usual ones; of a joint, the strictest there is. */
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
    : USUAL_LIMITS.filter((limit) => limit.kind === kind);

/** The first limit that rules out what is asked; null = none does. */
export const limitOn = (asks: Asks, limits: readonly SafetyLimit[]): SafetyLimit | null =>
  limits.find((limit) => goesBeyond(asks, limit)) ?? null;
