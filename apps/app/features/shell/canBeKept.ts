import { SCHEMAS, type Operation } from '@zither/contract';
import { putIn } from '@zither/contract/kinds';

/** Whether values put together from two versions are still ones that can be kept. */
export const canBeKept = (operation: Operation, values: object): boolean => {
  const kind = putIn(operation)?.kind;
  return kind !== undefined && SCHEMAS[kind].values.safeParse(values).success;
};
