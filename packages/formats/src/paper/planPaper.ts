import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { pairSvg, type DrawnFigure, type FigureColours } from '../drawing/figureSvg.ts';
import type { ShownPart } from '../planParts.ts';
import { floorPicture, type FloorMapPaper } from './floorMap.ts';
import { INK, MARGIN_MM, PAPER_FONT, pt, type Paper } from './sheet.ts';

/** Pictures on paper: grey and black, so that a printer without colour shows the same. */
const ON_PAPER: FigureColours = { near: INK.ink, far: INK.hair, thing: INK.brass, floor: INK.hair };

const page = (title: string, size: Paper): Omit<TDocumentDefinitions, 'content'> => ({
  info: { title },
  pageSize: size,
  pageMargins: pt(MARGIN_MM + 4),
  defaultStyle: { font: PAPER_FONT, fontSize: 10.5, color: INK.ink, lineHeight: 1.18 },
});

/** A home plan as it is printed: words ready to be read, and the pictures of its drills. */
export interface PlanPaper {
  title: string;
  parts: readonly ShownPart[];
}

/** Highest picture of a drill, pt; a wide one is as wide as its column. */
const PICTURE_HIGH = 58;
const PICTURE_WIDE = 150;

function picture(pair: readonly [DrawnFigure, DrawnFigure]): Content {
  const svg = pairSvg(pair, ON_PAPER, PICTURE_HIGH);
  return { svg, fit: [PICTURE_WIDE, PICTURE_HIGH] };
}

/** The home plan: part after part, each drill with its picture beside it and never torn over two pages. */
export function planDocument(paper: PlanPaper, size: Paper): TDocumentDefinitions {
  const content: Content[] = [
    { text: paper.title, fontSize: 18, bold: true, margin: [0, 0, 0, 6] },
    ...paper.parts.flatMap(({ title, lines, drills }): Content[] => [
      {
        text: title,
        fontSize: 13,
        bold: true,
        color: INK.lake,
        margin: [0, 8, 0, 2],
        // A heading stays with what it is the heading of.
        headlineLevel: 1,
      },
      ...lines.map((line): Content => ({ text: line, margin: [0, 0, 0, 2] })),
      ...drills.map((drill): Content => ({
        unbreakable: true,
        margin: [0, 5, 0, 3],
        columns: [
          {
            width: '*',
            stack: [
              { text: drill.title, bold: true },
              ...drill.lines.map((line) => ({ text: line, fontSize: 9.5 })),
            ],
          },
          {
            width: PICTURE_WIDE + 4,
            stack: drill.photo
              ? [{ image: drill.photo, fit: [PICTURE_WIDE, 2 * PICTURE_HIGH] }]
              : drill.picture
                ? [picture(drill.picture)]
                : [],
            alignment: 'right',
          },
        ],
        columnGap: 10,
      })),
    ]),
  ];
  return {
    ...page(paper.title, size),
    content,
    pageBreakBefore: (node, nodes) =>
      node.headlineLevel === 1 && nodes.getFollowingNodesOnPage().length === 0,
    footer: (now, of) => ({
      text: `${paper.title} · ${now} of ${of}`,
      fontSize: 8,
      color: INK.soft,
      alignment: 'center',
      margin: [0, 6, 0, 0],
    }),
  };
}

/** A setup card as it is printed. */
export interface CardPaper {
  title: string;
  numbers: readonly { label: string; value: string }[];
  cues: readonly string[];
  heights: readonly string[];
  cautions: readonly string[];
  /** Standing and at the bottom. */
  figure: readonly [DrawnFigure, DrawnFigure] | null;
  floor: Pick<FloorMapPaper, 'marks'>;
}

/** The setup card: half a sheet to be cut out and kept at the rack, numbers large enough to be read from arm's length. */
export function cardDocument(card: CardPaper, size: Paper): TDocumentDefinitions {
  const rows = card.numbers.map(({ label, value }) => [
    { text: label, fontSize: 10, color: INK.soft },
    { text: value, fontSize: 15, bold: true },
  ]);
  return {
    ...page(card.title, size),
    content: [
      {
        unbreakable: true,
        table: {
          widths: ['*'],
          body: [
            [
              {
                margin: [8, 6, 8, 6],
                stack: [
                  { text: card.title, fontSize: 16, bold: true, margin: [0, 0, 0, 4] },
                  {
                    columns: [
                      {
                        width: '*',
                        table: { widths: [105, '*'], body: rows },
                        layout: 'noBorders',
                      },
                      {
                        width: 190,
                        alignment: 'center',
                        stack: [
                          ...(card.figure
                            ? [
                                {
                                  svg: pairSvg(card.figure, ON_PAPER, 120),
                                  fit: [180, 120],
                                } as Content,
                              ]
                            : []),
                          {
                            svg: floorPicture(card.floor.marks),
                            fit: [180, 90],
                            margin: [0, 6, 0, 0],
                          },
                        ],
                      },
                    ],
                    columnGap: 8,
                  },
                  ...(card.cues.length > 0
                    ? [
                        {
                          text: card.cues.map((cue) => `“${cue}”`).join('\n'),
                          fontSize: 15,
                          bold: true,
                          color: INK.lake,
                          margin: [0, 6, 0, 0],
                        } as Content,
                      ]
                    : []),
                  ...card.heights.map((line): Content => ({
                    text: line,
                    fontSize: 11,
                    margin: [0, 3, 0, 0],
                  })),
                  {
                    text: card.cautions.join(' '),
                    fontSize: 9,
                    color: INK.soft,
                    margin: [0, 6, 0, 0],
                  },
                ],
              },
            ],
          ],
        },
        layout: {
          hLineWidth: () => 0.8,
          vLineWidth: () => 0.8,
          hLineColor: () => INK.soft,
          vLineColor: () => INK.soft,
          hLineStyle: () => ({ dash: { length: 4, space: 3 } }),
          vLineStyle: () => ({ dash: { length: 4, space: 3 } }),
        },
      },
      {
        text: 'Cut along the dashed line and keep it at the rack.',
        fontSize: 8,
        color: INK.soft,
        margin: [0, 4, 0, 0],
      },
    ],
  };
}
