import { copyFileSync, mkdtempSync, readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { asWrittenNow, operationSchema, type RowKind } from '@zither/contract';
import { openDatabase } from '../src/db/open.ts';
import { rowsOf } from '../src/db/rows.ts';
import { bench, id, MIGRATIONS, newClient } from './support.ts';

const AT = '2026-01-05T09:00:00.000Z';

/** A database as the version before left it: its migrations alone, and rows in its words. */
function before() {
  const folder = mkdtempSync(join(tmpdir(), 'plumb-before-'));
  for (const file of readdirSync(MIGRATIONS).filter((f) => f < '010'))
    copyFileSync(join(MIGRATIONS, file), join(folder, file));
  const file = join(mkdtempSync(join(tmpdir(), 'plumb-before-')), 'test.sqlite');
  const db = openDatabase(file, folder);
  const practice = 'own';
  db.prepare('INSERT INTO practice (id, name, created_at) VALUES (?, ?, ?)').run(
    practice,
    'Ours',
    AT,
  );
  const client = id();
  db.prepare(
    `INSERT INTO client (practice_id, id, version, name, stature_mm, mass_kg, segments_json, kit_json, notes, created_at, updated_at, said_at, said_by)
     VALUES (?, ?, 1, 'Orla Venn', 1720, 68, '{}', '[]', '', ?, ?, ?, '')`,
  ).run(practice, client, AT, AT, AT);
  const put = (table: string, values: object) => {
    const row = id();
    db.prepare(
      `INSERT INTO ${table} (practice_id, id, client_id, version, values_json, updated_at, said_at, said_by)
       VALUES (?, ?, ?, 1, ?, ?, ?, 'CH')`,
    ).run(practice, row, client, JSON.stringify(values), AT, AT);
    return row;
  };
  return { db, file, practice, client, put };
}

const look = (condition: string, heelsRaised: boolean) => ({
  takenOn: '2026-01-05',
  takenAt: AT,
  view: 'side',
  condition,
  heelsRaised,
  discarded: false,
});
const judgement = (condition: string, heelsRaised: boolean) => ({
  ...look(condition, heelsRaised),
  reps: 8,
  loadKg: 0,
  seen: [],
});
const drill = (key: string, step: string) => ({
  id: key,
  name: 'As it was called',
  step,
  how: 'How',
  dose: '2 min',
  sides: 'both together',
  because: 'Because',
  precaution: 'Care',
});
const plan = {
  givenOn: '2026-01-05',
  measuredOn: '2026-01-05',
  setup: {
    stanceWidthMm: 420,
    toeOutDeg: { left: 15, right: 15 },
    support: { kind: 'floor' },
    hold: 'bodyweight',
    loadKg: 0,
    balance: 0.5,
    trackingOffsetDeg: 0,
  },
  thighDepthDeg: 6,
  workingPoint: 'parallelLines',
  reachesWish: true,
  summary: 'Stand so.',
  changes: [],
  findings: [],
  cues: [{ id: 'heels-print', words: 'Words', because: 'Because', precaution: 'Care' }],
  drills: [
    drill('calf-roll', 'release'),
    drill('short-foot', 'wakeUp'),
    drill('supported-deep-hold', 'putTogether'),
  ],
};

describe('what the version before wrote', () => {
  it('in its database is read in today’s words, and nothing of it is lost', () => {
    const { db, file, practice, client, put } = before();
    put('judgement', judgement('overhead', true));
    put('judgement', judgement('overhead', false));
    put('judgement', judgement('load', false));
    put('prescription', plan);
    put('tried', {
      takenOn: '2026-01-05',
      takenAt: AT,
      test: 'supportedHold',
      side: null,
      outcome: 'helps',
      undone: false,
    });
    db.prepare(
      `INSERT INTO table_change (practice_id, id, values_json, updated_at, said_at, said_by) VALUES (?, ?, ?, ?, ?, 'CH')`,
    ).run(
      practice,
      id(),
      JSON.stringify({
        at: AT,
        by: 'CH',
        why: 'Ours takes longer',
        changes: [{ kind: 'minutes', test: 'supportedHold', to: 3 }],
      }),
      AT,
      AT,
    );
    db.close();
    const now = openDatabase(file, MIGRATIONS);
    const all = <K extends RowKind>(kind: K) => rowsOf(now, practice).of(kind, client);
    const judged = all('judgement').map((j) => [j.condition, j.asks] as const);
    judged.sort((a, b) => a[1].heelRiseMm - b[1].heelRiseMm || b[0].localeCompare(a[0]));
    // What was not asked at the time is not recorded.
    const since = {
      ...{ state: null, loadKg: null, belt: false, stands: 'habit', hold: null },
      ...{ stanceWidthMm: null, toeOutLeftDeg: null, toeOutRightDeg: null },
    };
    expect(judged).toEqual([
      ['load', { arms: 'free', feet: 'own', depth: 'free', heelRiseMm: 0, shod: false, ...since }],
      [
        'bodyweight',
        { arms: 'up', feet: 'straight', depth: 'seat', heelRiseMm: 0, shod: false, ...since },
      ],
      [
        'bodyweight',
        { arms: 'up', feet: 'straight', depth: 'seat', heelRiseMm: 25, shod: false, ...since },
      ],
    ]);
    const [kept] = all('prescription');
    expect(kept?.drills.map((d) => [d.id, d.part])).toEqual([
      ['calf-roll', 'makeRoom'],
      ['arch-lift', 'ownIt'],
      ['supported-deep-sit', 'useIt'],
    ]);
    expect(kept?.cues[0]?.id).toBe('heels-as-heavy');
    expect(all('tried')[0]).toMatchObject({ test: 'supportedSit', outcome: 'other' });
    expect(rowsOf(now, practice).of('tableChange', null)[0]?.changes).toEqual([
      { kind: 'minutes', test: 'supportedSit', to: 3 },
    ]);
    now.close();
  });

  it('and waited on a device is taken; sent again it is answered as before', async () => {
    const house = await bench();
    const client = newClient() as unknown as { rowId: string };
    await house.send(client);
    const waiting = {
      kind: 'judgement.put',
      operationId: id(),
      rowId: id(),
      baseVersion: 0,
      clientId: client.rowId,
      values: judgement('overhead', true),
    };
    const first = await house.send(waiting);
    expect(first).toMatchObject({
      status: 200,
      body: { row: { condition: 'bodyweight', asks: { arms: 'up', heelRiseMm: 25 } } },
    });
    expect(await house.send(waiting)).toEqual(first);
    await house.app.close();
  });

  it('keeps everything that has not changed its name, and is the same when read twice', () => {
    const old = { values: { ...plan, nested: [look('bodyweight', false), { step: 3, id: 'x' }] } };
    const once = asWrittenNow(old);
    expect(asWrittenNow(once)).toEqual(once);
    expect(once).toMatchObject({
      values: { summary: 'Stand so.', nested: [{ view: 'side' }, { step: 3, id: 'x' }] },
    });
    expect(operationSchema.safeParse(asWrittenNow(null)).success).toBe(false);
    const turnedOut = (test: string, outcome: string) =>
      (asWrittenNow({ test, outcome }) as { outcome: string }).outcome;
    expect(turnedOut('supportedHold', 'clears')).toBe('nothing');
    expect(turnedOut('counterbalance', 'clears')).toBe('clean');
    expect(turnedOut('counterbalance', 'heelsUp')).toBe('heelsUp');
    expect(turnedOut('hinge', 'clears')).toBe('clears');
  });
});
