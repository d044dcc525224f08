import { randomUUID } from 'node:crypto';
import { copyFileSync, existsSync, mkdtempSync, readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  KINDS,
  LISTED_KINDS,
  operationSchema,
  recordSchema,
  ROW_KINDS,
  schoolValuesSchema,
  valuesIn,
  type ClientRecord,
  type Operation,
  type RowKind,
} from '@zither/contract';
import { PROFILES } from '@zither/core';
import { openDatabase, type Db } from '../src/db/open.ts';
import { rowsOf } from '../src/db/rows.ts';
import { buildApp } from '../src/app.ts';
import { applyOperation } from '../src/operations.ts';
import { seed } from '../../../demo/seed.ts';
import { MIGRATIONS } from './support.ts';

const AT = '2026-01-05T09:00:00.000Z';
const PRACTICE = 'cairnfold';

/** Tables of the versions before, by kind; from which version on each was there. Later kinds never had one. */
const TABLES: Partial<Record<RowKind, { table: string; from: number }>> = {
  client: { table: 'client', from: 1 },
  setup: { table: 'client_setup', from: 1 },
  prescription: { table: 'prescription', from: 2 },
  screening: { table: 'screening', from: 2 },
  clearance: { table: 'clearance', from: 2 },
  pain: { table: 'pain', from: 2 },
  session: { table: 'session', from: 3 },
  trial: { table: 'trial', from: 3 },
  capture: { table: 'capture', from: 4 },
  judgement: { table: 'judgement', from: 4 },
  tried: { table: 'tried', from: 5 },
  decision: { table: 'decision', from: 5 },
  tableChange: { table: 'table_change', from: 5 },
  school: { table: 'school', from: 7 },
  schoolChoice: { table: 'school_choice', from: 7 },
  setupTrial: { table: 'setup_trial', from: 7 },
  lock: { table: 'setup_lock', from: 7 },
  correction: { table: 'correction', from: 8 },
  move: { table: 'entry_move', from: 9 },
};

type Json = Record<string, unknown>;

/** The demo's richest record and its operations, in today's words. */
async function told(): Promise<{ record: ClientRecord; operations: Operation[] }> {
  const db = openDatabase(':memory:', MIGRATIONS);
  const app = await buildApp({ db, staticFolder: null, now: () => AT });
  const operations: Operation[] = [];
  const get = async (url: string) => (await app.inject({ url })).json();
  await seed(
    {
      get,
      send: async (said) => {
        const operation = operationSchema.parse(said);
        // No version of that time could say in which state a client was read.
        if (operation.kind === 'trial.put') operation.values.state = null;
        operations.push(operation);
        await app.inject({ method: 'POST', url: '/api/operations', payload: operation });
      },
    },
    new Date(2026, 0, 5),
  );
  const { clients } = (await get('/api/clients')) as { clients: { id: string }[] };
  const records: ClientRecord[] = [];
  for (const { id } of clients)
    records.push(recordSchema.parse(await get(`/api/clients/${id}/record`)));
  await app.close();
  const rich = (r: ClientRecord) =>
    LISTED_KINDS.filter((kind) => r[KINDS[kind].list].length > 0).length;
  return { record: records.sort((a, b) => rich(b) - rich(a))[0]!, operations };
}

/** A look in the words of the versions before options. */
const inOldWords = (values: Json): Json => {
  if (!('asks' in values)) return values;
  const { asks, ...rest } = values;
  const { heelRiseMm, arms } = asks as { heelRiseMm: number; arms: string };
  return {
    ...rest,
    heelsRaised: heelRiseMm > 0,
    ...(arms === 'up' ? { condition: 'overhead' } : {}),
  };
};

const columnsOf = (db: Db, table: string): Set<string> =>
  new Set(db.prepare(`SELECT name FROM pragma_table_info('${table}')`).pluck().all() as string[]);

