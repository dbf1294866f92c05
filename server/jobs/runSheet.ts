import type { RunSheet } from '../formats/runSheet.ts';
import { MM, papers, startPdf, type Paper } from './pdf.ts';

export interface RunSheetTask {
  sheet: RunSheet;
  paper: Paper;
}

const EDGE = 15 * MM;
const BOX = 9;
/** Where the columns of a task begin, as shares of the width: its box, when, what, which piece, hands, how surely. */
const COLUMNS = [0, 0.04, 0.13, 0.5, 0.76, 0.87];

/** A run sheet as PDF: each session with its covers and tasks, a box to tick before each. */
export async function runSheetPdf({ sheet, paper }: RunSheetTask): Promise<Uint8Array> {
  const { doc, end } = await startPdf(paper);
  const size = papers[paper];
  const [width, bottom] = [size.width * MM - 2 * EDGE, size.height * MM - EDGE];
  const column = (i: number) => ({
    x: EDGE + COLUMNS[i]! * width,
    width: ((COLUMNS[i + 1] ?? 1) - COLUMNS[i]!) * width - 6,
  });
  let y = bottom;
  const turn = (): void => {
    doc.addPage();
    doc
      .font('plain')
      .fontSize(9)
      .fillColor('#555555')
      .text(sheet.title, EDGE, EDGE / 2, { lineBreak: false });
    y = EDGE;
  };
  /** Cells of one line, each over so many lines as it needs; on a new page where this one is full. */
  const line = (cells: { text: string; column: number; bold?: true; wide?: true }[], box: boolean): void => {
    doc.fontSize(11);
    const boxed = cells.map(({ text, column: i, bold, wide }) => {
      const at = column(i);
      const across = wide ? EDGE + width - at.x : at.width;
      doc.font(bold ? 'bold' : 'plain');
      return { text, bold, x: at.x, across, height: doc.heightOfString(text, { width: across }) };
    });
    const high = Math.max(...boxed.map(({ height }) => height)) + 5;
    if (y + high > bottom) turn();
    doc.fillColor('#000000').strokeColor('#000000');
    if (box)
      doc
        .lineWidth(0.8)
        .rect(EDGE, y + 2, BOX, BOX)
        .stroke();
    for (const { text, bold, x, across } of boxed)
      doc.font(bold ? 'bold' : 'plain').text(text, x, y, { width: across });
    y += high;
  };
  for (const { name, coming, tasks, leaving, nobody } of sheet.sessions) {
    if (y + 60 > bottom) turn();
    doc.font('bold').fontSize(14).fillColor('#000000').text(name, EDGE, y, { width });
    y = doc.y + 4;
    for (const text of coming) line([{ text, column: 1, wide: true }], true);
    for (const { at, what, piece, hands, chance } of tasks)
      line(
        [
          { text: at, column: 1, bold: true },
          { text: what, column: 2 },
          { text: piece, column: 3 },
          { text: hands, column: 4 },
          { text: chance, column: 5 },
        ],
        true,
      );
    for (const text of leaving) line([{ text, column: 1, wide: true }], true);
    if (nobody) line([{ text: nobody, column: 1, wide: true }], false);
    y += 8;
  }
  return end();
}
