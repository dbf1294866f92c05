import type { Stage } from '../clay/stage.ts';
import type { Cover } from '../drying/face.ts';
import type { Form } from '../form/form.ts';
import { becomes } from '../operation/rows.ts';
import type { Stand } from '../form/places.ts';
import { stepsOf, techniqueOf } from '../catalogue/catalogue.ts';
import { compose } from '../compose/compose.ts';
import { stepKey, zonesEach, type Progress, type Redo, type StepOf } from '../compose/passes.ts';
import { refKey, type Layer, type Planned, type Route, type StepRef } from '../technique/layer.ts';
import type { FiredState, Remedy, Role, Step, StepKey } from '../technique/technique.ts';
import type { Instant } from '../units/quantity.ts';
import { carriedWith, carriesNothing, type Carried } from './carried.ts';
import { instantOf } from '../time/moment.ts';
import {
  entriesOf,
  type Entry,
  type EntryOf,
  type Outcome,
  type PieceBegun,
  type PieceParted,
} from './entry.ts';

/** What a piece's log says of it, without any physics. */
export interface PieceState {
  id: string;
  made: PieceBegun;
  /** The piece whose record it is made by; null where it is by itself. */
  like: string | null;
  madeAt: Instant;
  layers: Layer[];
  /** Its form as it is now: what was stretched or shaped is another. */
  form: Form;
  cover: Cover;
  stand: Stand;
  roomId: string;
  /** What is cut into it; null where nothing is. */
  code: string | null;
  /** When it was handed in to be fired; null while it was not. */
  handedAt: Instant | null;
  /** Groups that it is in. */
  groups: string[];
  parts: PartState[];
  fired: FiredState;
  /** What was laid on it: what is cut off it may carry that. */
  carried: Carried;
  /** When each step was last done or left out, by its name. */
  done: Record<string, StepDone>;
  /** Steps put back into its route, in the order in which that was said. */
  redone: Redo[];
  /** What was seen after a step, and when, by the name of the step. */
  seen: Record<string, Record<string, Instant>>;
  lastCheck: { at: Instant; stage: Stage } | null;
  finished: { at: Instant; outcome: Outcome; faults: string[]; note: string } | null;
  lastAt: Instant;
}

/** How a step was done, or left out. */
export interface StepDone {
  at: Instant;
  outcome: Outcome | null;
  leftOut: boolean;
  /** The stage of the clay then; null where nobody said. */
  stage: Stage | null;
}

/** A part of a piece as its log says. */
export interface PartState extends PieceParted {
  madeAt: Instant;
  /** The cover that it lay under first; `cover` is that of now. */
  firstCover: Cover;
  /** When it was joined on; null while it was not. */
  joinedAt: Instant | null;
}

/** The state of a piece from its standing entries in order; null before it was made. */
export function foldPiece(id: string, entries: readonly Entry[]): PieceState | null {
  const made = entriesOf(entries, 'piece.made')[0];
  if (!made) return null;
  const corrected = entriesOf(entries, 'piece.corrected').at(-1);
  const start: PieceBegun = corrected ? corrected.body : made.body;
  const state: PieceState = {
    id,
    made: start,
    like: made.body.like ?? null,
    madeAt: corrected ? Date.parse(corrected.body.madeAt) : instantOf(made),
    layers: made.body.layers,
    form: start.form,
    cover: start.cover,
    stand: start.stand,
    roomId: start.roomId,
    code: null,
    handedAt: null,
    groups: [],
    parts: [],
    fired: start.fired ?? 'raw',
    carried: carriesNothing,
    done: {},
    redone: [],
    seen: {},
    lastCheck: null,
    finished: null,
    lastAt: instantOf(made),
  };
  for (const entry of entries) {
    state.lastAt = Math.max(state.lastAt, instantOf(entry));
    apply(state, entry);
  }
  return state;
}

