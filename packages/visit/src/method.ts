import type { Dossier, School, Schools } from '@zither/contract';
import { valuesIn } from '@zither/contract/row';
import { newestScreening } from './safety.ts';
import {
  BALANCED,
  profileOf,
  PURPOSE_PLANS,
  type MethodProfile,
  type Purpose,
  type PurposePlan,
} from '@zither/core';

/** A practice's own school as the core reads it. */
export function methodFrom(school: School): MethodProfile {
  const { copiedFrom: _copiedFrom, retired: _retired, ...method } = valuesIn(school);
  return { ...method, id: school.id } as MethodProfile;
}

/** A school by its id: the practice's own, or one that ships; balanced when it is neither. */
export function methodById({ own }: Schools, id: string): MethodProfile {
  const school = own.find((s) => s.id === id);
  return school ? methodFrom(school) : (profileOf(id) ?? BALANCED);
}

/** What follows from the purpose that the newest screen names; null = none was named. */
export function purposeOf({
  screenings,
}: Pick<Dossier, 'screenings'>): { purpose: Purpose; plan: PurposePlan } | null {
  const newest = newestScreening({ screenings });
  return newest?.purpose ? { purpose: newest.purpose, plan: PURPOSE_PLANS[newest.purpose] } : null;
}

/** Which method a client follows, and why. */
export interface MethodFollowed {
  method: MethodProfile;
  /** The client's own choice, what the purpose suggests, or the practice's usual one. */
  because: 'chosen' | 'purpose' | 'usual';
  /** The one that suggested it; null where none was named. */
  purpose: Purpose | null;
  /** A method for squats without load, which gives way because there is one. */
  gaveWay: MethodProfile | null;
}

type Following = Pick<Dossier, 'schools' | 'screenings'>;

const isUnloadedOnly = ({ rounding }: MethodProfile): boolean => rounding === 'unloaded';

/** What is followed without a choice: what the purpose suggests, else the practice's usual method. */
function withoutChoice(dossier: Following): Pick<MethodFollowed, 'method' | 'because'> {
  const suggested = purposeOf(dossier)?.plan.method;
  return suggested
    ? { method: methodById(dossier.schools, suggested), because: 'purpose' }
    : { method: methodById(dossier.schools, dossier.schools.usual), because: 'usual' };
}

/** A method at a load: one that tolerates rounding is for squats without load, and gives way to the purpose's or the usual one. */
export function methodUnder(dossier: Following, id: string, loadKg: number): MethodProfile {
  const method = methodById(dossier.schools, id);
  if (!isUnloadedOnly(method) || loadKg === 0) return method;
  const other = withoutChoice(dossier).method;
  return isUnloadedOnly(other) ? BALANCED : other;
}

/** The method a client follows: the client's choice, else the purpose's, else the practice's usual one; with load never one for squats without. */
export function methodFollowed({
  setup,
  ...dossier
}: Pick<Dossier, 'setup'> & Following): MethodFollowed {
  const found = setup
    ? { method: methodById(dossier.schools, setup.profile), because: 'chosen' as const }
    : withoutChoice(dossier);
  const method = methodUnder(dossier, found.method.id, setup?.setup.loadKg ?? 0);
  return {
    ...found,
    method,
    purpose: purposeOf(dossier)?.purpose ?? null,
    gaveWay: method.id === found.method.id ? null : found.method,
  };
}

/** The method a client's setup follows; see {@link methodFollowed}. */
export const methodOf = (dossier: Pick<Dossier, 'setup'> & Following): MethodProfile =>
  methodFollowed(dossier).method;
