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

/** What differs between the two versions of a row, one line each: enough to choose by. */
export function differences(
  mine: Operation,
  current: OperationResult,
): { what: string; mine: string; other: string }[] {
  if (mine.kind === 'trial.put' && current.entity === 'trial')
    return [{ what: 'Trial', mine: sayTrial(mine.values), other: sayTrial(current.row) }];
  if (!('values' in mine)) return [];
  const other = current.row as unknown as Record<string, unknown>;
  return Object.entries(mine.values)
    .filter(([key, value]) => JSON.stringify(value) !== JSON.stringify(other[key]))
    .map(([key, value]) => ({ what: spaced(key), mine: shown(value), other: shown(other[key]) }))
    .slice(0, 4);
}
