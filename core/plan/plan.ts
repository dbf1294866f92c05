import { compact } from '../drying/records.ts';
import { edgeAtWater, moistureIndex, stageAt, type StageDescription } from '../clay/stage.ts';
import { coreReading, meanReading, outerReading } from '../drying/readings.ts';
import { spreadOf } from '../forecast/windows.ts';
import type { Seams, WallName } from '../form/places.ts';
import { valueOfCheck, type CheckValue } from '../forecast/value.ts';
import { goAlong } from '../drying/batch/carry.ts';
import { runsOf, type WallRun, type WallSetting, type Walls } from '../drying/run.ts';
import { concatTrajectories, type Trajectory } from '../drying/trajectory.ts';
import { candlingTime } from '../firing/candling.ts';
import { hazards, type Hazard } from '../hazard/hazard.ts';
import { foldPiece, type PieceState } from '../log/piece.ts';
import { CLOCKS_DIFFER } from '../time/moment.ts';
import { estimateNow, type StateEstimate } from '../piece/stateEstimate.ts';
import type { PlanInput } from '../piece/planInput.ts';
import type { StepWindow, Window } from '../piece/stepWindow.ts';
import { isOpen } from '../piece/status.ts';
import { judgedOn } from '../piece/walls.ts';
import { placesNow, type PlacesNow } from '../piece/places.ts';
import { routeAt } from '../piece/route.ts';
import { softestAmong, type Softest } from '../piece/softest.ts';
import type { FiredState } from '../technique/technique.ts';
import type { Conflict, Planned } from '../technique/layer.ts';
import { MINUTE, type Instant } from '../units/quantity.ts';
import { asTold, type Told } from './told.ts';
import { openDryAt } from './openDry.ts';
import { workingTime, type Spell } from '../time/hours.ts';
import { project, type CoverChange, type Project, type Projection } from './project.ts';
import { HORIZON } from './wallProjection.ts';
import { backAt, rescued } from './rescue.ts';

export interface WallNow {
  stage: StageDescription;
  outerIndex: number;
  meanIndex: number;
  coreX: number;
  meanX: number;
  fired: FiredState;
}

/** What a piece is now: a stage of its clay, or fired ware. */
export const stateName = ({ fired, stage }: Pick<WallNow, 'fired' | 'stage'>): string =>
  fired === 'raw' ? stage.name : fired === 'bisque' ? 'Bisque' : 'Glazed';

export interface PiecePlan {
  piece: PieceState;
  at: Instant;
  now: WallNow;
  gates: StepWindow[];
  next: StepWindow | null;
  /** What cannot be in its route. */
  conflicts: Conflict[];
  /** When it is dry enough for the kiln if it stands open from now on; null where that is not planned. */
  openDryAt: Instant | null;
  /** What the next step asks care for. */
  cautions: Hazard[];
  /** What threatens the wall, whatever comes next. */
  warnings: Hazard[];
  /** The softest that coats make it; null where none wets it. */
  softest: Softest | null;
  believed: Omit<StateEstimate, 'best' | 'members' | 'joined' | 'divided' | 'begun' | 'befell'> & {
    setting: WallSetting;
  };
  places: PlacesNow;
  /** What one touch check would do to the next window; null where it says nothing. */
  check: CheckValue | null;
  /** The wall that the next step is judged on. */
  shown: WallName;
  /** That wall from when it was made, through now, to the horizon if every step is done as planned. */
  trajectory: Trajectory;
  /** Until when this plan holds unless something is logged. */
  holdsUntil: Instant;
}

/** What a plan answers, without the walls it was read off. */
export type PlanResult = Pick<
  PiecePlan,
  | 'at'
  | 'now'
  | 'gates'
  | 'next'
  | 'conflicts'
  | 'openDryAt'
  | 'cautions'
  | 'warnings'
  | 'softest'
  | 'check'
  | 'holdsUntil'
>;

export const resultOf = (plan: PiecePlan): PlanResult => {
  const { at, now, gates, next, conflicts, openDryAt, cautions, warnings, softest, check, holdsUntil } = plan;
  return { at, now, gates, next, conflicts, openDryAt, cautions, warnings, softest, check, holdsUntil };
};

/** What is tried out instead of what is planned. */
export interface WhatIf {
  covers?: CoverChange[];
  /** When steps are done, by name. */
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
  facts: PlanInput,
  now: Instant,
  whatIf?: WhatIf,
  effort: Effort = {},
): PiecePlan | null {
  const piece = foldPiece(facts.pieceId, facts.entries);
  if (!piece) return null;
  const believed = estimateNow(piece, facts, planAt(piece, now), effort.members);
  return planFrom(believed, piece, facts, whatIf, effort);
}

