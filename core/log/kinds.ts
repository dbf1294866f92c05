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

const ofBegun = ({ body }: { body: PieceBegun }): Reference[] => madeOf(body, 'body');

const madeOf = ({ clayId, roomId }: PieceBegun, field: string): Reference[] => [
  ...to('clay', clayId, `${field}.clayId`),
  ...to('room', roomId, `${field}.roomId`),
];

const ofLayers = (layers: readonly Layer[], field = 'body'): Reference[] =>
  layers.flatMap(({ stock }, i) =>
    stock.flatMap(({ ids }, k) =>
      ids.flatMap((id, n) => to('tub', id, `${field}.layers.${i}.stock.${k}.ids.${n}`)),
    ),
  );

/** What the log knows of a kind of entry besides the shape of its body. */
interface KindRow<K extends EntryKind> {
  /** It brings its subject into the log. */
  founds?: true;
  /** What it names besides its own subject. */
  names?: (entry: EntryOf<K>) => Reference[];
  /** Nothing but remarks follows it: how such an ending is called, as a code and in words. */
  ends?: Ending;
  /** It may be said of what has ended. */
  remark?: true;
  /** No plan of a piece rests on it. */
  plans?: false;
}

interface Ending {
  code: string;
  words: string;
}

const over: Ending = { code: 'ended', words: 'is finished' };

