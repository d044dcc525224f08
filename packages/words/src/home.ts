import type { HomeReport, Prescription } from '@zither/contract';
import { DRILLS } from '@zither/core';
import { sayShortDay } from './days.ts';
import { sayList } from './terms.ts';

const FELT = {
  easy: 'It felt easy.',
  right: 'It felt about right.',
  hard: 'It felt hard.',
} as const;

/** A drill by the name its plan gave it; else the house's. */
const nameIn = (plan: Pick<Prescription, 'drills'> | null, id: string): string =>
  plan?.drills.find((d) => d.id === id)?.name ?? DRILLS.find((d) => d.id === id)?.name ?? id;

/** A report in a sentence or two: "27 Nov 2026: did 2 of 3 drills. It felt hard." */
export function sayReport(
  { on, done, hurts, felt, by }: HomeReport,
  plan: Pick<Prescription, 'drills'> | null,
): string {
  const of = plan ? ` of ${plan.drills.length} drills` : '';
  const hurt =
    hurts.length > 0 ? ` Hurt: ${sayList(hurts.map((id) => nameIn(plan, id).toLowerCase()))}.` : '';
  return `${sayShortDay(on)}, by ${by === 'link' ? 'the client’s page' : 'code'}: did ${done.length}${of}.${hurt}${felt ? ` ${FELT[felt]}` : ''}`;
}

/** That something hurt at home, for the coach's eyes first. */
export const sayHurt = (drills: readonly string[], on: string): string =>
  `Something hurt at home on ${sayShortDay(on)}: ${sayList(drills.map((id) => nameIn(null, id).toLowerCase()))}. Ask about it before anything is loaded; it is left out until you keep it in again.`;

/** A link in a sentence. */
export const sayLink = ({ madeOn, expiresOn }: { madeOn: string; expiresOn: string }): string =>
  `Made ${sayShortDay(madeOn)}, opens until ${sayShortDay(expiresOn)}.`;
