import { COM_FROM_PROXIMAL, MASS_SHARE, SOLE } from '../body/anthropometry.ts';
import { HOLD_POINT } from '../linkage/holds.ts';
import type { Hold } from '../linkage/setup.ts';
import type { Series } from '../motion/series.ts';

/** What is carried, and by whom: enough to weigh the picture. */
export interface Carried {
  statureMm: number;
  massKg: number;
  hold: Hold;
  loadKg: number;
}

/** Whole arm from the shoulder (Winter 2009 table 4.1, from memory). */
const ARM_COM = 0.53;

/**
 * Ground point under the combined centre of mass of body and load in each frame of a side view, mm ahead of the balance point the method
 * asks for; from the masses of the linkage. Static: what braking and pushing add is left out.
 *
 * @param balance share of the foot from the heel that the method balances over
 */
export function balancePointMm(
  series: Series,
  carried: Carried,
  balance: number,
): (number | null)[] {
  const channel = (name: string, axis: 'x' | 'z') => series.tracks[name]?.[axis] ?? [];
  const [heelX, toeX, ankleX] = [channel('heel', 'x'), channel('toe', 'x'), channel('ankle', 'x')];
  const [kneeX, hipX, hipZs] = [channel('knee', 'x'), channel('hip', 'x'), channel('hip', 'z')];
  const [shoulderX, shoulderZs] = [channel('shoulder', 'x'), channel('shoulder', 'z')];
  const [barX, wristX] = [channel('bar', 'x'), channel('wrist', 'x')];
  const at = (values: readonly (number | null)[], k: number) => values[k] ?? null;
  const { massKg, loadKg, hold, statureMm } = carried;
  const place = HOLD_POINT[hold];
  return series.timesS.map((_, k) => {
    const [heel, toe, ankle] = [at(heelX, k), at(toeX, k), at(ankleX, k)];
    const [knee, hip, shoulder] = [at(kneeX, k), at(hipX, k), at(shoulderX, k)];
    const [hipZ, shoulderZ] = [at(hipZs, k), at(shoulderZs, k)];
    if (heel === null || toe === null || ankle === null || knee === null || hip === null)
      return null;
    if (shoulder === null || hipZ === null || shoulderZ === null) return null;
    const trunk = Math.hypot(shoulder - hip, shoulderZ - hipZ);
    const [sin, cos] = [(shoulder - hip) / trunk, (shoulderZ - hipZ) / trunk];
    const held = place && shoulder + place.up * statureMm * sin + place.forward * statureMm * cos;
    const load = (hold === 'bodyweight' ? null : at(barX, k)) ?? held;
    const hand = at(wristX, k);
    const arm =
      hand !== null
        ? shoulder + ARM_COM * (hand - shoulder)
        : load === null
          ? shoulder
          : (shoulder + load) / 2;
    const ball = heel + SOLE.ball * (toe - heel);
    const moment =
      massKg *
        (2 * MASS_SHARE.foot * ((ankle + ball) / 2) +
          2 * MASS_SHARE.shank * (knee + COM_FROM_PROXIMAL.shank * (ankle - knee)) +
          2 * MASS_SHARE.thigh * (hip + COM_FROM_PROXIMAL.thigh * (knee - hip)) +
          MASS_SHARE.trunk * (hip + COM_FROM_PROXIMAL.trunkFromHip * (shoulder - hip)) +
          2 * MASS_SHARE.arm * arm) +
      (load === null ? 0 : loadKg * load);
    const mass = massKg + (load === null ? 0 : loadKg);
    return moment / mass - (heel + balance * (toe - heel));
  });
}
