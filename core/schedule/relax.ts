import { DateTime } from 'luxon';
import { choicesOf, schoolsOf, techniqueOf } from '../catalogue/catalogue.ts';
import { versionOf, type EntryOf } from '../log/entry.ts';
import { foldPiece } from '../log/piece.ts';
import type { Layer } from '../technique/layer.ts';
import { spellsOn, type DaySpell, type Hours, type Spell } from '../time/hours.ts';
import { DAY, MINUTE, type Instant } from '../units/quantity.ts';
import { choose, chooseQuickly } from './choose.ts';
import { doneIn } from './itinerary.ts';
import { livedThrough } from './living.ts';
import type { Lived, PieceGiven, Planning, PlanningOf } from './planning.ts';
import { tensIn, type Told } from './pool.ts';
import { fromNowOn, sessionsAhead } from './sessions.ts';
import type { Solver } from './solver.ts';
import { LOOK_FIRST, type WeekPlan } from './weekPlan.ts';

/** A change of what is asked, after which it can be done. */
export type Change =
  /** Somebody comes on a day at a time more; all spells of that day, and the new one of them. */
  | { kind: 'session'; date: string; spells: DaySpell[]; added: DaySpell }
  /** It is wanted later. */
  | { kind: 'date'; by: Instant }
  /** A layer is done by another school. */
  | { kind: 'school'; layers: Layer[]; layer: number; question: string; school: string }
  /** Fewer are made. */
  | { kind: 'fewer'; count: number };

/** What is known of whether a piece, or some that are to be made, can be done as it is asked. */
export interface Possible {
  /** How many of them can; one is a piece that is made. */
  inTime: number;
  count: number;
  /** The end of the last session in which the first of its tasks can be done so that all can; null where there is none. */
  latest: Instant | null;
  /** The smallest changes after which all can, each of its kind; none where they can as it is. */
  changes: Change[];
}

/** What is asked of a piece beside the plan of all. */
export interface Asking {
  given: PieceGiven;
  plan: WeekPlan;
  hours: Hours;
  now: Instant;
}

/** What a piece is made ready with, and told how far it has come; what that answers gives it up. */
export interface Relaxing {
  planningOf: PlanningOf;
  solver: Solver;
  onStep?: () => boolean;
}

/** Where somebody came more, that would be at these times. Common practice. */
const COMES: DaySpell[] = [
  { fromMinute: 18 * 60, toMinute: 20 * 60 },
  { fromMinute: 7 * 60 + 30, toMinute: 9 * 60 },
];
/** So far ahead another date, and another visit, is looked for. */
const FAR = 14 * DAY;
const LATER = 60 * DAY;
/** So many other schools are tried. */
const MOST_SCHOOLS = 12;

/**
 * Whether a piece can be done as it is asked with the hands that all others leave; where it cannot, the smallest changes after
 * which it can. Each is planned and lived through.
 * @returns null where it was given up
 */
export function possible(asking: Asking, relaxing: Relaxing): Possible | null {
  const { given, hours, now } = asking;
  const { onStep = () => false } = relaxing;
  const count = given.unmade?.count ?? 1;
  const tried = (given: PieceGiven, of: Hours = hours, more: { told?: Told; fewer?: boolean } = {}) =>
    tryOut({ ...asking, given, hours: of }, relaxing, more);
  const { done, planning } = tried(given, hours, { fewer: true });
  if (done === count || !planning) {
    const begunIn = (from: Instant) => tried(given, hours, { told: [from] }).done === count;
    return { inTime: done, count, latest: planning && latestOf(planning, begunIn), changes: [] };
  }
  const changes: Change[] = [];
  const ways: (() => Generator<Change | null>)[] = [
    () => sessionsMore(given, hours, now, (of) => tried(given, of).done === count),
    () => otherSchools(given, now, (other) => tried(other).done === count),
    () => laterDate(given, now, count, (other) => tried(other)),
  ];
  for (const way of ways)
    for (const change of way()) {
      if (onStep()) return null;
      if (change) {
        changes.push(change);
        break;
      }
    }
  if (done > 0) changes.push({ kind: 'fewer', count: done });
  return { inTime: done, count, latest: null, changes };
}

/** What came of a try: how many can be done as they are asked, and when the last of them is surely dry. */
interface Tried {
  done: number;
  planning: Planning | null;
  dryAt: Instant | null;
}

/**
 * How many of some alike can be done as they are asked, with the hands that are left; lived through only where by the tables all
 * can, or where fewer count too.
 */
function tryOut(
  { given, plan, hours, now }: Asking,
  { planningOf, solver }: Relaxing,
  { told, fewer = false }: { told?: Told; fewer?: boolean },
): Tried {
  const visits = fromNowOn(sessionsAhead(hours, now), now);
  const planning = planningOf(given, visits, now);
  if (!planning) return { done: 0, planning, dryAt: null };
  const asked = { sure: SURE, dry: LOOK_FIRST, ...(told && { told }) };
  const left = handsBeside(given, plan, visits);
  const among = [{ ...planning, asked }];
  const shares = fewer
    ? choose(among, left, solver, { give: 0, nodes: 0 }).shares
    : chooseQuickly(among, left);
  const whole = shares.filter(({ itinerary }) => doneIn(itinerary) === planning.blocks.length);
  const byTables = whole.reduce((sum, { count }) => sum + count, 0);
  if (!fewer && byTables < planning.count) return { done: byTables, planning, dryAt: null };
  const holding: (Lived & { count: number })[] = [];
  for (const { itinerary, count } of whole) {
    const lived = livedThrough(planning, itinerary);
    if (!lived.unplanned && (lived.due?.chance ?? 1) >= LOOK_FIRST) holding.push({ ...lived, count });
    else if (!fewer) break;
  }
  return {
    done: holding.reduce((sum, { count }) => sum + count, 0),
    planning,
    dryAt: holding.length > 0 ? Math.max(...holding.map(({ dryAt }) => dryAt ?? 0)) : null,
  };
}

