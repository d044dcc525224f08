import { z } from 'zod';
import {
  captureLineSchema,
  captureSchema,
  captureValuesSchema,
  judgementSchema,
  judgementValuesSchema,
} from './capture.ts';
import { cueChangeSchema, cueChangeValuesSchema } from './cue.ts';
import { drillChangeSchema, drillChangeValuesSchema } from './drill.ts';
import { countsUseSchema, countsUseValuesSchema } from './learned.ts';
import {
  KINDS,
  LISTED_KINDS,
  type ListedKind,
  type NewestKind,
  type PutKind,
  type RowKind,
} from './kinds.ts';
import { homeReportSchema, homeReportValuesSchema, linkSchema, linkValuesSchema } from './home.ts';
import { moveSchema, moveValuesSchema } from './move.ts';
import {
  decisionSchema,
  decisionValuesSchema,
  tableChangeRowSchema,
  tableChangeValuesSchema,
  triedSchema,
  triedValuesSchema,
} from './probe.ts';
import {
  clientSchema,
  clientSetupSchema,
  clientSetupValuesSchema,
  clientValuesSchema,
  prescriptionSchema,
  prescriptionValuesSchema,
  type Client,
} from './rows.ts';
import {
  clearanceSchema,
  clearanceValuesSchema,
  correctionSchema,
  correctionValuesSchema,
  emergencySchema,
  emergencyValuesSchema,
  painSchema,
  painValuesSchema,
  screeningSchema,
  screeningValuesSchema,
  stopSchema,
  stopValuesSchema,
} from './safety.ts';
import {
  schoolChoiceSchema,
  schoolChoiceValuesSchema,
  schoolSchema,
  schoolsSchema,
  schoolValuesSchema,
  rackSchema,
  rackValuesSchema,
  unitsSchema,
  unitsValuesSchema,
  zoneSchema,
  zoneValuesSchema,
  type Schools,
} from './school.ts';
import { loadSetSchema, loadSetValuesSchema } from './loadSet.ts';
import { sessionSchema, sessionValuesSchema, trialSchema, trialValuesSchema } from './session.ts';
import {
  lockSchema,
  lockValuesSchema,
  setupTrialSchema,
  setupTrialValuesSchema,
} from './setupTrial.ts';

/** Of each kind: what is said in it, and the row as kept; `line` leaves out what is kept apart. */
export const SCHEMAS = {
  client: { values: clientValuesSchema, row: clientSchema },
  session: { values: sessionValuesSchema, row: sessionSchema },
  trial: { values: trialValuesSchema, row: trialSchema },
  capture: { values: captureValuesSchema, row: captureSchema, line: captureLineSchema },
  judgement: { values: judgementValuesSchema, row: judgementSchema },
  tried: { values: triedValuesSchema, row: triedSchema },
  decision: { values: decisionValuesSchema, row: decisionSchema },
  setup: { values: clientSetupValuesSchema, row: clientSetupSchema },
  setupTrial: { values: setupTrialValuesSchema, row: setupTrialSchema },
  lock: { values: lockValuesSchema, row: lockSchema },
  prescription: { values: prescriptionValuesSchema, row: prescriptionSchema },
  link: { values: linkValuesSchema, row: linkSchema },
  homeReport: { values: homeReportValuesSchema, row: homeReportSchema },
  loadSet: { values: loadSetValuesSchema, row: loadSetSchema },
  screening: { values: screeningValuesSchema, row: screeningSchema },
  clearance: { values: clearanceValuesSchema, row: clearanceSchema },
  pain: { values: painValuesSchema, row: painSchema },
  stop: { values: stopValuesSchema, row: stopSchema },
  correction: { values: correctionValuesSchema, row: correctionSchema },
  move: { values: moveValuesSchema, row: moveSchema },
  school: { values: schoolValuesSchema, row: schoolSchema },
  schoolChoice: { values: schoolChoiceValuesSchema, row: schoolChoiceSchema },
  cueChange: { values: cueChangeValuesSchema, row: cueChangeSchema },
  drillChange: { values: drillChangeValuesSchema, row: drillChangeSchema },
  tableChange: { values: tableChangeValuesSchema, row: tableChangeRowSchema },
  emergency: { values: emergencyValuesSchema, row: emergencySchema },
  units: { values: unitsValuesSchema, row: unitsSchema },
  zone: { values: zoneValuesSchema, row: zoneSchema },
  rack: { values: rackValuesSchema, row: rackSchema },
  countsUse: { values: countsUseValuesSchema, row: countsUseSchema },
} as const satisfies Record<RowKind, { values: z.ZodType; row: z.ZodType; line?: z.ZodType }>;

type Schemas = typeof SCHEMAS;
type Kinds = typeof KINDS;
export type ValuesOf<K extends PutKind> = z.infer<Schemas[K]['values']>;
export type RowOf<K extends RowKind> = z.infer<Schemas[K]['row']>;
export type LineOf<K extends RowKind> = Schemas[K] extends { line: infer L extends z.ZodType }
  ? z.infer<L>
  : RowOf<K>;

/** A row as it travels: without what is kept apart. */
export const lineSchemaOf = (kind: RowKind): z.ZodType => {
  const schemas: { row: z.ZodType; line?: z.ZodType } = SCHEMAS[kind];
  return schemas.line ?? schemas.row;
};

/** Any row, with its kind. */
export type KeptRow = { [K in RowKind]: { entity: K; row: LineOf<K> } }[RowKind];
export const keptRowSchema = z.discriminatedUnion(
  'entity',
  Object.keys(KINDS).map((kind) =>
    z.strictObject({ entity: z.literal(kind), row: lineSchemaOf(kind as RowKind) }),
  ) as never,
) as unknown as z.ZodType<KeptRow>;

type Lists = {
  [K in Exclude<ListedKind, NewestKind> as Kinds[K]['list']]: LineOf<K>[];
};
type Newest = { [K in NewestKind as Kinds[K]['newest']]: LineOf<K> | null };

/** Everything about one client in one answer, in the order of each kind: nothing is ever cut. */
export type Dossier = { client: Client; schools: Schools } & Lists & Newest;

export const dossierSchema = z.strictObject({
  client: clientSchema,
  /** The practice's own methods, and the one a client starts with. */
  schools: schoolsSchema,
  ...Object.fromEntries(
    LISTED_KINDS.map((kind) => {
      const schema = lineSchemaOf(kind);
      const { list, newest } = KINDS[kind] as { list: string; newest?: string };
      return newest ? [newest, schema.nullable()] : [list, z.array(schema)];
    }),
  ),
}) as unknown as z.ZodType<Dossier>;

/** What was written since a device last asked; `isWhole`: everything there is, in place of what it holds. */
export const feedSchema = z.strictObject({
  cursor: z.string(),
  isWhole: z.boolean(),
  rows: z.array(keptRowSchema),
});
export type Feed = z.infer<typeof feedSchema>;
