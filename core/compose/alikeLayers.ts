import type { Layer } from '../technique/layer.ts';

/** Layers of several pieces changed at once. */

/** What two pieces must have in common for one change to serve both: the same techniques, done in the same way at the same places. */
const sameAs = (layers: readonly Layer[]): string =>
  JSON.stringify(
    layers.map(({ technique, schools, zones, face, dropped }) => [
      technique,
      Object.entries(schools).sort(),
      zones.map(({ id: _own, ...zone }) => zone),
      face,
      dropped ?? false,
    ]),
  );

/**
 * Those of some pieces that carry the same as most of them do, and the others; in the order given.
 * @param pieces at least one
 */
export function alikeLayered<P extends { layers: readonly Layer[] }>(
  pieces: readonly P[],
): { alike: P[]; others: P[] } {
  const by = new Map<string, P[]>();
  for (const piece of pieces) {
    const key = sameAs(piece.layers);
    by.set(key, [...(by.get(key) ?? []), piece]);
  }
  const alike = [...by.values()].reduce((most, some) => (some.length > most.length ? some : most));
  return { alike, others: pieces.filter((piece) => !alike.includes(piece)) };
}

/**
 * Layers changed on one piece, for another that carries the same: what stands in its log keeps its own name and version.
 * @param changed the layers as they shall be
 * @param was those of the first piece
 * @param theirs those of the other, one for each of `was`
 */
export function layersFor(
  changed: readonly Layer[],
  was: readonly Layer[],
  theirs: readonly Layer[],
): Layer[] {
  return changed.map((layer) => {
    const at = was.findIndex(({ id }) => id === layer.id);
    const own = theirs[at];
    if (!own) return layer;
    // an own technique that was taken up anew is taken up by all
    const takenUp = JSON.stringify(layer.own) !== JSON.stringify(was[at]!.own);
    return {
      ...layer,
      id: own.id,
      rev: takenUp ? layer.rev : own.rev,
      ...(!takenUp && own.own && { own: own.own }),
    };
  });
}
