import { z } from 'zod';
import { caseFileSchema } from './caseFile.ts';
import { holdSchema } from './linkage.ts';
import { PLAIN_LOOK } from './row.ts';
import {
  bodyStateSchema,
  clientRow,
  daySchema,
  idSchema,
  measured,
  momentSchema,
  sideSchema,
} from './scalars.ts';

/** One coordinate over time, mm; null where nothing was seen or the view does not show the axis. */
type Channel = (number | null)[];

/** One landmark over time. */
export interface CaptureTrack {
  x: Channel;
  y: Channel;
  z: Channel;
  /** 0 to 1; 0 where nothing was seen. */
  confidence: number[];
}

/** Landmarks on a common clock, as read from a file. Frame of docs/model.md: x forward, y to the client's left, z up, mm. */
export interface Capture {
  /** Seconds, rising. */
  timesS: number[];
  tracks: Record<string, CaptureTrack>;
}

export const cameraViewSchema = z.enum(['side', 'front', 'rear'], {
  error: 'must be side, front or rear.',
});

export const cameraFaultSchema = z.enum(
  [
    'depthShort',
    'heelsRise',
    'toesFloat',
    'weightForward',
    'feetTurnOut',
    'archDrops',
    'outerEdge',
    'kneesIn',
    'kneesOut',
    'kneeWobble',
    'excessLean',
    'trunkShinMismatch',
    'lowBackArch',
    'pelvisTuck',
    'hipsFirst',
    'kneesFirst',
    'hipsRiseEarly',
    'kneesSlideBack',
    'sideShift',
    'unevenTouch',
    'chestDrop',
    'armsFall',
    'noLockout',
    'dropsIn',
    'pain',
  ],
  { error: 'must be a known fault.' },
);

export const severitySchema = z.enum(['slight', 'clear'], { error: 'must be slight or clear.' });
export const phaseSchema = z.enum(['descent', 'bottom', 'ascent'], {
  error: 'must be descent, bottom or ascent.',
});
const repsSchema = z.array(z.int().min(1).max(60)).max(60);

/** A fault that a capture showed, as docs/formats.md gives it. */
const findingSchema = z.strictObject({
  fault: cameraFaultSchema,
  severity: severitySchema,
  value: z.number(),
  unit: z.string().max(8),
  side: sideSchema.nullable(),
  phase: phaseSchema.nullable(),
  reps: repsSchema,
  sd: z.number(),
  worst: z.strictObject({ rep: z.int(), value: z.number() }),
  sure: z.number().min(0).max(1),
  /** Of an arch that gave way: the thigh depth from which it did; absent = not read. */
  atDepthDeg: z.number().min(-90).max(90).optional(),
});

const angle = z.number().min(-180).max(180);

/** What was found in a capture: kept with it, printed by the shell, answered by the server. */
export const reportSchema = z.strictObject({
  reps: z
    .array(z.strictObject({ startS: z.number(), bottomS: z.number(), endS: z.number() }))
    .max(200),
  findings: z.array(findingSchema).max(60),
  /** Every fault that could be read, named or not: mean and scatter over its reps. Empty in captures kept before. */
  measured: z
    .array(
      z.strictObject({
        fault: cameraFaultSchema,
        side: sideSchema.nullable(),
        unit: z.string().max(8),
        mean: z.number(),
        sd: z.number().min(0),
        n: z.int().min(0).max(200),
      }),
    )
    .max(60)
    .default([]),
  leanBudget: z
    .strictObject({
      proportionsDeg: angle,
      ankleDeg: angle,
      unusedAnkleDeg: angle,
      offBalanceDeg: angle,
      observedDeg: angle,
    })
    .nullable(),
  quality: z.strictObject({
    rateHz: z.number(),
    seen: z.number().min(0).max(1),
    bridged: z.number().min(0).max(1),
    consistency: z.enum(['steady', 'varies', 'tooFew']),
    notes: z.array(z.string().max(300)).max(8),
    notJudged: z
      .array(
        z.strictObject({
          fault: cameraFaultSchema,
          side: sideSchema.nullable(),
          because: z.string().max(200),
        }),
      )
      .max(60),
  }),
});

/** What is squatted with: nothing, the training load, or in a setup on trial, which is no baseline. */
export const conditionSchema = z.enum(['bodyweight', 'load', 'trial'], {
  error: 'must be bodyweight, load or trial.',
});
export type Condition = z.infer<typeof conditionSchema>;

const base64 = z
  .string()
  .max(2_000_000)
  .regex(/^[A-Za-z0-9+/]*={0,2}$/, { error: 'must be base 64.' });

/** Landmarks over time, packed: base 64 of little-endian numbers, see docs/formats.md. */
const packedCaptureSchema = z.strictObject({
  startS: z.number(),
  timesBase64: base64,
  tracks: z.record(
    z.string().max(40),
    z.strictObject({ x: base64.optional(), y: base64.optional(), z: base64.optional() }),
  ),
});
export type PackedCapture = z.infer<typeof packedCaptureSchema>;

