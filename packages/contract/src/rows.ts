import { z } from 'zod';
import {
  massSchema,
  methodIdSchema,
  segmentsSchema,
  setupSchema,
  statureSchema,
  thighDepthSchema,
  workingPointSchema,
} from './linkage.ts';
import {
  clientRow,
  daySchema,
  measured,
  momentSchema,
  practiceRow,
  sideSchema,
  unitSystemSchema,
} from './scalars.ts';
import { aimSchema, rungIdSchema, timeOfDaySchema, weekDaysSchema } from './probe.ts';
import { kitItemSchema } from './kit.ts';

/** What a coach writes about a client. */
export const clientValuesSchema = z.strictObject({
  name: z
    .string({ error: 'is missing.' })
    // Nobody types a control character; pasted ones become spaces.
    .overwrite((name) => name.replace(/\p{Cc}+/gu, ' ').trim())
    .min(1, { error: 'must not be empty.' })
    .max(80, { error: 'must be at most 80 characters.' }),
  statureMm: statureSchema,
  massKg: massSchema,
  segmentsMm: segmentsSchema.default({}),
  shoulderWidthMm: measured(200, 700, ' mm').nullable().default(null),
  /** Between the two front points of the pelvis; gives the hip centres (Bell et al. 1990, from memory). */
  interAsisMm: measured(120, 450, ' mm').nullable().default(null),
  /** What Set may choose from; empty = not said. */
  kit: z.array(kitItemSchema).max(40, { error: 'must be at most 40 pieces.' }).default([]),
  notes: z.string().max(2000, { error: 'must be at most 2000 characters.' }).default(''),
});
export type ClientValues = z.infer<typeof clientValuesSchema>;

export const clientSchema = clientValuesSchema.extend({
  archivedAt: momentSchema.nullable(),
  createdAt: momentSchema,
  /** When the record was taken in from a file; absent: it was begun here. */
  importedAt: momentSchema.optional(),
  ...practiceRow,
});
export type Client = z.infer<typeof clientSchema>;

/** The client's current setup and the depth it is meant for. */
export const clientSetupValuesSchema = z.strictObject({
  setup: setupSchema,
  thighDepthDeg: thighDepthSchema,
  workingPoint: workingPointSchema,
  /** The school whose lean limits, buffer and shank limit hold. */
  profile: methodIdSchema.default('balanced'),
});
export type ClientSetupValues = z.infer<typeof clientSetupValuesSchema>;

export const clientSetupSchema = clientSetupValuesSchema.extend(clientRow);
export type ClientSetup = z.infer<typeof clientSetupSchema>;

const sideSetSchema = z.union([sideSchema, z.literal('both')]);
const text = z.string().max(500);

/** A prescription as given: words and numbers frozen, so that the page reads the same next year. */
export const prescriptionValuesSchema = z.strictObject({
  givenOn: daySchema,
  /** Day of the ankle readings it rests on. */
  measuredOn: daySchema,
  /** Units its words are in; plans given before this was kept are metric. */
  units: unitSystemSchema.default('metric'),
  setup: setupSchema,
  thighDepthDeg: thighDepthSchema,
  workingPoint: workingPointSchema,
  reachesWish: z.boolean(),
  /** Where the setup comes from, how likely it is to work, and whether it was tried; left out by plans given before this was kept. */
  from: z.enum(['locked', 'chosen', 'proposed', 'habit']).default('chosen'),
  chance: z.number().min(0).max(1).nullable().default(null),
  isTried: z.boolean().default(true),
  summary: text,
  /** Time the routine takes, in words; empty in plans given before this was kept. */
  time: text.default(''),
  /** A look to take before the routine and again after it; empty in plans given before this was kept. */
  look: text.default(''),
  why: text.default(''),
  /** What has to be ready before the load; empty without one, and in plans given before this was kept. */
  beforeLoad: z.array(text).max(12).default([]),
  /** The variation that is trained, how much of it, why, and what opens the next; empty in plans given before this was kept. */
  training: z.array(text).max(6).default([]),
  rung: rungIdSchema.nullable().default(null),
  /** Purpose of each day of the week, and the time; null in plans given before this was kept. */
  week: z.strictObject({ days: weekDaysSchema, time: timeOfDaySchema }).nullable().default(null),
  /** Day of the recheck. */
  recheckOn: daySchema.nullable().default(null),
  /** What it is meant to change, named on the day it was given; null in plans given before this was kept. */
  aims: z.array(aimSchema).max(6).nullable().default(null),
  changes: z.array(z.strictObject({ what: text, because: text })).max(8),
  /** What is different from the plan given before, and why; null in a first plan and in plans given before this was kept. */
  since: z
    .strictObject({ on: daySchema, lines: z.array(z.string().max(1500)).max(40) })
    .nullable()
    .default(null),
  findings: z
    .array(z.strictObject({ cause: z.string(), side: sideSetSchema, because: text }))
    .max(8),
  cues: z
    .array(z.strictObject({ id: z.string(), words: text, because: text, precaution: text }))
    .max(2),
  drills: z
    .array(
      z.strictObject({
        id: z.string(),
        name: text,
        part: z.enum(['makeRoom', 'ownIt', 'useIt']),
        how: text,
        /** How it should feel; empty in plans given before this was kept. */
        feel: text.default(''),
        dose: text,
        sides: text,
        /** Its sets one after another, timed or counted; empty in plans given before this was kept. */
        steps: z
          .array(
            z.strictObject({
              side: sideSetSchema,
              seconds: z.number().int().min(1).max(3600).nullable(),
              reps: z.number().int().min(1).max(200).nullable(),
            }),
          )
          .max(30)
          .default([]),
        because: text,
        precaution: text,
      }),
    )
    .max(8),
  /** Drills and cues that fit but were left out, with the reason. */
  notAdvised: z
    .array(z.strictObject({ id: z.string(), because: text }))
    .max(12)
    .default([]),
});
export type PrescriptionValues = z.infer<typeof prescriptionValuesSchema>;

export const prescriptionSchema = prescriptionValuesSchema.extend(clientRow);
export type Prescription = z.infer<typeof prescriptionSchema>;
