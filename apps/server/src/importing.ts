import { randomUUID } from 'node:crypto';
import {
  KINDS,
  LISTED_KINDS,
  profileIdSchema,
  valuesIn,
  type ClientRecord,
  type RowKind,
} from '@zither/contract';
import type { Db } from './db/open.ts';
import { prepared } from './db/prepared.ts';
import { rowsOf } from './db/rows.ts';
import { Refusal } from './errors.ts';
import { implausibleDay, sayWhy } from './plausible.ts';

const earlier = (a: string, b: string): string => (a < b ? a : b);

/** The moments of answers, none of them after the file arrived. */
const notAhead = (values: Record<string, unknown>, at: string): Record<string, unknown> => {
  const moments = values['answeredAt'];
  if (typeof moments !== 'object' || moments === null) return values;
  const held = Object.entries(moments as Record<string, string>);
  return {
    ...values,
    answeredAt: Object.fromEntries(held.map(([q, said]) => [q, earlier(said, at)])),
  };
};

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

interface Said {
  id: string;
  updatedAt: string;
  saidAt: string;
  saidBy: string;
}

/**
 * Keeps a record as a new client: every row under a new id, with when and by whom it was said; all of it or nothing. Methods of
 * the practice it came from are kept as own methods here, unless they are here already; tables are not taken over.
 *
 * @returns the new client's id
 * @throws Refusal `invalid` where two rows have one id, or a day cannot be
 */
export function importRecord(db: Db, practiceId: string, record: ClientRecord, at: string): string {
  mustBeWhole(record, at);
  const ids = idsFor(record);
  const fresh = (id: string): string => {
    const known = ids.get(id) ?? randomUUID();
    ids.set(id, known);
    return known;
  };
  /** What was said, with the new ids of the rows it names; methods and other clients keep theirs. */
  const renamed = (value: unknown, key = ''): unknown => {
    if (typeof value === 'string')
      return UUID.test(value) && key !== 'profile' && key !== 'clientId' ? fresh(value) : value;
    if (Array.isArray(value)) return value.map((v) => renamed(v, key));
    if (typeof value !== 'object' || value === null) return value;
    return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, renamed(v, k)]));
  };
  const clientId = fresh(record.client.id);
  return db
    .transaction(() => {
      const rows = rowsOf(db, practiceId);
      const put = (kind: RowKind, id: string, of: string | null, values: object, row: Said) => {
        // As of a live entry: nothing was said after it arrived.
        const stamp = { receivedAt: at, saidAt: earlier(row.saidAt, at), saidBy: row.saidBy };
        if (rows.find(kind, id)) rows.update(kind, id, values, stamp);
        else rows.insert(kind, id, of, values, stamp);
      };
      const { client } = record;
      const created = { ...valuesIn(client), createdAt: at, importedAt: at };
      put('client', clientId, clientId, { ...created, archivedAt: null }, client);
      if (client.archivedAt !== null)
        put('client', clientId, clientId, { ...created, archivedAt: at }, client);
      const here = new Set(rows.of('school', null).map((s) => s.id));
      for (const method of record.methods.own)
        if (!here.has(method.id)) put('school', method.id, null, valuesIn(method), method);
      const followed = (values: Record<string, unknown>) => {
        const profile = values['profile'];
        const isKnown =
          typeof profile !== 'string' ||
          profileIdSchema.safeParse(profile).success ||
          rows.find('school', profile) !== null;
        return isKnown ? values : { ...values, profile: 'balanced' };
      };
      for (const kind of LISTED_KINDS)
        for (const row of record[KINDS[kind].list]) {
          // A session a day, whatever the file says.
          if (kind === 'session' && rows.sessionOn(clientId, (row as { day: string }).day))
            continue;
          const values = notAhead(renamed(valuesIn(row)) as Record<string, unknown>, at);
          // A file may be older than the end of a link: what was ended must not open again.
          const own = kind === 'link' ? { ...values, revoked: true } : followed(values);
          put(kind, fresh(row.id), clientId, own, row);
        }
      prepared(
        db,
        `INSERT INTO operation (practice_id, operation_id, kind, row_id, result_kind, result_id, version, received_at)
         VALUES (?, ?, 'record.import', ?, 'client', ?, 1, ?)`,
      ).run(practiceId, randomUUID(), clientId, clientId, at);
      return clientId;
    })
    .immediate();
}

/**
 * New ids that stand in the order of the rows they are for: all of them arrive at one moment, and what is told apart by nothing else is put in
 * order by its id.
 */
function idsFor(record: ClientRecord): Map<string, string> {
  const all = [record.client, ...LISTED_KINDS.flatMap((kind): Said[] => record[KINDS[kind].list])];
  const newest = new Map<string, string>();
  for (const { id, updatedAt } of all)
    if ((newest.get(id) ?? '') < updatedAt) newest.set(id, updatedAt);
  const known = [...newest].sort(([a, at], [b, bt]) => bt.localeCompare(at) || (a < b ? -1 : 1));
  const fresh = known.map(() => randomUUID()).sort();
  return new Map(known.map(([id], i) => [id, fresh[i]!]));
}

/** Refuses what no database of ours wrote: two rows under one id, days that cannot be. */
function mustBeWhole(record: ClientRecord, at: string): void {
  for (const kind of LISTED_KINDS) {
    const { list } = KINDS[kind];
    const seen = new Set<string>();
    record[list].forEach((row, i) => {
      const path = `${list}[${i}]`;
      if (seen.has(row.id) && !('isOne' in KINDS[kind]))
        throw new Refusal('invalid', { path, message: `${path} has the id of a row before it.` });
      seen.add(row.id);
      const found = implausibleDay(row, at);
      if (found)
        throw new Refusal('invalid', {
          path: `${path}.${found.path}`,
          message: `${path}.${found.path} is ${found.day}: ${sayWhy(found.day)}`,
        });
    });
    if ('isOne' in KINDS[kind] && seen.size > 1)
      throw new Refusal('invalid', {
        path: list,
        message: `${list} must all be versions of one row.`,
      });
  }
}
