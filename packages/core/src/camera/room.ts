import { normal, type Random } from '../chance/seeded.ts';
import type { CameraView } from '../faults/table.ts';
import type { Point } from '../linkage/pose.ts';
import type { Side } from '../linkage/setup.ts';

/** What a real room adds to a camera: distance, marks that sit on skin and cloth, and time before and after the set. */
export interface Room {
  /** From the lens to the plane that is measured, mm; null = without perspective. */
  distanceMm: number | null;
  /** Most that a mark lies off its joint centre once the joint is fully bent, mm. */
  skinMm: number;
  /** SD of cloth that moves over hip, knee and shoulder, mm. */
  clothMm: number;
  /** Standing about before and after the set, s. */
  idleS: number;
}

/** Without any of it: what the eye of the linkage sees. */
export const NO_ROOM: Room = { distanceMm: null, skinMm: 0, clothMm: 0, idleS: 0 };

/** A gym floor: 3.5 m away, marks up to 15 mm off, loose cloth, five seconds of standing about (house defaults). */
export const GYM_ROOM: Room = { distanceMm: 3500, skinMm: 15, clothMm: 4, idleS: 5 };

/** Height of the lens above the floor, mm: that of the knee, as the guide on the page asks. From higher up a thigh reads less deep than it is. */
const LENS_HEIGHT_MM = 500;

/** How near a mark is to the camera, beyond the plane that is measured, mm. */
function nearness(mark: Point, view: CameraView, facing: Side, planeMm: number): number {
  if (view === 'front') return mark.x;
  if (view === 'rear') return -mark.x;
  return (facing === 'left' ? mark.y : -mark.y) - planeMm;
}

/** A mark as a lens at a finite distance shows it: what is nearer is larger about the middle of the picture. */
export function inPerspective(
  mark: Point,
  { view, facing }: { view: CameraView; facing: Side },
  distanceMm: number | null,
  planeMm: number,
): Point {
  if (distanceMm === null) return mark;
  const scale = distanceMm / (distanceMm - nearness(mark, view, facing, planeMm));
  return {
    x: view === 'side' ? mark.x * scale : mark.x,
    y: view === 'side' ? mark.y : mark.y * scale,
    z: LENS_HEIGHT_MM + (mark.z - LENS_HEIGHT_MM) * scale,
  };
}

/** How much of the skin's shift a mark has: little over bone near the floor, all of it on hip and thigh (house defaults). */
function shareOf(name: string): number {
  if (/plumb|plate/i.test(name)) return 0;
  if (/heel|toe|ball|navicular/i.test(name)) return 0.15;
  if (/ankle/i.test(name)) return 0.35;
  return 1;
}

const isClothed = (name: string): boolean => /hip|knee|shoulder|lumbar/i.test(name);
/** Cloth settles again within about this long, s. */
const CLOTH_S = 0.4;

/**
 * Marks off their joint centres, drawn once a capture: a third of the way is how they were put on, the rest comes as the joint bends. And cloth
 * over them that moves by itself, slowly.
 *
 * @returns the place of a mark in the picture once skin and cloth have moved it; `across` is the picture's horizontal
 */
export function skinAndCloth(
  { skinMm, clothMm }: Room,
  framesPerSecond: number,
  random: Random,
): (name: string, drop: number) => { across: number; up: number } {
  const drawn = new Map<string, { across: number; up: number }>();
  const cloth = new Map<string, { across: number; up: number }>();
  const keep = Math.exp(-1 / (CLOTH_S * framesPerSecond));
  const kick = clothMm * Math.sqrt(1 - keep * keep);
  return (name, drop) => {
    if (skinMm === 0 && clothMm === 0) return { across: 0, up: 0 };
    let off = drawn.get(name);
    if (!off) {
      const size = skinMm * shareOf(name) * (0.3 + 0.7 * random());
      const way = 2 * Math.PI * random();
      off = { across: size * Math.cos(way), up: size * Math.sin(way) };
      drawn.set(name, off);
    }
    const moved = 1 / 3 + (2 / 3) * drop;
    const at = cloth.get(name) ?? { across: 0, up: 0 };
    if (clothMm > 0 && isClothed(name)) {
      at.across = keep * at.across + kick * normal(random);
      at.up = keep * at.up + kick * normal(random);
      cloth.set(name, at);
    }
    return { across: off.across * moved + at.across, up: off.up * moved + at.up };
  };
}

/** Sway of a person standing about, mm at the height of the hips; the feet stay where they are. */
const SWAY = { mm: 9, everyS: 3.1 } as const;

/** How far a mark sways aside while nothing is asked of the client, mm. */
export const swayAt = (heightMm: number, timeS: number): number =>
  ((SWAY.mm * Math.max(0, heightMm)) / 900) * Math.sin((2 * Math.PI * timeS) / SWAY.everyS);
