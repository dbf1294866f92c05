import type { PieceState } from '../log/piece.ts';
import { refKey, type Planned, type StepRef } from '../technique/layer.ts';
import { HOUR } from '../units/quantity.ts';

/** How long a maker leaves between two passes of a step, ms, by technique and step. */
export type Paces = Record<string, number>;

/** What lies further apart was done in two sittings, and says nothing of the pace. Common practice, no source. */
const SITTING = 3 * HOUR;

/** How long was left between two passes on these pieces, by their logs; the last that were done count. */
export function pacesOf(pieces: readonly PieceState[]): Paces {
  const paces: Paces = {};
  for (const { layers, done } of pieces)
    for (const [key, { at, leftOut }] of Object.entries(done)) {
      const before = done[passBefore(key)];
      const technique = layers.find(({ id }) => key.startsWith(`${id}/`))?.technique;
      if (!technique || leftOut || !before || before.leftOut) continue;
      const between = at - before.at;
      if (between > 0 && between <= SITTING) paces[`${technique}/${stepIn(key)}`] = between;
    }
  return paces;
}

/** When a pass is not begun before by the maker's own pace; null where nothing is known of it. */
export function paceUntil(
  { refs, pass }: Planned,
  { layers }: PieceState,
  paces: Paces,
  doneAt: (key: string) => number | 'left-out' | null,
): number | null {
  const [ref] = refs;
  const layer = layers.find(({ id }) => id === ref?.layer);
  const pace = ref && layer && paces[`${layer.technique}/${ref.step}`];
  if (pass === 1 || !pace) return null;
  const before = doneAt(refKey({ ...(ref as StepRef), pass: pass - 1 }));
  return typeof before === 'number' ? before + pace : null;
}

const passBefore = (key: string): string => key.replace(/\d+$/, (pass) => String(Number(pass) - 1));
const stepIn = (key: string): string => /\/([^@/]+)(?:@[^/]+)?\/\d+$/.exec(key)?.[1] ?? '';
