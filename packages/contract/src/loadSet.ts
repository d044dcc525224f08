import { z } from 'zod';
import { cameraFaultSchema, severitySchema } from './capture.ts';
import { rungIdSchema } from './probe.ts';
import { clientRow, daySchema, idSchema, measured, momentSchema, sideSchema } from './scalars.ts';

/** A set of squats as it was done: load, reps, what was seen of it, how hard it was. */
const loadSetShape = z.strictObject({
  takenOn: daySchema,
  takenAt: momentSchema,
  /** The variation, by its place on the ladder. */
  rung: rungIdSchema,
  /** The locked setup it was done in; null = none was locked. */
  lockId: idSchema.nullable().default(null),
  loadKg: measured(0, 600, ' kg'),
  reps: z.int().min(1).max(100),
  /** Tempo: seconds down, and held at the bottom; null = not said. */
  descentS: z.number().min(0).max(60).nullable().default(null),
  pauseS: z.number().min(0).max(60).nullable().default(null),
  /** Who watched. null = nobody: then nothing is known of its form. */
  watched: z.enum(['eye', 'camera'], { error: 'must be eye, camera or null.' }).nullable(),
  /** The capture it was read from; null = none. Faults that view cannot show stay unknown for the set. */
  captureId: idSchema.nullable().default(null),
  /** Faults seen, with side and reps (empty = all of them); empty list of a watched set = clean. */
  faults: z
    .array(
      z.strictObject({
        fault: cameraFaultSchema.exclude(['pain']),
        side: sideSchema.nullable(),
        severity: severitySchema,
        reps: z.array(z.int().min(1).max(100)).max(100),
      }),
    )
    .max(20)
    .default([]),
  /** Reps that were left, as the client said; null = not asked. */
  repsLeft: z.number().min(0).max(10).nullable().default(null),
  /** Pain 0 to 10; null = not asked. */
  pain: z.int().min(0).max(10).nullable().default(null),
  /** Under the heels, shoe included. */
  heelRiseMm: measured(0, 80, ' mm').default(0),
  shod: z.boolean().default(false),
  belt: z.boolean().default(false),
  /** Withdrawn: kept in the record, does not count. */
  undone: z.boolean().default(false),
});

/** Nothing is known of the form of a set nobody watched, so it names no fault. */
const watchedFaults = (
  { watched, faults }: { watched: string | null; faults: readonly unknown[] },
  check: z.RefinementCtx,
): void => {
  if (watched === null && faults.length > 0)
    check.addIssue({
      code: 'custom',
      path: ['watched'],
      message: 'must be eye or camera where faults are named.',
    });
};

export const loadSetValuesSchema = loadSetShape.superRefine(watchedFaults);
export type LoadSetValues = z.infer<typeof loadSetValuesSchema>;
export const loadSetSchema = loadSetShape.extend(clientRow).superRefine(watchedFaults);
export type LoadSet = z.infer<typeof loadSetSchema>;
