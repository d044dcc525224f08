import type { Capture } from '@zither/contract';

/** Maps a file's names to landmarks. */
export type LandmarkMapping = Record<string, string>;

/** A name as it compares: letters and digits only, small, with the side in front: `Knee_L` `L.Knee` and `LKnee` are `leftknee`. */
function plain(name: string): string {
  const words = name
    // LKnee: the side as a capital of its own.
    .replace(/^([LR])(?=[A-Z][a-z])/, '$1 ')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .split(/[^a-z0-9]+/)
    .filter((w) => w !== '');
  const side = words.findIndex((w) => w === 'l' || w === 'r' || w === 'left' || w === 'right');
  if (side < 0) return words.join('');
  const [word] = words.splice(side, 1);
  return `${word?.startsWith('l') ? 'left' : 'right'}${words.join('')}`;
}

/**
 * Finds the wanted landmarks among a file's names: exact ones first, then a remembered mapping, then names that differ in spelling only.
 * A side view also takes the marks of one side, the one it has more of.
 */
export function matchLandmarks(
  names: readonly string[],
  wanted: readonly string[],
  remembered: LandmarkMapping = {},
): LandmarkMapping {
  const found: LandmarkMapping = {};
  const byPlain = new Map(names.map((n) => [plain(n), n]));
  const sideOf = (side: 'left' | 'right') =>
    wanted.filter((w) => byPlain.has(side + w.toLowerCase())).length;
  const side = sideOf('right') > sideOf('left') ? 'right' : 'left';
  for (const landmark of wanted) {
    const kept = remembered[landmark];
    const name =
      (names.includes(landmark) ? landmark : undefined) ??
      (kept !== undefined && names.includes(kept) ? kept : undefined) ??
      byPlain.get(landmark.toLowerCase()) ??
      (/^(left|right)/.test(landmark) ? undefined : byPlain.get(side + landmark.toLowerCase()));
    if (name !== undefined) found[landmark] = name;
  }
  return found;
}

/** Of which leg the marks of a side view are, where their names say so; null where they do not, or are not all of one side. */
export function sideOfMarks(mapping: LandmarkMapping): 'left' | 'right' | null {
  const sides = new Set(
    ['hip', 'knee', 'ankle'].map((landmark) => {
      const name = plain(mapping[landmark] ?? '');
      return name.startsWith('left') ? 'left' : name.startsWith('right') ? 'right' : null;
    }),
  );
  const [side] = sides;
  return sides.size === 1 ? (side ?? null) : null;
}

/** A capture under the house's own names; landmarks without a mapping are left out. */
export function renamed({ timesS, tracks }: Capture, mapping: LandmarkMapping): Capture {
  const named: Capture['tracks'] = {};
  for (const [landmark, name] of Object.entries(mapping)) {
    const track = tracks[name];
    if (track) named[landmark] = track;
  }
  return { timesS, tracks: named };
}
