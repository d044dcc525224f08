import type { Side } from '../linkage/setup.ts';
import type { CauseId } from '../causes/causes.ts';
import { noneOf, type Evidence } from '../causes/model.ts';
import { NODES } from '../causes/variables.ts';
import { HOUSE_TABLES, type Tables } from '../causes/tables.ts';

/** What a coach acts on: causes that are trained alike, told apart by the next test. */
export const GROUP_IDS = [
  'ankleCalf',
  'hipFold',
  'hipRotation',
  'abductors',
  'foot',
  'trunk',
  'thighs',
  'habit',
  'load',
  'shoulder',
] as const;
export type GroupId = (typeof GROUP_IDS)[number];

export interface CauseGroup {
  id: GroupId;
  name: string;
  causes: readonly CauseId[];
  /** Range is missing: it is made before it is owned and used. */
  isRange: boolean;
}

/** Every group of the trade. What is for a clinician, the build, and a sole that gives way are in none. */
export const GROUPS: Readonly<Record<GroupId, CauseGroup>> = {
  ankleCalf: {
    id: 'ankleCalf',
    name: 'Ankle or calf',
    causes: ['ankleJoint', 'gastrocnemius'],
    isRange: true,
  },
  hipFold: {
    id: 'hipFold',
    name: 'Hip fold and inner thighs',
    causes: ['hipFoldRoom', 'adductors'],
    isRange: true,
  },
  hipRotation: {
    id: 'hipRotation',
    name: 'Hip rotation',
    causes: ['hipInwardRotation'],
    isRange: true,
  },
  abductors: { id: 'abductors', name: 'Abductors', causes: ['abductors'], isRange: false },
  foot: { id: 'foot', name: 'Foot', causes: ['footControl', 'lateralLeg'], isRange: false },
  trunk: { id: 'trunk', name: 'Trunk', causes: ['trunkBracing', 'hipFlexors'], isRange: false },
  thighs: { id: 'thighs', name: 'Thighs', causes: ['quadsWeak'], isRange: false },
  habit: {
    id: 'habit',
    name: 'Habit',
    causes: ['habitSitsBack', 'habitDives', 'overCuedKneesOut'],
    isRange: false,
  },
  load: { id: 'load', name: 'Load', causes: ['loadBeyondControl'], isRange: false },
  shoulder: { id: 'shoulder', name: 'Shoulder', causes: ['shoulderLat'], isRange: true },
};

/** The group a cause is acted on in; null = none: it is referred, no fault, or changed by other means. */
export const groupOf = (cause: CauseId): GroupId | null =>
  GROUP_IDS.find((id) => GROUPS[id].causes.includes(cause)) ?? null;

/** From here a group is acted on, and from here it takes the minutes that are left (house defaults). */
export const ACTS_FROM = 0.5;
export const FILLS_FROM = 0.25;
/** How far findings, tests and readings must have moved a group toward itself before it is acted on, bits of log-odds (house default). */
export const SUPPORT_LEAST_BITS = 1;

/** How likely it is that any cause of a group is at work. */
export interface GroupBelief {
  group: GroupId;
  /** Exact, from the joint distribution of its causes. */
  probability: number;
  /** How far everything known moved it from where it started, bits of log-odds. */
  bits: number;
  /** `acts`: a plan works on it. `fills`: it takes leftover minutes. `not`: neither. */
  standing: 'acts' | 'fills' | 'not';
}

/** One cause of a group, on a side. */
export interface GroupMember {
  cause: CauseId;
  side: Side | null;
  node: number;
  probability: number;
}

/** Causes of a group at least so likely as the leading one, as a share of it, are worked on with it: like sides are treated alike (house default). */
const MEMBER_SHARE = 0.5;

/** The causes of a group that are worked on while it acts, the likeliest first. */
export function membersOf(
  group: GroupId,
  probabilities: readonly number[],
  referred: readonly CauseId[] = [],
): GroupMember[] {
  const all = NODES.map((n, node): GroupMember => ({
    ...n,
    node,
    probability: probabilities[node] ?? 0,
  }))
    .filter(({ cause }) => GROUPS[group].causes.includes(cause) && !referred.includes(cause))
    .sort((a, b) => Math.round(1e9 * (b.probability - a.probability)));
  const most = all[0]?.probability ?? 0;
  return all.filter((m) => m.probability >= MEMBER_SHARE * most);
}

const logOdds = (p: number): number => {
  const q = Math.min(1 - 1e-9, Math.max(1e-9, p));
  return Math.log2(q / (1 - q));
};

const standingOf = (probability: number, bits: number): GroupBelief['standing'] =>
  bits < SUPPORT_LEAST_BITS || probability < FILLS_FROM
    ? 'not'
    : probability >= ACTS_FROM
      ? 'acts'
      : 'fills';

/**
 * Every group with how likely it is that any of its causes is at work, on either side. A group that is common to begin with is not acted on for that alone:
 * findings, tests or readings must have moved it by {@link SUPPORT_LEAST_BITS}.
 *
 * @param referred causes for a clinician: they never count as something to train
 */
export function groupBeliefs(
  evidence: readonly Evidence[],
  tables: Tables = HOUSE_TABLES,
  referred: readonly CauseId[] = [],
): GroupBelief[] {
  // Where an end of range was not read, how the body squats says how common it is to be short of it: that is where it starts from.
  const start = evidence.filter((e) => e.kind === 'together');
  return GROUP_IDS.map((group): GroupBelief => {
    const causes = GROUPS[group].causes.filter((c) => !referred.includes(c));
    const nodes = NODES.flatMap((n, i) => (causes.includes(n.cause) ? [i] : []));
    const before = nodes.length === 0 ? 0 : 1 - noneOf(start, nodes, tables);
    const probability = nodes.length === 0 ? 0 : 1 - noneOf(evidence, nodes, tables);
    const bits = nodes.length === 0 ? 0 : logOdds(probability) - logOdds(before);
    return { group, probability, bits, standing: standingOf(probability, bits) };
  });
}
