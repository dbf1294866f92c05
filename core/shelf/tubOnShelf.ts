import { converter, differenceCiede2000 } from 'culori';
import { surfaceState } from '../drying/face.ts';
import type { Climate } from '../drying/air.ts';
import type { SlipCatalogue } from '../log/materials.ts';
import { rememberedOf } from '../log/memoByRevision.ts';
import { feltAndWeighed, wasteOf, type TubJudgement, type TubState } from '../log/tub.ts';
import type { Waste } from '../slip/bin.ts';
import type { Consistency, SlipUse } from '../slip/consistency.ts';
import { trimmingsToStand, type Correction } from '../slip/correct.ts';
import { controlChart, driftOf, type Drift, type SignalRule } from '../slip/drift.ts';
import { gravityFelt, feelWords, type FeltGravity, type Feel } from '../slip/feel.ts';
import { DAY, type Instant } from '../units/quantity.ts';
import { alsoRightFor, suitedFor } from './suited.ts';

/** Something about a tub that wants looking at. */
export type Attention =
  | { kind: 'unmeasured' }
  | { kind: 'unfit' }
  | { kind: 'settled'; at: Instant }
  | { kind: 'mould'; at: Instant }
  | { kind: 'drifting'; outAt: Instant }
  | { kind: 'signal'; rule: SignalRule; of: 'gravity' | 'flow' }
  | { kind: 'alike'; names: string[] }
  | { kind: 'low' }
  /** More was taken out than there was by its log. */
  | { kind: 'empty' };

/** A tub as it stands on the shelf: what it is, what it is fit for, what it needs. */
export interface TubOnShelf {
  tub: TubState;
  /** Water that it would lose a day standing open, m³. */
  openLossM3: number;
  /** How it stands for the use it was made for. */
  judgement: TubJudgement;
  correction: Correction | null;
  /** Other uses it is right for as it stands. */
  fitFor: SlipUse[];
  /** Dry trimmings to bring thick silicate slip to stand, kg. */
  trimmingsKg: number;
  drift: Drift | null;
  attention: Attention[];
  waste: Waste;
  /** What each word has meant in this tub. */
  words: { feel: Feel; means: FeltGravity }[];
}

/** What a tub stands in. */
export interface ShelfRoom {
  climate: Climate;
  heatTransfer: number;
}

const LOW = 0.1;
/** A tub is reminded of this long before it drifts out. */
const SOON = 14 * DAY;

/** @param alike other tubs it can be mistaken for; see `alikeWhenWet` */
export function tubOnShelf(
  tub: TubState,
  catalogue: SlipCatalogue,
  room: ShelfRoom,
  alike: TubState[],
  now: Instant,
): TubOnShelf {
  const openLossM3 = openWaterLoss(tub.made.capacityM3, room, now);
  const { wanted, judgement, correction } = suitedFor({ tub, openLossM3 }, tub.made.use, catalogue.wanted);
  const drift = gravityDrift(tub, wanted, now);
  return {
    tub,
    openLossM3,
    judgement,
    correction,
    drift,
    fitFor: alsoRightFor({ tub, openLossM3 }, catalogue.wanted),
    trimmingsKg:
      tub.made.use === 'texture' && judgement.gravity !== null
        ? trimmingsToStand(
            { volumeM3: tub.volumeM3, grainDensity: tub.made.grainDensity, gravity: judgement.gravity },
            wanted.gravity,
          )
        : 0,
    attention: tub.discardedAt ? [] : attentionFor(tub, judgement, drift, alike, now),
    waste: wasteOf(tub),
    words: wordsOf(tub),
  };
}

/**
 * Water lost a day from an open tub as wide as it is high, m³: evaporation of water standing open in the room's air now.
 * @param capacityM3 of the tub, above 0
 */
export function openWaterLoss(
  capacityM3: number,
  { climate, heatTransfer }: ShelfRoom,
  now: Instant,
): number {
  const diameter = Math.cbrt((4 * capacityM3) / Math.PI);
  const water = { value: () => 1, slope: () => 0 };
  const face = { climate, startAt: 0, activity: water, heatTransfer, resistance: 0 };
  const { flux } = surfaceState(face, now, 1);
  return Math.max(1e-9, (flux * 86_400 * (Math.PI / 4) * diameter ** 2) / 1000);
}

