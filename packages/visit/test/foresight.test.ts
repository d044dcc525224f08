/** What would tell more: the same list on Set and on Probe, and nothing in it that may not be done now. */
import type { Dossier } from '@zither/contract';
import { answerOf, basisOf, thoughtOn } from '@zither/visit';
import { sayAsUsed } from '@zither/words/chance';
import { sayTelling, sayToTell, toTellAt } from '@zither/words/setup';
import { setupTrial } from './harmRows.ts';
import { looksOf, ON, readings, testRow, type Eyed } from './lookRows.ts';
import { dossierOf } from './trialRows.ts';

const HEELS: Eyed[] = [{ fault: 'heelsRise', sides: ['left'], severity: 'clear' }];
const client = (deg: number, more: Partial<Dossier> = {}, seen: Eyed[] = HEELS): Dossier =>
  dossierOf(readings({ left: deg, right: deg }), { judgements: looksOf(seen), ...more });
const ask = (dossier: Dossier) => ({ dossier, on: ON, tables: [] });
const onSet = (dossier: Dossier) => answerOf({ ...ask(dossier), withTellings: true });

it('is one list: Set and Probe name the same, and the next test is its first that is worth the minute', () => {
  const dossier = client(32);
  const { opinion, tellMore } = thoughtOn(ask(dossier));
  expect(tellMore).toEqual(onSet(dossier).tellMore);
  const tests = tellMore.flatMap((t) => ('test' in t ? [`${t.test} ${t.side ?? ''}`] : []));
  expect(tests.length).toBeGreaterThan(2);
  expect(
    opinion.tests.slice(0, tests.length).map(({ next }) => `${next.test} ${next.side ?? ''}`),
  ).toEqual(tests);
  for (const t of tellMore) {
    expect(sayTelling(t)).toContain(sayToTell(t));
    if ('test' in t) expect(toTellAt(t)).toMatch(new RegExp(`^probe\\?test=${t.test}`));
  }
});

it('names nothing more to do after something hurt today, on either page', () => {
  const dossier = client(32, { tried: [testRow('heelsRaised', 'pain')] });
  expect(thoughtOn(ask(dossier)).tellMore).toEqual([]);
  expect(onSet(dossier).tellMore).toEqual([]);
});

it('names a trial only where one is advised', () => {
  const trialOf = (dossier: Dossier) => {
    const { loop, tellMore } = onSet(dossier);
    return {
      advice: loop!.advice?.kind ?? null,
      isNamed: tellMore.some((t) => 'reading' in t && t.reading === 'trial'),
    };
  };
  expect(trialOf(client(33))).toEqual({ advice: 'try', isNamed: true });
  // Six a day are enough: the next one waits for another day.
  const six = [300, 320, 340, 360, 380, 400].map((stanceWidthMm) =>
    setupTrial({ stanceWidthMm }, { depthDeg: -10 }),
  );
  expect(trialOf(client(33, { setupTrials: six }))).toEqual({ advice: null, isNamed: false });
  const hurt = setupTrial({ stanceWidthMm: 360 }, { pain: true });
  expect(onSet(client(33, { setupTrials: [hurt] })).tellMore).toEqual([]);
});

it('a fault seen from two sides of one set counts once', () => {
  const both = looksOf(HEELS).map((j) => ({
    ...j,
    seen: j.view === 'side' || j.view === 'rear' ? looksOf(HEELS).flatMap((l) => l.seen) : j.seen,
  }));
  const once = (judgements: Dossier['judgements']) =>
    basisOf(client(32, { judgements }), ON, [], []).signs.findings!.map((f) => f.sets ?? null);
  expect(once(looksOf(HEELS))).toEqual([null]);
  expect(once(both)).toEqual([null]);
});

it('says that a cue comes first only where the range is there', () => {
  const used = { chance: 0.4, mostly: 'stops' } as const;
  expect(sayAsUsed(used, true)).toBe(
    'With the range, clean in about 4 of 10 as seen so far. Mostly a habit of stopping short: a cue first, before more range.',
  );
  expect(sayAsUsed(used, false)).not.toContain('before more range');
  expect(sayAsUsed({ ...used, mostly: null }, true)).not.toContain('Mostly');
});
