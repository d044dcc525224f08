import { randomUUID } from 'node:crypto';
import { profileIdSchema, valuesIn, type ClientRecord, type Operation } from '@zither/contract';
import type { Db } from './db/open.ts';
import { documentsOf } from './db/documents.ts';
import { schoolsOf } from './db/schools.ts';
import { applyOperation } from './operations.ts';

type Unsent<T = Operation> = T extends Operation
  ? Omit<T, 'operationId' | 'baseVersion' | 'saidAt' | 'saidBy'> & { baseVersion?: number }
  : never;

/**
 * Keeps a record as a new client: every row under a new id, in the order it was said, with when and by whom; all of it or nothing. Methods of
 * the practice it came from are kept as own methods here, unless they are here already; tables are not taken over.
 *
 * @returns the new client's id
 */
export function importRecord(db: Db, practiceId: string, record: ClientRecord, at: string): string {
  const ids = new Map<string, string>();
  const fresh = (id: string): string => {
    const known = ids.get(id) ?? randomUUID();
    ids.set(id, known);
    return known;
  };
  const clientId = fresh(record.client.id);
  return db
    .transaction(() => {
      const send = (operation: Unsent, { saidAt, saidBy }: { saidAt: string; saidBy: string }) =>
        applyOperation(
          db,
          practiceId,
          {
            baseVersion: 0,
            ...operation,
            operationId: randomUUID(),
            saidAt,
            saidBy,
          } as Operation,
          at,
        );
      const { client } = record;
      const { archivedAt, createdAt: _createdAt, ...values } = valuesIn(client);
      send({ kind: 'client.put', rowId: clientId, values }, client);
      const schools = schoolsOf(db, practiceId);
      const versions = new Map<string, number>();
      for (const method of record.methods.own) {
        if (schools.find(method.id) && !versions.has(method.id)) continue;
        const baseVersion = versions.get(method.id) ?? 0;
        versions.set(method.id, baseVersion + 1);
        send(
          { kind: 'school.put', rowId: method.id, baseVersion, values: valuesIn(method) },
          method,
        );
      }
      const own = <T extends { profile: string }>(row: T): T =>
        profileIdSchema.safeParse(row.profile).success || schools.find(row.profile)
          ? row
          : { ...row, profile: 'balanced' };
      for (const s of record.sessions)
        send({ kind: 'session.visit', rowId: fresh(s.id), clientId, day: s.day, at: s.at }, s);
      const put = <R extends { id: string; saidAt: string; saidBy: string }>(
        kind: Operation['kind'],
        rows: readonly R[],
        turn: (values: Record<string, unknown>) => Record<string, unknown> = (v) => v,
      ) => {
        for (const row of rows)
          send(
            {
              kind,
              rowId: fresh(row.id),
              clientId,
              values: turn(valuesIn(row) as Record<string, unknown>),
            } as never,
            row,
          );
      };
      put('trial.put', record.trials);
      put('screening.put', record.screenings);
      put('clearance.put', record.clearances);
      put('pain.put', record.pains);
      put('correction.put', record.corrections, (v) => ({ ...v, ofId: fresh(String(v['ofId'])) }));
      put('capture.put', record.captures);
      put('judgement.put', record.judgements);
      put('tried.put', record.tried);
      put('decision.put', record.decisions);
      record.setups.forEach((setup, i) =>
        send(
          {
            kind: 'setup.put',
            rowId: fresh(setup.id),
            clientId,
            baseVersion: i,
            values: own(valuesIn(setup)),
          },
          setup,
        ),
      );
      put('setupTrial.put', record.setupTrials, (v) => ({
        ...own(v as { profile: string }),
        captureIds: (v['captureIds'] as string[]).map(fresh),
      }));
      put('lock.put', record.locks, (v) => {
        const evidence = v['evidence'] as { trials: string[] };
        return {
          ...own(v as { profile: string }),
          evidence: { ...evidence, trials: evidence.trials.map(fresh) },
        };
      });
      put('prescription.put', record.prescriptions);
      // What a move did stands in the rows already; the other client is not known here.
      const moves = documentsOf(db, practiceId, 'entry_move');
      for (const move of record.moves)
        moves.insert(
          fresh(move.id),
          clientId,
          { ...valuesIn(move), entries: move.entries.map((e) => ({ ...e, id: fresh(e.id) })) },
          [at, move.saidAt, move.saidBy],
        );
      if (archivedAt !== null)
        send({ kind: 'client.archive', rowId: clientId, baseVersion: 1, archived: true }, client);
      return clientId;
    })
    .immediate();
}
