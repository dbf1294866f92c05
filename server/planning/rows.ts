import type { KilnRow, LayersAnswer, PieceRow, TodayPiece, TodayRow } from '../../api/index.ts';
import { defaultBody } from '../../core/clay/body.ts';
import { outsideArea } from '../../core/form/form.ts';
import { doneOf, routeOf, stepsLeft, techniqueNames, type PieceState } from '../../core/log/piece.ts';
import { settingAt } from '../../core/log/studio.ts';
import { coverMeantAt, type PieceMeant } from '../../core/schedule/meant.ts';
import { KILN_DRY_X } from '../../core/technique/kiln.ts';
import { carriedUntil, forecastFrom } from '../../core/plan/moistureForecast.ts';
import { headOf as stepHead, nextStep, stepAt } from '../../core/plan/next.ts';
import { isOpen } from '../../core/piece/status.ts';
import { asKnown, isPast } from '../../core/plan/standing.ts';
import type { KeptPlan } from '../../core/plan/keptPlan.ts';
import { stateName } from '../../core/plan/plan.ts';
import type { Instant } from '../../core/units/quantity.ts';
import type { Store } from '../store/store.ts';
import type { PlanInputs } from './planInputs.ts';
import type { CachedPlan } from './cachedPlan.ts';

/** Pieces as lists show them. */

type TodayHead = Omit<Extract<TodayRow, { state: 'working' }>, 'state' | 'asOf'>;

export const headOf = (piece: PieceState, store: Store, cases: PlanInputs): TodayHead => ({
  pieceId: piece.id,
  name: piece.made.name,
  cover: piece.cover,
  stand: piece.stand,
  roomName: roomName(store, piece.roomId),
  look: cases.look(piece),
  groups: piece.groups,
});

export const roomName = (store: Store, id: string): string =>
  store.studio().rooms.find((room) => room.id === id)?.set.name ?? '';
export const clayName = (store: Store, id: string): string =>
  store.studio().clays.find((clay) => clay.id === id)?.set.name ?? '';
const makerName = (store: Store, id: string): string =>
  store.studio().makers.find((maker) => maker.id === id)?.set.name ?? '';

/** The clay of a piece as it was set when the piece was made. */
export function bodyOf(piece: PieceState, store: Store) {
  const clay = store.studio().clays.find(({ id }) => id === piece.made.clayId);
  return clay ? settingAt(clay, piece.madeAt) : defaultBody;
}

/** So many steps after the next can be logged before the studio is asked again. */
const THEN = 3;

/** A planned piece on Today, besides what every row has. */
export function plannedOf(
  piece: PieceState,
  { answers, thicknessM, ribbon, moved }: CachedPlan,
  { store, meant, now }: { store: Store; meant: PieceMeant | null; now: Instant },
): Omit<TodayPiece, 'state' | keyof TodayHead> {
  const body = bodyOf(piece, store);
  return {
    asOf: answers.at,
    holdsUntil: answers.holdsUntil,
    moved,
    techniqueName: techniqueNames(piece.layers),
    stageName: stateName(answers.now),
    meanIndex: answers.now.meanIndex,
    areaM2: outsideArea(piece.form),
    wall: {
      body,
      clayId: piece.made.clayId,
      thicknessM,
      meanX: answers.now.meanX,
      carried: piece.carried,
    },
    check: answers.check,
    next: nextStep(answers, now, meant?.next),
    then: answers.gates
      .filter(({ status, planned }) => isOpen(status) && !planned.optional)
      .slice(1, 1 + THEN)
      .map((gate) => stepAt(gate, now)),
    meant,
    cautions: answers.cautions,
    warnings: answers.warnings,
    lastAt: piece.lastAt,
    ribbon: { ...forecastFrom(ribbon, now), wetColour: body.wetColour, dryColour: body.dryColour },
  };
}

/** Whether its core is dry enough for the kiln, and when it will be. */
function kilnDry({ answers: { now, gates } }: KeptPlan): PieceRow['kiln'] {
  const loading = gates.find(({ planned }) => planned.step.needs.some(({ kind }) => kind === 'kiln-dry'));
  const need = loading?.planned.step.needs.find(({ kind }) => kind === 'kiln-dry');
  const dry = now.coreX <= (need?.kind === 'kiln-dry' ? need.wettestX : KILN_DRY_X);
  return { dry, dryAt: dry || !loading ? null : asKnown(loading.opens, loading.windows[0]?.opens) };
}

/** A piece among all, with what is known of it at a moment. */
export function pieceRow(
  piece: PieceState,
  known: KeptPlan | null,
  working: boolean,
  {
    store,
    cases,
    now,
    leave,
    meant,
  }: { store: Store; cases: PlanInputs; now: Instant; leave: Instant; meant: PieceMeant | null },
): PieceRow {
  const needed = routeOf(piece).planned.filter(({ optional }) => !optional);
  const { wetColour, dryColour } = bodyOf(piece, store);
  // what was worked out too long ago tells no more than when that was
  const current = known && !isPast(known.answers, now) ? known : null;
  const next = current && nextStep(current.answers, now, meant?.next);
  const dries = piece.fired === 'raw' && !piece.finished;
  const planned = dries ? meant : null;
  return {
    id: piece.id,
    name: piece.made.name,
    madeAt: piece.madeAt,
    techniqueName: techniqueNames(piece.layers),
    makerName: makerName(store, cases.makerOf(piece)),
    roomId: piece.roomId,
    roomName: roomName(store, piece.roomId),
    clayName: clayName(store, piece.made.clayId),
    groups: piece.groups,
    stand: piece.stand,
    code: piece.code,
    handedAt: piece.handedAt,
    carryBy: current && dries ? carriedUntil(current.ribbon) : null,
    kiln: current && dries ? kilnDry(current) : null,
    look: cases.look(piece),
    clay: { wetColour, dryColour },
    wet: known && dries ? known.ribbon : null,
    working,
    asOf: known && known.answers.at,
    holdsUntil: known && known.answers.holdsUntil,
    current: current !== null,
    next: next && stepHead(next),
    tonight: planned && coverMeantAt(planned, Math.max(leave, now), piece.cover),
    meant: planned,
    openDryAt: current && dries ? current.answers.openDryAt : null,
    cover: piece.cover,
    finished: piece.finished,
    doneSteps: needed.filter((step) => doneOf(piece, step)).length,
    steps: needed.length,
    stageName: current && stateName(current.answers.now),
  };
}

/** What of a piece the kiln is concerned with, by its log alone. */
export function kilnRow(piece: PieceState, row: PieceRow): KilnRow {
  const open = stepsLeft(piece);
  const [next] = open;
  const firing = open.find(({ step }) => step.shared === 'bisque' || step.shared === 'glost');
  return {
    ...row,
    asks: next ? { name: next.step.name, shared: next.step.shared ?? null, refs: next.refs } : null,
    fires: firing?.refs ?? [],
  };
}

/** What a piece carries; null where it does not stand. */
export const layersRow = (piece: PieceState | null | undefined): LayersAnswer['pieces'][number] | null => {
  if (!piece) return null;
  const { id, made, form, roomId, layers } = piece;
  return { id, name: made.name, form, roomId, layers, ...(made.fired && { fired: made.fired }) };
};
