import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import { PAPER_FONT } from './sheet.ts';

/** The part of pdfmake that is used here; its browser and its Node build both have it. */
export interface PdfWriter {
  setFonts(fonts: Record<string, Record<string, string>>): void;
  setUrlAccessPolicy(may: (url: string) => boolean): void;
  createPdf(document: TDocumentDefinitions): { getBuffer(): Promise<Uint8Array> };
}

/** Where the writer finds the font files: paths in Node, names in its file store in a browser. The parts in use are embedded. */
export interface PaperFonts {
  regular: string;
  bold: string;
}

/** The bytes of a PDF. Nothing is fetched: the fonts ship with it and figures are part of the document. */
export async function writePdf(
  writer: PdfWriter,
  fonts: PaperFonts,
  document: TDocumentDefinitions,
): Promise<Uint8Array> {
  writer.setUrlAccessPolicy(() => false);
  writer.setFonts({
    [PAPER_FONT]: {
      normal: fonts.regular,
      bold: fonts.bold,
      italics: fonts.regular,
      bolditalics: fonts.bold,
    },
  });
  return writer.createPdf(document).getBuffer();
}
