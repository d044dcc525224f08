import { z } from 'zod';
import { cameraFaultSchema } from './capture.ts';
import { methodIdSchema } from './linkage.ts';
import { measureIdSchema } from './session.ts';
import {
  causeIdSchema,
  findingIdSchema,
  groupIdSchema,
  NAMED_OUTCOMES,
  outcomeFits,
  outcomeSchema,
  testIdSchema,
} from './diagnosis.ts';
import {
  clientRow,
  daySchema,
  idSchema,
  measured,
  momentSchema,
  practiceRow,
  sideSchema,
} from './scalars.ts';

/** A short test as it was done: what it did to what was seen before. */
const triedShape = z.strictObject({
  takenOn: daySchema,
  takenAt: momentSchema,
  test: testIdSchema,
  side: sideSchema.nullable(),
  outcome: outcomeSchema,
  /** Where the front of a joint stopped it: tight, or a pinch; null = not said, which counts as a pinch. */
  felt: z.enum(['tight', 'pinch'], { error: 'must be tight or pinch.' }).nullable().default(null),
  /** Of a cue that was tried: one of the house's by its id, or words of the coach or the method; null for every other test. */
  cue: z
    .strictObject({
      id: z.string().max(60).nullable(),
      words: z
        .string()
        .trim()
        .min(1, { error: 'must not be empty.' })
        .max(120, { error: 'must be at most 120 characters.' }),
    })
    .nullable()
    .default(null),
  /** What it did to each finding. */
  results: z
    .array(
      z.strictObject({
        fault: cameraFaultSchema.exclude(['pain']),
        side: sideSchema.nullable(),
        outcome: z.enum(['clears', 'helps', 'same', 'worse'], {
          error: 'must be clears, helps, same or worse.',
        }),
      }),
    )
    .max(12)
    .default([]),
  /** Withdrawn: kept in the record, does not count. */
  undone: z.boolean().default(false),
});
export const triedValuesSchema = triedShape.superRefine(outcomeFits);
export type TriedValues = z.infer<typeof triedValuesSchema>;

export const triedSchema = triedShape.extend(clientRow).superRefine(outcomeFits);
export type Tried = z.infer<typeof triedSchema>;

const because = z.string().trim().min(1, { error: 'must not be empty.' }).max(300);

const decided = {
  on: daySchema,
  at: momentSchema,
  takenBack: z.boolean().default(false),
};

const leaveAlone = {
  ...decided,
  kind: z.literal('leaveAlone'),
  finding: cameraFaultSchema.exclude(['pain'], {
    error: 'must be a known fault; pain is never left alone.',
  }),
  side: sideSchema.nullable(),
  because,
};

const workOn = {
  ...decided,
  kind: z.literal('workOn'),
  /** As they stood when it was decided, most probable first. */
  causes: z
    .array(
      z.strictObject({
        cause: causeIdSchema,
        side: sideSchema.nullable(),
        probability: z.number().min(0).max(1),
        because: z.array(z.string().max(200)).max(8),
      }),
    )
    .min(1, { error: 'must name a cause.' })
    .max(6),
};

export const rungIdSchema = z.enum(
  [
    'supported',
    'counterweight',
    'box',
    'goblet',
    'gobletHeels',
    'front',
    'highBar',
    'lowBar',
    'overhead',
  ],
  { error: 'must be a known variation.' },
);

const repsSchema = z.int().min(1).max(30);

export const doseSchema = z.strictObject({
  kind: z.enum(['skill', 'base'], { error: 'must be skill or base.' }),
  sets: z.int().min(1).max(10),
  reps: z.strictObject({ least: repsSchema, most: repsSchema }),
  descentS: z.number().min(1).max(20).nullable(),
  pauseS: z.number().min(0).max(20),
});

/** The coach's own choice of what is trained; what is null follows from the purpose and from what was seen. */
const train = {
  ...decided,
  kind: z.literal('train'),
  rung: rungIdSchema.nullable(),
  dose: doseSchema.nullable(),
  /** Purpose of a heel lift, for methods that call it a tool. */
  heelRole: z
    .enum(['warmUp', 'accessory', 'primary'], {
      error: 'must be warmUp, accessory or primary.',
    })
    .nullable(),
};

/** The test that opens the next variation, as it went. */
const entryTest = {
  ...decided,
  kind: z.literal('entryTest'),
  rung: rungIdSchema,
  reps: repsSchema,
  /** Held still at the bottom of every rep. */
  pauseS: z.number().min(0).max(60),
  loadKg: measured(0, 600, ' kg'),
  /** With something under the heels. */
  isLifted: z.boolean(),
  isClean: z.boolean(),
};

/** What the coach said of the routine. */
const routine = {
  ...decided,
  kind: z.literal('routine'),
  minutes: z.int().min(3).max(40),
  /** Kit in the room beyond what every room has; null = all of it. */
  kit: z
    .array(
      z.enum(['wall', 'upright', 'line', 'ball', 'roller', 'lightWeight', 'bar'], {
        error: 'must be a known piece of kit.',
      }),
    )
    .max(7)
    .nullable(),
  pinned: z.array(z.string().max(60)).max(12),
  banned: z.array(z.string().max(60)).max(60),
};

