import { PLAIN_LOOK } from '@zither/contract/row';
import { HOUSE_RULES } from '@zither/core';
import type { CaptureLine, Judgement } from '@zither/contract';
import {
  analyse,
  FAULTS,
  reportOf,
  seededRandom,
  simulateCapture,
  USUAL_LENS,
  type MadeFault,
} from '@zither/core';
import { cleanSquatter } from '@zither/core/practice';
import { overlay } from '../features/data/overlay.ts';
import {
  comparedFaults,
  heelToTry,
  isVisitOn,
  looksOf,
  resumeAt,
  stageViews,
  subjectFor,
} from '@zither/visit';
import { builtMismatchDeg, gaugeOf, plotsOf } from '../features/watch/reviewData.ts';
import { leanParts, sayAmount, sayLook, sayFinding, sayFound, sayReps } from '@zither/words/watch';
import { AT, dossierOf, five, ID } from '../../../packages/visit/test/trialRows.ts';

const UP = { ...PLAIN_LOOK, arms: 'up' as const };
type Report = CaptureLine['report'];
const TODAY = '2026-01-05';
let count = 0;
const look = (change: object = {}) => ({
  id: `33333333-3333-4333-8333-${String((count += 1)).padStart(12, '0')}`,
  clientId: ID,
  version: 1,
  updatedAt: AT,
  saidAt: AT,
  saidBy: '',
  takenOn: TODAY,
  takenAt: `${TODAY}T10:${String(count).padStart(2, '0')}:00.000Z`,
  view: 'side' as const,
  condition: 'bodyweight' as const,
  asks: PLAIN_LOOK,
  discarded: false,
  ...change,
});
const filmed = (faults: MadeFault[]) => {
  const { script, subject } = cleanSquatter(seededRandom(2), 'bodyweight');
  const series = simulateCapture({ ...script, faults }, USUAL_LENS, seededRandom(2));
  const analysis = analyse(series, { view: 'side', subject, scale: 'none' });
  if (analysis.kind !== 'analysis') throw new Error(analysis.because);
  return { analysis, subject, report: reportOf(analysis) };
};
const lifted = filmed([{ fault: 'heelsRise', size: 18 }]);
const capture = (change: object = {}): CaptureLine => ({
  ...look(change),
  facing: 'left',
  scale: 'none',
  source: 'file',
  name: 'a.csv',
  report: lifted.report,
  ...('report' in change ? { report: change.report as CaptureLine['report'] } : {}),
});
const judgement = (change: object = {}): Judgement => ({
  ...look(change),
  reps: 5,
  loadKg: 0,
  lookedAt: null,
  seen: [],
});

describe('looks', () => {
  it('draw a capture and a judgement of the same squats together, newest of each', () => {
    const old = capture();
    const fresh = capture();
    const eye = judgement();
    const other = judgement({ view: 'front' });
    const dossier = dossierOf([], { captures: [fresh, old], judgements: [other, eye] });
    const looks = looksOf(dossier, TODAY);
    expect(looks.map((l) => [l.look.view, l.capture?.id, l.judgement?.id])).toEqual([
      ['front', undefined, other.id],
      ['side', fresh.id, eye.id],
    ]);
    expect(looksOf(dossier, '2026-01-06')).toEqual([]);
  });

  it('leave out what was discarded, and keep the repeat on raised heels apart', () => {
    const dossier = dossierOf([], {
      captures: [capture({ discarded: true })],
      judgements: [judgement({ asks: { ...UP, heelRiseMm: 20 } }), judgement({ asks: UP })],
    });
    expect(looksOf(dossier, null).map((l) => sayLook(l.look))).toEqual([
      'Side · arms up',
      'Side · arms up · heels raised 20 mm',
    ]);
  });

  it('make Watch done once seen from three sides, and the visit goes on from there', () => {
    const views = (list: string[]) =>
      dossierOf(five(), { judgements: list.map((view) => judgement({ view })) });
    const state = (list: string[]) => stageViews(views(list), TODAY, HOUSE_RULES).watch.state;
    expect([state([]), state(['side']), state(['side', 'front', 'rear'])]).toEqual([
      'open',
      'partial',
      'done',
    ]);
    expect(isVisitOn(views(['side']), TODAY)).toBe(true);
    expect(resumeAt(dossierOf([]), TODAY, HOUSE_RULES)).toBe('clear');
  });

  it('show what has not arrived yet: a capture on its way, discarded before it was sent', () => {
    const { id, clientId, version: _v, updatedAt: _u, ...line } = capture();
    const put = {
      kind: 'capture.put' as const,
      operationId: id,
      rowId: id,
      baseVersion: 0,
      clientId,
      values: { ...line, subject: null, series: { startS: 0, timesBase64: '', tracks: {} } },
    };
    const seen = overlay(dossierOf([]), [put], ID);
    expect(seen?.captures).toMatchObject([{ id, version: 0, name: 'a.csv' }]);
    expect(seen?.captures[0]).not.toHaveProperty('series');
    const discard = {
      kind: 'capture.discard' as const,
      operationId: AT,
      rowId: id,
      baseVersion: 0,
      clientId,
      discarded: true,
    };
    expect(
      overlay(dossierOf([]), [put, { ...discard, operationId: id }], ID)?.captures,
    ).toMatchObject([{ id, discarded: true }]);
  });
});

