import { randomUUID } from 'node:crypto';
import { dayIn, zoneHere } from '@zither/contract';
import type { Db } from './db/open.ts';
import { rowsOf, type Rows } from './db/rows.ts';

/** The gym's time zone, as said last; the server's own where nobody said. */
export const zoneOf = (rows: Rows): string => rows.of('zone', null)[0]?.zone ?? zoneHere();

/** The day it is in the gym, yyyy-mm-dd. */
export const gymDay = (db: Db, practiceId: string, at: string): string =>
  dayIn(zoneOf(rowsOf(db, practiceId)), at);

/** Says the server's own zone where nobody has said one, so that all devices go by the same. */
export function sayZone(db: Db, practiceId: string, at: string): void {
  db.transaction(() => {
    const rows = rowsOf(db, practiceId);
    if (rows.of('zone', null).length > 0) return;
    const stamp = { receivedAt: at, saidAt: at, saidBy: '' };
    rows.insert('zone', randomUUID(), null, { zone: zoneHere() }, stamp);
  }).immediate();
}