/** Purpose of each day, Monday first. */
export const weekDaysSchema = z
  .array(
    z.enum(['train', 'routine', 'micro', 'rest'], {
      error: 'must be train, routine, micro or rest.',
    }),
  )
  .length(7, { error: 'must be seven days.' });
/** Time of the day, as on the clock there: no time zone. */
export const timeOfDaySchema = z
  .string()
  .regex(/^([01]\d|2[0-3]):[0-5]\d$/, { error: 'must be a time like 18:00.' });

/** The week of a plan: the purpose of each day, the time, and the day of the recheck. */
const week = {
  ...decided,
  kind: z.literal('week'),
  days: weekDaysSchema,
  time: timeOfDaySchema,
  /** Day of the recheck; null = as the causes ask. */
  recheckOn: daySchema.nullable(),
};

/** The coach's own word on each finding after the routine: of this day, and of no other. */
const afterRoutine = {
  ...decided,
  kind: z.literal('afterRoutine'),
  calls: z
    .array(
      z.strictObject({
        fault: cameraFaultSchema,
        side: sideSchema.nullable(),
        call: z.enum(['better', 'same', 'worse'], { error: 'must be better, same or worse.' }),
      }),
    )
    .max(30),
};

const word = z.enum(['better', 'same', 'worse', 'unknown'], {
  error: 'must be better, same, worse or unknown.',
});

/** A finding or a reading that a plan is meant to change. */
export const aimSchema = z.discriminatedUnion(
  'kind',
  [
    z.strictObject({
      kind: z.literal('finding'),
      fault: cameraFaultSchema,
      side: sideSchema.nullable(),
    }),
    z.strictObject({
      kind: z.literal('reading'),
      measure: measureIdSchema,
      side: sideSchema.nullable(),
    }),
  ],
  { error: 'must be a finding or a reading.' },
);

/** A recheck as it was kept: what each aim did by the method and the numbers of that day, the coach's own word, and what comes next. */
const recheck = {
  ...decided,
  kind: z.literal('recheck'),
  /** The plan that was checked. */
  plan: idSchema,
  /** The method the findings were named by, as it was then. */
  method: z.strictObject({ id: methodIdSchema, version: z.int().min(0) }),
  results: z
    .array(
      z.strictObject({
        aim: aimSchema,
        /** Named with the plan, and judged together with the others. */
        isAim: z.boolean(),
        word,
        by: z.enum(['camera', 'eye', 'reading']).nullable(),
        before: z.number().nullable(),
        after: z.number().nullable(),
        unit: z.string().max(12),
        countsFrom: z.number().min(0).nullable(),
        call: word.exclude(['unknown']).nullable(),
      }),
    )
    .max(60),
  step: z.enum(['keep', 'heelDown', 'nextRung', 'adjustSetup', 'changeDrill', 'refer'], {
    error: 'must be a known next step.',
  }),
  nextOn: daySchema,
};

/** The client agreed that a report goes to a clinician. */
const consent = {
  ...decided,
  kind: z.literal('consent'),
  /** Whom it may go to. */
  who: z
    .string()
    .trim()
    .min(1, { error: 'must say who may have it.' })
    .max(120, { error: 'must be at most 120 characters.' }),
};

const choose = {
  ...decided,
  kind: z.literal('choose'),
  /** `workOn`: the plan works on it, whatever its chance; `setAside`: it does not. */
  as: z.enum(['workOn', 'setAside'], { error: 'must be workOn or setAside.' }),
  of: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('group'), group: groupIdSchema }),
    z.strictObject({
      kind: z.literal('cause'),
      cause: causeIdSchema,
      side: sideSchema.nullable(),
    }),
  ]),
};

const kindError = {
  error:
    'must be leaveAlone, workOn, choose, train, entryTest, routine, week, afterRoutine, recheck or consent.',
};

/** What a coach concluded: a finding too small to matter, the causes a plan is made for, what is trained, or how an entry test went. */
export const decisionValuesSchema = z.discriminatedUnion(
  'kind',
  [
    z.strictObject(leaveAlone),
    z.strictObject(workOn),
    z.strictObject(choose),
    z.strictObject(train),
    z.strictObject(entryTest),
    z.strictObject(routine),
    z.strictObject(week),
    z.strictObject(afterRoutine),
    z.strictObject(recheck),
    z.strictObject(consent),
  ],
  kindError,
);
export type DecisionValues = z.infer<typeof decisionValuesSchema>;

export const decisionSchema = z.discriminatedUnion(
  'kind',
  [
    z.strictObject({ ...leaveAlone, ...clientRow }),
    z.strictObject({ ...workOn, ...clientRow }),
    z.strictObject({ ...choose, ...clientRow }),
    z.strictObject({ ...train, ...clientRow }),
    z.strictObject({ ...entryTest, ...clientRow }),
    z.strictObject({ ...routine, ...clientRow }),
    z.strictObject({ ...week, ...clientRow }),
    z.strictObject({ ...afterRoutine, ...clientRow }),
    z.strictObject({ ...recheck, ...clientRow }),
    z.strictObject({ ...consent, ...clientRow }),
  ],
  kindError,
);
export type Decision = z.infer<typeof decisionSchema>;

