import { schoolsOf, stepsOf, techniqueOf } from '../catalogue/catalogue.ts';
import type { Setting } from './conflicts.ts';
import { refKey, type Layer, type Planned, type StepRef, type Zone } from '../technique/layer.ts';
import {
  hasJar,
  useOf,
  type Need,
  type SharedStep,
  type Step,
  type StepKey,
} from '../technique/technique.ts';

/** The steps of one layer in their order: each time that a step is done is one of its own. */

/** A step without which time it is done. */
export type StepOf = Omit<StepRef, 'pass'>;

export const stepKey = ({ step, zone }: Pick<StepRef, 'step' | 'zone'>): string =>
  zone === null ? step : `${step}@${zone}`;

/** Steps put back into a route: done again, from one of them to another. */
export interface Redo {
  layer: string;
  from: StepKey;
  to: StepKey;
  /** How often each had been done before it, by `stepKey`. */
  before: Record<string, number>;
}

/** How far the steps of a piece are: how often each was done, and whether the maker said that it is enough. */
export interface Progress {
  done: (ref: StepOf) => number;
  enough: (ref: StepOf) => boolean;
  /** How often a step is done at least from the slip that it is done with; null where the slip says nothing. */
  usual?: (layer: Layer, step: Step) => number | null;
  /** What is done again, in the order in which that was said. */
  redone?: readonly Redo[];
}

export const untouched: Progress = { done: () => 0, enough: () => false };

/** Steps that layers share stand in this order, each once. */
export const inOrder: SharedStep[] = ['clean', 'raw-glaze', 'load', 'bisque', 'glaze', 'glost'];

/** A step of one layer, and after which of the shared steps it comes. */
export interface Unit extends Planned {
  phase: number;
}

/** Zones that a step is done in one by one; one for all where it is done at once. */
export const zonesEach = (layer: Layer, { repeat }: Step): (Zone | null)[] =>
  repeat?.each === 'zone' && layer.zones.length > 1 ? layer.zones : [null];

/** The steps of a layer, passes counted. */
export function unitsOf(layer: Layer, progress: Progress, { guarded }: Setting): Unit[] {
  const technique = techniqueOf(layer)!;
  const all = stepsOf(technique, schoolsOf(technique, layer.schools));
  const steps = guarded ? all.map((step) => ({ ...step, ...step.guarded })) : all;
  const redone = (progress.redone ?? []).filter((redo) => redo.layer === layer.id);
  const units: Unit[] = [];
  let phase = 0;
  for (const step of steps) {
    if (step.shared) phase = Math.max(phase, inOrder.indexOf(step.shared) + 1);
    units.push(...allRound(layer, step, progress, phase));
  }
  for (const redo of redone) putBack(units, redo, { layer, steps, progress, redone });
  for (const [i, unit] of units.entries()) unit.step = { ...unit.step, needs: ownNeeds(unit, i, units) };
  return units;
}

/** How many steps, passes counted, a layer has. */
export const unitCount = (layer: Layer, progress: Progress): number => {
  const technique = techniqueOf(layer);
  if (!technique || layer.dropped) return 0;
  const counts = stepsOf(technique, layer.schools).flatMap((step) =>
    zonesEach(layer, step).map((zone) => {
      const ref = { layer: layer.id, step: step.key, zone: zone?.id ?? null };
      const again = redosOf(progress, ref).length;
      return again > 0 ? progress.done(ref) + again : passCount(layer, step, zone, progress);
    }),
  );
  return counts.reduce((sum, count) => sum + count, 0);
};

/** All passes of a step: one goes round all zones before the next. */
function allRound(layer: Layer, step: Step, progress: Progress, phase: number): Unit[] {
  const zones = zonesEach(layer, step);
  const counts = zones.map((zone) => passCount(layer, step, zone, progress));
  return Array.from({ length: Math.max(...counts) }, (_, i) =>
    zones.flatMap((zone, k) =>
      i < counts[k]! ? [unitOf({ layer, step, zone, progress, phase, count: counts[k]! }, i + 1)] : [],
    ),
  ).flat();
}

