import { FAULTS } from '../faults/table.ts';
import type { FindingId, OtherFinding } from './links.ts';
import type { Evidence } from './model.ts';
import { TESTS } from './tests.ts';

/** Readings and parts of a lean in words: there, and not there. */
const OTHER_NAMES: Readonly<Record<OtherFinding, readonly [there: string, not: string]>> = {
  leanProportions: ['the build’s part of the lean is large', 'little of the lean is build'],
  leanAnkle: ['the ankle’s part of the lean is large', 'little of the lean is ankle'],
  leanUnused: ['ankle left unused', 'no ankle left unused'],
  leanOffBalance: ['lean off balance', 'lean in balance'],
  ankleShort: ['ankle measured short', 'ankle measured free'],
  calfShort: ['ankle shorter with the knee straight', 'ankle no shorter with the knee straight'],
  foldShort: ['hip fold measured short', 'hip folds far enough'],
  rotationShort: ['hip turns in little', 'hip turns in enough'],
  abductionShort: ['leg raise aside short', 'leg raise aside holds'],
  archLow: ['arch sinks under load', 'arch holds under load'],
  archNeverForms: ['arch does not form on the toes', 'arch forms on the toes'],
  onlyUnderLoad: ['only under load', 'not only under load'],
  painSeen: ['pain while squatting', 'no pain while squatting'],
};

const isOther = (finding: FindingId): finding is OtherFinding => finding in OTHER_NAMES;

/** A finding in words. */
export function sayFinding(finding: FindingId, isThere = true): string {
  if (isOther(finding)) return OTHER_NAMES[finding][isThere ? 0 : 1];
  const name = FAULTS[finding].name.toLowerCase();
  return isThere ? name : `no ${name}`;
}

/** A piece of evidence in words. */
export function sayEvidence(e: Evidence): string {
  const side = e.side === null ? '' : `, ${e.side}`;
  if (e.kind === 'test') return `${TESTS[e.test].name}${side}: ${e.outcome}`;
  return `${sayFinding(e.finding, e.sure >= 0.5)}${side}`;
}