/** Options of a look beside its view, each chosen by itself; left out = as the client squats unprompted. */
export const lookAsksSchema = z.strictObject({
  arms: z.enum(['free', 'up', 'weight'], { error: 'must be free, up or weight.' }),
  feet: z.enum(['own', 'straight'], { error: 'must be own or straight.' }),
  depth: z.enum(['free', 'seat'], { error: 'must be free or seat.' }),
  /** Under the heels, mm; 0 = flat. */
  heelRiseMm: measured(0, 60, ' mm'),
  shod: z.boolean(),
  /** Cold, warm, or after the routine; null = not recorded. */
  state: bodyStateSchema.nullable().default(null),
  /** On the bar in a loaded look, kg; null = not said. */
  loadKg: measured(0, 600, ' kg').nullable().default(null),
  belt: z.boolean().default(false),
  /** The setup it was made in: unprompted, the one in use, or another; rows from before this was asked count as unprompted. */
  stands: z
    .enum(['habit', 'inUse', 'other'], { error: 'must be habit, inUse or other.' })
    .default('habit'),
  /** How the client stood in it; null = as unprompted. */
  stanceWidthMm: measured(100, 1200, ' mm').nullable().default(null),
  toeOutLeftDeg: measured(-20, 80, '°').nullable().default(null),
  toeOutRightDeg: measured(-20, 80, '°').nullable().default(null),
  /** Where the load was in a loaded look; null = not said. */
  hold: holdSchema.nullable().default(null),
});
export type LookAsks = z.infer<typeof lookAsksSchema>;

const lookFields = {
  takenOn: daySchema,
  takenAt: momentSchema,
  view: cameraViewSchema,
  condition: conditionSchema,
  asks: lookAsksSchema.default(PLAIN_LOOK),
  /** Filmed by mistake: kept, but neither shown nor counted until restored. */
  discarded: z.boolean().default(false),
};

const scaleSchema = z.enum(['none', 'plate', 'foot'], { error: 'must be none, plate or foot.' });

const captureFields = {
  ...lookFields,
  /** Leg in a side view; null = not said. */
  facing: sideSchema.nullable(),
  /** Where its millimetres come from. */
  scale: scaleSchema,
  source: z.enum(['file', 'simulated'], { error: 'must be file or simulated.' }),
  /** The file's name, or what the simulated client was asked to do. */
  name: z.string().trim().min(1).max(200),
  report: reportSchema,
};

/** A capture as kept: its landmarks, the question it was read with, and what was found. */
export const captureValuesSchema = z.strictObject({
  ...captureFields,
  /** Body, limits, setup and target of that day; null when they were not known. */
  subject: caseFileSchema.nullable(),
  series: packedCaptureSchema,
});
export type CaptureValues = z.infer<typeof captureValuesSchema>;

export const captureSchema = captureValuesSchema.extend(clientRow);
export type CaptureRow = z.infer<typeof captureSchema>;

/** A capture without its landmarks: what travels with the dossier. */
export const captureLineSchema = z.strictObject({ ...captureFields, ...clientRow });
export type CaptureLine = z.infer<typeof captureLineSchema>;

/** Where the eye looks, as the core names it. */
export const areaSchema = z.enum(['feet', 'knees', 'hips', 'back', 'arms', 'rhythm'], {
  error: 'must be feet, knees, hips, back, arms or rhythm.',
});

/** One fault as the coach saw it. */
const seenSchema = z.strictObject({
  fault: cameraFaultSchema.exclude(['pain'], {
    error: 'must be a known fault; pain is kept as pain.',
  }),
  severity: severitySchema,
  side: sideSchema.nullable(),
  phase: phaseSchema.nullable(),
  /** Which reps, when they were told apart; empty = not said. */
  reps: repsSchema,
  /** It changed sides from rep to rep: said once a side, each with its reps. */
  alternates: z.boolean().optional(),
  /** Of an arch that gave way: the thigh depth at which it did; absent = not said. */
  atDepthDeg: measured(-45, 45, '°').optional(),
});
export type Seen = z.infer<typeof seenSchema>;

/** A set of squats judged by eye. */
export const judgementValuesSchema = z.strictObject({
  ...lookFields,
  reps: z.int().min(1, { error: 'must be at least 1.' }).max(60),
  loadKg: measured(0, 600, ' kg'),
  /** Parts of the body that were watched; what is not among them was not looked at. null = not recorded, as before it was asked. */
  lookedAt: z.array(areaSchema).max(6).nullable().default(null),
  /** Empty: clean, where it was looked at. */
  seen: z.array(seenSchema).max(60),
});
export type JudgementValues = z.infer<typeof judgementValuesSchema>;

export const judgementSchema = judgementValuesSchema.extend(clientRow);
export type Judgement = z.infer<typeof judgementSchema>;

/** Asks the server to read, judge and keep a file. */
export const importSchema = z.strictObject({
  operationId: idSchema,
  rowId: idSchema,
  ...lookFields,
  facing: sideSchema.nullable().default(null),
  name: z.string().trim().min(1).max(200),
  /** What the file holds: tidy landmark lines or a marker file. */
  text: z.string().min(1, { error: 'must not be empty.' }),
  up: z.enum(['y', 'z']).default('y'),
  scale: scaleSchema.default('none'),
  mapping: z.record(z.string(), z.string()).default({}),
  subject: caseFileSchema.nullable().default(null),
});
