import type { Instant } from '../../units/quantity.ts';
import { along, type Leg, type Way } from '../legs.ts';
import { carryOneByOne } from '../together.ts';
import { kernel, LANES, type Kernel } from './kernel.ts';
import { readEnds, readRecords } from './read.ts';
import { paceOf, shapeOf } from './shape.ts';
import { tapeOver, type Tape } from './tape.ts';
import { writeSystem, type Placed } from './write.ts';

/** What the kernel says of a run: it needs room for records; a step of it vanished, and each wall is carried by itself. */
const FULL = 1;
export const GAVE_UP = 2;
/** Room for records, bytes. */
const ARENA = 4 * 1024 * 1024;
/** Room for tapes, bytes: some months of them. */
const TAPES = 2 * 1024 * 1024;

/** Goes some ways at once, as fast as the machine can. */
export const goAlong = <T>(ways: Way<T>[]): T[] => along(ways, carryLegs);

/** Carries legs at once: by the kernel, four of one shape at a time; one by one where there is none. */
export function carryLegs(legs: Leg[]): void {
  const by = kernel();
  if (!by) return carryOneByOne(legs);
  const alike = new Map<string, Leg[]>();
  for (const leg of legs) {
    const shape = fits(by, leg) ? shapeOf(leg) : TOO_LARGE;
    const of = alike.get(shape);
    if (of) of.push(leg);
    else alike.set(shape, [leg]);
  }
  for (const [shape, of] of alike) {
    if (shape === TOO_LARGE) carryOneByOne(of);
    else for (const four of fours(of)) carryFour(by, four);
  }
}

/** The shape of what the kernel has no room for. */
const TOO_LARGE = '';

/** Legs four by four, those that go as fast side by side. */
function fours(legs: Leg[]): Leg[][] {
  if (legs.length > LANES) legs.sort((a, b) => paceOf(b) - paceOf(a));
  return Array.from({ length: Math.ceil(legs.length / LANES) }, (_, i) =>
    legs.slice(i * LANES, (i + 1) * LANES),
  );
}

/** Whether the kernel has room for the walls of a leg. */
function fits({ place }: Kernel, { runs, joins }: Leg): boolean {
  let layers = 0;
  let cells = 0;
  for (const { wall } of runs) {
    layers += wall.mesh.layers.length;
    cells += wall.mesh.widths.length;
  }
  return (
    runs.length <= place.MAX_WALLS &&
    joins.length <= place.MAX_SEAMS &&
    layers <= place.MAX_LAYERS &&
    layers + runs.length <= place.MAX_SKINS &&
    cells <= place.MAX_CELLS
  );
}

function carryFour(by: Kernel, legs: Leg[]): void {
  const epoch = Math.min(...legs.map(beginOf));
  writeSystem(by, placeTapes(by, legs), epoch);
  const arena = by.place.FREE + TAPES;
  by.reach(arena + ARENA);
  const runs = legs.flatMap((leg) => leg.runs);
  const before = runs.map(({ trajectory }) => [...trajectory]);
  let said = FULL;
  while (said === FULL) {
    said = by.run(arena, arena + ARENA);
    readRecords(by, legs, epoch, arena);
  }
  if (said !== GAVE_UP) return readEnds(by, legs, epoch);
  // where its numbers do not reach, those of one wall do
  runs.forEach((run, i) => (run.trajectory = before[i]!));
  carryOneByOne(legs);
}

const beginOf = ({ runs }: Leg): Instant => runs[0]!.at;

/** Rows of a tape in the kernel's memory. */
interface Lying {
  rows: Float32Array;
  bytes: number;
}

const lying = new WeakMap<Kernel, Lying[]>();

/** Lays the tapes of some legs in the kernel's memory, those that do not lie there yet; where there is no room, all anew. */
function placeTapes(by: Kernel, legs: Leg[]): Placed[] {
  const tapes = legs.map(({ runs, to }) => {
    const { surroundings, setting, at } = runs[0]!;
    return tapeOver(surroundings.climate, setting.airShift, at, to);
  });
  const before = lying.get(by) ?? [];
  const lie = laid(by, before, tapes) ?? laid(by, [], tapes)!;
  lying.set(by, lie);
  return legs.map((leg, i) => {
    const tape = tapes[i]!;
    const { bytes } = lie.find(({ rows }) => rows === tape.rows)!;
    return { leg, tape: { bytes, from: tape.from, count: tape.count } };
  });
}

/** What lies there with those tapes laid behind it; null where there is no room for them. */
function laid(by: Kernel, before: readonly Lying[], tapes: Tape[]): Lying[] | null {
  const lie = [...before];
  for (const { rows } of tapes) {
    if (lie.some((of) => of.rows === rows)) continue;
    const last = lie.at(-1);
    const bytes = last ? last.bytes + last.rows.byteLength : by.place.FREE;
    if (bytes + rows.byteLength > by.place.FREE + TAPES) return null;
    by.reach(bytes + rows.byteLength);
    by.f32.set(rows, bytes >> 2);
    lie.push({ rows, bytes });
  }
  return lie;
}
