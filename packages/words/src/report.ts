import type { Decision, Dossier } from '@zither/contract';
import { halfInterval, keptTrials, MEASURE_IDS, MEASURES, readingOn, SIDES } from '@zither/core';
import { cleanLoads, looksOf, namedIn, planOf, recheckOf, trendsOf } from '@zither/visit';
import { CHANGE_WORDS } from './afterRoutine.ts';
import { sayShortDay } from './days.ts';
import { sayError, sayValue, sayWhat } from './display.ts';
import { sayCleanLoads } from './loadLog.ts';
import { NO_CAUSE, sayAim, sayRecheckLine, sayRechecked } from './recheck.ts';
import { sayTrend } from './story.ts';
import { capital } from './terms.ts';
import { sayFault, sayLook } from './watch.ts';

/** The reader of a report. A clinician gets one only with the client's recorded consent. */
export type Audience = 'client' | 'clinician';
export type Consent = Extract<Decision, { kind: 'consent' }>;

interface ReportPart {
  title: string;
  lines: string[];
  drills: never[];
}
const part = (title: string, lines: readonly string[]): ReportPart[] =>
  lines.length > 0 ? [{ title, lines: [...lines], drills: [] }] : [];

/** The readings of a day, each with its 95 % interval. */
function readingLines(dossier: Dossier, day: string): string[] {
  return MEASURE_IDS.flatMap((measure) =>
    (MEASURES[measure].sided ? SIDES : [null]).flatMap((side) => {
      const reading = readingOn(dossier.trials, measure, side, day);
      if (!reading) return [];
      const state = keptTrials(dossier.trials, measure, side, day).at(-1)?.state;
      const error =
        MEASURES[measure].unit === 'yesNo'
          ? ''
          : ` ± ${sayError(measure, halfInterval(reading.sem))}`;
      return [
        `${sayWhat(measure, side)}: ${sayValue(measure, reading.mean, reading.trials > 1)}${error}${state === 'after' ? ', after the routine' : ''}`,
      ];
    }),
  );
}

/** What was seen in the looks of a day, by camera and by eye. */
const seenLines = (dossier: Dossier, day: string): string[] =>
  looksOf(dossier, day).map((look) => {
    const named = namedIn(look).map(
      (f) =>
        `${sayFault(f.fault, f.side).toLowerCase()} (${f.severity}, ${f.by === 'eye' ? 'by eye' : 'by camera'})`,
    );
    return `${sayLook(look.look)}: ${named.length > 0 ? named.join(', ') : 'nothing named'}`;
  });

const CAUTION: Record<Audience, string> = {
  client:
    'These are measurements for training. Stop at any new pain, and see a clinician about it.',
  clinician:
    'Measured by a strength coach for training. This report names no disease and makes no diagnosis.',
};

const shared = (audience: Audience, consent: Consent | null): string[] =>
  audience === 'clinician' && consent
    ? [
        `Shared with the client’s consent, given on ${sayShortDay(consent.on)}, with ${consent.who}.`,
      ]
    : [];

const PLUS_MINUS = 'The number after ± is the 95 % interval of the value.';

/** What was measured and seen on one day. */
export function visitReport(
  dossier: Dossier,
  day: string,
  audience: Audience,
  consent: Consent | null,
): { title: string; parts: ReportPart[] } {
  const readings = readingLines(dossier, day);
  const plan = planOf(dossier);
  return {
    title: `Visit of ${sayShortDay(day)}, ${dossier.client.name}`,
    parts: [
      ...part('Measured', readings.length > 0 ? [...readings, PLUS_MINUS] : []),
      ...part('Seen', seenLines(dossier, day)),
      ...part('Plan', plan && plan.givenOn === day ? [plan.summary] : []),
      ...part('Take care', [CAUTION[audience], ...shared(audience, consent)]),
    ],
  };
}

/** What became of the plan, the measures over time, and the loads, up to a day. */
export function progressReport(
  dossier: Dossier,
  day: string,
  audience: Audience,
  consent: Consent | null,
): { title: string; parts: ReportPart[] } {
  const recheck = recheckOf(dossier, day);
  const plan = planOf(dossier);
  const lines = recheck && !recheck.isNew ? recheck.lines.filter((l) => l.isAim) : [];
  return {
    title: `Progress until ${sayShortDay(day)}, ${dossier.client.name}`,
    parts: [
      ...part(
        'Since the plan',
        recheck
          ? [
              sayRechecked(recheck),
              ...lines.map(
                (l) => `${sayAim(l.aim)}: ${capital(CHANGE_WORDS[l.word])}. ${sayRecheckLine(l)}`,
              ),
              NO_CAUSE,
            ]
          : [],
      ),
      ...part('Over time', trendsOf(dossier).map(sayTrend)),
      ...part('Loads', sayCleanLoads(cleanLoads(dossier, day))),
      ...part('Plan', plan ? [plan.summary] : []),
      ...part(
        'Next look',
        recheck
          ? [
              recheck.dueOn < day
                ? `Due since ${sayShortDay(recheck.dueOn)}`
                : sayShortDay(recheck.dueOn),
            ]
          : [],
      ),
      ...part('Take care', [CAUTION[audience], ...shared(audience, consent)]),
    ],
  };
}
