/** What is true of clay and slip, for whoever builds on it. */
export {
  activityLaw,
  defaultBody,
  diffusivityLaw,
  drySolidsPerArea,
  equilibriumX,
  linearShrinkage,
  specificVolume,
  volumeLaw,
  type ClayBody,
} from './clay/body.ts';
export { wetness } from './clay/colour.ts';
export {
  edgeAtWater,
  moistureIndex,
  stageAt,
  stages,
  stageSpan,
  waterAtEdge,
  waterAtIndex,
  type Stage,
} from './clay/stage.ts';
export { dryBasis, wetBasis } from './clay/water.ts';
export {
  cycleClimate,
  saturationDensity,
  saturationPressure,
  seriesClimate,
  steadyClimate,
  wetBulb,
  type Climate,
} from './drying/air.ts';
export { covers, evaporatingFace, surfaceState, type Cover, type FaceLaw } from './drying/face.ts';
export { coreReading, meanReading, outerReading } from './drying/readings.ts';
export { integrate, forkRun, startRun, type WallEvent, type WallRun } from './drying/run.ts';
export { meansOver } from './drying/series.ts';
export { firstWhen, readAt, wallAt, type Trajectory } from './drying/trajectory.ts';
export { createWall, type Wall } from './drying/wall.ts';
export { capVolume, clayVolume, outsideArea, sphereZoneArea, type Form } from './form/form.ts';
export { exposure } from './form/places.ts';
export { hazards, type Hazard } from './hazard/hazard.ts';
export { firstProblem } from './log/admission/admit.ts';
export { emptyLedger, entriesAbout, ledgerOf, record, stands, type Ledger } from './log/ledger.ts';
export { foldPiece, routeOf, type PieceState } from './log/piece.ts';
export { weighedWater } from './piece/weighing.ts';
export { settingAt, studioOf, type StudioState } from './log/studio.ts';
export { foldTub, type TubState } from './log/tub.ts';
export { nightTime, workingTime } from './time/hours.ts';
export { firstWorkable } from './plan/policy.ts';
export { nextStep, type NextStep } from './plan/next.ts';
export { planPiece, type PiecePlan } from './plan/plan.ts';
export { alikeWhenWet, openWaterLoss, tubOnShelf, type TubOnShelf } from './shelf/tubOnShelf.ts';
export { runOf } from './shelf/run.ts';
export { slipForCoat } from './slip/amount.ts';
export { whyNotInto, type BinKind, type Waste } from './slip/bin.ts';
export { blendCups, blendTable } from './slip/blend.ts';
export { consistencies, consistencyFor } from './slip/consistency.ts';
export {
  correctionFor,
  dryingOfSlip,
  powderToAdd,
  thickened,
  trimmingsToStand,
  watered,
  waterToAdd,
  waterToRemove,
} from './slip/correct.ts';
export {
  baumeOfGravity,
  deflocculationCurve,
  doseMass,
  dosePercent,
  gravityOfBaume,
  letDown,
} from './slip/deflocculate.ts';
export {
  coatLoad,
  dryContent,
  judgeGravity,
  measuredGravity,
  slipWaterContent,
  solidsByMass,
  solidsByVolume,
} from './slip/density.ts';
export { controlChart, driftOf } from './slip/drift.ts';
export { gravityFelt, placeOfGravity } from './slip/feel.ts';
export { apparentViscosity, gellingRatio } from './slip/flow.ts';
export { judgeSlip } from './slip/judge.ts';
export { makingSteps } from './slip/making.ts';
export { firedMoles, formulaMass, mixtureDensity, type Material } from './slip/material.ts';
export { molarMass } from './slip/oxide.ts';
export { rawMaterials } from './slip/rawMaterials.ts';
export { batchOf, recipeProblem, recipeQuestions, roundedBatch, type Recipe } from './slip/recipe.ts';
export { layerYield, settlingSpeed, settlingTime, takenLayer, waterViscosity } from './slip/settle.ts';
export { sieveOpening } from './slip/sieve.ts';
export { expansionEstimate, unityFormula } from './slip/unity.ts';
export { stepsOf, techniqueNamed, techniques } from './catalogue/catalogue.ts';
export { compose } from './compose/compose.ts';
export { formatNumber, formatQuantity, fromUnit, readNumber, toUnit } from './units/quantity.ts';
