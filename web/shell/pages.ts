import type { ComponentType, ReactElement } from 'react';
import type { RouteObject } from 'react-router';

/** A page: its address, and the view that is loaded when it is first gone to, or ahead of that once there is time. */
export interface Page {
  /** Empty for the first of a place. */
  path: string;
  view: () => Promise<ComponentType>;
  /** Pages in its frame. */
  within?: Page[];
  /** It fills the screen: nothing of the shell is around it. */
  alone?: true;
}

export const pages: Page[] = [
  { path: 'guide/:id', view: async () => (await import('../guide/Guide.tsx')).Guide, alone: true },
  { path: '', view: async () => (await import('../today/Today.tsx')).Today },
  { path: 'plan', view: async () => (await import('../plan/Plan.tsx')).Plan },
  { path: 'plan/new', view: async () => (await import('../newPiece/NewWish.tsx')).NewWish },
  { path: 'kiln', view: async () => (await import('../kiln/Kiln.tsx')).Kiln },
  { path: 'hand-in/:code?', view: async () => (await import('../kiln/HandIn.tsx')).HandIn },
  { path: 'tonight', view: async () => (await import('../today/Tonight.tsx')).Tonight },
  { path: 'pieces', view: async () => (await import('../pieces/Pieces.tsx')).Pieces },
  { path: 'pieces/new', view: async () => (await import('../newPiece/NewPiece.tsx')).NewPiece },
  { path: 'pieces/:id', view: async () => (await import('../piece/Piece.tsx')).Piece },
  {
    path: 'pieces/:id/correct',
    view: async () => (await import('../newPiece/CorrectPiece.tsx')).CorrectPiece,
  },
  { path: 'pieces/:id/layers', view: async () => (await import('../layers/PieceLayers.tsx')).PieceLayers },
  {
    path: 'slips',
    view: async () => (await import('../slips/fields/SlipsFrame.tsx')).SlipsFrame,
    within: [
      { path: '', view: async () => (await import('../slips/shelf/Shelf.tsx')).Shelf },
      { path: 'new', view: async () => (await import('../slips/shelf/NewTub.tsx')).NewTub },
      { path: 'make', view: async () => (await import('../slips/batches/Make.tsx')).Make },
      { path: 'batches/:id', view: async () => (await import('../slips/batches/BatchSheet.tsx')).BatchSheet },
      { path: 'recipes', view: async () => (await import('../slips/recipes/Recipes.tsx')).Recipes },
      { path: 'recipes/:id', view: async () => (await import('../slips/recipes/RecipePage.tsx')).RecipePage },
      { path: 'blend', view: async () => (await import('../slips/recipes/Blend.tsx')).Blend },
      { path: 'bins', view: async () => (await import('../slips/bins/Bins.tsx')).Bins },
      { path: 'wanted', view: async () => (await import('../slips/shelf/Wanted.tsx')).Wanted },
      { path: 'materials', view: async () => (await import('../slips/recipes/Materials.tsx')).Materials },
      { path: ':id', view: async () => (await import('../slips/tub/Tub.tsx')).Tub },
      { path: ':id/measure', view: async () => (await import('../slips/tub/Measure.tsx')).Measure },
      {
        path: ':id/deflocculate',
        view: async () => (await import('../slips/tub/Deflocculate.tsx')).Deflocculate,
      },
      { path: ':id/settle', view: async () => (await import('../slips/tub/Settle.tsx')).Settle },
    ],
  },
  { path: 'techniques', view: async () => (await import('../techniques/Techniques.tsx')).Techniques },
  { path: 'techniques/:id', view: async () => (await import('../techniques/Technique.tsx')).Technique },
  {
    path: 'techniques/:id/own',
    view: async () => (await import('../techniques/OwnTechnique.tsx')).OwnTechnique,
  },
  { path: 'benches', view: async () => (await import('../calculators/Benches.tsx')).Benches },
  { path: 'benches/:id', view: async () => (await import('../calculators/Bench.tsx')).Bench },
  { path: 'studio', view: async () => (await import('../studio/Studio.tsx')).Studio },
  { path: 'studio/fit', view: async () => (await import('../studio/LogFit.tsx')).LogFit },
  { path: 'studio/clays/:id/test', view: async () => (await import('../studio/DryingTest.tsx')).DryingTest },
];

/** Pages as the router takes them. */
export function routesOf(
  of: Page[],
  shell: ReactElement,
  error: ReactElement,
  nowhere: ComponentType,
): RouteObject[] {
  const around = { errorElement: error, HydrateFallback: () => null };
  const places = of.filter(({ alone }) => !alone).map(routeOf);
  return [
    ...of.filter(({ alone }) => alone).map((page) => ({ ...routeOf(page), ...around })),
    { ...around, element: shell, children: [...places, { path: '*', Component: nowhere }] },
  ];
}

function routeOf({ path, view, within }: Page): RouteObject {
  const lazy = async () => ({ Component: await view() });
  return path === ''
    ? { index: true, lazy }
    : { path, lazy, ...(within && { children: within.map(routeOf) }) };
}

/** What places answer from: fetched ahead, so that each opens offline too. */
const answers = [
  '/api/studio',
  '/api/today',
  '/api/pieces',
  '/api/shelf',
  '/api/bins',
  '/api/techniques',
  '/api/kiln',
  '/api/forms',
];

/**
 * Loads every page ahead, one after another, and what the places answer from, so that each opens and logs offline.
 * @param fetched takes up an answer
 */
export async function loadAhead(fetched: (path: string) => Promise<unknown>, of = pages): Promise<void> {
  for (const { view, within = [] } of of) {
    await view();
    for (const inner of within) await inner.view();
  }
  await import('../ui/WhenField.tsx');
  await import('../acting/DoneDialog.tsx');
  await import('../saving/NotSaved.tsx');
  (await import('../planning/planWorker.ts')).wakeWorker();
  for (const path of answers) await fetched(path);
}
