/** The cases of docs/vignettes.md, each as it stands and in the mirror: what a coach should get, written down before the engine that has to meet it. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Dossier, Tried } from '@zither/contract';
import {
  CUES,
  DRILLS,
  FAULTS,
  GROUPS,
  TESTS,
  type GroupId,
  type MeasureId,
  type Outcome,
  type Phase,
  type SafetyLimit,
  type Side,
  type TestId,
} from '@zither/core';
import type { PlanAnswer } from '@zither/visit';
import { looksOf, planWithoutSearch, readings, row, type Eyed } from './lookRows.ts';
import { dossierOf, trial } from './trialRows.ts';

interface Vignette {
  no: string;
  seen: string;
  read: string;
  group: string;
  side: string;
  cue: string;
  drill: string;
  never: string;
}

const FILE = join(__dirname, '../../../docs/vignettes.md');
const COLUMNS = ['no', 'seen', 'read', 'group', 'side', 'cue', 'drill', 'never'] as const;

const table = readFileSync(FILE, 'utf8')
  .split('\n')
  .filter((line) => /^\| \d/.test(line))
  .map((line): Vignette => {
    const cells = line
      .split('|')
      .slice(1, -1)
      .map((cell) => cell.trim());
    return Object.fromEntries(
      COLUMNS.map((column, i) => [column, cells[i] === '–' ? '' : cells[i]!]),
    ) as unknown as Vignette;
  });

const swapped = (text: string): string =>
  text.replace(/\b(left|right)\b|(\d+)\/(\d+)/g, (_all, word?: string, a?: string, b?: string) =>
    word ? (word === 'left' ? 'right' : 'left') : `${b}/${a}`,
  );
const mirrored = (v: Vignette): Vignette => ({
  ...v,
  no: `${v.no} in the mirror`,
  seen: swapped(v.seen),
  read: swapped(v.read),
  side: swapped(v.side),
});

const parts = (text: string): string[] => (text === '' ? [] : text.split('; '));
const PHASES: Record<string, Phase> = {
  'going down': 'descent',
  'at the bottom': 'bottom',
  'coming up': 'ascent',
};
const idOf = <T extends string>(table: Readonly<Record<T, { name: string }>>, name: string): T => {
  const found = (Object.keys(table) as T[]).find((id) => table[id].name === name);
  if (!found) throw new Error(`no such name: ${name}`);
  return found;
};

/** “Knee in, left, clear, coming up, under load”. A name may hold a comma itself. */
function seenOf(text: string): Eyed {
  const name = Object.values(FAULTS)
    .map((f) => f.name)
    .filter((n) => text.startsWith(`${n},`))
    .sort((a, b) => b.length - a.length)[0];
  if (!name) throw new Error(`no such fault: ${text}`);
  const words = text.slice(name.length + 2).split(', ');
  const side = words.find((w) => ['left', 'right', 'both'].includes(w));
  return {
    fault: idOf(FAULTS, name),
    sides: side === 'both' ? ['left', 'right'] : [(side as Side | undefined) ?? null],
    severity: words.includes('slight') ? 'slight' : 'clear',
    phase: words.flatMap((w) => PHASES[w] ?? [])[0] ?? null,
    isUnderLoad: words.includes('under load'),
  };
}

const OUTCOMES: Record<string, Outcome> = {
  clears: 'clears',
  clean: 'clean',
  pitched: 'pitched',
  'heels up': 'heelsUp',
  'front of the hip': 'hipFront',
  'front of the ankle': 'ankleFront',
};
const TEST_WORDS: Record<string, TestId> = {
  'heels raised': 'heelsRaised',
  counterbalance: 'counterbalance',
  'open stance': 'openStance',
  'foot cue': 'footCue',
  'knees-out cue': 'kneesOutCue',
  hinge: 'hinge',
  'arms down': 'armsDown',
  'supported sit': 'supportedSit',
  'knee straight and bent': 'kneeStraightVsBent',
};
const LIMITS: Record<string, SafetyLimit> = {
  'a hip fold of 90° at most': { kind: 'noDeepFold', hipFoldDeg: 90 },
  'no load': { kind: 'noLoad' },
  'no held breath': { kind: 'noBracing' },
};
const READINGS: Record<string, MeasureId> = {
  ankle: 'shinAngle',
  'calf straight': 'shinAngleStraight',
  rotation: 'hipRotationIn',
  'abduction reps': 'abductionReps',
};

