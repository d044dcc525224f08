import type { ClientSummary } from '@zither/contract';
import { standsUntil, summaryOf } from '@zither/visit';
import type { Db } from './db/open.ts';
import { prepared } from './db/prepared.ts';
import { rowsOf } from './db/rows.ts';
import { dossierOf } from './reading.ts';
import { gymDay } from './zone.ts';

interface Kept {
  /** Place of the client's last change. */
  changed: number;
  day: string;
  /** The last day it stands while nothing is said. */
  until: string;
  summary: ClientSummary;
}

/** Kept in memory alone: a server whose disk is full or read-only still shows its list. */
const kept = new WeakMap<Db, Map<string, Kept>>();

const clientsOf = (db: Db, practiceId: string) =>
  prepared<[string], { id: string; changed: number }>(
    db,
    `SELECT c.client_id AS id,
            (SELECT max(d.changed) FROM document d WHERE d.practice_id = c.practice_id AND d.client_id = c.client_id) AS changed
       FROM document c
      WHERE c.practice_id = ? AND c.kind = 'client'`,
  ).all(practiceId);

function summaryNow(
  db: Db,
  practiceId: string,
  { id, changed }: { id: string; changed: number },
  day: string,
): ClientSummary | null {
  const own = kept.get(db) ?? new Map<string, Kept>();
  kept.set(db, own);
  const key = `${practiceId} ${id}`;
  const known = own.get(key);
  if (known?.changed === changed && known.day <= day && day <= known.until) return known.summary;
  const dossier = dossierOf(rowsOf(db, practiceId), id);
  if (!dossier) return null;
  const summary = summaryOf(dossier, day);
  own.set(key, { changed, day, until: standsUntil(dossier, day), summary });
  return summary;
}

/** The summaries of a practice's clients by id. Only who has changed since is worked out again. */
export function summariesOf(
  db: Db,
  practiceId: string,
  day: string,
): Map<string, ClientSummary | null> {
  return new Map(
    clientsOf(db, practiceId).map((client) => [client.id, summaryNow(db, practiceId, client, day)]),
  );
}

/** Works the summaries out ahead of the first list, client by client, with room for requests between. */
export async function warmSummaries(db: Db, at: string, isOver: () => boolean): Promise<void> {
  const practices = prepared<[], { id: string }>(db, 'SELECT id FROM practice').all();
  for (const { id } of practices) {
    const day = gymDay(db, id, at);
    for (const client of clientsOf(db, id)) {
      if (isOver()) return;
      summaryNow(db, id, client, day);
      await new Promise((resolve) => setImmediate(resolve));
    }
  }
}
