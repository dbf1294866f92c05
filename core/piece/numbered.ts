/**
 * Names for several pieces alike: one name with numbers, on from the highest there is already. One piece keeps its name
 * as it is.
 * @param taken names there are
 * @example numbered('Mug', 2, ['Mug 3']) // ['Mug 4', 'Mug 5']
 */
export function numbered(name: string, count: number, taken: readonly string[]): string[] {
  const of = name.trim().replace(/\s+/g, ' ');
  if (count === 1) return [of];
  const last = taken.reduce((highest, other) => Math.max(highest, numberAfter(of, other)), 0);
  return Array.from({ length: count }, (_, i) => `${of} ${last + i + 1}`);
}

/**
 * Names of a list with one a line, of whoever makes each: with what they make, where that is named.
 * @example namedFor('Mug', 'Anna\nBo') // ['Anna, mug', 'Bo, mug']
 */
export function namedFor(name: string, people: string): string[] {
  const what = name.trim();
  const of = people
    .split(/\r?\n/)
    .map((line) => line.trim().replace(/\s+/g, ' '))
    .filter((line) => line !== '');
  return what === '' ? of : of.map((who) => `${who}, ${what.charAt(0).toLowerCase()}${what.slice(1)}`);
}

/**
 * What each of some pieces is, by their names: without its number, and of a name in two parts the one that more of them
 * share, as “Anna, mug” and “Bo, mug”, or “Lantern body, kelp” and “Lantern body, reeds”.
 * @example calledLike(['Anna, mug', 'Bo, mug']) // ['Mug', 'Mug']
 */
export function calledLike(names: readonly string[]): string[] {
  const parts = names.map((name) => unnumbered(name).split(', '));
  const shared = new Map<string, number>();
  for (const part of parts.flat()) shared.set(part.toLowerCase(), (shared.get(part.toLowerCase()) ?? 0) + 1);
  return parts.map((of) => {
    const what = of.reduce((most, part) =>
      shared.get(part.toLowerCase())! > shared.get(most.toLowerCase())! ? part : most,
    );
    return what.charAt(0).toUpperCase() + what.slice(1);
  });
}

/** A name without the number at its end: what another like it is called. */
export const unnumbered = (name: string): string => name.replace(/ \d+$/, '');

const numberAfter = (name: string, other: string): number => {
  const found = / (\d+)$/.exec(other);
  return found && other.slice(0, found.index).toLowerCase() === name.toLowerCase() ? Number(found[1]) : 0;
};
