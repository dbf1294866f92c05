import { diffusivityLaw, volumeLaw, WATER_DENSITY, type ClayBody } from '../clay/body.ts';
import type { LawCurve } from '../clay/law.ts';
import { waterAtEdge } from '../clay/stage.ts';
import type { CoatLaid, Layer } from './mesh.ts';

/** How water moves through a layer and how much room it takes there. */
export interface LayerLaws {
  /** D(X), m²/s */
  diffusivity: LawCurve;
  /** v(X), m³ per kg dry */
  volume: LawCurve;
  /** Which share of its water it passes on to what lies beneath, by the water of the clay there; all where it is left out. */
  lets?: (clayX: number) => number;
}

/** The figures of those laws: D = at0·exp(growth·min(X, 0.3)), v = dryVolume + max(X, stopsAt)/ρ. */
export interface LayerFigures {
  at0: number;
  growth: number;
  dryVolume: number;
  /** A layer no longer shrinks below this water content, kg/kg. */
  stopsAt: number;
  /** Between which waters of the clay beneath it lets go of none of its own, and of all. */
  lets?: { none: number; all: number };
}

/** A plastic wall is full and sucks nothing out of a solution; from here on it takes as much as from slip, on the moisture index. From memory. */
const FULL = 84;
const SUCKS = 59;

/** From memory: a cake-forming slip passes water far slower than the wall. */
const COAT_DIFFUSIVITY = 4e-10;
/** A dried coat no longer shrinks below this water content. From memory. */
export const COAT_STOPS_AT = 0.12;

/** A film of silicate passes water slower still. From memory. */
const SILICATE_DIFFUSIVITY = 1e-10;
/** SG of sodium silicate as it is sold, 42 °Bé. */
export const SILICATE_GRAVITY = 1.408;
/** Solids of sodium silicate as it is sold, 42 °Bé, as a share of its mass. From memory. */
export const SILICATE_SOLIDS = 0.38;
/** Density of its dry matter, kg/m³, that gives the solution SG 1.408. From memory. */
const SILICATE_GRAIN = 1000 / (1 - (1 - 1 / SILICATE_GRAVITY) / SILICATE_SOLIDS);
/** The same of a solution that was let down or has thickened, from its SG: 1/SG = 1 − s·(1 − 1000/G). */
export const silicateSolidsAt = (specificGravity: number): number =>
  (1 - 1 / specificGravity) / (1 - 1000 / SILICATE_GRAIN);

/** What a layer of a wall of this body is like. */
export function layerFigures({ coat }: Pick<Layer, 'coat'>, body: ClayBody): LayerFigures {
  if (coat !== null) return coatFigures(coat, body);
  const { diffusivity, grainDensity, airVolume, criticalX } = body;
  return { ...diffusivity, dryVolume: 1 / grainDensity + airVolume, stopsAt: criticalX };
}

function coatFigures({ grainDensity, silicateSolids }: CoatLaid, body: ClayBody): LayerFigures {
  if (silicateSolids === undefined)
    return { at0: COAT_DIFFUSIVITY, growth: 0, dryVolume: 1 / grainDensity, stopsAt: COAT_STOPS_AT };
  return {
    at0: SILICATE_DIFFUSIVITY,
    growth: 0,
    dryVolume: 1 / SILICATE_GRAIN,
    stopsAt: 0,
    lets: { none: waterAtEdge(body, FULL), all: waterAtEdge(body, SUCKS) },
  };
}

/** The laws of each layer of a wall of this body; those of its clay are the same for all. */
export function layerLaws(body: ClayBody): (layer: Layer) => LayerLaws {
  const clay = { diffusivity: diffusivityLaw(body), volume: volumeLaw(body) };
  return ({ coat }) => (coat === null ? clay : coatLaws(coatFigures(coat, body)));
}

function coatLaws({ at0, dryVolume, stopsAt, lets }: LayerFigures): LayerLaws {
  return {
    diffusivity: { value: () => at0, slope: () => 0 },
    volume: {
      value: (x) => dryVolume + Math.max(x, stopsAt) / WATER_DENSITY,
      slope: (x) => (x > stopsAt ? 1 / WATER_DENSITY : 0),
    },
    // water moves down its potential, not its content
    ...(lets && {
      lets: (clayX: number) => Math.min(1, Math.max(0, (lets.none - clayX) / (lets.none - lets.all))),
    }),
  };
}
