import type { ClayBody } from '../clay/body.ts';
import {
  cycleClimate,
  isMeasured,
  readClimate,
  seriesClimate,
  type AirRead,
  type AirSeries,
  type Climate,
} from '../drying/air.ts';
import type { Prior } from '../forecast/prior.ts';
import type { Entry, RoomSet, Studio, StudioSet } from '../log/entry.ts';
import type { SlipLaid } from '../slip/correct.ts';
import { MINUTE, type Instant } from '../units/quantity.ts';
import { zoneOffset } from '../time/hours.ts';
import type { Paces } from './pace.ts';

/** Everything needed to forecast one piece, as plain data: the same on the server and in the browser. */
export interface PlanInput {
  pieceId: string;
  /** Standing entries about the piece, in order. */
  entries: readonly Entry[];
  body: ClayBody;
  rooms: RoomInput[];
  studio: Studio;
  /** Slip of the tubs that are planned for it, as it stands now. */
  tubs: Record<string, SlipInTub>;
  /** What finished pieces have taught of this clay and room, where they have. */
  learned?: Partial<Prior>;
  /** How long is left between passes of a step, by the record of this piece and of the one it is made like. */
  paces?: Paces;
  /** Pupils or pregnant people work on it, wherever it stands. */
  guarded?: true;
  /** Mean water content to begin with, where what went before was folded away, kg/kg. */
  startX?: number;
}

/** Slip as it stands in its tub. */
export interface SlipInTub extends SlipLaid {
  /** It holds a toxic colourant. */
  toxic?: true;
}

export interface RoomInput {
  id: string;
  /** The room as it was set, with when each setting began; ascending, at least one. */
  settings: (RoomSet & { from: Instant })[];
  /** Measured air over the piece's life, where there is any. */
  series: AirSeries;
  /** What people read off an instrument in it over the piece's life, ascending; left out where nobody did. */
  reads?: readonly AirRead[];
}

/** The wall follows the room's half hours; finer readings change nothing that can be seen in it. */
export const AIR_STEP = 30 * MINUTE;

/** The setting of a room at an instant; its first setting also holds before it. */
export function roomSettingAt(room: RoomInput, at: Instant): RoomSet {
  return room.settings.findLast((setting) => setting.from <= at) ?? room.settings[0]!;
}

/** What was read in a room where nothing else measured it. */
export const readsOf = ({ reads = [], series }: RoomInput): readonly AirRead[] =>
  reads.filter(({ at }) => !isMeasured(series, at));

const climates = new WeakMap<RoomInput, Map<string, Climate>>();

/** The climate of a room: what was measured there, else the daily cycle set at the time, through what was read. */
export function roomClimate(room: RoomInput, { zone }: StudioSet): Climate {
  const known = climates.get(room) ?? new Map<string, Climate>();
  climates.set(room, known);
  const climate = known.get(zone) ?? climateIn(room, zone);
  known.set(zone, climate);
  return climate;
}

function climateIn(room: RoomInput, zone: string): Climate {
  const offset = zoneOffset(zone, room.settings.at(-1)!.from);
  const cycles = room.settings.map(({ from, cycle }) => ({ from, climate: cycleClimate(cycle, offset) }));
  const unmeasured: Climate = (at, out) =>
    (cycles.findLast((c) => c.from <= at) ?? cycles[0]!).climate(at, out);
  const known = seriesClimate(room.series, unmeasured);
  const reads = readsOf(room);
  if (reads.length === 0) return known;
  const through = readClimate(known, reads);
  return (at, out) => (isMeasured(room.series, at) ? known : through)(at, out);
}