/** What was logged a moment ago counts, though this device's clock may not have reached it yet. */
export const planAt = (piece: PieceState, now: Instant): Instant =>
  Math.max(now, piece.madeAt, Math.min(piece.lastAt, now + CLOCKS_DIFFER));

/**
 * The plan of a piece whose walls are known. When it is dry uncovered is left out where something is tried.
 * @param told what was told of its steps by the very same facts
 */
export function planFrom(
  believed: StateEstimate,
  piece: PieceState,
  facts: PlanInput,
  whatIf: WhatIf | undefined,
  effort: Effort = {},
  told: readonly Told[] = [],
): PiecePlan {
  const { best, members, at, joined: seams, begun: _begun, befell: _past, divided, ...rest } = believed;
  // a wall still warm from a hot tool is known until it has cooled
  const from = Math.max(at, ...divided.own.map(({ name }) => best[name]!.at));
  const spells = workingTime(facts.studio, from, from + HORIZON);
  const route = routeAt(piece, facts, from);
  const ahead: Project = {
    piece,
    divided,
    route: route.planned,
    tubs: facts.tubs,
    spells,
    now: from,
    schedule: whatIf?.covers ?? [],
    ...(facts.paces && { paces: facts.paces }),
    ...(whatIf?.times && { times: whatIf.times }),
  };
  const [projected] = goAlong([project(best, { ...ahead, whole: true }, seams)]) as [Projection];
  const courses = divided.own.map(({ name }) => ({
    name,
    trajectory: concatTrajectories([best[name]!.trajectory, projected.trajectories[name]!]),
  }));
  const softest = piece.fired === 'raw' ? softestAmong(courses, facts.body, at) : null;
  const places = placesNow(piece, believed, projected.trajectories);
  const carried = acrossQuantiles(members, effort.ahead);
  const { windows, check } = overMembers(carried, ahead, seams, projected);
  const isNext = (gate: StepWindow) => isOpen(gate.status) && !gate.planned.optional;
  const worked = projected.gates.map((gate) => ({ ...gate, windows: windows[gate.planned.key] ?? [] }));
  const gates = asTold(worked, told, at);
  const next = gates.find(isNext) ?? null;
  if (next?.status === 'closed' && !piece.finished) next.rescue = rescued(best, next.planned, ahead);
  // which of a piece and its part is to be held back is told from the first step on, not only at the joint
  const joining = gates.find((gate) => isOpen(gate.status) && gate.joint);
  if (joining?.joint?.dried) joining.joint.dried = { backAt: backAt(best, joining, ahead) };
  if (next) next.joint ??= joining?.joint ?? null;
  if (next && next.status !== 'now' && piece.fired === 'raw')
    next.candling = candled(
      next.planned,
      runsOf(best).map(([, run]) => run),
    );
  const shown = next ? judgedOn(divided.own, next.planned.zones, divided.zones) : 'wall';
  const run = best[shown]!;
  const dries = !whatIf && !piece.finished && piece.fired === 'raw' && next;
  return {
    piece,
    at,
    now: wallNow(run, piece.fired),
    gates,
    next,
    conflicts: route.conflicts,
    openDryAt: dries ? openDryAt(best, ahead, seams) : null,
    cautions: next && !piece.finished ? next.planned.step.hazards.map((id) => hazards[id]) : [],
    warnings: piece.finished || piece.fired !== 'raw' ? [] : warningsFor(places, softest),
    softest,
    believed: { ...rest, at, setting: run.setting },
    places,
    check,
    shown,
    trajectory: courses.find(({ name }) => name === shown)!.trajectory.map(compact),
    holdsUntil: holdsUntil(at, next, spells),
  };
}

/** How long the wall that takes longest would be candled; null where nothing asks for it, or one is too wet for that. */
function candled({ step }: Planned, walls: WallRun[]): number | null {
  const need = step.needs.find(({ kind }) => kind === 'kiln-dry');
  if (need?.kind !== 'kiln-dry') return null;
  const times = walls.map(({ setting, state, wall }) =>
    candlingTime(setting.body, setting.thicknessM, coreReading(state.x, wall.mesh), need.wettestX),
  );
  return times.some((time) => time === null) ? null : Math.max(...times.map((time) => time ?? 0)) || null;
}

/** So many members at even shares from the driest wall to the wettest; all where no number is given. */
const acrossQuantiles = (members: Walls[], count = members.length): Walls[] =>
  atEvenShares(
    members.map((walls) => ({ walls, by: meanReading(walls.wall!.state.x, walls.wall!.wall.mesh) })),
    count,
  );

