import { z } from 'zod';
import { holdSchema } from './linkage.ts';
import {
  clientRow,
  daySchema,
  idSchema,
  measured,
  momentSchema,
  practiceRow,
  sideSchema,
} from './scalars.ts';

export const painPlaceSchema = z.enum(
  ['ankle', 'knee', 'hip', 'lowBack', 'shoulder', 'arm', 'elsewhere'],
  { error: 'must be ankle, knee, hip, lowBack, shoulder, arm or elsewhere.' },
);

const painSideSchema = z.enum(['left', 'right', 'both'], {
  error: 'must be left, right or both.',
});

const painLevelSchema = z
  .int({ error: 'must be a whole number from 1 to 10.' })
  .min(1, { error: 'must be a whole number from 1 to 10.' })
  .max(10, { error: 'must be a whole number from 1 to 10.' });

export const questionIdSchema = z.enum([
  'pain',
  'heart',
  'nerve',
  'swelling',
  'jointGives',
  'recentInjury',
  'pregnancy',
  'boneOrBalance',
  'medication',
  'heartDisease',
  'bloodPressure',
  'hernia',
  'pelvicFloor',
  'under16',
]);

/** Answers as the core reads them; absent = no. */
const screenAnswersSchema = z.strictObject({
  pain: z
    .strictObject({
      place: painPlaceSchema,
      level: painLevelSchema,
      side: painSideSchema.optional(),
    })
    .optional(),
  recentInjury: z
    .strictObject({
      clearedByClinician: z.boolean(),
      place: painPlaceSchema.optional(),
      side: painSideSchema.optional(),
    })
    .optional(),
  under16: z.strictObject({ guardianPresent: z.boolean() }).optional(),
  heart: z.boolean().optional(),
  nerve: z.boolean().optional(),
  swelling: z.boolean().optional(),
  jointGives: z.boolean().optional(),
  pregnancy: z.boolean().optional(),
  boneOrBalance: z.boolean().optional(),
  medication: z.boolean().optional(),
  heartDisease: z.strictObject({ clearedByClinician: z.boolean() }).optional(),
  bloodPressure: z.strictObject({ clearedByClinician: z.boolean() }).optional(),
  hernia: z.strictObject({ clearedByClinician: z.boolean() }).optional(),
  pelvicFloor: z.strictObject({ clearedByClinician: z.boolean() }).optional(),
});

export const safetyLimitSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('noLoad') }),
  z.strictObject({ kind: z.literal('depthCap'), thighDepthDeg: measured(-45, 45, '°') }),
  z.strictObject({ kind: z.literal('verticalShins'), shankDeg: measured(0, 60, '°') }),
  z.strictObject({ kind: z.literal('noDeepFold'), hipFoldDeg: measured(30, 180, '°') }),
  z.strictObject({ kind: z.literal('noLoadedLockout') }),
  z.strictObject({ kind: z.literal('supportedOnly') }),
  z.strictObject({ kind: z.literal('noBracing') }),
  z.strictObject({
    kind: z.literal('noPositions'),
    positions: z.array(holdSchema).min(1, { error: 'must name a load position.' }).max(8),
  }),
  z.strictObject({
    kind: z.literal('jointRange'),
    joint: z.enum(['ankle', 'knee', 'hip'], { error: 'must be ankle, knee or hip.' }),
    side: sideSchema,
    mostDeg: measured(-10, 150, '°'),
    fromOn: daySchema.optional(),
    untilOn: daySchema.optional(),
  }),
]);

/** Purpose of the squat. No purpose, no plan. */
export const purposeSchema = z.enum(
  ['strength', 'sport', 'barbell', 'return', 'kneeSparing', 'dailyLife'],
  { error: 'must be one of the six purposes.' },
);

/**
 * A question to which two devices gave different answers, with both of them: every one of them counts until a coach decides. `answers` holds that
 * question alone; without it the answer was no.
 */
const differingSchema = z.strictObject({
  question: questionIdSchema,
  said: z
    .array(
      z.strictObject({
        answers: screenAnswersSchema,
        at: momentSchema,
        by: z.string().max(4),
      }),
    )
    .min(2)
    .max(8),
});
export type Differing = z.infer<typeof differingSchema>;

/** One screen of one day. `asked` lists the questions answered so far, so a half-done screen resumes where it was left. */
export const screeningValuesSchema = z.strictObject({
  takenOn: daySchema,
  purpose: purposeSchema.nullable(),
  asked: z.array(questionIdSchema).max(questionIdSchema.options.length),
  answers: screenAnswersSchema,
  /** When each question was answered: a clearance covers only what was said before it. */
  answeredAt: z.partialRecord(questionIdSchema, momentSchema).default({}),
  /** Questions that were answered otherwise before, in this same screen: their answer is not the one of an earlier screen given again. */
  turned: z.array(questionIdSchema).max(questionIdSchema.options.length).optional(),
  /** Where devices differ, until a coach has decided. */
  differs: z.array(differingSchema).max(questionIdSchema.options.length).optional(),
  /** Answers that a decision settled, by the moments they were given: a late copy of one does not open the question again. */
  settled: z
    .array(z.strictObject({ question: questionIdSchema, at: z.array(momentSchema).max(16) }))
    .max(60)
    .optional(),
});
export type ScreeningValues = z.infer<typeof screeningValuesSchema>;