/** A task is counted on where it is rather done than not. Common practice. */
const SURE = 0.5;

/** Hands beside all that is meant for others, in tens of minutes, by session. */
function handsBeside({ facts }: PieceGiven, { pieces }: WeekPlan, visits: readonly Spell[]): number[] {
  const left = tensIn(visits);
  for (const { pieceId, tasks } of pieces)
    for (const { session, handsMs } of pieceId === facts.pieceId ? [] : tasks) {
      const row = visits.findIndex(({ to }) => to === session.to);
      if (row >= 0) left[row]! -= handsMs / (10 * MINUTE);
    }
  return left;
}

/** The end of the last session in which the first task can be done so that all can. */
const latestOf = ({ slots }: Planning, begunIn: (from: Instant) => boolean): Instant | null =>
  slots.findLast(({ from, to }) => to > from && begunIn(from))?.to ?? null;

/** One visit more, on the first day on which that is enough. */
function* sessionsMore(
  { ownHands, due }: PieceGiven,
  hours: Hours,
  now: Instant,
  isEnough: (hours: Hours) => boolean,
): Generator<Change | null> {
  if (ownHands) return;
  const today = DateTime.fromMillis(now, { zone: hours.zone }).startOf('day');
  for (let day = today; day.toMillis() < Math.min(now + FAR, due ?? Infinity); day = day.plus({ days: 1 })) {
    const date = day.toISODate()!;
    const usual = spellsOn(hours, day);
    const added = COMES.find(
      (spell) => day.toMillis() + spell.fromMinute * MINUTE > now && usual.every((of) => areApart(of, spell)),
    );
    if (!added) continue;
    const spells = [...usual, added].sort((a, b) => a.fromMinute - b.fromMinute);
    const change: Change = { kind: 'session', date, spells: spells.map(ofDay), added };
    yield isEnough({ ...hours, days: { ...hours.days, [date]: spells } }) ? change : null;
  }
}

const ofDay = ({ fromMinute, toMinute, people }: DaySpell): DaySpell => ({
  fromMinute,
  toMinute,
  ...(people !== undefined && { people }),
});

const areApart = (a: DaySpell, b: DaySpell): boolean =>
  a.toMinute <= b.fromMinute || b.toMinute <= a.fromMinute;

/** Another school of a layer that nothing was done of yet. */
function* otherSchools(
  given: PieceGiven,
  now: Instant,
  isEnough: (given: PieceGiven) => boolean,
): Generator<Change | null> {
  const piece = given.unmade ? null : foldPiece(given.facts.pieceId, given.facts.entries);
  const layers = given.unmade?.made.layers ?? piece?.layers ?? [];
  const isBegun = ({ id }: Layer) => Object.keys(piece?.done ?? {}).some((key) => key.startsWith(`${id}/`));
  let tried = 0;
  for (const [i, layer] of layers.entries()) {
    const technique = techniqueOf(layer);
    if (!technique || isBegun(layer)) continue;
    const chosen = schoolsOf(technique, layer.schools);
    for (const { id, question, schools } of choicesOf(technique, layer.schools))
      for (const school of schools) {
        if (school.id === chosen[id] || ++tried > MOST_SCHOOLS) continue;
        const others = layers.with(i, { ...layer, schools: { ...layer.schools, [id]: school.id } });
        const change: Change = { kind: 'school', layers: others, layer: i, question, school: school.name };
        yield isEnough(withLayers(given, others, now)) ? change : null;
      }
  }
}

function withLayers(given: PieceGiven, layers: Layer[], now: Instant): PieceGiven {
  const { facts, unmade } = given;
  if (unmade) return { ...given, unmade: { ...unmade, made: { ...unmade.made, layers } } };
  const routed: EntryOf<'piece.routed'> = {
    ...{ id: `${facts.pieceId} otherwise`, subject: facts.pieceId, kind: 'piece.routed' },
    ...{ v: versionOf('piece.routed'), at: new Date(now).toISOString(), place: null, face: null },
    body: { layers },
  };
  return { ...given, facts: { ...facts, entries: [...facts.entries, routed] } };
}

/** So many dates are tried from the first on by which it seems to be dry. */
const MOST_DATES = 3;

/** A later date, at the same time of its day: the first by which it is dry surely enough. */
function* laterDate(
  given: PieceGiven,
  now: Instant,
  count: number,
  tried: (given: PieceGiven) => { done: number; dryAt: Instant | null },
): Generator<Change | null> {
  const { due } = given;
  if (due === null) return;
  const { done, dryAt } = tried({ ...given, due: now + LATER });
  if (done < count || dryAt === null) return;
  const first = Math.max(1, Math.ceil((dryAt - due) / DAY));
  for (let days = first; days < first + MOST_DATES; days++) {
    const by = due + days * DAY;
    yield tried({ ...given, due: by }).done === count ? { kind: 'date', by } : null;
  }
}
