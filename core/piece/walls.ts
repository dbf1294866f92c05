import { outsideArea, wallLength, type Form } from '../form/form.ts';
import { handleFace, handleSeam, joinsOf, type Join, type Seams, type WallName } from '../form/places.ts';
import { entriesOf, type Entry } from '../log/entry.ts';
import type { PartState, PieceState } from '../log/piece.ts';
import { groundOf, type Layer, type Zone } from '../technique/layer.ts';

/** Between two shares of the height. */
type Stretch = [from: number, to: number];

/** A part of the piece's own wall that dries by itself, since other things are done on it. */
export interface OwnWall {
  name: WallName;
  /** Where it lies, lowest first. */
  stretches: Stretch[];
}

/** A band has a wall of its own from so many wall thicknesses on: water evens out in a narrower one within hours. */
const WIDE = 4;
/** More bands of their own than these share a wall with what lies beside them. */
const MOST = 3;
/** What is left beside bands counts as the piece's wall from this share of the height on. */
const LEFT = 0.05;

const whole: OwnWall = { name: 'wall', stretches: [[0, 1]] };

/** All zones that a piece has, or had when something was done. */
export function zonesOf(piece: PieceState, entries: readonly Entry[]): Zone[] {
  const done = entriesOf(entries, 'piece.done').flatMap(({ body }) => (body.zone ? [body.zone] : []));
  return [...standing(piece.layers).flatMap(({ zones }) => zones), ...done];
}

const standing = (layers: readonly Layer[]): Layer[] => layers.filter(({ dropped }) => !dropped);

/**
 * The walls that the piece's own wall is carried as: one for each set of bands that lie on it. What has no band on it is
 * `wall`; where all is banded, the largest is.
 */
export function ownWalls(form: Form, zones: readonly Zone[]): OwnWall[] {
  const bands = bandsOf(form, zones);
  if (bands.length === 0) return [whole];
  const edges = [...new Set([0, 1, ...bands.flat()])].sort((a, b) => a - b);
  const byBands = new Map<string, Stretch[]>();
  for (let i = 1; i < edges.length; i++) {
    const stretch: Stretch = [edges[i - 1]!, edges[i]!];
    const on = bands.filter(([from, to]) => from <= stretch[0] && to >= stretch[1]).join(' ');
    byBands.set(on, [...(byBands.get(on) ?? []), stretch]);
  }
  const all = [...byBands.entries()].map(([on, stretches]) => ({
    on,
    stretches,
    length: lengthOf(stretches),
  }));
  const bare = all.find(({ on, length }) => on === '' && length > LEFT);
  const main = bare ?? all.reduce((a, b) => (b.length > a.length ? b : a));
  return [
    { name: 'wall', stretches: main.stretches },
    ...all
      .filter((of) => of !== main)
      .map(({ stretches }): OwnWall => ({ name: `band ${inPercent(stretches)}`, stretches })),
  ];
}

/** Each band once, the widest where there are too many. */
function bandsOf(form: Form, zones: readonly Zone[]): Stretch[] {
  const least = (WIDE * form.wallM) / wallLength(form);
  const found = new Map<string, Stretch>();
  for (const zone of zones) {
    const ground = groundOf(zone, zones);
    if (ground.kind === 'band' && ground.to - ground.from >= least && ground.to - ground.from < 1)
      found.set(`${ground.from} ${ground.to}`, [ground.from, ground.to]);
  }
  return [...found.values()].sort((a, b) => lengthOf([b]) - lengthOf([a])).slice(0, MOST);
}

const lengthOf = (stretches: Stretch[]): number => stretches.reduce((sum, [from, to]) => sum + to - from, 0);

const inPercent = (stretches: Stretch[]): string =>
  stretches.map(([from, to]) => `${Math.round(100 * from)}–${Math.round(100 * to)}`).join(', ');

/** How near to an end of the height a band takes the rim, or the foot, with it. */
const NEAR_END = 0.05;

