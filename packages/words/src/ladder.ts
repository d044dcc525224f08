import { ENTRY_TEST, RUNG_TABLE, type Dose, type LadderAnswer, type RungId } from '@zither/core';
import type { EntryTest } from '@zither/visit';
import { sayShortDay } from './days.ts';
import { sayBar } from './probe.ts';
import { PURPOSE_NAMES } from './safety.ts';
import { capital, sayList } from './terms.ts';
import { sayFault } from './watch.ts';
import { sayMass } from './units.ts';

const reps = ({ least, most }: Dose['reps']) =>
  least === most ? `${least}` : `${least} to ${most}`;

/** "4 sets of 3 to 5 good reps, 1 s still at the bottom". */
export function sayDose({ sets, reps: of, descentS, pauseS, kind }: Dose): string {
  const parts = [
    `${sets} ${sets === 1 ? 'set' : 'sets'} of ${reps(of)} ${kind === 'skill' ? 'good reps' : 'easy reps'}`,
    descentS === null ? null : `${descentS} s on the way down`,
    pauseS === 0 ? null : `${pauseS} s still at the bottom`,
  ];
  return parts.filter((p) => p !== null).join(', ');
}

export const rungName = (rung: RungId): string => RUNG_TABLE[rung].name;
const lower = (rung: RungId) => rungName(rung).toLowerCase();

/** What opens the next rung: "five clean reps, 2 s still at the bottom of each". */
export const sayEntryTest = (): string =>
  `${ENTRY_TEST.reps} clean reps, ${ENTRY_TEST.pauseS} s still at the bottom of each`;

/** The variation trained now, and how much of it. */
const sayTraining = ({ now, dose }: Pick<LadderAnswer, 'now' | 'dose'>): string =>
  `${rungName(now)}: ${sayDose(dose)}.`;

/** So many faults are named in a sentence, the rest counted (house default). */
const NAMED_FAULTS = 4;

/** Clear faults in a list: "knee in, left, pelvis tucks and 2 more". */
function sayFaultList(faults: LadderAnswer['faulty']): string {
  const names = faults.map((f) => sayFault(f.fault, f.side).toLowerCase());
  const more = names.length - NAMED_FAULTS;
  return sayList(more > 1 ? [...names.slice(0, NAMED_FAULTS), `${more} more`] : names);
}

/** That they are clear: "knee in, left and pelvis tucks are clear". */
export const sayFaulty = (faults: LadderAnswer['faulty']): string =>
  `${sayFaultList(faults)} ${faults.length === 1 ? 'is' : 'are'} clear`;

/** Why this variation. */
export function sayBecause({ now, because }: Pick<LadderAnswer, 'now' | 'because'>): string {
  switch (because.kind) {
    case 'chosen':
      return 'Chosen by the coach.';
    case 'purpose':
      return because.purpose === null
        ? 'No purpose chosen and no variation seen yet: start low.'
        : `${PURPOSE_NAMES[because.purpose]} starts here while no variation was seen.`;
    case 'inUse':
      return 'The setup in use carries a load there already.';
    case 'shown':
      return because.seen.rung === now
        ? `It went clean on ${sayShortDay(because.seen.on)}.`
        : `${rungName(because.seen.rung)} was passed on ${sayShortDay(because.seen.on)}.`;
    case 'notClean':
      return `The ${lower(because.seen.rung)} did not go clean on ${sayShortDay(because.seen.on)}: one easier first.`;
    case 'faulty':
      return `${capital(sayFaulty(because.faults))} without a load, so the ${lower(because.wanted)} waits.`;
    case 'limit':
      return `Clear rules out the ${lower(because.wanted)} (${sayBar(because.limit)}).`;
  }
}

/** Names the next variation and what is still missing for it. */
export function sayNext({ now, next }: Pick<LadderAnswer, 'now' | 'next'>): string {
  if (!next) return 'This is the top of this client’s ladder.';
  const { rung, missing } = next;
  const limit = missing.find((m) => m.kind === 'limit');
  if (limit) return `Next: ${lower(rung)}, once Clear allows it (${sayBar(limit.limit)}).`;
  const form = missing.find((m) => m.kind === 'form');
  if (form)
    return `Next: ${lower(rung)}, once a squat without load shows no clear fault (now: ${sayFaultList(form.faults)}).`;
  const range = missing.some((m) => m.kind === 'range')
    ? ' What was done on a heel lift opens nothing before one clean squat flat and barefoot.'
    : '';
  if (missing.length === 0) return `Next: ${lower(rung)}. Its entry test is passed.`;
  const asked = missing.flatMap((m) =>
    m.kind === 'cleanReps'
      ? [`${m.reps} clean reps`]
      : m.kind === 'pause'
        ? [`${m.seconds} s still at the bottom of each`]
        : [],
  );
  return asked.length === 0
    ? `Next: ${lower(rung)}.${range}`
    : `Next: ${lower(rung)}, after ${sayList(asked)} with the ${lower(now)}.${range}`;
}

/** Why a variation with a load is done without one. */
export const sayUnloaded = ({ faulty }: Pick<LadderAnswer, 'faulty'>): string =>
  faulty.length > 0 ? `Without load: ${sayFaulty(faulty)} without one.` : 'Without load for now.';

/** The part of a plan that says what is trained. */
export const ladderLines = (ladder: LadderAnswer): string[] => [
  sayTraining(ladder),
  ...(ladder.loadKg !== null
    ? [`Up to ${sayMass(ladder.loadKg)} for now.`]
    : ladder.isUnloaded
      ? [sayUnloaded(ladder)]
      : []),
  RUNG_TABLE[ladder.now].how,
  sayBecause(ladder),
  sayNext(ladder),
];

/** What was seen of a rung, in a word or two. */
export const RUNG_STATES: Record<LadderAnswer['rungs'][number]['state'], string> = {
  passed: 'entry test passed',
  clean: 'seen clean',
  notClean: 'not clean',
  notSeen: 'not seen yet',
};

/** An entry test as it was recorded. */
export const sayEntryTestDone = ({
  rung,
  isClean,
  reps: count,
  pauseS,
  loadKg,
  on,
}: EntryTest): string =>
  `${sayShortDay(on)}: ${rungName(rung)}, ${count} reps, ${pauseS} s still${loadKg > 0 ? `, ${sayMass(loadKg)}` : ''}: ${isClean ? 'all clean' : 'not clean'}.`;
