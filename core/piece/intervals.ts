import type { ClayBody } from '../clay/body.ts';
import { edgeAtWater, waterAtEdge } from '../clay/stage.ts';
import { coatsOn } from '../drying/mesh.ts';
import { meanReading, readingNamed, type ReadingName } from '../drying/readings.ts';
import {
  beginOf,
  endOf,
  readAt,
  wallAt,
  whileHolds,
  type Trajectory,
  type WallAt,
} from '../drying/trajectory.ts';
import type { Planned } from '../technique/layer.ts';
import type { Face, Need, Role, Span } from '../technique/technique.ts';
import { MINUTE, type Instant } from '../units/quantity.ts';
import type { Wait, Joint, Interval, Readings } from './stepWindow.ts';
import { boundsOf } from './waits.ts';

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
  for (const stretch of allHold(tests, Math.min(low, endOf(trajectory)))) {
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
    return whileHolds(trajectory, Math.min(from, endOf(trajectory)), (wall, at) =>
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
  const water = waterOf(need, body);
  if (!water) return [];
  const reading = readingNamed(water.reading, face);
  const holds = ({ x, mesh }: WallAt) => {
    const value = reading(x, mesh);
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
    return driedPast(planned, readings, now, true)
      ? { ...joint('part', null), dried: { backAt: null } }
      : joint('piece', null);
  if (piece === null) return joint('part', null);
  if (Math.abs(piece - its) < ALIKE) return joint(null, null);
  return piece < its ? joint('piece', its) : joint('part', piece);
}

/** The longer of two waits. */
const later = (a: Wait | null, b: Wait | null): Wait | null => (!a || (b && b.to > a.to) ? (b ?? a) : a);

/** Whether the piece, or the part that is meant, is drier at an instant than any span of a need. */
function driedPast({ step, face }: Planned, readings: Readings, at: Instant, part = false): boolean {
  return step.needs.some((need) => {
    const water = need.rather ? null : waterOf(need, readings.body);
    if (!water || part !== (need.part !== undefined)) return false;
    const of = need.part ? readings.part?.(need.part) : readings;
    if (!of) return false;
    const value = readAt(
      of.trajectory,
      Math.max(at, beginOf(of.trajectory)),
      readingNamed(water.reading, face),
    );
    return water.spans.every(({ fromX }) => value < fromX);
  });
}

/** The water contents between which a need holds on a body, and of what; null for a need of something else. */
export function waterOf(
  need: Need,
  body: ClayBody,
): { reading: ReadingName; spans: { fromX: number; toX: number }[] } | null {
  if (need.kind === 'kiln-dry')
    return { reading: 'core', spans: [{ fromX: Number.NEGATIVE_INFINITY, toX: need.wettestX }] };
  if (need.kind !== 'water') return null;
  return { reading: need.of, spans: need.spans.map((span) => watersOf(span, body)) };
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
