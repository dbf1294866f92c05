import type { Stage } from '../../clay/stage.ts';
import type { TouchCheck } from '../../forecast/touchCheck.ts';
import type { PlaceName } from '../../form/places.ts';
import { draft, type Draft } from './draft.ts';

/** A touch check: what was felt and seen, the stage said outright, and who else it teaches. */
export interface CheckMeant {
  id: string;
  place: PlaceName;
  answers: TouchCheck;
  stage: Stage | null;
  /** The stage is far from the clock's, and was said again. */
  confirmed: boolean;
  /** Pieces made, kept and treated alike. */
  alike: readonly string[];
}

/** @returns nothing where nothing was answered */
export function clayChecked({ id, place, answers, stage, confirmed, alike }: CheckMeant): Draft[] {
  const answered = Object.values(answers).some((answer) => answer !== null);
  if (!answered && stage === null) return [];
  return [
    ...(answered ? [draft('piece.felt', id, answers, { place })] : []),
    ...(stage === null ? [] : [draft('piece.checked', id, { stage, confirmed, note: '' }, { place })]),
    ...alike.map((other) =>
      draft('piece.sampled', other, { of: id, stage, answers: answered ? answers : null }),
    ),
  ];
}
