import { edgeAtWater } from '../clay/stage.ts';
import type { Prior, Unknown } from '../forecast/prior.ts';
import { outsideArea } from '../form/form.ts';
import { versionOf, type EntryOf, type PieceMade } from '../log/entry.ts';
import { doneOf, type PieceState } from '../log/piece.ts';
import type { PlanInput } from '../piece/planInput.ts';
import { routeAt } from '../piece/route.ts';
import type { StateEstimate } from '../piece/stateEstimate.ts';
import { judgedOn } from '../piece/walls.ts';
import type { Walls } from '../drying/run.ts';
import type { WallName } from '../form/places.ts';
import type { Planned } from '../technique/layer.ts';
import { KILN_DRY_X } from '../technique/kiln.ts';
import type { Spell } from '../time/hours.ts';
import type { Instant } from '../units/quantity.ts';
import { blocksOf, makingOf, type Block } from './block.ts';
import type { Scheduled } from './itinerary.ts';
import { scheduled, unhurried } from './scheduled.ts';
import type { TablesOf } from './table.ts';

/** Pieces that are to be made alike, planned as one. */
export interface Unmade {
  made: PieceMade;
  /** How many are still to be made. */
  count: number;
  /** Hands at making one, ms. */
  handsMs: number;
}

/** A piece that a week is planned for, as it stands. */
export interface PieceAhead {
  piece: PieceState;
  facts: PlanInput;
  believed: StateEstimate;
  /** Wanted dry by then; null where nobody asks. */
  due: Instant | null;
  /** Hands of its own come to it, as to pupils' pieces in a class. */
  ownHands: boolean;
  /** It is not made yet: it stands as it would if it were made now. */
  unmade?: Unmade;
}

/** What is still to be done of a piece before the next firing, as tasks. */
export interface WorkAhead {
  route: Planned[];
  blocks: Block[];
}

export function workAhead(
  { piece, facts, unmade }: Pick<PieceAhead, 'piece' | 'facts' | 'unmade'>,
  now: Instant,
): WorkAhead {
  const route = routeAt(piece, facts, now).planned;
  const open = route.filter((of) => !of.optional && doneOf(piece, of) === null);
  const blocks = blocksOf(open, facts.tubs, outsideArea(piece.form), piece.fired);
  return { route, blocks: unmade ? [makingOf(unmade.handsMs), ...blocks] : blocks };
}

/** How well a piece is known that was looked at once, as what is still to be made will be: one sigma. Common practice, no source. */
const LOOKED_AT: Partial<Prior> = { air: { mean: 0, sigma: 0.08 }, cover: { mean: 0, sigma: 0.2 } };

/** What is known of a piece that is made at an instant, and looked at once. */
export const asMadeAt = (facts: PlanInput, { made }: Unmade, at: Instant): PlanInput => ({
  ...facts,
  learned: { ...facts.learned, ...lookedAt(facts.learned) },
  entries: [entryOfMade(facts.pieceId, made, at)],
});

/** That a piece is made at an instant, as it would be logged. */
export const entryOfMade = (id: string, made: PieceMade, at: Instant): EntryOf<'piece.made'> => ({
  ...{ id, subject: id, kind: 'piece.made', v: versionOf('piece.made') },
  ...{ at: new Date(at).toISOString(), place: null, face: null, body: made },
});

const lookedAt = (learned: Partial<Prior> = {}): Partial<Prior> =>
  Object.fromEntries(
    Object.entries(LOOKED_AT).map(([unknown, { mean, sigma }]) => {
      const known = learned[unknown as Unknown];
      return [unknown, { mean: known?.mean ?? mean, sigma: Math.min(sigma, known?.sigma ?? sigma) }];
    }),
  );

/** So many members a piece is scheduled with. */
const MEMBERS = 24;
const GROUPS = 4;

/**
 * A piece as a schedule of some sessions sees it.
 * @param tablesOf what makes tables of drying, or remembers them
 */
export function scheduledOver(
  { piece, believed, due, unmade }: PieceAhead,
  { blocks }: WorkAhead,
  sessions: readonly Spell[],
  tablesOf: TablesOf,
): Scheduled {
  if (piece.fired !== 'raw') return unhurried(blocks, piece.cover);
  const { members, joined, divided, best } = believed;
  const first = blocks[unmade ? 1 : 0]?.steps[0];
  const judged: WallName = first ? judgedOn(divided.own, first.zones, divided.zones) : 'wall';
  const last = sessions.at(-1)!;
  const { body } = best[judged]!.setting;
  const dry = {
    reading: 'core' as const,
    spans: [{ driest: Number.NEGATIVE_INFINITY, wettest: edgeAtWater(body, KILN_DRY_X) }],
  };
  return {
    ...scheduled(evenly(members, judged), judged, joined, {
      blocks,
      cover: piece.cover,
      begins: sessions[0]!.from,
      until: Math.max(last.to, due ?? 0),
      tablesOf,
    }),
    ...(due !== null && { due: { by: due, dry } }),
    ...(unmade && { unmade: true }),
    ...(unmade && unmade.count > 1 && { several: true }),
  };
}

/** Some members at even shares of how fast they dry in the open, and among those of how well a cover keeps them. */
function evenly(members: readonly Walls[], judged: WallName): Walls[] {
  const setting = (walls: Walls) => walls[judged]!.setting;
  const by = (of: (walls: Walls) => number) => (a: Walls, b: Walls) => of(a) - of(b);
  const paced = [...members].sort(by((walls) => setting(walls).airFactor / setting(walls).thicknessM));
  return shares(paced, GROUPS).flatMap((group) => {
    const kept = group.sort(by((walls) => setting(walls).coverFactor));
    return shares(kept, Math.min(MEMBERS / GROUPS, kept.length)).map((share) => share[share.length >> 1]!);
  });
}

/** Some in their order, in so many groups as equal as can be. */
const shares = <T>(all: readonly T[], count: number): T[][] =>
  Array.from({ length: count }, (_, i) =>
    all.slice(Math.floor((i * all.length) / count), Math.floor(((i + 1) * all.length) / count)),
  );
