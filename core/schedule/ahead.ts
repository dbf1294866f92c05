import { edgeAtWater } from '../clay/stage.ts';
import { outsideArea } from '../form/form.ts';
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
import { blocksOf, type Block } from './block.ts';
import type { Scheduled } from './itinerary.ts';
import { scheduled, unhurried } from './scheduled.ts';
import type { TablesOf } from './table.ts';

/** A piece that a week is planned for, as it stands. */
export interface PieceAhead {
  piece: PieceState;
  facts: PlanInput;
  believed: StateEstimate;
  /** Wanted dry by then; null where nobody asks. */
  due: Instant | null;
  /** Hands of its own come to it, as to pupils' pieces in a class. */
  ownHands: boolean;
}

/** What is still to be done of a piece before the next firing, as tasks. */
export interface WorkAhead {
  route: Planned[];
  blocks: Block[];
}

export function workAhead(piece: PieceState, facts: PlanInput, now: Instant): WorkAhead {
  const route = routeAt(piece, facts, now).planned;
  const open = route.filter((of) => !of.optional && doneOf(piece, of) === null);
  return { route, blocks: blocksOf(open, facts.tubs, outsideArea(piece.form), piece.fired) };
}

/** So many members a piece is scheduled with. */
const MEMBERS = 24;
const GROUPS = 4;

/**
 * A piece as a schedule of some sessions sees it.
 * @param tablesOf what makes tables of drying, or remembers them
 */
export function scheduledOver(
  { piece, believed, due }: PieceAhead,
  { blocks }: WorkAhead,
  sessions: readonly Spell[],
  tablesOf: TablesOf,
): Scheduled {
  if (piece.fired !== 'raw') return unhurried(blocks, piece.cover);
  const { members, joined, divided, best } = believed;
  const [first] = blocks;
  const judged: WallName = first ? judgedOn(divided.own, first.steps[0]!.zones, divided.zones) : 'wall';
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
