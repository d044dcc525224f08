import type { DrawnFigure } from './drawing/figureSvg.ts';

/** A drill of a plan, ready to be read and drawn. */
export interface ShownDrill {
  title: string;
  lines: readonly string[];
  picture: readonly [DrawnFigure, DrawnFigure] | null;
  /** The coach's own photo, as data; comes before the picture. */
  photo: string | null;
}

/** A heading of a plan with its lines and drills, on paper and on the client's page. */
export interface ShownPart<Drill extends ShownDrill = ShownDrill> {
  title: string;
  lines: readonly string[];
  drills: readonly Drill[];
}
