import { SECOND, type Instant } from '../../units/quantity.ts';
import type { Leg } from '../legs.ts';
import { added, growing, type Records } from '../records.ts';
import { takenSince } from '../run.ts';
import type { WallRun } from '../wallRun.ts';
import { LANES, type Kernel } from './kernel.ts';

/** A record: four times, a mask of lanes, then X and dX/dt of each cell; in words of four bytes. */
const MASK = 8;
const CELLS = 12;
const PER_CELL = 2 * LANES;

/** When a lane came to a moment: exactly at its end, or rounding would leave what is due then just ahead. */
function instant({ to }: Leg, epoch: Instant, seconds: number): Instant {
  return seconds >= (to - epoch) / SECOND ? to : epoch + seconds * SECOND;
}

const cellsOf = ({ i32, place }: Kernel, w: number): { from: number; count: number } => {
  const from = i32[place.WALLS + w * 16 + place.W_CELL]!;
  return { from, count: i32[place.WALLS + w * 16 + place.W_CELL_TO]! - from };
};

const isRecorded = ({ i32, place }: Kernel, w: number): boolean =>
  i32[place.WALLS + w * 16 + place.W_RECORDED] === 1;

/** Adds what the kernel wrote on record to the courses of walls; they share one copy of it. */
export function readRecords(by: Kernel, legs: Leg[], epoch: Instant, arena: number): void {
  const written = by.i32[by.place.WRITTEN]!;
  if (written === 0) return;
  const size = by.i32[by.place.WRITTEN + 1]! / 4;
  const words = arena / 4;
  const data = by.f32.slice(words, words + written * size);
  legs.forEach((leg, lane) => {
    const places: number[] = [];
    const at: Instant[] = [];
    for (let r = 0; r < written; r++) {
      const word = words + r * size;
      if (by.i32[word + MASK + lane] === 0) continue;
      places.push(r * size);
      at.push(instant(leg, epoch, by.f64[word / 2 + lane]!));
    }
    let offset = CELLS + lane;
    leg.runs.forEach((run, w) => {
      if (!isRecorded(by, w)) return;
      const lies = { data, places, offset, cell: PER_CELL, rate: LANES };
      if (at.length > 0) lookedBackUpon(run, { ...lies, mesh: run.wall.mesh, at });
      offset += cellsOf(by, w).count * PER_CELL;
    });
  });
}

/** Of what went before it is looked back upon, only the last is kept. */
function lookedBackUpon(run: WallRun, records: Omit<Records, 'from' | 'to' | 'end'>): void {
  const { at } = records;
  const to = at.length;
  let from = 0;
  while (from < to - 1 && at[from + 1]! < run.recordFrom) from += 1;
  if (at[from]! < run.recordFrom) run.trajectory = [];
  run.trajectory.push({ ...records, from, to, end: Number.POSITIVE_INFINITY });
}

/** Where each wall stands at the end. */
export function readEnds(by: Kernel, legs: Leg[], epoch: Instant): void {
  const { f32, f64, place } = by;
  legs.forEach((leg, lane) =>
    leg.runs.forEach((run, w) => {
      const { from, count } = cellsOf(by, w);
      const read = (base: number) => {
        const cells = new Float64Array(count);
        for (let i = 0; i < count; i++) cells[i] = f32[base + (from + i) * LANES + lane]!;
        return cells;
      };
      const before = { ...run.state.left };
      const vector = place.WALL_VECTORS + w * 32 * LANES + lane;
      run.at = instant(leg, epoch, f64[place.TIME + lane]!);
      run.state.x = read(place.X);
      run.state.left.inside += f32[vector + place.V_LEFT_IN * LANES]!;
      run.state.left.outside += f32[vector + place.V_LEFT_OUT * LANES]!;
      run.state.lastStepS = f32[place.LANES + place.L_STEP * LANES + lane]!;
      run.taken = takenSince(run, before);
      // of what nobody looks back upon there is only where it stands
      if (!isRecorded(by, w)) run.trajectory = [onlyRecord(run, read(place.F))];
    }),
  );
}

function onlyRecord({ wall, at, state }: WallRun, rate: Float64Array): Records {
  const only = growing(wall.mesh, 1);
  added(only, at, state.x, rate);
  return only;
}
