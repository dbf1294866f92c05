import { schoolsOf, stepsOf, techniqueOf } from './catalogue.ts';
import { conflictsOf, type Setting } from './conflicts.ts';
import { problem } from '../units/problem.ts';
import {
  MOST_PLANNED,
  refKey,
  sharing,
  type Conflict,
  type Layer,
  type Planned,
  type Route,
  type StepRef,
  type Zone,
} from './layer.ts';
import type { Need, SharedStep, Step } from './technique.ts';

/** How far the steps of a piece are: how often each was done, and whether the maker said that it is enough. */
export interface Progress {
  done: (ref: Omit<StepRef, 'pass'>) => number;
  enough: (ref: Omit<StepRef, 'pass'>) => boolean;
  /** How often a step is done at least from the slip that it is done with; null where the slip says nothing. */
  usual?: (layer: Layer, step: Step) => number | null;
}

export const untouched: Progress = { done: () => 0, enough: () => false };

/** What was done again and again may come on top; with more than this in all nothing is planned. */
export const MOST_DONE = 2 * MOST_PLANNED;

/** How many steps, passes counted, some layers would have in a route, without composing it. */
export const plannedCount = (layers: readonly Layer[], progress: Progress = untouched): number =>
  layers.reduce((sum, layer) => {
    const technique = layer.dropped ? null : techniqueOf(layer);
    if (!technique) return sum;
    return stepsOf(technique, layer.schools).reduce(
      (of, step) =>
        of +
        zonesEach(layer, step).reduce(
          (passes, zone) =>
            passes +
            passCount(layer, step, { layer: layer.id, step: step.key, zone: zone?.id ?? null }, progress),
          0,
        ),
      sum,
    );
  }, 0);

/** Zones that a step is done in one by one; one for all where it is done at once. */
const zonesEach = (layer: Layer, { repeat }: Step): (Zone | null)[] =>
  repeat?.each === 'zone' && layer.zones.length > 1 ? layer.zones : [null];

const inOrder: SharedStep[] = ['clean', 'raw-glaze', 'load', 'bisque', 'glaze', 'glost'];

/**
 * The route of a piece: the steps of all its layers in one order, those they share done once. Layers begin with the
 * wettest; those that share clay follow one another, the others go side by side. What cannot be is named beside it.
 */
export function compose(
  layers: readonly Layer[],
  progress: Progress = untouched,
  setting: Setting = {},
): Route {
  const standing = layers.filter((layer) => !layer.dropped && techniqueOf(layer));
  if (plannedCount(standing, progress) > MOST_DONE) return { planned: [], conflicts: [tooMany] };
  const whole = finished(standing.map((layer) => runOf(layer, progress, setting)));
  const shares = sharing();
  const runs = (setting.entered ? whole.map(fromBisque) : whole)
    .map((run, i) => ({ run, i, wettest: edgesOf(run.units)[0] ?? Number.NEGATIVE_INFINITY }))
    .sort((a, b) => b.wettest - a.wettest || a.i - b.i)
    .map(({ run }) => run);
  const planned: Planned[] = [];
  for (let phase = 0; phase <= inOrder.length; phase++) {
    if (phase > 0) planned.push(...sharedOf(runs, inOrder[phase - 1]!));
    planned.push(...merged(runs, phase, shares));
  }
  const route = linked(planned, standing, shares);
  const raw = setting.entered ? whole.flatMap((run) => rawOnly(run, standing)) : [];
  return { planned: route, conflicts: [...raw, ...conflictsOf(route, standing, setting)] };
}

const tooMany: Conflict = {
  refs: [],
  problem: problem(
    'too-many-steps',
    'layers',
    `More than ${MOST_DONE} steps cannot be planned on one piece: give up a layer of it, or go on with another piece.`,
  ),
};

/** A step of one layer, and after which of the shared steps it comes. */
interface Unit extends Planned {
  phase: number;
}

interface Run {
  layer: Layer;
  units: Unit[];
}

/** What is left to do of a layer on a piece that came as bisque. */
const fromBisque = ({ layer, units }: Run): Run => ({
  layer,
  units: units.filter(({ phase, step }) => phase > inOrder.indexOf('bisque') && step.shared !== 'bisque'),
});

