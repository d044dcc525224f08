import { z } from 'zod';

/** How this device measures and who holds it. Kept on the device: another phone has another sensor. */
export const settingsSchema = z.object({
  initials: z.string().max(4).default('CH'),
  /** What reads angles. */
  angle: z.enum(['byHand', 'motionSensor', 'simulatedInclinometer']).default('byHand'),
  /** What reads lengths. */
  length: z.enum(['byHand', 'simulatedTape']).default('byHand'),
  /** How the simulated inclinometer behaves, to learn what to do when a real one fails. */
  simulatedFault: z.enum(['none', 'missing', 'refused', 'frozen']).default('none'),
  /** A short vibration and sound when a reading is steady and taken. */
  signals: z.boolean().default(true),
  /** Units on this device; null = the practice's. */
  units: z.enum(['metric', 'imperial']).nullable().default(null),
  /** Paper that plans are printed on; null = by the units. */
  paper: z.enum(['A4', 'LETTER']).nullable().default(null),
  /** What a file's landmarks are called: asked once, remembered for the next file. */
  landmarks: z.record(z.string(), z.string()).default({}),
  /** Kit for short tests that is missing where this device is used. */
  missing: z
    .array(z.enum(['heelLift', 'lightWeight', 'upright', 'slickFloor', 'lowBox', 'loadedBar']))
    .default([]),
  /** Pull against the wall when the phone was last zeroed, in g. */
  zero: z.object({ x: z.number(), y: z.number(), z: z.number() }).nullable().default(null),
});
export type Settings = z.infer<typeof settingsSchema>;
