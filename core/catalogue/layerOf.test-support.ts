import { techniqueNamed } from './catalogue.ts';
import { wholeZone, type Layer } from '../technique/layer.ts';
import type { Only, Technique } from '../technique/technique.ts';

/** Every way of choosing among the schools of a technique. */
export const waysOf = ({ choices }: Technique): Only[] =>
  choices.reduce<Only[]>(
    (ways, { id, schools }) => ways.flatMap((way) => schools.map((school) => ({ ...way, [id]: school.id }))),
    [{}],
  );

/** As few ways as have every school of a technique in one of them. */
export const schoolsOnce = ({ choices }: Technique): Only[] =>
  Array.from({ length: Math.max(1, ...choices.map(({ schools }) => schools.length)) }, (_, k) =>
    Object.fromEntries(choices.map(({ id, schools }) => [id, schools[k % schools.length]!.id])),
  );

/** A layer of a technique all over the outside, by its usual schools where no others are said. */
export const layerOf = (technique: string, schools: Only = {}, more: Partial<Layer> = {}): Layer => ({
  id: technique,
  technique,
  rev: techniqueNamed(technique).rev,
  schools,
  zones: [wholeZone],
  face: 'outside',
  upon: 'firm',
  also: [],
  stock: [],
  ...more,
});
