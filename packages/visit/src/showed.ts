import type { CaptureLine, SetupTrialValues } from '@zither/contract';
import {
  FAULTS,
  PART_OF_FAULT,
  partsDeciding,
  SIDES,
  TRIAL_FAULTS,
  TRIAL_PARTS,
  type CameraView,
  type MethodProfile,
  type Side,
  type TrialFault,
  type TrialFaultId,
  type TrialPart,
} from '@zither/core';

/** The part of a trial that reps show. */
export type Showed = Pick<
  SetupTrialValues,
  'depthDeg' | 'heelRose' | 'knees' | 'tuckFromDeg' | 'faults'
> & { lookedAt: TrialPart[] };

/** A clean trial to its target, in what its method judges by: what is recorded when nothing is changed on the page. */
export const cleanTo = (
  targetDepthDeg: number,
  method: Pick<MethodProfile, 'decides'>,
): Showed => ({
  depthDeg: targetDepthDeg,
  heelRose: { left: false, right: false },
  knees: { left: 'over', right: 'over' },
  tuckFromDeg: null,
  faults: [],
  lookedAt: partsDeciding(method),
});

/** A part looked at or not; marks on parts that were not watched are removed. */
export function lookAt(showed: Showed, part: TrialPart, isLookedAt: boolean): Showed {
  const lookedAt = TRIAL_PARTS.filter((p) =>
    p === part ? isLookedAt : showed.lookedAt.includes(p),
  );
  if (isLookedAt) return { ...showed, lookedAt };
  return {
    ...showed,
    lookedAt,
    faults: showed.faults.filter((f) => PART_OF_FAULT[f.fault] !== part),
    ...(part === 'heels' ? { heelRose: { left: false, right: false } } : {}),
    ...(part === 'knees' ? { knees: { left: 'over', right: 'over' } } : {}),
    ...(part === 'tuck' ? { tuckFromDeg: null } : {}),
  };
}

/** On which sides a fault of a trial was seen; null = once, without a side. */
export type TrialSides = readonly (Side | null)[];

/** A fault seen on these sides and no others; none = not seen. */
export const withFault = (showed: Showed, fault: TrialFaultId, sides: TrialSides): Showed => ({
  ...showed,
  faults: [
    ...showed.faults.filter((f) => f.fault !== fault),
    ...sides.map((side) => ({ fault, side })),
  ],
});

/** The thigh depth at which an arch gave way, where it was said, degrees. */
export const archLostAt = ({ faults }: Pick<Showed, 'faults'>): number | null =>
  faults.find((f) => f.fault === 'archDrops')?.atDepthDeg ?? null;

/** A trial with the depth at which its arch gave way; null takes it back. */
export const withArchLostAt = (showed: Showed, atDepthDeg: number | null): Showed => ({
  ...showed,
  faults: showed.faults.map(({ fault, side }) =>
    fault === 'archDrops' && atDepthDeg !== null ? { fault, side, atDepthDeg } : { fault, side },
  ),
});

/** On which sides a fault was seen. */
export const sidesSeen = ({ faults }: Pick<Showed, 'faults'>, fault: TrialFaultId): TrialSides =>
  faults.filter((f) => f.fault === fault).map((f) => f.side);

/** Short of the target, as the eye tells it apart, degrees (house defaults). */
export const SHORT_BY_EYE = { asked: 0, little: 6, well: 15 } as const;
/** Where a tuck began above the target, as the eye tells it apart, degrees (house defaults). */
export const TUCK_BY_EYE = { bottom: 0, before: 10 } as const;

const nearest = <K extends string>(list: Record<K, number>, value: number): K =>
  (Object.entries(list) as [K, number][]).reduce((a, b) =>
    Math.abs(b[1] - value) < Math.abs(a[1] - value) ? b : a,
  )[0];

export const shortByEye = ({ depthDeg }: Showed, targetDepthDeg: number) =>
  nearest(SHORT_BY_EYE, targetDepthDeg - depthDeg);

export const depthByEye = (showed: Showed, targetDepthDeg: number, shortDeg: number): Showed => ({
  ...showed,
  depthDeg: targetDepthDeg - shortDeg,
});

export const tuckByEye = (
  { tuckFromDeg }: Showed,
  targetDepthDeg: number,
): 'none' | keyof typeof TUCK_BY_EYE =>
  tuckFromDeg === null ? 'none' : nearest(TUCK_BY_EYE, targetDepthDeg - tuckFromDeg);

/** What each view shows of a trial, where its marks allow it. */
const SHOWN_BY: Readonly<Record<TrialPart, readonly CameraView[]>> = {
  heels: ['side'],
  foot: ['front'],
  knees: ['front'],
  tuck: ['side'],
  shift: ['front', 'rear'],
  balance: ['side'],
  rise: ['side'],
};
/** Faults that must have been judged for a part to count as looked at. */
export const FAULTS_OF_PART: Readonly<Record<TrialPart, readonly (keyof typeof FAULTS)[]>> = {
  foot: ['archDrops', 'feetTurnOut', 'outerEdge'],
  heels: ['heelsRise'],
  tuck: ['pelvisTuck'],
  knees: ['kneesIn', 'kneesOut'],
  shift: ['sideShift'],
  balance: ['weightForward', 'toesFloat'],
  rise: ['hipsRiseEarly'],
};

export const isTrialFault = (fault: string): fault is TrialFaultId =>
  (TRIAL_FAULTS as readonly string[]).includes(fault);

/** Parts that captures show: each view what it can, where everything in it could be judged. */
export function partsFilmed(captures: readonly CaptureLine[]): TrialPart[] {
  return TRIAL_PARTS.filter((part) =>
    captures.some(
      ({ view, report }) =>
        SHOWN_BY[part].includes(view) &&
        !report.quality.notJudged.some((n) =>
          (FAULTS_OF_PART[part] as readonly string[]).includes(n.fault),
        ),
    ),
  );
}

/** What captures of a trial showed, each view what it can; a part counts as looked at where everything in it could be judged. */
export function showedIn(
  captures: readonly CaptureLine[],
  targetDepthDeg: number,
  method: Pick<MethodProfile, 'decides'>,
): Showed {
  let showed: Showed = { ...cleanTo(targetDepthDeg, method), lookedAt: [] };
  const faults: TrialFault[] = [];
  for (const { report, facing } of captures)
    for (const { fault, side, value } of report.findings) {
      const where = side ?? facing;
      if (fault === 'depthShort') showed.depthDeg = Math.max(-89, targetDepthDeg - value);
      if (fault === 'heelsRise')
        showed.heelRose = where
          ? { ...showed.heelRose, [where]: true }
          : { left: true, right: true };
      if (fault === 'pelvisTuck') showed.tuckFromDeg = targetDepthDeg - TUCK_BY_EYE.before;
      if (fault === 'kneesIn' || fault === 'kneesOut')
        for (const knee of where ? [where] : SIDES)
          showed.knees = { ...showed.knees, [knee]: fault === 'kneesIn' ? 'in' : 'out' };
      if (
        isTrialFault(fault) &&
        !faults.some((f) => f.fault === fault && f.side === (side ?? null))
      )
        faults.push({ fault, side: FAULTS[fault].sided ? (side ?? null) : null });
    }
  showed = { ...showed, faults, lookedAt: partsFilmed(captures) };
  return showed;
}