/** A layer of which nothing can be done on bisque. */
function rawOnly(run: Run, layers: readonly Layer[]): Conflict[] {
  const own = ({ units }: Run) => units.filter(({ step, optional }) => !step.shared && !optional);
  const [first] = own(run);
  if (!first || own(fromBisque(run)).length > 0) return [];
  const { name } = techniqueOf(run.layer)!;
  return [
    {
      refs: first.refs,
      problem: problem(
        'raw-only',
        `layers.${layers.indexOf(run.layer)}.technique`,
        `${name} is done on raw clay, and this piece came as bisque: choose what is done on bisque, like a wash or a transfer.`,
      ),
    },
  ];
}

/** Where a layer says how the piece is fired, it says so for all. */
function finished(runs: Run[]): Run[] {
  const finishes = runs.find(({ layer }) => techniqueOf(layer)!.finishes);
  const fires = ({ step: { shared } }: Unit) => shared !== undefined && shared !== 'clean';
  return finishes
    ? runs.map((run) =>
        run === finishes ? run : { ...run, units: run.units.filter((unit) => !fires(unit)) },
      )
    : runs;
}

function runOf(layer: Layer, progress: Progress, { guarded }: Setting): Run {
  const technique = techniqueOf(layer)!;
  const all = stepsOf(technique, schoolsOf(technique, layer.schools));
  const steps = guarded ? all.map((step) => ({ ...step, ...step.guarded })) : all;
  const units: Unit[] = [];
  let phase = 0;
  for (const step of steps) {
    if (step.shared) phase = Math.max(phase, inOrder.indexOf(step.shared) + 1);
    for (const zone of zonesEach(layer, step))
      for (const unit of passesOf(layer, step, zone, progress)) units.push({ ...unit, phase });
  }
  for (const [i, unit] of units.entries()) unit.step = { ...unit.step, needs: ownNeeds(unit, i, units) };
  return { layer, units };
}

