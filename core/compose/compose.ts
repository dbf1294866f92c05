import { techniqueOf } from '../catalogue/catalogue.ts';
import { conflictsOf, type Setting } from './conflicts.ts';
import { lays as effectLays } from '../operation/rows.ts';
import { problem } from '../units/problem.ts';
import {
  MOST_PLANNED,
  refKey,
  sharing,
  type Conflict,
  type Layer,
  type OnClay,
  type Planned,
  type Route,
} from '../technique/layer.ts';
import { inOrder, unitCount, unitsOf, untouched, type Progress, type Unit } from './passes.ts';
import { meeting, type Meets } from './reach.ts';
import { layoutsAsOne, leftCentred } from './atOnce.ts';
import type { Need, SharedStep } from '../technique/technique.ts';

/** What was done again and again may come on top; with more than this in all nothing is planned. */
export const MOST_DONE = 2 * MOST_PLANNED;

/** How many steps, passes counted, some layers would have in a route, without composing it. */
export const plannedCount = (layers: readonly Layer[], progress: Progress = untouched): number =>
  layers.reduce((sum, layer) => sum + unitCount(layer, progress), 0);

/**
 * The route of a piece: the steps of all its layers in one order, those they share done once. Layers are done in the
 * order in which they stand; steps that do not meet on the clay may change places, and then the wetter goes first. Steps
 * that follow one another within minutes stay together. What cannot be is named beside it.
 */
