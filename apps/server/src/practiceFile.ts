import { lineSchemaOf, problemOf, ROW_KINDS, type RowKind } from '@zither/contract';
import { z } from 'zod';
import type { Db } from './db/open.ts';
import type { Stored } from './db/rows.ts';
import { Refusal } from './errors.ts';

const FORMAT = 'zither-plumb-practice';

const text = z.string();
const rowLine = z.strictObject({
  kind: text,
  id: text,
  clientId: text.nullable(),
  version: z.int().min(1),
  values: z.record(text, z.unknown()),
  saidAt: text,
  saidBy: text,
  receivedAt: text,
});

/** Each line is one of these: the head, rows as they stand, their earlier versions, large parts, operations taken, and the end with its counts. */
const lineSchema = z.union([
  z.strictObject({
    format: z.literal(FORMAT),
    version: z.literal(1),
    practice: z.strictObject({ name: text, createdAt: text }),
  }),
  z.strictObject({ row: rowLine }),
  z.strictObject({ earlier: rowLine }),
  z.strictObject({
    part: z.strictObject({
      kind: text,
      id: text,
      version: z.int().min(1),
      values: z.record(text, z.unknown()),
    }),
  }),
  z.strictObject({
    operation: z.strictObject({
      id: text,
      kind: text,
      rowId: text,
      resultKind: text,
      resultId: text,
      version: z.int(),
      receivedAt: text,
    }),
  }),
  z.strictObject({ end: z.strictObject({ lines: z.int() }) }),
]);
type Line = z.infer<typeof lineSchema>;
type RowLine = z.infer<typeof rowLine>;

const rowOf = (s: Stored): RowLine => ({
  kind: s.kind,
  id: s.id,
  clientId: s.client_id,
  version: s.version,
  values: JSON.parse(s.values_json) as Record<string, unknown>,
  saidAt: s.said_at,
  saidBy: s.said_by,
  receivedAt: s.received_at,
});

/** A whole practice as lines of JSON: everything that was ever said in it, with the history of each row. */
export function* practiceLines(db: Db, practiceId: string): Generator<string> {
  let lines = 0;
  const line = (value: Line): string => {
    lines += 1;
    return JSON.stringify(value);
  };
  const each = <R>(sql: string) => db.prepare<[string], R>(sql).iterate(practiceId);
  const practice = db
    .prepare<[string], { name: string; createdAt: string }>(
      'SELECT name, created_at AS createdAt FROM practice WHERE id = ?',
    )
    .get(practiceId);
  if (!practice) throw new Error('There is no such practice.');
  yield line({ format: FORMAT, version: 1, practice });
  for (const s of each<Stored>(
    'SELECT * FROM document WHERE practice_id = ? ORDER BY changed, kind, id',
  ))
    yield line({ row: rowOf(s) });
  for (const s of each<Stored>(
    'SELECT * FROM document_history WHERE practice_id = ? ORDER BY kind, id, version',
  ))
    yield line({ earlier: rowOf(s) });
  for (const p of each<{ kind: string; id: string; version: number; parts_json: string }>(
    'SELECT * FROM document_part WHERE practice_id = ? ORDER BY kind, id, version',
  ))
    yield line({
      part: {
        kind: p.kind,
        id: p.id,
        version: p.version,
        values: JSON.parse(p.parts_json) as Record<string, unknown>,
      },
    });
  for (const o of each<Record<string, string> & { version: number }>(
    'SELECT * FROM operation WHERE practice_id = ? ORDER BY received_at, operation_id',
  ))
    yield line({
      operation: {
        id: o['operation_id']!,
        kind: o['kind']!,
        rowId: o['row_id']!,
        resultKind: o['result_kind']!,
        resultId: o['result_id']!,
        version: o.version,
        receivedAt: o['received_at']!,
      },
    });
  yield JSON.stringify({ end: { lines } });
}

const wrong = (at: number, message: string): Refusal =>
  new Refusal('invalid', { message: `Line ${at}: ${message}` });

const isKind = (kind: string): kind is RowKind => (ROW_KINDS as string[]).includes(kind);

