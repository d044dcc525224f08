import { z } from 'zod';
import { ownCuesSchema } from './cue.ts';
import { ownDrillsSchema } from './drill.ts';
import { isZone } from './days.ts';
import { kitItemSchema } from './kit.ts';
import { countedDrillSchema } from './learned.ts';
import { cameraFaultSchema } from './capture.ts';
import { holdSchema, methodIdSchema, profileIdSchema, workingPointSchema } from './linkage.ts';
import { emergencyValuesSchema } from './safety.ts';
import { measured, momentSchema, practiceRow, unitSystemSchema, wordsUpTo } from './scalars.ts';
import { decidingFaultSchema } from './setupTrial.ts';

/** A range, refused when its ends are the wrong way round. */
const range = (least: number, most: number, unit: string) =>
  z
    .strictObject({ least: measured(least, most, unit), most: measured(least, most, unit) })
    .refine((r) => r.least <= r.most, { error: 'must not end before it begins.' });

const lean = measured(10, 80, '°');
const points = measured(-10, 10, ' points');

/** One of a few words, refused with the list of them. */
const oneOf = <const W extends readonly [string, ...string[]]>(list: W) =>
  z.enum(list, { error: `must be ${list.slice(0, -1).join(', ')} or ${list.at(-1)}.` });

/** Faults of which small values are the fault: clear is the smaller number. */
const SMALL_IS_FAULT: readonly string[] = ['kneesFirst'];

/** A practice's own way of setting a squat up: every parameter of a school, copied from one of the house's and changed. */
export const schoolValuesSchema = z.strictObject({
  name: wordsUpTo(40),
  /** What it holds, in a sentence. */
  holds: wordsUpTo(400),
  copiedFrom: profileIdSchema,
  /** As a multiple of shoulder width. */
  stancePerShoulderWidth: range(0.3, 2.5, ' × shoulder width'),
  toeOutDeg: range(-10, 60, '°'),
  leanLimitDeg: z.strictObject(
    Object.fromEntries(holdSchema.options.map((hold) => [hold, lean])) as Record<
      z.infer<typeof holdSchema>,
      typeof lean
    >,
  ),
  balance: measured(0.2, 0.7, ' of the foot'),
  bufferDeg: measured(0, 15, '°'),
  weanedBufferDeg: measured(0, 15, '°'),
  heelPolicy: oneOf(['bridge', 'tool', 'turnedWedge', 'none']),
  heelMostMm: measured(0, 80, ' mm'),
  /** Up to this height a heel costs nothing. */
  heelFreeMm: measured(0, 80, ' mm').default(0),
  shankMostDeg: measured(-5, 60, '°').nullable(),
  kneeBandDeg: range(-30, 30, '°'),
  kneeTravel: oneOf(['toes', 'shoeFront', 'free']).default('free'),
  toes: oneOf(['left', 'pressed', 'lifted']).default('left'),
  targetDepthDeg: measured(-30, 45, '°'),
  depthPolicy: oneOf(['target', 'shape']).default('target'),
  rounding: oneOf(['never', 'unloaded']).default('never'),
  emphasis: oneOf(['even', 'hip', 'knee']).default('even'),
  workingPoint: workingPointSchema,
  breaks: oneOf(['together', 'hipsFirst', 'kneesFirst']),
  drills: oneOf(['inTheSquat', 'isolatedFirst']),
  cueWords: z.array(wordsUpTo(60)).max(6, { error: 'must be at most 6.' }),
  prefers: z.strictObject({
    room: points,
    lean: points,
    kneeTravel: points,
    habit: points,
    heel: points,
    kit: points,
    depth: points,
  }),
  /** Faults of a trial by which it judges; before this was asked, knees were. */
  decides: z
    .array(decidingFaultSchema)
    .max(decidingFaultSchema.options.length)
    .default(['kneesIn', 'kneesOut']),
  /** Where it calls other sizes a fault than the house does; null = it is none there. */
  faultThresholds: z
    .partialRecord(
      cameraFaultSchema,
      z.strictObject({ slight: measured(0, 200, ''), clear: measured(0, 200, '') }).nullable(),
    )
    .superRefine((sizes, check) => {
      for (const [fault, size] of Object.entries(sizes)) {
        if (!size) continue;
        const further = SMALL_IS_FAULT.includes(fault)
          ? size.slight - size.clear
          : size.clear - size.slight;
        if (further < 0)
          check.addIssue({
            code: 'custom',
            path: [fault],
            message: 'must not call clear what is not yet slight.',
          });
      }
    }),
  /** No longer offered; clients who follow it keep it. */
  retired: z.boolean().default(false),
});
export type SchoolValues = z.infer<typeof schoolValuesSchema>;

export const schoolSchema = schoolValuesSchema.extend(practiceRow);
export type School = z.infer<typeof schoolSchema>;

/** The school a client follows until another is chosen: every choice is kept, the last one counts. */
export const schoolChoiceValuesSchema = z.strictObject({
  at: momentSchema,
  by: z.string().trim().max(4),
  profile: methodIdSchema,
});
export type SchoolChoiceValues = z.infer<typeof schoolChoiceValuesSchema>;

export const schoolChoiceSchema = schoolChoiceValuesSchema.extend(practiceRow);

/** In which units the practice reads and types, unless a device says otherwise; what is kept is mm and kg. The last one said counts. */
export const unitsValuesSchema = z.strictObject({
  at: momentSchema,
  by: z.string().trim().max(4),
  system: unitSystemSchema,
});
export type UnitsValues = z.infer<typeof unitsValuesSchema>;
export const unitsSchema = unitsValuesSchema.extend(practiceRow);

/** Where the gym stands: its days are days there, for the server and every device. The last one said counts. */
export const zoneValuesSchema = z.strictObject({
  zone: z
    .string()
    .max(64)
    .refine(isZone, { error: 'must be a time zone as the IANA names it, such as Europe/Zurich.' }),
});
export type ZoneValues = z.infer<typeof zoneValuesSchema>;
export const zoneSchema = zoneValuesSchema.extend(practiceRow);

/** What stands in the rack of this gym, for every client. The last word counts. */
export const rackValuesSchema = z.strictObject({
  at: momentSchema,
  by: z.string().trim().max(4),
  items: z.array(kitItemSchema).max(60, { error: 'must be at most 60 pieces.' }),
});
export type RackValues = z.infer<typeof rackValuesSchema>;
export const rackSchema = rackValuesSchema.extend(practiceRow);

/** A practice's own schools, and the one its clients start with. */
export const schoolsSchema = z.strictObject({
  own: z.array(schoolSchema),
  usual: methodIdSchema,
  /** What to do in an emergency in this gym, and when it was said; left out until a coach entered it. */
  emergency: emergencyValuesSchema.optional(),
  /** Left out until a coach chose. */
  units: unitSystemSchema.optional(),
  /** The gym's time zone. */
  zone: z.string().max(64).optional(),
  /** Drills of the practice's own, and its versions of the house's; left out while there are none. */
  drills: ownDrillsSchema.optional(),
  /** The same for cues. */
  cues: ownCuesSchema.optional(),
  /** What stands in the rack; left out until a coach said. */
  rack: z.array(kitItemSchema).optional(),
  /** What was counted of the drills and the plan may use; left out while it may not. */
  counts: z.strictObject({ at: momentSchema, drills: z.array(countedDrillSchema) }).optional(),
});
export type Schools = z.infer<typeof schoolsSchema>;
