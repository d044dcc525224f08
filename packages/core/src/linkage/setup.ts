/** The client's left or right. */
export type Side = 'left' | 'right';

export const SIDES: readonly Side[] = ['left', 'right'];

/** One value for each side. */
export interface BothSides<T> {
  left: T;
  right: T;
}

/** What stands under each foot. `azimuth` says whether the wedge is turned with the foot or laid straight ahead. */
export type Support =
  | { kind: 'floor' }
  | { kind: 'ramp'; angleDeg: number; azimuth: 'foot' | 'straight' }
  | { kind: 'block'; riseMm: number };

/** How arms and load are held. */
export const HOLDS = [
  'bodyweight',
  'armsForward',
  'counterbalance',
  'overhead',
  'goblet',
  'front',
  'highBar',
  'lowBar',
] as const;

export type Hold = (typeof HOLDS)[number];

/** A squat setup. Widths heel centre to heel centre in mm, toe-out positive outward in degrees. */
export interface Setup {
  stanceWidthMm: number;
  toeOutDeg: BothSides<number>;
  support: Support;
  hold: Hold;
  loadKg: number;
  /** Balance point as a share of foot length from the heel; 0.5 = mid-foot. */
  balance: number;
  /** Knee track relative to the foot, degrees; 0 = knee follows the foot, + = knee outward. */
  trackingOffsetDeg: number;
}

/** The side with the lower of two values; the left of equals. */
export const lowerSide = ({ left, right }: BothSides<number>): Side =>
  right < left ? 'right' : 'left';
