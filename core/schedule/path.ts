import { dryOn, visitOf, type Arc, type Graph } from './graph.ts';
import type { Itinerary, Search, Visit } from './itinerary.ts';
import { stayOf, type Standing } from './stay.ts';

/** So often another way is looked for where one that is gone once more does not hold. */
const TRIES = 4;
/** So much may a chance fall below what is asked when its way is gone once more. */
const FALLS = 0.02;

/**
 * The best that can be made of some sessions for one piece: tasks in their order, each in a session where the clay is ready
 * for it with enough of a chance, and a cover for each time between. What was found is gone once more with every member for
 * itself, since places that stand alike are one in the graph; where a task falls then, another way is taken.
 */
export function bestItinerary(graph: Graph, search: Search): Itinerary {
  const banned = new Set<Arc>();
  let hoped: number | null = null;
  for (let tries = 1; ; tries++) {
    const { path, worth } = bestPath(graph, search, banned);
    hoped ??= worth;
    const { visits, falls, lost } = walked(graph, path, search);
    if (!falls || tries === TRIES)
      return { visits, dry: path.at(-1)?.dry ?? null, value: worth - lost, hoped };
    banned.add(falls);
  }
}

function bestPath(graph: Graph, search: Search, banned: ReadonlySet<Arc>): { path: Arc[]; worth: number } {
  const { value, by } = forward(graph, search, banned);
  let best = 0;
  for (let place = 1; place < value.length; place++)
    if (value[place]! + graph.ends[place]! > value[best]! + graph.ends[best]!) best = place;
  const path: Arc[] = [];
  for (let arc = by[best]; arc; arc = by[arc.from]) path.unshift(arc);
  return { path, worth: path.reduce((sum, { worth }) => sum + worth, graph.ends[best]!) };
}

/** A path gone once more. @returns the first arc in which a task falls, and how much of the chances is lost */
function walked(
  graph: Graph,
  path: readonly Arc[],
  { least }: Search,
): { visits: Visit[]; falls: Arc | null; lost: number } {
  const visits = visitsOf(graph, path);
  let lost = 0;
  let falls: Arc | null = null;
  for (const [s, { blocks }] of visits.entries())
    for (const [i, { block, chance, tooWet }] of blocks.entries()) {
      lost += path[s]!.visit.blocks[i]!.chance - chance;
      if (chance + tooWet < leastOf(least, block) - FALLS) falls ??= path[s]!;
    }
  return { visits, falls, lost };
}

/** What became of arcs as they were gone after others: pieces go the same ways again and again. */
const gone = new WeakMap<Graph, Map<string, Visit[]>>();
const MOST_GONE = 500;

function visitsOf(graph: Graph, path: readonly Arc[]): Visit[] {
  const known = gone.get(graph) ?? new Map<string, Visit[]>();
  gone.set(graph, known);
  const key = path.map(({ name }) => name).join();
  const visits = known.get(key) ?? goOnceMore(graph, path);
  if (known.size > MOST_GONE) known.clear();
  known.set(key, visits);
  return visits;
}

function goOnceMore({ piece, sessions, suitable }: Graph, path: readonly Arc[]): Visit[] {
  let at: Standing = {
    next: 0,
    cover: piece.covers.indexOf(piece.cover),
    moistures: Float64Array.from(piece.members, ({ moisture }) => moisture),
  };
  return path.map((arc): Visit => {
    const session = sessions[arc.session]!;
    const leaves = piece.covers.indexOf(arc.visit.leaves);
    const stay = stayOf({ piece, at, session, suitable }, arc.visit);
    const until = sessions[arc.session + 1]?.from ?? session.to;
    at = { next: stay.next, cover: leaves, moistures: dryOn(piece, stay, leaves, until) };
    return visitOf(piece, session, stay, leaves);
  });
}

const leastOf = (least: Search['least'], block: number): number =>
  typeof least === 'number' ? least : least[block]!;

/** What it is worth to come to each place, hands paid, and by which arc. */
function forward(
  graph: Graph,
  search: Search,
  banned: ReadonlySet<Arc>,
): { value: Float64Array; by: (Arc | undefined)[] } {
  const { from, to } = graph.side;
  const net = netOf(graph, search);
  for (const arc of banned) net[arc.name] = Number.NEGATIVE_INFINITY;
  const value = new Float64Array(graph.ends.length).fill(Number.NEGATIVE_INFINITY);
  const came = new Int32Array(graph.ends.length).fill(-1);
  value[0] = 0;
  for (let i = 0; i < net.length; i++) {
    const comes = value[from[i]!]! + net[i]!;
    if (comes <= value[to[i]!]!) continue;
    value[to[i]!] = comes;
    came[to[i]!] = i;
  }
  return { value, by: Array.from(came, (i) => graph.arcs[i]) };
}

