import type { Operation, OperationResult, TrialValues } from '@zither/contract';
import { sayValue, sayWhat } from '@zither/words/display';

const sayTrial = (t: Pick<TrialValues, 'measure' | 'side' | 'value' | 'struck'>): string =>
  `${sayWhat(t.measure, t.side)} ${sayValue(t.measure, t.value)}, ${t.struck ? `struck out (${t.struck.reason.toLowerCase()})` : 'counts'}`;

const shown = (value: unknown): string => {
  const text =
    typeof value === 'object' && value !== null
      ? JSON.stringify(value)
          .replace(/[{}"[\]]/g, '')
          .replace(/[,:]/g, '$& ')
      : String(value ?? '');
  return text === '' ? 'nothing' : text;
};

const spaced = (key: string) =>
  key.replace(/(Mm|Kg|Deg)$/, '').replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`);

/** One field of a row that two devices say different things of. */
export interface Difference {
  key: string;
  what: string;
  mine: string;
  other: string;
  /** The side that alone changed it; mine where both did. */
  usual: 'mine' | 'other';
}

const isSame = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** What differs between the two versions of a row, one line each: enough to choose by, field by field. */
export function differences(
  mine: Operation,
  current: OperationResult,
  base: Readonly<Record<string, unknown>> | null = null,
): Difference[] {
  if (mine.kind === 'trial.put' && current.entity === 'trial')
    return [
      {
        key: 'value',
        what: 'Trial',
        mine: sayTrial(mine.values),
        other: sayTrial(current.row),
        usual: 'mine',
      },
    ];
  if (!('values' in mine)) return [];
  const other = current.row as unknown as Record<string, unknown>;
  return Object.entries(mine.values)
    .filter(([key, value]) => !isSame(value, other[key]))
    .map(([key, value]) => ({
      key,
      what: spaced(key),
      mine: shown(value),
      other: shown(other[key]),
      usual: base && isSame(value, base[key]) ? 'other' : 'mine',
    }));
}

/** The values a coach chose, field by field, out of the two versions. */
export function mergedValues(
  mine: Operation,
  current: OperationResult,
  chosen: Readonly<Record<string, 'mine' | 'other'>>,
): Record<string, unknown> {
  const own = ('values' in mine ? mine.values : {}) as Record<string, unknown>;
  const other = current.row as unknown as Record<string, unknown>;
  return Object.fromEntries(
    Object.entries(own).map(([key, value]) => [key, chosen[key] === 'other' ? other[key] : value]),
  );
}
