import type { CardPaper, FloorMapPaper, Paper, PlanPaper } from '@zither/formats/paper';

/** One of the papers of a plan, with all it says and shows. */
export type PaperToMake =
  | { kind: 'card'; content: CardPaper }
  | { kind: 'plan'; content: PlanPaper }
  /** Another paper of titles and lines. */
  | { kind: 'report'; content: PlanPaper }
  | { kind: 'map'; content: FloorMapPaper };

/** What the paper's worker is asked; the fonts are whole font files. */
export interface PaperAsked {
  id: number;
  paper: PaperToMake;
  size: Paper;
  fonts: { regular: ArrayBuffer; bold: ArrayBuffer };
}

export type PaperTold =
  { id: number; kind: 'bytes'; bytes: Uint8Array } | { id: number; kind: 'failed'; why: string };
