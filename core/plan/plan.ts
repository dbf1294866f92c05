import { moistureIndex, stageAt, waterAtEdge, type StageDescription } from '../clay/stage.ts';
import { coreReading, meanReading, outerReading } from '../drying/readings.ts';
import type { WallRun } from '../drying/run.ts';
import { joined, type Trajectory } from '../drying/trajectory.ts';
import { hazards, type Hazard, type HazardId } from '../hazard/hazard.ts';
import { foldPiece, type PieceState } from '../log/piece.ts';
import { MINUTE, type Instant } from '../units/quantity.ts';
import { adviseCover, type CoverAdvice } from './advice.ts';
import { HORIZON, isOpen, lookAhead, type Ahead, type StepPlan } from './ahead.ts';
import type { PieceCase } from './case.ts';
import { courseOf, type Course } from './course.ts';
import { workingTime, type Spell } from './hours.ts';

export interface WallNow {
  stage: StageDescription;
  outerIndex: number;
  meanIndex: number;
  coreX: number;
  meanX: number;
}

export interface PiecePlan {
  piece: PieceState;
  at: Instant;
  now: WallNow;
  steps: StepPlan[];
  next: StepPlan | null;
  advice: CoverAdvice | null;
  cautions: Hazard[];
  course: Omit<Course, 'run'>;
  /** The wall from when it was made, through now, to the horizon if every step is done as planned. */
  trajectory: Trajectory;
  /** Until when this plan holds unless something is logged. */
  holdsUntil: Instant;
}

/** Coats that bring the mean of the wall above this edge make it go soft again. From memory. */
const SLUMPS_AT = 95;

/** The plan of a piece at a moment: each step's window under its present cover, and which cover would serve better. */
export function planPiece(given: PieceCase, now: Instant): PiecePlan | null {
  const piece = foldPiece(given.pieceId, given.entries);
  if (!piece) return null;
  const at = Math.max(now, piece.madeAt);
  const course = courseOf(piece, given, at);
  const { run, ...rest } = course;
  const spells = workingTime(given.studio.hours, given.studio.zone, at, at + HORIZON);
  const ahead = lookAhead(run, piece, spells, at, []);
  const next = ahead.steps.find((s) => isOpen(s.status) && !s.step.optional) ?? null;
  const advice = piece.finished || !next ? null : adviseCover(run, piece, spells, at, ahead.steps);
  return {
    piece,
    at,
    now: wallNow(run),
    steps: ahead.steps,
    next,
    advice,
    cautions: cautionsFor(piece, next, ahead, run),
    course: rest,
    trajectory: joined([run.trajectory, ahead.trajectory]),
    holdsUntil: holdsUntil(at, next, spells),
  };
}

function wallNow({ state, setting }: WallRun): WallNow {
  const { body, thicknessM } = setting;
  const meanX = meanReading(state.x);
  return {
    stage: stageAt(body, meanX),
    outerIndex: moistureIndex(body, outerReading(thicknessM)(state.x)),
    meanIndex: moistureIndex(body, meanX),
    meanX,
    coreX: coreReading(state.x),
  };
}

function cautionsFor(piece: PieceState, next: StepPlan | null, ahead: Ahead, run: WallRun): Hazard[] {
  if (!next || piece.finished) return [];
  const ids: HazardId[] = [...next.step.hazards];
  const soft = waterAtEdge(run.setting.body, SLUMPS_AT);
  if (next.step.does === 'coat' && ahead.softestX > soft) ids.push('slump');
  return ids.map((id) => hazards[id]);
}

/** A plan is looked at afresh when the next thing in it happens, and at least every ten minutes. */
function holdsUntil(now: Instant, next: StepPlan | null, spells: Spell[]): Instant {
  const turns = [
    next?.opens,
    next?.closes,
    next?.doAt,
    next?.waitFor?.to,
    ...spells.slice(0, 2).flatMap((s) => [s.from, s.to]),
    now + 10 * MINUTE,
  ];
  return Math.min(...turns.filter((t): t is Instant => typeof t === 'number' && t > now));
}
