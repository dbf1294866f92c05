import type { Waste } from '../slip/bin.ts';
import type { Consistency } from '../slip/consistency.ts';
import { thickened, watered, type Adjustment } from '../slip/correct.ts';
import { dryContent, measuredGravity } from '../slip/density.ts';
import type { Feel, FeltAndWeighed } from '../slip/feel.ts';
import { gravityFelt, type FeltGravity } from '../slip/feel.ts';
import { judgeSlip, type Judgement } from '../slip/judge.ts';
import { DAY, SECOND, type Instant } from '../units/quantity.ts';
import type { Entry, EntryOf, FlowTaken, TubMade } from './entry.ts';
import { rememberedOf } from './memoByRevision.ts';
import { instantOf } from '../time/moment.ts';

/** One measurement as it was taken. */
export interface TubMeasurement {
  at: Instant;
  entryId: string;
  specificGravity: number | null;
  feel: Feel | null;
  flow: FlowTaken[];
  celsius: number | null;
  /** How often the slip had been changed before: readings of one number belong to the same slip. */
  changes: number;
}

/** What a tub's log says of it. */
export interface TubState {
  id: string;
  made: TubMade;
  madeAt: Instant;
  /** What should be in it by the log, m³. */
  volumeM3: number;
  measurements: TubMeasurement[];
  /** SG now by the log: the last measured, moved by what was added since; null before the first measurement. */
  specificGravity: number | null;
  /** When the last measurement was taken; null where something was added since, or never measured. */
  measuredAt: Instant | null;
  adjusted: Adjustment;
  /** Deflocculant and flocculant in it, kg, by material. */
  doses: Record<string, number>;
  changes: number;
  sievedAt: { at: Instant; mesh: number } | null;
  stirredAt: Instant | null;
  /** A settling that is under way, and when it is due. */
  settling: { at: Instant; dueAt: Instant; depthM: number; grainM: number } | null;
  shelf: string;
  /** When to look for mould; null for no date. */
  mouldAt: Instant | null;
  discardedAt: Instant | null;
  lastAt: Instant;
}

/** The state of a tub from its standing entries in order; null before it was made. */
export function foldTub(id: string, entries: readonly Entry[]): TubState | null {
  const state = begun(id, entries);
  if (state) for (const entry of entries) apply(state, entry);
  return state;
}

/** How much was in a tub before each of its entries, m³, by their names; empty before it was made. */
export function volumesBefore(id: string, entries: readonly Entry[]): Map<string, number> {
  const state = begun(id, entries);
  const volumes = new Map<string, number>();
  for (const entry of state ? entries : []) {
    volumes.set(entry.id, state!.volumeM3);
    apply(state!, entry);
  }
  return volumes;
}

/** A tub as it was made; null where it was not. */
function begun(id: string, entries: readonly Entry[]): TubState | null {
  const made = entries.find((entry) => entry.kind === 'tub.made');
  if (made?.kind !== 'tub.made') return null;
  const madeAt = instantOf(made);
  return {
    id,
    made: made.body,
    madeAt,
    volumeM3: made.body.volumeM3,
    measurements: [],
    specificGravity: null,
    measuredAt: null,
    adjusted: made.body.adjusted,
    doses: {},
    changes: 0,
    sievedAt: null,
    stirredAt: null,
    settling: null,
    shelf: '',
    mouldAt: made.body.keepsDays === null ? null : madeAt + made.body.keepsDays * DAY,
    discardedAt: null,
    lastAt: madeAt,
  };
}

function apply(state: TubState, entry: Entry): void {
  const at = instantOf(entry);
  state.lastAt = Math.max(state.lastAt, at);
  switch (entry.kind) {
    case 'tub.measured':
      return measured(state, entry);
    case 'tub.watered':
      return changed(state, entry.body.volumeM3, (v, sg) => watered(v, sg, entry.body.volumeM3));
    case 'tub.thickened': {
      const { grainDensity } = state.made;
      const { dryKg } = entry.body;
      return changed(state, dryKg / grainDensity, (v, sg) => thickened(v, sg, dryKg, grainDensity));
    }
    case 'tub.decanted': {
      const out = -Math.min(entry.body.volumeM3, state.volumeM3 * 0.99);
      state.settling = null;
      return changed(state, out, (v, sg) => watered(v, sg, out));
    }
    case 'tub.topped': {
      const { volumeM3, specificGravity } = entry.body;
      const mixed = (v: number, sg: number) =>
        specificGravity === null ? null : (v * sg + volumeM3 * specificGravity) / (v + volumeM3);
      return changed(state, volumeM3, mixed);
    }
    case 'tub.dosed': {
      const { materialId, massKg, does } = entry.body;
      state.doses[materialId] = (state.doses[materialId] ?? 0) + massKg;
      state.adjusted = does === 'deflocculate' ? 'deflocculated' : 'flocculated';
      return changed(state, 0, (_v, sg) => sg);
    }
    case 'tub.used':
      state.volumeM3 = Math.max(0, state.volumeM3 - entry.body.volumeM3);
      state.settling = null;
      return;
    case 'tub.sieved':
      state.sievedAt = { at, mesh: entry.body.mesh };
      return;
    case 'tub.stirred':
      state.stirredAt = at;
      state.settling = null;
      return;
    case 'tub.settling': {
      const { depthM, grainM, seconds } = entry.body;
      state.settling = { at, dueAt: at + seconds * SECOND, depthM, grainM };
      return;
    }
    case 'tub.moved':
      state.shelf = entry.body.shelf;
      return;
    case 'tub.discarded':
      state.discardedAt = at;
  }
}

