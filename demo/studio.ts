import { numerals } from './ownTechnique.ts';
import type { Entry, Make } from './maker.ts';

const day = (weekday: number) => [
  { weekday, fromMinute: 8 * 60, toMinute: 12 * 60 + 30 },
  { weekday, fromMinute: 13 * 60 + 30, toMinute: 18 * 60 },
];

const evening = { fromMinute: 19 * 60, toMinute: 21 * 60 + 30 };

const units = { length: 'mm', mass: 'g', volume: 'ml', temperature: 'C', decimal: '.' } as const;

const sandClay = {
  name: 'Tarn red, fine sand',
  plasticX: 0.25,
  criticalX: 0.12,
  grainDensity: 2620,
  airVolume: 2e-5,
  diffusivity: { at0: 1.5e-9, growth: 8 },
  isotherm: { scale: 0.008, power: 0.45 },
  totalShrinkage: 0.11,
  wetColour: '#6b3724',
  dryColour: '#dba983',
};

const paleClay = {
  ...sandClay,
  name: 'Hollow buff',
  plasticX: 0.27,
  criticalX: 0.125,
  diffusivity: { at0: 1.3e-9, growth: 8 },
  wetColour: '#6d5a47',
  dryColour: '#e8dcc6',
};

/** The workshop's hours, its two makers, its two clays and its own technique. */
export function studioEntries({ entry, date }: Make): Entry[] {
  return [
    entry('studio.set', 'studio', 40, '09:00', {
      name: 'Quillstone Yard',
      zone: 'Europe/Vienna',
      hours: [
        ...[1, 2, 3, 4, 5].flatMap(day),
        ...[2, 4].map((weekday) => ({ weekday, ...evening })),
        { weekday: 6, fromMinute: 9 * 60, toMinute: 12 * 60 },
      ],
      nightFromMinute: 22 * 60,
      nightToMinute: 6 * 60 + 30,
    }),
    // late on the day before the market, and nobody there while it lasts
    entry('studio.day', 'studio', 2, '17:40', {
      date: date(8),
      spells: [...day(4).map(({ fromMinute, toMinute }) => ({ fromMinute, toMinute })), evening],
    }),
    entry('studio.day', 'studio', 2, '17:41', { date: date(9), spells: [] }),
    entry('maker.set', 'maker-ines', 40, '09:01', { name: 'Ines', units, scaleStepKg: 1e-4 }),
    entry('maker.set', 'maker-default', 40, '09:02', { name: 'Odo', units, scaleStepKg: 1e-4 }),
    entry('clay.set', 'clay-default', 40, '09:05', sandClay),
    entry('clay.set', 'clay-buff', 40, '09:06', paleClay),
    entry('kiln.set', 'kiln-back', 39, '09:20', { name: 'Back kiln', volumeM3: 0.11, holdsS: 172_800 }),
    entry('technique.set', numerals.id, 39, '09:10', numerals),
  ];
}
