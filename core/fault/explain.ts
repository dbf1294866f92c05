import type { Cause } from './cause.ts';
import { causes } from './causes.ts';
import type { Evidence } from './evidence.ts';
import type { PieceHistory } from './history.ts';

/** A cause with what the record of a piece says of it. */
export interface Explained extends Omit<Cause, 'judge'> {
  evidence: Evidence;
}

/** Each cause further down the list is so much less likely before the record is read. */
const LESS = 0.72;
/** How much a record moves a cause: as far up as evidence is strong, down where it speaks against. */
const UP = 4;
const DOWN = 0.25;

/** The likely causes of a fault, the likeliest first, by what is usual and what the record of the piece says. */
export function explain(fault: string, history: PieceHistory): Explained[] {
  return (causes[fault] ?? [])
    .map(({ judge, ...rest }, i) => {
      const evidence = judge(history);
      const moved =
        evidence.says === 'for' ? 1 + UP * evidence.strength : evidence.says === 'against' ? DOWN : 1;
      return { explained: { ...rest, evidence }, weight: LESS ** i * moved };
    })
    .sort((a, b) => b.weight - a.weight)
    .map(({ explained }) => explained);
}
