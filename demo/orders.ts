import type { Entry, Make } from './maker.ts';

/** What belongs together, and what is cut into it. */
export const ferryLamps = ({ entry }: Make): Entry[] => [
  entry('group.set', 'group-ferry', 2, '15:05', { name: 'Lamps for the ferry', kind: 'order', dueAt: null }),
  ...['kelp', 'reeds', 'bark'].flatMap((name, i) => [
    entry('piece.grouped', `piece-lantern-${name}`, 1, '10:00', { groups: ['group-ferry'] }),
    entry('piece.coded', `piece-lantern-${name}`, 1, '10:00', { code: `L2${i + 2}` }),
  ]),
];
