import { edgeAtWater } from '../clay/stage.ts';
import type { ClayBody } from '../clay/body.ts';
import { flakeIndex } from '../coat/flake.ts';
import { coatsOn } from '../drying/mesh.ts';
import { coreReading, meanReading, signReading, skinReading } from '../drying/readings.ts';
import { beginOf, endOf, firstWhen, readAt, wallAt, type Trajectory } from '../drying/trajectory.ts';
import { entriesOf, type EntryOf } from '../log/entry.ts';
import type { SlipLaid } from '../slip/correct.ts';
import { instantOf } from '../time/moment.ts';
import { foldPiece, routeOf, type PieceState } from '../log/piece.ts';
import { estimateNow } from '../piece/stateEstimate.ts';
import { laysSlip } from '../operation/rows.ts';
import { operationOf } from '../piece/operation.ts';
import { firedAt } from '../piece/events.ts';
import type { PlanInput } from '../piece/planInput.ts';
import { softestAmong } from '../piece/softest.ts';
import { judgedOn } from '../piece/walls.ts';
import { refKey, type Planned } from '../technique/layer.ts';
import type { Does, Effect, Span } from '../technique/technique.ts';
import { HOUR, MINUTE, type Instant } from '../units/quantity.ts';

/** What the record of a piece says of everything that was done to it: read off its walls as they are believed to have been. */

export interface DeedThen {
  at: Instant;
  /** The name of its step. */
  step: string;
  does: Does[];
  effects: Effect<number>[];
  slip: SlipLaid | null;
  /** The outer millimetre, and the mean of the wall, just before it, on the moisture index. */
  skin: number;
  mean: number;
  /** Wettest water content of the wall, kg/kg. */
  coreX: number;
  /** Water of the newest coat’s surface as a plain slip’s; null where the clay was bare. */
  coatX: number | null;
  /** Since slip was last laid on that face, ms; null where none was. */
  sinceSlip: number | null;
  /** How near a coat is to flaking: 1 is one known to hold; null where no coat was laid. */
  flake: number | null;
  /** Between which edges its step wants the outer millimetre; none where it says nothing of it. */
  wanted: readonly Span[];
  /** Which time the step was done. */
  pass: number;
}

export interface PieceHistory {
  name: string;
  madeAt: Instant;
  body: ClayBody;
  wallM: number;
  deeds: DeedThen[];
  /** Water that coats put back in all, kg per kg of dry wall. */
  waterAdded: number;
  /** The softest that coats made it, on the moisture index; null where they did not. */
  softest: number | null;
  /** How far its thinnest place ran ahead of its wall at most while it still shrank, on the moisture index. */
  edgesAhead: number;
  /** From plastic to the end of shrinking, h; null where it did not come so far. */
  shrankWithinH: number | null;
  /** On a mould while it shrank. */
  onMould: boolean;
}

/** Few members are enough to look back by: what is read is the likeliest wall. */
const MEMBERS = 8;
/** Read just before what was done then. */
const BEFORE_MS = 1;

/** A wall is looked at so long after all that was done to it, however early it is asked about. */
const LOOKED_ON = MINUTE;

