import type { Instant } from '../units/quantity.ts';
import { clayVolume, floorOf, isFlat, outsideArea, rimLength, type Form } from './form.ts';

/** The places of a piece that dry as walls of their own, and how they are joined. */

/** What stands in the way of water leaving each face, beside any cover. */
export type FaceExposure = 'free' | 'narrow' | 'sealed' | 'plaster' | 'mould';

/** What a piece stands or lies on. */
export type Stand = 'board' | 'rack' | 'plaster' | 'mould';

export const stands: { stand: Stand; name: string }[] = [
  { stand: 'board', name: 'On a board' },
  { stand: 'rack', name: 'On a rack, both faces in the air' },
  { stand: 'plaster', name: 'On a plaster bat' },
  { stand: 'mould', name: 'On a bisque or plastic mould' },
];

const underneath: Record<Stand, FaceExposure> = {
  board: 'sealed',
  rack: 'free',
  plaster: 'plaster',
  mould: 'mould',
};

export interface Exposure {
  outside: FaceExposure;
  inside: FaceExposure;
}

/** How the outside (upper) and the inside (lower) face of the wall meet the air when the piece stands as it does. */
export function exposure(form: Form, stand: Stand): Exposure {
  switch (form.kind) {
    case 'cylinder':
    case 'profile':
      return { outside: 'free', inside: form.mouth === 'narrow' ? 'narrow' : 'free' };
    case 'bowl':
    case 'box':
      return { outside: 'free', inside: stand === 'mould' ? 'mould' : 'free' };
    case 'plate':
    case 'tile':
      return { outside: 'free', inside: underneath[stand] };
  }
}

export type PlaceName = 'wall' | 'rim' | 'foot' | 'floor' | 'attachment';

/** Whether a wall is a place of its own on a piece, neither a band nor a part. */
export const isPlace = (name: WallName): name is PlaceName =>
  !name.startsWith('band') && !name.startsWith('part');

/** What is carried as a wall by itself: a place of a piece, a band of its wall, or a part made for it. */
export type WallName = PlaceName | `band ${string}` | `part ${string}`;

/** A wall's share of the clay of a piece. */
export interface ClayShare {
  place: WallName;
  share: number;
}

/** All clay in the wall. */
export const wallAlone: ClayShare[] = [{ place: 'wall', share: 1 }];

/**
 * How the clay of a piece is shared between its wall and its floor, to read a weighing by: the floor of an upright is
 * a disc as thick as the wall. Rim and foot are narrow and count with the wall, as does a handle.
 */
export function clayShares(form: Form): ClayShare[] {
  if (isFlat(form)) return wallAlone;
  const floor = Math.min(1, (floorOf(form).areaM2 * form.wallM) / clayVolume(form));
  return [
    { place: 'wall', share: 1 - floor },
    { place: 'floor', share: floor },
  ];
}

/** Whether a coat on the piece lies on this place too; the floor within is left bare. */
export const takesCoats = (name: WallName): boolean => name !== 'floor';

/** A place of a piece that dries as a wall of its own. */
export interface PlaceOnPiece {
  place: PlaceName;
  thicknessM: number;
  exposure: Exposure;
}

/** A rim has its edge in the air besides its faces; a foot is where wall and floor meet; taken as thickness. From memory. */
const RIM = 0.7;
const FOOT = 1.2;

/**
 * The places of a piece: the wall, and where they differ from it rim, foot, floor and an attachment.
 * @param attachmentM thickness of a handle or spout, m; null for none
 */
export function placesOf(form: Form, stand: Stand, attachmentM: number | null): PlaceOnPiece[] {
  const wall: PlaceOnPiece = { place: 'wall', thicknessM: form.wallM, exposure: exposure(form, stand) };
  const rim: PlaceOnPiece = {
    place: 'rim',
    thicknessM: form.wallM * RIM,
    exposure: { outside: 'free', inside: wall.exposure.inside === 'mould' ? 'mould' : 'free' },
  };
  const attachment: PlaceOnPiece[] =
    attachmentM === null
      ? []
      : [
          {
            place: 'attachment',
            thicknessM: attachmentM / 2,
            exposure: { outside: 'free', inside: 'free' },
          },
        ];
  if (isFlat(form)) return [wall, rim, ...attachment];
  const below = underneath[stand];
  const inside = wall.exposure.inside;
  return [
    wall,
    rim,
    { place: 'foot', thicknessM: form.wallM * FOOT, exposure: { outside: 'free', inside: below } },
    { place: 'floor', thicknessM: form.wallM, exposure: { outside: inside, inside: below } },
    ...attachment,
  ];
}

/** Two places that share a section of clay through which water passes. */
export interface Join {
  between: [WallName, WallName];
  /** How long the seam is, m. */
  widthM: number;
  /** How thick the clay is there, m. */
  sectionM: number;
  /** From the middle of the one to the middle of the other, m. */
  distanceM: number;
  /** From when on they are joined; from the beginning where that is not said. */
  since?: Instant;
}

/** The seams between the walls of a piece, and the face of each, m². */
export interface Seams {
  joins: Join[];
  areas: Partial<Record<WallName, number>>;
}

/** How far a rim or a foot reaches along the wall, and how far its middle lies from the wall's next to it, m. From memory. */
const EDGE_REACH = 0.016;
const EDGE_APART = 0.015;
/** A handle's length, and how far its middle lies from the wall, m. From memory. */
const HANDLE = { length: 0.12, apart: 0.03 };

/** Where a handle, or the like, of some thickness is joined on. */
export const handleSeam = (between: Join['between'], thicknessM: number): Join => ({
  between,
  widthM: 4 * thicknessM,
  sectionM: thicknessM,
  distanceM: HANDLE.apart,
});

/** The face of a handle, m². */
export const handleFace = (thicknessM: number): number => 2 * thicknessM * HANDLE.length;

/** The seams between the places of a piece, and the face of each place, m². */
export function joinsOf(form: Form, attachmentM: number | null): Seams {
  const { wallM } = form;
  const seam = (between: Join['between'], widthM: number, distanceM = EDGE_APART): Join => ({
    between,
    widthM,
    sectionM: wallM * RIM,
    distanceM,
  });
  const around = rimLength(form);
  const edge = around * EDGE_REACH;
  const handle: Seams =
    attachmentM === null
      ? { joins: [], areas: {} }
      : {
          joins: [handleSeam(['wall', 'attachment'], attachmentM)],
          areas: { attachment: handleFace(attachmentM) },
        };
  const rim = seam(['rim', 'wall'], around);
  if (isFlat(form))
    return {
      joins: [rim, ...handle.joins],
      areas: { wall: Math.max(outsideArea(form) - edge, edge), rim: edge, ...handle.areas },
    };
  const { aroundM: foot, areaM2: floor } = floorOf(form);
  return {
    joins: [
      rim,
      { ...seam(['wall', 'foot'], foot), sectionM: wallM },
      { ...seam(['foot', 'floor'], foot, EDGE_REACH / 2 + foot / (6 * Math.PI)), sectionM: wallM },
      ...handle.joins,
    ],
    areas: {
      wall: Math.max(outsideArea(form) - edge - foot * EDGE_REACH, edge),
      rim: edge,
      foot: foot * EDGE_REACH,
      floor,
      ...handle.areas,
    },
  };
}
