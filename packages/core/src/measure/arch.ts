import type { Side } from '../linkage/setup.ts';
import { halfInterval } from './error.ts';
import { newestReading, type Trial } from './record.ts';

/** Navicular drop from sitting to standing, mm: usual to 10, marked beyond 15 (Brody 1982, from memory). */
export const NAVICULAR_DROP_MM = { usual: 10, marked: 15 } as const;

/** What sitting, standing and the heel rise say of one arch. */
export interface ArchReading {
  /** Sitting height less standing height, mm; null until both are measured. */
  dropMm: number | null;
  /** Half of the 95 % interval of the drop, mm. */
  plusMinusMm: number | null;
  size: 'usual' | 'more' | 'marked' | null;
  /**
   * `flexible`: drops more than usual and forms when the heels rise, so it can be trained. `structural`: does not form; keep a prescribed
   * orthosis and refer. `fine`: nothing to do. null: not enough seen yet.
   */
  kind: 'fine' | 'flexible' | 'structural' | null;
}

/** Reads one arch from the newest sitting, standing and heel-rise findings. */
export function readArch(trials: readonly Trial[], side: Side): ArchReading {
  const sitting = newestReading(trials, 'navicularSitting', side);
  const standing = newestReading(trials, 'navicularStanding', side);
  const forms = newestReading(trials, 'archForms', side);
  const dropMm = sitting && standing ? sitting.mean - standing.mean : null;
  const plusMinusMm =
    sitting && standing ? halfInterval(Math.hypot(sitting.sem, standing.sem)) : null;
  const size =
    dropMm === null
      ? null
      : dropMm > NAVICULAR_DROP_MM.marked
        ? 'marked'
        : dropMm > NAVICULAR_DROP_MM.usual
          ? 'more'
          : 'usual';
  // The newest look counts, not the mean of looks: an arch that forms today forms.
  const kind =
    forms === null
      ? null
      : forms.mean < 0.5
        ? 'structural'
        : size === null
          ? null
          : size === 'usual'
            ? 'fine'
            : 'flexible';
  return { dropMm, plusMinusMm, size, kind };
}
