import type { Stage } from '@zither/contract';

/** The seven stages in working order, with their addresses. */
export const STAGES = [
  { id: 'clear', name: 'Clear', path: 'clear' },
  { id: 'measure', name: 'Measure', path: 'measure' },
  { id: 'watch', name: 'Watch', path: 'watch' },
  { id: 'probe', name: 'Probe', path: 'probe' },
  { id: 'set', name: 'Set', path: 'setup' },
  { id: 'coach', name: 'Coach', path: 'prescription' },
  { id: 'recheck', name: 'Recheck', path: 'recheck' },
] as const satisfies readonly { id: Stage; name: string; path: string }[];

/** The stage a page belongs to; null for pages that belong to none. */
export function stageAt(path: string): Stage | null {
  const part = path.split('/')[3] ?? '';
  if (part === 'sheet') return 'measure';
  return STAGES.find((s) => s.path === part)?.id ?? null;
}

/** A stage by its id. */
export const stageOf = (id: Stage) => STAGES.find((s) => s.id === id) ?? STAGES[0];
