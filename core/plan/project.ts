import { tackyAfter } from '../drying/paper.ts';
import { consistencyFor } from '../slip/consistency.ts';
import { USUAL_GRAIN } from '../slip/density.ts';
import type { Cover } from '../drying/face.ts';
import type { ClayBody } from '../clay/body.ts';
import type { Way } from '../drying/legs.ts';
import type { WallRun, Walls } from '../drying/run.ts';
import type { Stops } from '../drying/stop.ts';
import type { Trajectory } from '../drying/trajectory.ts';
import { outsideArea } from '../form/form.ts';
import type { Seams, WallName } from '../form/places.ts';
import type { Divided } from '../piece/stateEstimate.ts';
import { intended, type Operation } from '../piece/operation.ts';
import { apart } from '../piece/events.ts';
import { stepWindowOf, type StepWindow, type Interval } from '../piece/stepWindow.ts';
import { intervalsOf, type Found } from '../piece/intervals.ts';
import { paceUntil, type Paces } from '../piece/pace.ts';
import type { PlanInput } from '../piece/planInput.ts';
import { judgedOn } from '../piece/walls.ts';
import { doneOf, type PieceState } from '../log/piece.ts';
import { isOpen, statusAt } from '../piece/status.ts';
import type { Planned } from '../technique/layer.ts';
import { inOneCentring } from '../compose/atOnce.ts';
import type { FiredState, Role } from '../technique/technique.ts';
import { SECOND, type Instant } from '../units/quantity.ts';
import type { Spell } from '../time/hours.ts';
import { handsAt, soonest, type Policy } from './policy.ts';
import { befall, courses, strandsOf } from './strands.ts';
import {
  atOnce,
  coursesOf,
  coverFrom,
  decidedBy,
  goOn,
  toTheEnd,
  willBeCovered,
  type WallProjection,
} from './wallProjection.ts';

/** Covers changed at given moments, from now on. */
export type CoverChange = { at: Instant; cover: Cover };

export interface Projection {
  gates: StepWindow[];
  /** Each wall from now on, if all is done as planned. */
  trajectories: Partial<Record<WallName, Trajectory>>;
}

/** What a projection is made of, but for the walls. */
export interface Project {
  piece: PieceState;
  divided: Divided;
  route: Planned[];
  tubs: PlanInput['tubs'];
  spells: Spell[];
  now: Instant;
  schedule: CoverChange[];
  /** How it is covered once hands are done with a step, by name, whenever that is. */
  coverAfter?: Readonly<Record<string, Cover>>;
  /** How it is covered, and when, unless a step was done by then or is past being done, by name. */
  coverUnless?: Readonly<Record<string, CoverChange>>;
  /** When steps are done, where that is given beforehand, by name. */
  times?: Record<string, Instant>;
  policy?: Policy;
  /** Sessions that steps are planned for, by name, where they are not done in whichever has time. */
  sessions?: Readonly<Record<string, Spell[]>>;
  /** The step after which no further one is looked at, by name. */
  upTo?: string;
  /** Each wall is followed until it is dry, whatever is asked of it. */
  whole?: true;
  /** How long the maker leaves between passes. */
  paces?: Paces;
}

/**
 * Carries the walls of a piece on under a schedule of covers, each step of the route done when the policy says: physics
 * and policy in turn. What lies between two deeds is computed once, and the gates are read off it.
 */
