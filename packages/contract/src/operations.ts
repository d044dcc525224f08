import { z } from 'zod';
import {
  captureLineSchema,
  captureValuesSchema,
  judgementSchema,
  judgementValuesSchema,
} from './capture.ts';
import {
  clientSchema,
  clientSetupSchema,
  clientSetupValuesSchema,
  clientValuesSchema,
  prescriptionSchema,
  prescriptionValuesSchema,
} from './rows.ts';
import {
  clearanceSchema,
  clearanceValuesSchema,
  correctionSchema,
  correctionValuesSchema,
  painSchema,
  painValuesSchema,
  screeningSchema,
  screeningValuesSchema,
} from './safety.ts';
import {
  decisionSchema,
  decisionValuesSchema,
  tableChangeRowSchema,
  tableChangeValuesSchema,
  triedSchema,
  triedValuesSchema,
} from './probe.ts';
import { moveSchema, moveValuesSchema } from './move.ts';
import { daySchema, idSchema, momentSchema } from './scalars.ts';
import {
  schoolChoiceSchema,
  schoolChoiceValuesSchema,
  schoolSchema,
  schoolValuesSchema,
} from './school.ts';
import { sessionSchema, stageSchema, trialSchema, trialValuesSchema } from './session.ts';
import {
  lockSchema,
  lockValuesSchema,
  setupTrialSchema,
  setupTrialValuesSchema,
} from './setupTrial.ts';

/**
 * Every write is one of these. `operationId` is made by the client, so a repeated send is recognised and answered as
 * before; `baseVersion` is the row version the change was made against, 0 for a new row.
 */
const base = {
  operationId: idSchema,
  rowId: idSchema,
  baseVersion: z.int().min(0),
  /** When it was said on the device, by its corrected clock; left out = when it reaches the server. */
  saidAt: momentSchema.optional(),
  /** Initials of who said it. */
  saidBy: z.string().trim().max(4).optional(),
};

export const operationSchema = z.discriminatedUnion(
  'kind',
  [
    z.strictObject({ ...base, kind: z.literal('client.put'), values: clientValuesSchema }),
    z.strictObject({ ...base, kind: z.literal('client.archive'), archived: z.boolean() }),
    // Opens the day's session, or says where in it the coach is. Nothing in it can be overwritten unseen, so the
    // version does not matter and two phones open one session.
    z.strictObject({
      ...base,
      kind: z.literal('session.visit'),
      clientId: idSchema,
      day: daySchema,
      at: stageSchema,
    }),
    z.strictObject({
      ...base,
      kind: z.literal('trial.put'),
      clientId: idSchema,
      values: trialValuesSchema,
    }),
    z.strictObject({
      ...base,
      kind: z.literal('capture.put'),
      clientId: idSchema,
      values: captureValuesSchema,
    }),
    z.strictObject({
      ...base,
      kind: z.literal('capture.discard'),
      clientId: idSchema,
      discarded: z.boolean(),
    }),
    z.strictObject({
      ...base,
      kind: z.literal('judgement.put'),
      clientId: idSchema,
      values: judgementValuesSchema,
    }),
    z.strictObject({
      ...base,
      kind: z.literal('tried.put'),
      clientId: idSchema,
      values: triedValuesSchema,
    }),
    z.strictObject({
      ...base,
      kind: z.literal('decision.put'),
      clientId: idSchema,
      values: decisionValuesSchema,
    }),
    // Belongs to the practice, not to a client. Adds to the history; nothing in it can be overwritten.
    z.strictObject({ ...base, kind: z.literal('tables.change'), values: tableChangeValuesSchema }),
    // Of the practice as well: its own schools, and the one its clients start with.
    z.strictObject({ ...base, kind: z.literal('school.put'), values: schoolValuesSchema }),
    z.strictObject({ ...base, kind: z.literal('school.choose'), values: schoolChoiceValuesSchema }),
    z.strictObject({
      ...base,
      kind: z.literal('setupTrial.put'),
      clientId: idSchema,
      values: setupTrialValuesSchema,
    }),
    z.strictObject({
      ...base,
      kind: z.literal('lock.put'),
      clientId: idSchema,
      values: lockValuesSchema,
    }),
    // The only thing that may change of a settled setup.
    z.strictObject({
      ...base,
      kind: z.literal('lock.takeBack'),
      clientId: idSchema,
      takenBack: z.boolean(),
    }),
    z.strictObject({
      ...base,
      kind: z.literal('setup.put'),
      clientId: idSchema,
      values: clientSetupValuesSchema,
    }),
    z.strictObject({
      ...base,
      kind: z.literal('prescription.put'),
      clientId: idSchema,
      values: prescriptionValuesSchema,
    }),
    z.strictObject({
      ...base,
      kind: z.literal('screening.put'),
      clientId: idSchema,
      values: screeningValuesSchema,
    }),
    z.strictObject({
      ...base,
      kind: z.literal('clearance.put'),
      clientId: idSchema,
      values: clearanceValuesSchema,
    }),
    z.strictObject({
      ...base,
      kind: z.literal('pain.put'),
      clientId: idSchema,
      values: painValuesSchema,
    }),
    z.strictObject({
      ...base,
      kind: z.literal('correction.put'),
      clientId: idSchema,
      values: correctionValuesSchema,
    }),
    // Of entries made on the wrong client or side. `clientId`: where they are now.
    z.strictObject({
      ...base,
      kind: z.literal('entries.move'),
      clientId: idSchema,
      values: moveValuesSchema,
    }),
  ],
  { error: 'must be a known kind of operation.' },
);
export type Operation = z.infer<typeof operationSchema>;
export type OperationKind = Operation['kind'];

