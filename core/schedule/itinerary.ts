import type { Cover } from '../drying/face.ts';
import type { Spell } from '../time/hours.ts';
import type { Instant } from '../units/quantity.ts';
import type { Block } from './block.ts';
import { effortBetween, type Effort } from './effort.ts';
import { readyIn, suitability } from './readiness.ts';
import { driedTo, ROWS, rowAt, type DryingTable } from './table.ts';

/** What one member believes of the wall of a piece, as far as a schedule goes. */
export interface Member {
  weight: number;
  /** The mean of the wall when the first session begins, on the reference scale of moisture. */
  moisture: number;
  /** By cover, in the order of `covers`; the first is open. */
  tables: DryingTable[];
  efforts: Effort[];
  /** What a task's water adds to the mean, points, by task. */
  adds: number[];
}

/** A piece to be scheduled. */
export interface Scheduled {
  members: Member[];
  blocks: Block[];
  /** The first is open: so a piece stands while hands are at it. */
  covers: readonly Cover[];
  cover: Cover;
}

/** What is done of a piece in one session. */
export interface Visit {
  session: Spell;
  /** Tasks done, by their place among all, each with the chance that it is done as it should. */
  blocks: { block: number; chance: number }[];
  /** How it stands while hands are in the studio. */
  stays: Cover;
  /** How it is left. */
  leaves: Cover;
}

/** When each task of a piece is done, and how it is covered between. */
export interface Itinerary {
  visits: Visit[];
  value: number;
}

export interface Search {
  /** The least chance at which a task is put into a session. */
  least: number;
  /** Two that differ by no more than this in any member go on as one, points; two where it is not said. */
  alike?: number;
}

/** A change of cover costs so much of a task, and a session later that it is finished. */
const CHANGE = 0.004;
const LATER = 1e-4;
/** What is not done within the sessions is worth so much, if it can still be done. */
const LEFT = 0.35;
/** Points; see `Search`. */
const ALIKE = 2;

/** Where a piece is when a session begins. */
interface Node {
  next: number;
  cover: number;
  moistures: Float64Array;
  value: number;
  before: Node | null;
  visit: Visit | null;
}

/**
 * The best that can be made of some sessions for one piece alone: tasks in their order, each in a session where the clay is
 * ready for it with enough of a chance, and a cover for each time between.
 * @param sessions ascending
 */
export function bestItinerary(
  piece: Scheduled,
  sessions: readonly Spell[],
  { least, alike = ALIKE }: Search,
): Itinerary {
  const { members, blocks, covers, cover } = piece;
  const suits = members.map(({ tables }) => blocks.map(({ needs }) => suitability(tables[0]!, needs)));
  const later = suits.map((of) => of.map(bestFromHere));
  /** The chance that the next task can still be done at some time. */
  const open = ({ next, moistures }: Pick<Node, 'next' | 'moistures'>): number =>
    next === blocks.length
      ? 1
      : members.reduce(
          (sum, { weight }, m) => sum + weight * later[m]![next]![Math.round(rowAt(moistures[m]!))]!,
          0,
        );
  const ends = (node: Node): number => node.value + LEFT * (blocks.length - node.next) * open(node);

  let nodes: Node[] = [
    {
      next: 0,
      cover: covers.indexOf(cover),
      moistures: Float64Array.from(members, ({ moisture }) => moisture),
      value: 0,
      before: null,
      visit: null,
    },
  ];
  let best = nodes[0]!;
  for (const [s, session] of sessions.entries()) {
    const until = sessions[s + 1]?.from ?? session.to;
    const reached: Node[] = [];
    for (const node of nodes) {
      if (node.next === blocks.length || open(node) < least) continue;
      for (const stay of stays(piece, node, session, suits, least))
        for (const [leaves] of covers.entries()) {
          const moistures = stay.moistures.map((moisture, m) =>
            dried(members[m]!, leaves, moisture, stay.freeAt[m]!, until),
          );
          const changes = Number(stay.cover !== node.cover) + Number(leaves !== stay.cover);
          const finished = stay.next === blocks.length ? LATER * s : 0;
          const value = node.value + stay.gained - CHANGE * changes - finished;
          const under = covers[stay.atOnce ? leaves : stay.cover]!;
          const visit = { session, blocks: stay.done, stays: under, leaves: covers[leaves]! };
          reached.push({ next: stay.next, cover: leaves, moistures, value, before: node, visit });
        }
    }
    nodes = merged(reached, alike);
    for (const node of nodes) if (ends(node) > ends(best)) best = node;
  }
  return { visits: visitsTo(best), value: ends(best) };
}

