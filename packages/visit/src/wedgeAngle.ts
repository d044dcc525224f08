/** Angle of a wedge from its own height and length, degrees to the tenth. */
export const wedgeAngleDeg = (riseMm: number, lengthMm: number): number =>
  Number(((Math.atan2(riseMm, lengthMm) * 180) / Math.PI).toFixed(1));
