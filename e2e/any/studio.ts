import { iso, type Dice, type Draft } from './dice.ts';

const HOUR = 3_600_000;

/** A technique of two steps; its window is upside down where it is given so. */
export const ownTechnique = (id: string, rev: string, window: { from: number; to: number }) => ({
  id,
  rev,
  name: `Own ${id}`,
  gives: 'A coat, and lines in it',
  tools: [],
  choices: [],
  patches: [],
  steps: [
    {
      key: 'coat',
      name: 'Coat',
      verb: 'Log coat',
      effects: [{ does: 'coat', use: 'brushed-engobe', thicknessM: { usual: 0.0003 }, share: { usual: 1 } }],
      needs: [
        { kind: 'water', of: 'skin', spans: [{ driest: window.from, wettest: window.to }], pass: 'first' },
        { kind: 'sign', sign: 'matte', of: '@before', side: 'after', pass: 'later' },
      ],
      takesS: { usual: 300 },
      repeat: { least: 1, usual: 2, most: 3 },
      look: [],
      words: ['Brush it on'],
      remedies: [],
      hazards: [],
    },
    {
      key: 'cut',
      name: 'Cut',
      verb: 'Log cut',
      effects: [{ does: 'cut', depthM: { usual: 0.001 }, share: { usual: 0.2 } }],
      needs: [{ kind: 'sign', sign: 'firm', of: 'coat', side: 'after' }],
      takesS: { usual: 600 },
      look: [],
      words: ['Cut it'],
      remedies: [],
      hazards: ['sharp'],
    },
  ],
});

/** Every kind of entry that sets something of the studio. */
export function studioDrafts({ chance, int, between, one, colour, fresh, some, count, now }: Dice) {
  const cycle = () => ({
    meanCelsius: between(-10, 50),
    swingCelsius: between(0, 15),
    meanHumidity: between(0.02, 0.99),
    swingHumidity: between(0, 0.4),
    warmestHour: between(0, 24),
  });
  const clay = () => ({
    name: `Clay ${count()}`,
    plasticX: between(0.2, 0.4),
    criticalX: between(0.05, 0.19),
    grainDensity: between(2400, 2800),
    airVolume: between(0, 1e-4),
    diffusivity: { at0: 10 ** between(-9.5, -8.5), growth: between(0, 12) },
    isotherm: { scale: between(0.002, 0.03), power: between(0.2, 0.9) },
    totalShrinkage: between(0, 0.3),
    wetColour: colour(),
    dryColour: colour(),
  });
  const technique = (id: string) =>
    ownTechnique(id, String(int(1, 9)), { from: between(-10, 60), to: between(40, 130) });
  const ofStudio: (() => Draft)[] = [
    () => ({
      kind: 'studio.set',
      subject: 'studio',
      body: {
        name: 'Any',
        zone: one(['Etc/UTC', 'Europe/Vienna', 'Asia/Kathmandu', 'America/St_Johns']),
        hours: chance(0.2) ? [] : [{ weekday: int(1, 7), fromMinute: int(0, 700), toMinute: int(701, 1440) }],
        nightFromMinute: int(0, 1440),
        nightToMinute: int(0, 1440),
      },
    }),
    () => ({
      kind: 'studio.day',
      subject: 'studio',
      body: {
        date: iso(now() + int(-1, 12) * 24 * HOUR).slice(0, 10),
        spells: one([
          null,
          [],
          [{ fromMinute: int(0, 700), toMinute: int(650, 1440) }],
          [{ fromMinute: int(1200, 1440), toMinute: int(1300, 2880) }],
        ]),
      },
    }),
    () => ({
      kind: 'room.read',
      subject: some('room'),
      body: { celsius: between(-5, 45), humidity: between(0.05, 0.98) },
    }),
    () => ({
      kind: 'room.set',
      subject: chance(0.5) ? some('room') : fresh('room'),
      body: { name: `Room ${count()}`, cycle: cycle(), heatTransfer: between(1, 40) },
    }),
    () => ({ kind: 'clay.set', subject: chance(0.5) ? some('clay') : fresh('clay'), body: clay() }),
    () => ({
      kind: 'sensor.set',
      subject: some('room'),
      body: {
        url: one(['mqtt://127.0.0.1:1', 'mqtt://[::1]:9', 'ws://127.0.0.1:65535/x']),
        topic: 'a',
        celsiusPath: 't',
        humidityPath: '$',
        on: chance(0.3),
      },
    }),
    () => ({
      kind: 'scale.set',
      subject: 'scale',
      body: { url: 'mqtt://127.0.0.1:1', topic: 's', massPath: 'm', on: chance(0.3) },
    }),
    () => ({
      kind: 'maker.set',
      subject: chance(0.5) ? some('maker') : fresh('maker'),
      body: {
        name: `Maker ${count()}`,
        units: {
          length: one(['mm', 'in']),
          mass: one(['g', 'oz']),
          volume: one(['ml', 'floz']),
          temperature: one(['C', 'F']),
          decimal: one(['.', ',']),
        },
        scaleStepKg: 10 ** between(-6, -1),
      },
    }),
    () => {
      const id = `own-${int(1, 4)}`;
      return { kind: 'technique.set', subject: chance(0.9) ? id : 'other', body: technique(id) };
    },
    () => ({
      kind: 'learning.reset',
      subject: one([some('room'), some('clay')]),
      body: chance(0.5) ? {} : { unknown: one(['air', 'cover', 'diffusion']) },
    }),
    () => ({
      kind: 'learning.taught',
      subject: some('room'),
      body: {
        belief: { air: { mean: between(-1, 1), sigma: between(0.05, 0.5) } },
        pieces: 2,
        checks: 4,
        from: 'file.json',
      },
    }),
  ];
  return ofStudio;
}
