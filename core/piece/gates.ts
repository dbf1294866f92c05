import { linearShrinkage, type ClayBody } from '../clay/body.ts';
import { edgeAtWater, waterAtEdge } from '../clay/stage.ts';
import { isSign, signAt, signNames, type Sign } from '../coat/sign.ts';
import { coatsOn } from '../drying/mesh.ts';
import { coreReading, meanReading, readingNamed, signReading, type Reading } from '../drying/readings.ts';
import { firstWhen, readAt, wallAt, whileHolds, type Trajectory, type WallAt } from '../drying/trajectory.ts';
import type { EdgeSpread } from '../forecast/windows.ts';
import { seenAt, type PieceState } from '../log/piece.ts';
import type { Planned, StepRef } from '../technique/layer.ts';
import type { Face, FiredState, Need, Remedy, Role, Span } from '../technique/technique.ts';
import { MINUTE, SECOND, type Instant } from '../units/quantity.ts';

export type GateStatus =
  | 'done'
  | 'left-out'
  /** Others come before it. */
  | 'ahead'
  | 'waiting'
  /** The maker must say so. */
  | 'ask'
  | 'now'
  | 'closed'
  /** Not within the time looked ahead, as it stands. */
  | 'never';

/** What a step waits for: a sign that the maker will see, and when it is usual. */
export interface Wait {
  /** A sign of a coat, or in words what is seen. */
  what: string;
  /** What it looks like. */
  look: string;
  /** The step after which it is seen. */
  of: StepRef[];
  from: Instant;
  to: Instant;
}

/** When a window opens and closes over the members, and in which share of them it opens at all. */
export interface Window {
  opens: EdgeSpread;
  closes: EdgeSpread;
  chance: number;
}

export interface Gate {
  planned: Planned;
  status: GateStatus;
  doneAt: Instant | null;
  /** When the clay comes into the window of the step; null if it does not within the time looked ahead. */
  opens: Instant | null;
  /** When it leaves it; null if it stays in it. */
  closes: Instant | null;
  /** When to do it: in its window, after its wait, with time enough in working hours; null if that cannot be. */
  doAt: Instant | null;
  wait: Wait | null;
  /** Over the members; empty where nothing was forecast. */
  windows: Window[];
  /** Steps done wet in wet with it, by name: their time must fit as well. */
  chain: string[];
  /** What the maker may say to have done with a step that is done until it is enough. */
  enough: { refs: StepRef[]; what: string } | null;
  /** Of a part to be joined on: which of the two is ready first, and must be held back until then. */
  joint: Joint | null;
  /** What opens it again once it has closed, and when. */
  rescue: { remedy: Remedy; opens: Instant; closes: Instant | null } | null;
}

/** A gate of which nothing is known yet. */
export const gateOf = (planned: Planned, status: GateStatus, doneAt: Instant | null): Gate => ({
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
  joint: null,
  rescue: null,
});

export interface Joint {
  part: string;
  role: Role;
  /** The one that is ready sooner, or past being joined; null where they are alike. */
  ahead: 'piece' | 'part' | null;
  /** When the other one is ready; null where it is not within the time looked ahead. */
  until: Instant | null;
}

/** A stretch of time; open to the end of what was computed where `to` is infinite. */
export interface Interval {
  from: Instant;
  to: Instant;
}

/** Everything that the needs of a step are read from. */
export interface Readings {
  /** The wall that the step is judged on. */
  trajectory: Trajectory;
  /** All walls of the piece itself, for what must hold of each; the first where that is left out. */
  all?: Trajectory[];
  /** A part that is not joined on yet, by what it is. */
  part?: (role: Role) => { part: string; trajectory: Trajectory; now: Instant } | null;
  body: ClayBody;
  piece: PieceState;
  /** When a step of the route was done, in the log or as planned; null where it never comes. */
  doneAt: (key: string) => Instant | 'left-out' | null;
  fired: FiredState;
}

/** A sign is looked for from this share of its wait on. */
const EARLY = 0.6;
/** A fill is as firm as the wall it lies in once it holds no more than this above it, kg/kg. From memory. */
const LEVEL = 0.02;

