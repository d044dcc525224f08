import type { Dossier } from '@zither/contract';
import { dayAfter } from '@zither/contract/days';

/** An open clearance is asked about after so many weeks, and goes on counting (house default). */
export const ASK_CLEARANCE_WEEKS = 12;
/** So long a change of what was told of safety stands on the client's page, days (house default). */
const SHOWN_DAYS = 7;
/** The same coach on the same device who changes an answer so soon slipped, ms (house default). */
const SLIP_MS = 2 * 60_000;

/** A change of what was told of a client's safety: an answer, pain or stop corrected, or an entry moved to or from this client. */
export type SafetyChange = { on: string; by: string; why: string; key: string } & (
  | { kind: 'corrected'; of: Dossier['corrections'][number] }
  | { kind: 'moved'; to: 'away' | 'here' | 'otherSide'; count: number }
);

const HOLDING: ReadonlySet<string> = new Set(['screening', 'pain', 'stop', 'clearance']);

/** Changes of the last week, the newest first. */
export function safetyChanges(
  { corrections, moves }: Pick<Dossier, 'corrections' | 'moves'>,
  today: string,
): SafetyChange[] {
  const since = dayAfter(today, -SHOWN_DAYS);
  const corrected = corrections.map((c): SafetyChange => ({
    kind: 'corrected',
    key: c.id,
    on: c.on,
    by: c.saidBy,
    why: c.why,
    of: c,
  }));
  const moved = moves.flatMap((m): SafetyChange[] => {
    const count = m.entries.filter((e) => HOLDING.has(e.entity)).length;
    const { kind: to } = m.change;
    return count === 0
      ? []
      : [{ kind: 'moved', key: m.id, on: m.on, by: m.saidBy, why: m.why, to, count }];
  });
  return [...corrected, ...moved]
    .filter((c) => c.on >= since)
    .sort((a, b) => b.on.localeCompare(a.on) || a.key.localeCompare(b.key));
}

/** Open clearances that are old enough to be asked about. */
export const clearancesToAsk = (
  { clearances }: Pick<Dossier, 'clearances'>,
  today: string,
): Dossier['clearances'] =>
  clearances.filter(
    (c) => c.expiresOn === null && dayAfter(c.givenOn, 7 * ASK_CLEARANCE_WEEKS) <= today,
  );

/**
 * Whether changing an answer now is the slip of a moment ago: by the coach who gave it, where it was given. Anything else that takes a "yes" back
 * says why.
 *
 * @param now moment, ISO 8601 UTC
 */
export function isSlip(
  screening: Dossier['screenings'][number],
  question: Dossier['screenings'][number]['asked'][number],
  by: string,
  now: string,
): boolean {
  const at = screening.answeredAt[question];
  if (at === undefined || screening.saidBy !== by) return false;
  const ago = Date.parse(now) - Date.parse(at);
  return ago >= 0 && ago <= SLIP_MS;
}
