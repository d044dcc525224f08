import {
  clientSetupSchema,
  RECORD_FORMAT,
  schoolChoiceSchema,
  schoolSchema,
  type ClientRecord,
  type ClientSetup,
  type Operation,
  type School,
} from '@zither/contract';
import { clientsOf } from './clients.ts';
import { documentsOf } from './documents.ts';
import type { Db } from './open.ts';
import { schoolsOf } from './schools.ts';
import { sessionsOf } from './sessions.ts';
import { setupsOf } from './setups.ts';
import { tableChangesOf } from './tableChanges.ts';
import { trialsOf } from './trials.ts';

interface Logged {
  body_json: string;
  received_at: string;
}

/** Every version of a row as it was written, oldest said first, from the log of operations. */
function versionsOf(db: Db, practiceId: string, rowId: string, kind: Operation['kind']) {
  return db
    .prepare<[string, string, string], Logged>(
      `SELECT body_json, received_at FROM operation_log
        WHERE practice_id = ? AND row_id = ? AND kind = ? ORDER BY rowid`,
    )
    .all(practiceId, rowId, kind)
    .map(({ body_json, received_at }) => {
      const { values, saidAt, saidBy } = JSON.parse(body_json) as {
        values: object;
        saidAt?: string;
        saidBy?: string;
      };
      const said = saidAt !== undefined && saidAt < received_at ? saidAt : received_at;
      return { ...values, id: rowId, updatedAt: received_at, saidAt: said, saidBy: saidBy ?? '' };
    })
    .sort((a, b) => a.saidAt.localeCompare(b.saidAt))
    .map((row, i) => ({ ...row, version: i + 1 }));
}

/** A client's whole record: nothing cut, setups and methods with their history. null when there is no such client. */
export function recordOf(db: Db, practiceId: string, clientId: string): ClientRecord | null {
  const client = clientsOf(db, practiceId).find(clientId);
  if (!client) return null;
  const all = <T extends Parameters<typeof documentsOf>[2]>(table: T) =>
    documentsOf(db, practiceId, table).ofClient(clientId).reverse();
  const setup = setupsOf(db, practiceId).ofClient(clientId);
  const schools = schoolsOf(db, practiceId);
  return {
    format: RECORD_FORMAT,
    version: 1,
    client,
    sessions: sessionsOf(db, practiceId).ofClient(clientId, -1).reverse(),
    trials: trialsOf(db, practiceId).ofClient(clientId, -1),
    captures: all('capture'),
    judgements: all('judgement'),
    tried: all('tried'),
    decisions: all('decision'),
    setups: setup
      ? versionsOf(db, practiceId, setup.id, 'setup.put').map((row): ClientSetup =>
          clientSetupSchema.parse({ ...row, clientId }),
        )
      : [],
    setupTrials: all('setup_trial'),
    locks: all('setup_lock'),
    prescriptions: all('prescription'),
    screenings: all('screening'),
    clearances: all('clearance'),
    pains: all('pain'),
    corrections: all('correction'),
    moves: all('entry_move'),
    methods: {
      own: schools
        .all()
        .own.flatMap((school) =>
          versionsOf(db, practiceId, school.id, 'school.put').map((row): School =>
            schoolSchema.parse(row),
          ),
        ),
      choices: schools.choices().map((row) => schoolChoiceSchema.parse(row)),
    },
    tables: tableChangesOf(db, practiceId).all(),
  };
}
