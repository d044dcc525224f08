import type { Stage } from '@zither/contract';
import { STAGE_NAMES } from '@zither/words/stages';

/** The seven stages in working order, with their addresses. */
export const STAGES = [
  { id: 'clear', name: STAGE_NAMES.clear, path: 'clear' },
  { id: 'measure', name: STAGE_NAMES.measure, path: 'measure' },
  { id: 'watch', name: STAGE_NAMES.watch, path: 'watch' },
  { id: 'probe', name: STAGE_NAMES.probe, path: 'probe' },
  { id: 'set', name: STAGE_NAMES.set, path: 'setup' },
  { id: 'coach', name: STAGE_NAMES.coach, path: 'prescription' },
  { id: 'recheck', name: STAGE_NAMES.recheck, path: 'recheck' },
] as const satisfies readonly { id: Stage; name: string; path: string }[];

/** The stage a page belongs to; null for pages that belong to none. */
export function stageAt(path: string): Stage | null {
  const part = path.split('/')[3] ?? '';
  if (part === 'sheet') return 'measure';
  return STAGES.find((s) => s.path === part)?.id ?? null;
}

/** A stage by its id. */
export const stageOf = (id: Stage) => STAGES.find((s) => s.id === id) ?? STAGES[0];
