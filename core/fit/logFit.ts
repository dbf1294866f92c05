import { COARSE, type Walls } from '../drying/run.ts';
import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { inverse, Matrix } from 'ml-matrix';
import { goAlong } from '../drying/batch/carry.ts';
import { carrying, type Way } from '../drying/legs.ts';
import { taughtBy, type Taughtable } from '../forecast/learn.ts';
import { comparedOf, looksAt, predicted, type Compared, type Observation } from '../forecast/observe.ts';
import { settingOf, unknowns, usualPrior, type Belief, type Prior } from '../forecast/prior.ts';
import type { WallName } from '../form/places.ts';
import { foldPiece } from '../log/piece.ts';
import { ok, refused, type Result } from '../units/problem.ts';
import type { Instant } from '../units/quantity.ts';
import type { PlanInput } from '../piece/planInput.ts';
import { dividedInto, wallCase } from '../piece/stateEstimate.ts';
import { observationsOf } from '../piece/observations.ts';

/** What the whole log says of a room or a clay, taken together: ln of the factor on the usual. */
export interface FittedFactor extends Belief {
  unknown: Taughtable;
  subject: 'room' | 'clay';
  id: string;
  /** Numbers found on its pieces. */
  numbers: number;
}

/** One number found of a wall, and how far from it the fit is. */
export interface Residual {
  pieceId: string;
  pieceName: string;
  roomId: string;
  place: WallName;
  kind: Observation['kind'];
  at: Instant;
  /** Since the piece was made, ms. */
  age: number;
  /** How much wetter it was found than the fit has it, in sigmas of such a finding. */
  wetter: number;
}

export interface LogFit {
  factors: FittedFactor[];
  residuals: Residual[];
  /** Root mean square of the residuals, in sigmas, before the fit and after. */
  misfitBefore: number;
  misfit: number;
}

/** Fewer numbers than these teach nothing. */
export const FEWEST_NUMBERS = 3;
/** A finding further off than this, in sigmas, pulls no harder for being further still (Huber's loss). */
const HUBER = 2.5;
const ITERATIONS = 8;
/** Step of the numerical gradient, in ln of a factor. */
const STEP = 0.05;

interface Parameter {
  unknown: Taughtable;
  subject: 'room' | 'clay';
  id: string;
}

interface FoundPiece {
  name: string;
  pieceId: string;
  /** Its walls as they are before anything was found of them. */
  case: ReturnType<typeof wallCase>;
  roomId: string;
  clayId: string;
  madeAt: Instant;
  observations: Observation[];
}

/**
 * Fits the pace of each room's air, the tightness of its covers and the diffusivity of each clay to everything that was
 * found of all pieces at once, by Levenberg and Marquardt. What the log says nothing of stays at the usual.
 * @param given pieces, finished or not
 * @param onProgress called with the share of the work that is done, 0 to 1
 * @returns refused where too little was found
 */
export function fitLog(
  given: PlanInput[],
  now: Instant,
  onProgress: (share: number) => void = () => {},
): Result<LogFit> {
  const pieces = given.flatMap((of) => foundPiece(of, now));
  const numbers = pieces.flatMap(({ observations }) => observations.flatMap(comparedOf)).length;
  if (numbers < FEWEST_NUMBERS)
    return refused(
      'too-few',
      'checks',
      `The log holds ${numbers === 0 ? 'no checks or weighings' : `only ${numbers} of them`}: at least ${FEWEST_NUMBERS} checks or weighings are needed.`,
    );
  const parameters = parametersOf(pieces);
  const tasks = (ITERATIONS + 2) * (parameters.length + 1) + 1;
  let done = 0;
  const raw = (values: number[]) => {
    onProgress(Math.min(1, (done += 1) / tasks));
    return wetnessOf(pieces, parameters, values);
  };
  /** What is made small: the findings, and the distance from the usual. */
  const misses = (values: number[]) => [
    ...raw(values).map(huber),
    ...parameters.map(({ unknown }, k) => values[k]! / usualPrior[unknown].sigma),
  ];
  const count = numbers + parameters.length;
  const { parameterValues } = levenbergMarquardt(
    { x: Array.from({ length: count }, (_, i) => i), y: new Array<number>(count).fill(0) },
    (values) => {
      const at = misses(values);
      return (i: number) => at[i]!;
    },
    {
      initialValues: parameters.map(() => 0),
      minValues: parameters.map(({ unknown }) => -4 * usualPrior[unknown].sigma),
      maxValues: parameters.map(({ unknown }) => 4 * usualPrior[unknown].sigma),
      gradientDifference: STEP,
      damping: 0.1,
      maxIterations: ITERATIONS,
      errorTolerance: 1e-4,
    },
  );
  const sigmas = sigmasAt(parameterValues, misses);
  const after = raw(parameterValues);
  onProgress(1);
  return ok({
    factors: parameters.map((parameter, k) => ({
      ...parameter,
      mean: parameterValues[k]!,
      sigma: sigmas[k]!,
      numbers: numbersOn(pieces, parameter),
    })),
    residuals: residualsOf(pieces, after),
    misfitBefore: rms(raw(parameters.map(() => 0))),
    misfit: rms(after),
  });
}

