import { PLAIN_LOOK } from '@zither/contract/row';
import {
  judgementValuesSchema,
  schoolValuesSchema,
  trialValuesSchema,
  triedValuesSchema,
  valuesIn,
} from '../src/index.ts';

const kept = {
  id: '11111111-1111-4111-8111-111111111111',
  clientId: '22222222-2222-4222-8222-222222222222',
  version: 3,
  updatedAt: '2026-01-05T09:00:00.000Z',
  saidAt: '2026-01-05T08:59:00.000Z',
  saidBy: 'CH',
};

describe('a row said again', () => {
  it.each([
    [
      trialValuesSchema,
      {
        takenOn: '2026-01-05',
        takenAt: kept.saidAt,
        measure: 'kneeToWall',
        side: 'left',
        value: 90,
        instrument: 'byHand',
        kneeGapMm: null,
        pinch: false,
        struck: null,
      },
    ],
    [
      triedValuesSchema,
      {
        takenOn: '2026-01-05',
        takenAt: kept.saidAt,
        test: 'heelsRaised',
        side: null,
        outcome: 'same',
        undone: false,
      },
    ],
    [
      judgementValuesSchema,
      {
        takenOn: '2026-01-05',
        takenAt: kept.saidAt,
        view: 'side',
        condition: 'bodyweight',
        asks: PLAIN_LOOK,
        discarded: false,
        reps: 5,
        loadKg: 0,
        seen: [],
      },
    ],
  ] as const)('carries nothing of where it is kept (%#)', (schema, values) => {
    const said = valuesIn({ ...values, ...kept });
    expect(said).toEqual(values);
    expect(schema.safeParse(said).error?.issues ?? []).toEqual([]);
    // As it is kept it would be refused: the door takes only what was said.
    expect(schema.safeParse({ ...values, ...kept }).success).toBe(false);
  });

  it('has no place for a version or a moment of its own', () => {
    for (const key of Object.keys(kept)) expect(schoolValuesSchema.shape).not.toHaveProperty(key);
  });
});
