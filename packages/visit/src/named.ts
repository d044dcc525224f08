import { FAULTS, type FaultId } from '@zither/core';
import type { Look } from './looks.ts';

/** Everything one look named: by the camera, by eye. */
export const namedIn = ({ capture, judgement }: Look) => [
  // A camera at the side sees that heels rise, the eye which: what it says of neither side is of those the eye names.
  ...(capture?.report.findings ?? []).flatMap((f) => {
    const sides = (judgement?.seen ?? []).flatMap((s) =>
      s.fault === f.fault && s.side !== null && !s.alternates ? [s.side] : [],
    );
    return f.side === null && sides.length > 0
      ? sides.map((side) => ({ ...f, side, by: 'measured' as const }))
      : [{ ...f, by: 'measured' as const }];
  }),
  // A finding that changes sides from rep to rep belongs to neither.
  ...(judgement?.seen ?? [])
    .map((f) => ({ ...f, side: f.alternates ? null : f.side, by: 'eye' as const }))
    .filter((f, i, all) => !f.alternates || all.findIndex((g) => g.fault === f.fault) === i),
];

/** Whether an eye watched where a fault shows. A look before this was asked counts only for what it named. */
export const eyeCouldTell = ({ look, judgement }: Look, fault: FaultId): boolean =>
  judgement !== null &&
  FAULTS[fault].views.includes(look.view) &&
  (judgement.lookedAt?.includes(FAULTS[fault].area) ?? false);

/** Whether a camera's look could have told a fault: its view shows it, and nothing kept it from being judged. */
export const couldTell = ({ look, capture }: Look, fault: FaultId): boolean =>
  capture !== null &&
  FAULTS[fault].views.includes(look.view) &&
  !capture.report.quality.notJudged.some((n) => n.fault === fault);

/** Whether either watched where a fault shows, and could have told it. */
export const couldSee = (look: Look, fault: FaultId): boolean =>
  couldTell(look, fault) || eyeCouldTell(look, fault);
