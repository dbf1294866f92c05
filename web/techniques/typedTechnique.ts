import type { Effect, Need, Repeat, Step, Technique, Usual } from '../../core/technique/technique.ts';
import { formatNumber, type UnitChoice } from '../../core/units/quantity.ts';
import { typedNumber } from '../ui/fields.tsx';
import type { EffectField } from '../../core/operation/row.ts';
import { fieldsOf } from '../../core/operation/rows.ts';
import { fieldText, fieldValue } from '../acting/EffectInput.tsx';

/** A technique as it is being typed: its figures as text, by step and place. */
export interface TypedTechnique {
  technique: Technique;
  figures: Record<string, string>;
}

/** A figure of a step: where it stands, what it is called, and how it is typed. */
export interface Figure {
  /** Where it stands in the step, joined by points: also its field in the contract. */
  at: string;
  label: string;
  text: string;
  /** What is typed, in SI; undefined where it was left empty. */
  read: (text: string) => number | string | undefined;
  unit?: string;
  /** Typed in the maker's units, as it is when it is logged. */
  field?: EffectField;
}

const number =
  (scale: number) =>
  (text: string): number =>
    (typedNumber(text) ?? Number.NaN) * scale;
const orOpen =
  (scale: number) =>
  (text: string): number | undefined =>
    text.trim() === '' ? undefined : number(scale)(text);

const MINUTE_S = 60;
const readings = { skin: 'Outer millimetre', mean: 'Mean', core: 'Core' } as const;

/** The figures of a step. */
export function figuresOf(step: Step, units: UnitChoice): Figure[] {
  const shown = (value: number | undefined, scale = 1) =>
    value === undefined ? '' : formatNumber(value / scale, 2, units);
  return [
    ...step.needs.flatMap((need, i) => needFigures(need, `needs.${i}`, shown)),
    ...step.effects.flatMap((effect, i) => effectFigures(effect, `effects.${i}`, units)),
    ...(step.repeat ? repeatFigures(step.repeat, shown) : []),
    ...(step.takesS
      ? [
          {
            at: 'takesS.usual',
            label: 'Hands at work on a mug',
            unit: 'min',
            text: shown(step.takesS.usual, MINUTE_S),
            read: number(MINUTE_S),
          },
        ]
      : []),
  ];
}

function needFigures(
  need: Need,
  at: string,
  shown: (value: number | undefined, scale?: number) => string,
): Figure[] {
  if (need.kind === 'water')
    return need.spans.flatMap(({ wettest, driest }, i): Figure[] => [
      {
        at: `${at}.spans.${i}.wettest`,
        label: `${readings[need.of]} at most`,
        text: shown(wettest),
        read: orOpen(1),
      },
      {
        at: `${at}.spans.${i}.driest`,
        label: `${readings[need.of]} at least`,
        text: shown(driest),
        read: orOpen(1),
      },
    ]);
  if (need.kind === 'since')
    return (['least', 'most'] as const).flatMap((edge): Figure[] =>
      need[edge] === undefined
        ? []
        : [
            {
              at: `${at}.${edge}`,
              label: edge === 'least' ? 'Wait at least' : 'Within',
              unit: 'min',
              text: shown(need[edge], MINUTE_S),
              read: number(MINUTE_S),
            },
          ],
    );
  if (need.kind === 'seen' && need.usual)
    return [
      {
        at: `${at}.usual.usual`,
        label: `Until “${need.what}”`,
        unit: 'min',
        text: shown(need.usual.usual, MINUTE_S),
        read: number(MINUTE_S),
      },
    ];
  return [];
}

const effectFigures = (effect: Effect<Usual>, at: string, units: UnitChoice): Figure[] =>
  fieldsOf(effect).flatMap((field): Figure[] => {
    if (field.optional) return [];
    const value = (effect as unknown as Record<string, Usual | string>)[field.key]!;
    return [
      {
        at: typeof value === 'string' ? `${at}.${field.key}` : `${at}.${field.key}.usual`,
        label: field.label,
        text: fieldText(typeof value === 'string' ? value : value.usual, field, units),
        read: (text) => fieldValue(text, field, units),
        field,
      },
    ];
  });

const repeatFigures = (repeat: Repeat, shown: (value: number) => string): Figure[] =>
  (['least', 'usual', 'most'] as const).map((edge) => ({
    at: `repeat.${edge}`,
    label: { least: 'Done at least', usual: 'Usually', most: 'At most' }[edge],
    unit: 'times',
    text: shown(repeat[edge]),
    read: number(1),
  }));

export const figureKey = (step: Step, { at }: Figure): string => `${step.key}/${at}`;

/** The technique with what was typed of its figures; what is no number is left to the schema to refuse. */
export const techniqueFrom = ({ technique, figures }: TypedTechnique, units: UnitChoice): Technique => ({
  ...technique,
  steps: technique.steps.map((step) =>
    figuresOf(step, units).reduce(
      (made, figure) => {
        const text = figures[figureKey(step, figure)];
        return text === undefined ? made : (set(made, figure.at.split('.'), figure.read(text)) as Step);
      },
      { ...step, words: step.words.filter((line) => line.trim() !== '') },
    ),
  ),
});

/** A value with another one at a place in it; what is undefined is left out. A bound that is passed moves with it. */
function set(of: unknown, [key, ...rest]: string[], value: unknown): unknown {
  if (Array.isArray(of)) return of.map((item, i) => (String(i) === key ? set(item, rest, value) : item));
  const { [key!]: before, ...others } = of as Record<string, unknown>;
  if (rest.length > 0) return { ...others, [key!]: set(before, rest, value) };
  if (key === 'usual' && typeof value === 'number') return within(others, value);
  return value === undefined ? others : { ...others, [key!]: value };
}

/** What is usual, its bounds moved so that it lies between them. */
function within(bounds: Record<string, unknown>, usual: number): Record<string, unknown> {
  const { least, most } = bounds as Partial<Usual>;
  return {
    ...bounds,
    usual,
    ...(least !== undefined && { least: Math.min(least, usual) }),
    ...(most !== undefined && { most: Math.max(most, usual) }),
  };
}
