/** The words people use for how slip feels, thinnest first, as a scale of its own. */
export type Feel =
  | 'skimmed-milk'
  | 'milk'
  | 'single-cream'
  | 'double-cream'
  | 'runny-yoghurt'
  | 'set-yoghurt'
  | 'soft-icing'
  | 'paste';

export interface FeelWord {
  feel: Feel;
  name: string;
  /** What is seen on a dipped finger, a ripple, a line. */
  look: string;
  /** SG of clay and water that usually feels so. From memory. */
  gravity: number;
}

export const feelWords: FeelWord[] = [
  {
    feel: 'skimmed-milk',
    name: 'skimmed milk',
    look: 'runs off a finger, skin shows through',
    gravity: 1.14,
  },
  { feel: 'milk', name: 'milk', look: 'wets a finger, skin still shows', gravity: 1.3 },
  {
    feel: 'single-cream',
    name: 'single cream',
    look: 'coats a finger; the lines of the skin just show',
    gravity: 1.38,
  },
  {
    feel: 'double-cream',
    name: 'double cream',
    look: 'hides the skin; a ripple closes at once',
    gravity: 1.47,
  },
  { feel: 'runny-yoghurt', name: 'runny yoghurt', look: 'a ripple closes slowly', gravity: 1.53 },
  { feel: 'set-yoghurt', name: 'set yoghurt', look: 'a ripple stays; a line stands up', gravity: 1.58 },
  {
    feel: 'soft-icing',
    name: 'soft butter-icing',
    look: 'stands in peaks, loosens when stirred',
    gravity: 1.77,
  },
  { feel: 'paste', name: 'paste', look: 'keeps the mark of a knife', gravity: 1.95 },
];

export const feelNamed = (feel: Feel): FeelWord => feelWords.find((word) => word.feel === feel)!;
/** Place on the scale, 0 the thinnest. */
export const feelPlace = (feel: Feel): number => feelWords.findIndex((word) => word.feel === feel);

/**
 * Where an SG of clay and water lies on the scale of feel, 0 skimmed milk to 7 paste, in between on a line.
 * @example placeOfGravity(1.34) // 1.5
 */
export function placeOfGravity(gravity: number): number {
  const next = feelWords.findIndex((word) => word.gravity >= gravity);
  if (next === 0) return 0;
  if (next < 0) return feelWords.length - 1;
  const [low, high] = [feelWords[next - 1]!.gravity, feelWords[next]!.gravity];
  return next - 1 + (gravity - low) / (high - low);
}

/** A word and a number for the same slip at the same time. */
export interface FeltAndWeighed {
  feel: Feel;
  gravity: number;
}

/** One sigma, from memory: of a tub against the usual, of a word within a tub, of one reading. */
const TUB = 0.06;
const WORD = 0.03;
const READING = 0.03;

export interface FeltGravity {
  gravity: number;
  /** One sigma. */
  sigma: number;
  /** How often this tub's word was weighed. */
  weighed: number;
}

/**
 * The SG that a word means in this tub, learned from where both were taken: the usual meaning moved by what the tub
 * taught, then by what this word taught (normal shrinkage at two levels).
 * @param pairs every time both were taken in this tub
 * @example gravityFelt([], 'single-cream') // { gravity: 1.38, sigma: 0.073, weighed: 0 }
 */
export function gravityFelt(pairs: FeltAndWeighed[], feel: Feel): FeltGravity {
  const off = (of: FeltAndWeighed[]) => of.map((p) => p.gravity - feelNamed(p.feel).gravity);
  const tub = shrunk(off(pairs), 0, TUB, Math.hypot(WORD, READING));
  const own = pairs.filter((p) => p.feel === feel);
  const word = shrunk(off(own), tub.mean, Math.hypot(WORD, tub.sigma), READING);
  return {
    gravity: feelNamed(feel).gravity + word.mean,
    sigma: Math.hypot(word.sigma, READING),
    weighed: own.length,
  };
}

/** Mean and sigma of a normal quantity after readings of it. */
function shrunk(readings: number[], priorMean: number, priorSigma: number, noise: number) {
  const precision = 1 / priorSigma ** 2 + readings.length / noise ** 2;
  const sum = priorMean / priorSigma ** 2 + readings.reduce((a, b) => a + b, 0) / noise ** 2;
  return { mean: sum / precision, sigma: Math.sqrt(1 / precision) };
}
