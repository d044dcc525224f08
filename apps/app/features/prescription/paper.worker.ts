import pdfMake from 'pdfmake/build/pdfmake';
import {
  cardDocument,
  floorMapDocument,
  planDocument,
  writePdf,
  type PdfWriter,
} from '@zither/formats/paper';
import type { PaperAsked, PaperTold } from './paperAsked.ts';

/** The browser build keeps font files in a store of its own. */
const writer = pdfMake as unknown as PdfWriter & {
  virtualfs: { writeFileSync(name: string, bytes: Uint8Array): void };
};

addEventListener('message', ({ data }: MessageEvent<PaperAsked>) => void make(data));

async function make({ id, paper, size, fonts }: PaperAsked): Promise<void> {
  const tell = (told: PaperTold) => postMessage(told);
  try {
    writer.virtualfs.writeFileSync('regular.ttf', new Uint8Array(fonts.regular));
    writer.virtualfs.writeFileSync('bold.ttf', new Uint8Array(fonts.bold));
    const document =
      paper.kind === 'plan' || paper.kind === 'report'
        ? planDocument(paper.content, size)
        : paper.kind === 'card'
          ? cardDocument(paper.content, size)
          : floorMapDocument(paper.content, size);
    const bytes = await writePdf(writer, { regular: 'regular.ttf', bold: 'bold.ttf' }, document);
    tell({ id, kind: 'bytes', bytes });
  } catch (error) {
    tell({ id, kind: 'failed', why: error instanceof Error ? error.message : String(error) });
  }
}
