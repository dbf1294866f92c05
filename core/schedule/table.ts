import type { ClayBody } from '../clay/body.ts';
import { edgeAtWater, waterAtEdge } from '../clay/stage.ts';
import { goAlong } from '../drying/batch/carry.ts';
import type { Cover } from '../drying/face.ts';
import { carrying, type Way } from '../drying/legs.ts';
import { coreReading, meanReading, skinReading, type Reading } from '../drying/readings.ts';
import { COARSE, runsOf, startRun, type WallRun, type Walls } from '../drying/run.ts';
import type { Stop, Stops } from '../drying/stop.ts';
import { eachRecord } from '../drying/trajectory.ts';
import type { Seams, WallName } from '../form/places.ts';
import { DAY, HOUR } from '../units/quantity.ts';
import { referenceClimate } from './effort.ts';

/** The wettest and the driest mean that tables reach, on the reference scale of moisture. */
const WETTEST = 110;
const DRIEST = 1;
/** From row to row, points. */
const ROW = 0.5;
export const ROWS = (WETTEST - DRIEST) / ROW + 1;
/** What is not dry by then in the reference air is not followed further. */
const LONGEST = 40 * DAY;

/** How one wall dries under one cover in the reference air, from wet to dry; a row each half point of its mean. */
export interface DryingTable {
  /** Hours until the mean has come down to each row; infinite where it does not within some weeks. */
  hours: Float64Array;
  /** How far the outer millimetre, outside and inside, and the wettest cell are from the mean then, points. */
  outside: Float32Array;
  inside: Float32Array;
  core: Float32Array;
}

/** The moisture of a row. */
export const moistureOfRow = (row: number): number => WETTEST - ROW * row;

/** Makes tables of drying, or remembers them. */
export type TablesOf = typeof dryingTables;

/**
 * Tables as they were made for walls that are believed in alike.
 * @param pieces tables of so many are remembered; those not asked for longest are forgotten first
 */
export function rememberedTables(pieces: number): TablesOf {
  const known = new Map<string, DryingTable[][]>();
  return (members, judged, seams, covers) => {
    const key = JSON.stringify([members.map(dryingBy), judged, seams, covers]);
    const tables = known.get(key) ?? dryingTables(members, judged, seams, covers);
    known.delete(key);
    known.set(key, tables);
    if (known.size > pieces) known.delete(known.keys().next().value!);
    return tables;
  };
}

/** What tables of a member rest on. */
const dryingBy = (walls: Walls): unknown[] =>
  runsOf(walls).map(([name, { setting, surroundings }]) => {
    const { startX: _anyhow, airShift, ...rest } = setting;
    const { heatTransfer, outside, inside } = surroundings;
    return [name, rest, airShift.celsius, airShift.humidity, heatTransfer, outside, inside];
  });

/**
 * How the wall that steps are judged on dries in each member under each cover, carried with its neighbours from evenly wet on.
 * @param members as they are believed to be; their state does not matter
 * @returns by member, then by cover
 */
export function dryingTables(
  members: readonly Walls[],
  judged: WallName,
  seams: Seams,
  covers: readonly Cover[],
): DryingTable[][] {
  const ways = members.flatMap((walls) => covers.map((cover) => dryOut(walls, judged, seams, cover)));
  const tables = goAlong(ways).map((walls) => tableOf(walls[judged]!));
  return members.map((_, m) => tables.slice(m * covers.length, (m + 1) * covers.length));
}

function dryOut(walls: Walls, judged: WallName, seams: Seams, cover: Cover): Way<Walls> {
  const fresh = Object.fromEntries(
    runsOf(walls).map(([name, run]): [WallName, WallRun] => [name, evenlyWet(run, cover)]),
  );
  const dry: Stop = {
    reading: 'mean',
    face: 'outside',
    below: waterAtEdge(walls[judged]!.setting.body, DRIEST),
  };
  return carrying(fresh, seams, {}, LONGEST, { [judged]: [dry] } as Stops);
}