/** So many of them at even shares from the least to the most; all where there are no more. */
function atEvenShares(members: { walls: Walls; by: number }[], count: number): Walls[] {
  if (count >= members.length) return members.map(({ walls }) => walls);
  const sorted = [...members].sort((a, b) => (a.by === b.by ? 0 : a.by - b.by));
  return Array.from(
    { length: count },
    (_, i) => sorted[Math.floor(((i + 0.5) / count) * sorted.length)]!.walls,
  );
}

/** What lies beyond the next step is told by so many members: it is further off than its edges are known. */
const BEYOND = 16;

/**
 * Each member goes on as planned; when it comes into each window and leaves it. The first step of a chain of waits is
 * done when it is planned, what waits for a sign after it once each member shows that sign. All go as far as the next step;
 * on from there those at even shares from the first to come to it to the last.
 */
function overMembers(
  all: Walls[],
  ahead: Project,
  seams: Seams,
  planned: Projection,
): { windows: Record<string, Window[]>; check: CheckValue | null } {
  const open = planned.gates.filter(({ status }) => isOpen(status));
  if (ahead.piece.finished || open.length === 0) return { windows: {}, check: null };
  const times = Object.fromEntries(
    open.flatMap(({ planned: { key }, doAt, wait }) => (doAt === null || wait ? [] : [[key, doAt]])),
  );
  const { own, zones } = ahead.divided;
  const gatesOf = (members: Walls[], upTo: Planned | null) => {
    const ways = members.map((walls) => {
      const now = Math.max(ahead.now, ...own.map(({ name }) => walls[name]!.at));
      const given = { ...ahead, now, times: { ...times, ...ahead.times } };
      return project(walls, upTo ? { ...given, upTo: upTo.key } : given, seams);
    });
    return goAlong(ways).map(({ gates }) => new Map(gates.map((gate) => [gate.planned.key, gate])));
  };
  const next = open.find((gate) => !gate.planned.optional) ?? null;
  const members = gatesOf(all, next?.planned ?? null);
  const edge = next?.status === 'now' ? 'closes' : 'opens';
  const runs = all.map((walls) => walls[next ? judgedOn(own, next.planned.zones, zones) : 'wall']!);
  const indices = runs.map((run) => edgeAtWater(run.setting.body, meanReading(run.state.x, run.wall.mesh)));
  // what has come already in a member is no longer in doubt there
  const moments = members.map((gates, m) => {
    const moment = (next && gates.get(next.planned.key)?.[edge]) ?? null;
    return moment === null ? null : Math.max(moment, runs[m]!.at);
  });
  const goesOn = next !== null && open.at(-1) !== next;
  const latest = all.map((walls, m) => ({ walls, by: moments[m] ?? Number.POSITIVE_INFINITY }));
  const beyond = goesOn ? gatesOf(atEvenShares(latest, BEYOND), null) : members;
  const windows = Object.fromEntries(
    open.map(({ planned: { key } }, i): [string, Window[]] => {
      const of = (next && i <= open.indexOf(next) ? members : beyond).map((gates) => gates.get(key)!);
      const opens = spreadOf(of.map((gate) => gate.opens));
      const closes = spreadOf(of.map((gate) => gate.closes));
      const chance = of.filter((gate) => gate.opens !== null && gate.status !== 'closed').length / of.length;
      return [key, [{ opens, closes, chance }]];
    }),
  );
  return { windows, check: next && valueOfCheck(next.planned.key, indices, moments) };
}

function wallNow({ state, setting, wall }: WallRun, fired: FiredState): WallNow {
  const { body } = setting;
  const { mesh } = wall;
  const meanX = meanReading(state.x, mesh);
  return {
    stage: stageAt(body, meanX),
    outerIndex: moistureIndex(body, outerReading(state.x, mesh)),
    meanIndex: moistureIndex(body, meanX),
    meanX,
    coreX: coreReading(state.x, mesh),
    fired,
  };
}

function warningsFor(places: PlacesNow, softest: Softest | null): Hazard[] {
  const { uneven } = places;
  return [...(uneven?.level === 'warn' ? [hazards.uneven] : []), ...(softest?.slumps ? [hazards.slump] : [])];
}

/** A plan is looked at afresh when the next thing in it happens, and at least every ten minutes. */
function holdsUntil(now: Instant, next: StepWindow | null, spells: Spell[]): Instant {
  const turns = [
    next?.opens,
    next?.closes,
    next?.doAt,
    next?.wait?.to,
    ...spells.slice(0, 2).flatMap((s) => [s.from, s.to]),
    now + 10 * MINUTE,
  ];
  return Math.min(...turns.filter((t): t is Instant => typeof t === 'number' && t > now));
}
