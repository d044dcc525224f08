import { curveCatmullRomClosed, line as curve } from 'd3-shape';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { INK, MARGIN_MM, PAPER_FONT, pt, type Paper } from './sheet.ts';
import { STRIP_MM, tilingOf, type Box, type Tile, type Tiling } from './tiling.ts';

/** A point on the floor, mm to the client's left of the centre line and ahead of the line through both heels. */
interface FloorPoint {
  leftMm: number;
  aheadMm: number;
}
interface FootMarks {
  heel: FloorPoint;
  toe: FloorPoint;
  outline: readonly FloorPoint[];
  support: readonly FloorPoint[];
}

/** Content of a floor map, its words ready to be read. */
export interface FloorMapPaper {
  title: string;
  marks: { left: FootMarks; right: FootMarks };
  /** Beside the marks: "Left foot, 15° out". */
  labels: { left: string; right: string };
  /** The same as distances to be taped, a sentence a point. */
  tape: readonly string[];
  /** How to put the sheets together, and what to check. */
  how: readonly string[];
}

/** Beside the outlines so much stays free. */
const AROUND_MM = 3;
const CROSS_MM = 6;

/** On a sheet the client's left is left and ahead is up. */
const X = ({ leftMm }: FloorPoint) => -leftMm;
const Y = ({ aheadMm }: FloorPoint) => -aheadMm;

/** The extent of a map: both feet with some room around them. Blocks and wedges are drawn as far as the paper goes. */
export function extentOf({ left, right }: FloorMapPaper['marks']): Box {
  const points = [left, right].flatMap((f) => [f.heel, f.toe, ...f.outline]);
  const xs = points.map(X);
  const ys = points.map(Y);
  const x = Math.min(...xs) - AROUND_MM;
  const y = Math.min(...ys) - AROUND_MM;
  return {
    x,
    y,
    width: Math.max(...xs) + AROUND_MM - x,
    height: Math.max(...ys) + AROUND_MM - y,
  };
}

const n = (mm: number) => mm.toFixed(3);

const segment = (
  [x1, y1]: [number, number],
  [x2, y2]: [number, number],
  stroke: string,
  width: number,
  dash = '',
) =>
  `<line x1="${n(x1)}" y1="${n(y1)}" x2="${n(x2)}" y2="${n(y2)}" stroke="${stroke}" stroke-width="${width}"${dash === '' ? '' : ` stroke-dasharray="${dash}"`}/>`;

const cross = (x: number, y: number, stroke: string, arm: number, width: number) =>
  segment([x - arm, y], [x + arm, y], stroke, width) +
  segment([x, y - arm], [x, y + arm], stroke, width);

const label = (x: number, y: number, words: string, anchor: 'start' | 'middle' | 'end', size = 5) =>
  `<text x="${n(x)}" y="${n(y)}" font-family="${PAPER_FONT}" font-size="${size}" fill="${INK.ink}" text-anchor="${anchor}">${escaped(words)}</text>`;

export const escaped = (words: string): string =>
  words.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;');

/** The whole map in millimetres: outlines, axes, and crosses at heel and second toe. */
function drawn(
  { marks, labels }: Pick<FloorMapPaper, 'marks' | 'labels'>,
  { x, y, width, height }: Box,
  hasWords = true,
): string {
  const smooth = curve().curve(curveCatmullRomClosed.alpha(0.5));
  const feet = (['left', 'right'] as const).map((side) => {
    const { heel, toe, outline, support } = marks[side];
    const under =
      support.length === 0
        ? ''
        : `<polygon points="${support.map((p) => `${n(X(p))},${n(Y(p))}`).join(' ')}" fill="none" stroke="${INK.soft}" stroke-width="0.4" stroke-dasharray="3 2"/>`;
    const along = (share: number): [number, number] => [
      X(heel) + share * (X(toe) - X(heel)),
      Y(heel) + share * (Y(toe) - Y(heel)),
    ];
    const path = smooth(outline.map((p): [number, number] => [X(p), Y(p)])) ?? '';
    return [
      under,
      `<path d="${path}" fill="none" stroke="${INK.ink}" stroke-width="0.7"/>`,
      // The axis leaves room for its label.
      segment([X(heel), Y(heel)], along(0.56), INK.brass, 0.4, '4 2'),
      segment(along(0.64), [X(toe), Y(toe)], INK.brass, 0.4, '4 2'),
      cross(X(heel), Y(heel), INK.mark, CROSS_MM, 0.5),
      cross(X(toe), Y(toe), INK.mark, CROSS_MM, 0.5),
      label(along(0.6)[0], along(0.6)[1] + 1.5, labels[side], 'middle'),
    ].join('');
  });
  return [
    segment([0, y], [0, y + height], INK.lake, 0.5, '6 3'),
    segment([x, 0], [x + width, 0], INK.lake, 0.3, '2 3'),
    ...(hasWords
      ? [
          label(2, y + 6, 'Centre line', 'start', 4),
          label(2, -1.5, 'Line through the heels', 'start', 4),
        ]
      : []),
    ...feet,
  ].join('');
}

