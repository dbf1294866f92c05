import type { NamedForm } from '../form/usual.ts';
import type { PieceState } from '../log/piece.ts';
import { calledLike } from './numbered.ts';

/** So many are offered. */
const MOST = 7;

/** A form that is made in the studio: as it was made last under its name, and how many of that name there were. */
export interface FormMade extends NamedForm {
  pieces: number;
}

/** The forms that a studio makes, what was made last first; one for each name, numbers and people's names aside. */
export function formsMade(pieces: readonly PieceState[]): FormMade[] {
  const of = new Map<string, FormMade & { at: number }>();
  const names = calledLike(pieces.map(({ made }) => made.name));
  for (const [i, { made, madeAt }] of pieces.entries()) {
    const name = names[i]!;
    const key = name.toLowerCase();
    const known = of.get(key);
    const count = (known?.pieces ?? 0) + 1;
    const { form, attachmentM } = made;
    of.set(
      key,
      known && known.at > madeAt
        ? { ...known, pieces: count }
        : { name, form, attachmentM, pieces: count, at: madeAt },
    );
  }
  return [...of.values()]
    .sort((a, b) => b.at - a.at)
    .slice(0, MOST)
    .map(({ at: _at, ...made }) => made);
}
