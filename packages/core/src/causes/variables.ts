import { SIDES, type Side } from '../linkage/setup.ts';
import { CAUSE_IDS, CAUSES, type CauseId } from './causes.ts';
import { RANGE_READINGS, type FindingId } from './links.ts';

/** A cause of one side, or of none: what may be true or not. */
export interface CauseNode {
  cause: CauseId;
  side: Side | null;
}

/** Every cause with its side; the place in the list is the variable. */
export const NODES: readonly CauseNode[] = CAUSE_IDS.flatMap((cause): CauseNode[] =>
  CAUSES[cause].sided === 'each' ? SIDES.map((side) => ({ cause, side })) : [{ cause, side: null }],
);

export const nodeOf = (cause: CauseId, side: Side | null): number[] =>
  NODES.flatMap((n, i) =>
    n.cause === cause && (side === null || n.side === null || n.side === side) ? [i] : [],
  );

/** Ends of range, in the order of their bits: left ankle, right ankle, fold; each with the causes of which any one ends it. */
export const RANGE_ENDS: readonly {
  reading: FindingId;
  side: Side | null;
  nodes: readonly number[];
}[] = [
  { reading: 'ankleShort' as const, side: 'left' as const },
  { reading: 'ankleShort' as const, side: 'right' as const },
  { reading: 'foldShort' as const, side: null },
].map(({ reading, side }) => ({
  reading,
  side,
  nodes: RANGE_READINGS[reading]!.causes.flatMap((cause) => nodeOf(cause, side)),
}));

/** Combinations of short ends. */
export const END_STATES = 2 ** RANGE_ENDS.length;

/** How common it is that an end is short, by the house's tables alone. */
export const endShare = (nodes: readonly number[]): number =>
  1 - nodes.reduce((none, node) => none * (1 - CAUSES[NODES[node]!.cause].prior), 1);

/** Ways in which a client uses the range there is, whatever the squat: families of causes that are no range, each at work or not. */
export const USE_FAMILIES: readonly (readonly number[])[] = (
  [
    ['habitSitsBack', 'habitDives', 'overCuedKneesOut'],
    ['footControl', 'abductors', 'trunkBracing'],
  ] as const
).map((causes) => causes.flatMap((cause) => nodeOf(cause, null)));
/** Ways of use, in the order of their bits: stops short as they always have, a habit of moving, lack of control. */
export const USE_KINDS = ['stops', 'habit', 'control'] as const;
export type UseKind = (typeof USE_KINDS)[number];
/** Combinations of them. */
export const USES = 2 ** USE_KINDS.length;

/** Variables beside the causes: each end of range, whether the client stops short, and each family of use. In a table over all of them the ends come first. */
export const END_AT = NODES.length;
export const STOPS_AT = END_AT + RANGE_ENDS.length;
export const FAMILY_AT = STOPS_AT + 1;
export const SHARED = Array.from(
  { length: RANGE_ENDS.length + 1 + USE_FAMILIES.length },
  (_, k) => END_AT + k,
);
export const ENDS = SHARED.slice(0, RANGE_ENDS.length);
/** Variables of the ends in a test's own setup, in the order of {@link RANGE_ENDS}; of one test at a time. */
export const IN_TEST = ENDS.map((_, end) => NODES.length + SHARED.length + end);

/** Variables, each once. */
export const unique = (list: readonly number[]): number[] => [...new Set(list)];
