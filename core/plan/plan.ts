import { edgeAtWater, moistureIndex, stageAt, type StageDescription } from '../clay/stage.ts';
import { coreReading, meanReading, outerReading } from '../drying/readings.ts';
import type { EdgeSpread } from '../forecast/windows.ts';
import { spreadOf } from '../forecast/windows.ts';
import type { Walls } from '../forecast/ensemble.ts';
import { valueOfCheck, type CheckValue } from '../forecast/value.ts';
import type { WallRun, WallSetting } from '../drying/run.ts';
import { joined, type Trajectory } from '../drying/trajectory.ts';
import { hazards, type Hazard } from '../hazard/hazard.ts';
import { CLOCKS_DIFFER, foldPiece, type PieceState } from '../log/piece.ts';
import { MINUTE, type Instant } from '../units/quantity.ts';
import { adviseCover, type CoverAdvice } from './advice.ts';
import { HORIZON, isOpen, lookAhead, type Ahead, type CoverChange, type StepPlan } from './ahead.ts';
import type { PieceCase } from './case.ts';
import { courseOf, type Course } from './course.ts';
import { workingTime, type Spell } from './hours.ts';
import { placesNow, type PlacesNow } from './places.ts';
import { softestOf, type Softest } from './softest.ts';

export interface WallNow {
  stage: StageDescription;
  outerIndex: number;
  meanIndex: number;
  coreX: number;
  meanX: number;
}

/** When a step's window opens and closes over the members. */
export interface StepSpread {
  opens: EdgeSpread;
  closes: EdgeSpread;
}

export interface PiecePlan {
  piece: PieceState;
  at: Instant;
  now: WallNow;
  steps: StepPlan[];
  next: StepPlan | null;
  advice: CoverAdvice | null;
  /** What the next step asks care for. */
  cautions: Hazard[];
  /** What threatens the wall, whatever comes next. */
  warnings: Hazard[];
  /** The softest that coats make it; null where none wets it. */
  softest: Softest | null;
  course: Omit<Course, 'best' | 'members'> & { setting: WallSetting };
  places: PlacesNow;
  /** What one touch check would do to the next window; null where it says nothing. */
  check: CheckValue | null;
  /** When each open step's window opens and closes over the members, by step. */
  spreads: Record<string, StepSpread>;
  /** The wall from when it was made, through now, to the horizon if every step is done as planned. */
  trajectory: Trajectory;
  /** Until when this plan holds unless something is logged. */
  holdsUntil: Instant;
}

/** What a plan answers, without the walls it was read off. */
export type PlanAnswers = Pick<
  PiecePlan,
  | 'at'
  | 'now'
  | 'steps'
  | 'next'
  | 'advice'
  | 'cautions'
  | 'warnings'
  | 'softest'
  | 'check'
  | 'spreads'
  | 'holdsUntil'
>;

export const answersOf = (plan: PiecePlan): PlanAnswers => {
  const { at, now, steps, next, advice, cautions, warnings, softest, check, spreads, holdsUntil } = plan;
  return { at, now, steps, next, advice, cautions, warnings, softest, check, spreads, holdsUntil };
};

/** What is tried out instead of what is planned. */
export interface WhatIf {
  covers?: CoverChange[];
  /** When steps are done. */
  times?: Record<string, Instant>;
}

/** How much a plan may cost. */
export interface Effort {
  /** Members of the ensemble; 64 unless said otherwise. */
  members?: number;
  /** Members carried ahead, those at even shares from the driest to the wettest; all unless said otherwise. */
  ahead?: number;
}

/** The plan of a piece at a moment: each step's window under its present cover, and which cover would serve better. */
export function planPiece(
  given: PieceCase,
  now: Instant,
  whatIf?: WhatIf,
  effort: Effort = {},
): PiecePlan | null {
  const piece = foldPiece(given.pieceId, given.entries);
  if (!piece) return null;
  const course = courseOf(piece, given, planAt(piece, now), effort.members);
  return planAlong(course, piece, given, whatIf, effort);
}

/** What was logged a moment ago counts, though this device's clock may not have reached it yet. */
export const planAt = (piece: PieceState, now: Instant): Instant =>
  Math.max(now, piece.madeAt, Math.min(piece.lastAt, now + CLOCKS_DIFFER));

