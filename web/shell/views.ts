/** Every view, each loaded when it is first gone to, or ahead of that once there is time. */
export const views = {
  Today: async () => (await import('../today/Today.tsx')).Today,
  Guide: async () => (await import('../guide/Guide.tsx')).Guide,
  Kiln: async () => (await import('../kiln/Kiln.tsx')).Kiln,
  HandIn: async () => (await import('../kiln/HandIn.tsx')).HandIn,
  Tonight: async () => (await import('../today/Tonight.tsx')).Tonight,
  Pieces: async () => (await import('../pieces/Pieces.tsx')).Pieces,
  NewPiece: async () => (await import('../newPiece/NewPiece.tsx')).NewPiece,
  Piece: async () => (await import('../piece/Piece.tsx')).Piece,
  CorrectPiece: async () => (await import('../newPiece/CorrectPiece.tsx')).CorrectPiece,
  PieceLayers: async () => (await import('../layers/PieceLayers.tsx')).PieceLayers,
  SlipsFrame: async () => (await import('../slips/fields/SlipsFrame.tsx')).SlipsFrame,
  Shelf: async () => (await import('../slips/shelf/Shelf.tsx')).Shelf,
  NewTub: async () => (await import('../slips/shelf/NewTub.tsx')).NewTub,
  Make: async () => (await import('../slips/batches/Make.tsx')).Make,
  BatchSheet: async () => (await import('../slips/batches/BatchSheet.tsx')).BatchSheet,
  Recipes: async () => (await import('../slips/recipes/Recipes.tsx')).Recipes,
  RecipePage: async () => (await import('../slips/recipes/RecipePage.tsx')).RecipePage,
  Blend: async () => (await import('../slips/recipes/Blend.tsx')).Blend,
  Bins: async () => (await import('../slips/bins/Bins.tsx')).Bins,
  Wanted: async () => (await import('../slips/shelf/Wanted.tsx')).Wanted,
  Materials: async () => (await import('../slips/recipes/Materials.tsx')).Materials,
  Tub: async () => (await import('../slips/tub/Tub.tsx')).Tub,
  Measure: async () => (await import('../slips/tub/Measure.tsx')).Measure,
  Deflocculate: async () => (await import('../slips/tub/Deflocculate.tsx')).Deflocculate,
  Settle: async () => (await import('../slips/tub/Settle.tsx')).Settle,
  Techniques: async () => (await import('../techniques/Techniques.tsx')).Techniques,
  Technique: async () => (await import('../techniques/Technique.tsx')).Technique,
  OwnTechnique: async () => (await import('../techniques/OwnTechnique.tsx')).OwnTechnique,
  Studio: async () => (await import('../studio/Studio.tsx')).Studio,
  LogFit: async () => (await import('../studio/LogFit.tsx')).LogFit,
  DryingTest: async () => (await import('../studio/DryingTest.tsx')).DryingTest,
};

/** A view as a route takes it. */
export const lazily = (name: keyof typeof views) => async () => ({ Component: await views[name]() });

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
 * Loads every view ahead, one after another, and what the places answer from, so that each opens and logs offline.
 * @param fetched takes up an answer
 */
export async function loadAhead(fetched: (path: string) => Promise<unknown>): Promise<void> {
  for (const load of Object.values(views)) await load();
  await import('../ui/WhenField.tsx');
  await import('../acting/DoneDialog.tsx');
  (await import('../planning/usePlan.ts')).wakeWorker();
  for (const path of answers) await fetched(path);
}