/** Writes one row as the table of that version had it: what has a column of its own there, and the rest as JSON. */
function writeOld(db: Db, version: number, kind: RowKind, row: Json): void {
  const { table } = TABLES[kind]!;
  const values =
    version < 10 ? inOldWords(valuesIn(row as never)) : (valuesIn(row as never) as Json);
  const struck = values['struck'] as { reason: string; at: string } | null | undefined;
  const { archivedAt, createdAt, ...said } = values;
  const all: Json = {
    practice_id: PRACTICE,
    id: row['id'],
    client_id: row['clientId'],
    version: row['version'],
    updated_at: row['updatedAt'],
    said_at: row['saidAt'],
    said_by: row['saidBy'],
    values_json: JSON.stringify(said),
    archived_at: archivedAt,
    created_at: createdAt,
    name: values['name'],
    stature_mm: values['statureMm'],
    mass_kg: values['massKg'],
    segments_json: JSON.stringify(values['segmentsMm']),
    shoulder_width_mm: values['shoulderWidthMm'],
    inter_asis_mm: values['interAsisMm'],
    kit_json: JSON.stringify(values['kit']),
    notes: values['notes'],
    setup_json: JSON.stringify(values['setup']),
    thigh_depth_deg: values['thighDepthDeg'],
    working_point: values['workingPoint'],
    profile: values['profile'],
    day: values['day'],
    at: values['at'],
    taken_on: values['takenOn'],
    taken_at: values['takenAt'],
    measure: values['measure'],
    side: values['side'],
    value: values['value'],
    instrument: values['instrument'],
    knee_gap_mm: values['kneeGapMm'],
    pinch: values['pinch'] ? 1 : 0,
    struck_reason: struck?.reason ?? null,
    struck_at: struck?.at ?? null,
  };
  const own = [...columnsOf(db, table)];
  db.prepare(
    `INSERT INTO ${table} (${own.join(', ')}) VALUES (${own.map(() => '?').join(', ')})`,
  ).run(...own.map((column) => all[column] ?? null));
}

/** A database as a version left it: its migrations alone, the rows it knew, and the log of its writes. */
function databaseOf(version: number, record: ClientRecord, operations: readonly Operation[]) {
  const folder = mkdtempSync(join(tmpdir(), 'plumb-old-'));
  const limit = String(version).padStart(3, '0');
  for (const name of readdirSync(MIGRATIONS).filter((f) => f.slice(0, 3) <= limit))
    copyFileSync(join(MIGRATIONS, name), join(folder, name));
  const file = join(folder, 'old.sqlite');
  const db = openDatabase(file, folder);
  db.prepare('INSERT INTO practice (id, name, created_at) VALUES (?, ?, ?)').run(PRACTICE, 'P', AT);
  const isThere = (kind: RowKind) => version >= (TABLES[kind]?.from ?? Infinity);
  writeOld(db, version, 'client', record.client as never);
  const listed = LISTED_KINDS.filter(isThere).map((kind) => {
    const rows = record[KINDS[kind].list] as unknown as Json[];
    return { kind, rows: 'isOne' in KINDS[kind] ? rows.slice(-1) : rows };
  });
  for (const { kind, rows } of listed) for (const row of rows) writeOld(db, version, kind, row);
  if (isThere('school'))
    for (const s of record.methods.own) writeOld(db, version, 'school', s as never);
  if (isThere('schoolChoice'))
    for (const c of record.methods.choices) writeOld(db, version, 'schoolChoice', c as never);
  if (isThere('tableChange'))
    for (const t of record.tables) writeOld(db, version, 'tableChange', t as never);
  // Every row as it was first put, answered with the row of that time.
  const logged: Operation[] = [];
  for (const operation of operations) {
    const kind = ROW_KINDS.find((k) => (KINDS[k] as { put?: string }).put === operation.kind);
    if (!kind || !isThere(kind) || !('clientId' in operation)) continue;
    const row = listed.find((l) => l.kind === kind)?.rows.find((r) => r['id'] === operation.rowId);
    if (!row || operation.baseVersion !== 0) continue;
    const first = {
      ...row,
      ...('values' in operation ? operation.values : {}),
      version: 1,
    } as Json;
    if (kind === 'capture') for (const key of ['series', 'subject']) delete first[key];
    if (version < 8) for (const key of ['saidAt', 'saidBy']) delete first[key];
    const body =
      version < 10 && 'values' in operation
        ? { ...operation, values: inOldWords(operation.values as never) }
        : operation;
    db.prepare(
      `INSERT INTO operation_log (practice_id, operation_id, kind, row_id, received_at, body_json, result_json) VALUES (?, ?, ?, ?, ?, ?, ?)`,
    ).run(
      PRACTICE,
      operation.operationId,
      operation.kind,
      operation.rowId,
      AT,
      JSON.stringify(body),
      JSON.stringify({ entity: kind, row: version < 10 ? inOldWords(first) : first }),
    );
    logged.push(operation);
  }
  db.close();
  return { file, listed, logged };
}

