import { stepDone } from '../core/log/acts/done.ts';
import type { Entry, Make } from './maker.ts';
import { layer, pieceActs, type Form, type Outcome } from './pieceActs.ts';
import { numerals } from './ownTechnique.ts';

/** Pieces at every stage: due now, waiting, holding, late, and some that are finished, well and badly. */
const cruet = { kind: 'cylinder', diameterM: 0.085, heightM: 0.17, wallM: 0.005, mouth: 'narrow' } as const;
const lantern = { kind: 'cylinder', diameterM: 0.16, heightM: 0.24, wallM: 0.007, mouth: 'open' } as const;
const plaque = { kind: 'tile', lengthM: 0.21, widthM: 0.15, wallM: 0.01 } as const;
const saltPig = { kind: 'bowl', diameterM: 0.15, heightM: 0.12, wallM: 0.006 } as const;
const planter = { kind: 'cylinder', diameterM: 0.26, heightM: 0.24, wallM: 0.011, mouth: 'open' } as const;
const caddy = { kind: 'cylinder', diameterM: 0.1, heightM: 0.13, wallM: 0.0045, mouth: 'open' } as const;

export function pieces(make: Make): Entry[][] {
  const tell = teller(make);
  const { made, covered, seen, coat, threeCoats, carved } = tell;
  const { whole, inlaid, crackled, washed } = histories(tell);
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
      { room: 'room-loft', carvedLater: 1 },
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
    ...carved('piece-number-27', 4, ['11:10', '11:40'], 'good', 'Serifs came out clean.'),

    made('piece-caddy-moths', 2, '13:40', { name: 'Tea caddy, moths', form: caddy, roomId: 'room-loft' }),

    made('piece-lantern-kelp', 2, '15:00', { name: 'Lantern body, kelp', form: lantern }),
    covered('piece-lantern-kelp', 2, '17:55', 'damp-box'),

    made('piece-pig-gulls', 2, '16:00', { name: 'Salt pig, gulls', form: saltPig }),
    covered('piece-pig-gulls', 2, '17:50', 'tight'),
    covered('piece-pig-gulls', 1, '08:30', 'open'),
    ...threeCoats('piece-pig-gulls', 1, ['12:05', '12:09', '12:16']),
    covered('piece-pig-gulls', 1, '15:00', 'tight'),
    covered('piece-pig-gulls', 0, '08:05', 'open'),
    seen('piece-pig-gulls', 0, '08:06', 'coat', 3),

    made('piece-lantern-reeds', 1, '09:40', { name: 'Lantern body, reeds', form: lantern }),
    covered('piece-lantern-reeds', 1, '15:30', 'tight'),
    covered('piece-lantern-reeds', 0, '08:10', 'open'),
    coat('piece-lantern-reeds', 0, '10:06', 1),
    seen('piece-lantern-reeds', 0, '10:09', 'coat', 1),
    coat('piece-lantern-reeds', 0, '10:18', 2, 'tub-night', 0.0003),

    made('piece-number-14', 1, '14:10', {
      name: 'House number 14',
      form: plaque,
      cover: 'draped',
      layers: [layer(numerals.id, numerals.rev, {}, ['tub-chalk'], { own: numerals })],
    }),

    made('piece-cruet-heron', 1, '14:20', { name: 'Oil cruet, heron', form: cruet, clayId: 'clay-buff' }),
    covered('piece-cruet-heron', 1, '17:40', 'tight'),
    covered('piece-cruet-heron', 0, '08:10', 'open'),

    made('piece-cruet-swifts', 0, '08:40', {
      name: 'Oil cruet, swifts',
      form: cruet,
      clayId: 'clay-buff',
      roomId: 'room-loft',
    }),
    ...inlaid('piece-caddy-knots', 1),
    ...crackled('piece-planter-lake', 1),
    ...washed('piece-lantern-bark', 9),
    made('piece-planter-thistle', 0, '09:20', { name: 'Planter, thistle', form: planter }),
  ];
}

