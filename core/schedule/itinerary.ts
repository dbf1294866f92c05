import type { Cover } from '../drying/face.ts';
import type { Spell } from '../time/hours.ts';
import { MINUTE, type Instant } from '../units/quantity.ts';
import type { Block } from './block.ts';
import { effortBetween, type Effort } from './effort.ts';
import { readyIn, suitability, suits, type Moisture } from './readiness.ts';
import { driedTo, readingAt, ROWS, rowAt, type DryingTable } from './table.ts';

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
  /** When it is wanted dry, and what that is; left out where nobody asks. */
  due?: { by: Instant; dry: Moisture };
}

/** What is done of a piece in one session. */
export interface Visit {
  session: Spell;
  /** Tasks done, by their place among all, each with the chance that it is done as it should and when it is begun, in the mean. */
  blocks: { block: number; chance: number; at: Instant }[];
  /** Hands at them, in tens of minutes begun. */
  tens: number;
  /** How it stands while hands are in the studio. */
  stays: Cover;
  /** How it is left. */
  leaves: Cover;
}

/** When each task of a piece is done, and how it is covered between. */
export interface Itinerary {
  /** Of each session up to the last that anything is meant for. */
  visits: Visit[];
  /** What it is worth, whatever hands cost. */
  value: number;
}

export interface Search {
  /** The least chance at which a task is put into a session: of all, or of each. */
  least: number | readonly number[];
  /** What ten minutes of hands cost in each session; nothing where it is not said. */
  prices?: readonly number[];
  /** Tens of minutes of hands that there are in each session; as many as are wanted where it is not said. */
  spare?: readonly number[];
  /** In which session each task is done if at all, by its beginning; in any where it is null or not said. */
  told?: readonly (Instant | null)[];
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

/** What is dry by the date it is wanted by is worth as much as a task, what is not so much of it. */
const LATE = 0.3;
const TEN = 10 * MINUTE;

/** Where a piece is when a session begins. */
interface Node {
  next: number;
  cover: number;
  moistures: Float64Array;
  /** Less what its hands cost. */
  value: number;
  before: Node | null;
  visit: Visit | null;
}

/** Which of those reached in a session go on. */
type Keep = (reached: Node[]) => Node[];

/**
 * The best that can be made of some sessions for one piece: tasks in their order, each in a session where the clay is ready
 * for it with enough of a chance, and a cover for each time between.
 * @param sessions ascending
 */
export function bestItinerary(
  piece: Scheduled,
  sessions: readonly Spell[],
  { alike = ALIKE, ...search }: Search,
): Itinerary {
  let best: { node: Node; worth: number } | null = null;
  for (const [node, worth] of explore(piece, sessions, search, (reached) => merged(reached, alike)))
    if (!best || worth > best.worth) best = { node, worth };
  return itineraryTo(best!.node, best!.worth, search.prices);
}

/** So many are followed at most from session to session. */
const MOST = 20_000;

/**
 * All that are worth so much, less what their hands cost: the best of each way in which they take up hands.
 * @param atLeast net of hands
 */
export function itinerariesWithin(
  piece: Scheduled,
  sessions: readonly Spell[],
  { alike = ALIKE, ...search }: Search,
  atLeast: number,
): Itinerary[] {
  const dated = piece.due ? 1 : 0;
  const couldBe = ({ value, next }: Node) => value + piece.blocks.length - next + dated;
  const keep: Keep = (reached) =>
    merged(
      reached.filter((node) => couldBe(node) >= atLeast),
      alike,
      handsOf,
    ).slice(0, MOST);
  const found = new Map<string, { node: Node; worth: number }>();
  for (const [node, worth] of explore(piece, sessions, search, keep)) {
    if (worth < atLeast) continue;
    const hands = handsOf(node);
    if (worth > (found.get(hands)?.worth ?? Number.NEGATIVE_INFINITY)) found.set(hands, { node, worth });
  }
  return [...found.values()].map(({ node, worth }) => itineraryTo(node, worth, search.prices));
}

const handsOf = (node: Node): string =>
  visitsTo(node)
    .flatMap(({ session, tens }) => (tens > 0 ? [`${session.from}:${tens}`] : []))
    .join();

/** Every place that is come to, and what it is worth to end there. */
function* explore(
  piece: Scheduled,
  sessions: readonly Spell[],
  { least, prices = [], spare = [], told = [] }: Search,
  keep: Keep,
): Generator<[Node, number]> {
  const { members, blocks, covers, cover, due } = piece;
  const bars = blocks.map((_, b) => (typeof least === 'number' ? least : least[b]!));
  const suitable = members.map(({ tables }) => blocks.map(({ needs }) => suitability(tables[0]!, needs)));
  const later = suitable.map((of) => of.map(bestFromHere));
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
  yield [nodes[0]!, ends(nodes[0]!)];
  for (const [s, session] of sessions.entries()) {
    const until = sessions[s + 1]?.from ?? session.to;
    const reached: Node[] = [];
    for (const node of nodes) {
      if (node.next === blocks.length || open(node) < bars[node.next]!) continue;
      for (const stay of stays(piece, node, session, { suitable, bars, told, spare: spare[s] }))
        for (const [leaves] of covers.entries()) {
          const dry = (until: Instant) =>
            stay.moistures.map((moisture, m) => dried(members[m]!, leaves, moisture, stay.freeAt[m]!, until));
          const changes = Number(stay.cover !== node.cover) + Number(leaves !== stay.cover);
          const finished = stay.next === blocks.length;
          const dated =
            finished && due ? LATE + (1 - LATE) * dryChance(members, leaves, dry(due.by), due.dry) : 0;
          const value =
            node.value +
            stay.gained +
            dated -
            CHANGE * changes -
            (finished ? LATER * s : 0) -
            stay.tens * (prices[s] ?? 0);
          const under = covers[stay.atOnce ? leaves : stay.cover]!;
          const visit = {
            session,
            blocks: stay.done,
            tens: stay.tens,
            stays: under,
            leaves: covers[leaves]!,
          };
          reached.push({ next: stay.next, cover: leaves, moistures: dry(until), value, before: node, visit });
        }
    }
    nodes = keep(reached);
    for (const node of nodes) yield [node, ends(node)];
  }
}

const dryChance = (
  members: readonly Member[],
  cover: number,
  moistures: Float64Array,
  { reading, spans }: Moisture,
): number =>
  members.reduce((sum, { weight, tables }, m) => {
    const value = readingAt(tables[cover]!, reading, moistures[m]!);
    return sum + weight * Math.max(...spans.map((span) => suits(value, span)));
  }, 0);

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
  tens: number;
  done: Visit['blocks'];
}