describe('what a look is read with', () => {
  it('without options it is barefoot, unloaded and in the habitual stance; each option changes its own part', () => {
    const dossier = dossierOf(five({ heel: 20 }));
    expect(subjectFor(dossier, 'bodyweight', PLAIN_LOOK, [])?.setup).toMatchObject({
      support: { kind: 'floor' },
      hold: 'bodyweight',
      loadKg: 0,
      stanceWidthMm: 420,
    });
    const screen = subjectFor(
      dossier,
      'bodyweight',
      { ...PLAIN_LOOK, arms: 'up', feet: 'straight', depth: 'seat', heelRiseMm: 25 },
      [],
    );
    expect(screen?.setup).toMatchObject({
      support: { kind: 'block', riseMm: 25 },
      hold: 'overhead',
      toeOutDeg: { left: 0, right: 0 },
    });
    expect(screen?.target.thighDepthDeg).toBe(-20);
    expect(subjectFor(dossierOf([]), 'bodyweight', PLAIN_LOOK, [])).toBeNull();
  });

  it('puts under the heels what the kit has for the degrees that are missing', () => {
    const block = (riseMm: number) => ({ kind: 'block' as const, as: 'plate' as const, riseMm });
    const withKit = (wall: [number, number], rises: number[]) => {
      const dossier = dossierOf(five({ wall }));
      return { ...dossier, client: { ...dossier.client, kit: rises.map(block) } };
    };
    expect(heelToTry(withKit([40, 40], []), PLAIN_LOOK)).toBe(25);
    // Free ankles miss nothing: the lowest will do. Stiff ones need more, and no more than there is.
    expect(heelToTry(withKit([130, 130], [30, 10, 20]), PLAIN_LOOK)).toBe(10);
    expect(heelToTry(withKit([0, 0], [10, 40]), PLAIN_LOOK)).toBe(40);
    const some = heelToTry(withKit([30, 30], [5, 10, 15, 20, 30, 40]), PLAIN_LOOK);
    const less = heelToTry(withKit([60, 60], [5, 10, 15, 20, 30, 40]), PLAIN_LOOK);
    expect(less).toBeLessThan(some);
  });

  it('obeys the limits of the screen', () => {
    const capped = subjectFor(dossierOf(five()), 'bodyweight', PLAIN_LOOK, [
      { kind: 'depthCap', thighDepthDeg: -20 },
    ]);
    expect(capped?.target.thighDepthDeg).toBe(-20);
  });
});

