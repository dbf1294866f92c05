import type { Cover } from '../drying/face.ts';
import { coreReading, signReading } from '../drying/readings.ts';
import { applyEvent, carry, forkRun, standing, type WallEvent, type WallRun } from '../drying/run.ts';
import { joined, wallAt, type Trajectory, type WallAt } from '../drying/trajectory.ts';
import { outsideArea } from '../form/form.ts';
import { intended, wallEventsOf } from '../piece/deed.ts';
import {
  intervalsOf,
  waterOf,
  type Gate,
  type GateStatus,
  type Interval,
  type Wait,
} from '../piece/gates.ts';
import type { SlipLaid } from '../log/entry.ts';
import { doneOf, type PieceState } from '../log/piece.ts';
import { signAt } from '../coat/sign.ts';
import { isOpen, statusAt } from '../piece/status.ts';
import type { Planned } from '../technique/layer.ts';
import type { Does, FiredState } from '../technique/technique.ts';
import { DAY, SECOND, type Instant } from '../units/quantity.ts';
import type { Spell } from './hours.ts';
import { handsAt, soonest, type Policy } from './policy.ts';

/** How far ahead steps are looked for. */
export const HORIZON = 14 * DAY;
/** A wall is followed until its core is this dry, kg/kg. */
const DRY_X = 0.012;
/** Covers changed at given moments, from now on. */
export type CoverChange = { at: Instant; cover: Cover };

export interface Projection {
  gates: Gate[];
  /** The wall from now on, if all is done as planned. */
  trajectory: Trajectory;
  /** What that does to the wall: the covers of the schedule and the deeds, in order. */
  events: WallEvent[];
}

/** What a projection is made of, but for the wall. */
export interface Project {
  piece: PieceState;
  route: Planned[];
  tubs: Record<string, SlipLaid>;
  spells: Spell[];
  now: Instant;
  schedule: CoverChange[];
  /** When steps are done, where that is given beforehand, by name. */
  times?: Record<string, Instant>;
  policy?: Policy;
}

/** The wall ahead: carried on no further than it is asked for. */
interface Ahead {
  run: WallRun;
  /** Covers still to come. */
  coming: WallEvent[];
}

/**
 * Carries a wall on under a schedule of covers, each step of the route done when the policy says: physics and policy in
 * turn. What lies between two deeds is computed once, and the gates are read off it.
 */
export function project(from: WallRun, given: Project): Projection {
  const { piece, route, tubs, spells, now, schedule, times = {}, policy = soonest } = given;
  const covers = schedule.map(({ at, cover }): WallEvent => ({
    at,
    kind: 'surroundings',
    change: { cover },
  }));
  const areaM2 = outsideArea(piece.form);
  const { body } = from.setting;
  /** When what is still to be done is done; what has closed is gone on without. */
  const planned: Record<string, Instant | 'left-out'> = {};
  const doneAt = (key: string): Instant | 'left-out' | null => planned[key] ?? loggedAt(piece, route, key);
  const open = route.filter((of) => doneOf(piece, of) === null && !passedBy(piece, route, of));
  const chains = chainsOf(route);
  // what need not be done is not counted on, unless it is given when
  const counted = open.filter((of) => !of.optional || times[of.key] !== undefined);
  const nextAfter = (of: Planned) => counted[counted.indexOf(of) + 1];

  let ahead: Ahead = { run: forkRun(from, now, standing(from)), coming: covers };
  goOn(ahead, now, counted[0], body);
  /** The wall as far as it is known, for the needs of what comes next. */
  let course = joined([from.trajectory, ahead.run.trajectory]);
  const parts: Trajectory[] = [];
  const laid: WallEvent[] = [];
  let earliest = piece.madeAt;
  let fired: FiredState = piece.fired;

  const gates = route.map((of): Gate => {
    const known = doneOf(piece, of);
    if (known) {
      earliest = known.at;
      return gateOf(of, known.leftOut ? 'left-out' : 'done', known.at);
    }
    if (!open.includes(of)) {
      planned[of.key] = 'left-out';
      return gateOf(of, 'left-out', null);
    }
    const chain = (chains[of.key] ?? []).filter((key) => open.some((other) => other.key === key));
    const inShine = route.filter(({ key }) => key === of.key || chain.includes(key));
    const handsMs = inShine.reduce((sum, { step }) => sum + handsAt(step, areaM2), 0);
    const fits = (interval: Interval) => policy([interval], handsMs, spells, now) !== null;
    const { found, wait, tooDry } = intervalsOf(
      of,
      { trajectory: course, body, piece, doneAt, fired },
      earliest,
      fits,
    );
    const gate = {
      ...withWindow(of, found, wait, tooDry, now, policy(found, handsMs, spells, now)),
      chain,
    };
    const at =
      times[of.key] ?? gate.doAt ?? (gate.opens === null ? null : Math.max(gate.opens, now, earliest));
    // what need not be done is not counted on
    if (gate.status === 'closed' || !counted.includes(of)) {
      planned[of.key] = 'left-out';
      return gate;
    }
    if (at === null) return gate;
    planned[of.key] = at;
    const deed = intended(of, tubs, at);
    for (const effect of deed.effects) if (effect.does === 'fire') fired = effect.to;
    const events = wallEventsOf(deed, 'wall');
    if (events.length > 0 && fired === 'raw') {
      upTo(ahead, at);
      const fork = forkRun(coveredAt(from, covers, at), at, wallAt(ahead.run.trajectory, at));
      for (const event of events) applyEvent(fork, event);
      laid.push(...events);
      parts.push(until(ahead.run.trajectory, at));
      ahead = { run: fork, coming: covers.filter((event) => event.at > at) };
      goOn(ahead, at, nextAfter(of), body);
      course = ahead.run.trajectory;
    }
    earliest = events.length > 0 ? at : at + (of.step.takesS?.usual ?? 0) * SECOND;
    return gate;
  });
  return {
    gates: inOrder(withEnough(gates, piece)),
    trajectory: joined([...parts, ahead.run.trajectory]),
    events: [...covers, ...laid].sort((a, b) => a.at - b.at),
  };
}

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

