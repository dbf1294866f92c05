/**
 * Where everything lies. A system is the walls of four members on one clock each; a quantity is one vector of four lanes,
 * a lane a member. Whoever carries a system writes it here, and reads it off here.
 */

export const MAX_WALLS: i32 = 16;
export const MAX_CELLS: i32 = 512;
export const MAX_LAYERS: i32 = 128;
export const MAX_SKINS: i32 = 192;
export const MAX_SEAMS: i32 = 32;
export const MAX_STOPS: i32 = 48;
export const MAX_WEIGHTS: i32 = 512;

const VECTOR: i32 = 16;

/** How many walls, seams and stops there are; i32 each. */
export const COUNTS: usize = memory.data(16, 16);

/** Of each lane, vectors: see the indices beneath. */
export const LANES: usize = memory.data(16 * VECTOR, 16);
export const L_CELSIUS: i32 = 0;
export const L_HUMIDITY: i32 = 1;
/** Four of them. */
export const L_WANDER: i32 = 2;
export const L_DRAUGHT: i32 = 6;
export const L_TOLERANCE: i32 = 7;
export const L_LONGEST: i32 = 8;
/** The step that is tried next, s. */
export const L_STEP: i32 = 9;
/** All bits set in the lanes that go on, and in those that are not on record yet. */
export const L_ACTIVE: i32 = 10;
export const L_FRESH: i32 = 11;
export const L_LAX: i32 = 12;

/** Of each lane, f64: its time and its end, s; and the first row of its tape, s. */
export const TIME: usize = memory.data(4 * 8, 16);
export const END: usize = memory.data(4 * 8, 16);
export const TAPE_FROM: usize = memory.data(4 * 8, 16);
/** Of each lane, i32: where its tape lies, and its last row but one. */
export const TAPE: usize = memory.data(4 * 4, 16);
export const TAPE_LAST: usize = memory.data(4 * 4, 16);

/** Of each wall, 16 i32. */
export const WALLS: usize = memory.data(16 * 16 * 4, 16);
export const W_CELL: i32 = 0;
export const W_CELL_TO: i32 = 1;
export const W_BODY: i32 = 2;
export const W_BODY_TO: i32 = 3;
/** The layer that its clay is. */
export const W_CLAY: i32 = 4;
/** 0 sealed, 1 air, 2 plaster. */
export const W_INSIDE: i32 = 5;
export const W_OUTSIDE: i32 = 6;
/** Its skins: those inside, then those outside. */
export const W_SKIN: i32 = 7;
export const W_SKIN_OUT: i32 = 8;
export const W_SKIN_TO: i32 = 9;
export const W_RECORDED: i32 = 10;
/** Whether a damp cloth lies on its outside. */
export const W_CLOTH: i32 = 11;

/** Of each wall, 32 vectors. */
export const WALL_VECTORS: usize = memory.data(16 * 32 * VECTOR, 16);
export const V_RESISTANCE_IN: i32 = 0;
export const V_RESISTANCE_OUT: i32 = 1;
export const V_HEAT: i32 = 2;
/** What wax lets through of each face. */
export const V_PASSES_IN: i32 = 3;
export const V_PASSES_OUT: i32 = 4;
/** All bits set where a cover holds a humidity of its own; that humidity; and how much of it each kg/m² of paper's water is. */
export const V_HOLDS: i32 = 5;
export const V_HELD: i32 = 6;
export const V_PER_PAPER: i32 = 7;
/** Water that paper, plaster and cloth took or gave before, kg/m². */
export const V_PAPER: i32 = 8;
export const V_PLASTER: i32 = 9;
export const V_CLOTH: i32 = 10;
/** Left through each face since the system was written, kg/m². */
export const V_LEFT_IN: i32 = 11;
export const V_LEFT_OUT: i32 = 12;
/** Volume of plastic clay, m³/kg; dry solids turned round, m²/kg. */
export const V_PER_PLASTIC: i32 = 13;
export const V_PER_SOLIDS: i32 = 14;
/** Mean X, face area left, water that comes from neighbours, kg/m²s: as of the last rates. */
export const V_MEAN: i32 = 15;
export const V_AREA: i32 = 16;
export const V_COMES: i32 = 17;
/** How much colder than the room a wet surface would be, K, as of the last rates. */
export const V_COLDER_IN: i32 = 18;
export const V_COLDER_OUT: i32 = 19;
/** What leaves through each face from the start of a step to where its rates are asked, kg/m². */
export const V_AHEAD_IN: i32 = 20;
export const V_AHEAD_OUT: i32 = 21;