interface Of {
  layer: Layer;
  step: Step;
  zone: Zone | null;
  progress: Progress;
  phase: number;
  /** How often it is done in all. */
  count: number;
}

function unitOf({ layer, step, zone, progress, phase, count }: Of, pass: number): Unit {
  const ref = { layer: layer.id, step: step.key, zone: zone?.id ?? null, pass };
  const usual = Math.max(1, usualPasses(layer, step, zone, progress));
  const of = zone ? `, ${zone.name.toLowerCase()}` : '';
  const words = count > 1 || usual > 1 ? passWords(step, pass, usual) : step;
  return {
    key: refKey(ref),
    refs: [ref],
    step: { ...step, name: `${words.name}${of}`, verb: `${words.verb}${of}` },
    pass,
    passes: count,
    optional:
      (step.optional === true && !layer.also.includes(step.key)) ||
      pass > Math.max(usual, progress.done(ref)),
    face: step.face ?? layer.face,
    zones: zone ? [zone] : layer.zones,
    stock: stockOf(layer, step, ref),
    after: [],
    phase,
  };
}

const ordinals = ['First', 'Second', 'Third', 'Fourth', 'Fifth'];

/** A step that is done more than once, by its pass. How many fills it takes is the slip's to say. */
function passWords({ name, verb, effects }: Step, pass: number, usual: number): Pick<Step, 'name' | 'verb'> {
  const ordinal = ordinals[pass - 1];
  if (ordinal && effects.some(({ does }) => does === 'fill')) {
    const words = `${ordinal} ${name.toLowerCase()}`;
    return { name: words, verb: `Log ${words.toLowerCase()}` };
  }
  return { name: `${name} ${pass}${pass <= usual ? ` of ${usual}` : ''}`, verb: `${verb} ${pass}` };
}

const usualPasses = (layer: Layer, step: Step, zone: Zone | null, { usual }: Progress): number =>
  usual?.(layer, step) ??
  (step.repeat?.each === 'zone' ? layer.coats?.[(zone ?? layer.zones[0])!.id] : undefined) ??
  step.repeat?.usual ??
  1;

/** As often as is usual, and where the maker has not said that it is enough, once more than was done; before it is done again. */
function passCount(layer: Layer, step: Step, zone: Zone | null, progress: Progress): number {
  const ref = { layer: layer.id, step: step.key, zone: zone?.id ?? null };
  const [first] = redosOf(progress, ref);
  if (first) return Math.max(1, first.before[stepKey(ref)]!);
  const done = progress.done(ref);
  if (!step.repeat) return Math.max(1, done);
  if (progress.enough(ref)) return Math.max(1, done);
  const usual = usualPasses(layer, step, zone, progress);
  if (done < usual) return usual;
  return step.repeat.until && done < step.repeat.most ? done + 1 : Math.max(1, done);
}

/** What has a step done again: those that had it done before. */
const redosOf = ({ redone = [] }: Progress, ref: StepOf): Redo[] =>
  redone.filter(({ layer, before }) => layer === ref.layer && before[stepKey(ref)] !== undefined);

