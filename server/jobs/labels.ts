import qrcode from 'qrcode';
import type { Label, LabelsRequest } from '../../api/index.ts';
import { MM, papers, startPdf } from './pdf.ts';

const WIDE = 90;
const HIGH = 50;
const GAP = 5;
const INSET = 4;
const QR_MM = 24;

export interface LabelTask {
  asked: LabelsRequest;
  /** The address that codes lead back to. */
  origin: string;
}

/** A sheet of labels, two in a row, with hairlines to cut along, as PDF. */
export async function labelSheet({ asked, origin }: LabelTask): Promise<Uint8Array> {
  const { paper, labels } = asked;
  const sheet = papers[paper];
  const { doc, end } = await startPdf(paper);
  const left = (sheet.width - 2 * WIDE - GAP) / 2;
  const rows = Math.floor((sheet.height - 20) / (HIGH + GAP));
  for (const [i, label] of labels.entries()) {
    const place = i % (rows * 2);
    if (place === 0) doc.addPage();
    const x = left + (place % 2) * (WIDE + GAP);
    const y = 10 + Math.floor(place / 2) * (HIGH + GAP);
    paintLabel(doc, label, x * MM, y * MM, origin);
  }
  return end();
}

function paintLabel(doc: PDFKit.PDFDocument, label: Label, x: number, y: number, origin: string): void {
  doc
    .lineWidth(0.5)
    .strokeColor('#888888')
    .rect(x, y, WIDE * MM, HIGH * MM)
    .stroke();
  const text = (WIDE - 2 * INSET - (label.path === null ? 0 : QR_MM + 2)) * MM;
  const [left, top] = [x + INSET * MM, y + INSET * MM];
  const box = { width: text, height: (HIGH - 2 * INSET) * MM, ellipsis: true };
  doc
    .fillColor('#000000')
    .font('bold')
    .fontSize(17)
    .text(label.title, left, top, { ...box, height: 44 });
  doc
    .font('plain')
    .fontSize(10.5)
    .text(label.lines.join('\n'), left, doc.y + 3, {
      ...box,
      height: top + box.height - doc.y - 3,
    });
  if (label.path === null) return;
  paintCode(doc, `${origin}${label.path}`, x + (WIDE - INSET - QR_MM) * MM, y + INSET * MM);
}

/** A QR code as one filled path, its dark modules joined along each row. */
function paintCode(doc: PDFKit.PDFDocument, text: string, x: number, y: number): void {
  const { modules } = qrcode.create(text, {});
  const unit = (QR_MM * MM) / modules.size;
  for (let row = 0; row < modules.size; row++)
    for (let from = 0; from < modules.size; from++) {
      let to = from;
      while (to < modules.size && modules.get(row, to)) to++;
      if (to > from) doc.rect(x + from * unit, y + row * unit, (to - from) * unit, unit);
      from = to;
    }
  doc.fill('#000000');
}
