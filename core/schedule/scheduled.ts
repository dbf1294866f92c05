import { drySolidsPerArea } from '../clay/body.ts';
import { edgeAtWater } from '../clay/stage.ts';
import type { Cover } from '../drying/face.ts';
import { meanReading } from '../drying/readings.ts';
import type { Walls } from '../drying/run.ts';
import type { Seams, WallName } from '../form/places.ts';
import type { Instant } from '../units/quantity.ts';
import type { Block } from './block.ts';
import { effortBetween, effortOf } from './effort.ts';
import type { Member, Scheduled } from './itinerary.ts';
import { driedTo, dryingTables, neverDrying, type TablesOf } from './table.ts';

/** What a piece may be covered with between sessions; the first is open. */
export const COVERS: readonly Cover[] = ['open', 'draped', 'tight'];

/**
 * A piece as a schedule sees it when its first session begins: until then it stands as it stands now.
 * @param members at even shares, all at the same moment
 * @param judged the wall that its steps are judged on
 * @param until no session ends later, nor begins the one after the last
 */
export function scheduled(
  members: readonly Walls[],
  judged: WallName,
  seams: Seams,
  {
    blocks,
    cover,
    begins,
    until,
    tablesOf = dryingTables,
  }: { blocks: Block[]; cover: Cover; begins: Instant; until: Instant; tablesOf?: TablesOf },
): Scheduled {
  const covers = COVERS.includes(cover) ? COVERS : [...COVERS, cover];
  const present = covers.indexOf(cover);
  const tables = tablesOf(members, judged, seams, covers);
  return {
    blocks,
    cover,
    covers,
    members: members.map((walls, m): Member => {
      const { setting, surroundings, state, wall, at } = walls[judged]!;
      const { body } = setting;
      const x = meanReading(state.x, wall.mesh);
      const solids = drySolidsPerArea(body, setting.thicknessM);
      const efforts = covers.map((under) => effortOf(setting, surroundings, under, at, until));
      const moisture = driedTo(
        tables[m]![present]!,
        edgeAtWater(body, x),
        effortBetween(efforts[present]!, at, begins),
      );
      return {
        weight: 1 / members.length,
        moisture,
        tables: tables[m]!,
        efforts,
        adds: blocks.map(({ water }) => edgeAtWater(body, x + water / solids) - edgeAtWater(body, x)),
      };
    }),
  };
}

/** Ware that does not dry any more: only hands are asked for, and it stays as it stands. */
export const unhurried = (blocks: Block[], cover: Cover): Scheduled => ({
  blocks: blocks.map((block) => ({ ...block, needs: [] })),
  cover,
  covers: [cover],
  members: [
    {
      weight: 1,
      moisture: 0,
      tables: [neverDrying()],
      efforts: [{ from: 0, sums: new Float64Array(2) }],
      adds: blocks.map(() => 0),
    },
  ],
});