/** Nothing, covered at once or standing open until hands leave; or some tasks one after the other. */
function stays(
  { members, blocks }: Scheduled,
  node: Node,
  { from, to }: Spell,
  {
    suitable,
    bars,
    told,
    spare = Number.POSITIVE_INFINITY,
  }: Pick<Required<Search>, 'told'> & {
    suitable: Float32Array[][];
    bars: number[];
    spare: number | undefined;
  },
): Stay[] {
  const nothing = { next: node.next, gained: 0, tens: 0, done: [] };
  const asCame: Stay = {
    ...nothing,
    atOnce: true,
    cover: node.cover,
    moistures: node.moistures,
    freeAt: members.map(() => from),
  };
  const stoodOpen: Stay = {
    ...nothing,
    cover: 0,
    moistures: node.moistures.map((moisture, m) => dried(members[m]!, 0, moisture, from, to)),
    freeAt: members.map(() => to),
  };
  const found = [asCame, stoodOpen];
  let last = asCame;
  let handsMs = 0;
  for (let block = node.next; block < blocks.length; block++) {
    const { lengthMs } = blocks[block]!;
    handsMs += blocks[block]!.handsMs;
    const tens = Math.ceil(handsMs / TEN);
    if (tens > spare || (told[block] ?? from) !== from) break;
    let chance = 0;
    let begins = 0;
    const freeAt: Instant[] = [];
    const moistures = last.moistures.map((moisture, m) => {
      const { tables, efforts, weight, adds } = members[m]!;
      const [table, effort] = [tables[0]!, efforts[0]!];
      const came = last.freeAt[m]!;
      const latest = Math.max(came, to - lengthMs);
      const spareEffort = effortBetween(effort, came, latest);
      const ready = readyIn(table, suitable[m]![block]!, moisture, spareEffort);
      // who has no time left for it misses it
      if (to - came >= lengthMs) chance += weight * ready.chance;
      const begun = spareEffort > 0 ? came + (latest - came) * Math.min(1, ready.effort / spareEffort) : came;
      begins += weight * (begun - from);
      freeAt.push(Math.min(to, begun + lengthMs));
      return dried(members[m]!, 0, ready.moisture + adds[block]!, begun, freeAt[m]!);
    });
    if (chance < bars[block]!) break;
    last = {
      next: block + 1,
      cover: 0,
      moistures,
      freeAt,
      gained: last.gained + chance,
      tens,
      done: [...last.done, { block, chance, at: Math.round(from + begins) }],
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

/**
 * Those that stand alike go on as the best of them.
 * @param by they stand alike only where this is the same
 */
function merged(nodes: Node[], most: number, by: (node: Node) => string = () => ''): Node[] {
  const kept = new Map<string, Node[]>();
  for (const node of nodes.sort((a, b) => b.value - a.value)) {
    const key = `${node.next} ${node.cover} ${by(node)}`;
    const others = kept.get(key) ?? [];
    const alike = others.some((other) =>
      other.moistures.every((moisture, m) => Math.abs(moisture - node.moistures[m]!) <= most),
    );
    if (!alike) kept.set(key, [...others, node]);
  }
  return [...kept.values()].flat();
}

function itineraryTo(end: Node, worth: number, prices: readonly number[] = []): Itinerary {
  const visits = visitsTo(end);
  return { visits, value: visits.reduce((sum, { tens }, s) => sum + tens * (prices[s] ?? 0), worth) };
}

function visitsTo(end: Node): Visit[] {
  const visits: Visit[] = [];
  for (let node: Node | null = end; node?.visit; node = node.before) visits.unshift(node.visit);
  return visits;
}
