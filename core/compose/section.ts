import { stepsOf } from '../catalogue/catalogue.ts';
import type { Effect, Only, StepKey, Technique, Usual } from '../technique/technique.ts';

/** The section through a wall that a technique makes, magnified: drawn from nothing but its own data. */

export type Material =
  'clay' | 'slip' | 'second' | 'silicate' | 'print' | 'wash' | 'wax' | 'shine' | 'glaze' | 'part';

/** One thing laid, in columns from left to right: between which heights it lies, mm; null where it does not. */
export interface Laid {
  material: Material;
  columns: ([bottom: number, top: number] | null)[];
}

export interface Section {
  laid: Laid[];
  /** Of the whole picture, mm. */
  heightMm: number;
}

const COLUMNS = 120;
/** So much of the wall is shown, mm. */
const WALL = 3;
/** Thin things are drawn this thick at least, so that they are seen at all, mm. */
const THINNEST = 0.22;
/** Coats are drawn so many times as thick as they are. */
const MAGNIFIED = 2.2;
/** Grooves and lines repeat so often across the picture. */
const REPEATS = 5;

interface Slab {
  material: Material;
  id: number;
  thick: number;
}

/**
 * The section as made, or as fired: what burns out is gone, and a glaze lies over it where one is put on.
 * @param upTo the last step that is drawn; all where that is left out
 */
export function sectionOf(technique: Technique, schools: Only, fired: boolean, upTo?: StepKey): Section {
  const columns: Slab[][] = Array.from({ length: COLUMNS }, () => [{ material: 'clay', id: 0, thick: WALL }]);
  let id = 0;
  const state: State = { columns, next: () => (id += 1), slips: 0 };
  for (const step of stepsOf(technique, schools)) {
    if (step.optional && step.shared === undefined) continue;
    const times = Math.min(3, step.repeat?.usual ?? 1);
    if (step.effects.some(({ does }) => does === 'coat' || does === 'line' || does === 'fill'))
      state.slips += 1;
    for (let pass = 0; pass < times; pass++)
      for (const effect of step.effects) if (fired || !isAfterFire(effect)) lay(state, effect, times);
    if (step.key === upTo) break;
  }
  if (fired) for (const column of columns) dropFrom(column, (slab) => slab.material === 'wax');
  return read(columns, id);
}

const isAfterFire = ({ does }: Effect<Usual>): boolean => does === 'glaze';

interface State {
  columns: Slab[][];
  next: () => number;
  /** How many steps laid slip so far. */
  slips: number;
}

/** @param times how often it is laid: many coats are drawn thinner, to be seen as many */
function lay(state: State, effect: Effect<Usual>, times: number): void {
  const { columns } = state;
  switch (effect.does) {
    case 'coat':
      return over(state, slipOf(state), shown(effect.thicknessM.usual) / times ** 0.6, (i) =>
        within(i, effect.share.usual),
      );
    case 'line':
      return lines(state, slipOf(state), shown(effect.thicknessM.usual), effect.share.usual);
    case 'cut':
      return columns.forEach((column, i) =>
        carve(column, 1000 * effect.depthM.usual * groove(i, effect.share.usual)),
      );
    case 'fill':
      return fill(state, 1 + effect.proud.usual * 0.5);
    case 'scrape':
      return scrape(columns, 1000 * effect.depthM.usual);
    case 'silicate':
      return over(state, 'silicate', 0.5, (i) => within(i, effect.share.usual));
    case 'stretch':
      return breakSkin(state, effect.ratio.usual);
    case 'print':
      return over(state, 'print', THINNEST, (i) => within(i, 0.95) && (i * 7) % 13 < 8);
    case 'wash':
      return soak(state);
    case 'wipe':
      return columns.forEach((column) => {
        if (heightOf(column) >= WALL)
          dropFrom(column, ({ material }) => material === 'wash' || material === 'wax');
      });
    case 'wax':
      return over(state, 'wax', 0.3, (i) => inStripe(i, effect.share.usual));
    case 'burnish':
      return over(state, 'shine', 0.14, () => true);
    case 'glaze':
      if (effect.on === 'inside' || effect.on === 'slip') return;
      return over(state, 'glaze', 0.45, () => true);
    case 'join':
      return over(state, 'part', 2.4, (i) => i > COLUMNS * 0.42 && i < COLUMNS * 0.58);
    default:
      return;
  }
}

const shown = (thicknessM: number): number =>
  Math.max(THINNEST, Math.min(2.2, thicknessM * 1000 * MAGNIFIED));

/** Every second step's slip is drawn in another colour. */
const slipOf = ({ slips }: State): Material => (slips % 2 === 1 ? 'slip' : 'second');

