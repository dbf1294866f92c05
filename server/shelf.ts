import type { BatchRow, Reminder, ShelfAnswer } from '../api/index.ts';
import { foldBatch, nextLook, nextMaking, type BatchState } from '../core/log/batch.ts';
import { foldBin, type BinState } from '../core/log/bin.ts';
import { foldCatalogue, type SlipCatalogue } from '../core/log/catalogue.ts';
import { entriesOf } from '../core/log/entry.ts';
import { DEFAULT_ROOM } from '../core/log/studio.ts';
import { foldTrial, type TrialState } from '../core/log/trial.ts';
import { foldTub, type TubState } from '../core/log/tub.ts';
import { roomClimate } from '../core/plan/case.ts';
import { alikeWhenWet, tubOnShelf, type ShelfRoom, type TubOnShelf } from '../core/shelf/tubOnShelf.ts';
import type { Instant } from '../core/units/quantity.ts';
import { createFolds } from './folds.ts';
import type { Store } from './store.ts';

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

/** What of the store the shelf rests on. */
type ShelfStore = Pick<Store, 'ledger' | 'revisionOf' | 'entriesAbout' | 'studio'>;

export function createShelf(store: ShelfStore): Shelf {
  const { named, folded } = createFolds(store);
  let catalogueAt = -1;
  let mistakable = { key: '', of: new Map<string, TubState[]>() };
  let slipCatalogue: SlipCatalogue = foldCatalogue(store.ledger);

  const catalogue = (): SlipCatalogue => {
    const { length } = store.ledger.acts;
    if (catalogueAt !== length) {
      slipCatalogue = foldCatalogue(store.ledger);
      catalogueAt = length;
    }
    return slipCatalogue;
  };

  const tubs = (): TubState[] =>
    named('tub.made').flatMap((id) => folded(id, () => foldTub(id, store.entriesAbout(id))) ?? []);

  /** Tubs each can be mistaken for, worked out anew only where a colour or a tub has changed. */
  const alike = (): Map<string, TubState[]> => {
    const standing = tubs().filter((tub) => tub.discardedAt === null);
    const key = standing.map(({ id, made }) => id + made.wetColour + made.firedColour).join();
    if (key !== mistakable.key) mistakable = { key, of: alikeWhenWet(standing) };
    return mistakable.of;
  };

  /** The air the shelf stands in: the first room as it was set. */
  const room = (): ShelfRoom => {
    const { rooms, studio } = store.studio();
    const { id, revisions, set } = rooms.find((r) => r.id === DEFAULT_ROOM) ?? rooms[0]!;
    const settings = revisions.map(({ from, set: setting }) => ({ ...setting, from }));
    const series = { at: [], celsius: [], humidity: [] };
    return { climate: roomClimate({ id, settings, series }, studio), heatTransfer: set.heatTransfer };
  };

  const batch = (id: string): BatchState | null =>
    folded(id, () => foldBatch(id, store.entriesAbout(id), catalogue().materials));
  const batches = (): BatchState[] => named('batch.begun').flatMap((id) => batch(id) ?? []);

  const batchRows = (now: Instant): BatchRow[] =>
    batches()
      .filter((b) => b.endedAt === null)
      .map((b) => ({
        id: b.id,
        name: b.begun.name,
        begunAt: b.begunAt,
        done: b.steps.filter((s) => b.ticked[s.id] !== undefined).length,
        steps: b.steps.length,
        next: nextMaking(b)?.name ?? null,
        look: nextLook(b, now),
      }));

  const answer = (now: Instant): ShelfAnswer => {
    const all = tubs();
    const air = room();
    const twins = alike();
    return {
      tubs: all.map((tub) => tubOnShelf(tub, catalogue(), air, twins.get(tub.id) ?? [], now)),
      batches: batchRows(now),
      catalogue: catalogue(),
    };
  };

  return {
    answer,
    tubs,
    catalogue,
    batch,
    tub: (id, now) => {
      const tub = folded(id, () => foldTub(id, store.entriesAbout(id)));
      return tub && tubOnShelf(tub, catalogue(), room(), alike().get(tub.id) ?? [], now);
    },
    bins: () => named('bin.set').flatMap((id) => folded(id, () => foldBin(id, store.entriesAbout(id))) ?? []),
    trialsOf: (tubId) =>
      store.ledger.acts
        .flatMap((act) => entriesOf(act.entries, 'trial.begun'))
        .filter((e) => e.body.tubId === tubId)
        .flatMap((e) => {
          const tub = foldTub(tubId, store.entriesAbout(tubId));
          return foldTrial(e.subject, store.entriesAbout(e.subject), tub?.made.grainDensity ?? 2600) ?? [];
        }),
    reminders: (now) => {
      const { tubs: shelf, batches: rows } = answer(now);
      return [
        ...rows.flatMap((row): Reminder[] =>
          row.look?.over
            ? [{ kind: 'batch', id: row.id, name: row.name, at: row.look.at, look: row.look.name }]
            : [],
        ),
        ...shelf.flatMap(({ tub, attention }): Reminder[] =>
          attention
            .filter((a) => a.kind === 'settled' || a.kind === 'drifting' || a.kind === 'mould')
            .map((a) => ({ kind: 'tub', id: tub.id, name: tub.made.name, attention: a })),
        ),
      ];
    },
  };
}
