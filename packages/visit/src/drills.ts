import type { Dossier, DrillValues, Schools } from '@zither/contract';
import {
  asksUnder,
  asMaintained,
  asTolerated,
  drill,
  DRILLS,
  drillVerdict,
  END_OF_RANGE_DEG,
  kindsBarring,
  together,
  withBars,
  type Aim,
  type Asks,
  type CauseId,
  type Drill,
  type DrillStrength,
  type WentAtHome,
} from '@zither/core';
import { rechecksOf } from './rechecks.ts';

/** What kit and part of a practice's own drill say of what it asks: a weight is a load, and what lengthens a calf takes the ankle to its end. */
function askedBesides({ kit, part, presses, works }: DrillValues): Asks {
  const lengthens =
    part === 'makeRoom' &&
    !presses &&
    works.some(({ cause }) => cause === 'ankleJoint' || cause === 'gastrocnemius');
  return {
    ...(kit.includes('bar') || kit.includes('lightWeight') ? { load: true } : {}),
    ...(lengthens ? { ankleDeg: END_OF_RANGE_DEG } : {}),
  };
}

/** What a practice's drill asks. What the house's version asks stays asked; limits named beyond those are added. */
const asksOf = (values: DrillValues, house: Drill | undefined): Asks =>
  house
    ? withBars(house.asks, values.barredBy)
    : together(asksUnder(values.barredBy), askedBesides(values));

/** A practice's drill as the prescriber reads it; what it does not say (neighbours, a ban) stays as the house has it. */
function asDrill(id: string, values: DrillValues, house: Drill | undefined): Drill {
  const { photo: _photo, works, presses, barredBy: _barredBy, ...told } = values;
  const { repSeconds, grows, bannedAs, easier, harder } = house ?? {};
  return drill({
    id,
    ...told,
    asks: asksOf(values, house),
    ...(presses ? { presses: true } : {}),
    works: Object.fromEntries(works.map(({ cause, strength }) => [cause, strength])) as Partial<
      Record<CauseId, DrillStrength>
    >,
    ...(repSeconds === undefined ? {} : { repSeconds }),
    ...(grows === undefined ? {} : { grows }),
    ...(bannedAs === undefined ? {} : { bannedAs }),
    ...(easier === undefined ? {} : { easier }),
    ...(harder === undefined ? {} : { harder }),
  });
}

/** The drills of a practice: the house's, with its own versions in their place, and its own after them. */
export function drillsOf({ drills = [] }: Pick<Schools, 'drills'>): Drill[] {
  const own = new Map(drills.map((d) => [d.id, d.values]));
  const house = DRILLS.map((d) => {
    const values = own.get(d.id);
    return values ? asDrill(d.id, values, d) : d;
  });
  const added = drills.filter((d) => !DRILLS.some((h) => h.id === d.id));
  return [...house, ...added.map((d) => asDrill(d.id, d.values, undefined))];
}

/** How a drill went at home, newest first: of the days on which the client said that it was done, or that it hurt. */
const wentAtHome = ({ homeReports }: Pick<Dossier, 'homeReports'>, id: string): WentAtHome[] =>
  [...homeReports]
    .sort((a, b) => b.on.localeCompare(a.on))
    .flatMap(({ done, hurts, felt }) =>
      hurts.includes(id) ? ['hurt'] : done.includes(id) ? [felt === 'hard' ? 'hard' : 'well'] : [],
    );

/**
 * The drills for one client: the practice's; those that grow as far as this client has shown to tolerate; those of a plan that were followed by a
 * retained change, by the recheck kept last, at their maintenance dose.
 */
export function drillsFor(
  dossier: Pick<Dossier, 'schools' | 'homeReports' | 'decisions' | 'prescriptions'>,
): Drill[] {
  const [last] = rechecksOf(dossier);
  const plan = last && dossier.prescriptions.find((p) => p.id === last.plan);
  const given = new Set(plan?.drills.map((d) => d.id) ?? []);
  return drillsOf(dossier.schools).map((d) => {
    const grown = asTolerated(d, wentAtHome(dossier, d.id));
    const isRetained =
      last !== undefined &&
      given.has(d.id) &&
      drillVerdict(
        d.causes,
        last.results.filter((r) => r.isAim).map((r) => ({ aim: r.aim as Aim, word: r.word })),
        0,
      ) === 'retained';
    return isRetained ? asMaintained(grown) : grown;
  });
}

/** A drill as a form shows it. */
export const drillValuesOf = (of: Drill, photo: string | null): DrillValues => ({
  name: of.name,
  part: of.part,
  presses: of.presses === true,
  position: of.position,
  works: of.causes.map((cause) => ({ cause, strength: of.works[cause]! })),
  how: of.how,
  feel: of.feel,
  sides: of.sides,
  dose: { ...of.dose },
  kit: [...of.kit],
  precaution: of.precaution,
  barredBy: kindsBarring(of.asks),
  photo,
});

/** Photos of a practice's drills by drill. */
export const drillPhotos = ({ drills = [] }: Pick<Schools, 'drills'>): Record<string, string> =>
  Object.fromEntries(drills.flatMap((d) => (d.values.photo ? [[d.id, d.values.photo]] : [])));
