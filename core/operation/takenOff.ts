import type { WallEvent } from '../drying/run.ts';
import { takesCoats } from '../form/places.ts';
import type { DecorationLayer } from './decoration.ts';
import type { EffectRow, OnPiece, OnWall } from './row.ts';
import { carve, dropFrom, groove, heightOf, scrape as scrapeDown, WALL } from './section.ts';

/** What takes clay or slip off: cuts, scrapes, sponges. */

const off = ({ at, face, wall, within }: OnWall, depthM: number, share: number): WallEvent[] =>
  takesCoats(wall) && depthM > 0 && share > 0
    ? [{ at, kind: 'taken-off', face, depthM, share: share * within }]
    : [];

export const cut: EffectRow<'cut'> = {
  onClay: true,
  takesOffM: ({ depthM, share }) => depthM * share,
  wall: ({ depthM, share }, on) => off(on, depthM, share),
  seen: ({ share }, { add }) => add('cuts', share),
  section: ({ depthM, share }, { columns }) =>
    columns.forEach((column, i) => carve(column, 1000 * depthM.usual * groove(i, share.usual))),
  fields: () => [
    { key: 'depthM', label: 'Depth of the cut', as: 'length' },
    { key: 'share', label: 'Share of the zone it lies on', as: 'percent' },
  ],
  done: ({ depthM }, { length }) => (depthM > 0 ? `${length(depthM)} off` : null),
  usually: ({ depthM }, figure) => `cuts ${figure(depthM, 1000, 'mm')}`,
};

export const scrape: EffectRow<'scrape'> = {
  onClay: true,
  takesOffM: ({ depthM, share }) => depthM * share,
  wall: ({ depthM, share }, on) => off(on, depthM, share),
  seen: (_effect, on) => levelled(on),
  section: ({ depthM }, { columns }) => scrapeDown(columns, 1000 * depthM.usual),
  fields: () => [{ key: 'depthM', label: 'Taken off', as: 'length' }],
  done: ({ depthM }, { length }) => (depthM > 0 ? `${length(depthM)} off` : null),
  usually: ({ depthM }, figure) => `takes off ${figure(depthM, 1000, 'mm')}`,
};

/** A scrape brings a filled face level again: of the slip only what is in the cuts stays. */
function levelled({ before, meets }: OnPiece): DecorationLayer[] {
  const filled = before.some((of) => of.as === 'lines' && meets(of));
  return filled ? before.filter((of) => !((of.as === 'coat' || of.as === 'cuts') && meets(of))) : before;
}

/** A sponge takes off coats, and half of a wash. */
export const wipe: EffectRow<'wipe'> = {
  rinses: 'what-lies',
  wall: ({ share }, { at, face, wall, within }) =>
    takesCoats(wall) && share > 0
      ? [{ at, kind: 'taken-off', face, depthM: 0, share: share * within, wiped: true }]
      : [],
  seen: (_effect, { before, meets }) =>
    before.map((of) => (of.as === 'wash' && meets(of) ? { ...of, share: of.share / 2 } : of)),
  section: (_effect, { columns }) =>
    columns.forEach((column) => {
      if (heightOf(column) >= WALL)
        dropFrom(column, ({ material }) => material === 'wash' || material === 'wax');
    }),
  usually: () => 'wipes',
};
