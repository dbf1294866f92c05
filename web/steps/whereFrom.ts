import type { Zone } from '../../core/technique/layer.ts';

/** From which tubs and in which zones something is done, like `Chalk white, 20 to 60 %`; empty where all over and from none. */
export function whereFrom(
  tubs: readonly string[],
  zones: readonly Zone[],
  tubName: (id: string) => string | undefined,
): string {
  const from = tubs.flatMap((id) => tubName(id) ?? []);
  const where = zones.flatMap((zone) => (zone.kind === 'whole' ? [] : [zoneWords(zone)]));
  return [...from, ...new Set(where)].join(', ');
}

const percent = (share: number): number => Math.round(100 * share);

/** Where a zone lies: a band by its heights, else by its name. */
const zoneWords = (zone: Zone): string =>
  zone.kind === 'band' ? `${percent(zone.from)} to ${percent(zone.to)} %` : zone.name.toLowerCase();