/** Every kind of entry, a row each: a new one is its row here, its body, its shape in the contract and its rule. */
export const kinds: { [K in EntryKind]: KindRow<K> } = {
  'piece.made': {
    founds: true,
    names: (entry) => [
      ...ofBegun(entry),
      ...ofLayers(entry.body.layers),
      ...to('piece', entry.body.like ?? null, 'body.like'),
    ],
  },
  'piece.corrected': { names: ofBegun },
  'piece.routed': { names: ({ body }) => ofLayers(body.layers) },
  'piece.covered': {},
  'piece.parted': {},
  'piece.moved': { names: ({ body }) => to('room', body.roomId, 'body.roomId') },
  'piece.grouped': {
    names: ({ body }) => body.groups.flatMap((id, i) => to('group', id, `body.groups.${i}`)),
    remark: true,
    plans: false,
  },
  'piece.done': { names: ({ body }) => body.tubs.flatMap((id, i) => to('tub', id, `body.tubs.${i}`)) },
  'piece.seen': {},
  'piece.left-out': {},
  'piece.redo': {},
  'piece.checked': {},
  'piece.felt': {},
  'piece.sampled': { names: ({ body }) => to('piece', body.of, 'body.of') },
  'piece.weighed': {},
  'piece.faulted': { remark: true, plans: false },
  'piece.noted': { remark: true, plans: false },
  'piece.finished': { ends: { code: 'finished', words: 'is finished' } },
  'tub.made': {
    founds: true,
    names: ({ body }) => [
      ...to('clay', body.clayId, 'body.clayId'),
      ...to('batch', body.batchId, 'body.batchId'),
      ...toMaterials(body.composition, 'body.composition').filter(({ id }) => id !== TRIMMINGS),
    ],
  },
  'tub.measured': {
    names: ({ body }) => body.flow.flatMap(({ cupId }, i) => to('cup', cupId, `body.flow.${i}.cupId`)),
  },
  'tub.watered': {},
  'tub.thickened': {},
  'tub.decanted': {},
  'tub.dosed': { names: ({ body }) => to('material', body.materialId, 'body.materialId') },
  'tub.sieved': {},
  'tub.stirred': {},
  'tub.topped': { names: ({ body }) => to('tub', body.fromTubId, 'body.fromTubId') },
  'tub.used': { names: ({ body }) => to('piece', body.pieceId, 'body.pieceId') },
  'tub.moved': {},
  'tub.settling': {},
  'tub.noted': { remark: true },
  'tub.discarded': { ends: { code: 'discarded', words: 'was discarded' } },
  'material.set': { founds: true },
  'recipe.set': {
    founds: true,
    names: ({ body }) => [
      ...toMaterials(body.base, 'body.base'),
      ...toMaterials(body.additions, 'body.additions'),
      ...to('material', body.electrolyte?.materialId ?? null, 'body.electrolyte.materialId'),
    ],
  },
  'recipe.retired': {},
  'cup.set': { founds: true },
  'wanted.set': { names: ({ body }) => to('cup', body.flow?.cupId ?? null, 'body.flow.cupId') },
  'batch.begun': {
    founds: true,
    names: ({ body }) => [
      ...to('recipe', body.recipeId, 'body.recipeId'),
      ...to('clay', body.clayId, 'body.clayId'),
      ...toMaterials(body.lines, 'body.lines'),
      ...toMaterials(body.colourants, 'body.colourants'),
    ],
  },
  'batch.weighed': {},
  'batch.ticked': {},
  'batch.measured': {},
  'batch.felt': {},
  'batch.coloured': { names: ({ body }) => to('material', body.materialId, 'body.materialId') },
  'batch.finished': { names: ({ body }) => to('tub', body.tubId, 'body.tubId'), ends: over },
  'batch.abandoned': { ends: over },
  'bin.set': { founds: true, names: ({ body }) => to('clay', body.clayId, 'body.clayId') },
  'bin.filled': { names: ({ body }) => to('clay', body.clayId, 'body.clayId') },
  'bin.emptied': {},
  'trial.begun': {
    founds: true,
    names: ({ body }) => [
      ...to('tub', body.tubId, 'body.tubId'),
      ...to('material', body.materialId, 'body.materialId'),
      ...to('cup', body.cupId, 'body.cupId'),
    ],
  },
  'trial.dosed': {},
  'trial.ended': { ends: over },
  'piece.coded': { remark: true, plans: false },
  'piece.handed': { plans: false },
  'piece.pictured': { remark: true, plans: false },
  'kiln.set': { founds: true },
  'load.set': { founds: true, names: ({ body }) => to('kiln', body.kilnId, 'body.kilnId') },
  'load.loaded': {},
  'load.unloaded': {},
  'group.set': {
    founds: true,
    names: ({ body: { toMake } }) =>
      toMake ? [...madeOf(toMake, 'body.toMake'), ...ofLayers(toMake.layers, 'body.toMake')] : [],
  },
  'group.closed': {},
  // a guide rests on nothing: what is gone from it is left out
  'guide.set': { founds: true },
  'readings.taken': { names: ({ subject }) => to('room', subject, 'subject') },
  'studio.set': {},
  'studio.day': {},
  'room.set': { founds: true },
  'room.read': { names: ({ subject }) => to('room', subject, 'subject') },
  'sensor.set': { names: ({ subject }) => to('room', subject, 'subject') },
  'scale.set': {},
  'clay.set': { founds: true },
  'technique.set': { founds: true },
  'learning.reset': {},
  'learning.taught': {},
  'maker.set': { founds: true },
  'act.retracted': {},
};

/** Dry clay of trimmings stands among the materials of a tub without being one of the list. */
export const TRIMMINGS = 'trimmings';

const rowOf = (kind: EntryKind): KindRow<EntryKind> => kinds[kind] as KindRow<EntryKind>;

export const referencesOf = (entry: Entry): Reference[] => rowOf(entry.kind).names?.(entry) ?? [];

/** How a kind of entry ends its subject; null where it does not. */
export const endingOf = (kind: EntryKind): Ending | null => rowOf(kind).ends ?? null;

/** Whether it is said of what has ended as well. */
export const isRemark = (kind: EntryKind): boolean => rowOf(kind).remark === true;

/** Whether plans of a piece rest on it. */
export const affectsPlan = (kind: EntryKind): boolean => rowOf(kind).plans !== false;

const founding = new Map<SubjectKind, EntryKind | null>();

/** The kind of entry that brings a subject into the log; null for what is always there. */
export function foundingOf(subject: SubjectKind): EntryKind | null {
  let found = founding.get(subject);
  if (found === undefined) {
    const all = Object.keys(kinds) as EntryKind[];
    found = all.find((kind) => rowOf(kind).founds && kind.startsWith(`${subject}.`)) ?? null;
    founding.set(subject, found);
  }
  return found;
}
