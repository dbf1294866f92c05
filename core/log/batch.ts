import { makingSteps, type MakingStep } from '../slip/making.ts';
import { thickened } from '../slip/correct.ts';
import { dryContent, measuredGravity, USUAL_GRAIN } from '../slip/density.ts';
import { gravityFelt, type Feel } from '../slip/feel.ts';
import { mixtureDensity } from '../slip/material.ts';
import type { Materials } from '../slip/recipe.ts';
import { toxic, type HazardId } from '../hazard/hazard.ts';
import { SECOND, type Instant } from '../units/quantity.ts';
import type { BatchBegun, Carries, Entry } from './entry.ts';
import { instantOf } from '../time/moment.ts';
import { TRIMMINGS } from './kinds.ts';

/** A batch being made: its sheet as it stands. */
export interface BatchState {
  id: string;
  begun: BatchBegun;
  begunAt: Instant;
  steps: MakingStep[];
  /** kg really weighed, by line. */
  weighed: Record<number, number>;
  ticked: Record<string, Instant>;
  coloured: Record<string, number>;
  /** SG, or what its feel says of it, and how much there is. */
  measured: { gravity: number; volumeM3: number; feel: Feel | null } | null;
  tubId: string | null;
  endedAt: Instant | null;
  lastAt: Instant;
}

/** The state of a batch from its standing entries in order; null before it was begun. */
export function foldBatch(id: string, entries: readonly Entry[], materials: Materials): BatchState | null {
  const begun = entries.find((entry) => entry.kind === 'batch.begun');
  if (begun?.kind !== 'batch.begun') return null;
  const state: BatchState = {
    id,
    begun: begun.body,
    begunAt: instantOf(begun),
    steps: stepsOf(begun.body, materials),
    weighed: {},
    ticked: {},
    coloured: {},
    measured: null,
    tubId: null,
    endedAt: null,
    lastAt: instantOf(begun),
  };
  for (const entry of entries) {
    state.lastAt = Math.max(state.lastAt, instantOf(entry));
    apply(state, entry, materials);
  }
  return state;
}

function stepsOf({ source, road, use, lines, colourants }: BatchBegun, materials: Materials): MakingStep[] {
  const hazards = new Set<HazardId>(
    [...lines, ...colourants].flatMap(({ materialId }) => materials[materialId]?.hazards ?? []),
  );
  const adjusted = lines.some(({ materialId }) => isElectrolyte(materials, materialId));
  return makingSteps({ source, road, use, coloured: colourants.length > 0, adjusted, hazards: [...hazards] });
}

function apply(state: BatchState, entry: Entry, materials: Materials): void {
  const at = instantOf(entry);
  switch (entry.kind) {
    case 'batch.weighed':
      state.weighed[entry.body.line] = entry.body.massKg;
      for (const [step, lines] of [
        ['weigh', linesOf(state, materials).dry],
        ['adjust', linesOf(state, materials).adjusting],
      ] as const)
        if (lines.length > 0 && lines.every((i) => state.weighed[i] !== undefined)) state.ticked[step] ??= at;
      return;
    case 'batch.ticked':
      state.ticked[entry.body.stepId] = at;
      return;
    case 'batch.measured': {
      const gravity = measuredGravity(entry.body.sample);
      if (!gravity.ok) return;
      state.measured = { gravity: gravity.value, volumeM3: entry.body.volumeM3, feel: null };
      state.ticked['measure'] = at;
      return;
    }
    case 'batch.felt': {
      const { feel, volumeM3 } = entry.body;
      state.measured = { gravity: gravityFelt([], feel).gravity, volumeM3, feel };
      state.ticked['feel'] = at;
      return;
    }
    case 'batch.coloured':
      state.coloured[entry.body.materialId] = entry.body.massKg;
      if (state.begun.colourants.every(({ materialId }) => state.coloured[materialId] !== undefined))
        state.ticked['colour'] ??= at;
      return;
    case 'batch.finished':
      state.tubId = entry.body.tubId;
      state.endedAt = at;
      return;
    case 'batch.abandoned':
      state.endedAt = at;
  }
}