function apply(state: PieceState, entry: Entry): void {
  const at = instantOf(entry);
  switch (entry.kind) {
    case 'piece.covered':
      if (entry.body.part !== undefined) {
        const { part, cover } = entry.body;
        state.parts = state.parts.map((of) => (of.part === part ? { ...of, cover } : of));
        return;
      }
      state.cover = entry.body.cover;
      state.stand = entry.body.stand;
      return;
    case 'piece.parted':
      state.parts = [
        ...state.parts,
        { ...entry.body, firstCover: entry.body.cover, madeAt: at, joinedAt: null },
      ];
      return;
    case 'piece.moved':
      state.roomId = entry.body.roomId;
      return;
    case 'piece.grouped':
      state.groups = entry.body.groups;
      return;
    case 'piece.coded':
      state.code = entry.body.code;
      return;
    case 'piece.handed':
      state.handedAt = at;
      return;
    case 'piece.routed':
      state.layers = entry.body.layers;
      return;
    case 'piece.redo':
      state.redone = [...state.redone, redoOf(state, entry.body)];
      return;
    case 'piece.done':
      for (const ref of inEachZone(state, entry.body.refs))
        state.done[refKey(ref)] = {
          at,
          outcome: entry.body.outcome,
          leftOut: false,
          stage: entry.body.stage ?? null,
        };
      state.carried = carriedWith(state.carried, entry.body);
      if (entry.body.form) state.form = entry.body.form;
      for (const effect of entry.body.effects) {
        const { joined, ...become } = becomes(effect, state.form);
        Object.assign(state, become);
        if (joined) state.parts = withJoined(state.parts, joined, at);
      }
      return;
    case 'piece.left-out':
      for (const ref of inEachZone(state, entry.body.refs))
        state.done[refKey(ref)] = { at, outcome: null, leftOut: true, stage: null };
      return;
    case 'piece.seen':
      for (const ref of entry.body.refs)
        state.seen[refKey(ref)] = { ...state.seen[refKey(ref)], [entry.body.what]: at };
      return;
    case 'piece.checked':
      state.lastCheck = { at, stage: entry.body.stage };
      return;
    case 'piece.finished':
      state.finished = { at, ...entry.body };
  }
}

/** The first part of a kind that was not joined on yet, is. */
function withJoined(parts: PartState[], role: Role, at: Instant): PartState[] {
  const joins = parts.find((part) => part.role === role && part.joinedAt === null);
  return parts.map((part) => (part === joins ? { ...part, joinedAt: at } : part));
}

/** Steps by the names that they have in a route: what was logged of all zones at once is done in each. */
const inEachZone = ({ layers }: PieceState, refs: readonly StepRef[]): StepRef[] =>
  refs.flatMap((ref) => {
    const layer = layers.find(({ id }) => id === ref.layer);
    const step = layer && techniqueOf(layer)?.steps.find(({ key }) => key === ref.step);
    if (!layer || !step || ref.zone !== null) return [ref];
    return zonesEach(layer, step).map((zone) => ({ ...ref, zone: zone?.id ?? null }));
  });

/** How often a step was done or left out, each time once after the other. */
function timesDone({ done }: PieceState, ref: StepOf): number {
  let pass = 0;
  while (done[refKey({ ...ref, pass: pass + 1 })]) pass += 1;
  return pass;
}

/** What is done again: the steps of its layer from one to the other, those that had been done. */
function redoOf(piece: PieceState, { ref, from }: EntryOf<'piece.redo'>['body']): Redo {
  const layer = piece.layers.find(({ id }) => id === ref.layer);
  const technique = layer && techniqueOf(layer);
  const steps = technique ? stepsOf(technique, layer.schools) : [];
  const at = (of: StepKey) => steps.findIndex(({ key }) => key === of);
  const before = steps.slice(Math.max(0, at(from)), at(ref.step) + 1).flatMap((step) =>
    zonesEach(layer!, step).flatMap((zone): [string, number][] => {
      const of = { layer: ref.layer, step: step.key, zone: zone?.id ?? null };
      const often = timesDone(piece, of);
      return often > 0 && (ref.zone === null || of.zone === null || of.zone === ref.zone)
        ? [[stepKey(of), often]]
        : [];
    }),
  );
  return { layer: ref.layer, from, to: ref.step, before: Object.fromEntries(before) };
}