export function* project(walls: Walls, given: Project, seams: Seams): Way<Projection> {
  const { piece, divided, route, tubs, now, times = {}, policy = soonest, paces = {}, upTo } = given;
  const { body } = walls.wall!.setting;
  const handsFor = handsOver(outsideArea(piece.form));
  /** When what is still to be done is done; what has closed is gone on without. */
  const planned: Record<string, Instant | 'left-out'> = {};
  const doneAt = (key: string) => planned[key] ?? loggedAt(piece, route, key);
  const open = route.filter((of) => doneOf(piece, of) === null && !passedBy(piece, route, of));
  const chains = chainsOf(route);
  // what need not be done is not counted on, unless it is given when
  const counted = open.filter((of) => !of.optional || times[of.key] !== undefined);
  const judged = (of: Planned) => judgedOn(divided.own, of.zones, divided.zones);

  const strands = yield* strandsOf(walls, given, seams);
  const [joined] = strands as [WallProjection];
  const courseOf = courses(strands);
  let earliest = piece.madeAt;
  let fired: FiredState = piece.fired;

  const gates: StepWindow[] = [];
  for (const [i, of] of routeUpTo(route, upTo).entries()) {
    const known = doneOf(piece, of);
    if (known) {
      earliest = known.at;
      gates.push(stepWindowOf(of, known.leftOut ? 'left-out' : 'done', known.at));
      continue;
    }
    if (!open.includes(of)) {
      planned[of.key] = 'left-out';
      gates.push(stepWindowOf(of, 'left-out', null));
      continue;
    }
    const chain = (chains[of.key] ?? []).filter((key) => open.some((other) => other.key === key));
    const spells = given.sessions?.[of.key] ?? given.spells;
    const inShine = route.filter(({ key }) => key === of.key || chain.includes(key));
    const handsMs = handsFor(inShine);
    const fits = (interval: Interval) => policy([interval], handsMs, spells, now) !== null;
    yield* goOn(
      joined,
      fired === 'raw' ? asFarAs(of, judged(of), divided, body) : { [judged(of)]: [atOnce] },
    );
    const readings = {
      trajectory: courseOf(judged(of)),
      all: divided.own.map(({ name }) => courseOf(name)),
      part: partsApart(divided, courseOf, now),
      ...{ body, piece, doneAt, fired, tackyAt: tackyIn(walls.wall!) },
    };
    const found = intervalsOf(of, readings, earliest, fits);
    const paced = paceUntil(of, piece, paces, doneAt) ?? now;
    const centred = inOneCentring(route, i).filter((of) => open.includes(of) && !inShine.includes(of));
    const when = (ms: number, from: Instant) => policy(found.found, ms, spells, from);
    const doAt = soonestOf(when, { handsMs, centredMs: handsFor(centred), from: Math.max(now, paced), now });
    const gate = { ...withWindow(of, found, now, doAt), chain };
    gates.push(gate);
    const comes =
      times[of.key] ?? gate.doAt ?? (gate.opens === null ? null : Math.max(gate.opens, now, earliest));
    // what need not be done is not counted on
    if (gate.status === 'closed' || !counted.includes(of)) {
      planned[of.key] = 'left-out';
      continue;
    }
    const unless = gate.doAt === null ? given.coverUnless?.[of.key] : undefined;
    if (unless) earliest = Math.max(earliest, yield* coverFrom(joined, unless));
    if (comes === null) continue;
    const at = unless ? Math.max(comes, earliest) : comes;
    planned[of.key] = at;
    const deed = intended(of, tubs, at);
    fired = firedTo(deed) ?? fired;
    const covered = gate.doAt === null ? undefined : given.coverAfter?.[of.key];
    if (covered !== undefined) willBeCovered(joined, covered, at + handsMs);
    const wets = fired === 'raw' && (yield* befall(strands, deed, divided, at, covered !== undefined));
    earliest = wets ? at : at + (of.step.takesS?.usual ?? 0) * SECOND;
  }
  if (given.whole) yield* goOn(joined, toTheEnd(divided.own.map(({ name }) => name)));
  return {
    gates: inOrder(withEnough(gates, piece)),
    trajectories: Object.assign({}, ...strands.map(coursesOf)) as Projection['trajectories'],
  };
}

/** How long hands are at some steps, ms. */
const handsOver =
  (areaM2: number) =>
  (of: Planned[]): number =>
    of.reduce((sum, { step }) => sum + handsAt(step, areaM2), 0);

const routeUpTo = (route: Planned[], upTo: string | undefined): Planned[] =>
  upTo === undefined ? route : route.slice(0, route.findIndex(({ key }) => key === upTo) + 1);

/** When slip for a print that is laid on paper is tacky, in the room of a wall. */
const tackyIn =
  ({ surroundings }: WallRun) =>
  (laid: Instant): Instant =>
    laid + tackyAfter(usualPrint, surroundings.climate, laid) * SECOND;

/** What a deed fires the piece to; null where it is none of the kiln's. */
const firedTo = ({ effects }: Operation): FiredState | null =>
  effects.reduce<FiredState | null>((to, effect) => (effect.does === 'fire' ? effect.to : to), null);

/** The parts that are not joined on yet, by what they are. */
const partsApart =
  ({ walls }: Divided, courseOf: (name: WallName) => Trajectory, now: Instant) =>
  (role: Role) => {
    const part = apart(walls).find((of) => of.part.role === role);
    return part ? { part: part.part.part, trajectory: courseOf(part.name), now } : null;
  };

