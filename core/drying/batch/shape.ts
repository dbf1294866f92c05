import type { WallName } from '../../form/places.ts';
import type { Leg } from '../legs.ts';
import { coverNamed } from '../face.ts';
import type { Mesh } from '../mesh.ts';
import { bareCells } from '../skin.ts';
import type { Stop } from '../stop.ts';
import { runsOf, type WallRun } from '../wallRun.ts';

/** What a face meets, as the kernel knows it. */
export const faceKinds = { sealed: 0, mould: 0, free: 1, narrow: 1, plaster: 2 } as const;

/** Whether a damp cloth lies on a wall. */
export const isUnderCloth = ({ surroundings: { cover, outside } }: WallRun): boolean =>
  cover === 'damp-cloth' && outside === 'free';

/** What the walls of a leg are: legs of one shape are carried side by side. */
export function shapeOf({ walls, joins, stops = {} }: Leg): string {
  const keys = runsOf(walls).map(([name, run]) => {
    const { inside, outside } = run.surroundings;
    const faces = `${faceKinds[inside]}${faceKinds[outside]}${isUnderCloth(run)}`;
    const asked = (stops[name] ?? []).map(({ reading, face }: Stop) => `${reading}${face}`);
    return `${name}|${meshKey(run.wall.mesh)}|${faces}|${name in stops}${asked.join()}`;
  });
  const seams = joins.map(({ between: [a, b] }) => `${a}~${b}`);
  return [...keys, ...seams].join('/');
}

const meshKeys = new WeakMap<Mesh, string>();

function meshKey(mesh: Mesh): string {
  const known = meshKeys.get(mesh);
  if (known !== undefined) return known;
  const layers = mesh.layers.map(({ from, to, coat }) =>
    coat === null ? `clay${to - from}` : `${coat.face[0]}${to - from}${coat.silicateSolids !== undefined}`,
  );
  const bare = (['inside', 'outside'] as const).map((face) => bareCells(mesh, face).map(({ cell }) => cell));
  const key = `${layers.join()};${bare.join(';')}`;
  meshKeys.set(mesh, key);
  return key;
}

/** How fast a leg goes, to be carried beside others that go as fast. */
export const paceOf = ({ walls }: Leg): number => {
  const [[, { setting, surroundings }]] = runsOf(walls) as [[WallName, WallRun]];
  const { resistance } = coverNamed(surroundings.cover);
  return setting.airFactor / (setting.thicknessM * (1 + resistance / 300));
};
