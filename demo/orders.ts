import type { Entry, Make } from './maker.ts';
import { layer } from './pieceActs.ts';

/** What belongs together, and what is cut into it. */
export const ferryLamps = ({ entry }: Make): Entry[] => [
  entry('group.set', 'group-ferry', 2, '15:05', { name: 'Lamps for the ferry', kind: 'order', dueAt: null }),
  ...['kelp', 'reeds', 'bark'].flatMap((name, i) => [
    entry('piece.grouped', `piece-lantern-${name}`, 1, '10:00', { groups: ['group-ferry'] }),
    entry('piece.coded', `piece-lantern-${name}`, 1, '10:00', { code: `L2${i + 2}` }),
  ]),
];

const small = { kind: 'cylinder', diameterM: 0.09, heightM: 0.11, wallM: 0.006, mouth: 'open' } as const;
const plaque = { kind: 'tile', lengthM: 0.21, widthM: 0.15, wallM: 0.01 } as const;

/** What is still to be made, for days to come: one order with time enough, and one that comes too soon; and a day of the kiln. */
export function toCome({ entry, date }: Make): Entry[] {
  const unmade = {
    clayId: 'clay-default',
    roomId: 'room-default',
    cover: 'open',
    stand: 'board',
    attachmentM: null,
    stage: null,
  } as const;
  return [
    entry('group.set', 'group-regatta', 1, '16:10', {
      ...{ name: 'Night lights for the regatta', kind: 'order', dueAt: `${date(13)}T17:00:00.000Z` },
      toMake: {
        ...unmade,
        ...{ name: 'Night light', form: small, count: 6, takesS: 600 },
        layers: [layer('sgraffito', '2', { ground: 'engobe', edges: 'pressed' }, ['tub-night'])],
      },
    }),
    entry('group.set', 'group-harbour', 0, '09:50', {
      ...{ name: 'House numbers for the harbour row', kind: 'order', dueAt: `${date(3)}T11:00:00.000Z` },
      toMake: {
        ...unmade,
        ...{ name: 'House number', form: plaque, count: 5, takesS: 720, roomId: 'room-loft' },
        layers: [layer('sgraffito', '2', { ground: 'engobe', edges: 'pressed' }, ['tub-chalk'])],
      },
    }),
    entry('load.set', 'load-spring', 0, '09:55', {
      kilnId: 'kiln-back',
      pieces: ['piece-number-27', 'piece-pig-gulls', 'piece-caddy-moths'],
      ...{ to: 'bisque', cone: '04', over: false },
      fireAt: `${date(5)}T08:00:00.000Z`,
    }),
  ];
}