/** The history of a piece until an instant, with all that is on record of it; null where it was not made. */
export function historyOf(facts: PlanInput, now: Instant): PieceHistory | null {
  const piece = foldPiece(facts.pieceId, facts.entries);
  if (!piece) return null;
  const done = entriesOf(facts.entries, 'piece.done').map(instantOf);
  const until = Math.max(piece.madeAt, ...done, Math.min(now, piece.finished?.at ?? now)) + LOOKED_ON;
  const { best, divided, waterAdded } = estimateNow(piece, facts, until, MEMBERS);
  const course = (name: string): Trajectory => (best[name as 'wall'] ?? best.wall!).trajectory;
  const { body } = facts;
  const laid: { at: Instant; face: string }[] = [];
  const deeds = entriesOf(facts.entries, 'piece.done').map((entry): DeedThen => {
    const deed = operationOf(entry, piece.layers);
    const wall = course(judgedOn(divided.own, deed.zones, divided.zones));
    const at = deed.at - BEFORE_MS;
    const { mesh } = wallAt(wall, at);
    const face = deed.face;
    const last = laid.findLast((of) => of.face === face);
    const lays = deed.effects.some(laysSlip);
    if (lays) laid.push({ at: deed.at, face });
    const meanX = readAt(wall, at, meanReading);
    return {
      at: deed.at,
      step: stepName(piece, entry),
      does: deed.effects.map(({ does }) => does),
      effects: deed.effects,
      slip: deed.slip,
      skin: edgeAtWater(body, readAt(wall, at, skinReading(face))),
      mean: edgeAtWater(body, meanX),
      coreX: readAt(wall, at, coreReading),
      coatX: coatsOn(mesh, face).length > 0 ? readAt(wall, at, signReading(face)) : null,
      sinceSlip: last ? deed.at - last.at : null,
      flake: flakeOf(entry, body, piece, meanX),
      wanted: wantedOf(piece, entry),
      pass: deed.refs[0]?.pass ?? 1,
    };
  });
  const own = divided.own.map(({ name }) => ({ trajectory: course(name) }));
  return {
    name: piece.made.name,
    madeAt: piece.madeAt,
    body,
    wallM: piece.made.form.wallM,
    deeds,
    waterAdded,
    softest: own
      .map(({ trajectory }) => softestAmong([{ trajectory }], body, piece.madeAt)?.index ?? null)
      .reduce<number | null>((a, b) => (b === null ? a : Math.max(a ?? b, b)), null),
    edgesAhead: edgesAhead(best, divided.walls, body, Math.min(until, firedAt(facts.entries))),
    shrankWithinH: shrankWithin(course('wall'), body),
    onMould: facts.entries.some((e) => 'stand' in e.body && e.body.stand === 'mould'),
  };
}

function plannedOf(piece: PieceState, { body: { refs } }: EntryOf<'piece.done'>): Planned | undefined {
  const keys = refs.map(refKey);
  return routeOf(piece).planned.find((planned) => planned.refs.some((of) => keys.includes(refKey(of))));
}

function stepName(piece: PieceState, entry: EntryOf<'piece.done'>): string {
  const [ref] = entry.body.refs;
  return ref ? (plannedOf(piece, entry)?.step.name ?? ref.step) : 'What was done beside the plan';
}

/** What the way of doing it that was chosen asks of the surface: dry sigillata and low lines are meant to be dry. */
const wantedOf = (piece: PieceState, entry: EntryOf<'piece.done'>): Span[] =>
  plannedOf(piece, entry)?.step.needs.flatMap((need) =>
    need.kind === 'water' && need.of === 'skin' && !need.part ? need.spans : [],
  ) ?? [];

function flakeOf(
  { body: { effects, slip } }: EntryOf<'piece.done'>,
  body: ClayBody,
  piece: PieceState,
  wallX: number,
): number | null {
  const coat = effects.find((effect) => effect.does === 'coat');
  if (coat?.does !== 'coat' || !slip) return null;
  return flakeIndex({ thicknessM: coat.thicknessM, ...slip, body, wallM: piece.made.form.wallM, wallX })
    .index;
}

/** Below this a wall shrinks no more, on the moisture index of the usual body. */
const SHRUNK = 46;
const LOOKS = HOUR / 2;

/** How far any edge ran ahead of the wall while the wall still shrank. */
function edgesAhead(
  best: Partial<Record<string, { trajectory: Trajectory }>>,
  walls: readonly { name: string; part: unknown }[],
  body: ClayBody,
  until: Instant,
): number {
  const wall = best['wall']!.trajectory;
  const edges = walls.flatMap(({ name, part }) =>
    part === null && (name === 'rim' || name === 'attachment') && best[name] ? [best[name].trajectory] : [],
  );
  let most = 0;
  for (let at = beginOf(wall), to = Math.min(until, endOf(wall)); at <= to; at += LOOKS) {
    const mean = edgeAtWater(body, readAt(wall, at, meanReading));
    if (mean < SHRUNK) break;
    for (const edge of edges) most = Math.max(most, mean - edgeAtWater(body, readAt(edge, at, meanReading)));
  }
  return most;
}

/** How long a wall took from fresh to where it shrinks no more, h. */
function shrankWithin(wall: Trajectory, body: ClayBody): number | null {
  const shrinks = (x: number) => edgeAtWater(body, x) >= SHRUNK;
  const end = firstWhen(wall, beginOf(wall), meanReading, (x) => !shrinks(x));
  return end === null || end === beginOf(wall) ? null : (end - beginOf(wall)) / HOUR;
}
