import { techniqueNamed, techniqueOf } from '../catalogue/catalogue.ts';
import { compose } from './compose.ts';
import type { Setting } from './conflicts.ts';
import type { Layer, Zone } from '../technique/layer.ts';

/** A way of having fewer conflicts among the layers of a piece. */
export interface Mend {
  words: string;
  layers: Layer[];
}

const zoneOf = (name: string, from: number, to: number): Zone => ({
  id: `band-${100 * from}-${100 * to}`,
  name,
  kind: 'band',
  from,
  to,
});

/**
 * What can be changed with one tap so that fewer conflicts are left: another order, another school, the other face, zones apart, or one
 * of the layers left out; those that leave fewest first, at most as many as are asked for. Many are tried: it yields after
 * each, so that whoever looks on need not wait.
 * @param banded whether the piece has a height on which zones can lie
 */
export function* searchMends(
  layers: readonly Layer[],
  setting: Setting,
  banded: boolean,
  most = 3,
): Generator<void, Mend[], void> {
  const count = (some: readonly Layer[]) =>
    compose(some, undefined, setting).conflicts.filter(({ told }) => !told).length;
  const now = count(layers);
  if (now === 0) return [];
  const found: { mend: Mend; left: number }[] = [];
  for (const mend of [
    ...orders(layers),
    ...schools(layers),
    ...(setting.guarded ? otherwise(layers) : []),
    ...faces(layers),
    ...(banded ? apart(layers) : []),
    ...without(layers),
  ]) {
    const left = count(mend.layers);
    if (left < now) found.push({ mend, left });
    yield;
  }
  return found
    .sort((a, b) => a.left - b.left)
    .slice(0, most)
    .map(({ mend }) => mend);
}

/** What gives much the same without what pupils leave to others. Common practice. */
const instead: Record<string, string> = {
  'sprayed-engobe': 'brushed-coats',
  'stretched-slab': 'broad-brush',
  'silicate-texture': 'painterly',
  resist: 'stencil',
};

const otherwise = (layers: readonly Layer[]): Mend[] =>
  layers.flatMap((layer, i) => {
    const other = instead[layer.technique];
    if (other === undefined || layer.own) return [];
    const { id, rev, name } = techniqueNamed(other);
    return [
      {
        words: `${name} in place of ${named(layer).toLowerCase()}`,
        layers: changed(layers, i, { technique: id, rev, schools: {}, also: [] }),
      },
    ];
  });

const changed = (layers: readonly Layer[], i: number, change: Partial<Layer>): Layer[] =>
  layers.map((layer, k) => (k === i ? { ...layer, ...change } : layer));

/** One layer before another that it stood behind. */
const orders = (layers: readonly Layer[]): Mend[] =>
  layers.flatMap((later, i) =>
    layers.slice(0, i).map((earlier, k) => ({
      words: `${named(later)} before ${named(earlier).toLowerCase()}`,
      layers: layers.toSpliced(i, 1).toSpliced(k, 0, later),
    })),
  );

const schools = (layers: readonly Layer[]): Mend[] =>
  layers.flatMap((layer, i) => {
    const technique = techniqueOf(layer);
    return (technique?.choices ?? []).flatMap(({ id, schools: all }) =>
      all
        .filter((school) => school.id !== layer.schools[id])
        .map((school) => ({
          words: `${technique!.name}: ${school.name.toLowerCase()}`,
          layers: changed(layers, i, { schools: { ...layer.schools, [id]: school.id } }),
        })),
    );
  });

const faces = (layers: readonly Layer[]): Mend[] =>
  layers.map((layer, i) => {
    const face = layer.face === 'outside' ? 'inside' : 'outside';
    return { words: `${named(layer)} on the ${face}`, layers: changed(layers, i, { face }) };
  });

/** Two layers all over the same wall, each in a half of its own. */
const apart = (layers: readonly Layer[]): Mend[] =>
  layers.flatMap((one, i) =>
    layers.slice(i + 1).map((two, k) => ({
      words: `${named(one)} above, ${named(two).toLowerCase()} below`,
      layers: changed(changed(layers, i, { zones: [zoneOf('Upper half', 0.5, 1)] }), i + 1 + k, {
        zones: [zoneOf('Lower half', 0, 0.5)],
      }),
    })),
  );

const without = (layers: readonly Layer[]): Mend[] =>
  layers.length < 2
    ? []
    : layers.map((layer, i) => ({
        words: `Without ${named(layer).toLowerCase()}`,
        layers: layers.filter((_, k) => k !== i),
      }));

const named = (layer: Layer): string => techniqueOf(layer)?.name ?? layer.technique;