/** The first step not done yet; null when all are. */
export const nextMaking = (state: BatchState): MakingStep | null =>
  state.steps.find((step) => state.ticked[step.id] === undefined) ?? null;

/** The next moment to look again at what slakes or soaks, with its sign; null where none is ahead of `now`. */
export function nextLook(
  state: BatchState,
  now: Instant,
): { at: Instant; name: string; over: boolean } | null {
  const next = nextMaking(state);
  const waiting = state.steps
    .filter((step) => state.ticked[step.id] !== undefined && step.waits.length > 0)
    .at(-1);
  if (!waiting || state.endedAt !== null || next === null) return null;
  if (state.steps.indexOf(next) !== state.steps.indexOf(waiting) + 1) return null;
  const looks = waiting.waits.map(({ name, seconds }) => ({
    at: state.ticked[waiting.id]! + seconds * SECOND,
    name,
  }));
  const look = looks.find(({ at }) => at > now) ?? looks.at(-1)!;
  return { ...look, over: look.at <= now };
}

/** Dry clay in a slip of trimmings, once measured, kg: what colourants are weighed against. */
export function dryInBatch({ measured, begun }: BatchState): number | null {
  return measured ? measured.volumeM3 * dryContent(measured.gravity, begun.grainDensity) : null;
}

/** SG and volume once its colourants are in; null where it was never measured. */
function slipMade({ measured, coloured }: BatchState, materials: Materials) {
  if (!measured) return null;
  let { gravity, volumeM3 } = measured;
  for (const [materialId, kg] of Object.entries(coloured)) {
    const density = materials[materialId]?.grainDensity ?? USUAL_GRAIN;
    gravity = thickened(volumeM3, gravity, kg, density);
    volumeM3 += kg / density;
  }
  return { gravity, volumeM3, feel: measured.feel };
}

/** What was really weighed in, and what that makes of the tub. */
export function madeOf(state: BatchState, materials: Materials) {
  const dry = dryInBatch(state);
  const base = state.begun.source !== 'powders' && dry !== null ? [{ materialId: TRIMMINGS, kg: dry }] : [];
  const composition = [
    ...base,
    ...state.begun.lines.flatMap(({ materialId }, i) =>
      state.weighed[i] === undefined ? [] : [{ materialId, kg: state.weighed[i] }],
    ),
    ...Object.entries(state.coloured).map(([materialId, kg]) => ({ materialId, kg })),
  ];
  const powders = composition.filter(({ materialId, kg }) => kg > 0 && !isElectrolyte(materials, materialId));
  const grainDensity =
    powders.length === 0
      ? state.begun.grainDensity
      : mixtureDensity(
          powders.map(({ materialId, kg }) => ({
            kg,
            grainDensity: materials[materialId]?.grainDensity ?? USUAL_GRAIN,
          })),
        );
  return {
    composition,
    grainDensity,
    carries: carriesOf(composition, materials),
    slip: slipMade(state, materials),
  };
}

/** Lines of a batch by when they go in: dry powders first, what changes the flow once they are blended. */
export function linesOf(
  { begun }: Pick<BatchState, 'begun'>,
  materials: Materials,
): { dry: number[]; adjusting: number[] } {
  const all = begun.lines.map((_, i) => i);
  const adjusts = (i: number) => isElectrolyte(materials, begun.lines[i]!.materialId);
  return { dry: all.filter((i) => !adjusts(i)), adjusting: all.filter(adjusts) };
}

const isElectrolyte = (materials: Materials, id: string): boolean =>
  ['deflocculant', 'flocculant'].includes(materials[id]?.kind ?? '');

/** What a mixture carries that decides where its waste may go. */
export function carriesOf(composition: { materialId: string }[], materials: Materials): Carries[] {
  const all = composition.flatMap(({ materialId }) => materials[materialId] ?? []);
  const carries = new Set<Carries>();
  for (const { kind, hazards } of all) {
    if (kind === 'colourant' || kind === 'stain') carries.add('colour');
    if (hazards.some((id) => toxic.includes(id))) carries.add('toxic');
  }
  return [...carries];
}
