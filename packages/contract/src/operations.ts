import { z } from 'zod';
import { KINDS, PUT_KINDS, type PutKind } from './kinds.ts';
import { moveValuesSchema } from './move.ts';
import { daySchema, idSchema, momentSchema } from './scalars.ts';
import { keptRowSchema, SCHEMAS, type KeptRow, type ValuesOf } from './schemas.ts';
import { stageSchema } from './session.ts';

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
  /**
   * The device's own clock, uncorrected, when it was said and when it was sent: what it is off by does not matter to how long ago it was. Left out by
   * pages of before this was asked.
   */
  clock: z.strictObject({ said: momentSchema, sent: momentSchema.optional() }).optional(),
  /** Initials of who said it. */
  saidBy: z.string().trim().max(4).optional(),
};
type Base = z.infer<z.ZodObject<typeof base>>;

const isOfClient = (kind: PutKind): boolean => kind !== 'client' && KINDS[kind].of === 'client';

/** Puts a row of its kind: new, or in place of the version it was made on. */
type Put<K extends PutKind> = Base & {
  kind: (typeof KINDS)[K]['put'];
  values: ValuesOf<K>;
} & (K extends
    | 'client'
    | 'school'
    | 'schoolChoice'
    | 'tableChange'
    | 'drillChange'
    | 'cueChange'
    | 'emergency'
    | 'units'
    | 'zone'
    | 'countsUse'
    | 'rack'
    ? unknown
    : { clientId: string });
type PutOperation = { [K in PutKind]: Put<K> }[PutKind];

/** Operations that change part of a row. */
const OWN = [
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
    kind: z.literal('capture.discard'),
    clientId: idSchema,
    discarded: z.boolean(),
  }),
  // The only thing that may change of a locked setup.
  z.strictObject({
    ...base,
    kind: z.literal('lock.takeBack'),
    clientId: idSchema,
    takenBack: z.boolean(),
  }),
  // Of entries made on the wrong client or side. `clientId`: where they are now.
  z.strictObject({
    ...base,
    kind: z.literal('entries.move'),
    clientId: idSchema,
    values: moveValuesSchema,
  }),
] as const;

export type Operation = PutOperation | z.infer<(typeof OWN)[number]>;
export type OperationKind = Operation['kind'];

export const operationSchema = z.discriminatedUnion(
  'kind',
  [
    ...PUT_KINDS.map((kind) =>
      z.strictObject({
        ...base,
        kind: z.literal(KINDS[kind].put),
        ...(isOfClient(kind) ? { clientId: idSchema } : {}),
        values: SCHEMAS[kind].values,
      }),
    ),
    ...OWN,
  ] as never,
  { error: 'must be a known kind of operation.' },
) as unknown as z.ZodType<Operation>;

/** The row as it stands after the operation; a capture without its landmarks: whoever sent them has them. */
export const operationResultSchema = keptRowSchema;
export type OperationResult = KeptRow;

/** A refused operation whose row has moved on: the problem plus the row as it stands. */
export const conflictSchema = z.strictObject({
  code: z.literal('rowChanged'),
  message: z.string(),
  path: z.string().optional(),
  current: keptRowSchema,
});
export type Conflict = z.infer<typeof conflictSchema>;