/** On until the kiln-dry end, or only until the next step that changes the wall is decided: the wall goes on from there. */
function goOn(ahead: Ahead, at: Instant, next: Planned | undefined, body: WallRun['setting']['body']): void {
  const isDry = ({ x, mesh }: WallAt) => coreReading(x, mesh) < DRY_X;
  const decided = next ? decidedBy(next, body) : null;
  carryOn(ahead, at + HORIZON, (wall) => isDry(wall) || (decided !== null && decided(wall)));
}

/** Whether the wall has passed all that a step which changes it needs; null for a step that does not change it. */
function decidedBy(
  { step, face }: Planned,
  body: WallRun['setting']['body'],
): ((wall: WallAt) => boolean) | null {
  if (!step.effects.some(({ does }) => changing.includes(does))) return null;
  const waters = step.needs.flatMap((need) => waterOf(need, face, body) ?? []);
  const bounded = waters.filter(({ spans }) => spans.every(({ fromX }) => Number.isFinite(fromX)));
  if (bounded.length > 0)
    return ({ x, mesh }) =>
      bounded.some(({ reading, spans }) => spans.every(({ fromX }) => reading(x, mesh) < fromX));
  if (waters.length > 0) return null;
  const sign = step.needs.find((need) => need.kind === 'sign');
  return sign ? ({ x, mesh }) => signReading(face)(x, mesh) <= signAt[sign.sign] : () => true;
}

const changing: Does[] = ['coat', 'line', 'fill', 'silicate', 'film', 'wash', 'heat', 'stretch'];

function carryOn(ahead: Ahead, to: Instant, over?: (wall: WallAt) => boolean): void {
  const due = ahead.coming.filter((event) => event.at <= to);
  carry(ahead.run, to, due, over);
  ahead.coming = ahead.coming.filter((event) => event.at > ahead.run.at);
}

const upTo = (ahead: Ahead, at: Instant): void => {
  if (ahead.run.at < at) carryOn(ahead, at);
};

/** The run as its covers stand at a moment of the schedule. */
function coveredAt(run: WallRun, covers: WallEvent[], at: Instant): WallRun {
  const copy = { ...run };
  for (const event of covers) if (event.at <= at) applyEvent(copy, event);
  return copy;
}

function until(run: Trajectory, at: Instant): Trajectory {
  const count = run.at.filter((t) => t < at).length;
  return {
    at: run.at.slice(0, count),
    x: run.x.slice(0, count),
    rate: run.rate.slice(0, count),
    mesh: run.mesh.slice(0, count),
  };
}

const gateOf = (planned: Planned, status: GateStatus, doneAt: Instant | null): Gate => ({
  planned,
  status,
  doneAt,
  opens: null,
  closes: null,
  doAt: null,
  wait: null,
  windows: [],
  chain: [],
  enough: null,
  rescue: null,
});

/** The window that counts: the one it is done in, else the first that is still to be had, else the last. */
function withWindow(
  planned: Planned,
  found: Interval[],
  wait: Wait | null,
  tooDry: boolean,
  now: Instant,
  doAt: Instant | null,
): Gate {
  const gate = { ...gateOf(planned, 'never', null), wait };
  if (found.length === 0) return tooDry ? { ...gate, status: 'closed', opens: now, closes: now } : gate;
  const inIt = doAt === null ? undefined : found.find(({ from, to }) => from <= doAt && doAt <= to);
  const window = inIt ?? found.find(({ to }) => to > now) ?? found.at(-1)!;
  const closes = Number.isFinite(window.to) ? window.to : null;
  const open: Gate = { ...gate, status: 'waiting', opens: window.from, closes, doAt };
  return { ...open, status: statusAt(open, now) };
}

/** Only the first open step, and optional ones before it, can be done now or be late; the rest lie ahead. */
function inOrder(gates: Gate[]): Gate[] {
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
function withEnough(gates: Gate[], piece: PieceState): Gate[] {
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
