import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';

/** Points to a millimetre. */
export const MM = 72 / 25.4;
/** Papers, mm. */
export const papers = {
  A4: { width: 210, height: 297 },
  Letter: { width: 215.9, height: 279.4 },
};
export type Paper = keyof typeof papers;

const fonts = dirname(
  createRequire(import.meta.url).resolve('@fontsource/atkinson-hyperlegible-next/package.json'),
);
const font = (weight: number) =>
  join(fonts, 'files', `atkinson-hyperlegible-next-latin-${weight}-normal.woff`);

/** A document of some paper, without a page yet, with the fonts `plain` and `bold`. */
export async function startPdf(
  paper: Paper,
): Promise<{ doc: PDFKit.PDFDocument; end: () => Promise<Uint8Array> }> {
  // no start of the program waits for it
  const { default: PDFDocument } = await import('pdfkit');
  const { width, height } = papers[paper];
  const doc = new PDFDocument({ size: [width * MM, height * MM], margin: 0, autoFirstPage: false });
  doc.registerFont('plain', font(400));
  doc.registerFont('bold', font(700));
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  const done = new Promise<Uint8Array>((resolve) => doc.on('end', () => resolve(Buffer.concat(chunks))));
  return {
    doc,
    end: () => {
      doc.end();
      return done;
    },
  };
}
