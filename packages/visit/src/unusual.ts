import type { ClientValues } from '@zither/contract';
import { LENGTH_PER_STATURE } from '@zither/core';

/** The usual adult range (common practice, no source): stature in mm, mass in kg. */
const USUAL = { statureMm: [1400, 2100], massKg: [40, 160] } as const;
/** How far a length may be from what stature alone would say, as a share of stature (house default). */
const USUAL_OFF = { thigh: 0.04, trunk: 0.045 } as const;

/** A measure of the body that few adults have. */
export interface Unusual {
  of: 'stature' | 'mass' | 'thigh' | 'trunk';
  /** mm or kg. */
  value: number;
}

type Values = Pick<ClientValues, 'statureMm' | 'massKg' | 'segmentsMm'>;

function outside({ statureMm, massKg, segmentsMm }: Values): Unusual[] {
  const list: Unusual[] = [];
  const isWithin = (value: number, [least, most]: readonly [number, number]) =>
    value >= least && value <= most;
  if (!isWithin(statureMm, USUAL.statureMm)) list.push({ of: 'stature', value: statureMm });
  if (!isWithin(massKg, USUAL.massKg)) list.push({ of: 'mass', value: massKg });
  for (const of of ['thigh', 'trunk'] as const) {
    const value = segmentsMm[of];
    if (value && Math.abs(value / statureMm - LENGTH_PER_STATURE[of]) > USUAL_OFF[of])
      list.push({ of, value });
  }
  return list;
}

/**
 * What lies outside the usual adult range: asked about once, taken if confirmed.
 *
 * @param known the values as kept before; what was unusual in them was confirmed then and is not asked again. null = a new client
 */
export const unusualIn = (values: Values, known: Values | null = null): Unusual[] => {
  const confirmed = known ? outside(known) : [];
  return outside(values).filter(
    (u) => !confirmed.some((c) => c.of === u.of && c.value === u.value),
  );
};