/** Refuses a row that this version could not read again. */
function mustRead(row: RowLine, at: number): void {
  if (!isKind(row.kind)) throw wrong(at, `${row.kind} is not a known kind of row.`);
  const schema = lineSchemaOf(row.kind);
  const read = schema.safeParse(
    {
      ...row.values,
      id: row.id,
      ...(row.kind !== 'client' && row.clientId !== null ? { clientId: row.clientId } : {}),
      version: row.version,
      updatedAt: row.receivedAt,
      saidAt: row.saidAt,
      saidBy: row.saidBy,
    },
    { reportInput: true },
  );
  if (!read.success) throw wrong(at, problemOf(read.error).message);
}

/**
 * Puts a whole practice into an empty one; all of it or nothing.
 *
 * @returns how many rows there are now
 * @throws Refusal with the line, where something cannot be read or the end is missing; where the practice is not empty
 */
export function importPractice(db: Db, practiceId: string, lines: Iterable<string>): number {
  return db
    .transaction(() => {
      const count = () =>
        db
          .prepare(`SELECT count(*) FROM document WHERE practice_id = ? AND kind <> 'zone'`)
          .pluck()
          .get(practiceId) as number;
      if (count() > 0)
        throw new Refusal('invalid', {
          message:
            'There are rows here already. A whole practice is only taken into an empty database.',
        });
      // The zone that a server says of itself gives way to the one in the file.
      db.prepare(`DELETE FROM document WHERE practice_id = ? AND kind = 'zone'`).run(practiceId);
      const insert = {
        row: db.prepare(
          `INSERT INTO document (practice_id, kind, id, client_id, version, changed, values_json, said_at, said_by, received_at)
           VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
        ),
        earlier: db.prepare(
          `INSERT INTO document_history (practice_id, kind, id, client_id, version, values_json, said_at, said_by, received_at)
           VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`,
        ),
        part: db.prepare(
          'INSERT INTO document_part (practice_id, kind, id, version, parts_json) VALUES (?, ?, ?, ?, ?)',
        ),
        operation: db.prepare(
          `INSERT INTO operation (practice_id, operation_id, kind, row_id, result_kind, result_id, version, received_at)
           VALUES (?, ?, ?, ?, ?, ?, ?, ?)`,
        ),
      };
      let at = 0;
      let changed = 0;
      let hasEnded = false;
      for (const text of lines) {
        if (text.trim() === '') continue;
        at += 1;
        if (hasEnded) throw wrong(at, 'there is more after the end.');
        let json: unknown;
        try {
          json = JSON.parse(text);
        } catch {
          throw wrong(at, 'is not JSON. The file may have been cut off.');
        }
        const read = lineSchema.safeParse(json, { reportInput: true });
        if (!read.success) throw wrong(at, problemOf(read.error).message);
        const line = read.data;
        if ((at === 1) !== 'format' in line)
          throw wrong(at, `the first line, and no other, must be the head of a ${FORMAT} file.`);
        if ('format' in line)
          db.prepare('UPDATE practice SET name = ?, created_at = ? WHERE id = ?').run(
            line.practice.name,
            line.practice.createdAt,
            practiceId,
          );
        else if ('row' in line || 'earlier' in line) {
          const row = 'row' in line ? line.row : line.earlier;
          if ('row' in line) mustRead(row, at);
          const { kind, id, clientId, version, saidAt, saidBy, receivedAt } = row;
          const said = [JSON.stringify(row.values), saidAt, saidBy, receivedAt];
          if ('row' in line)
            insert.row.run(practiceId, kind, id, clientId, version, (changed += 1), ...said);
          else insert.earlier.run(practiceId, kind, id, clientId, version, ...said);
        } else if ('part' in line) {
          const { kind, id, version, values } = line.part;
          insert.part.run(practiceId, kind, id, version, JSON.stringify(values));
        } else if ('operation' in line) {
          const { id, kind, rowId, resultKind, resultId, version, receivedAt } = line.operation;
          insert.operation.run(
            practiceId,
            id,
            kind,
            rowId,
            resultKind,
            resultId,
            version,
            receivedAt,
          );
        } else {
          hasEnded = true;
          if (line.end.lines !== at - 1)
            throw wrong(at, `${line.end.lines} lines were written and ${at - 1} are there.`);
        }
      }
      if (!hasEnded)
        throw new Refusal('invalid', {
          message: 'The file ends too early: its last line is missing.',
        });
      db.prepare('UPDATE practice SET cursor = ? WHERE id = ?').run(changed, practiceId);
      return count();
    })
    .immediate();
}
