import { consistencies, type SlipUse, type WantedByUse } from '../slip/consistency.ts';
import type { FlowCup } from '../slip/flow.ts';
import { rawMaterials } from '../slip/rawMaterials.ts';
import type { Materials, Recipe } from '../slip/recipe.ts';
import { entriesOf } from './entry.ts';
import { rememberedBy } from './folds.ts';
import { entriesAbout, subjectKind, subjectsOf, type Ledger } from './ledger.ts';

/** What the slip shelf rests on: materials, recipes, cups, and what each use wants here. */
export interface SlipCatalogue {
  materials: Materials;
  recipes: { id: string; recipe: Recipe; revisions: number }[];
  cups: Record<string, FlowCup>;
  wanted: WantedByUse;
}

/** The catalogue as the log has it, worked out anew only where something of it was set. */
export const catalogueOf = rememberedBy(['material', 'recipe', 'cup', 'wanted'], foldCatalogue);

function foldCatalogue(ledger: Ledger): SlipCatalogue {
  const last = <K extends 'material.set' | 'recipe.set' | 'cup.set' | 'wanted.set'>(kind: K) =>
    subjectsOf(ledger, kind).flatMap((id) => {
      const set = entriesOf(entriesAbout(ledger, subjectKind(kind), id), kind);
      const newest = set.at(-1);
      return newest ? [{ id, body: newest.body, revisions: set.length }] : [];
    });
  const retired = (id: string) => entriesAbout(ledger, 'recipe', id).at(-1)?.kind === 'recipe.retired';
  return {
    materials: {
      ...rawMaterials,
      ...Object.fromEntries(last('material.set').map(({ id, body }) => [id, body])),
    },
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
