import { crc32 } from 'node:zlib';

/** How a line of the journal is written. Each has a sum of what it holds. */

/** Acts under these rules of admission need not be looked at again. */
const RULES = 2;
export const HEAD = `{"rules":${RULES},"acts":`;
export const TAIL = ',"sum":"';
export const TAIL_LENGTH = TAIL.length + 8 + 2;
/** How lines began before they had rules and sums. */
export const BEGINNING = '{"acts":';

export const hexOf = (crc: number): string => crc.toString(16).padStart(8, '0');

/** A part of many acts that count once their last line is there. */
export const partHead = (batch: string): string => `{"rules":${RULES},"part":"${batch}","acts":`;
export const PART_HEAD = new RegExp(`^\\{"rules":${RULES},"part":"([0-9a-f-]{36})","acts":`);

export const closeLine = (batch: string, parts: number): string =>
  `{"rules":${RULES},"closes":"${batch}","parts":${parts}${TAIL}${hexOf(crc32(`${batch} ${parts}`))}"}\n`;
const CLOSE = new RegExp(
  `^\\{"rules":${RULES},"closes":"([0-9a-f-]{36})","parts":(\\d+)${TAIL}([0-9a-f]{8})"\\}$`,
);

/** What a last line of many acts closes; null where it is none, or not as it was written. */
export function closed(line: string): { batch: string; parts: number } | null {
  const [, batch, parts, sum] = CLOSE.exec(line) ?? [];
  return batch !== undefined && parts !== undefined && sum === hexOf(crc32(`${batch} ${parts}`))
    ? { batch, parts: Number(parts) }
    : null;
}
