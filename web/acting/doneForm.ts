import type { TubState } from '../../core/log/tub.ts';
import { useState } from 'react';
import { bodies } from '../../api/entry.ts';
import { stageAt, type Stage } from '../../core/clay/stage.ts';
import type { Form } from '../../core/form/form.ts';
import type { Entry, Face, Outcome } from '../../core/log/entry.ts';
import type { SlipLaid } from '../../core/slip/correct.ts';
import type { NextStep } from '../../core/plan/next.ts';
import type { EffectField } from '../../core/operation/row.ts';
import {
  doneBody,
  leftOut,
  stepDone,
  takenM3,
  type DoneMeant,
  type DoneOn,
} from '../../core/log/acts/done.ts';
import { fieldsOf } from '../../core/operation/rows.ts';
import { deepestGroove, usually } from '../../core/piece/operation.ts';
import { leavesSilicate, takesOff } from '../../core/piece/waste.ts';
import { consistencyFor, type SlipUse } from '../../core/slip/consistency.ts';
import { USUAL_GRAIN } from '../../core/slip/density.ts';
import { shareOfZones, type Zone } from '../../core/technique/layer.ts';
import { hasJar, useOf, type Effect } from '../../core/technique/technique.ts';
import { formatFixed, type UnitChoice } from '../../core/units/quantity.ts';
import { useDraft } from '../ui/draft.ts';
import { typedNumber } from '../ui/fields.tsx';
import { useUnits } from '../asking/maker.ts';
import { stamped } from '../saving/outbox.ts';
import { wrongFields } from '../ui/shape.ts';
import { useTubsFor } from '../tubs/shelf.ts';
import type { CoatedWall } from './coatedWall.ts';
import { asProposed, useCutOff, type TypedCutOff } from './CutOff.tsx';
import { fieldText, fieldValue } from './EffectInput.tsx';

export interface DoneStep {
  pieceId: string;
  pieceName: string;
  /** The face that is worked on, m². */
  areaM2: number;
  wall: CoatedWall;
  step: NextStep;
  /** Others that the same is logged for at once. */
  others?: DoneStep[];
}

const WHOLE = 'whole of it';
/** Slip that comes from no tub of the shelf. */
export const NO_TUB = 'none';

/** A step that was done, as it is being typed. */
export interface TypedDone {
  /** What was typed of each quantity, by effect and name. */
  values: Record<string, string>;
  /** A tub by its id, `NO_TUB`, or not said yet. */
  tub: string | null;
  gravity: string | null;
  face: Face;
  /** One zone of several, by its name; null for all. */
  zone: string | null;
  /** Where it is other than the clock has it. */
  stage: Stage | null;
  minutes: string;
  /** What it has become, where the step gave it another form. */
  form?: Form | null;
  cutOff: TypedCutOff;
  outcome: Outcome | 'left-out' | null;
  faults: string[];
  note: string;
}

/** What is typed of it, kept as a draft. */
function useTypedDone(
  { pieceId, wall, step: { planned }, others = [] }: DoneStep,
  laid: SlipUse | undefined,
) {
  const [typed, setTyped, forget] = useDraft<TypedDone>(
    `done ${[pieceId, ...others.map((one) => one.pieceId)].join(' ')} ${planned.key}`,
    () => ({
      values: {},
      tub: planned.stock[0] ?? (laid && hasJar(laid) ? null : lastOf(wall.carried)),
      gravity: null,
      face: planned.face,
      zone: null,
      stage: null,
      minutes: '',
      cutOff: asProposed,
      outcome: null,
      faults: [],
      note: '',
    }),
  );
  const set = (change: Partial<TypedDone>) => setTyped((last) => ({ ...last, ...change }));
  return { typed, set, forget };
}

const slipTyped = (gravity: string, tub: TubState | undefined): SlipLaid => ({
  specificGravity: typedNumber(gravity) ?? Number.NaN,
  grainDensity: tub?.made.grainDensity ?? USUAL_GRAIN,
  adjusted: tub?.adjusted ?? 'none',
});

const wentWrong = ({ outcome }: TypedDone): boolean => outcome === 'mixed' || outcome === 'bad';

/** The step as it was typed, on all of the pieces. */
function meantOf({
  typed,
  all,
  effects,
  slip,
  share,
  further,
  wall,
  shapes,
  tubId,
  stage,
}: {
  typed: TypedDone;
  all: DoneStep[];
  effects: Effect<number>[];
  slip: SlipLaid | null;
  share: number;
  further: boolean;
  wall: CoatedWall;
  shapes: boolean;
} & Pick<DoneMeant, 'tubId' | 'stage'>): DoneMeant {
  const tookS = typed.minutes.trim() === '' ? null : (typedNumber(typed.minutes) ?? Number.NaN) * 60;
  const on = all.map(({ pieceId: id, areaM2, step: { planned: its } }): DoneOn => ({
    pieceId: id,
    areaM2: areaM2 * share,
    refs: further || typed.face !== its.face ? [] : its.refs,
    zone: zoneOf(its.zones, typed.zone),
  }));
  return {
    on,
    face: typed.face,
    body: {
      effects,
      slip,
      outcome: typed.outcome === 'left-out' ? null : typed.outcome,
      faults: wentWrong(typed) ? typed.faults : [],
      note: typed.note,
      form: shapes && typed.form ? { ...typed.form, wallM: wall.thicknessM } : null,
      ...(tookS !== null && { tookS }),
    },
    tubId,
    stage,
  };
}

const plannedOn = ({ pieceId, step }: DoneStep) => ({ pieceId, refs: step.planned.refs });

