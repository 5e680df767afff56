import pdfmake from 'pdfmake';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import { SHEET_FONTS } from './sheet-fonts';

pdfmake.setFonts(SHEET_FONTS);
// Paper is made of what it is given: nothing is fetched, and only the shipped fonts are read.
pdfmake.setUrlAccessPolicy(() => false);
const SHIPPED = new Set(Object.values(SHEET_FONTS).flatMap((font) => Object.values(font)));
pdfmake.setLocalAccessPolicy((path) => SHIPPED.has(path));

export type Pdf = Uint8Array<ArrayBuffer>;

/** Makes a PDF of what was laid out. */
export async function toPdf(document: TDocumentDefinitions): Promise<Pdf> {
  return new Uint8Array(await pdfmake.createPdf(document).getBuffer());
}

/** Counts the pages of a PDF that was made here: each is an object of its own. */
export function pageCount(pdf: Pdf): number {
  const text = Buffer.from(pdf).toString('latin1');
  return text.match(/\/Type\s*\/Page\b(?!s)/g)?.length ?? 0;
}
