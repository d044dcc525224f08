import { MARGIN_MM, PAPERS, type Paper } from './sheet.ts';

/** A rectangle on the floor as seen from above, mm: `x` to the right, `y` down the page. */
export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** One sheet of a map at true size. */
export interface Tile {
  row: number;
  column: number;
  /** The part of the floor it shows. */
  shows: Box;
}

export interface Tiling {
  isLandscape: boolean;
  /** Where the strip with ruler and name is. */
  strip: StripPlace;
  rows: number;
  columns: number;
  tiles: Tile[];
  /** Middles of the strips that two sheets share: where a sheet is folded, and where the marks lie. */
  foldsX: number[];
  foldsY: number[];
}

/** Two neighbouring sheets share so much. */
export const OVERLAP_MM = 12;
/** Below the map or beside it every sheet has a strip for its ruler and its name. */
export const STRIP_MM = 14;
export type StripPlace = 'below' | 'beside';

/** What a sheet can show of a map. */
export function mapRoom(
  paper: Paper,
  isLandscape: boolean,
  strip: StripPlace,
): { width: number; height: number } {
  const { widthMm, heightMm } = PAPERS[paper];
  const [width, height] = isLandscape ? [heightMm, widthMm] : [widthMm, heightMm];
  return {
    width: width - 2 * MARGIN_MM - (strip === 'beside' ? STRIP_MM : 0),
    height: height - 2 * MARGIN_MM - (strip === 'below' ? STRIP_MM : 0),
  };
}

const sheetsFor = (length: number, room: number): number =>
  length <= room ? 1 : Math.ceil((length - OVERLAP_MM) / (room - OVERLAP_MM));

/** Splits a map at true size over as few sheets as will do; of equals the broad ones. The map lies in the middle of the sheets taken together. */
export function tilingOf(map: Box, paper: Paper): Tiling {
  const [best] = [true, false]
    .flatMap((isLandscape) =>
      (['below', 'beside'] as const).map((strip) => ({ isLandscape, strip })),
    )
    .map(({ isLandscape, strip }) => {
      const room = mapRoom(paper, isLandscape, strip);
      return {
        isLandscape,
        strip,
        room,
        columns: sheetsFor(map.width, room.width),
        rows: sheetsFor(map.height, room.height),
      };
    })
    .sort((a, b) => a.columns * a.rows - b.columns * b.rows);
  const { isLandscape, strip, room, columns, rows } = best!;
  const stepX = room.width - OVERLAP_MM;
  const stepY = room.height - OVERLAP_MM;
  const startX = map.x + map.width / 2 - (columns * stepX + OVERLAP_MM) / 2;
  const startY = map.y + map.height / 2 - (rows * stepY + OVERLAP_MM) / 2;
  const folds = (start: number, step: number, count: number) =>
    Array.from({ length: count - 1 }, (_, i) => start + (i + 1) * step + OVERLAP_MM / 2);
  return {
    isLandscape,
    strip,
    rows,
    columns,
    foldsX: folds(startX, stepX, columns),
    foldsY: folds(startY, stepY, rows),
    tiles: Array.from({ length: rows * columns }, (_, i) => {
      const row = Math.floor(i / columns);
      const column = i % columns;
      return {
        row,
        column,
        shows: { x: startX + column * stepX, y: startY + row * stepY, ...room },
      };
    }),
  };
}
