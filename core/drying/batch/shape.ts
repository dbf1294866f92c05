import type { Leg } from '../legs.ts';
import { coverNamed } from '../face.ts';
import type { Mesh } from '../mesh.ts';
import { bareCells } from '../skin.ts';
import type { WallRun } from '../wallRun.ts';

/** What a face meets, as the kernel knows it. */
export const faceKinds = { sealed: 0, mould: 0, free: 1, narrow: 1, plaster: 2 } as const;

/** Whether a damp cloth lies on a wall. */
export const isUnderCloth = ({ surroundings: { cover, outside } }: WallRun): boolean =>
  cover === 'damp-cloth' && outside === 'free';

/** What the walls of a leg are: legs of one shape are carried side by side. */
export function shapeOf({ names, runs, joins, stops }: Leg): string {
  let key = '';
  for (let i = 0; i < runs.length; i++) {
    const run = runs[i]!;
    const { inside, outside } = run.surroundings;
    key += `${names[i]}|${meshShape(run.wall.mesh)}|${faceKinds[inside]}${faceKinds[outside]}`;
    if (isUnderCloth(run)) key += 'cloth';
    for (const { reading, face } of stops?.[names[i]!] ?? []) key += `,${reading}${face}`;
  }
  for (const { between } of joins) key += `/${between[0]}~${between[1]}`;
  return key;
}

/** Meshes of one shape have the same number. */
const shapes = new Map<string, number>();
const known = new WeakMap<Mesh, number>();

function meshShape(mesh: Mesh): number {
  const before = known.get(mesh);
  if (before !== undefined) return before;
  let key = '';
  for (const { from, to, coat } of mesh.layers)
    key +=
      coat === null ? `clay${to - from},` : `${coat.face}${to - from}${coat.silicateSolids !== undefined},`;
  for (const face of ['inside', 'outside'] as const)
    for (const { cell } of bareCells(mesh, face)) key += `${face}${cell}`;
  const shape = shapes.get(key) ?? shapes.size;
  shapes.set(key, shape);
  known.set(mesh, shape);
  return shape;
}

/** How fast a leg goes, to be carried beside others that go as fast. */
export const paceOf = ({ runs }: Leg): number => {
  const { setting, surroundings } = runs[0]!;
  const { resistance } = coverNamed(surroundings.cover);
  return setting.airFactor / (setting.thicknessM * (1 + resistance / 300));
};
