import type { FoundSetup, SetupKind } from '@zither/core';
import { HOLD_NAMES, sayDepth, saySupport, sayToes } from './instrument.ts';

export const KIND_NAMES: Record<SetupKind, string> = {
  best: 'First choice',
  nearHabit: 'Nearest to habit',
  noHeel: 'No heel',
  mostUpright: 'Most upright',
  deepest: 'Deepest',
  uneven: 'Feet a little unlike',
};

/** "44 cm · toes 20° · heels up 20 mm · high bar 40 kg · to crease below knee". */
export function sayFound({
  setup,
  targetDepthDeg,
}: Pick<FoundSetup, 'setup' | 'targetDepthDeg'>): string {
  const { stanceWidthMm, toeOutDeg, support, hold, loadKg } = setup;
  return `${(stanceWidthMm / 10).toFixed(0)} cm · toes ${sayToes(toeOutDeg)} · ${saySupport(support)} · ${HOLD_NAMES[hold].toLowerCase()}${loadKg > 0 ? ` ${loadKg} kg` : ''} · to ${sayDepth(targetDepthDeg)}`;
}

/** Where two schools part for this client, in sentences; empty when they would do the same. */
export function sayDifference(
  [a, b]: readonly [FoundSetup, FoundSetup],
  [nameA, nameB]: readonly [string, string],
): string[] {
  const list: string[] = [];
  const more = (
    what: (s: FoundSetup) => number,
    least: number,
    say: (name: string, by: number) => string,
  ) => {
    const by = what(a) - what(b);
    if (Math.abs(by) >= least) list.push(say(by > 0 ? nameA : nameB, Math.abs(by)));
  };
  more(
    (s) => s.setup.stanceWidthMm,
    20,
    (name, by) => `${name} stands ${Math.round(by / 10)} cm wider.`,
  );
  more(
    (s) => s.setup.toeOutDeg.left,
    5,
    (name, by) => `${name} turns the toes ${Math.round(by)}° further out.`,
  );
  const [underA, underB] = [saySupport(a.setup.support), saySupport(b.setup.support)];
  if (underA !== underB) list.push(`${nameA}: ${underA}; ${nameB}: ${underB}.`);
  if (a.setup.hold !== b.setup.hold)
    list.push(
      `${nameA} holds it ${HOLD_NAMES[a.setup.hold].toLowerCase()}, ${nameB} ${HOLD_NAMES[b.setup.hold].toLowerCase()}.`,
    );
  more(
    (s) => s.targetDepthDeg,
    1,
    (name, by) => `${name} goes ${Math.round(by)}° deeper.`,
  );
  more(
    (s) => s.bottom?.trunkDeg ?? 0,
    3,
    (name, by) => `${name} leans ${Math.round(by)}° more at the bottom.`,
  );
  more(
    (s) => s.bottom?.kneecapPastToeMm ?? 0,
    20,
    (name, by) => `${name} sends the knees ${Math.round(by / 10)} cm further forward.`,
  );
  return list;
}
