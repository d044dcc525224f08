import { z } from 'zod';
import {
  bodyStateSchema,
  clientRow,
  daySchema,
  measured,
  momentSchema,
  sideSchema,
} from './scalars.ts';

/** The seven stages of a visit, in working order. */
export const stageSchema = z.enum(
  ['clear', 'measure', 'watch', 'probe', 'set', 'coach', 'recheck'],
  { error: 'must be one of the seven stages.' },
);
export type Stage = z.infer<typeof stageSchema>;

/** A visit: one client on one day, and where the coach was last. */
export const sessionValuesSchema = z.strictObject({ day: daySchema, at: stageSchema });
export const sessionSchema = sessionValuesSchema.extend(clientRow);
export type Session = z.infer<typeof sessionSchema>;

interface MeasureRange {
  least: number;
  most: number;
  unit: '' | ' mm' | '°';
  sided: boolean;
}

const range = (
  least: number,
  most: number,
  unit: MeasureRange['unit'],
  sided: boolean,
): MeasureRange => ({ least, most, unit, sided });

/** What each measure may read; outside is impossible. The core's table says the rest, and a test holds the two together. */
export const MEASURE_RANGES = {
  heelRise: range(0, 80, ' mm', false),
  heelWedge: range(0, 30, '°', false),
  stanceWidth: range(50, 1200, ' mm', false),
  toeOut: range(-30, 80, '°', true),
  kneeTravel: range(-300, 300, ' mm', false),
  shankAtBottom: range(-10, 60, '°', false),
  navicularStanding: range(0, 90, ' mm', true),
  archForms: range(0, 1, '', true),
  abductionAngle: range(0, 90, '°', true),
  abductionReps: range(0, 100, '', true),
  kneeToWall: range(-150, 300, ' mm', true),
  shinAngle: range(-20, 60, '°', true),
  shinAngleStraight: range(-20, 60, '°', true),
  navicularSitting: range(0, 90, ' mm', true),
  hipRotationIn: range(-10, 90, '°', true),
  hipRotationOut: range(-10, 90, '°', true),
  hipFoldNarrow: range(30, 170, '°', false),
  hipFoldMiddle: range(30, 170, '°', false),
  hipFoldWide: range(30, 170, '°', false),
} as const satisfies Record<string, MeasureRange>;

export const measureIdSchema = z.enum(
  Object.keys(MEASURE_RANGES) as [keyof typeof MEASURE_RANGES, ...(keyof typeof MEASURE_RANGES)[]],
  { error: 'must be a known measure.' },
);

/** What read it. `trace`: marks around the feet on paper. */
export const instrumentSchema = z.enum(
  ['byHand', 'trace', 'motionSensor', 'simulatedInclinometer', 'simulatedTape'],
  { error: 'must be a known instrument.' },
);
export type Instrument = z.infer<typeof instrumentSchema>;

const trialFields = {
  takenOn: daySchema,
  takenAt: momentSchema,
  measure: measureIdSchema,
  /** null for what has no side. */
  side: sideSchema.nullable(),
  /** In the measure's unit; 1 or 0 for a yes or no. */
  value: z.number({ error: 'must be a number.' }),
  instrument: instrumentSchema,
  /** Distance between the knee centres of a hip fold, mm; null for everything else. */
  kneeGapMm: measured(0, 1500, ' mm').nullable(),
  /** A pinch ended the range here. */
  pinch: z.boolean(),
  /** Cold, warm, or after the routine; null = not recorded. */
  state: bodyStateSchema.nullable().default(null),
  /** Struck out, with the reason: stays in the record and does not count. */
  struck: z
    .strictObject({
      reason: z
        .string()
        .trim()
        .min(1, { error: 'must not be empty.' })
        .max(200, { error: 'must be at most 200 characters.' }),
      at: momentSchema,
    })
    .nullable(),
};

type TrialFields = z.infer<z.ZodObject<typeof trialFields>>;

function checkTrial(trial: TrialFields, context: z.RefinementCtx): void {
  const { least, most, unit, sided } = MEASURE_RANGES[trial.measure];
  const refuse = (path: string, message: string) =>
    context.addIssue({ code: 'custom', path: [path], message });
  if (trial.value < least || trial.value > most)
    refuse('value', `must be from ${least} to ${most}${unit}.`);
  if (sided && trial.side === null) refuse('side', 'must be left or right for this measure.');
  if (!sided && trial.side !== null) refuse('side', 'must be null for this measure.');
  if (trial.measure.startsWith('hipFold') && trial.kneeGapMm === null)
    refuse('kneeGapMm', 'must say how far apart the knees were.');
  if (trial.measure === 'archForms' && trial.value !== 0 && trial.value !== 1)
    refuse('value', 'must be 1 for yes or 0 for no.');
}

/** One reading as it was taken. Trials are never changed but for their side and for being struck out or put back. */
export const trialValuesSchema = z.strictObject(trialFields).superRefine(checkTrial);
export type TrialValues = z.infer<typeof trialValuesSchema>;

export const trialSchema = z.strictObject({ ...trialFields, ...clientRow }).superRefine(checkTrial);
export type Trial = z.infer<typeof trialSchema>;
