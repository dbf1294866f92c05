import { wetness } from '../clay/colour.ts';
import { outerReading } from '../drying/readings.ts';
import { readAt } from '../drying/trajectory.ts';
import { foldPiece } from '../log/piece.ts';
import { estimateNow } from '../piece/stateEstimate.ts';
import { courseOf, coversMeant, replay, type Ahead, type Meant } from '../replay/replay.ts';
import { DAY } from '../units/quantity.ts';
import { asMadeAt } from './ahead.ts';
import { MAKING } from './block.ts';
import type { Itinerary } from './itinerary.ts';
import type { Lived, Planning } from './planning.ts';
import { LOOK_STEP, type Task } from './weekPlan.ts';

/** What has less of a chance is not put before people. */
const HOPELESS = 0.05;
/** So far a piece's looks are told. */
const SHOWN = 14 * DAY;
/** So many itineraries of a piece are remembered with what came of them. */
const REMEMBERED = 40;

/** What comes of an itinerary when every member lives through it; remembered, since most of what is planned anew stays as it was. */
export function livedThrough(planning: Planning, itinerary: Itinerary): Lived {
  const { lived } = planning;
  const key = JSON.stringify(itinerary.visits);
  const found = lived.get(key) ?? liveThrough(planning, itinerary);
  lived.delete(key);
  lived.set(key, found);
  if (lived.size > REMEMBERED) lived.delete(lived.keys().next().value!);
  return found;
}

function liveThrough(planning: Planning, { visits }: Itinerary): Lived {
  const { blocks, due } = planning;
  const lives = lifeOf(planning, visits);
  const meant = visits.slice(lives.from).map((visit): Meant => ({
    ...visit,
    steps: visit.blocks.flatMap(({ block }) => stepsOf(blocks[block]!)),
  }));
  const { piece, at: now, believed } = lives;
  const { members, joined } = believed;
  const lived = piece.fired === 'raw' ? replay(members, aheadOf(lives), joined, meant, due) : null;
  const all = visits.flatMap(({ session, blocks: done }) =>
    done.map(({ block, at }): Task => {
      const { steps, handsMs, lengthMs } = blocks[block]!;
      const chance = lived ? Math.min(1, ...stepsOf(blocks[block]!).map((key) => lived.chances[key]!)) : 1;
      return {
        steps: steps.map(({ key, step }) => ({ key, name: step.name })),
        session: { from: session.from, to: session.to, ...(session.people && { people: session.people }) },
        ...{ at, handsMs, lengthMs, chance },
      };
    }),
  );
  // what has no chance is not put before people, nor what would come after it
  const hopeless = all.findIndex(({ chance }) => chance < HOPELESS);
  const tasks = hopeless < 0 ? all : all.slice(0, hopeless);
  const next = blocks[tasks.length]?.steps[0];
  return {
    pieceId: piece.id,
    tasks,
    // where nothing can be done of it, no cover helps
    covers: tasks.length === 0 && next ? [] : coversMeant(piece.cover, meant, now),
    chance: tasks.length < all.length ? 0 : (lived?.all ?? 1),
    due: due === null ? null : { by: due, chance: next ? 0 : (lived?.dry ?? 1) },
    dryAt: next ? null : (lived?.dryAt ?? null),
    unplanned: next ? { key: next.key, name: next.step.name } : null,
    meant,
  };
}

/** Steps of a task that the piece goes through once it is made. */
const stepsOf = ({ steps }: Planning['blocks'][number]): string[] =>
  steps.flatMap(({ key }) => (key === MAKING ? [] : [key]));

/** A piece from when on it lives through what is meant: where it is not made yet, from when it is. */
type Life = Pick<Planning, 'piece' | 'facts' | 'believed' | 'route' | 'at'> & {
  /** From which visit on. */
  from: number;
};

function lifeOf(planning: Planning, visits: Itinerary['visits']): Life {
  const { unmade } = planning;
  const from = unmade ? visits.findIndex(({ blocks }) => blocks.length > 0) : 0;
  if (!unmade || from < 0) return { ...planning, from: Math.max(0, from) };
  const at = visits[from]!.session.to;
  const facts = asMadeAt(planning.facts, unmade, at);
  const piece = foldPiece(facts.pieceId, facts.entries)!;
  return { ...planning, facts, piece, at, believed: estimateNow(piece, facts, at, planning.living), from };
}

const aheadOf = ({ piece, facts, believed, route, at }: Life): Ahead => ({
  ...{ piece, divided: believed.divided, route, tubs: facts.tubs, now: at },
  ...(facts.paces && { paces: facts.paces }),
});

/** How wet its wall looks as time goes on from an instant, if what is meant is done. */
export function looksOf(planning: Planning, itinerary: Itinerary, from: number): number[] {
  const lives = lifeOf(planning, itinerary.visits);
  const { piece, facts, believed } = lives;
  if (piece.fired !== 'raw') return [];
  const { meant } = livedThrough(planning, itinerary);
  const course = courseOf(believed.best, aheadOf(lives), believed.joined, meant).wall!;
  return Array.from({ length: SHOWN / LOOK_STEP + 1 }, (_, i) =>
    Number(wetness(facts.body, readAt(course, from + i * LOOK_STEP, outerReading)).toFixed(2)),
  );
}
