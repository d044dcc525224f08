import { z } from 'zod';
import { ENTRY_KINDS, SIDED_ENTRIES } from './kinds.ts';
import { clientRow, daySchema, idSchema } from './scalars.ts';

const entrySchema = z.strictObject({
  entity: z.enum(ENTRY_KINDS, { error: 'must be a kind of entry that can be moved.' }),
  id: idSchema,
});
export type Entry = z.infer<typeof entrySchema>;

const moved = {
  on: daySchema,
  entries: z
    .array(entrySchema)
    .min(1, { error: 'must name what is moved.' })
    .max(2000, { error: 'must be at most 2000 entries.' }),
  why: z
    .string()
    .trim()
    .min(1, { error: 'must say why.' })
    .max(200, { error: 'must be at most 200 characters.' }),
};

/** Asks for entries to be moved to the client they belong to, or to the other side. */
export const moveValuesSchema = z
  .strictObject({
    ...moved,
    to: z.discriminatedUnion(
      'kind',
      [
        z.strictObject({ kind: z.literal('client'), clientId: idSchema }),
        z.strictObject({ kind: z.literal('otherSide') }),
      ],
      { error: 'must be another client or the other side.' },
    ),
  })
  .superRefine(({ to, entries }, check) => {
    if (to.kind === 'client') return;
    entries.forEach(({ entity }, i) => {
      if (!SIDED_ENTRIES.includes(entity))
        check.addIssue({
          code: 'custom',
          path: ['entries', i, 'entity'],
          message: 'has no side to exchange.',
        });
    });
  });
export type MoveValues = z.infer<typeof moveValuesSchema>;

/** A move as it stands in a client's record. One to another client stands in both records. */
export const moveSchema = z.strictObject({
  ...moved,
  change: z.discriminatedUnion('kind', [
    /** To another client: the entries are not here any more. */
    z.strictObject({ kind: z.literal('away'), clientId: idSchema }),
    /** From another client: the entries are here since. */
    z.strictObject({ kind: z.literal('here'), clientId: idSchema }),
    z.strictObject({ kind: z.literal('otherSide') }),
  ]),
  ...clientRow,
});
export type Move = z.infer<typeof moveSchema>;