describe('a database of an earlier version', () => {
  let known: Awaited<ReturnType<typeof told>>;
  beforeAll(async () => {
    known = await told();
  }, 120_000);

  it.each([1, 2, 3, 4, 5, 6, 7, 8, 9, 10])(
    'of migration %i keeps every row, answers what it took before, and leaves a copy of itself',
    (version) => {
      const { file, listed, logged } = databaseOf(version, known.record, known.operations);
      const db = openDatabase(file, MIGRATIONS);
      const rows = rowsOf(db, PRACTICE);
      const clientId = known.record.client.id;
      expect(rows.find('client', clientId)).toMatchObject({ name: known.record.client.name });
      for (const { kind, rows: before } of listed) {
        const after = new Map(
          rows.of(kind, clientId).map((row) => [row.id, row as unknown as Json]),
        );
        expect([kind, after.size]).toEqual([kind, before.length]);
        for (const row of before) {
          const { updatedAt: _u, saidAt: _s, saidBy: _b, profile: _p, ...same } = row;
          const whole =
            kind === 'capture'
              ? rows.whole('capture', String(row['id']))
              : after.get(String(row['id']));
          expect(whole).toMatchObject(version >= 8 ? row : same);
        }
      }
      if (version >= 3) expect(logged.length).toBeGreaterThan(3);
      const count = () => db.prepare('SELECT count(*) FROM document').pluck().get();
      const before = count();
      for (const operation of logged)
        expect(applyOperation(db, PRACTICE, operation, AT).row).toMatchObject({
          id: operation.rowId,
          version: 1,
        });
      expect(count()).toBe(before);
      const [other] = logged;
      if (other && 'values' in other)
        expect(() =>
          applyOperation(db, PRACTICE, { ...other, rowId: randomUUID() } as Operation, AT),
        ).toThrow(/already received with other contents/);
      db.close();
      expect(existsSync(`${file}.before-upgrade-from-${version}`)).toBe(true);
    },
    30_000,
  );

  /** A database as migrations up to this one left it, with rows of one kind and their history; opened by the code of now. */
  const broughtUp = (migration: string, kind: string, rows: readonly string[]) => {
    const folder = mkdtempSync(join(tmpdir(), 'plumb-old-'));
    for (const name of readdirSync(MIGRATIONS).filter((f) => f.slice(0, 3) <= migration))
      copyFileSync(join(MIGRATIONS, name), join(folder, name));
    const file = join(folder, 'old.sqlite');
    const old = openDatabase(file, folder);
    old
      .prepare('INSERT INTO practice (id, name, created_at) VALUES (?, ?, ?)')
      .run(PRACTICE, 'P', AT);
    rows.forEach((values, i) => {
      old
        .prepare(
          `INSERT INTO document (practice_id, kind, id, client_id, version, changed, values_json, said_at, said_by, received_at) VALUES (?, ?, ?, 'c', 2, 1, ?, ?, 'CH', ?)`,
        )
        .run(PRACTICE, kind, String(i), values, AT, AT);
      old
        .prepare(
          `INSERT INTO document_history (practice_id, kind, id, version, client_id, values_json, said_at, said_by, received_at) VALUES (?, ?, ?, 1, 'c', ?, ?, 'CH', ?)`,
        )
        .run(PRACTICE, kind, String(i), values, AT, AT);
    });
    old.close();
    const db = openDatabase(file, MIGRATIONS);
    const lists = ['document', 'document_history'].map((table) =>
      db.prepare(`SELECT values_json FROM ${table} ORDER BY id`).pluck().all(),
    );
    db.close();
    return lists.map((list) => list.map((text) => JSON.parse(text as string) as unknown));
  };

  it('of migration 11 has its tests told by what stopped them, in rows and their history', () => {
    const cases = [
      ['supportedSit', 'clears', 'nothing'],
      ['supportedSit', 'worse', 'other'],
      ['supportedSit', 'pain', 'pain'],
      ['counterbalance', 'clears', 'clean'],
      ['counterbalance', 'helps', 'same'],
      ['hinge', 'clears', 'clears'],
    ] as const;
    const rows = cases.map(([test, outcome]) => JSON.stringify({ test, outcome, side: null }));
    for (const list of broughtUp('011', 'tried', rows))
      expect(list).toMatchObject(cases.map(([, , outcome]) => ({ outcome })));
  });

  it('of migration 12 has its methods and trials say what they did not say before', () => {
    const { id: copiedFrom, ...balanced } = PROFILES[0]!;
    const {
      heelFreeMm: _free,
      kneeTravel: _travel,
      toes: _toes,
      depthPolicy: _depth,
      rounding: _rounding,
      emphasis: _emphasis,
      decides: _decides,
      ...before
    } = balanced;
    const rows = ['finishScreen', 'asNeeded', 'tool'].map((heelPolicy) =>
      JSON.stringify({ ...before, copiedFrom, retired: false, heelPolicy }),
    );
    for (const list of broughtUp('012', 'school', rows)) {
      expect(list.map((values) => schoolValuesSchema.parse(values).heelPolicy)).toEqual([
        'none',
        'bridge',
        'tool',
      ]);
      // As before: knees decided, nothing else was asked of a method.
      expect(list[0]).toMatchObject({
        decides: ['kneesIn', 'kneesOut'],
        kneeTravel: 'free',
        rounding: 'never',
      });
    }
    for (const list of broughtUp('012', 'setupTrial', [JSON.stringify({ pain: false })]))
      expect(list).toEqual([{ pain: false, faults: [], lookedAt: null }]);
  });
});
