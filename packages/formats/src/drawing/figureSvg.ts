/** A point of a picture, mm to the right and up. */
interface At {
  x: number;
  z: number;
}

/** A figure to be drawn, as the core makes it. */
export interface DrawnFigure {
  limbs: readonly { points: readonly At[]; width: number; isFar: boolean; isClosed?: true }[];
  head: At & { radius: number };
  things: readonly (
    | { kind: 'line'; from: At; to: At }
    | { kind: 'circle'; at: At; radius: number; isFilled: boolean }
    | { kind: 'box'; from: At; to: At }
  )[];
  box: { left: number; right: number; top: number };
}

export interface FigureColours {
  near: string;
  far: string;
  thing: string;
  floor: string;
}

/** One stroke or shape of a picture, in millimetres with y down; all that a drawing library has to know. */
export type Mark =
  | { kind: 'path'; d: string; stroke: string; width: number; fill: string }
  | { kind: 'circle'; x: number; y: number; radius: number; stroke: string; fill: string };

/** Room below the floor line. */
const BELOW = 36;

const LEAST_TOP = 560;

/** What a picture of these figures shows, so that all have one scale: width, and height above the floor. */
export function frameOf(figures: readonly DrawnFigure[]): { width: number; top: number } {
  return {
    width: Math.max(...figures.map(({ box }) => box.right - box.left)),
    // A lying figure is not drawn larger than a seated one.
    top: Math.max(LEAST_TOP, ...figures.map(({ box }) => box.top)),
  };
}

/** The view box of one figure within a common frame: its middle in the middle. */
export function viewOf({ box }: DrawnFigure, { width, top }: { width: number; top: number }) {
  const middle = (box.left + box.right) / 2;
  return { x: middle - width / 2, y: -top, width, height: top + BELOW };
}

const n = (mm: number) => String(Math.round(mm));
const path = (points: readonly At[], isClosed: boolean) =>
  `M${points.map((p) => `${n(p.x)} ${n(-p.z)}`).join('L')}${isClosed ? 'Z' : ''}`;

/** Balls and weights lie over the body, so that they are seen; walls, boxes and plates behind it. */
const isOver = (thing: DrawnFigure['things'][number]): boolean =>
  thing.kind === 'circle' && thing.isFilled;

/** A figure as marks, from far to near. */
export function marksOf(
  figure: DrawnFigure,
  colours: FigureColours,
  { width, top }: { width: number; top: number },
): Mark[] {
  const { x } = viewOf(figure, { width, top });
  const line = (d: string, stroke: string, thick: number, fill = 'none'): Mark => ({
    kind: 'path',
    d,
    stroke,
    width: thick,
    fill,
  });
  const markOf = (thing: DrawnFigure['things'][number]): Mark => {
    switch (thing.kind) {
      case 'line':
        return line(path([thing.from, thing.to], false), colours.thing, 22);
      case 'box': {
        const { from, to } = thing;
        const corners = [from, { x: to.x, z: from.z }, to, { x: from.x, z: to.z }];
        return line(path(corners, true), colours.thing, 14);
      }
      case 'circle':
        return {
          kind: 'circle',
          x: thing.at.x,
          y: -thing.at.z,
          radius: thing.radius,
          stroke: colours.thing,
          fill: thing.isFilled ? colours.thing : 'none',
        };
    }
  };
  return [
    line(`M${n(x)} 6L${n(x + width)} 6`, colours.floor, 10),
    ...figure.things.filter((t) => !isOver(t)).map(markOf),
    ...figure.limbs.map(({ points, width: thick, isFar, isClosed }): Mark => {
      const colour = isFar ? colours.far : colours.near;
      return line(path(points, isClosed === true), colour, thick, isClosed ? colour : 'none');
    }),
    {
      kind: 'circle',
      x: figure.head.x,
      y: -figure.head.z,
      radius: figure.head.radius,
      stroke: colours.near,
      fill: colours.near,
    },
    ...figure.things.filter(isOver).map(markOf),
  ];
}

const svgMark = (mark: Mark): string =>
  mark.kind === 'path'
    ? `<path d="${mark.d}" stroke="${mark.stroke}" stroke-width="${mark.width}" fill="${mark.fill}"/>`
    : `<circle cx="${n(mark.x)}" cy="${n(mark.y)}" r="${n(mark.radius)}" stroke="${mark.stroke}" stroke-width="14" fill="${mark.fill}"/>`;

/** Two moments of a drill side by side as one SVG, to one scale, `height` high in the units of whoever shows it. */
export function pairSvg(
  pair: readonly [DrawnFigure, DrawnFigure],
  colours: FigureColours,
  height: number,
  /** What it shows, for those who do not see it; empty where words beside it say so. */
  title = '',
): string {
  const frame = frameOf(pair);
  const gap = 120;
  const views = pair.map((figure) => viewOf(figure, frame));
  const width = 2 * frame.width + gap;
  const tall = views[0]!.height;
  const parts = pair.map((figure, i) => {
    const view = views[i]!;
    return `<svg x="${n(i * (frame.width + gap))}" y="0" width="${n(view.width)}" height="${n(view.height)}" viewBox="${n(view.x)} ${n(view.y)} ${n(view.width)} ${n(view.height)}">${marksOf(figure, colours, frame).map(svgMark).join('')}</svg>`;
  });
  const said = title === '' ? 'aria-hidden="true"' : `role="img" aria-label="${title}"`;
  return `<svg xmlns="http://www.w3.org/2000/svg" ${said} viewBox="0 0 ${n(width)} ${n(tall)}" width="${n((height * width) / tall)}" height="${n(height)}" stroke-linecap="round" stroke-linejoin="round">${parts.join('')}</svg>`;
}