function passesOf(layer: Layer, step: Step, zone: Zone | null, progress: Progress): Planned[] {
  const ref = { layer: layer.id, step: step.key, zone: zone?.id ?? null };
  const count = passCount(layer, step, ref, progress);
  const usual = Math.max(1, usualPasses(layer, step, progress));
  const done = progress.done(ref);
  const face = step.face ?? layer.face;
  return Array.from({ length: count }, (_, i): Planned => {
    const pass = i + 1;
    const of = zone ? `, ${zone.name.toLowerCase()}` : '';
    const words = count > 1 || usual > 1 ? passWords(step, pass, usual) : step;
    const refs = [{ ...ref, pass }];
    return {
      key: refKey(refs[0]!),
      refs,
      step: {
        ...step,
        name: `${words.name}${of}`,
        verb: `${words.verb}${of}`,
      },
      pass,
      passes: count,
      optional: (step.optional === true && !layer.also.includes(step.key)) || pass > Math.max(usual, done),
      face,
      zones: zone ? [zone] : layer.zones,
      stock: stockOf(layer, refs[0]!),
      after: [],
    };
  });
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

const usualPasses = (layer: Layer, step: Step, { usual }: Progress): number =>
  usual?.(layer, step) ?? step.repeat?.usual ?? 1;

/** As often as is usual, and where the maker has not said that it is enough, once more than was done. */
function passCount(layer: Layer, step: Step, ref: Omit<StepRef, 'pass'>, progress: Progress): number {
  const done = progress.done(ref);
  if (!step.repeat) return Math.max(1, done);
  if (progress.enough(ref)) return Math.max(1, done);
  const usual = usualPasses(layer, step, progress);
  if (done < usual) return usual;
  return step.repeat.until && done < step.repeat.most ? done + 1 : Math.max(1, done);
}

/** The tubs of a step: those named most particularly. */
function stockOf({ stock }: Layer, { step, zone, pass }: StepRef): string[] {
  const fits = stock.filter(
    (of) =>
      (of.step === undefined || of.step === step) &&
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

/** From each step on, the wettest edge at which the first compulsory one with a need of water can be done. */
function edgesOf(units: Unit[]): number[] {
  const edges: number[] = [];
  for (let i = units.length - 1; i >= 0; i--)
    edges[i] = ownEdge(units[i]!) ?? edges[i + 1] ?? Number.NEGATIVE_INFINITY;
  return edges;
}

function ownEdge({ step, optional }: Unit): number | null {
  if (optional) return null;
  for (const need of step.needs)
    if (need.kind === 'water') return Math.max(...need.spans.map(({ wettest }) => wettest ?? WETTEST));
    else if (need.kind === 'fired') return Number.NEGATIVE_INFINITY;
  return null;
}

/** Wetter than any clay on the moisture index. */
const WETTEST = 120;

function sharedOf(runs: Run[], shared: SharedStep): Planned[] {
  const same = runs.flatMap(({ units }) => units.filter(({ step }) => step.shared === shared));
  const [first] = same;
  if (!first) return [];
  return [
    {
      ...plain(first),
      refs: same.flatMap(({ refs }) => refs),
      optional: same.every(({ optional }) => optional),
      step: { ...first.step, hazards: [...new Set(same.flatMap(({ step }) => step.hazards))] },
      zones: same.flatMap(({ zones }) => zones),
    },
  ];
}

const plain = ({ phase, ...planned }: Unit): Planned => planned;

/** Steps of one phase: layers that share clay one after another, the others by the wettest of what comes next. */
function merged(runs: Run[], phase: number, shares: ReturnType<typeof sharing>): Planned[] {
  const rests = runs.map(({ layer, units }) => {
    const own = units.filter((unit) => unit.phase === phase && !unit.step.shared);
    return { layer, own, edges: edgesOf(own), at: 0 };
  });
  const found: Planned[] = [];
  for (;;) {
    const open = rests.filter(({ own, at }) => at < own.length);
    const free = open.filter(
      ({ layer }, i) => !open.slice(0, i).some((before) => shares(before.layer, layer)),
    );
    if (free.length === 0) return found;
    const next = free.reduce((a, b) => (b.edges[b.at]! > a.edges[a.at]! ? b : a));
    const { own } = next;
    // what is done wet in wet, or within minutes, follows at once
    do found.push(plain(own[next.at++]!));
    while (next.at < own.length && isAtOnce(own[next.at]!));
  }
}

const isAtOnce = ({ step }: Unit): boolean =>
  step.needs.some(
    (need) =>
      (need.kind === 'sign' && need.side === 'before') || (need.kind === 'since' && need.most !== undefined),
  );

/** Whether a step leaves slip or the like on the clay that others wait for. */
export const lays = ({ step }: Planned): boolean =>
  step.effects.some(
    ({ does }) => does === 'coat' || does === 'line' || does === 'fill' || does === 'silicate',
  );

/** Names what comes before each step, and the coats beneath that it waits for. */
function linked(planned: Planned[], layers: readonly Layer[], shares: ReturnType<typeof sharing>): Planned[] {
  const begun = new Set<string>();
  // of a shared step every layer has its own name, and all mean the one
  const named = new Map(planned.flatMap(({ key, refs }) => refs.map((ref) => [refKey(ref), key])));
  const laid: Planned[] = [];
  return planned.map((of, i) => {
    const beneath = laid.findLast((before) => shares(before, of));
    if (lays(of)) laid.push(of);
    const own = of.refs[0]!.layer;
    const upon = layers.find(({ id }) => id === own)!.upon;
    const first = !begun.has(own);
    begun.add(own);
    const other = beneath !== undefined && beneath.refs[0]!.layer !== own;
    const waits: Need[] =
      first && other && upon !== null && !of.step.shared
        ? [
            {
              kind: 'sign',
              sign: upon === 'wet' ? 'matte' : upon,
              of: beneath.key,
              side: upon === 'wet' ? 'before' : 'after',
            },
          ]
        : [];
    const needs = of.step.needs.flatMap((need): Need[] => {
      if (need.kind === 'water' || !('of' in need) || need.of === undefined) return [need];
      if (need.of !== '@here') return [{ ...need, of: named.get(need.of) ?? need.of } as Need];
      return beneath ? [{ ...need, of: beneath.key } as Need] : [];
    });
    const layerIds = new Set(of.refs.map(({ layer }) => layer));
    return {
      ...of,
      step: { ...of.step, needs: [...needs, ...waits] },
      after: planned
        .slice(0, i)
        .filter((before) => shares(before, of) || before.refs.some(({ layer }) => layerIds.has(layer)))
        .map(({ key }) => key),
    };
  });
}
