import type { Entry, Make } from './maker.ts';

type Cover = 'open' | 'draped' | 'tight' | 'damp-box';

/** Pieces at every stage: due now, waiting, holding, late, and some that are finished, well and badly. */
export function pieces({ entry }: Make): Entry[][] {
  const cruet = { kind: 'cylinder', diameterM: 0.085, heightM: 0.17, wallM: 0.005, mouth: 'narrow' } as const;
  const lantern = { kind: 'cylinder', diameterM: 0.16, heightM: 0.24, wallM: 0.007, mouth: 'open' } as const;
  const plaque = { kind: 'tile', lengthM: 0.21, widthM: 0.15, wallM: 0.01 } as const;
  const saltPig = { kind: 'bowl', diameterM: 0.15, heightM: 0.12, wallM: 0.006 } as const;
  const planter = { kind: 'cylinder', diameterM: 0.26, heightM: 0.24, wallM: 0.011, mouth: 'open' } as const;
  const caddy = { kind: 'cylinder', diameterM: 0.1, heightM: 0.13, wallM: 0.0045, mouth: 'open' } as const;

  const base = {
    clayId: 'clay-default',
    roomId: 'room-default',
    techniqueId: 'sgraffito',
    schools: { ground: 'engobe', burrs: 'dry' },
    cover: 'open',
    stand: 'board',
    attachmentM: null,
    stage: null,
  } as const;
  const made = (
    id: string,
    days: number,
    time: string,
    body: {
      name: string;
      form: Parameters<typeof entry<'piece.made'>>[4]['form'];
      roomId?: string;
      clayId?: string;
      cover?: Cover;
    },
  ): Entry[] => [entry('piece.made', id, days, time, { ...base, ...body })];
  const covered = (id: string, days: number, time: string, cover: Cover): Entry[] => [
    entry('piece.covered', id, days, time, { cover, stand: 'board' }),
  ];
  const coat = (
    id: string,
    days: number,
    time: string,
    n: number,
    tubId = 'tub-night',
    thicknessM = 0.00015,
  ): Entry[] => [
    entry('piece.coated', id, days, time, {
      stepId: `coat-${n}`,
      tubId,
      thicknessM,
      specificGravity: 1.37,
      grainDensity: 2650,
    }),
    entry('tub.used', tubId, days, time, { volumeM3: 1.2e-5, pieceId: id }),
  ];
  const matte = (id: string, days: number, time: string, n: number): Entry[] => [
    entry('piece.seen', id, days, time, { sign: 'matte', stepId: `coat-${n}` }),
  ];
  const threeCoats = (
    id: string,
    days: number,
    times: [string, string, string],
    tubId?: string,
  ): Entry[][] => [
    coat(id, days, times[0], 1, tubId),
    matte(id, days, times[1], 1),
    coat(id, days, times[1], 2, tubId),
    matte(id, days, times[2], 2),
    coat(id, days, times[2], 3, tubId),
  ];
  const worked = (
    id: string,
    days: number,
    time: string,
    stepId: string,
    outcome: 'good' | 'mixed' | 'bad',
    note = '',
  ): Entry[] => [entry('piece.worked', id, days, time, { stepId, outcome, note })];
  const whole = (
    id: string,
    name: string,
    form: typeof saltPig | typeof caddy | typeof cruet,
    days: number,
    outcome: 'good' | 'mixed' | 'bad',
    faults: string[],
    note: string,
  ): Entry[][] => [
    made(id, days, '10:00', { name, form }),
    covered(id, days, '14:30', 'tight'),
    covered(id, days - 1, '09:00', 'open'),
    [
      entry('piece.checked', id, days - 1, '10:05', {
        stage: 'soft-leather-hard',
        confirmed: false,
        note: '',
      }),
    ],
    ...threeCoats(id, days - 1, ['10:10', '10:16', '10:24'], 'tub-harbour'),
    worked(id, days - 1, '15:10', 'carve', outcome),
    worked(id, days - 3, '11:00', 'burrs', 'good'),
    worked(id, days - 4, '09:30', 'bisque', outcome === 'bad' ? 'bad' : 'good'),
    [entry('piece.finished', id, days - 7, '16:00', { outcome, faults, note })],
  ];

  return [
    ...whole('piece-cruet-terns', 'Oil cruet, terns', cruet, 13, 'good', [], 'Crisp lines, even brown.'),
    ...whole(
      'piece-caddy-ferns',
      'Tea caddy, ferns',
      caddy,
      12,
      'bad',
      ['chipped lines', 'flaking or peeling coat'],
      'Carved a day too late: the loft had dried it.',
    ),
    ...whole(
      'piece-pig-crabs',
      'Salt pig, crabs',
      saltPig,
      11,
      'mixed',
      ['burrs on carved lines'],
      'Carved a little soon.',
    ),

    made('piece-number-27', 5, '14:00', { name: 'House number 27', form: plaque, roomId: 'room-loft' }),
    covered('piece-number-27', 5, '17:50', 'draped'),
    covered('piece-number-27', 4, '09:30', 'open'),
    ...threeCoats('piece-number-27', 4, ['10:00', '10:06', '10:15']),
    worked('piece-number-27', 4, '11:40', 'carve', 'good', 'Serifs came out clean.'),

    made('piece-caddy-moths', 2, '13:40', { name: 'Tea caddy, moths', form: caddy, roomId: 'room-loft' }),

    made('piece-lantern-kelp', 2, '15:00', { name: 'Lantern body, kelp', form: lantern }),
    covered('piece-lantern-kelp', 2, '17:55', 'damp-box'),

    made('piece-pig-gulls', 2, '16:00', { name: 'Salt pig, gulls', form: saltPig }),
    covered('piece-pig-gulls', 2, '17:50', 'tight'),
    covered('piece-pig-gulls', 1, '08:30', 'open'),
    ...threeCoats('piece-pig-gulls', 1, ['12:05', '12:09', '12:16']),
    covered('piece-pig-gulls', 1, '15:00', 'tight'),
    covered('piece-pig-gulls', 0, '08:05', 'open'),
    matte('piece-pig-gulls', 0, '08:06', 3),

    made('piece-lantern-reeds', 1, '09:40', { name: 'Lantern body, reeds', form: lantern }),
    covered('piece-lantern-reeds', 1, '15:30', 'tight'),
    covered('piece-lantern-reeds', 0, '08:10', 'open'),
    coat('piece-lantern-reeds', 0, '10:06', 1),
    matte('piece-lantern-reeds', 0, '10:09', 1),
    coat('piece-lantern-reeds', 0, '10:18', 2, 'tub-night', 0.0003),

    made('piece-number-14', 1, '14:10', { name: 'House number 14', form: plaque, cover: 'draped' }),

    made('piece-cruet-heron', 1, '14:20', { name: 'Oil cruet, heron', form: cruet, clayId: 'clay-buff' }),
    covered('piece-cruet-heron', 1, '17:40', 'tight'),
    covered('piece-cruet-heron', 0, '08:10', 'open'),

    made('piece-cruet-swifts', 0, '08:40', {
      name: 'Oil cruet, swifts',
      form: cruet,
      clayId: 'clay-buff',
      roomId: 'room-loft',
    }),
    made('piece-planter-thistle', 0, '09:20', { name: 'Planter, thistle', form: planter }),
  ];
}