function foundPiece(given: PlanInput, now: Instant): FoundPiece[] {
  const piece = foldPiece(given.pieceId, given.entries);
  if (!piece) return [];
  const { made, madeAt } = piece;
  const divided = dividedInto(piece, given);
  const { observations: found } = observationsOf(piece, given, now, divided);
  // what was found of a sister counts once, with that one
  const observations = found.filter(({ sister }) => !sister);
  if (observations.length === 0) return [];
  const { name, roomId, clayId } = made;
  const walls = wallCase(piece, given, now, divided);
  return [{ name, pieceId: piece.id, case: walls, roomId, clayId, madeAt, observations }];
}

function parametersOf(pieces: FoundPiece[]): Parameter[] {
  return taughtBy.flatMap(({ unknown, subject }) => {
    const ids = pieces.map(({ roomId, clayId }) => (subject === 'room' ? roomId : clayId));
    return [...new Set(ids)].map((id) => ({ unknown, subject, id }));
  });
}

const concerns = (piece: FoundPiece, { subject, id }: Parameter): boolean =>
  (subject === 'room' ? piece.roomId : piece.clayId) === id;

/** How much wetter each finding of some pieces is than computed, in sigmas. */
function wetnessOf(pieces: FoundPiece[], parameters: Parameter[], values: number[]): number[] {
  const compared = pieces.map(({ observations }) => observations.flatMap(comparedOf));
  const carried = goAlong(pieces.map((piece, i) => wayOf(piece, compared[i]!, parameters, values)));
  return compared.flatMap((of, i) => of.map((c) => (c.value - predicted(c, carried[i]!)) / c.sigma));
}

/** The way of the walls of a piece that were looked at, to when they were last. */
function wayOf(
  piece: FoundPiece,
  compared: Compared[],
  parameters: Parameter[],
  values: number[],
): Way<Walls> {
  const { case: of, observations } = piece;
  const prior: Prior = { ...usualPrior };
  parameters.forEach((parameter, k) => {
    if (concerns(piece, parameter)) prior[parameter.unknown] = { mean: values[k]!, sigma: 0 };
  });
  const setting = settingOf(of.given, prior, new Float64Array(unknowns.length));
  const looked = of.walls.filter(({ place }) => looksAt(compared, place));
  return carrying(
    Object.fromEntries(looked.map(({ place, begin }) => [place, begin(setting, COARSE)])),
    of.joined,
    Object.fromEntries(looked.map(({ place, events }) => [place, events])),
    observations.at(-1)!.at,
  );
}

/** A miss whose square is Huber's loss. */
function huber(miss: number): number {
  const size = Math.abs(miss);
  return size <= HUBER ? miss : Math.sign(miss) * Math.sqrt(2 * HUBER * size - HUBER ** 2);
}

/** One sigma of each parameter: the roots of the diagonal of (JᵀJ)⁻¹ where the misses are least. */
function sigmasAt(values: number[], misses: (values: number[]) => number[]): number[] {
  if (values.length === 0) return [];
  const here = misses(values);
  const columns = values.map((_, k) => {
    const there = misses(values.map((value, i) => (i === k ? value + STEP : value)));
    return there.map((miss, i) => (miss - here[i]!) / STEP);
  });
  const jacobian = new Matrix(columns).transpose();
  const covariance = inverse(jacobian.transpose().mmul(jacobian));
  return values.map((_, k) => Math.sqrt(covariance.get(k, k)));
}

const numbersOn = (pieces: FoundPiece[], parameter: Parameter): number =>
  pieces
    .filter((piece) => concerns(piece, parameter))
    .reduce((sum, { observations }) => sum + observations.flatMap(comparedOf).length, 0);

function residualsOf(pieces: FoundPiece[], wetter: number[]): Residual[] {
  let i = 0;
  return pieces.flatMap(({ name, pieceId, roomId, madeAt, observations }) =>
    observations.flatMap((observation) =>
      comparedOf(observation).map((): Residual => {
        const { at, kind, place } = observation;
        const found = { at, kind, place, age: at - madeAt, wetter: wetter[(i += 1) - 1]! };
        return { pieceId, pieceName: name, roomId, ...found };
      }),
    ),
  );
}

const rms = (values: number[]): number =>
  Math.sqrt(values.reduce((sum, value) => sum + value ** 2, 0) / values.length);
