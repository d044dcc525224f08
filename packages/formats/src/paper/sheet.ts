/** Sizes of paper that plans are printed on, mm, upright. */
export const PAPERS = {
  A4: { widthMm: 210, heightMm: 297 },
  LETTER: { widthMm: 215.9, heightMm: 279.4 },
} as const;
export type Paper = keyof typeof PAPERS;

/** Points of a PDF in a millimetre: 72 an inch. */
const PT_PER_MM = 72 / 25.4;
export const pt = (mm: number): number => mm * PT_PER_MM;

/** What no printer reaches for sure (house default). */
export const MARGIN_MM = 10;

/** The house's colours on paper: dark enough for a printer without colour. */
export const INK = {
  ink: '#1c2b33',
  soft: '#5b6b73',
  hair: '#b9c4c9',
  brass: '#8a5a00',
  lake: '#0b5f6b',
  /** Foot marks alone have this colour, so that they are found again in the file. */
  mark: '#a3341f',
} as const;

/** Name of the font in a paper; its files are handed to whoever writes the PDF. */
export const PAPER_FONT = 'Source Sans 3';
