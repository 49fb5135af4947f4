// The sewing sheet: what is told of a design for the machine side, laid out on pages, as a PDF and for the screen.
export { sheetContents, wordsOfSheet, type SheetContents, type SheetStep } from './contents.ts';
export { easternFiles } from './eastern.ts';
export { FONT_FILES, SheetFonts, type FontBytes } from './fonts.ts';
export { layOut, USUAL_SHEET, type SheetOptions } from './layout.ts';
export { PAPERS, type Page, type Paper, type Sheet } from './page.ts';
export { sheetPdf } from './pdf.ts';
export { pageSvg, pathOf } from './svg.ts';
export { drawingOf } from './drawings.ts';
