import type { Instant } from '../../units/quantity.ts';
import { along, type Leg, type Way } from '../legs.ts';
import { carryLeg } from '../together.ts';
import { runsOf } from '../wallRun.ts';
import { kernel, LANES, type Kernel } from './kernel.ts';
import { readEnds, readRecords } from './read.ts';
import { paceOf, shapeOf } from './shape.ts';
import { tapeOver, type Tape } from './tape.ts';
import { writeSystem, type Placed } from './write.ts';

/** What the kernel says of a run. */
const FULL = 1;
const GAVE_UP = 2;
/** Room for records, bytes. */
const ARENA = 4 * 1024 * 1024;
/** Room for tapes, bytes: some months of them. */
const TAPES = 2 * 1024 * 1024;

/** Goes some ways at once, as fast as the machine can. */
export const goAlong = <T>(ways: Way<T>[]): T[] => along(ways, carryLegs);

/** Carries many legs at once: by the kernel, four of one shape at a time; one wall after the other where there is none. */
export function carryLegs(legs: Leg[]): void {
  const by = kernel();
  if (!by) return legs.forEach(carryLeg);
  const shapes = new Map<string, Leg[]>();
  for (const leg of legs) {
    const shape = fits(by, leg) ? shapeOf(leg) : '';
    const of = shapes.get(shape);
    if (of) of.push(leg);
    else shapes.set(shape, [leg]);
  }
  for (const [shape, of] of shapes) {
    if (shape === '') {
      of.forEach(carryLeg);
      continue;
    }
    if (of.length > LANES) of.sort((a, b) => paceOf(b) - paceOf(a));
    for (let i = 0; i < of.length; i += LANES) carryFour(by, of.slice(i, i + LANES));
  }
}

/** Whether the kernel has room for the walls of a leg. */
function fits({ place }: Kernel, { walls, joins }: Leg): boolean {
  const meshes = runsOf(walls).map(([, { wall }]) => wall.mesh);
  const layers = meshes.reduce((sum, mesh) => sum + mesh.layers.length, 0);
  return (
    meshes.length <= place.MAX_WALLS &&
    joins.length <= place.MAX_SEAMS &&
    layers <= place.MAX_LAYERS &&
    layers + meshes.length <= place.MAX_SKINS &&
    meshes.reduce((sum, mesh) => sum + mesh.widths.length, 0) <= place.MAX_CELLS
  );
}

function carryFour(by: Kernel, legs: Leg[]): void {
  const epoch = Math.min(...legs.map(beginOf));
  writeSystem(by, placeTapes(by, legs), epoch);
  const arena = by.place.FREE + TAPES;
  by.reach(arena + ARENA);
  const runs = legs.flatMap(({ walls }) => runsOf(walls).map(([, run]) => run));
  const before = runs.map(({ trajectory }) => [...trajectory]);
  let said = FULL;
  while (said === FULL) {
    said = by.run(arena, arena + ARENA);
    readRecords(by, legs, epoch, arena);
  }
  if (said !== GAVE_UP) return readEnds(by, legs, epoch);
  // where its numbers do not reach, those of one wall do
  runs.forEach((run, i) => (run.trajectory = before[i]!));
  legs.forEach(carryLeg);
}

const beginOf = ({ walls }: Leg): Instant => runsOf(walls)[0]![1].at;

/** Which tapes lie in the kernel's memory, and where. */
const lying = new WeakMap<Kernel, { tape: Tape; count: number; bytes: number }[]>();

function placeTapes(by: Kernel, legs: Leg[]): Placed[] {
  return legs.map((leg) => {
    const { surroundings, setting, at } = runsOf(leg.walls)[0]![1];
    const tape = tapeOver(surroundings.climate, setting.airShift, at, leg.to);
    return { leg, tape: { bytes: placeTape(by, tape), from: tape.from, count: tape.count } };
  });
}

function placeTape(by: Kernel, tape: Tape): number {
  let all = lying.get(by) ?? [];
  const known = all.find((of) => of.tape === tape && of.count === tape.count);
  if (known) return known.bytes;
  const last = all.at(-1);
  let bytes = last ? last.bytes + last.tape.rows.byteLength : by.place.FREE;
  if (bytes + tape.rows.byteLength > by.place.FREE + TAPES) {
    all = [];
    bytes = by.place.FREE;
  }
  by.reach(bytes + tape.rows.byteLength);
  by.f32.set(tape.rows, bytes >> 2);
  lying.set(by, [...all, { tape, count: tape.count, bytes }]);
  return bytes;
}
