import { MEMBERS } from '../forecast/ensemble.ts';
import { foldPiece } from '../log/piece.ts';
import { rememberedStates } from '../piece/rememberedState.ts';
import { planAt } from '../plan/plan.ts';
import type { Meant } from '../replay/replay.ts';
import type { Spell } from '../time/hours.ts';
import { MINUTE, type Instant } from '../units/quantity.ts';
import { asMadeAt, scheduledOver, workAhead, type PieceAhead, type WorkAhead } from './ahead.ts';
import { barsFor, FLOOR } from './bars.ts';
import { graphOf } from './graph.ts';
import type { Itinerary } from './itinerary.ts';
import type { Among, Slot } from './pool.ts';
import { fromNowOn, sessionsAhead } from './sessions.ts';
import { rememberedTables } from './table.ts';
import type { PieceWeek } from './weekPlan.ts';

/** What is known of a piece that a week is planned for. */
export type PieceGiven = Pick<PieceAhead, 'facts' | 'due' | 'ownHands' | 'unmade'>;

/** What comes of an itinerary, and what was meant. */
export type Lived = Omit<PieceWeek, 'looks' | 'mayWait'> & {
  meant: Meant[];
  /** When it is surely enough dry for the kiln; null where nobody asks. */
  dryAt: Instant | null;
};

/** A piece as it is planned, with what was found of it. */
export interface Planning extends Omit<Among, 'told'>, WorkAhead, PieceAhead {
  /** As it stood then. */
  at: Instant;
  /** So many members live through what is meant. */
  living: number;
  /** Itineraries that were looked at. */
  seeds: readonly Itinerary[];
  /** What came of those that were lived through. */
  lived: Map<string, Lived>;
}

/** Makes a piece ready to be planned; null where nothing is to be done of it, or nobody comes. */
export type PlanningOf = (given: PieceGiven, sessions: readonly Spell[], now: Instant) => Planning | null;

/** So long a piece is taken as it stood, while nothing is logged of it. Common practice. */
const HOLDS = 15 * MINUTE;

/** Makes pieces ready: remembers those of the plan, and tries others out beside them. */
export interface Plannings {
  planningOf: PlanningOf;
  tryOut: PlanningOf;
}

/** What is not made yet, or only tried out, is lived through by so many. */
const FEWER = 24;

/**
 * Makes pieces ready, and remembers them: where nothing was logged of one, what was found of it still holds a while.
 * @param pieces so many are remembered; those not asked for longest are forgotten first
 */
export function rememberedPlannings(pieces: number): Plannings {
  const stateOf = rememberedStates(pieces);
  // what is only tried out leaves what is remembered as it is
  const triedStateOf = rememberedStates(pieces);
  const tablesOf = rememberedTables(pieces);
  const known = new Map<string, { key: string; at: Instant; planning: Planning | null }>();

  const make = (given: PieceGiven, slots: readonly Slot[], now: Instant, trial = false): Planning | null => {
    const { unmade } = given;
    const facts = unmade ? asMadeAt(given.facts, unmade, now) : given.facts;
    const piece = foldPiece(facts.pieceId, facts.entries);
    if (!piece || slots.length === 0) return null;
    const work = workAhead({ ...given, piece, facts }, now);
    if (work.blocks.length === 0 && (given.due === null || piece.fired !== 'raw')) return null;
    const living = trial || unmade ? FEWER : MEMBERS;
    const believed = (trial ? triedStateOf : stateOf)(
      piece,
      facts,
      unmade ? now : planAt(piece, now),
      living,
    );
    const ahead: PieceAhead = { ...given, facts, piece, believed };
    const graph = graphOf(scheduledOver(ahead, work, slots, tablesOf), slots, { floor: FLOOR });
    return {
      ...{ ...ahead, ...work, graph, slots, least: barsFor(graph), at: now, living },
      ...{ count: unmade?.count ?? 1, seeds: [], lived: new Map() },
    };
  };

  const slotsOf = ({ facts, ownHands }: PieceGiven, sessions: readonly Spell[], now: Instant): Slot[] => {
    const own = ownHands ? fromNowOn(sessionsAhead(facts.studio, now), now) : sessions;
    return own.map((spell, hands) => ({ ...spell, hands: ownHands ? null : hands }));
  };

  const planningOf: PlanningOf = (given, sessions, now) => {
    const { facts, due, ownHands, unmade } = given;
    const slots = slotsOf(given, sessions, now);
    // the air that was measured since moves little within that time
    const rooms = facts.rooms.map(({ series: _measured, ...room }) => room);
    const lasting = slots.filter(({ from, to }) => to > from);
    const key = JSON.stringify([{ ...facts, rooms }, due, ownHands, unmade, lasting.map(({ to }) => to)]);
    const last = known.get(facts.pieceId);
    const holds = last?.key === key && now >= last.at && now - last.at < HOLDS;
    const kept = holds ? last : { key, at: now, planning: make(given, slots, now) };
    known.delete(facts.pieceId);
    known.set(facts.pieceId, kept);
    if (known.size > pieces) known.delete(known.keys().next().value!);
    return kept.planning;
  };
  return {
    planningOf,
    tryOut: (given, sessions, now) => make(given, slotsOf(given, sessions, now), now, true),
  };
}
