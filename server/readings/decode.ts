import chardet from 'chardet';
import iconv from 'iconv-lite';
import { ok, refused, type Result } from '../../core/units/problem.ts';

/** Bytes of a text file as text, with the encoding they were in. */
export function decodeText(bytes: Buffer): Result<{ text: string; encoding: string }> {
  const wrong = wrongKind(bytes);
  if (wrong) return refused('not-text', 'file', wrong);
  const encoding = encodingOf(bytes);
  return ok({ text: iconv.decode(bytes, encoding), encoding });
}

function wrongKind(bytes: Buffer): string | null {
  if (bytes.length === 0) return 'The file is empty: export it again.';
  const start = bytes.subarray(0, 8).toString('latin1');
  if (start.startsWith('PK'))
    return 'This is a workbook or an archive, not plain text: open it and save the sheet as CSV.';
  if (start.startsWith('%PDF')) return 'This is a PDF: export it as CSV instead.';
  if (/^(\x89PNG|\xff\xd8|GIF8)/.test(start)) return 'This is a picture: export the data as CSV instead.';
  return null;
}

function encodingOf(bytes: Buffer): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be';
  const head = bytes.subarray(0, 64 * 1024);
  const zeros = (odd: number) => head.filter((byte, i) => i % 2 === odd && byte === 0).length;
  if (zeros(1) > head.length / 8) return 'utf-16le';
  if (zeros(0) > head.length / 8) return 'utf-16be';
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return 'utf-8';
  } catch {
    const guess = chardet.detect(head);
    return guess && /^(windows-125|ISO-8859)/i.test(guess) && iconv.encodingExists(guess)
      ? guess.toLowerCase()
      : 'windows-1252';
  }
}
