/**
 * Average proportions, used only where the coach has not measured.
 *
 * Lengths as fractions of stature: Winter 2009, fig. 4.1, after Drillis & Contini 1966 (from memory).
 * Masses and centres of mass: Winter 2009, table 4.1 (from memory).
 * Entries marked "house default" are our own choice.
 */
export const LENGTH_PER_STATURE = {
  foot: 0.152,
  ankleHeight: 0.039,
  shank: 0.246,
  thigh: 0.245,
  /** Hip to shoulder: 0.818 H − 0.530 H. */
  trunk: 0.288,
  /** House default, used until the inter-ASIS distance is measured. */
  hipSeparation: 0.1,
} as const;

/** Biacromial width per stature: the yardstick for stance ranges (Winter 2009, from memory). */
export const SHOULDER_WIDTH_PER_STATURE = 0.259;

/** Shoulder to finger tips per stature: 0.186 + 0.146 + 0.108 (Winter 2009, from memory). */
export const ARM_LENGTH_PER_STATURE = 0.44;

/** Share of body mass, one limb each; trunk includes head and neck (Winter 2009 table 4.1, from memory). */
export const MASS_SHARE = {
  foot: 0.0145,
  shank: 0.0465,
  thigh: 0.1,
  arm: 0.05,
  trunk: 0.578,
} as const;

/** Centre of mass from the proximal end, as a share of segment length (Winter 2009 table 4.1, from memory). */
export const COM_FROM_PROXIMAL = {
  shank: 0.433,
  thigh: 0.433,
  /** From the hip toward the shoulder. */
  trunkFromHip: 0.66,
} as const;

/** Where ankle and ball stand along the sole, as a share of foot length from the heel (house default). */
export const SOLE = { ankle: 0.25, ball: 0.73 } as const;

/** Front of the kneecap ahead of the knee centre, mm (house default). */
export const KNEECAP_AHEAD_MM = 50;

/**
 * Hip joint centre separation from a measured inter-ASIS distance, mm.
 * Each hip centre lies 14 % of the distance medial of its ASIS (Bell et al. 1990, from memory).
 */
export const hipSeparationFromInterAsisMm = (interAsisMm: number): number => 0.72 * interAsisMm;
