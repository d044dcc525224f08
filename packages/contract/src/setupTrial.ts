import { z } from 'zod';
import { methodIdSchema, setupSchema, thighDepthSchema, workingPointSchema } from './linkage.ts';
import { bothSides, clientRow, daySchema, idSchema, momentSchema, sideSchema } from './scalars.ts';

/** What may be looked at in a trial. */
export const trialPartSchema = z.enum(
  ['heels', 'foot', 'knees', 'tuck', 'shift', 'balance', 'rise'],
  { error: 'must be heels, foot, knees, tuck, shift, balance or rise.' },
);

const trialFaults = [
  'archDrops',
  'feetTurnOut',
  'outerEdge',
  'sideShift',
  'weightForward',
  'toesFloat',
  'hipsRiseEarly',
] as const;

/** Faults that a trial records beside heels, knees, tuck and depth. */
export const trialFaultSchema = z.enum(trialFaults, {
  error: 'must be a fault that a trial records.',
});

/** Faults by which a method may judge a trial. */
export const decidingFaultSchema = z.enum([...trialFaults, 'kneesIn', 'kneesOut'], {
  error: 'must be a fault that a trial records.',
});

const tried = {
  setup: setupSchema,
  thighDepthDeg: thighDepthSchema,
  /** The school it was tried under. */
  profile: methodIdSchema,
};

/** Three to five reps in one setup, and what they showed. */
export const setupTrialValuesSchema = z.strictObject({
  takenOn: daySchema,
  takenAt: momentSchema,
  ...tried,
  /** Why this one: likely to work, telling, or the coach's own choice. */
  why: z.enum(['promising', 'informative', 'own'], {
    error: 'must be promising, informative or own.',
  }),
  /** What was predicted; null = nobody asked. */
  chance: z.number().min(0).max(1).nullable(),
  /** Thigh depth at the bottom. */
  depthDeg: thighDepthSchema,
  heelRose: bothSides(z.boolean()),
  knees: bothSides(z.enum(['over', 'in', 'out'], { error: 'must be over, in or out.' })),
  /** Thigh depth at which the pelvis began to tuck; null = it did not. */
  tuckFromDeg: thighDepthSchema.nullable(),
  /** What else was seen; of one that changes sides, an entry a side. */
  faults: z
    .array(
      z.strictObject({
        fault: trialFaultSchema,
        side: sideSchema.nullable(),
        /** Of an arch that gave way: the thigh depth at which it did; absent = not said. */
        atDepthDeg: thighDepthSchema.optional(),
      }),
    )
    .max(2 * trialFaults.length)
    .default([]),
  /** What was looked at; null = not recorded. */
  lookedAt: z.array(trialPartSchema).max(trialPartSchema.options.length).nullable().default(null),
  /** 1 = not at all, 5 = at home; null = not asked. */
  comfort: z.int().min(1).max(5).nullable(),
  /** Where and how much stands in the record of pain. */
  pain: z.boolean(),
  /** Captures of this trial. */
  captureIds: z.array(idSchema).max(3).default([]),
  /** Withdrawn: kept in the record, does not count. */
  undone: z.boolean().default(false),
});
export type SetupTrialValues = z.infer<typeof setupTrialValuesSchema>;

export const setupTrialSchema = setupTrialValuesSchema.extend(clientRow);
export type SetupTrial = z.infer<typeof setupTrialSchema>;

const believed = z.strictObject({ deg: z.number(), sd: z.number().min(0) });

/** A setup that is settled: what, who, when, why, and the evidence for it. Never changed: the next one is the next version. */
export const lockValuesSchema = z.strictObject({
  on: daySchema,
  at: momentSchema,
  by: z.string().trim().max(4),
  why: z
    .string()
    .trim()
    .min(1, { error: 'must say why.' })
    .max(300, { error: 'must be at most 300 characters.' }),
  ...tried,
  workingPoint: workingPointSchema,
  /** The school's name on that day. */
  profileName: z.string().min(1).max(40),
  evidence: z.strictObject({
    /** Chance of a clean rep as believed that day; null = not worked out. */
    chance: z.number().min(0).max(1).nullable(),
    /** Trials it rests on. */
    trials: z.array(idSchema).max(60),
    /** What was believed of the limits that day; null = not worked out. */
    limits: z
      .strictObject({ left: believed, right: believed, fold: believed.nullable() })
      .nullable(),
    says: z.array(z.string().max(300)).max(12),
  }),
  takenBack: z.boolean().default(false),
});
export type LockValues = z.infer<typeof lockValuesSchema>;

export const lockSchema = lockValuesSchema.extend(clientRow);
export type Lock = z.infer<typeof lockSchema>;
