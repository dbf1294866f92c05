import { kernelBytes } from './kernelBytes.ts';

/** What of the machine's own WebAssembly is used: core knows no browser and no Node. */
declare const WebAssembly: {
  Module: new (bytes: Uint8Array) => object;
  Instance: new (module: object, imports: object) => { exports: Record<string, Exported> };
  validate: (bytes: Uint8Array) => boolean;
};
declare const atob: (base64: string) => string;
type Exported = { value: number; buffer: ArrayBuffer; grow: (pages: number) => number } & ((
  ...args: number[]
) => number);

/** Members carried side by side, a lane each. */
export const LANES = 4;

/** Where in its memory quantities begin, in units of what they are: see its source. */
const wide = ['TIME', 'END', 'TAPE_FROM'] as const;
const narrow = [
  ...['COUNTS', 'LANES', 'TAPE', 'TAPE_LAST', 'WALLS', 'WALL_VECTORS', 'X', 'F', 'PER_WIDTH', 'HALF_DEPTH'],
  ...['MEAN_WEIGHT', 'LEFT_SHARE', 'PER_DISTANCE', 'LETS_AT', 'LETS_BY', 'LAYER', 'BOUNDARY', 'ASKED'],
  ...['LAYERS', 'IS_CLAY', 'SKIN_CELL', 'SKINS', 'SEAM_WALLS', 'SEAMS', 'STOPS', 'BELOW', 'WEIGHTS'],
  ...['ISOTHERM', 'LAWS', 'WRITTEN'],
] as const;
/** Which of a lane's, a wall's or a skin's quantities is which; and how many of each there may be. */
const plain = [
  ...['L_CELSIUS', 'L_HUMIDITY', 'L_WANDER', 'L_DRAUGHT', 'L_TOLERANCE', 'L_LONGEST', 'L_STEP', 'L_ACTIVE'],
  ...['L_FRESH', 'L_LAX', 'W_CELL', 'W_CELL_TO', 'W_BODY', 'W_BODY_TO', 'W_CLAY', 'W_INSIDE', 'W_OUTSIDE'],
  ...['W_SKIN', 'W_SKIN_OUT', 'W_SKIN_TO', 'W_RECORDED', 'W_CLOTH', 'V_RESISTANCE_IN', 'V_RESISTANCE_OUT'],
  ...['V_HEAT', 'V_PASSES_IN', 'V_PASSES_OUT', 'V_HOLDS', 'V_HELD', 'V_PER_PAPER', 'V_PAPER', 'V_PLASTER'],
  ...[
    'V_CLOTH',
    'V_LEFT_IN',
    'V_LEFT_OUT',
    'V_PER_PLASTIC',
    'V_PER_SOLIDS',
    'V_COLDER_IN',
    'V_COLDER_OUT',
    'V_AHEAD_IN',
    'V_AHEAD_OUT',
  ],
  ...['S_SHARE', 'S_DROP', 'MAX_WALLS', 'MAX_CELLS', 'MAX_LAYERS', 'MAX_SKINS', 'MAX_SEAMS', 'MAX_STOPS'],
  ...['MAX_WEIGHTS', 'FREE'],
] as const;

type Names<T extends readonly string[]> = Record<T[number], number>;

/** The kernel's memory, seen as numbers of each kind, and where in it what lies. */
export interface Kernel {
  f32: Float32Array;
  f64: Float64Array;
  i32: Int32Array;
  place: Names<typeof wide> & Names<typeof narrow> & Names<typeof plain>;
  /** Makes sure that there is memory up to so many bytes. */
  reach: (bytes: number) => void;
  /** See `run` of its source. */
  run: (record: number, recordEnd: number) => number;
}

const PAGE = 65_536;

let known: Kernel | null | undefined;

/** The kernel; null where the machine has no vectors. Made when it is first asked for. */
export function kernel(): Kernel | null {
  if (known === undefined) known = instantiated();
  return known;
}

function instantiated(): Kernel | null {
  if (typeof WebAssembly === 'undefined') return null;
  const bytes = Uint8Array.from(atob(kernelBytes), (char) => char.charCodeAt(0));
  if (!WebAssembly.validate(bytes)) return null;
  const { exports } = new WebAssembly.Instance(new WebAssembly.Module(bytes), {});
  const memory = exports.memory!;
  const placed = (names: readonly string[], bytesEach: number) =>
    names.map((name) => [name, exports[name]!.value / bytesEach]);
  const made: Kernel = {
    ...viewsOf(memory.buffer),
    place: Object.fromEntries([
      ...placed(wide, 8),
      ...placed(narrow, 4),
      ...placed(plain, 1),
    ]) as Kernel['place'],
    reach(needed) {
      const { byteLength } = memory.buffer;
      if (needed <= byteLength) return;
      memory.grow(Math.ceil((needed - byteLength) / PAGE));
      Object.assign(made, viewsOf(memory.buffer));
    },
    run: (record, recordEnd) => exports.run!(record, recordEnd),
  };
  return made;
}

const viewsOf = (buffer: ArrayBuffer) => ({
  f32: new Float32Array(buffer),
  f64: new Float64Array(buffer),
  i32: new Int32Array(buffer),
});