/** The step that a remedy does again; null where it does none, or where that was not done yet. */
export function redoable(piece: PieceState, { refs }: Planned, { redo }: Remedy): Step | null {
  const [ref] = refs;
  const layer = piece.layers.find(({ id }) => id === ref!.layer);
  const technique = layer && techniqueOf(layer);
  if (redo === undefined || !technique) return null;
  const step = stepsOf(technique, layer.schools).find(({ key }) => key === redo);
  const first = { layer: layer.id, step: redo, pass: 1 };
  const done =
    step &&
    zonesEach(layer, step).some(
      (zone) => piece.done[refKey({ ...first, zone: zone?.id ?? null })]?.leftOut === false,
    );
  return done ? step : null;
}

/** How far the steps of a piece are by its log. */
export function progressOf(piece: PieceState): Progress {
  const untilOf = (ref: StepOf) => {
    const layer = piece.layers.find(({ id }) => id === ref.layer)!;
    return techniqueOf(layer)?.steps.find(({ key }) => key === ref.step)?.repeat?.until;
  };
  return {
    redone: piece.redone,
    done: (ref) => timesDone(piece, ref),
    enough: (ref) => {
      const until = untilOf(ref);
      const last = timesDone(piece, ref);
      return until !== undefined && last > 0 && seenAt(piece, refKey({ ...ref, pass: last }), until) !== null;
    },
  };
}

const routes = new WeakMap<PieceState, Route>();

/** Pieces of the same layers, as far, have one route; so many of those composed last are kept. */
const KEPT = 100;
const composed = new Map<string, Route>();

/** The route of a piece as far as its log goes. */
export function routeOf(piece: PieceState): Route {
  let route = routes.get(piece);
  if (route) return route;
  const mark = JSON.stringify([
    piece.layers,
    Object.keys(piece.done).sort(),
    piece.redone,
    Object.entries(piece.seen).map(([key, what]) => [key, Object.keys(what)]),
    piece.made.fired,
  ]);
  route = composed.get(mark) ?? compose(piece.layers, progressOf(piece), { entered: piece.made.fired });
  composed.delete(mark);
  composed.set(mark, route);
  if (composed.size > KEPT) composed.delete(composed.keys().next().value!);
  routes.set(piece, route);
  return route;
}

/** When a planned step was done; null while it was not. A step of several layers is done once it was for one. */
export const doneOf = (piece: PieceState, { refs }: Pick<Planned, 'refs'>) =>
  refs.map((ref) => piece.done[refKey(ref)]).find((done) => done !== undefined) ?? null;

/** The steps that are still to be done, in their order; those that may be left out are not among them. */
export const stepsLeft = (piece: PieceState): Planned[] =>
  routeOf(piece).planned.filter((planned) => !planned.optional && doneOf(piece, planned) === null);

/** When something was first seen after a step; null while it was not. */
export const seenAt = (piece: PieceState, key: string, what: string): Instant | null =>
  piece.seen[key]?.[what] ?? null;

/** The tubs that a piece is planned to be done from. */
export const tubsNamed = ({ layers }: PieceState): string[] => [
  ...new Set(layers.flatMap(({ stock, dropped }) => (dropped ? [] : stock.flatMap(({ ids }) => ids)))),
];

/** The techniques of a piece in words. */
export const techniqueNames = (layers: readonly Layer[]): string =>
  layers
    .filter(({ dropped }) => !dropped)
    .map((layer) => techniqueOf(layer)?.name ?? layer.technique)
    .join(', ');

/** The parts that open steps of a piece join on, and that were not made yet. */
export function partsWanted(piece: PieceState): Role[] {
  const open = routeOf(piece).planned.filter((planned) => doneOf(piece, planned) === null);
  const joined = open.flatMap(({ step }) =>
    step.effects.flatMap((effect) => (effect.does === 'join' ? [effect.part] : [])),
  );
  const made = piece.parts.filter(({ joinedAt }) => joinedAt === null).map(({ role }) => role);
  return [...new Set(joined)].filter((role) => !made.includes(role));
}
