import { stages, type Stage } from '../clay/stage.ts';
import type { Layer } from '../technique/layer.ts';

/** What the studio's own finished pieces say of a technique. */
export interface TechniqueRecord {
  /** Pieces that carry it, finished or not. */
  pieces: number;
  finished: number;
  good: number;
  /** Fault words of those that did not go well, the most frequent first. */
  faults: { word: string; times: number }[];
  /** How its steps went by the stage of the clay they were done at, the wettest first; left-out ones do not count. */
  stages: { stage: Stage; done: number; good: number }[];
  /** How finished pieces went by the clay they are of, and by the tubs slip was laid from, the most frequent first. */
  clays: Tally[];
  tubs: Tally[];
}

/** How often something came out, and how often well. */
export interface Tally {
  id: string;
  done: number;
  good: number;
}

interface RecordedPiece {
  layers: readonly Layer[];
  /** Its steps, each named by its layer first. */
  done: Record<string, { outcome: 'good' | 'mixed' | 'bad' | null; stage: Stage | null }>;
  finished: { outcome: 'good' | 'mixed' | 'bad'; faults: string[] } | null;
  made: { clayId: string };
  carried: { tubs: string[] };
}

/** The record of each technique over the pieces of a studio, by its name. */
export function recordsOf(pieces: readonly RecordedPiece[]): Record<string, TechniqueRecord> {
  const records: Record<string, TechniqueRecord> = {};
  for (const { layers, finished, done, made, carried: laid } of pieces) {
    const carried = layers.filter(({ dropped }) => !dropped).map(({ technique }) => technique);
    for (const id of new Set(carried)) {
      const record = (records[id] ??= {
        pieces: 0,
        finished: 0,
        good: 0,
        faults: [],
        stages: [],
        clays: [],
        tubs: [],
      });
      record.pieces += 1;
      byStage(
        record,
        layers.filter(({ technique }) => technique === id),
        done,
      );
      if (!finished) continue;
      record.finished += 1;
      const good = finished.outcome === 'good';
      if (good) record.good += 1;
      tallied(record.clays, made.clayId, good);
      for (const tub of laid.tubs) tallied(record.tubs, tub, good);
      for (const word of finished.faults) {
        const known = record.faults.find((of) => of.word === word);
        if (known) known.times += 1;
        else record.faults.push({ word, times: 1 });
      }
    }
  }
  for (const { faults, clays, tubs } of Object.values(records)) {
    faults.sort((a, b) => b.times - a.times);
    for (const tallies of [clays, tubs]) tallies.sort((a, b) => b.done - a.done);
  }
  return records;
}

function tallied(tallies: Tally[], id: string, good: boolean): void {
  let of = tallies.find((one) => one.id === id);
  if (!of) tallies.push((of = { id, done: 0, good: 0 }));
  of.done += 1;
  if (good) of.good += 1;
}

/** Counts the steps of some layers that were said to have gone well or not, by stage. */
function byStage(
  { stages: known }: TechniqueRecord,
  layers: readonly Layer[],
  done: RecordedPiece['done'],
): void {
  for (const [key, { outcome, stage }] of Object.entries(done)) {
    if (!outcome || !stage || !layers.some(({ id }) => key.startsWith(`${id}/`))) continue;
    let of = known.find((one) => one.stage === stage);
    if (!of) known.push((of = { stage, done: 0, good: 0 }));
    of.done += 1;
    if (outcome === 'good') of.good += 1;
  }
  const place = (stage: Stage) => stages.findIndex((one) => one.stage === stage);
  known.sort((a, b) => place(a.stage) - place(b.stage));
}

/** Fewer than these tell nothing. Common practice, no source. */
export const TOO_FEW = 5;

/**
 * The interval in which a success rate lies, by Wilson's score: Wilson 1927, JASA 22, 209–212.
 * @param successes of `count`, 0 to `count`
 * @param count at least 1
 * @param z standard deviations: 1.96 for 95 %
 */
export function wilsonInterval(successes: number, count: number, z = 1.96): [number, number] {
  if (!(count >= 1) || successes < 0 || successes > count)
    throw new RangeError('a rate needs at least one trial, and no more successes than trials');
  const p = successes / count;
  const middle = (p + z ** 2 / (2 * count)) / (1 + z ** 2 / count);
  const half = (z / (1 + z ** 2 / count)) * Math.sqrt((p * (1 - p)) / count + z ** 2 / (4 * count ** 2));
  return [Math.max(0, middle - half), Math.min(1, middle + half)];
}
