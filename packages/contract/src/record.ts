import { z } from 'zod';
import { captureSchema, judgementSchema } from './capture.ts';
import { moveSchema } from './move.ts';
import { decisionSchema, tableChangeRowSchema, triedSchema } from './probe.ts';
import { clientSchema, clientSetupSchema, prescriptionSchema } from './rows.ts';
import { clearanceSchema, correctionSchema, painSchema, screeningSchema } from './safety.ts';
import { schoolChoiceSchema, schoolSchema } from './school.ts';
import { sessionSchema, trialSchema } from './session.ts';
import { lockSchema, setupTrialSchema } from './setupTrial.ts';

export const RECORD_FORMAT = 'zither-plumb-record';

/**
 * A client's whole record, as docs/formats.md has it: every row that was ever said of them, with when and by whom, and the practice's methods
 * and tables with their history. Its version changes when its meaning does.
 */
export const recordSchema = z.strictObject({
  format: z.literal(RECORD_FORMAT, { error: `must be ${RECORD_FORMAT}.` }),
  version: z.literal(1, { error: 'must be 1: this is a record of another version.' }),
  client: clientSchema,
  sessions: z.array(sessionSchema),
  trials: z.array(trialSchema),
  captures: z.array(captureSchema),
  judgements: z.array(judgementSchema),
  tried: z.array(triedSchema),
  decisions: z.array(decisionSchema),
  /** Every setup that was ever chosen, oldest first; the last is the one chosen now. */
  setups: z.array(clientSetupSchema),
  setupTrials: z.array(setupTrialSchema),
  locks: z.array(lockSchema),
  prescriptions: z.array(prescriptionSchema),
  screenings: z.array(screeningSchema),
  clearances: z.array(clearanceSchema),
  pains: z.array(painSchema),
  corrections: z.array(correctionSchema),
  /** What was entered on the wrong client or side and moved. Records written before this was kept have none. */
  moves: z.array(moveSchema).default([]),
  /** The practice's own methods, every version of each, and which was the usual one; oldest first. */
  methods: z.strictObject({
    own: z.array(schoolSchema),
    choices: z.array(schoolChoiceSchema),
  }),
  /** The practice's changes of its tables, oldest first. */
  tables: z.array(tableChangeRowSchema),
});
export type ClientRecord = z.infer<typeof recordSchema>;
