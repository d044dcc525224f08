import type { School, SchoolValues } from '@zither/contract';
import { PROFILES, type MethodProfile } from '@zither/core';

/** A new own school from any other: the same in everything but its name. */
export function copyOf(from: MethodProfile, own: readonly School[]): SchoolValues {
  const { id, ...rest } = from;
  const source = own.find((s) => s.id === id);
  const names = new Set([...PROFILES.map((p) => p.name), ...own.map((s) => s.name)]);
  let name = `${from.name}, ours`.slice(0, 40);
  for (let n = 2; names.has(name); n += 1) name = `${from.name.slice(0, 30)}, ours ${n}`;
  return {
    ...rest,
    name,
    copiedFrom: (source?.copiedFrom ?? id) as SchoolValues['copiedFrom'],
    cueWords: [...rest.cueWords],
    decides: [...rest.decides],
    faultThresholds: { ...rest.faultThresholds } as SchoolValues['faultThresholds'],
    retired: false,
  };
}