/** What is typed of a step that was done, what follows from it, and what is logged of it. */
export function useDoneForm(of: DoneStep) {
  const { pieceName, wall, step, others = [] } = of;
  const units = useUnits();
  const { planned, name } = step;
  const usual = planned.step.effects.map(usually);
  const laid = usual.map(useOf).find((use) => use !== undefined);
  const tubs = useTubsFor(planned, laid);
  const { typed, set, forget } = useTypedDone(of, laid);
  const [further, setFurther] = useState(false);
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const chosen = tubs.offered.find(({ shelf }) => shelf.tub.id === typed.tub) ?? null;
  const tub = chosen?.shelf.tub;
  const gravityText = typed.gravity ?? formatFixed(tub?.specificGravity ?? usualGravity(laid), 2, units);
  const textOf = (i: number, field: EffectField) =>
    typed.values[`${i}.${field.key}`] ?? usualText(usual[i]!, field, units, wall.thicknessM);
  const effects = usual.map((effect, i) => typedEffect(effect, (field) => textOf(i, field), units));
  const slip = laid ? slipTyped(gravityText, tub) : null;
  const lies = effects.find(useOf);
  const zone = zoneOf(planned.zones, typed.zone);
  const share = shareOfZones(zone ? [zone] : planned.zones);
  const shapes = usual.some(({ does }) => does === 'shape');
  const cuts = takesOff(usual) || leavesSilicate(usual, wall.carried);
  const all = [of, ...others];
  const called = others.length === 0 ? pieceName : `${all.length} pieces`;
  const areaM2 = all.reduce((sum, one) => sum + one.areaM2, 0) * share;
  const cutOff = useCutOff(wall, typed.cutOff, effects, areaM2);
  // fired ware has no stage any more
  const raw = !planned.step.needs.some(({ kind }) => kind === 'fired');
  const clock = stageAt(wall.body, wall.meanX).stage;
  const stage = raw ? (typed.stage ?? clock) : null;

  const meant = meantOf({
    ...{ typed, all, effects, slip, share, further, wall, shapes },
    tubId: laid && tub ? tub.id : null,
    stage: stage && { found: stage, clock },
  });
  const { on } = meant;

  const act = (at: number): { wrong: string } | { words: string; entries: Entry[] } => {
    if (typed.outcome === 'left-out')
      return {
        words: `${called}: ${name.toLowerCase()} left out`,
        entries: stamped(leftOut(all.map(plannedOn), typed.note), at),
      };
    const found = wrongFields(bodies['piece.done'], doneBody(meant, on[0]!));
    if (laid && !chosen && typed.tub !== NO_TUB && tubs.offered.length > 0)
      found['tub'] = 'From which tub? Choose one, or say that it is none of the shelf.';
    setWrong(found);
    const [first] = Object.values(found);
    if (first) return { wrong: first };
    const binned = cuts ? cutOff.drafts(`${called}, ${name.toLowerCase()}`) : [];
    if (typeof binned === 'string') return { wrong: binned };
    return {
      words: `${called}: ${typed.face === planned.face ? name.toLowerCase() : `coat ${typed.face}`}`,
      entries: stamped([...stepDone(meant), ...binned], at),
    };
  };

  return {
    ...{ typed, set, forget, act, wrong, usual, laid, tubs, chosen, tub },
    takesM3: on.reduce((sum, one) => sum + takenM3(meant, one), 0),
    gravityText,
    textOf,
    effects,
    /** The coat that is laid; null where it is none. */
    coat: lies?.does === 'coat' && slip ? { thicknessM: lies.thicknessM, ...slip } : null,
    shapes,
    cuts,
    cutOff,
    stage,
    called,
    zones: planned.zones.length > 1 ? zonesOf(planned.zones) : [],
    further,
    setFurther,
    wentWrong: wentWrong(typed),
  };
}

export type DoneForm = ReturnType<typeof useDoneForm>;

/** The tub that slip on this very piece came from last; null where it has none yet. */
const lastOf = ({ tubs, slip }: CoatedWall['carried']): string | null =>
  tubs.at(-1) ?? (slip ? NO_TUB : null);

/** All its zones, or one of them. */
const zonesOf = (zones: readonly Zone[]): { value: string; label: string }[] => [
  { value: WHOLE, label: 'All its zones' },
  ...zones.map(({ id, name }) => ({ value: id, label: name })),
];

/** The one zone that a deed is of; null where it is of several. */
const zoneOf = (zones: readonly Zone[], chosen: string | null): Zone | null =>
  zones.length === 1 ? zones[0]! : (zones.find(({ id }) => id === chosen) ?? null);

export const wholeOfIt = WHOLE;

/** A usual quantity as the text of its field; no cut is proposed deeper than the wall bears. */
function usualText(effect: Effect<number>, field: EffectField, units: UnitChoice, wallM: number): string {
  const usual = (effect as unknown as Record<string, number | string>)[field.key] ?? '';
  const fits = field.key === 'depthM' && typeof usual === 'number';
  return fieldText(fits ? Math.min(usual, deepestGroove(wallM)) : usual, field, units);
}

/** An effect with what was typed of it; what is no number is left to the schema to refuse. */
function typedEffect(
  effect: Effect<number>,
  textOf: (field: EffectField) => string,
  units: UnitChoice,
): Effect<number> {
  const typed = fieldsOf(effect)
    .map((field): [EffectField, number | string] => [field, fieldValue(textOf(field), field, units)])
    .flatMap(([{ key, optional }, value]) => (optional && value === '' ? [] : [[key, value]]));
  return { ...effect, ...Object.fromEntries(typed) };
}

function usualGravity(laid: SlipUse | undefined): number {
  if (!laid) return 1;
  const { gravity } = consistencyFor(laid);
  return (gravity.from + gravity.to) / 2;
}