const heightOf = (column: Slab[]): number => column.reduce((sum, { thick }) => sum + thick, 0);

/** A share that lies in the middle of the picture. */
const within = (i: number, share: number): boolean =>
  share >= 0.99 || Math.abs(i + 0.5 - COLUMNS / 2) < (share * COLUMNS) / 2;

/** Where in its repeat a column lies, −1 to 1 from the middle of it. */
const inRepeat = (i: number): number => {
  const of = COLUMNS / REPEATS;
  return ((i % of) + 0.5 - of / 2) / (of / 2);
};

const inStripe = (i: number, share: number): boolean => Math.abs(inRepeat(i)) < share;

/** A line or a groove is no narrower than can be drawn. */
const narrowest = (share: number): number => Math.max(0.22, Math.min(0.85, share * 1.6));

/** How deep a groove of a share is there, 0 to 1: straight sides, a round floor. */
const groove = (i: number, share: number): number => {
  const off = Math.abs(inRepeat(i)) / narrowest(share);
  return off >= 1 ? 0 : Math.sqrt(1 - off ** 4);
};

function over(
  { columns, next }: State,
  material: Material,
  thick: number,
  where: (i: number) => boolean,
): void {
  const id = next();
  columns.forEach((column, i) => {
    if (where(i)) column.push({ material, id, thick });
  });
}

function lines({ columns, next }: State, material: Material, high: number, share: number): void {
  const id = next();
  columns.forEach((column, i) => {
    const off = Math.abs(inRepeat(i)) / narrowest(share);
    if (off < 1) column.push({ material, id, thick: high * Math.sqrt(1 - off ** 2) });
  });
}

/** Takes so much off the top of a column. */
function carve(column: Slab[], depth: number): void {
  let left = depth;
  while (left > 1e-9 && column.length > 0) {
    const top = column.at(-1)!;
    const taken = Math.min(left, top.thick);
    top.thick -= taken;
    left -= taken;
    if (top.thick < 1e-9) column.pop();
  }
}

/** Takes off what stands above the wall; around a resist, what lies bare is worn down besides. */
function scrape(columns: Slab[][], depth: number): void {
  const isHeld = (column: Slab[]) => column.at(-1)?.material === 'wax';
  const worn = columns.some(isHeld) ? depth : 0;
  for (const column of columns)
    if (!isHeld(column)) carve(column, Math.max(0, heightOf(column) - WALL) + worn);
}

function dropFrom(column: Slab[], gone: (slab: Slab) => boolean): void {
  for (let k = column.length - 1; k >= 0; k--) if (gone(column[k]!)) column.splice(k, 1);
}

/** Fills what lies below the wall, a share proud. */
function fill(state: State, proud: number): void {
  const id = state.next();
  const material = slipOf(state);
  for (const column of state.columns) {
    const below = WALL - heightOf(column);
    if (below > 0.05) column.push({ material, id, thick: below * proud });
  }
}

/** No gap is drawn wider than this share of a plate. */
const WIDEST = 0.4;

/** A skin breaks into plates and bares what lies beneath. */
function breakSkin({ columns }: State, ratio: number): void {
  const bare = Math.min(WIDEST, 1 - 1 / ratio);
  const plate = 17;
  columns.forEach((column, i) => {
    const at = (i + 5 * Math.sin(i / 17)) % plate;
    const skin = ({ material }: Slab) =>
      material === 'silicate' || material === 'slip' || material === 'second';
    if (at >= 0 && at / plate < bare * 0.9) dropFrom(column, skin);
  });
}

/** A wash stays where the wall is low. */
function soak({ columns, next }: State): void {
  const id = next();
  columns.forEach((column, i) => {
    const rough = 0.5 + 0.5 * Math.sin(i * 0.9) * Math.sin(i * 0.31);
    if (heightOf(column) < WALL || rough < 0.45) column.push({ material: 'wash', id, thick: THINNEST });
  });
}

function read(columns: Slab[][], last: number): Section {
  const laid: Laid[] = [];
  for (let id = 0; id <= last; id++) {
    const of = columns.map((column): [number, number] | null => {
      const k = column.findIndex((slab) => slab.id === id);
      if (k < 0) return null;
      const bottom = heightOf(column.slice(0, k));
      return [bottom, bottom + column[k]!.thick];
    });
    const first = columns.flatMap((column) => column.filter((slab) => slab.id === id))[0];
    if (first) laid.push({ material: first.material, columns: of });
  }
  return { laid, heightMm: Math.max(...columns.map(heightOf)) };
}