/** Puts the steps of a redo behind the last of them that stands already. */
function putBack(
  units: Unit[],
  redo: Redo,
  { layer, steps, progress, redone }: { layer: Layer; steps: Step[]; progress: Progress; redone: Redo[] },
): void {
  const [from, to] = [redo.from, redo.to].map((key) => steps.findIndex((step) => step.key === key));
  if (from! < 0 || to! < from!) return;
  const again = steps
    .slice(from, to! + 1)
    .flatMap((step) => (step.shared ? [] : zonesEach(layer, step).map((zone) => ({ step, zone }))))
    .flatMap(({ step, zone }) => {
      const ref = { layer: layer.id, step: step.key, zone: zone?.id ?? null };
      const before = redo.before[stepKey(ref)];
      return before === undefined ? [] : [{ step, zone, ref, before }];
    });
  const isOf = (ref: StepOf, { refs: [of] }: Unit) => of!.step === ref.step && of!.zone === ref.zone;
  const last = units.findLastIndex((unit) => again.some(({ ref }) => isOf(ref, unit)));
  const phase = units[last]?.phase ?? 0;
  const later = redone.slice(redone.indexOf(redo) + 1);
  const put = again.flatMap(({ step, zone, ref, before }) => {
    const had = units.filter((unit) => isOf(ref, unit)).length;
    const next = later.find((of) => of.before[stepKey(ref)] !== undefined);
    const times = next ? next.before[stepKey(ref)]! - before : timesAgain(step, ref, before, progress);
    return Array.from({ length: times }, (_, i) =>
      oneAgain({ layer, step, zone, progress, phase, count: 1 }, had + i + 1),
    );
  });
  units.splice(last + 1, 0, ...put);
}

/** How often a step is done after it was put back: once, and as often more as it was done or is offered. */
function timesAgain(step: Step, ref: StepOf, before: number, progress: Progress): number {
  const done = progress.done(ref) - before;
  const more = done > 0 && step.repeat?.until !== undefined && !progress.enough(ref);
  return Math.max(1, done) + (more ? 1 : 0);
}

const again = ['', '', 'again', 'a third time', 'a fourth time', 'a fifth time'];

function oneAgain(of: Of, pass: number): Unit {
  const unit = unitOf(of, pass);
  const { step, zone, layer } = of;
  const often = again[pass] ?? `for the ${pass}th time`;
  const where = zone ? `, ${zone.name.toLowerCase()}` : '';
  return {
    ...unit,
    passes: pass,
    optional: step.optional === true && !layer.also.includes(step.key),
    step: { ...unit.step, name: `${step.name} ${often}${where}`, verb: `${step.verb} ${often}${where}` },
  };
}

/** The tubs of a step: those named most particularly. */
function stockOf({ stock }: Layer, { effects }: Step, { step, zone, pass }: StepRef): string[] {
  const use = effects.map(useOf).find((of) => of !== undefined);
  const fits = stock.filter(
    (of) =>
      (of.step === undefined ? !use || !hasJar(use) : of.step === step) &&
      (of.zone === undefined || of.zone === zone) &&
      (of.pass === undefined || of.pass === pass),
  );
  const weight = (of: Layer['stock'][number]) =>
    (of.pass === undefined ? 0 : 4) + (of.zone === undefined ? 0 : 2) + (of.step === undefined ? 0 : 1);
  return fits.sort((a, b) => weight(b) - weight(a))[0]?.ids ?? [];
}

/** The needs of a pass, its references to steps of its own layer made names of planned steps. */
function ownNeeds(unit: Unit, here: number, units: Unit[]): Need[] {
  const { step, pass, refs } = unit;
  const [{ zone }] = refs as [StepRef];
  return step.needs.flatMap((need): Need[] => {
    if (need.pass && (need.pass === 'first') !== (pass === 1)) return [];
    if (!('of' in need) || need.of === undefined || need.kind === 'water' || need.of === '@here')
      return [need];
    const named = need.of === '@before' ? step.key : need.of;
    const waitedFor = ({ refs: [ref], optional, pass: which }: Unit) =>
      ref!.step === named &&
      // a pass more than is needed is not waited for before it is laid
      (!optional || which === 1 || ref!.step === step.key) &&
      (ref!.zone === zone || zone === null || ref!.zone === null);
    let i = here - 1;
    while (i >= 0 && !waitedFor(units[i]!)) i -= 1;
    const before = units[i];
    return before ? [{ ...need, of: before.key } as Need] : [];
  });
}
