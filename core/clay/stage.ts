import { equilibriumX, type ClayBody } from './body.ts';

export type Stage =
  'plastic' | 'soft-leather-hard' | 'leather-hard' | 'stiff-leather-hard' | 'drying' | 'bone-dry';

export interface StageDescription {
  stage: Stage;
  name: string;
  /** Lower edge on the reference scale (X_plastic 0.25, X_c 0.12). Common practice, no source. */
  from: number;
  /** How it is recognised at the bench. */
  signs: string[];
  goodFor: string;
  goesWrong: string;
}

/** Wettest first. */
export const stages: StageDescription[] = [
  {
    stage: 'plastic',
    name: 'Plastic',
    from: 84,
    signs: ['Flops when held at its middle', 'Takes and keeps fingerprints', 'Sticks a little'],
    goodFor: 'forming; stretching a silicate skin',
    goesWrong: 'slip slides and carving drags',
  },
  {
    stage: 'soft-leather-hard',
    name: 'Soft leather-hard',
    from: 71,
    signs: ['Keeps its shape when held', 'A lifted corner stays up', 'A firm thumb still dents it'],
    goodFor: 'joining; first slip coats',
    goesWrong: 'lines carved now raise burrs',
  },
  {
    stage: 'leather-hard',
    name: 'Leather-hard',
    from: 59,
    signs: ['No fingerprint', 'A nail marks it', 'A cut edge is smooth', 'Cold'],
    goodFor: 'slip coats, sgraffito, inlay lines',
    goesWrong: 'joining is already late',
  },
  {
    stage: 'stiff-leather-hard',
    name: 'Stiff leather-hard',
    from: 46,
    signs: ['Snaps instead of bending', 'Cuts in crisp crumbs', 'Still dark', 'Cold to the cheek'],
    goodFor: 'fine carving; compressing with a rib',
    goesWrong: 'slip holds only thin, on a dampened wall',
  },
  {
    stage: 'drying',
    name: 'Drying',
    from: 6,
    signs: ['Rim and edges go pale first', 'Patchy colour', 'Still cold until nearly dry'],
    goodFor: 'leaving alone, slow and even',
    goesWrong: 'wet slip flakes later; rims chip',
  },
  {
    stage: 'bone-dry',
    name: 'Bone dry',
    // below all water
    from: -1_000,
    signs: ['Pale and chalky all over', 'No longer cold', 'A scratch makes powder'],
    goodFor: 'brushing off crumbs; loading for bisque once kiln-dry',
    goesWrong: 'the most fragile moment',
  },
];

/** The body's water content in balance with 20 °C and 50 %: where the moisture index is 0. */
export const referenceX = (body: ClayBody): number => equilibriumX(body, 0.5);

/**
 * Moisture index m = 100·(X − X_ref)/(X_plastic − X_ref): 100 fresh from the bag, 0 in balance with a room.
 * @example moistureIndex(defaultBody, 0.25) // 100
 */
export function moistureIndex(body: ClayBody, x: number): number {
  const ref = referenceX(body);
  return (100 * (x - ref)) / (body.plasticX - ref);
}

/** The water content at a moisture index; the inverse of `moistureIndex`. */
export function waterAtIndex(body: ClayBody, index: number): number {
  const ref = referenceX(body);
  return ref + (index / 100) * (body.plasticX - ref);
}

/** The index at which the reference body (X_plastic 0.25, X_c 0.12, X_ref 0.008) stops shrinking. */
const REFERENCE_CRITICAL = (100 * (0.12 - 0.008)) / (0.25 - 0.008);

/**
 * The water content of a stage or window edge on this body. Edges are quoted for the reference body and
 * tied to the critical water content: what lies above X_c there lies above this body's X_c here.
 * @param edge on the reference scale, about −3 to 110
 * @example waterAtEdge(defaultBody, 59) // 0.1508
 */
export function waterAtEdge(body: ClayBody, edge: number): number {
  const ref = referenceX(body);
  if (edge <= REFERENCE_CRITICAL) return ref + (edge / REFERENCE_CRITICAL) * (body.criticalX - ref);
  const above = (edge - REFERENCE_CRITICAL) / (100 - REFERENCE_CRITICAL);
  return body.criticalX + above * (body.plasticX - body.criticalX);
}

/** Where a water content lies on the reference scale; the inverse of `waterAtEdge`. */
export function edgeAtWater(body: ClayBody, x: number): number {
  const ref = referenceX(body);
  if (x <= body.criticalX) return (REFERENCE_CRITICAL * (x - ref)) / (body.criticalX - ref);
  return (
    REFERENCE_CRITICAL +
    ((100 - REFERENCE_CRITICAL) * (x - body.criticalX)) / (body.plasticX - body.criticalX)
  );
}

/** The stage at a water content. */
export function stageAt(body: ClayBody, x: number): StageDescription {
  const at = edgeAtWater(body, x);
  return stages.find((stage) => at >= stage.from)!;
}

/** The water contents between which a stage lies on this body, kg/kg. */
export function stageSpan(body: ClayBody, stage: Stage): { fromX: number; toX: number } {
  const i = stages.findIndex((s) => s.stage === stage);
  const wetter = stages[i - 1];
  return {
    fromX: waterAtEdge(body, Math.max(stages[i]!.from, -3)),
    toX: waterAtEdge(body, wetter ? wetter.from : 108),
  };
}

/** How many stages apart two stages are. */
export function stagesApart(a: Stage, b: Stage): number {
  const place = (stage: Stage) => stages.findIndex((s) => s.stage === stage);
  return Math.abs(place(a) - place(b));
}