/** The client of a vignette. */
function clientOf({ seen: said, read }: Vignette): Dossier {
  const seen = parts(said).map(seenOf);
  const trials = readings(/\bankle \d/.test(read) ? null : { left: 38, right: 38 });
  const tried: Tried[] = [];
  const both = (measure: MeasureId, values: string) =>
    values.split('/').forEach((value, i) => {
      trials.push(trial(measure, i === 0 ? 'left' : 'right', Number(value)));
    });
  for (const [i, text] of parts(read).entries()) {
    const cue = /^cue “(.+)”: clears$/.exec(text);
    const test = /^(.+?)(?:, (left|right))?: (.+)$/.exec(text);
    const allowed = /^a clinician allows (.+)$/.exec(text);
    const reading = /^(.+) (\d+(?:\/\d+)?)$/.exec(text);
    const of = {
      ...row(100 + i),
      takenOn: '2026-01-05',
      takenAt: '2026-01-05T09:30:00.000Z',
      side: null,
      felt: null,
      cue: null,
      results: [],
      undone: false,
    };
    if (cue) {
      const { id, words } = CUES.find((c) => c.words === cue[1])!;
      tried.push({
        ...of,
        test: 'cueTrial',
        outcome: 'clears',
        cue: { id, words },
        results: seen.flatMap(({ fault, sides }) =>
          sides.map((side) => ({ fault, side, outcome: 'clears' })),
        ),
      } as Tried);
    } else if (allowed) continue;
    else if (test)
      tried.push({
        ...of,
        test: TEST_WORDS[test[1]!] ?? idOf(TESTS, test[1]!),
        side: (test[2] as Side | undefined) ?? null,
        outcome: OUTCOMES[test[3]!]!,
        felt: OUTCOMES[test[3]!]!.endsWith('Front') ? 'pinch' : null,
      } as Tried);
    else if (reading?.[1] === 'fold') {
      trials.push(trial('hipFoldNarrow', null, Number(reading[2]), { kneeGapMm: 180 }));
      trials.push(trial('hipFoldMiddle', null, Number(reading[2]) + 2, { kneeGapMm: 420 }));
      trials.push(trial('hipFoldWide', null, Number(reading[2]) + 4, { kneeGapMm: 640 }));
    } else if (reading?.[1] === 'navicular drop')
      reading[2]!.split('/').forEach((value, k) => {
        const side = k === 0 ? 'left' : 'right';
        trials.push(trial('navicularSitting', side, 45));
        trials.push(trial('navicularStanding', side, 45 - Number(value)));
      });
    else if (reading) both(READINGS[reading[1]!]!, reading[2]!);
    else throw new Error(`cannot be read: ${text}`);
  }
  return dossierOf(trials, { judgements: looksOf(seen), tried });
}

const planOf = (v: Vignette): PlanAnswer | null =>
  planWithoutSearch(
    clientOf(v),
    parts(v.read).flatMap((text) => LIMITS[text.replace('a clinician allows ', '')] ?? []),
  );

const names = (cell: string): string[] => cell.split(' or ');
const cueOf = (words: string) => CUES.find((c) => c.words === words)?.words;
const drillOf = (name: string) => DRILLS.find((d) => d.name === name)?.name;

describe('what a coach should get', () => {
  it('is written down in sixty cases or more, in names that exist', () => {
    expect(table.length).toBeGreaterThanOrEqual(60);
    for (const { cue, drill, group } of table) {
      for (const words of cue === '' ? [] : names(cue).filter((n) => n !== 'any'))
        expect([words, cueOf(words)]).toEqual([words, words]);
      for (const name of drill === '' ? [] : names(drill).filter((n) => n !== 'any'))
        expect([name, drillOf(name)]).toEqual([name, name]);
      if (group !== 'none yet') expect(idOf(GROUPS, group)).toBeDefined();
    }
  });

  it.each(
    table
      .flatMap((v) => [v, mirrored(v)])
      .map((v) => [`${v.no}: ${v.seen} · ${v.read}`, v] as const),
  )('%s', (_name, v) => {
    const plan = planOf(v);
    expect(plan).not.toBeNull();
    const { working, cues, drills } = plan!;
    const acting = working.groups.filter((g) => g.standing === 'acts').map((g) => g.group);
    const given = {
      cues: cues.map((c) => c.cue.words),
      drills: drills.map((d) => d.drill.name),
      groups: acting,
    };
    if (v.group === 'none yet') expect({ ...given, groups: acting }).toMatchObject({ groups: [] });
    else {
      const id = idOf(GROUPS, v.group) as GroupId;
      expect(given.groups).toContain(id);
      // What it is most likely, comes first.
      expect(given.groups[0]).toBe(id);
      if (v.side !== '') {
        const sides = new Set(
          working.causes.filter((c) => GROUPS[id].causes.includes(c.cause)).map((c) => c.side),
        );
        expect([...sides].sort()).toEqual(v.side === 'both' ? ['left', 'right'] : [v.side]);
      }
    }
    if (v.cue === '') expect(given.cues).toEqual([]);
    else if (names(v.cue).includes('any')) expect(given.cues.length).toBeGreaterThan(0);
    else expect(names(v.cue)).toContain(given.cues[0]);
    if (v.drill === '') expect(given.drills).toEqual([]);
    else if (names(v.drill).includes('any')) expect(given.drills.length).toBeGreaterThan(0);
    else expect(given.drills.filter((d) => names(v.drill).includes(d))).not.toEqual([]);
    for (const name of v.never === '' ? [] : v.never.split(/, (?=[A-Z])/))
      expect([...given.cues, ...given.drills]).not.toContain(name);
  });
});