/** Hands are added up so exactly, in tens of minutes. */
const NO_HANDS = 1e-6;

/** What each arc is worth, hands paid; endlessly little where it may not be gone. */
function netOf(graph: Graph, { prices, spare, ...search }: Search): Float64Array {
  const { session, worth, tens } = graph.side;
  const open = openArcs(graph, search);
  const net = new Float64Array(worth.length);
  for (let i = 0; i < net.length; i++) {
    const [s, hands] = [session[i]!, tens[i]!];
    const may = open[i] === 1 && (!spare || hands <= spare[s]! + NO_HANDS);
    net[i] = may ? worth[i]! - (prices && hands > 0 ? hands * prices[s]! : 0) : Number.NEGATIVE_INFINITY;
  }
  return net;
}

/** Which arcs were found open last, by what was asked: it is asked again and again at other prices. */
type Asked = Pick<Search, 'least' | 'told' | 'left' | 'sure' | 'away' | 'dry'>;
const asked = new WeakMap<Graph, { of: Asked; open: Uint8Array }>();

/** Whether each arc may be gone: its tasks likely enough, each in the session that was told, and dry in time at its end. */
function openArcs(graph: Graph, of: Asked): Uint8Array {
  const { least, told, left, sure = 0, away, dry = 0 } = of;
  const last = asked.get(graph);
  if (last && sameAsked(last.of, of)) return last.open;
  const open = Uint8Array.from(graph.arcs, ({ session: s, visit, dry: then, idle }) => {
    const { blocks, session, leaves } = visit;
    return Number(
      (then ?? 1) >= dry &&
        (left?.[s] ?? leaves) === leaves &&
        (idle || session.from !== away) &&
        blocks.every(
          ({ block, chance, tooWet }) =>
            chance >= sure &&
            chance + tooWet >= leastOf(least, block) &&
            (told?.[block] ?? session.from) === session.from,
        ),
    );
  });
  asked.set(graph, { of, open });
  return open;
}

const sameAsked = (a: Asked, b: Asked): boolean =>
  (['least', 'told', 'left', 'sure', 'away', 'dry'] as const).every((key) => a[key] === b[key]);

/** So many are followed at most. */
const MOST = 100_000;

/**
 * All that are worth so much, hands paid: the best of each way in which they take up hands.
 * @param atLeast hands paid
 * @param most where there are more, those that are worth most
 */
export function itinerariesWithin(graph: Graph, search: Search, atLeast: number, most: number): Itinerary[] {
  interface Way {
    value: number;
    arc: Arc | null;
    before: Way | null;
    hands: string;
  }
  const net = netOf(graph, search);
  const beyond = bestBeyond(graph, net);
  const ways: Map<string, Way>[] = graph.ends.map(() => new Map());
  ways[0]!.set('', { value: 0, arc: null, before: null, hands: '' });
  let followed = 0;
  for (const [i, arc] of graph.arcs.entries()) {
    if (net[i] === Number.NEGATIVE_INFINITY) continue;
    for (const before of ways[arc.from]!.values()) {
      const value = before.value + net[i]!;
      if (value + beyond[arc.to]! < atLeast) continue;
      const hands = arc.tens > 0 ? `${before.hands}${arc.session}:${arc.tens} ` : before.hands;
      if (value <= (ways[arc.to]!.get(hands)?.value ?? Number.NEGATIVE_INFINITY)) continue;
      followed += 1;
      if (followed > MOST) break;
      ways[arc.to]!.set(hands, { value, arc, before, hands });
    }
  }
  const found = new Map<string, { way: Way; value: number; end: number }>();
  for (const [place, of] of ways.entries())
    for (const way of of.values()) {
      const value = way.value + graph.ends[place]!;
      if (value < atLeast || value <= (found.get(way.hands)?.value ?? Number.NEGATIVE_INFINITY)) continue;
      found.set(way.hands, { way, value, end: graph.ends[place]! });
    }
  const best = [...found.values()].sort((a, b) => b.value - a.value).slice(0, most);
  return best.map(({ way, end }) => {
    const path: Arc[] = [];
    for (let at: Way | null = way; at?.arc; at = at.before) path.unshift(at.arc);
    const worth = path.reduce((sum, arc) => sum + arc.worth, end);
    const { visits, lost } = walked(graph, path, search);
    return { visits, dry: path.at(-1)?.dry ?? null, value: worth - lost, hoped: worth };
  });
}

/** The best that can still be had from each place on, hands paid. */
function bestBeyond({ ends, side: { from, to } }: Graph, net: Float64Array): Float64Array {
  const best = Float64Array.from(ends);
  for (let i = net.length - 1; i >= 0; i--)
    best[from[i]!] = Math.max(best[from[i]!]!, net[i]! + best[to[i]!]!);
  return best;
}
