import { consistencies, type SlipUse, type WantedByUse } from '../slip/consistency.ts';
import type { FlowCup } from '../slip/flow.ts';
import { rawMaterials } from '../slip/rawMaterials.ts';
import type { Materials, Recipe } from '../slip/recipe.ts';
import { entriesOf } from './entry.ts';
import { memoByRevision } from './memoByRevision.ts';
import { entriesAbout, subjectKind, subjectsOf, type Ledger } from './ledger.ts';

/** What the slip shelf rests on: materials, recipes, cups, and what each use wants here. */
export interface SlipCatalogue {
  materials: Materials;
  recipes: { id: string; recipe: Recipe; revisions: number }[];
  cups: Record<string, FlowCup>;
  wanted: WantedByUse;
}

/** Every material there is, worked out anew only where one was set. */
export const materialsOf = memoByRevision(['material'], (ledger: Ledger): Materials => ({
  ...rawMaterials,
  ...Object.fromEntries(newest(ledger, 'material.set').map(({ id, body }) => [id, body])),
}));

/** The catalogue as the log has it, worked out anew only where something of it was set. */
export const catalogueOf = memoByRevision(['material', 'recipe', 'cup', 'wanted'], foldCatalogue);

type SetKind = 'material.set' | 'recipe.set' | 'cup.set' | 'wanted.set';

const newest = <K extends SetKind>(ledger: Ledger, kind: K) =>
  subjectsOf(ledger, kind).flatMap((id) => {
    const set = entriesOf(entriesAbout(ledger, subjectKind(kind), id), kind);
    const last = set.at(-1);
    return last ? [{ id, body: last.body, revisions: set.length }] : [];
  });

function foldCatalogue(ledger: Ledger): SlipCatalogue {
  const last = <K extends SetKind>(kind: K) => newest(ledger, kind);
  const retired = (id: string) => entriesAbout(ledger, 'recipe', id).at(-1)?.kind === 'recipe.retired';
  return {
    materials: materialsOf(ledger),
    recipes: last('recipe.set')
      .filter(({ id }) => !retired(id))
      .map(({ id, body, revisions }) => ({ id, recipe: body, revisions })),
    cups: Object.fromEntries(last('cup.set').map(({ id, body }) => [id, body])),
    wanted: Object.fromEntries(
      last('wanted.set')
        .filter(({ id }) => isUse(id))
        .map(({ id, body }) => [id, body]),
    ),
  };
}

export const isUse = (id: string): id is SlipUse => consistencies.some((c) => c.use === id);