/** Something went in or out: the SG is moved by mass balance, and is by the log until it is measured again. */
function changed(state: TubState, byM3: number, gravity: (v: number, sg: number) => number | null): void {
  if (state.specificGravity !== null) state.specificGravity = gravity(state.volumeM3, state.specificGravity);
  state.volumeM3 += byM3;
  state.measuredAt = null;
  state.changes += 1;
}

function measured(state: TubState, entry: EntryOf<'tub.measured'>): void {
  const at = instantOf(entry);
  const { sample, gravityRead, feel, flow, celsius, levelM3 } = entry.body;
  const gravity = sample ? measuredGravity(sample) : null;
  const specificGravity = gravity?.ok ? gravity.value : gravityRead;
  if (specificGravity !== null) state.specificGravity = specificGravity;
  state.measuredAt = at;
  state.measurements.push({
    at,
    entryId: entry.id,
    specificGravity,
    feel,
    flow,
    celsius,
    changes: state.changes,
  });
  if (levelM3 !== null) state.volumeM3 = levelM3;
}

/** Every time a word and a number were taken of the same slip. */
export const feltAndWeighed = rememberedOf(({ measurements }: TubState): FeltAndWeighed[] =>
  measurements.flatMap((m) => {
    if (m.feel === null) return [];
    const weighed = m.specificGravity ?? lastGravity(measurements, m);
    return weighed === null ? [] : [{ feel: m.feel, gravity: weighed }];
  }),
);

const lastGravity = (all: TubMeasurement[], of: TubMeasurement): number | null =>
  all.findLast((m) => m.changes === of.changes && m.at <= of.at && m.specificGravity !== null)
    ?.specificGravity ?? null;

/** The newest of each reading since the slip was last changed. */
export function readingNow(state: TubState): {
  feel: Feel | null;
  seconds: Record<string, number>;
  /** Seconds after a rest over seconds stirred, where both were taken in one cup. */
  gelling: number | null;
} {
  const current = state.measurements.filter((m) => m.changes === state.changes);
  const feel = current.findLast((m) => m.feel !== null)?.feel ?? null;
  const seconds: Record<string, number> = {};
  let gelling: number | null = null;
  for (const { flow } of current) {
    for (const taken of flow) if (taken.restS === 0) seconds[taken.cupId] = taken.seconds;
    const rested = flow.find((f) => f.restS > 0 && seconds[f.cupId]);
    if (rested) gelling = rested.seconds / seconds[rested.cupId]!;
  }
  return { feel, seconds, gelling };
}

/** A tub's slip against what a use wants. */
export interface TubJudgement extends Judgement {
  /** SG measured, moved by the log, or as its feel says where it was never weighed. */
  gravity: number | null;
  /** Where the SG is only felt: how sure. */
  felt: FeltGravity | null;
}

export function judgeTub(state: TubState, wanted: Consistency): TubJudgement {
  const { feel, seconds } = readingNow(state);
  const adjusted = state.adjusted !== 'none';
  const judged = judgeSlip({ gravity: state.specificGravity, feel, seconds, adjusted }, wanted);
  if (state.specificGravity !== null || feel === null)
    return { ...judged, gravity: state.specificGravity, felt: null };
  const felt = gravityFelt(feltAndWeighed(state), feel);
  return { ...judged, gravity: felt.gravity, felt };
}

/** Dry material in a tub, kg; null where its SG is not known. */
export const dryInTub = ({ volumeM3, made }: TubState, gravity: number | null): number | null =>
  gravity === null ? null : volumeM3 * dryContent(gravity, made.grainDensity);

/** What a tub's slip is as waste. */
export function wasteOf({ made, adjusted }: TubState): Waste {
  const silicate =
    made.carries.includes('silicate') || (made.use === 'texture' && adjusted === 'deflocculated');
  if (made.carries.includes('toxic')) return 'toxic';
  if (silicate) return 'silicate';
  if (made.carries.includes('colour')) return 'coloured';
  return adjusted === 'deflocculated' ? 'thin-deflocculated' : 'clean';
}