describe('a review in words', () => {
  it('says amounts, reps and findings as a coach reads them', () => {
    expect([sayAmount(-0.2, '°'), sayAmount(-12.4, 'mm'), sayAmount(1.84, '×')]).toEqual([
      '0°',
      '−12 mm',
      '1.8×',
    ]);
    expect([sayReps([1, 2, 3], 3), sayReps([2], 5), sayReps([1, 3, 4], 5)]).toEqual([
      'every rep',
      'rep 2',
      'reps 1, 3 and 4',
    ]);
    const [heels] = lifted.analysis.findings;
    if (!heels) throw new Error('nothing found');
    expect(sayFinding(heels, 5)).toMatch(/^clear · 1[789] mm · at the bottom · every rep$/);
    expect(sayFound(lifted.report.findings)).toMatch(/^heels rise \(clear\)/);
    expect(sayFound([])).toBe('nothing named');
  });

  it('strings end beyond what they show, thick where it is too small to name', () => {
    for (const finding of lifted.analysis.findings) {
      const gauge = gaugeOf(finding, null);
      expect(gauge.scale.least).toBeLessThan(gauge.scale.most);
      expect(gauge.now).toBeGreaterThanOrEqual(gauge.scale.least);
      expect(gauge.now).toBeLessThanOrEqual(gauge.scale.most);
      const isInside = finding.value >= gauge.target.least && finding.value <= gauge.target.most;
      // Where the size alone decides, the thick span and the naming agree.
      if (finding.fault !== 'pelvisTuck') expect(isInside).toBe(finding.severity === null);
    }
  });

  it('compares captures by more than their reps scatter and the phone was put down anew', () => {
    const with_ = (mean: number, severity: 'clear' | 'slight' | null = 'clear', sd = 0.4) => ({
      ...lifted.report,
      findings: lifted.report.findings.flatMap((f) =>
        f.fault !== 'heelsRise' ? [f] : severity ? [{ ...f, severity, value: mean, sd }] : [],
      ),
      measured: lifted.report.measured.map((m) =>
        m.fault === 'heelsRise' ? { ...m, mean, sd } : m,
      ),
    });
    const word = (now: Report, before: Report) =>
      comparedFaults(now, before).find((c) => c.fault === 'heelsRise')?.word;
    expect(word(with_(18), with_(18.5))).toBe('same');
    expect(word(with_(8, 'slight'), with_(18))).toBe('better');
    expect(word(with_(18), with_(8, 'slight'))).toBe('worse');
    expect(word(with_(16, 'clear', 6), with_(23, 'clear', 6))).toBe('same');
    // Named at 5.1 mm and not at 4.9: neither gone nor new.
    expect(word(with_(4.9, null), with_(5.1, 'slight'))).toBe('same');
    expect(word(with_(5.1, 'slight'), with_(4.9, null))).toBe('same');
    expect(word(with_(0, null), with_(18))).toBe('gone');
    expect(word(with_(18), with_(0, null))).toBe('new');
    // What could not be judged is neither.
    const hidden = {
      ...lifted.report,
      findings: [],
      measured: lifted.report.measured.filter((m) => m.fault !== 'heelsRise'),
    };
    expect(word(hidden, with_(18))).toBe('notJudged');
    // Captures kept before every value was: what they named is compared.
    const old = (value: number) => ({ ...with_(value), measured: [] });
    expect(word(old(8), old(18))).toBe('better');
    expect(word({ ...old(8), findings: [] }, old(18))).toBe('notJudged');
  });

  it('has a plot for each question of a side view, and names every part of a lean', () => {
    expect(plotsOf(lifted.analysis).map((p) => p.title)).toEqual([
      'Hip height',
      'Trunk and shin lean',
      'Knee past toe',
      'Balance ahead of mid-foot',
    ]);
    const parts = { proportionsDeg: 30, ankleDeg: 4, unusedAnkleDeg: 3, offBalanceDeg: 1 };
    expect(leanParts(parts).map((p) => p.name)).toEqual([
      'Build',
      'Ankle',
      'Unused ankle',
      'Off balance',
    ]);
    expect(leanParts({ ...parts, unusedAnkleDeg: -4 })[2]?.name).toBe('Beyond the ankle');
    const { analysis, subject } = filmed([]);
    // This client's ankle just suffices for parallel lines.
    expect(Math.abs(builtMismatchDeg(analysis, subject) ?? NaN)).toBeLessThan(4);
    expect(FAULTS.trunkShinMismatch.slight).toBeGreaterThan(4);
  });
});