export function compose(
  layers: readonly Layer[],
  progress: Progress = untouched,
  setting: Setting = {},
): Route {
  const standing = layers.filter((layer) => !layer.dropped && techniqueOf(layer));
  if (plannedCount(standing, progress) > MOST_DONE) return { planned: [], conflicts: [tooMany] };
  const shares = sharing();
  const meets = meeting(shares);
  const whole = ribbedOnce(
    finished(standing.map((layer) => ({ layer, units: unitsOf(layer, progress, setting) }))),
    meets,
  );
  const runs = setting.entered ? whole.map(fromBisque) : whole;
  const planned: Planned[] = [];
  for (let phase = 0; phase <= inOrder.length; phase++) {
    if (phase > 0) planned.push(...sharedOf(runs, inOrder[phase - 1]!));
    planned.push(...merged(runs, phase, meets));
  }
  const drawn = layoutsAsOne(planned, meets, ({ refs: [ref] }) => progress.done(ref!));
  const route = linked(drawn, standing, shares).map(leftCentred);
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

/** Slurry is taken off once, before anything is laid there: never through it. */
function ribbedOnce(runs: Run[], meets: Meets): Run[] {
  const before: Unit[] = [];
  return runs.map((run) => {
    const units = run.units.filter(
      (unit) =>
        !unit.step.slurry ||
        !before.some(
          (of) =>
            (of.step.slurry !== undefined || (unit.step.slurry === 'bare' && lays(of))) && meets(of, unit),
        ),
    );
    before.push(...run.units.filter(({ optional }) => !optional));
    return { ...run, units };
  });
}

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

/** Steps that follow one another within minutes, and how wet the clay may be for what comes next from there. */
interface Block {
  units: Unit[];
  /** What each of them touches, where it is taken in. */
  touches: Unit[];
  wettest: number;
}

/** What may be left out disturbs no more than its own zone: it holds up nothing elsewhere. */
const asTaken = (unit: Unit): Unit => {
  if (!unit.optional || !unit.step.reach) return unit;
  const { reach: _left, ...step } = unit.step;
  return { ...unit, step };
};

/** The blocks of a layer in a phase. */
function blocksOf({ units }: Run, phase: number): Block[] {
  const own = units.filter((unit) => unit.phase === phase && !unit.step.shared);
  const edges = edgesOf(own);
  const blocks: Block[] = [];
  for (const [i, unit] of own.entries())
    if (i > 0 && followsAtOnce(unit)) {
      blocks.at(-1)!.units.push(unit);
      blocks.at(-1)!.touches.push(asTaken(unit));
    } else blocks.push({ units: [unit], touches: [asTaken(unit)], wettest: edges[i]! });
  return blocks;
}

const followsAtOnce = ({ step }: Unit): boolean =>
  step.follows === true ||
  step.needs.some(
    (need) =>
      (need.kind === 'sign' && need.side === 'before') || (need.kind === 'since' && need.most !== undefined),
  );

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

/** Steps of one phase: layers that meet on the clay one after another, the others by the wettest of what comes next. */
function merged(runs: Run[], phase: number, meets: Meets): Planned[] {
  const rests = runs.map((run) => ({ blocks: blocksOf(run, phase), at: 0, behind: null as Block | null }));
  const found: Planned[] = [];
  const done = new Set<Block>();
  /** A block that still has to be done before the next of a layer. */
  const blocking = (i: number): Block | null => {
    const { blocks, at, behind } = rests[i]!;
    if (behind && !done.has(behind)) return behind;
    const { touches } = blocks[at]!;
    for (const { blocks: earlier, at: from } of rests.slice(0, i))
      for (const block of earlier.slice(from))
        if (block.touches.some((one) => touches.some((two) => meets(one, two)))) return block;
    return null;
  };
  for (;;) {
    let next: (typeof rests)[number] | null = null;
    for (const [i, rest] of rests.entries()) {
      if (rest.at === rest.blocks.length) continue;
      rest.behind = blocking(i);
      if (rest.behind) continue;
      if (!next || rest.blocks[rest.at]!.wettest > next.blocks[next.at]!.wettest) next = rest;
    }
    if (!next) return found;
    const block = next.blocks[next.at++]!;
    next.behind = null;
    done.add(block);
    found.push(...block.units.map(plain));
  }
}

/** Whether a step leaves slip or the like on the clay that others wait for. */
export const lays = ({ step }: Pick<Planned, 'step'>): boolean => step.effects.some(effectLays);

/** Names what comes before each step, and the coats beneath that it waits for. */
function linked(planned: Planned[], layers: readonly Layer[], shares: ReturnType<typeof sharing>): Planned[] {
  const begun = new Set<string>();
  // of a shared step every layer has its own name, and all mean the one
  const named = new Map(planned.flatMap(({ key, refs }) => refs.map((ref) => [refKey(ref), key])));
  const laid: Planned[] = [];
  return planned.map((of, i) => {
    const beneath = laid.findLast((before) => shares(before, of));
    const behind =
      lays(of) && laid.findLast((before) => before.face !== of.face && sharesHeight(shares, before, of));
    if (lays(of)) laid.push(of);
    const own = of.refs[0]!.layer;
    const first = !begun.has(own);
    begun.add(own);
    const upon = layers.find(({ id }) => id === own)!.upon;
    const waits = first && !of.step.shared ? waitsFor(of, beneath, behind || undefined, upon) : [];
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

const sharesHeight = (shares: (a: OnClay, b: OnClay) => boolean, a: Planned, b: Planned): boolean =>
  shares({ face: b.face, zones: a.zones }, b);

/** What a layer waits for before its first step: the coat beneath it, and what was laid on the other face, until that is firm. */
function waitsFor(
  of: Planned,
  beneath: Planned | undefined,
  behind: Planned | undefined,
  upon: Layer['upon'],
): Need[] {
  const ofOther = (before: Planned | undefined): before is Planned =>
    before !== undefined && before.refs[0]!.layer !== of.refs[0]!.layer;
  const waits: Need[] = [];
  if (ofOther(beneath) && upon !== null)
    waits.push({
      kind: 'sign',
      sign: upon === 'wet' ? 'matte' : upon,
      of: beneath.key,
      side: upon === 'wet' ? 'before' : 'after',
    });
  if (ofOther(behind))
    waits.push({ kind: 'sign', sign: 'firm', of: behind.key, side: 'after', face: behind.face });
  return waits;
}