/** Something that must hold of one wall. */
interface Test {
  trajectory: Trajectory;
  of: 'piece' | 'part' | 'both';
  holds: (wall: WallAt, at: Instant) => boolean;
}

/** When a step can be done. */
export interface Found {
  found: Interval[];
  wait: Wait | null;
  /** The clay is drier than any span of a need already. */
  tooDry: boolean;
  joint: Joint | null;
}

/**
 * When a step can be done, from an instant on: the first stretches of time in which all its needs hold, ascending.
 * @param longEnough stops at the first that is so long, ms
 */
export function intervalsOf(
  planned: Planned,
  readings: Readings,
  from: Instant,
  longEnough: (interval: Interval) => boolean,
): Found {
  let low = from;
  let high = Number.POSITIVE_INFINITY;
  let wait: Wait | null = null;
  const tests: Test[] = [];
  for (const need of planned.step.needs) {
    if (need.rather) continue;
    const bound = boundsOf(need, planned, readings, low);
    if (bound === 'never') return { found: [], wait, tooDry: false, joint: null };
    if (bound === 'holds') continue;
    if (bound) {
      low = Math.max(low, bound.from);
      high = Math.min(high, bound.to);
      wait = later(wait, bound.wait);
    } else tests.push(...testsOf(need, planned.face, readings));
  }
  const { trajectory } = readings;
  if (tests.length === 0) {
    const only = { from: low, to: high };
    return { found: high > low ? [only] : [], wait, tooDry: high <= low, joint: null };
  }
  const found: Interval[] = [];
  for (const stretch of allHold(tests, Math.min(low, trajectory.at.at(-1)!))) {
    const interval = { from: Math.max(low, stretch.from), to: Math.min(high, stretch.to) };
    if (interval.to <= interval.from) continue;
    found.push(interval);
    if (longEnough(interval)) break;
  }
  const dried = found.length === 0 && driedPast(planned, readings, low);
  return { found, wait, tooDry: dried, joint: jointOf(planned, tests, readings, low) };
}

/** The stretches of time in which all tests hold, ascending; those of one wall are looked at together. */
function* allHold(tests: Test[], from: Instant): Generator<Interval> {
  const walls = [...new Set(tests.map(({ trajectory }) => trajectory))];
  const ofWall = (trajectory: Trajectory) => {
    const own = tests.filter((test) => test.trajectory === trajectory);
    return whileHolds(trajectory, Math.min(from, trajectory.at.at(-1)!), (wall, at) =>
      own.every(({ holds }) => holds(wall, at)),
    );
  };
  const [first, ...others] = walls.map(ofWall);
  if (others.length === 0) return yield* first!;
  yield* others.reduce<Interval[]>((found, next) => overlaps(found, [...next]), [...first!]);
}

/** Where stretches of two lists overlap, ascending. */
const overlaps = (a: Interval[], b: Interval[]): Interval[] =>
  a.flatMap((one) =>
    b
      .map((two) => ({ from: Math.max(one.from, two.from), to: Math.min(one.to, two.to) }))
      .filter(({ from, to }) => to > from),
  );

/** What a need asks of the clay. */
function testsOf(need: Need, face: Face, readings: Readings): Test[] {
  const { trajectory, body, all = [trajectory] } = readings;
  const apart = (role: Role) => readings.part?.(role) ?? null;
  if (need.kind === 'level') return [{ trajectory, of: 'piece', holds: levelTest(face) }];
  if (need.kind === 'together') {
    const part = apart(need.with);
    return part
      ? [
          {
            trajectory,
            of: 'both',
            holds: (wall, at) => together(body, wall, wallAt(part.trajectory, at), need.within),
          },
        ]
      : [];
  }
  const water = waterOf(need, face, body);
  if (!water) return [];
  const holds = ({ x, mesh }: WallAt) => {
    const value = water.reading(x, mesh);
    return water.spans.some(({ fromX, toX }) => value >= fromX && value <= toX);
  };
  if (need.part) {
    const part = apart(need.part);
    return part ? [{ trajectory: part.trajectory, of: 'part', holds }] : [];
  }
  // the kiln asks every wall
  return (need.kind === 'kiln-dry' ? all : [trajectory]).map((of) => ({
    trajectory: of,
    of: 'piece',
    holds,
  }));
}

