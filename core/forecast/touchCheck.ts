import { edgeAtWater } from '../clay/stage.ts';
import { quasiSteady } from '../drying/heat.ts';
import type { Reading } from '../drying/readings.ts';
import type { WallRun } from '../drying/run.ts';
import { readAt, wallAt } from '../drying/trajectory.ts';
import type { Instant } from '../units/quantity.ts';

/** What a touch check asks: only what can be seen or felt, each answered or left. */
export interface TouchCheck {
  flop: 'flops' | 'holds' | null;
  dent: 'dents' | 'marks' | 'none' | null;
  nail: 'sinks' | 'marks' | 'powders' | null;
  chill: 'cold' | 'cool' | 'room-warm' | null;
  colour: 'dark' | 'patchy' | 'pale' | null;
  corner: 'stays' | 'bends' | 'cracks' | null;
}

export const emptyTouchCheck: TouchCheck = {
  flop: null,
  dent: null,
  nail: null,
  chill: null,
  colour: null,
  corner: null,
};

export interface Question<K extends keyof TouchCheck = keyof TouchCheck> {
  id: K;
  asks: string;
  options: { answer: NonNullable<TouchCheck[K]>; name: string; means: Meaning }[];
}

/** What an answer says: between which edges a reading lies, or how far below the room the surface is, K. */
type Meaning = { of: 'mean' | 'outer'; from: number; to: number } | { of: 'chill'; from: number; to: number };

const option = <A>(answer: A, name: string, of: Meaning['of'], from: number, to: number) => ({
  answer,
  name,
  means: { of, from, to },
});

/** Edges on the reference scale. Common practice, no source. */
export const questions: Question[] = [
  {
    id: 'flop',
    asks: 'Held at its middle',
    options: [option('flops', 'It flops', 'mean', 84, 108), option('holds', 'It holds', 'mean', 0, 84)],
  },
  {
    id: 'dent',
    asks: 'A thumb pressed on it',
    options: [
      option('dents', 'Dents easily', 'mean', 84, 108),
      option('marks', 'Dents when pressed firmly', 'mean', 71, 84),
      option('none', 'Leaves nothing', 'mean', 0, 71),
    ],
  },
  {
    id: 'nail',
    asks: 'A nail drawn over it',
    options: [
      option('sinks', 'Sinks in', 'outer', 71, 108),
      option('marks', 'Marks it', 'outer', 20, 71),
      option('powders', 'Makes powder', 'outer', -3, 20),
    ],
  },
  {
    id: 'corner',
    asks: 'A lifted corner or edge',
    options: [
      option('bends', 'Sags back', 'mean', 84, 108),
      option('stays', 'Stays up', 'mean', 59, 84),
      option('cracks', 'Snaps or cracks', 'mean', 0, 59),
    ],
  },
  {
    id: 'chill',
    asks: 'Against the cheek',
    options: [
      option('cold', 'Cold', 'chill', 2.5, 6),
      option('cool', 'Cool', 'chill', 0.8, 2.5),
      option('room-warm', 'As warm as the room', 'chill', -0.5, 0.8),
    ],
  },
  {
    id: 'colour',
    asks: 'Its colour',
    options: [
      option('dark', 'Dark all over', 'outer', 44, 108),
      option('patchy', 'Patchy, edges pale', 'outer', 20, 44),
      option('pale', 'Pale all over', 'outer', -3, 20),
    ],
  },
];

/** One sigma of an edge as hands and eyes read it: on the reference scale, and in K. From memory. */
const EDGE = 5;
const CHILL = 0.8;

export interface ReadAnswer {
  of: Meaning['of'];
  predict: (run: WallRun, at: Instant, reading: Reading) => number;
  value: number;
  sigma: number;
}

/**
 * Answers as numbers to compare. A wide answer says only that the reading is not beyond its edges: what is compared is
 * how far beyond it lies. A narrow one is its middle, as unsure as it is wide.
 */
export function readTouchCheck(answers: TouchCheck): ReadAnswer[] {
  return questions.flatMap((question) => {
    const given = question.options.find((o) => o.answer === answers[question.id]);
    return given ? [asNumbers(given.means)] : [];
  });
}

const NARROW = 26;

function asNumbers({ of, from, to }: Meaning): ReadAnswer {
  if (of === 'chill')
    return {
      of,
      predict: (run, at) => beyond(chillAt(run, at), from, to),
      value: 0,
      sigma: CHILL,
    };
  const predicted = (run: WallRun, at: Instant, reading: Reading) =>
    edgeAtWater(run.setting.body, readAt(run.trajectory, at, reading));
  if (to - from <= NARROW)
    return {
      of,
      predict: (run, at, reading) => predicted(run, at, reading) - (from + to) / 2,
      value: 0,
      sigma: Math.hypot((to - from) / Math.sqrt(12), EDGE),
    };
  return {
    of,
    predict: (run, at, reading) => beyond(predicted(run, at, reading), from, to),
    value: 0,
    sigma: EDGE,
  };
}

const beyond = (value: number, from: number, to: number): number =>
  Math.max(0, value - to) + Math.min(0, value - from);

/** How far the outside face lies below the room, K, standing open as it was then. */
function chillAt(run: WallRun, at: Instant): number {
  const { x } = wallAt(run.trajectory, at);
  const air = { celsius: 20, humidity: 0.5 };
  run.surroundings.climate(at, air);
  const then = { ...run, at, state: { ...run.state, x } };
  return air.celsius - quasiSteady(then);
}

/** Of answers that no one wall can give together: two that lie further apart than hands err. Null where all agree. */
export function contradiction(answers: TouchCheck): [string, string] | null {
  const given = questions.flatMap((question) => {
    const { means, name } = question.options.find((o) => o.answer === answers[question.id]) ?? {};
    return means && means.of !== 'chill'
      ? [{ words: `${question.asks.toLowerCase()}: ${name!.toLowerCase()}`, ...means }]
      : [];
  });
  for (const a of given)
    for (const b of given) {
      const apart = a.of === b.of ? 2 * EDGE : 2 * EDGE + SURFACE_AHEAD;
      if (a.from - b.to > apart) return [a.words, b.words];
    }
  return null;
}

/** The surface of a wall may be drier than its mean by this much on the reference scale. From memory. */
const SURFACE_AHEAD = 20;