/** When a step is done: all of one centring in one sitting, if there is time for it; at its pace, if there is. */
function soonestOf(
  when: (ms: number, from: Instant) => Instant | null,
  { handsMs, centredMs, from, now }: { handsMs: number; centredMs: number; from: Instant; now: Instant },
): Instant | null {
  const together = centredMs > 0 ? when(handsMs + centredMs, from) : null;
  return together ?? when(handsMs, from) ?? when(handsMs, now);
}

/** As far as a step is decided on the wall that it is judged on; the kiln asks every wall. */
const asFarAs = (of: Planned, judged: WallName, { own }: Divided, body: ClayBody): Stops =>
  of.step.needs.some(({ kind }) => kind === 'kiln-dry')
    ? toTheEnd(own.map(({ name }) => name))
    : { [judged]: decidedBy(of, body) };

/** When a step was done by the log. */
export function loggedAt(piece: PieceState, route: Planned[], key: string): Instant | 'left-out' | null {
  const of = route.find((p) => p.key === key);
  const found = of && doneOf(piece, of);
  if (!found) return null;
  return found.leftOut ? 'left-out' : found.at;
}

/** A step that need not be done is passed by once a later one was. */
function passedBy(piece: PieceState, route: Planned[], of: Planned): boolean {
  const needless = of.optional || of.pass > (of.step.repeat?.least ?? 1);
  return (
    needless &&
    route.some(
      (later) =>
        later.after.includes(of.key) && doneOf(piece, later)?.leftOut === false && !sameStep(later, of),
    )
  );
}

const sameStep = (a: Planned, b: Planned): boolean =>
  a.refs[0]!.layer === b.refs[0]!.layer &&
  a.refs[0]!.step === b.refs[0]!.step &&
  a.refs[0]!.zone === b.refs[0]!.zone;

/** The window that counts: the one it is done in, else the first that is still to be had, else the last. */
function withWindow(
  planned: Planned,
  { found, wait, tooDry, joint }: Found,
  now: Instant,
  doAt: Instant | null,
): StepWindow {
  const gate = { ...stepWindowOf(planned, 'never', null), wait, joint };
  if (found.length === 0) return tooDry ? { ...gate, status: 'closed', opens: now, closes: now } : gate;
  const inIt = doAt === null ? undefined : found.find(({ from, to }) => from <= doAt && doAt <= to);
  const window = inIt ?? found.find(({ to }) => to > now) ?? found.at(-1)!;
  const closes = Number.isFinite(window.to) ? window.to : null;
  const open: StepWindow = { ...gate, status: 'waiting', opens: window.from, closes, doAt };
  return { ...open, status: statusAt(open, now) };
}

/** Only the first open step, and optional ones before it, can be done now or be late; the rest lie ahead. */
function inOrder(gates: StepWindow[]): StepWindow[] {
  const first = gates.findIndex((gate) => isOpen(gate.status));
  return gates.map((gate, i) => {
    if (i <= first || !isOpen(gate.status) || gate.status === 'never') return gate;
    const onlyOptionalBefore = gates
      .slice(first, i)
      .every((before) => before.planned.optional || !isOpen(before.status));
    return onlyOptionalBefore ? gate : { ...gate, status: 'ahead' };
  });
}

/** What is done until it is enough may be left after each time that it was done often enough. */
function withEnough(gates: StepWindow[], piece: PieceState): StepWindow[] {
  return gates.map((gate) => {
    const { planned } = gate;
    const { repeat } = planned.step;
    if (!isOpen(gate.status) || !repeat?.until || planned.pass <= repeat.least) return gate;
    const before = gates.find(({ planned: p }) => sameStep(p, planned) && p.pass === planned.pass - 1);
    return before && doneOf(piece, before.planned)?.leftOut === false
      ? { ...gate, enough: { refs: before.planned.refs, what: repeat.until } }
      : gate;
  });
}

/** Slip for a print as its use wants it. */
const usualPrint = (() => {
  const { gravity } = consistencyFor('monoprint');
  return {
    thicknessM: 0.00015,
    specificGravity: (gravity.from + gravity.to) / 2,
    grainDensity: USUAL_GRAIN,
  };
})();

/** Steps laid wet in wet upon a step, by name: their time must fit into the same shine. */
function chainsOf(route: Planned[]): Record<string, string[]> {
  const chains: Record<string, string[]> = {};
  for (const { key, step } of route)
    for (const need of step.needs)
      if (
        (need.kind === 'sign' && need.side === 'before') ||
        (need.kind === 'since' && need.most !== undefined)
      )
        (chains[need.of] ??= []).push(key);
  return chains;
}