/**
 * One thing told that was seen: a question of a screen, a pain or a stop, and which version of it: of an answer the moment it was given, of a pain or a
 * stop what it said.
 */
const seenEntrySchema = z.strictObject({
  of: z.enum(['screening', 'pain', 'stop'], { error: 'must be screening, pain or stop.' }),
  id: idSchema,
  question: questionIdSchema.nullable(),
  version: z.string().max(80),
});
export type SeenEntry = z.infer<typeof seenEntrySchema>;

/** A clinician's word, as recorded by the coach. */
export const clearanceValuesSchema = z.strictObject({
  who: z.string().trim().min(1, { error: 'must not be empty.' }).max(120),
  licence: z.string().trim().min(1, { error: 'must not be empty.' }).max(120),
  givenOn: daySchema,
  expiresOn: daySchema.nullable(),
  limits: z.array(safetyLimitSchema).max(24),
  /** Ids of the hold rules it was given for. */
  covers: z.array(z.string().max(40)).min(1, { error: 'must name what it was given for.' }).max(20),
  /** Everything known of the client where it was recorded. It covers nothing else. Absent: recorded before this was asked. */
  seen: z.array(seenEntrySchema).max(400).optional(),
});
export type ClearanceValues = z.infer<typeof clearanceValuesSchema>;

/** Pain that came during the work. */
export const painValuesSchema = z.strictObject({
  on: daySchema,
  movement: z.string().trim().min(1, { error: 'must not be empty.' }).max(200),
  place: painPlaceSchema,
  /** Absent: not said, or a place without sides. */
  side: painSideSchema.optional(),
  level: painLevelSchema,
});
export type PainValues = z.infer<typeof painValuesSchema>;

/** Something that stopped the work at once. */
export const stopValuesSchema = z.strictObject({
  on: daySchema,
  at: momentSchema,
  movement: z.string().trim().min(1, { error: 'must not be empty.' }).max(200),
  what: z.enum(['pain', 'alarm', 'numb', 'gaveWay', 'fell'], {
    error: 'must be pain, alarm, numb, gaveWay or fell.',
  }),
  /** How it was afterwards; null = not answered yet, and asked about until it is. */
  after: z
    .enum(['gone', 'persists', 'helpCalled', 'painSaid', 'mistake'], {
      error: 'must be gone, persists, helpCalled, painSaid or mistake.',
    })
    .nullable(),
});
export type StopValues = z.infer<typeof stopValuesSchema>;

/** What to do in an emergency in this gym: who to call, the door to open, where the defibrillator hangs. The last one said counts. */
export const emergencyValuesSchema = z.strictObject({
  at: momentSchema,
  by: z.string().trim().max(4),
  steps: z
    .array(
      z
        .string()
        .trim()
        .min(1, { error: 'must not be empty.' })
        .max(200, { error: 'must be at most 200 characters.' }),
    )
    .max(12, { error: 'must be at most 12 steps.' }),
});
export type EmergencyValues = z.infer<typeof emergencyValuesSchema>;

export const emergencySchema = emergencyValuesSchema.extend(practiceRow);

/** A mistaken answer or pain, corrected: it counts as never said, and who corrected it stays on record. */
export const correctionValuesSchema = z.strictObject({
  on: daySchema,
  of: z.enum(['screening', 'pain', 'stop'], { error: 'must be screening, pain or stop.' }),
  ofId: idSchema,
  /** The question of a screen; null for pain and stops. */
  question: questionIdSchema.nullable(),
  why: z
    .string()
    .trim()
    .min(1, { error: 'must say why.' })
    .max(200, { error: 'must be at most 200 characters.' }),
  /** Which version of the answer, pain or stop is corrected; another counts again. Absent: corrected before this was asked. */
  saw: z.string().max(80).optional(),
});
export type CorrectionValues = z.infer<typeof correctionValuesSchema>;

export const screeningSchema = screeningValuesSchema.extend(clientRow);
export type Screening = z.infer<typeof screeningSchema>;
export const clearanceSchema = clearanceValuesSchema.extend(clientRow);
export type Clearance = z.infer<typeof clearanceSchema>;
export const painSchema = painValuesSchema.extend(clientRow);
export type Pain = z.infer<typeof painSchema>;
export const correctionSchema = correctionValuesSchema.extend(clientRow);
export type Correction = z.infer<typeof correctionSchema>;
export const stopSchema = stopValuesSchema.extend(clientRow);
export type Stop = z.infer<typeof stopSchema>;