/** The row as it stands after the operation. */
export const operationResultSchema = z.discriminatedUnion('entity', [
  z.strictObject({ entity: z.literal('client'), row: clientSchema }),
  z.strictObject({ entity: z.literal('session'), row: sessionSchema }),
  z.strictObject({ entity: z.literal('trial'), row: trialSchema }),
  // Without its landmarks: whoever sent them has them.
  z.strictObject({ entity: z.literal('capture'), row: captureLineSchema }),
  z.strictObject({ entity: z.literal('judgement'), row: judgementSchema }),
  z.strictObject({ entity: z.literal('tried'), row: triedSchema }),
  z.strictObject({ entity: z.literal('decision'), row: decisionSchema }),
  z.strictObject({ entity: z.literal('tableChange'), row: tableChangeRowSchema }),
  z.strictObject({ entity: z.literal('school'), row: schoolSchema }),
  z.strictObject({ entity: z.literal('schoolChoice'), row: schoolChoiceSchema }),
  z.strictObject({ entity: z.literal('setupTrial'), row: setupTrialSchema }),
  z.strictObject({ entity: z.literal('lock'), row: lockSchema }),
  z.strictObject({ entity: z.literal('setup'), row: clientSetupSchema }),
  z.strictObject({ entity: z.literal('prescription'), row: prescriptionSchema }),
  z.strictObject({ entity: z.literal('screening'), row: screeningSchema }),
  z.strictObject({ entity: z.literal('clearance'), row: clearanceSchema }),
  z.strictObject({ entity: z.literal('pain'), row: painSchema }),
  z.strictObject({ entity: z.literal('correction'), row: correctionSchema }),
  z.strictObject({ entity: z.literal('move'), row: moveSchema }),
]);
export type OperationResult = z.infer<typeof operationResultSchema>;

/** A refused operation whose row has moved on: the problem plus the row as it stands. */
export const conflictSchema = z.strictObject({
  code: z.literal('rowChanged'),
  message: z.string(),
  path: z.string().optional(),
  current: operationResultSchema,
});
export type Conflict = z.infer<typeof conflictSchema>;