/** Which share of a wall what is done in a zone meets, 0 to 1. */
export function shareIn(zone: Zone, { name, stretches }: OwnWall, zones: readonly Zone[]): number {
  const ground = groundOf(zone, zones);
  const onOwn = stretches.length > 0;
  switch (ground.kind) {
    case 'whole':
      return name.startsWith('part') ? 0 : 1;
    case 'place':
      return ground.place === name || (ground.place === 'wall' && onOwn) ? 1 : 0;
    case 'band': {
      if (name === 'rim') return ground.to > 1 - NEAR_END ? 1 : 0;
      if (name === 'foot') return ground.from < NEAR_END ? 1 : 0;
      const within = stretches.map(([from, to]): Stretch => [
        Math.max(from, ground.from),
        Math.max(Math.max(from, ground.from), Math.min(to, ground.to)),
      ]);
      return onOwn ? lengthOf(within) / lengthOf(stretches) : 0;
    }
    case 'motif':
      return 0;
  }
}

/** The wall by which a step in some zones is judged: the one of which they take in most. */
export function judgedOn(walls: OwnWall[], zones: Zone[], all: readonly Zone[]): WallName {
  const taken = walls.map((wall) => {
    const share = zones.reduce((sum, zone) => Math.max(sum, shareIn(zone, wall, all)), 0);
    return { name: wall.name, share: share * lengthOf(wall.stretches) };
  });
  return taken.reduce((a, b) => (b.share > a.share ? b : a)).name;
}

/** The seams of a piece, its own wall divided. */
export function seamsOf(form: Form, attachmentM: number | null, walls: OwnWall[]): Seams {
  const { joins, areas } = joinsOf(form, attachmentM);
  if (walls.length === 1) return { joins, areas };
  const length = wallLength(form);
  const ends: Partial<Record<WallName, WallName>> = {
    rim: wallAt(walls, 1),
    foot: wallAt(walls, 0),
    attachment: wallAt(walls, 0.5),
  };
  const moved = joins.map((join): Join => ({
    ...join,
    between: join.between.map((name) =>
      name === 'wall' ? (ends[join.between.find((of) => of !== 'wall')!] ?? 'wall') : name,
    ) as Join['between'],
  }));
  const around = outsideArea(form) / length;
  const own = Object.fromEntries(
    walls.map(({ name, stretches }) => [name, areas.wall! * lengthOf(stretches)]),
  );
  return { joins: [...moved, ...between(walls, length, around, form.wallM)], areas: { ...areas, ...own } };
}

/** The seams along the wall, where one stretch ends and the next begins. */
function between(walls: OwnWall[], length: number, around: number, sectionM: number): Join[] {
  const inOrder = walls
    .flatMap(({ name, stretches }) => stretches.map(([from, to]) => ({ name, from, to })))
    .sort((a, b) => a.from - b.from);
  return inOrder.slice(1).flatMap((upper, i): Join[] => {
    const lower = inOrder[i]!;
    const distanceM = ((upper.to - lower.from) / 2) * length;
    return upper.name === lower.name
      ? []
      : [{ between: [lower.name, upper.name], widthM: around, sectionM, distanceM }];
  });
}

/** How the clay of the piece's own wall is divided. */
export const sharesOf = (walls: OwnWall[]): { name: WallName; share: number }[] =>
  walls.map(({ name, stretches }) => ({ name, share: lengthOf(stretches) }));

/** The seams of a piece and those of a part once it is joined on. */
export function partSeams(seams: Seams, { part, thicknessM, joinedAt }: PartState, walls: OwnWall[]): Seams {
  const name: WallName = `part ${part}`;
  const areas = { ...seams.areas, [name]: handleFace(thicknessM) };
  if (joinedAt === null) return { joins: seams.joins, areas };
  const join: Join = { ...handleSeam([wallAt(walls, 0.5), name], thicknessM), since: joinedAt };
  return { joins: [...seams.joins, join], areas };
}

/** The wall at a share of the height. */
const wallAt = (walls: OwnWall[], height: number): WallName =>
  walls.find(({ stretches }) => stretches.some(([from, to]) => from <= height && height <= to))!.name;