/** How steps of these pieces are told. */
function teller(make: Make) {
  const { entry, meant } = make;

  const { made, covered, done, seen } = pieceActs(make);
  const coat = (
    id: string,
    days: number,
    time: string,
    n: number,
    tubId = 'tub-night',
    thicknessM = 0.00015,
  ): Entry[] => [
    ...stepDone({
      on: [
        {
          pieceId: id,
          areaM2: 0.05,
          zone: null,
          refs: [{ layer: 'first', step: 'coat', zone: null, pass: n }],
        },
      ],
      face: 'outside',
      body: {
        effects: [{ does: 'coat', use: 'brushed-engobe', thicknessM, share: 1 }],
        slip: { specificGravity: 1.37, grainDensity: 2650, adjusted: 'none' },
      },
      tubId,
      stage: null,
    }).map((of) => meant(of, days, time)),
  ];
  const threeCoats = (
    id: string,
    days: number,
    times: [string, string, string],
    tubId?: string,
  ): Entry[][] => [
    coat(id, days, times[0], 1, tubId),
    seen(id, days, times[1], 'coat', 1),
    coat(id, days, times[1], 2, tubId),
    seen(id, days, times[2], 'coat', 2),
    coat(id, days, times[2], 3, tubId),
    seen(id, days, times[2], 'coat', 3, 'no clay shows through'),
  ];
  const carved = (
    id: string,
    days: number,
    times: [string, string],
    outcome: Outcome,
    note = '',
  ): Entry[][] => [
    done(id, days, times[0], 'outlines', [{ does: 'cut', depthM: 0.0004, share: 0.1 }], { outcome }),
    done(id, days, times[1], 'backgrounds', [{ does: 'cut', depthM: 0.0004, share: 0.3 }], { outcome, note }),
  ];
  const fired = (id: string, days: number, outcome: Outcome): Entry[][] => [
    done(id, days, '11:00', 'clean', [{ does: 'none' }], { outcome: 'good' }),
    done(id, days - 1, '09:30', 'load', [{ does: 'none' }]),
    done(id, days - 3, '09:00', 'bisque', [{ does: 'fire', cone: '04', to: 'bisque' }], { outcome }),
  ];
  return { entry, made, covered, done, seen, coat, threeCoats, carved, fired };
}

type Tell = ReturnType<typeof teller>;

/** Whole pieces, as they go. */
function histories({ entry, made, covered, done, seen, threeCoats, carved, fired }: Tell) {
  const whole = (
    id: string,
    name: string,
    form: Form,
    days: number,
    outcome: Outcome,
    faults: string[],
    note: string,
    { room, carvedLater = 0 }: { room?: string; carvedLater?: number } = {},
  ): Entry[][] => [
    made(id, days, '10:00', { name, form, ...(room && { roomId: room }) }),
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
    ...carved(id, days - 1 - carvedLater, ['15:10', '15:40'], outcome),
    ...fired(id, days - 3, outcome === 'bad' ? 'bad' : 'good'),
    [entry('piece.finished', id, days - 7, '16:00', { outcome, faults, note })],
  ];
  const inlaid = (id: string, days: number): Entry[][] => [
    made(id, days, '14:00', {
      name: 'Tea caddy, knotwork',
      form: caddy,
      layers: [layer('inlay', '1', { mark: 'cut', finish: 'leather' }, ['tub-chalk'])],
    }),
    covered(id, days, '17:50', 'tight'),
    covered(id, days - 1, '08:10', 'open'),
    done(id, days - 1, '08:40', 'cut', [{ does: 'cut', depthM: 0.0012, share: 0.15 }], { outcome: 'good' }),
  ];
  const crackled = (id: string, days: number): Entry[][] => [
    made(id, days, '11:00', {
      name: 'Planter, dry lake',
      form: { kind: 'cylinder', diameterM: 0.14, heightM: 0.2, wallM: 0.01, mouth: 'open' },
      layers: [layer('silicate-crackle', '1', { skin: 'heat' })],
    }),
    done(id, days, '11:04', 'colour', [{ does: 'coat', use: 'bands', thicknessM: 0.00015, share: 1 }], {
      slip: { specificGravity: 1.42, grainDensity: 2650, adjusted: 'none' },
      tubs: ['tub-rust'],
    }),
    seen(id, days, '11:06', 'colour', 1, 'the colour is no longer wet'),
    done(id, days, '11:07', 'silicate', [{ does: 'silicate', kgM2: 0.2, share: 1 }]),
    done(id, days, '11:10', 'skin-heat', [{ does: 'heat', tool: 'heat-gun', seconds: 150, duty: 0.5 }]),
    done(id, days, '11:14', 'push', [{ does: 'stretch', by: 'hoop', ratio: 1.03 }], { outcome: 'good' }),
    done(id, days, '11:16', 'stretch', [{ does: 'stretch', by: 'hoop', ratio: 1.25 }], {
      outcome: 'good',
      note: 'Plates as large as a thumbnail.',
    }),
    covered(id, days, '17:40', 'draped'),
  ];
  const washed = (id: string, days: number): Entry[][] => [
    made(id, days, '10:30', {
      name: 'Lantern body, bark',
      form: lantern,
      layers: [layer('oxide-wash', '1', { on: 'bisque' })],
    }),
    done(id, days - 1, '09:20', 'texture', [{ does: 'cut', depthM: 0.0003, share: 0.5 }]),
    done(id, days - 5, '17:00', 'load', [{ does: 'none' }]),
    done(id, days - 7, '09:10', 'bisque', [{ does: 'fire', cone: '04', to: 'bisque' }], { outcome: 'good' }),
  ];
  return { whole, inlaid, crackled, washed };
}