/** Readings of one slip only: what was added or drawn off between is no drift. */
function gravityDrift(tub: TubState, wanted: Consistency, now: Instant): Drift | null {
  const readings = tub.measurements.flatMap((m) =>
    m.specificGravity !== null && m.changes === tub.changes ? [{ at: m.at, value: m.specificGravity }] : [],
  );
  return driftOf(readings, wanted.gravity, now);
}

function attentionFor(
  tub: TubState,
  { verdict }: TubJudgement,
  drift: Drift | null,
  alike: TubState[],
  now: Instant,
): Attention[] {
  const found: Attention[] = [];
  if (tub.settling && tub.settling.dueAt <= now) found.push({ kind: 'settled', at: tub.settling.dueAt });
  if (tub.mouldAt !== null && tub.mouldAt <= now) found.push({ kind: 'mould', at: tub.mouldAt });
  if (tub.measurements.length === 0) found.push({ kind: 'unmeasured' });
  else if (verdict === 'too-thick' || verdict === 'too-thin') found.push({ kind: 'unfit' });
  else if (drift?.outAt && drift.outAt < now + SOON) found.push({ kind: 'drifting', outAt: drift.outAt });
  found.push(...signalsNow(tub));
  if (alike.length > 0) found.push({ kind: 'alike', names: alike.map((other) => other.made.name) });
  if (tub.volumeM3 === 0) found.push({ kind: 'empty' });
  else if (tub.volumeM3 < LOW * tub.made.capacityM3) found.push({ kind: 'low' });
  return found;
}

/** Out-of-control signals at the newest reading. */
const signalsNow = rememberedOf((tub: TubState): Attention[] => {
  const series: [of: 'gravity' | 'flow', values: number[]][] = [
    ['gravity', gravitiesOf(tub).map((m) => m.value)],
    ...Object.values(flowsOf(tub)).map((flow): ['flow', number[]] => ['flow', flow.map((f) => f.value)]),
  ];
  return series.flatMap(([of, values]): Attention[] => {
    const last = controlChart(values)?.signals.find((signal) => signal.at === values.length - 1);
    return last ? [{ kind: 'signal', rule: last.rule, of }] : [];
  });
});

export const gravitiesOf = (tub: TubState): { at: Instant; value: number }[] =>
  tub.measurements.flatMap((m) =>
    m.specificGravity === null ? [] : [{ at: m.at, value: m.specificGravity }],
  );

/** Stirred seconds over time, by cup. */
export function flowsOf(tub: TubState): Record<string, { at: Instant; value: number }[]> {
  const byCup: Record<string, { at: Instant; value: number }[]> = {};
  for (const { at, flow } of tub.measurements)
    for (const { cupId, seconds, restS } of flow)
      if (restS === 0) (byCup[cupId] ??= []).push({ at, value: seconds });
  return byCup;
}

/** Wet colours closer than this cannot be told apart on a shelf; fired ones further apart than that matter. From memory. */
const LOOKS_ALIKE = 6;
const FIRES_APART = 10;
const distance = differenceCiede2000();
const lab = converter('lab65');

/**
 * For each tub by id, the others that look the same wet and fire differently (CIEDE2000).
 * @param tubs those that stand on the shelf
 */
export function alikeWhenWet(tubs: TubState[]): Map<string, TubState[]> {
  const seen = tubs.map((tub) => ({
    tub,
    wet: lab(tub.made.wetColour)!,
    fired: lab(tub.made.firedColour)!,
  }));
  return new Map(
    seen.map(({ tub, wet, fired }) => [
      tub.id,
      seen
        .filter(
          (other) =>
            other.tub.id !== tub.id &&
            distance(wet, other.wet) < LOOKS_ALIKE &&
            distance(fired, other.fired) > FIRES_APART,
        )
        .map((other) => other.tub),
    ]),
  );
}

const wordsOf = rememberedOf((tub: TubState): TubOnShelf['words'] => {
  const pairs = feltAndWeighed(tub);
  return feelWords
    .filter(({ feel }) => pairs.some((pair) => pair.feel === feel))
    .map(({ feel }) => ({ feel, means: gravityFelt(pairs, feel) }));
});
