import { z } from 'zod';
import { KINDS, LISTED_KINDS, OWN_KINDS, type ListedKind, type OwnKind } from './kinds.ts';
import { tableChangeRowSchema, type TableChangeRow } from './probe.ts';
import { clientSchema, type Client } from './rows.ts';
import { SCHEMAS, type RowOf } from './schemas.ts';
import { schoolChoiceSchema, schoolSchema, type School } from './school.ts';

export const RECORD_FORMAT = 'zither-plumb-record';

/**
 * A client's whole record, as docs/formats.md has it: every row that was ever said of them, with when and by whom, and the practice's methods
 * and tables with their history. Of what a client has one of, every version, oldest first. Its version changes when its meaning does.
 */
export type ClientRecord = {
  format: typeof RECORD_FORMAT;
  version: 1;
  client: Client;
  /** The practice's own methods, every version of each, and which was the usual one; oldest first. */
  methods: { own: School[]; choices: RowOf<'schoolChoice'>[] };
  /** The practice's changes of its tables, oldest first. */
  tables: TableChangeRow[];
  /** What else the practice made its own (drills, cues, rack, units …), every change of it, oldest first. */
  practice: { [K in OwnKind]: RowOf<K>[] };
} & { [K in ListedKind as (typeof KINDS)[K]['list']]: RowOf<K>[] };

export const recordSchema = z.strictObject({
  format: z.literal(RECORD_FORMAT, { error: `must be ${RECORD_FORMAT}.` }),
  version: z.literal(1, { error: 'must be 1: this is a record of another version.' }),
  client: clientSchema,
  ...Object.fromEntries(LISTED_KINDS.map((kind) => [KINDS[kind].list, z.array(SCHEMAS[kind].row)])),
  // Records written before moves were kept have none.
  moves: z.array(SCHEMAS.move.row).default([]),
  // Nor what stopped the work.
  stops: z.array(SCHEMAS.stop.row).default([]),
  // Nor links and what came back from home.
  links: z.array(SCHEMAS.link.row).default([]),
  homeReports: z.array(SCHEMAS.homeReport.row).default([]),
  // Nor loads.
  loadSets: z.array(SCHEMAS.loadSet.row).default([]),
  methods: z.strictObject({
    own: z.array(schoolSchema),
    choices: z.array(schoolChoiceSchema),
  }),
  tables: z.array(tableChangeRowSchema),
  // Records written before it was kept have none of it.
  practice: z
    .strictObject(
      Object.fromEntries(OWN_KINDS.map((kind) => [kind, z.array(SCHEMAS[kind].row).default([])])),
    )
    .prefault({}),
}) as unknown as z.ZodType<ClientRecord>;
