import type { BatchRow, Reminder, ShelfAnswer } from '../../api/index.ts';
import { foldBatch, nextLook, nextMaking, type BatchState } from '../../core/log/batch.ts';
import { foldBin, type BinState } from '../../core/log/bin.ts';
import { catalogueOf, type SlipCatalogue } from '../../core/log/materials.ts';
import { createFolded } from '../../core/log/memoByRevision.ts';
import { actsReferring, entriesAbout, subjectsOf, type Ledger } from '../../core/log/ledger.ts';
import { DEFAULT_ROOM, readsIn, studioOf } from '../../core/log/studio.ts';
import { foldTrial, type TrialState } from '../../core/log/trial.ts';
import { foldTub, type TubState } from '../../core/log/tub.ts';
import { roomClimate } from '../../core/piece/planInput.ts';
import { USUAL_GRAIN } from '../../core/slip/density.ts';
import { alikeWhenWet, tubOnShelf, type ShelfRoom, type TubOnShelf } from '../../core/shelf/tubOnShelf.ts';
import type { Instant } from '../../core/units/quantity.ts';

/** Tubs, batches, bins and trials as their logs have them, folded anew only where something was logged. */
export interface Shelf {
  answer: (now: Instant) => ShelfAnswer;
  tub: (id: string, now: Instant) => TubOnShelf | null;
  tubs: () => TubState[];
  catalogue: () => SlipCatalogue;
  batch: (id: string) => BatchState | null;
  bins: () => BinState[];
  trialsOf: (tubId: string) => TrialState[];
  reminders: (now: Instant) => Reminder[];
}

export function createShelf(ledger: Ledger): Shelf {
  const folded = createFolded(ledger);
  let mistakable = { key: '', of: new Map<string, TubState[]>() };

  const catalogue = (): SlipCatalogue => catalogueOf(ledger);
  const tub = (id: string): TubState | null =>
    folded('tub', id, () => foldTub(id, entriesAbout(ledger, 'tub', id)));
  const tubs = (): TubState[] => subjectsOf(ledger, 'tub.made').flatMap((id) => tub(id) ?? []);

  /** Tubs each can be mistaken for, worked out anew only where a colour or a tub has changed. */
  const alike = (): Map<string, TubState[]> => {
    const standing = tubs().filter((tub) => tub.discardedAt === null);
    const key = standing.map(({ id, made }) => id + made.wetColour + made.firedColour).join();
    if (key !== mistakable.key) mistakable = { key, of: alikeWhenWet(standing) };
    return mistakable.of;
  };

  /** The air the shelf stands in: the first room as it was set. */
  const room = (): ShelfRoom => {
    const { rooms, studio } = studioOf(ledger);
    const { id, revisions, set } = rooms.find((r) => r.id === DEFAULT_ROOM) ?? rooms[0]!;
    const settings = revisions.map(({ from, set: setting }) => ({ ...setting, from }));
    const series = { at: [], celsius: [], humidity: [] };
    const reads = readsIn(entriesAbout(ledger, 'room', id));
    return { climate: roomClimate({ id, settings, series, reads }, studio), heatTransfer: set.heatTransfer };
  };

  const batch = (id: string): BatchState | null =>
    folded('batch', id, () => foldBatch(id, entriesAbout(ledger, 'batch', id), catalogue().materials));
  const batches = (): BatchState[] => subjectsOf(ledger, 'batch.begun').flatMap((id) => batch(id) ?? []);

  const answer = (now: Instant): ShelfAnswer => {
    const all = tubs();
    const air = room();
    const twins = alike();
    return {
      tubs: all.map((one) => tubOnShelf(one, catalogue(), air, twins.get(one.id) ?? [], now)),
      batches: batches().flatMap((b) => (b.endedAt === null ? [batchRow(b, now)] : [])),
      catalogue: catalogue(),
    };
  };

  return {
    answer,
    tubs,
    catalogue,
    batch,
    tub: (id, now) => {
      const one = tub(id);
      return one && tubOnShelf(one, catalogue(), room(), alike().get(id) ?? [], now);
    },
    bins: () =>
      subjectsOf(ledger, 'bin.set').flatMap(
        (id) => folded('bin', id, () => foldBin(id, entriesAbout(ledger, 'bin', id))) ?? [],
      ),
    trialsOf: (tubId) => {
      const begun = actsReferring(ledger, 'tub', tubId).flatMap((act) =>
        act.entries.flatMap((e) => (e.kind === 'trial.begun' && e.body.tubId === tubId ? [e.subject] : [])),
      );
      const grainDensity = tub(tubId)?.made.grainDensity ?? USUAL_GRAIN;
      return [...new Set(begun)].flatMap(
        (id) => foldTrial(id, entriesAbout(ledger, 'trial', id), grainDensity) ?? [],
      );
    },
    reminders: (now) => remindersOf(answer(now)),
  };
}

/** What of tubs and batches is to be looked at. */
const remindersOf = ({ tubs, batches }: ShelfAnswer): Reminder[] => [
  ...batches.flatMap((row): Reminder[] =>
    row.look?.over
      ? [{ kind: 'batch', id: row.id, name: row.name, at: row.look.at, look: row.look.name }]
      : [],
  ),
  ...tubs.flatMap(({ tub, attention }): Reminder[] =>
    attention
      .filter((a) => a.kind === 'settled' || a.kind === 'drifting' || a.kind === 'mould')
      .map((a) => ({ kind: 'tub', id: tub.id, name: tub.made.name, attention: a })),
  ),
];

const batchRow = (batch: BatchState, now: Instant): BatchRow => ({
  id: batch.id,
  name: batch.begun.name,
  begunAt: batch.begunAt,
  done: batch.steps.filter((s) => batch.ticked[s.id] !== undefined).length,
  steps: batch.steps.length,
  next: nextMaking(batch)?.name ?? null,
  look: nextLook(batch, now),
});