const together = (body: ClayBody, one: WallAt, two: WallAt, within: number): boolean =>
  Math.abs(indexOf(body, one) - indexOf(body, two)) <= within;

const indexOf = (body: ClayBody, { x, mesh }: WallAt): number => edgeAtWater(body, meanReading(x, mesh));

/** Two that are ready within this of one another need not be held back. */
const ALIKE = 20 * MINUTE;

/** Which of a piece and its part is ready first, or has dried past being joined. */
function jointOf(planned: Planned, tests: Test[], readings: Readings, from: Instant): Joint | null {
  const need = planned.step.needs.find((of) => of.kind === 'together');
  const part = need?.kind === 'together' ? readings.part?.(need.with) : null;
  if (!part || need?.kind !== 'together') return null;
  const { now } = part;
  const firstOf = (which: Test['of'], since: Instant): Instant | null => {
    const own = tests.filter(({ of }) => of === which);
    const [first] = own.length > 0 ? allHold(own, since) : [];
    return first ? Math.max(first.from, since) : null;
  };
  const [piece, its] = [firstOf('piece', from), firstOf('part', now)];
  const joint = (ahead: Joint['ahead'], until: Instant | null): Joint => ({
    part: part.part,
    role: need.with,
    ahead,
    until,
  });
  if (its === null)
    return driedPast(planned, readings, now, true) ? joint('part', null) : joint('piece', null);
  if (piece === null) return joint('part', null);
  if (Math.abs(piece - its) < ALIKE) return joint(null, null);
  return piece < its ? joint('piece', its) : joint('part', piece);
}

/** The longer of two waits. */
const later = (a: Wait | null, b: Wait | null): Wait | null => (!a || (b && b.to > a.to) ? (b ?? a) : a);

/** Whether the piece, or the part that is meant, is drier at an instant than any span of a need. */
function driedPast({ step, face }: Planned, readings: Readings, at: Instant, part = false): boolean {
  return step.needs.some((need) => {
    const water = need.rather ? null : waterOf(need, face, readings.body);
    if (!water || part !== (need.part !== undefined)) return false;
    const of = need.part ? readings.part?.(need.part) : readings;
    if (!of) return false;
    const value = readAt(of.trajectory, Math.max(at, of.trajectory.at[0]!), water.reading);
    return water.spans.every(({ fromX }) => value < fromX);
  });
}

/** The water contents between which a need holds on a body; null for a need of something else. */
export function waterOf(
  need: Need,
  face: Face,
  body: ClayBody,
): { reading: Reading; spans: { fromX: number; toX: number }[] } | null {
  if (need.kind === 'kiln-dry')
    return { reading: coreReading, spans: [{ fromX: Number.NEGATIVE_INFINITY, toX: need.wettestX }] };
  if (need.kind !== 'water') return null;
  return { reading: readingNamed(need.of, face), spans: need.spans.map((span) => watersOf(span, body)) };
}

const watersOf = ({ driest, wettest }: Span, body: ClayBody): { fromX: number; toX: number } => ({
  fromX: driest === undefined ? Number.NEGATIVE_INFINITY : waterAtEdge(body, driest),
  toX: wettest === undefined ? Number.POSITIVE_INFINITY : waterAtEdge(body, wettest),
});

/** The newest coat is no softer than the wall that it lies in. */
const levelTest =
  (face: Face) =>
  ({ x, mesh }: WallAt): boolean => {
    const newest = coatsOn(mesh, face).at(-1);
    if (!newest) return true;
    let water = 0;
    let dry = 0;
    for (let i = newest.from; i < newest.to; i++) {
      water += mesh.widths[i]! * x[i]!;
      dry += mesh.widths[i]!;
    }
    return water / dry <= meanReading(x, mesh) + LEVEL;
  };

type Bounds = (Interval & { wait: Wait | null }) | 'never' | 'holds' | null;