/** The plan of a piece whose course is known. Advice on covers is left out where something is tried. */
export function planAlong(
  course: Course,
  piece: PieceState,
  given: PieceCase,
  whatIf: WhatIf | undefined,
  effort: Effort = {},
): PiecePlan {
  const { best, members, at, ...rest } = course;
  const run = best.wall!;
  const covers = whatIf?.covers ?? [];
  // a wall still warm from a hot tool is known until it has cooled
  const from = Math.max(at, run.at);
  const spells = workingTime(given.studio.hours, given.studio.zone, from, from + HORIZON);
  const ahead = lookAhead(run, piece, spells, from, covers, whatIf?.times);
  const next = ahead.steps.find((s) => isOpen(s.status) && !s.step.optional) ?? null;
  const trajectory = joined([run.trajectory, ahead.trajectory]);
  const softest = softestOf(trajectory, given.body, at);
  const places = placesNow(piece, course, { events: ahead.events, end: ahead.trajectory.at.at(-1)! });
  const carried = acrossQuantiles(members, effort.ahead).map((walls) => walls.wall!);
  const over = overMembers(carried, piece, spells, ahead, next, covers);
  const advised = !whatIf && !piece.finished && next;
  return {
    piece,
    at,
    now: wallNow(run),
    steps: ahead.steps,
    next,
    advice: advised ? adviseCover(run, piece, spells, from, ahead.steps) : null,
    cautions: next && !piece.finished ? next.step.hazards.map((id) => hazards[id]) : [],
    warnings: piece.finished ? [] : warningsFor(places, softest),
    softest,
    course: { ...rest, at, setting: run.setting },
    places,
    check: over.check,
    spreads: over.spreads,
    trajectory,
    holdsUntil: holdsUntil(at, next, spells),
  };
}

/** So many members at even shares from the driest wall to the wettest; all where no number is given. */
function acrossQuantiles(members: Walls[], count: number | undefined): Walls[] {
  if (count === undefined || count >= members.length) return members;
  const meanX = ({ wall }: Walls) => meanReading(wall!.state.x, wall!.wall.mesh);
  const sorted = [...members].sort((a, b) => meanX(a) - meanX(b));
  return Array.from({ length: count }, (_, i) => sorted[Math.floor(((i + 0.5) / count) * sorted.length)]!);
}

/** Each member goes on as planned; when it comes into each window and leaves it. */
function overMembers(
  runs: WallRun[],
  piece: PieceState,
  spells: Spell[],
  planned: Ahead,
  next: StepPlan | null,
  covers: CoverChange[],
): Pick<PiecePlan, 'spreads' | 'check'> {
  const open = planned.steps.filter((s) => isOpen(s.status));
  if (piece.finished || open.length === 0) return { spreads: {}, check: null };
  const times = Object.fromEntries(
    open.flatMap(({ step, doAt }) => (doAt === null ? [] : [[step.id, doAt]])),
  );
  const members = runs.map((run) => lookAhead(run, piece, spells, run.at, covers, times).steps);
  const edge = next?.status === 'now' ? 'closes' : 'opens';
  const indices = runs.map((run) => edgeAtWater(run.setting.body, meanReading(run.state.x, run.wall.mesh)));
  // what has come already in a member is no longer in doubt there
  const moments = members.map((steps, m) => {
    const moment = steps.find((s) => s.step.id === next?.step.id)?.[edge] ?? null;
    return moment === null ? null : Math.max(moment, runs[m]!.at);
  });
  const check = next && valueOfCheck(next.step.id, indices, moments);
  const spreads = Object.fromEntries(
    open.map(({ step }) => {
      const of = members.map((steps) => steps.find((s) => s.step.id === step.id)!);
      return [
        step.id,
        { opens: spreadOf(of.map((s) => s.opens)), closes: spreadOf(of.map((s) => s.closes)) },
      ];
    }),
  );
  return { spreads, check };
}

function wallNow({ state, setting, wall }: WallRun): WallNow {
  const { body, thicknessM } = setting;
  const { mesh } = wall;
  const meanX = meanReading(state.x, mesh);
  return {
    stage: stageAt(body, meanX),
    outerIndex: moistureIndex(body, outerReading(thicknessM)(state.x, mesh)),
    meanIndex: moistureIndex(body, meanX),
    meanX,
    coreX: coreReading(state.x, mesh),
  };
}

function warningsFor(places: PlacesNow, softest: Softest | null): Hazard[] {
  return [...(places.uneven ? [hazards.uneven] : []), ...(softest?.slumps ? [hazards.slump] : [])];
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