/** Crosses that two sheets share, and the lines along which one of them is folded. */
function joints({ foldsX, foldsY }: Tiling, whole: Box, { shows }: Tile): string {
  const rows = [0.2, 0.8].map((share) => shows.y + share * shows.height);
  const columns = [0.2, 0.8].map((share) => shows.x + share * shows.width);
  return [
    ...foldsX.flatMap((x) => [
      segment([x, whole.y], [x, whole.y + whole.height], INK.hair, 0.3, '1.5 1.5'),
      ...rows.map((y) => cross(x, y, INK.ink, 5, 0.25)),
    ]),
    ...foldsY.flatMap((y) => [
      segment([whole.x, y], [whole.x + whole.width, y], INK.hair, 0.3, '1.5 1.5'),
      ...columns.map((x) => cross(x, y, INK.ink, 5, 0.25)),
    ]),
  ].join('');
}

/** A ruler of 100 mm with a tick each 10 mm, and a line of words below it. */
function strip(words: string): string {
  const ticks = Array.from({ length: 11 }, (_, i) =>
    segment([10 * i, 0], [10 * i, i % 5 === 0 ? 4 : 2.5], INK.ink, 0.3),
  );
  return (
    segment([0, 0], [100, 0], INK.ink, 0.4) + ticks.join('') + label(0, 8.5, words, 'start', 3.2)
  );
}

/** A drawing `width` × `height` mm large; what lies outside its view is cut off. */
const svg = (width: number, height: number, view: Box, body: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${pt(width)}" height="${pt(height)}" viewBox="${n(view.x)} ${n(view.y)} ${n(view.width)} ${n(view.height)}">${body}</svg>`;

/**
 * A floor map at true size: one sheet after another, each with its part of the map, the crosses and fold lines it shares with its neighbours and a
 * ruler to check the printer by; then a sheet that says how to put them together and gives the same as distances to be taped.
 */
export function floorMapDocument(paper: FloorMapPaper, size: Paper): TDocumentDefinitions {
  const tiling = tilingOf(extentOf(paper.marks), size);
  const whole = wholeOf(tiling);
  const map = drawn(paper, whole);
  /** The strip is long and narrow. */
  const widthOf = (isLong: boolean) => (isLong ? 150 : STRIP_MM - 3);
  const name = ({ row, column }: Tile) =>
    `Sheet ${row * tiling.columns + column + 1} of ${tiling.tiles.length}${
      tiling.rows > 1
        ? `, row ${row + 1} from the toes, ${column + 1} from the left`
        : `, ${column + 1} from the left`
    }`;
  const pages = tiling.tiles.map((tile, i): Content => {
    const { shows } = tile;
    const words = `${name(tile)}. Print at 100 %, not fitted to the page: this line measures 100 mm.`;
    const isBelow = tiling.strip === 'below';
    const room = { width: widthOf(isBelow), height: widthOf(!isBelow) };
    const body = isBelow
      ? strip(words)
      : `<g transform="translate(${n(0)} ${n(room.height)}) rotate(-90)">${strip(words)}</g>`;
    return {
      stack: [
        {
          // Each sheet draws its own joints: the crosses lie at the same height on both sheets of a joint.
          svg: svg(shows.width, shows.height, shows, map + joints(tiling, whole, tile)),
          absolutePosition: { x: pt(MARGIN_MM), y: pt(MARGIN_MM) },
        },
        {
          svg: svg(room.width, room.height, { x: -0.5, y: -0.5, ...room }, body),
          absolutePosition: isBelow
            ? { x: pt(MARGIN_MM), y: pt(MARGIN_MM + shows.height + 3) }
            : { x: pt(MARGIN_MM + shows.width + 3), y: pt(MARGIN_MM) },
        },
      ],
      ...(i > 0 ? { pageBreak: 'before' as const } : {}),
    };
  });
  const words: Content = {
    stack: [
      { text: paper.title, fontSize: 18, bold: true, margin: [0, 0, 0, 8] },
      { ol: [...paper.how], margin: [0, 0, 0, 12] },
      { text: 'Without paper: tape it', fontSize: 14, bold: true, margin: [0, 0, 0, 6] },
      { ul: [...paper.tape] },
    ],
    pageBreak: 'before',
  };
  return {
    info: { title: paper.title },
    pageSize: size,
    pageOrientation: tiling.isLandscape ? 'landscape' : 'portrait',
    pageMargins: pt(MARGIN_MM),
    defaultStyle: { font: PAPER_FONT, fontSize: 11, color: INK.ink, lineHeight: 1.2 },
    content: [...pages, words],
  };
}

/** Both feet from above as a small picture, not to size. */
export function floorPicture(marks: FloorMapPaper['marks']): string {
  const box = extentOf(marks);
  return svg(
    box.width,
    box.height,
    box,
    drawn({ marks, labels: { left: '', right: '' } }, box, false),
  );
}

/** The area of all sheets together. */
function wholeOf({ tiles }: Tiling): Box {
  const first = tiles[0]!.shows;
  const last = tiles.at(-1)!.shows;
  return {
    x: first.x,
    y: first.y,
    width: last.x + last.width - first.x,
    height: last.y + last.height - first.y,
  };
}