/** The wall as its member has it, in the reference air, without its weather. */
function evenlyWet({ setting, surroundings }: WallRun, cover: Cover): WallRun {
  const { celsius, humidity } = setting.airShift;
  return startRun(
    { ...setting, startX: waterAtEdge(setting.body, WETTEST), airShift: { celsius, humidity } },
    { ...surroundings, climate: referenceClimate, cover },
    0,
    COARSE,
  );
}

function tableOf({ trajectory, setting: { body } }: WallRun): DryingTable {
  const table = neverDrying();
  let row = 0;
  let before: Look | null = null;
  for (const { at, x, mesh } of eachRecord(trajectory)) {
    const look = lookAt(body, at, (of) => of(x, mesh));
    for (; row < ROWS && look.mean <= moistureOfRow(row); row++) {
      const share =
        before && before.mean > look.mean
          ? (before.mean - moistureOfRow(row)) / (before.mean - look.mean)
          : 1;
      const from = before ?? look;
      table.hours[row] = from.hours + (look.hours - from.hours) * share;
      for (const name of ['outside', 'inside', 'core'] as const)
        table[name][row] = from[name] + (look[name] - from[name]) * share;
    }
    before = look;
  }
  for (; row < ROWS; row++)
    for (const name of ['outside', 'inside', 'core'] as const) table[name][row] = table[name][row - 1] ?? 0;
  return table;
}

interface Look {
  hours: number;
  mean: number;
  outside: number;
  inside: number;
  core: number;
}

const [outsideSkin, insideSkin] = [skinReading('outside'), skinReading('inside')];

function lookAt(body: ClayBody, at: number, read: (of: Reading) => number): Look {
  const mean = edgeAtWater(body, read(meanReading));
  const off = (of: Reading) => edgeAtWater(body, read(of)) - mean;
  return {
    hours: at / HOUR,
    mean,
    outside: off(outsideSkin),
    inside: off(insideSkin),
    core: off(coreReading),
  };
}

/** The row at which a wall stands, between rows; held at the ends. */
export const rowAt = (moisture: number): number =>
  Math.min(ROWS - 1, Math.max(0, (WETTEST - moisture) / ROW));

/** What a column of a table says between two rows; on a row, of that row alone: the next may never be reached. */
function atRow(column: Float64Array | Float32Array, row: number): number {
  const i = Math.floor(row);
  return row === i ? column[i]! : column[i]! + (column[i + 1]! - column[i]!) * (row - i);
}

/** Hours of reference air from one row to another. */
export const hoursBetween = ({ hours }: DryingTable, from: number, to: number): number =>
  Math.max(0, atRow(hours, to) - atRow(hours, from));

/**
 * The mean of a wall after so many hours of reference air under the cover of a table. What the table does not reach any more
 * stays at its last row.
 */
export function driedTo(table: DryingTable, moisture: number, effort: number): number {
  const { hours } = table;
  const until = atRow(hours, rowAt(moisture)) + effort;
  if (!Number.isFinite(until)) return moisture;
  let low = 0;
  let high = ROWS - 1;
  while (high > low && !Number.isFinite(hours[high]!)) high -= 1;
  if (until >= hours[high]!) return Math.min(moisture, moistureOfRow(high));
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (hours[middle]! <= until) low = middle;
    else high = middle;
  }
  const share = (until - hours[low]!) / (hours[high]! - hours[low]! || 1);
  return Math.min(moisture, moistureOfRow(low + share));
}

/** A reading of a wall by its mean, as it stands under the cover of a table. */
export function readingAt(
  table: DryingTable,
  reading: 'mean' | 'core' | 'outside' | 'inside',
  moisture: number,
): number {
  if (reading === 'mean') return moisture;
  return moisture + atRow(table[reading], rowAt(moisture));
}

/** Of what does not dry any more. */
export const neverDrying = (): DryingTable => ({
  hours: new Float64Array(ROWS).fill(Number.POSITIVE_INFINITY),
  outside: new Float32Array(ROWS),
  inside: new Float32Array(ROWS),
  core: new Float32Array(ROWS),
});
