import type { WallEvent } from '../drying/run.ts';
import type { Form } from '../form/form.ts';
import type { SlipLaid } from '../slip/correct.ts';
import type { Does, Effect, EffectNamed, Usual } from '../technique/technique.ts';
import { formatNumber, formatQuantity, type UnitChoice } from '../units/quantity.ts';
import { coat, fill, line, paper } from './laid.ts';
import { burnish, glaze, print, wax } from './onFace.ts';
import type { DecorationLayer } from './decoration.ts';
import type { Becomes, EffectField, EffectRow, OnPiece, OnWall, Say, SayUsual } from './row.ts';
import type { SectionState } from './section.ts';
import { cut, scrape, wipe } from './takenOff.ts';
import { film, silicate, wash } from './water.ts';
import { fire, heat, join, none, shape, stand, stretch } from './whole.ts';

/** Every effect, a row each: a new one is its row here, its quantities in the language, and its shape in the contract. */
export const rows: { [D in Does]: EffectRow<D> } = {
  ...{ coat, line, fill, paper },
  ...{ film, silicate, wash },
  ...{ cut, scrape, wipe },
  ...{ print, burnish, wax, glaze },
  ...{ heat, stretch, shape, join, stand, fire, none },
};

/** What an effect is and does. */
export const rowOf = <D extends Does>({ does }: { does: D }): EffectRow<D> => rows[does];

type One<D extends Does, Q = number> = EffectNamed<D, Q>;

/** Whether an effect leaves something on the clay that what comes later waits for. */
export const lays = (effect: Effect<unknown>): boolean => rowOf(effect).lays !== undefined;
export const laysSlip = (effect: Effect<unknown>): boolean => rowOf(effect).lays === 'slip';

/** Whether the drying of a wall knows of an effect. */
export const changesWall = (effect: Effect<unknown>): boolean => rowOf(effect).wall !== undefined;

export const wallEvents = <D extends Does>(effect: One<D>, on: OnWall): WallEvent[] =>
  rowOf(effect).wall?.(effect, on) ?? [];

/** Slip that an effect takes from its tub on a face, m³. @param pass which time the step is done, from 1 */
export const slipTaken = <D extends Does>(
  effect: One<D>,
  slip: SlipLaid,
  pass: number,
  areaM2: number,
): number => rowOf(effect).takesM3?.(effect, areaM2, slip, pass) ?? 0;

/** Water and dry matter that an effect lays on each square metre of its zone, kg/m². @param pass as with `slipTaken` */
export const loadOf = <D extends Does>(
  effect: One<D>,
  slip: SlipLaid | null,
  pass: number,
): { water: number; dry: number } => rowOf(effect).load?.(effect, slip, pass) ?? { water: 0, dry: 0 };

/** Of a face, how much clay an effect takes off, m. */
export const takenOffM = <D extends Does>(effect: One<D>): number => rowOf(effect).takesOffM?.(effect) ?? 0;

/** What is seen on a piece after an effect. */
export const seen = <D extends Does>(effect: One<D>, on: OnPiece): DecorationLayer[] =>
  rowOf(effect).seen?.(effect, on) ?? on.before;

/** What becomes of the piece itself. */
export const becomes = <D extends Does>(effect: One<D>, form: Form): Becomes =>
  rowOf(effect).becomes?.(effect, form) ?? {};

export const drawn = <D extends Does>(effect: One<D, Usual>, state: SectionState, times: number): void =>
  rowOf(effect).section?.(effect, state, times);

/** What is asked of an effect when it is logged. */
export const fieldsOf = <D extends Does>(effect: One<D, unknown>): EffectField[] =>
  rowOf(effect).fields?.(effect) ?? [];

/** What an effect did to the clay, in words; null where there is nothing to say of it. */
export function effectWords<D extends Does>(effect: One<D>, units: UnitChoice): string | null {
  const say: Say = {
    length: (m) => formatQuantity('length', m, units),
    grams: (kgM2) => `${formatNumber(kgM2 * 1000, 0, units)} g/m²`,
    number: (value) => formatNumber(value, 0, units),
  };
  return rowOf(effect).done?.(effect, say) ?? null;
}

/** What effects usually do to the clay, in words; empty where they do nothing. */
export const doesWords = ({ effects }: { effects: readonly Effect<Usual>[] }): string =>
  effects.flatMap((effect) => usualWords(effect) ?? []).join(', ');

const usualWords = <D extends Does>(effect: One<D, Usual>): string | null =>
  rowOf(effect).usually?.(effect, figure) ?? null;

const figure: SayUsual = ({ usual, least, most }, scale, unit) => {
  const text = (value: number) => String(Number((value * scale).toPrecision(3)));
  const between =
    least !== undefined && most !== undefined && least < most ? ` (${text(least)}–${text(most)})` : '';
  return `${text(usual)}${between} ${unit}`;
};