/** What can be done of a piece while hands are there, up to when it is covered. */
interface Stay {
  /** It is covered as hands come, not as they leave. */
  atOnce?: true;
  next: number;
  cover: number;
  moistures: Float64Array;
  /** When hands are done with it, by member. */
  freeAt: Instant[];
  gained: number;
  done: Visit['blocks'];
}

/** Nothing, covered at once or standing open until hands leave; or some tasks one after the other. */
function stays(
  { members, blocks }: Scheduled,
  node: Node,
  { from, to }: Spell,
  suits: Float32Array[][],
  least: number,
): Stay[] {
  const asCame: Stay = {
    atOnce: true,
    next: node.next,
    cover: node.cover,
    moistures: node.moistures,
    freeAt: members.map(() => from),
    gained: 0,
    done: [],
  };
  const stoodOpen: Stay = {
    next: node.next,
    cover: 0,
    gained: 0,
    done: [],
    moistures: node.moistures.map((moisture, m) => dried(members[m]!, 0, moisture, from, to)),
    freeAt: members.map(() => to),
  };
  const found = [asCame, stoodOpen];
  let last = asCame;
  for (let block = node.next; block < blocks.length; block++) {
    const { lengthMs } = blocks[block]!;
    let chance = 0;
    const freeAt: Instant[] = [];
    const moistures = last.moistures.map((moisture, m) => {
      const { tables, efforts, weight, adds } = members[m]!;
      const [table, effort] = [tables[0]!, efforts[0]!];
      const came = last.freeAt[m]!;
      const latest = Math.max(came, to - lengthMs);
      const spare = effortBetween(effort, came, latest);
      const ready = readyIn(table, suits[m]![block]!, moisture, spare);
      // who has no time left for it misses it
      if (to - came >= lengthMs) chance += weight * ready.chance;
      const begun = spare > 0 ? came + (latest - came) * Math.min(1, ready.effort / spare) : came;
      freeAt.push(Math.min(to, begun + lengthMs));
      return dried(members[m]!, 0, ready.moisture + adds[block]!, begun, freeAt[m]!);
    });
    if (chance < least) break;
    last = {
      next: block + 1,
      cover: 0,
      moistures,
      freeAt,
      gained: last.gained + chance,
      done: [...last.done, { block, chance }],
    };
    // it stands open until hands leave
    const left = moistures.map((moisture, m) => dried(members[m]!, 0, moisture, freeAt[m]!, to));
    found.push({ ...last, moistures: Float64Array.from(left), freeAt: stoodOpen.freeAt });
  }
  return found;
}

const dried = (
  { tables, efforts }: Member,
  cover: number,
  moisture: number,
  from: Instant,
  to: Instant,
): number =>
  to > from ? driedTo(tables[cover]!, moisture, effortBetween(efforts[cover]!, from, to)) : moisture;

/** At each row the best that comes from there on. */
function bestFromHere(suit: Float32Array): Float32Array {
  const best = suit.slice();
  for (let row = ROWS - 2; row >= 0; row--) best[row] = Math.max(best[row]!, best[row + 1]!);
  return best;
}

/** Those that stand alike go on as the best of them. */
function merged(nodes: Node[], most: number): Node[] {
  const kept = new Map<string, Node[]>();
  for (const node of nodes.sort((a, b) => b.value - a.value)) {
    const key = `${node.next} ${node.cover}`;
    const others = kept.get(key) ?? [];
    const alike = others.some((other) =>
      other.moistures.every((moisture, m) => Math.abs(moisture - node.moistures[m]!) <= most),
    );
    if (!alike) kept.set(key, [...others, node]);
  }
  return [...kept.values()].flat();
}

function visitsTo(end: Node): Visit[] {
  const visits: Visit[] = [];
  for (let node: Node | null = end; node?.visit; node = node.before) visits.unshift(node.visit);
  return visits;
}
