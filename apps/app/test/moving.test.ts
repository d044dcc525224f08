import { valuesIn, type Move, type Operation, type Trial } from '@zither/contract';
import { dossierOf, five, ID, trial } from '../../../packages/visit/test/trialRows.ts';
import { overlay } from '../features/data/overlay.ts';
import { arrived, enqueue, heldOf, type Held } from '../features/data/queue.ts';
import { dossierKept, rowsActions, rowsReducer, type RowsState } from '../features/data/rows.ts';
import { entriesOf, hasSides } from '@zither/visit';
import { sayEntry, sayMove, sayMoveButton } from '@zither/words/moving';

const OTHER = '99999999-9999-4999-8999-999999999999';
const MOVE = '88888888-8888-4888-8888-888888888888';
const NOW = '2026-01-05T10:00:00.000Z';
let count = 0;
const operationId = () => `33333333-3333-4333-8333-${String((count += 1)).padStart(12, '0')}`;
const move = (
  rows: readonly Trial[],
  to: Extract<Operation, { kind: 'entries.move' }>['values']['to'],
): Extract<Operation, { kind: 'entries.move' }> => ({
  kind: 'entries.move',
  operationId: operationId(),
  rowId: MOVE,
  baseVersion: 0,
  clientId: ID,
  values: {
    on: '2026-01-05',
    why: 'The wrong client was open',
    to,
    entries: rows.map(({ id }) => ({ entity: 'trial', id })),
  },
});
const put = (row: Trial, change: Partial<Trial> = {}): Operation => ({
  kind: 'trial.put',
  operationId: operationId(),
  rowId: row.id,
  clientId: ID,
  baseVersion: row.version,
  values: { ...valuesIn(row), ...change },
});
const kept = (change: Move['change'], rows: readonly Trial[], saidAt: string, id = MOVE): Move => ({
  id,
  clientId: ID,
  version: 1,
  updatedAt: saidAt,
  saidAt,
  saidBy: 'MK',
  on: '2026-01-05',
  why: 'The wrong client was open',
  change,
  entries: rows.map((r) => ({ entity: 'trial', id: r.id })),
});

describe('moved entries on this device', () => {
  it('are gone from here at once, also before the server knows, and do not come back with an older picture', () => {
    const dossier = dossierOf(five());
    const two = dossier.trials.slice(0, 2);
    const seen = overlay(dossier, [move(two, { kind: 'client', clientId: OTHER })], ID)!;
    expect(seen.trials).toHaveLength(dossier.trials.length - 2);
    expect(seen.moves).toMatchObject([{ change: { kind: 'away', clientId: OTHER } }]);
    const away = kept({ kind: 'away', clientId: OTHER }, two, '2026-01-05T10:00:00.000Z');
    const back = kept({ kind: 'here', clientId: OTHER }, two, '2026-01-05T11:00:00.000Z', OTHER);
    const rows = (moves: Move[]) => {
      const state = rowsReducer(
        undefined,
        rowsActions.told({
          of: ID,
          feed: {
            cursor: 'c.1',
            isWhole: true,
            rows: [
              { entity: 'client', row: dossier.client },
              ...dossier.trials.map((row) => ({ entity: 'trial' as const, row })),
            ],
          },
        }),
      );
      const after = rowsReducer(
        state,
        rowsActions.told({
          of: ID,
          feed: {
            cursor: 'c.2',
            isWhole: false,
            rows: moves.map((row) => ({ entity: 'move' as const, row })),
          },
        }),
      );
      return dossierKept({ rows: after }, ID)!.trials;
    };
    expect(rows([away])).toHaveLength(dossier.trials.length - 2);
    // Moved back since: what is held stays.
    expect(rows([away, back])).toHaveLength(dossier.trials.length);
  });

  it('change their side once: before the server knows, and when its answer arrives', () => {
    const left = trial('kneeToWall', 'left', 80);
    const dossier = dossierOf([left]);
    const waiting = overlay(dossier, [move([left], { kind: 'otherSide' })], ID)!;
    expect(waiting.trials[0]).toMatchObject({ side: 'right', version: left.version });
    const row = kept({ kind: 'otherSide' }, [left], '2026-01-05T10:00:00.000Z');
    const held = rowsReducer(
      undefined,
      rowsActions.told({
        of: ID,
        feed: {
          cursor: 'c.1',
          isWhole: true,
          rows: [
            { entity: 'client', row: dossier.client },
            { entity: 'trial', row: left },
          ],
        },
      }),
    );
    const move1 = rowsActions.rowArrived({ entity: 'move', row });
    const arrived = rowsReducer(held, move1);
    const trialIn = (state: RowsState) => dossierKept({ rows: state }, ID)!.trials[0];
    expect(trialIn(arrived)).toMatchObject({ side: 'right', version: left.version + 1 });
    expect(trialIn(rowsReducer(arrived, move1))!.side).toBe('right');
  });

  it('let a later change of the same entry wait behind the move, on the version it will have', () => {
    const left = trial('kneeToWall', 'left', 80, { version: 3 } as Partial<Trial>);
    const items = [
      put(left, { value: 82 }),
      move([left], { kind: 'otherSide' }),
      put({ ...left, side: 'right' }, { value: 90 }),
    ].reduce<Held[]>((all, o, i) => enqueue(all, heldOf(i + 1, o, null)), []);
    expect(items.map((i) => i.operation.kind)).toEqual(['trial.put', 'entries.move', 'trial.put']);
    const first = arrived(items, 1, left.version + 1);
    const second = arrived(first, 2, 1);
    expect(second.map((i) => i.operation.baseVersion)).toEqual([left.version + 2]);
  });

  it('are listed by day in the order they were made, with what can change its side', () => {
    const dossier = dossierOf([
      trial('stanceWidth', null, 400),
      trial('kneeToWall', 'left', 80),
      trial('kneeToWall', 'left', 85, { takenOn: '2026-01-12' }),
    ]);
    const days = entriesOf(dossier);
    expect(days.map((d) => d.day)).toEqual(['2026-01-12', '2026-01-05']);
    expect(days[1]!.entries.map(sayEntry)).toEqual([
      'Stance width: 40.0 cm',
      'Toe to wall left: 8.0 cm',
    ]);
    expect(days[1]!.entries.map(hasSides)).toEqual([false, true]);
  });

  it('say what will be and what was done', () => {
    expect(sayMoveButton(0, null)).toBe('Choose what to move');
    expect(sayMoveButton(2, null)).toBe('Choose where 2 entries belong');
    expect(sayMoveButton(1, { name: 'Brin Ostmoor' })).toBe('Move 1 entry to Brin Ostmoor');
    expect(sayMoveButton(3, 'otherSide')).toBe('Move 3 entries to the other side');
    const row = kept({ kind: 'here', clientId: OTHER }, [trial('toeOut', 'left', 10)], NOW);
    expect(sayMove(row, 'Orla Venn')).toBe(
      '1 entry moved here from Orla Venn by MK. Reason: The wrong client was open.',
    );
  });
});