/** Between which moments a need holds that is no reading of the clay; null for one that is. */
function boundsOf(need: Need, { face, refs, after }: Planned, readings: Readings, from: Instant): Bounds {
  const forever = Number.POSITIVE_INFINITY;
  switch (need.kind) {
    case 'water':
    case 'kiln-dry':
    case 'level':
    case 'together':
      return null;
    case 'fired':
      return need.state.includes(readings.fired) ? 'holds' : 'never';
    case 'since': {
      const begun = readings.doneAt(need.of);
      if (begun === null) return 'never';
      if (begun === 'left-out') return 'holds';
      const { least = 0, most = Number.POSITIVE_INFINITY } = need;
      return { from: begun + least * SECOND, to: begun + most * SECOND, wait: null };
    }
    case 'shrunk': {
      const begun = readings.doneAt(need.of);
      if (begun === null) return 'never';
      return begun === 'left-out'
        ? 'holds'
        : { from: begun, to: shrunkAt(readings, begun, need.most), wait: null };
    }
    case 'sign':
      return signBounds(need, face, readings, refs);
    case 'seen': {
      const key = need.of ?? after.at(-1) ?? null;
      const done = key === null ? from : readings.doneAt(key);
      if (done === null) return 'never';
      const begun = done === 'left-out' ? from : done;
      const seen = key === null ? null : seenAt(readings.piece, key, need.what);
      if (seen !== null) return { from: seen, to: forever, wait: null };
      const usual = begun + (need.usual?.usual ?? 0) * SECOND;
      const of = key === null ? refs : refsNamed(key, refs);
      return {
        from: usual,
        to: forever,
        wait: {
          what: need.what,
          look: need.what,
          of,
          from: begun + (need.usual?.least ?? (need.usual?.usual ?? 0) * EARLY) * SECOND,
          to: usual,
        },
      };
    }
  }
}

/** The step of a name, as the log refers to it. */
function refsNamed(key: string, fallback: StepRef[]): StepRef[] {
  const read = /^(.+?)\/([^@/]+)(?:@([^/]+))?\/(\d+)$/.exec(key);
  return read
    ? [{ layer: read[1]!, step: read[2]!, zone: read[3] ?? null, pass: Number(read[4]) }]
    : fallback;
}

function signBounds(
  need: Extract<Need, { kind: 'sign' }>,
  face: Face,
  readings: Readings,
  refs: StepRef[],
): Bounds {
  const begun = readings.doneAt(need.of);
  if (begun === null) return 'never';
  // what was left out is not waited for
  if (begun === 'left-out') return 'holds';
  const seen = signSeen(readings.piece, need.of, need.sign);
  const shown = seen ?? shownAt(readings, begun, face, need.sign);
  if (need.side === 'before') return { from: begun, to: shown ?? Number.POSITIVE_INFINITY, wait: null };
  const to = shown ?? begun + LONGEST_WAIT_S * SECOND;
  if (seen !== null) return { from: seen, to: Number.POSITIVE_INFINITY, wait: null };
  return {
    from: to,
    to: Number.POSITIVE_INFINITY,
    wait: {
      what: need.sign,
      look: signNames[need.sign].look,
      of: refsNamed(need.of, refs),
      from: begun + (to - begun) * EARLY,
      to,
    },
  };
}

/** Where its own drying does not bring a sign within the time looked ahead, it is waited for so long. Common practice. */
const LONGEST_WAIT_S = 20 * 60;

/** When a sign of a coat was seen, or one that comes later than it. */
function signSeen(piece: PieceState, key: string, sign: Sign): Instant | null {
  const seen = Object.entries(piece.seen[key] ?? {}).flatMap(([what, at]) =>
    isSign(what) && signAt[what] <= signAt[sign] ? [at] : [],
  );
  return seen.length > 0 ? Math.min(...seen) : null;
}

function shownAt({ trajectory }: Readings, begun: Instant, face: Face, sign: Sign): Instant | null {
  return firstWhen(trajectory, begun + 1, signReading(face), (x) => x <= signAt[sign]);
}

function shrunkAt({ trajectory, body }: Readings, begun: Instant, most: number): Instant {
  const { x, mesh } = wallAt(trajectory, begun);
  const then = meanReading(x, mesh);
  return (
    firstWhen(
      trajectory,
      begun,
      meanReading,
      (now) => now < then && linearShrinkage(body, then, now) > most,
    ) ?? Number.POSITIVE_INFINITY
  );
}
