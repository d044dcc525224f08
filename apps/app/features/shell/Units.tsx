import { Fragment, type ReactNode } from 'react';
import { setUnits } from '@zither/words/units';
import { useAppSelector, usePracticeUnits } from '../data/index.ts';

/** Says everything within in the units of this device, else of the practice. Chosen anew, every page is said anew. */
export function Units({ children }: { children: ReactNode }) {
  const own = useAppSelector((s) => s.settings.units);
  const practice = usePracticeUnits();
  const system = own ?? practice ?? 'metric';
  setUnits(system);
  return <Fragment key={system}>{children}</Fragment>;
}