/** Of each cell, vectors. */
export const X: usize = memory.data(512 * VECTOR, 16);
export const X2: usize = memory.data(512 * VECTOR, 16);
export const F: usize = memory.data(512 * VECTOR, 16);
export const K1: usize = memory.data(512 * VECTOR, 16);
export const K2: usize = memory.data(512 * VECTOR, 16);
export const PER_WIDTH: usize = memory.data(512 * VECTOR, 16);
export const HALF_DEPTH: usize = memory.data(512 * VECTOR, 16);
export const MEAN_WEIGHT: usize = memory.data(512 * VECTOR, 16);
export const DIAGONAL: usize = memory.data(512 * VECTOR, 16);
export const LOWER: usize = memory.data(512 * VECTOR, 16);
export const UPPER: usize = memory.data(512 * VECTOR, 16);
export const PER_PIVOT: usize = memory.data(512 * VECTOR, 16);
/** Of the boundary to the next cell: the left cell's share where they meet, shares over the distance, or the lesser share. */
export const LEFT_SHARE: usize = memory.data(512 * VECTOR, 16);
export const PER_DISTANCE: usize = memory.data(512 * VECTOR, 16);
/** What a film lets through: held within 0 and 1, a + b·X of the clay beneath. */
export const LETS_AT: usize = memory.data(512 * VECTOR, 16);
export const LETS_BY: usize = memory.data(512 * VECTOR, 16);
/** Of each cell, i32: its layer; its boundary: 0 none, 1 of one stuff, 2 between two; the cell of clay that a film asks. */
export const LAYER: usize = memory.data(512 * 4, 16);
export const BOUNDARY: usize = memory.data(512 * 4, 16);
export const ASKED: usize = memory.data(512 * 4, 16);

/** Of each layer, four vectors: D at no water, its growth, v at no water, X_c; and i32: whether it is clay. */
export const LAYERS: usize = memory.data(128 * 4 * VECTOR, 16);
export const IS_CLAY: usize = memory.data(128 * 4, 16);

/** Of each skin, i32 its cell, and six vectors. */
export const SKIN_CELL: usize = memory.data(192 * 4, 16);
export const SKINS: usize = memory.data(192 * 8 * VECTOR, 16);
export const S_SHARE: i32 = 0;
/** How much drier its surface is than the cell. */
export const S_DROP: i32 = 1;
export const S_FLUX: i32 = 2;
export const S_SLOPE: i32 = 3;
/** At the start of the step. */
export const S_FIRST_FLUX: i32 = 4;
export const S_FIRST_SLOPE: i32 = 5;

/** Of each seam: i32 its two walls; and three vectors: section·width/distance, m, and one over the area of each, 1/m². */
export const SEAM_WALLS: usize = memory.data(32 * 2 * 4, 16);
export const SEAMS: usize = memory.data(32 * 4 * VECTOR, 16);

/**
 * Of each stop, i32: 1 where it begins what is asked of a further wall; 1 for the wettest cell, 0 for a weighed sum; its
 * first cell and the one after its last; where its weights begin. And the vector that its reading must be below.
 */
export const STOPS: usize = memory.data(48 * 8 * 4, 16);
export const BELOW: usize = memory.data(48 * VECTOR, 16);
export const WEIGHTS: usize = memory.data(512 * VECTOR, 16);

/** The isotherm of the clay: one over its scale, and one over its power. */
export const ISOTHERM: usize = memory.data(2 * VECTOR, 16);

/** The air of each lane's room at a moment: see air.ts. */
export const ROOM: usize = memory.data(5 * VECTOR, 16);

/** How many records were written by the last run, and how long one is in bytes. */
export const WRITTEN: usize = memory.data(8, 16);

/** From here on memory is the caller's. */
export const FREE: usize = __heap_base;

export function at(base: usize, index: i32): v128 {
  return v128.load(base + ((<usize>index) << 4));
}

export function put(base: usize, index: i32, value: v128): void {
  v128.store(base + ((<usize>index) << 4), value);
}

export function whole(base: usize, index: i32): i32 {
  return load<i32>(base + ((<usize>index) << 2));
}

export function wallWhole(wall: i32, index: i32): i32 {
  return load<i32>(WALLS + ((<usize>((wall << 4) + index)) << 2));
}

export function wallAt(wall: i32, index: i32): v128 {
  return at(WALL_VECTORS, (wall << 5) + index);
}

export function wallPut(wall: i32, index: i32, value: v128): void {
  put(WALL_VECTORS, (wall << 5) + index, value);
}
