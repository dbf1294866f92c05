/** A wall in section, magnified, and how effects are drawn on it. */

export type Material =
  'clay' | 'slip' | 'second' | 'silicate' | 'print' | 'wash' | 'wax' | 'shine' | 'glaze' | 'part';

export const COLUMNS = 120;
/** So much of the wall is shown, mm. */
export const WALL = 3;
/** Thin things are drawn this thick at least, so that they are seen at all, mm. */
export const THINNEST = 0.22;
/** Coats are drawn so many times as thick as they are. */
const MAGNIFIED = 2.2;
/** Grooves and lines repeat so often across the picture. */
const REPEATS = 5;

export interface Slab {
  material: Material;
  id: number;
  thick: number;
}

export interface SectionState {
  columns: Slab[][];
  next: () => number;
  /** How many steps laid slip so far. */
  slips: number;
}

export const shown = (thicknessM: number): number =>
  Math.max(THINNEST, Math.min(2.2, thicknessM * 1000 * MAGNIFIED));

/** Every second step's slip is drawn in another colour. */
export const slipOf = ({ slips }: SectionState): Material => (slips % 2 === 1 ? 'slip' : 'second');

export const heightOf = (column: Slab[]): number => column.reduce((sum, { thick }) => sum + thick, 0);

/** A share that lies in the middle of the picture. */
export const within = (i: number, share: number): boolean =>
  share >= 0.99 || Math.abs(i + 0.5 - COLUMNS / 2) < (share * COLUMNS) / 2;

/** Where in its repeat a column lies, −1 to 1 from the middle of it. */
const inRepeat = (i: number): number => {
  const of = COLUMNS / REPEATS;
  return ((i % of) + 0.5 - of / 2) / (of / 2);
};

export const inStripe = (i: number, share: number): boolean => Math.abs(inRepeat(i)) < share;

/** A line or a groove is no narrower than can be drawn. */
const narrowest = (share: number): number => Math.max(0.22, Math.min(0.85, share * 1.6));

/** How deep a groove of a share is there, 0 to 1: straight sides, a round floor. */
export const groove = (i: number, share: number): number => {
  const off = Math.abs(inRepeat(i)) / narrowest(share);
  return off >= 1 ? 0 : Math.sqrt(1 - off ** 4);
};

export function over(
  { columns, next }: SectionState,
  material: Material,
  thick: number,
  where: (i: number) => boolean,
): void {
  const id = next();
  columns.forEach((column, i) => {
    if (where(i)) column.push({ material, id, thick });
  });
}

export function lines(
  { columns, next }: SectionState,
  material: Material,
  high: number,
  share: number,
): void {
  const id = next();
  columns.forEach((column, i) => {
    const off = Math.abs(inRepeat(i)) / narrowest(share);
    if (off < 1) column.push({ material, id, thick: high * Math.sqrt(1 - off ** 2) });
  });
}

/** Takes so much off the top of a column. */
export function carve(column: Slab[], depth: number): void {
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
export function scrape(columns: Slab[][], depth: number): void {
  const isHeld = (column: Slab[]) => column.at(-1)?.material === 'wax';
  const worn = columns.some(isHeld) ? depth : 0;
  for (const column of columns)
    if (!isHeld(column)) carve(column, Math.max(0, heightOf(column) - WALL) + worn);
}

export function dropFrom(column: Slab[], gone: (slab: Slab) => boolean): void {
  for (let k = column.length - 1; k >= 0; k--) if (gone(column[k]!)) column.splice(k, 1);
}

/** Fills what lies below the wall, a share proud. */
export function fill(state: SectionState, proud: number): void {
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
export function breakSkin({ columns }: SectionState, ratio: number): void {
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
export function soak({ columns, next }: SectionState): void {
  const id = next();
  columns.forEach((column, i) => {
    const rough = 0.5 + 0.5 * Math.sin(i * 0.9) * Math.sin(i * 0.31);
    if (heightOf(column) < WALL || rough < 0.45) column.push({ material: 'wash', id, thick: THINNEST });
  });
}