const share = z
  .number({ error: 'must be a number.' })
  .min(0.001, { error: 'must be from 0.001 to 0.999.' })
  .max(0.999, { error: 'must be from 0.001 to 0.999.' })
  .nullable();
const pull = ['strong', 'some', 'weak', 'none'] as const;
const severity = z.enum(['slight', 'clear'], { error: 'must be slight or clear.' });

/** Within what each spread may be set: degrees for angles, mm for the tape, shares of themselves for lengths and balance. */
const SPREAD_LIMITS = {
  ankleDeg: [0.2, 8],
  carriedOverDeg: [0, 8],
  foldDeg: [0.5, 20],
  thigh: [0.001, 0.2],
  trunk: [0.001, 0.2],
  shank: [0.001, 0.2],
  thighTrunk: [-0.95, 0],
  tapeMm: [1, 50],
  balance: [0.001, 0.2],
} as const;
const SPREAD_NAMES = Object.keys(SPREAD_LIMITS) as (keyof typeof SPREAD_LIMITS)[];

/** One entry of the tables of causes and tests, or of the numbers behind every chance, changed by a practice; `to` null puts the house default back. */
export const tableChangeSchema = z.discriminatedUnion(
  'kind',
  [
    z.strictObject({ kind: z.literal('prior'), cause: causeIdSchema, to: share }),
    z.strictObject({
      kind: z.literal('link'),
      finding: findingIdSchema,
      cause: causeIdSchema,
      to: z
        .enum([...pull, 'against'], { error: 'must be strong, some, weak, none or against.' })
        .nullable(),
    }),
    z.strictObject({
      kind: z.literal('testLink'),
      test: testIdSchema,
      cause: causeIdSchema,
      effect: z.enum(['relieves', 'worsens', 'hurts', ...NAMED_OUTCOMES], {
        error: 'must be relieves, worsens, hurts, or an outcome that names causes.',
      }),
      to: z.enum(pull, { error: 'must be strong, some, weak or none.' }).nullable(),
    }),
    z.strictObject({
      kind: z.literal('minutes'),
      test: testIdSchema,
      to: z
        .number({ error: 'must be a number.' })
        .min(0.25, { error: 'must be from 0.25 to 30 minutes.' })
        .max(30, { error: 'must be from 0.25 to 30 minutes.' })
        .nullable(),
    }),
    z.strictObject({
      kind: z.literal('strength'),
      strength: z.enum(['strong', 'some', 'weak', 'against'], {
        error: 'must be strong, some, weak or against.',
      }),
      to: share,
    }),
    z.strictObject({
      kind: z.literal('sureness'),
      by: z.enum(['measured', 'eye'], { error: 'must be measured or eye.' }),
      severity,
      to: z
        .number({ error: 'must be a number.' })
        .min(0.5, { error: 'must be from 0.5 to 0.999.' })
        .max(0.999, { error: 'must be from 0.5 to 0.999.' })
        .nullable(),
    }),
    z
      .strictObject({
        kind: z.literal('spread'),
        spread: z.enum(SPREAD_NAMES, { error: `must be one of ${SPREAD_NAMES.join(', ')}.` }),
        to: z.number({ error: 'must be a number.' }).nullable(),
      })
      .superRefine(({ spread, to }, check) => {
        const [least, most] = SPREAD_LIMITS[spread];
        if (to !== null && (to < least || to > most))
          check.addIssue({
            code: 'custom',
            path: ['to'],
            message: `must be from ${least} to ${most}.`,
          });
      }),
    z.strictObject({
      kind: z.literal('chance'),
      chance: z.enum(['try', 'least', 'lock'], { error: 'must be try, least or lock.' }),
      to: z
        .number({ error: 'must be a number.' })
        .min(0.05, { error: 'must be from 0.05 to 0.95.' })
        .max(0.95, { error: 'must be from 0.05 to 0.95.' })
        .nullable(),
    }),
  ],
  { error: 'must be a known entry of the tables.' },
);

/** A change of the tables with who made it and why: the history is never rewritten, the last word on an entry counts. */
export const tableChangeValuesSchema = z.strictObject({
  at: momentSchema,
  by: z.string().trim().max(4),
  why: z
    .string()
    .trim()
    .min(1, { error: 'must say why.' })
    .max(200, { error: 'must be at most 200 characters.' }),
  changes: z.array(tableChangeSchema).min(1, { error: 'must change something.' }).max(200),
});
export type TableChangeValues = z.infer<typeof tableChangeValuesSchema>;

export const tableChangeRowSchema = tableChangeValuesSchema.extend(practiceRow);
export type TableChangeRow = z.infer<typeof tableChangeRowSchema>;

/** Every change of a practice's tables, oldest first. */
export const tableHistorySchema = z.strictObject({ changes: z.array(tableChangeRowSchema) });
