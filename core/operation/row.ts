import type { Cover } from '../drying/face.ts';
import type { WallEvent } from '../drying/run.ts';
import type { Form } from '../form/form.ts';
import type { Stand, WallName } from '../form/places.ts';
import type { SlipLaid } from '../slip/correct.ts';
import type { Does, EffectNamed, Face, FiredState, Role, Usual } from '../technique/technique.ts';
import type { Dimension, Instant } from '../units/quantity.ts';
import type { DecorationLayer, Lies, SlipColours } from './decoration.ts';
import type { SectionState } from './section.ts';

/** How a quantity of an effect is typed. */
export interface EffectField {
  /** Where it stands in the effect. */
  key: string;
  label: string;
  as: Dimension | 'percent' | 'grams' | 'seconds' | 'text';
  help?: string;
  /** It may be left empty. */
  optional?: true;
}

/** One of the walls that an effect meets. */
export interface OnWall {
  at: Instant;
  face: Face;
  wall: WallName;
  /** The share of that wall that lies in its zones. */
  within: number;
  slip: SlipLaid | null;
  /** Which time the step is done, from 1. */
  pass: number;
}

/** What is seen on a piece before an effect, and how more is laid on it. */
export interface OnPiece {
  before: DecorationLayer[];
  /** Those that lie in its zones. */
  meets: (layer: DecorationLayer) => boolean;
  add: (as: Lies, share: number, colours?: SlipColours | null) => DecorationLayer[];
  colours: SlipColours;
  slip: boolean;
}

/** What becomes of a piece itself. */
export interface Becomes {
  fired?: FiredState;
  form?: Form;
  joined?: Role;
  cover?: Cover;
  stand?: Stand;
}

/** Figures in the units of whoever reads them. */
export interface Say {
  length: (m: number) => string;
  grams: (kgM2: number) => string;
  number: (value: number) => string;
}

/** A figure with what is usual of it, `scale` to its unit. */
export type SayUsual = (figure: Usual, scale: number, unit: string) => string;

/**
 * All that one effect is and does: to the walls, to what is seen, to tubs and bins; its fields and words. What is left out
 * it does not do.
 */
export interface EffectRow<D extends Does> {
  /** It leaves slip or a film on the clay, that others wait for and that is not laid twice by mistake. */
  lays?: 'slip' | 'film';
  /** It brings water to the clay. */
  wets?: true;
  /** It can be done to clay, and not to a glaze. */
  onClay?: true;
  /** Something is to be watched once it is done. */
  watched?: true;
  /** It takes clay off, of so much a face: m. */
  takesOffM?: (effect: EffectNamed<D, number>) => number;
  /** Water of its rinsing carries silicate: always, or where it lies already. */
  rinses?: 'silicate' | 'what-lies';
  /** What happens to a wall. */
  wall?: (effect: EffectNamed<D, number>, on: OnWall) => WallEvent[];
  /** Slip taken from its tub, m³ on a face of so many m². */
  takesM3?: (effect: EffectNamed<D, number>, areaM2: number, slip: SlipLaid, pass: number) => number;
  /** Water and dry matter laid on each square metre of its zone, kg/m². */
  load?: (
    effect: EffectNamed<D, number>,
    slip: SlipLaid | null,
    pass: number,
  ) => { water: number; dry: number };
  /** What is seen of it. */
  seen?: (effect: EffectNamed<D, number>, on: OnPiece) => DecorationLayer[];
  becomes?: (effect: EffectNamed<D, number>, form: Form) => Becomes;
  /** In the section through a wall. @param times how often it is laid */
  section?: (effect: EffectNamed<D, Usual>, state: SectionState, times: number) => void;
  /** What is asked of it when it is logged. */
  fields?: (effect: EffectNamed<D, unknown>) => EffectField[];
  /** What it did, in words; left out or null where there is nothing to say. */
  done?: (effect: EffectNamed<D, number>, say: Say) => string | null;
  /** What it usually does, in words. */
  usually?: (effect: EffectNamed<D, Usual>, say: SayUsual) => string | null;
}
