/** What the newest entry changed, and how a chance would be without each entry. */
import type { Decision, Dossier } from '@zither/contract';
import { beliefAfter, chanceIn, HOUSE_RULES } from '@zither/core';
import {
  answerOf,
  beforeEntry,
  isOut,
  leftOut,
  movedStands,
  newestEntry,
  setupBasis,
  workingOf,
} from '@zither/visit';
import { sayMoved } from '@zither/words/working';
import { saySetupMoved } from '@zither/words/setup';
import { looksOf, ON, readings, row } from './lookRows.ts';
import { dossierOf, trial } from './trialRows.ts';

const said = (minute: number) => ({
  saidAt: `${ON}T10:${String(minute).padStart(2, '0')}:00.000Z`,
});
const HEELS = [{ fault: 'heelsRise' as const, sides: ['left', 'right'] as const }];
const looks = (minute: number, seen: Parameters<typeof looksOf>[0]) =>
  looksOf(seen).map((j) => ({ ...j, ...said(minute) }));

const stiff = (change: Partial<Dossier> = {}): Dossier =>
  dossierOf(readings({ left: 33, right: 33 }), change);

describe('the newest entry of a day', () => {
  const [front, side, rear] = looks(20, HEELS);
  const dossier = stiff({
    judgements: [{ ...front!, ...said(10) }, { ...side!, ...said(30) }, rear!],
  });

  it('is the one said last, and the record before it lacks just that', () => {
    const entry = newestEntry(dossier, ON)!;
    expect(entry).toMatchObject({ kind: 'judgements', row: { id: side!.id } });
    const before = beforeEntry(dossier, entry);
    expect(before.judgements.map((j) => j.id)).toEqual([front!.id, rear!.id]);
    expect(before.trials).toBe(dossier.trials);
    expect(newestEntry(dossier, '2026-01-04')).toBeNull();
  });

  it('where it was withdrawn, stood before', () => {
    const discarded = { ...side!, ...said(40), discarded: true };
    const record = stiff({ judgements: [front!, discarded, rear!] });
    const entry = newestEntry(record, ON)!;
    expect(isOut(entry)).toBe(true);
    expect(beforeEntry(record, entry).judgements.find((j) => j.id === side!.id)!.discarded).toBe(
      false,
    );
  });

  it('moves what the plan does with the groups, as the plan says it', () => {
    const { before, after } = movedStands(dossier, ON, [], [])!;
    const ankle = (list: typeof before) => list.find((g) => g.group === 'ankleCalf')!;
    expect(ankle(after).probability).toBeGreaterThan(ankle(before).probability);
    const { opinion } = answerOf({ dossier, on: ON, tables: [] });
    const working = workingOf(dossier, opinion);
    for (const g of after)
      expect(g.does === 'acts' || g.does === 'fills').toBe(
        working.groups.some((w) => w.group === g.group),
      );
    expect(sayMoved(before, after, 'the look')).toMatch(/Because of: the look\.$/);
  });

  it('never says that the plan works on what a coach set aside', () => {
    const { after } = movedStands(dossier, ON, [], [])!;
    const acted = after.filter((g) => g.does === 'acts').map((g) => g.group);
    expect(acted).not.toEqual([]);
    const aside = acted.map(
      (group, i): Decision =>
        ({
          ...row(80 + i),
          kind: 'choose',
          on: ON,
          at: `${ON}T09:00:00.000Z`,
          takenBack: false,
          of: { kind: 'group', group },
          as: 'setAside',
        }) as Decision,
    );
    const moved = movedStands({ ...dossier, decisions: aside }, ON, [], [])!;
    for (const group of acted)
      expect(moved.after.find((g) => g.group === group)!.does).toBe('left');
    const says = sayMoved(moved.before, moved.after, 'the look') ?? '';
    expect(says).not.toMatch(/plan (goes on|works on)/);
  });
});

describe('a chance without each entry', () => {
  const dossier = stiff({
    judgements: looks(20, HEELS),
    trials: [...readings({ left: 33, right: 33 }), trial('hipFoldNarrow', null, 120)],
  });
  const { question, method, tried } = setupBasis(dossier, [], HOUSE_RULES)!;
  const at = {
    setup: {
      stanceWidthMm: 420,
      toeOutDeg: { left: 15, right: 15 },
      support: { kind: 'floor' as const },
      hold: 'bodyweight' as const,
      loadKg: 0,
      balance: method.balance,
      trackingOffsetDeg: 0,
    },
    targetDepthDeg: 6,
  };
  const chanceOf = (record: Dossier): number => {
    const basis = setupBasis(record, [], HOUSE_RULES)!;
    return chanceIn(basis.question, method, beliefAfter(basis.question, basis.tried), at);
  };
  const chance = chanceIn(question, method, beliefAfter(question, tried), at);
  const list = leftOut({ dossier, on: ON, tables: [], of: { at, method, chance } });

  it('is that of the record without it', () => {
    const look = list.find((l) => l.entry.kind === 'judgements')!;
    const rest = dossier.judgements.filter((j) => j.id !== look.entry.row.id);
    expect(look.without).toBeCloseTo(chanceOf({ ...dossier, judgements: rest }), 12);
    // Heels that rose took from it.
    expect(look.without).toBeGreaterThan(chance + 0.05);
  });

  it('names what moves it most first, nothing that moves it less than a hundredth, and no only reading of an ankle', () => {
    const by = list.map((l) => Math.abs(l.without - chance));
    expect(by).toEqual([...by].sort((a, b) => b - a));
    for (const b of by) expect(b).toBeGreaterThanOrEqual(0.01);
    const measures = list.flatMap((l) => (l.entry.kind === 'trials' ? [l.entry.row.measure] : []));
    expect(measures).not.toContain('shinAngle');
    expect(measures).not.toContain('kneeToWall');
  });

  it('is said of the setup in use', () => {
    const found = { setup: at.setup, targetDepthDeg: 6 };
    expect(saySetupMoved({ ...found, chance: 0.8 }, { ...found, chance: 0.4 }, 'the look')).toBe(
      'Chance 80 of 100 before, 40 of 100 now. Because of: the look.',
    );
    expect(saySetupMoved({ ...found, chance: 0.4 }, { ...found, chance: 0.401 }, 'x')).toBe(
      'It changes nothing in the setup: x.',
    );
    const raised = { ...at.setup, support: { kind: 'block' as const, riseMm: 20 } };
    expect(
      saySetupMoved({ ...found, chance: 0.4 }, { ...found, setup: raised, chance: 0.8 }, 'x'),
    ).toMatch(/\(40 of 100\) before, .*20 mm.*\(80 of 100\) now\. Because of: x\./);
  });
});
