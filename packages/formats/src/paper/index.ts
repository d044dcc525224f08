export { floorMapDocument, type FloorMapPaper } from './floorMap.ts';
export { cardDocument, planDocument, type CardPaper, type PlanPaper } from './planPaper.ts';
export { PAPERS, type Paper } from './sheet.ts';
export { writePdf, type PaperFonts, type PdfWriter } from './write.ts';
