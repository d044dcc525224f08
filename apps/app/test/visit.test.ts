import { HOUSE_RULES, QUESTION_IDS } from '@zither/core';
import type { Screening } from '@zither/contract';
import { overlay, overlayList } from '../features/data/overlay.ts';
import { takes } from '@zither/words/takes';
import { stageAt } from '../features/session/stages.ts';
import { disagreeing, isVisitOn, resumeAt, stageViews, safetyOf } from '@zither/visit';
import { AT, dossierOf, five, ID, trial } from '../../../packages/visit/test/trialRows.ts';

const TODAY = '2026-01-05';
const row = { id: ID, clientId: ID, version: 1, updatedAt: AT, saidAt: AT, saidBy: '' };
const screening = (change: Partial<Screening> = {}): Screening => ({
  ...row,
  takenOn: TODAY,
  purpose: 'strength',
  asked: [...QUESTION_IDS],
  answers: {},
  answeredAt: {},
  ...change,
});
const states = (dossier: ReturnType<typeof dossierOf>) =>
  Object.fromEntries(
    Object.entries(stageViews(dossier, TODAY, HOUSE_RULES)).map(([stage, view]) => [
      stage,
      view.state,
    ]),
  );

describe('the stages of a visit', () => {
  it('are all open for a client of whom nothing is known', () => {
    expect(new Set(Object.values(states(dossierOf([]))))).toEqual(new Set(['open']));
    expect(isVisitOn(dossierOf([]), TODAY)).toBe(false);
    expect(resumeAt(dossierOf([]), TODAY, HOUSE_RULES)).toBe('clear');
  });

  it('are held by the screen, all but Clear and Measure', () => {
    const held = dossierOf([], { screenings: [screening({ answers: { swelling: true } })] });
    expect(states(held)).toMatchObject({
      clear: 'attention',
      measure: 'open',
      watch: 'held',
      probe: 'held',
      set: 'held',
      coach: 'held',
      recheck: 'held',
    });
    expect(resumeAt(held, TODAY, HOUSE_RULES)).toBe('clear');
  });

  it('tell today’s work from last time’s', () => {
    const clear = (takenOn: string) =>
      stageViews(dossierOf([], { screenings: [screening({ takenOn })] }), TODAY, HOUSE_RULES).clear;
    expect(clear(TODAY)).toEqual({ state: 'done', note: { kind: 'go' } });
    expect(clear('2025-12-01').state).toBe('partial');
    const measure = (takenOn: string) =>
      stageViews(dossierOf(five().map((t) => ({ ...t, takenOn }))), TODAY, HOUSE_RULES).measure;
    expect(measure('2025-12-01')).toEqual({ state: 'partial', note: { kind: 'fromLastTime' } });
    // One trial of three is a beginning, not a set.
    expect(measure(TODAY)).toEqual({ state: 'partial', note: { kind: 'unfinished' } });
    expect(stageViews(dossierOf(five().slice(0, 3)), TODAY, HOUSE_RULES).measure.note).toEqual({
      kind: 'known',
      of5: 2,
    });
  });

  it('ask for attention when a full set disagrees, until it is struck or another trial settles it', () => {
    const apart = [trial('kneeTravel', null, 10), trial('kneeTravel', null, 80)];
    expect(disagreeing(dossierOf(apart), TODAY)).toEqual(['kneeTravel']);
    expect(states(dossierOf(apart))['measure']).toBe('attention');
    const settled = [...apart, trial('kneeTravel', null, 80)];
    expect(disagreeing(dossierOf(settled), TODAY)).toEqual([]);
    const struck = apart.map((t, i) =>
      i === 0 ? { ...t, struck: { reason: 'Reading slipped', at: AT } } : t,
    );
    expect(disagreeing(dossierOf(struck), TODAY)).toEqual([]);
  });

  it('resume where the coach was last today, else at what is due', () => {
    const session = { ...row, day: TODAY, at: 'probe' as const };
    expect(resumeAt(dossierOf([], { sessions: [session] }), TODAY, HOUSE_RULES)).toBe('probe');
    const yesterday = { ...session, day: '2026-01-04' };
    expect(resumeAt(dossierOf([], { sessions: [yesterday] }), TODAY, HOUSE_RULES)).toBe('clear');
    expect(resumeAt(dossierOf([], { screenings: [screening()] }), TODAY, HOUSE_RULES)).toBe(
      'measure',
    );
    expect(isVisitOn(dossierOf([], { screenings: [screening()] }), TODAY)).toBe(true);
  });

  it('know which page is which stage', () => {
    expect(stageAt(`/clients/${ID}/measure/hipFold`)).toBe('measure');
    expect(stageAt(`/clients/${ID}/sheet`)).toBe('measure');
    expect(stageAt(`/clients/${ID}/prescription`)).toBe('coach');
    expect(stageAt(`/clients/${ID}`)).toBeNull();
    expect(stageAt('/lab')).toBeNull();
  });

  it('that come later say what they will take, with today’s numbers', () => {
    const dossier = dossierOf(five(), {
      screenings: [screening({ answers: { pain: { place: 'knee', level: 2 } } })],
    });
    const safety = safetyOf(dossier, TODAY);
    for (const stage of ['watch', 'probe'] as const) {
      const line = takes(stage, dossier, safety);
      expect(line).toMatch(/From Clear: no load/);
      expect(line).toMatch(/L 2\d° ± \d\.\d°/);
    }
    expect(takes('watch', dossierOf([]), { state: 'notScreened' })).toMatch(
      /not been asked.*L not measured/,
    );
  });
});

describe('visits and trials on their way', () => {
  const put = (values: ReturnType<typeof trial>) => {
    const { id, clientId: _c, version: _v, updatedAt: _u, ...rest } = values;
    return {
      kind: 'trial.put' as const,
      operationId: id,
      rowId: id,
      baseVersion: 0,
      clientId: ID,
      values: rest,
    };
  };

  it('are seen before they have arrived, in the order taken, and once only', () => {
    const [first, second] = [trial('shinAngle', 'left', 33), trial('shinAngle', 'right', 34)];
    const seen = overlay(dossierOf([second]), [put(first), put({ ...second, value: 35 })], ID);
    expect(seen?.trials.map((t) => t.value)).toEqual([33, 35]);
    expect(seen?.trials.map((t) => t.version)).toEqual([0, 1]);
  });

  it('open one session a day, wherever it was opened first', () => {
    const session = { ...row, day: TODAY, at: 'clear' as const };
    const visit = {
      kind: 'session.visit' as const,
      operationId: ID,
      rowId: '99999999-9999-4999-8999-999999999999',
      baseVersion: 0,
      clientId: ID,
      day: TODAY,
      at: 'measure' as const,
    };
    const seen = overlay(dossierOf([], { sessions: [session] }), [visit], ID);
    expect(seen?.sessions).toMatchObject([{ id: ID, at: 'measure', version: 1 }]);
    const line = {
      id: ID,
      name: 'Orla Venn',
      archivedAt: null,
      updatedAt: AT,
      saidAt: AT,
      saidBy: '',
      lastMeasuredOn: null,
      lastSession: null,
      hold: null,
      hasPrescription: false,
      hurtOn: null,
      summary: null,
    };
    expect(overlayList([line], [visit])[0]?.lastSession).toEqual({ day: TODAY, at: 'measure' });
  });
});
