import type { Layer } from '../technique/layer.ts';
import type { Entry, EntryKind, EntryOf, PieceBegun, SubjectKind } from './entry.ts';

/** Something an entry names that must be there: a clay, a room, a tub. */
export interface Reference {
  kind: SubjectKind;
  id: string;
  /** Where in the entry it is named. */
  field: string;
}

const to = (kind: SubjectKind, id: string | null, field: string): Reference[] =>
  id === null ? [] : [{ kind, id, field }];

const toMaterials = (lines: { materialId: string }[], field: string): Reference[] =>
  lines.flatMap(({ materialId }, i) => to('material', materialId, `${field}.${i}.materialId`));

const ofBegun = ({ body }: { body: PieceBegun }): Reference[] => [
  ...to('clay', body.clayId, 'body.clayId'),
  ...to('room', body.roomId, 'body.roomId'),
];

const ofLayers = (layers: readonly Layer[]): Reference[] =>
  layers.flatMap(({ stock }, i) =>
    stock.flatMap(({ ids }, k) =>
      ids.flatMap((id, n) => to('tub', id, `body.layers.${i}.stock.${k}.ids.${n}`)),
    ),
  );

const none = (): Reference[] => [];

/** What each kind of entry names besides its own subject. */
const references: { [K in EntryKind]: (entry: EntryOf<K>) => Reference[] } = {
  'piece.made': (entry) => [
    ...ofBegun(entry),
    ...ofLayers(entry.body.layers),
    ...to('piece', entry.body.like ?? null, 'body.like'),
  ],
  'piece.corrected': ofBegun,
  'piece.routed': ({ body }) => ofLayers(body.layers),
  'piece.covered': none,
  'piece.parted': none,
  'piece.moved': ({ body }) => to('room', body.roomId, 'body.roomId'),
  'piece.grouped': ({ body }) => body.groups.flatMap((id, i) => to('group', id, `body.groups.${i}`)),
  'piece.done': ({ body }) => body.tubs.flatMap((id, i) => to('tub', id, `body.tubs.${i}`)),
  'piece.seen': none,
  'piece.left-out': none,
  'piece.redo': none,
  'piece.checked': none,
  'piece.felt': none,
  'piece.sampled': ({ body }) => to('piece', body.of, 'body.of'),
  'piece.weighed': none,
  'piece.faulted': none,
  'piece.noted': none,
  'piece.finished': none,
  'tub.made': ({ body }) => [
    ...to('clay', body.clayId, 'body.clayId'),
    ...to('batch', body.batchId, 'body.batchId'),
    ...toMaterials(body.composition, 'body.composition').filter(({ id }) => id !== TRIMMINGS),
  ],
  'tub.measured': ({ body }) => body.flow.flatMap(({ cupId }, i) => to('cup', cupId, `body.flow.${i}.cupId`)),
  'tub.watered': none,
  'tub.thickened': none,
  'tub.decanted': none,
  'tub.dosed': ({ body }) => to('material', body.materialId, 'body.materialId'),
  'tub.sieved': none,
  'tub.stirred': none,
  'tub.topped': ({ body }) => to('tub', body.fromTubId, 'body.fromTubId'),
  'tub.used': ({ body }) => to('piece', body.pieceId, 'body.pieceId'),
  'tub.moved': none,
  'tub.settling': none,
  'tub.noted': none,
  'tub.discarded': none,
  'material.set': none,
  'recipe.set': ({ body }) => [
    ...toMaterials(body.base, 'body.base'),
    ...toMaterials(body.additions, 'body.additions'),
    ...to('material', body.electrolyte?.materialId ?? null, 'body.electrolyte.materialId'),
  ],
  'recipe.retired': none,
  'cup.set': none,
  'wanted.set': ({ body }) => to('cup', body.flow?.cupId ?? null, 'body.flow.cupId'),
  'batch.begun': ({ body }) => [
    ...to('recipe', body.recipeId, 'body.recipeId'),
    ...to('clay', body.clayId, 'body.clayId'),
    ...toMaterials(body.lines, 'body.lines'),
    ...toMaterials(body.colourants, 'body.colourants'),
  ],
  'batch.weighed': none,
  'batch.ticked': none,
  'batch.measured': none,
  'batch.felt': none,
  'batch.coloured': ({ body }) => to('material', body.materialId, 'body.materialId'),
  'batch.finished': ({ body }) => to('tub', body.tubId, 'body.tubId'),
  'batch.abandoned': none,
  'bin.set': ({ body }) => to('clay', body.clayId, 'body.clayId'),
  'bin.filled': ({ body }) => to('clay', body.clayId, 'body.clayId'),
  'bin.emptied': none,
  'trial.begun': ({ body }) => [
    ...to('tub', body.tubId, 'body.tubId'),
    ...to('material', body.materialId, 'body.materialId'),
    ...to('cup', body.cupId, 'body.cupId'),
  ],
  'trial.dosed': none,
  'trial.ended': none,
  'piece.coded': none,
  'piece.handed': none,
  'piece.pictured': none,
  'kiln.set': none,
  'load.set': ({ body }) => to('kiln', body.kilnId, 'body.kilnId'),
  'load.loaded': none,
  'load.unloaded': none,
  'group.set': none,
  'group.closed': none,
  // a guide rests on nothing: what is gone from it is left out
  'guide.set': none,
  'readings.taken': ({ subject }) => to('room', subject, 'subject'),
  'studio.set': none,
  'room.set': none,
  'room.read': ({ subject }) => to('room', subject, 'subject'),
  'sensor.set': ({ subject }) => to('room', subject, 'subject'),
  'scale.set': none,
  'clay.set': none,
  'technique.set': none,
  'learning.reset': none,
  'learning.taught': none,
  'maker.set': none,
  'act.retracted': none,
};

/** Dry clay of trimmings stands among the materials of a tub without being one of the list. */
export const TRIMMINGS = 'trimmings';

export const referencesOf = (entry: Entry): Reference[] =>
  (references[entry.kind] as (of: Entry) => Reference[])(entry);
