import { z } from 'zod';

/** The contract read off its own schemas: what each field may be, an example of it, and where its bounds lie. */

/** JSON Schema 2020-12, as far as the contract is written in it. */
export interface Shape {
  type?: string;
  const?: unknown;
  enum?: unknown[];
  anyOf?: Shape[];
  oneOf?: Shape[];
  allOf?: Shape[];
  properties?: Record<string, Shape>;
  required?: string[];
  additionalProperties?: Shape | boolean;
  propertyNames?: Shape;
  maxProperties?: number;
  items?: Shape;
  minItems?: number;
  maxItems?: number;
  minLength?: number;
  maxLength?: number;
  pattern?: string;
  format?: string;
  minimum?: number;
  maximum?: number;
  exclusiveMinimum?: number;
  examples?: unknown[];
}

export const shapeOf = (schema: z.ZodType): Shape =>
  z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any', reused: 'inline' }) as unknown as Shape;

/** A shape with what its parts say together. */
export function whole(shape: Shape): Shape {
  const { allOf, ...own } = shape;
  return allOf ? allOf.map(whole).reduce((a, b) => ({ ...a, ...b }), own) : own;
}

/** The shapes that a value may be one of. */
export const ways = (shape: Shape): Shape[] => {
  const of = whole(shape);
  return (of.anyOf ?? of.oneOf)?.flatMap(ways) ?? [of];
};

/** Every pattern that a text must hold to. */
const patterns = ({ pattern, allOf }: Shape): RegExp[] => [
  ...(pattern === undefined ? [] : [new RegExp(pattern)]),
  ...(allOf ?? []).flatMap(patterns),
];

const TEXTS = [
  'a',
  'text',
  '0'.repeat(64),
  '#aabbcc',
  '2026-03-10T09:00:00.000Z',
  '0190a1b2-0000-7000-8000-000000000001',
  '@before',
  'a.b',
];

const textOf = (shape: Shape): string => {
  const { minLength = 0 } = whole(shape);
  const held = patterns(shape);
  return (
    TEXTS.find((text) => text.length >= minLength && held.every((pattern) => pattern.test(text))) ?? 'text'
  );
};

export function numberOf({ minimum, exclusiveMinimum, maximum, type }: Shape): number {
  const least = minimum ?? exclusiveMinimum ?? 0;
  const most = Math.min(maximum ?? 1, 1e6);
  const middle = least > 0 ? Math.sqrt(least * most) : (least + most) / 2;
  return type === 'integer' ? Math.max(least, Math.floor(middle)) : middle;
}

/** A value of a shape, as small as it may be; `full` has its optional fields too. */
export function exampleOf(shape: Shape, full = false): unknown {
  const of = whole(ways(shape)[0]!);
  if (of.examples) return of.examples[0];
  if ('const' in of) return of.const;
  if (of.enum) return of.enum[0];
  switch (of.type) {
    case 'string':
      return textOf(ways(shape)[0]!);
    case 'number':
    case 'integer':
      return numberOf(of);
    case 'boolean':
      return false;
    case 'array':
      return Array.from({ length: of.minItems ?? 0 }, () => exampleOf(of.items!, full));
    case 'object': {
      const { properties = {}, required = [] } = of;
      const fields = Object.entries(properties).filter(([name]) => full || required.includes(name));
      return Object.fromEntries(fields.map(([name, field]) => [name, exampleOf(field, full)]));
    }
    default:
      return null;
  }
}

/** Names of fields and places in lists; which of the ways a value may be stands between, where there are several. */
export type Path = (string | number | { way: number })[];

/** A path as a problem names it. */
export const fieldOf = (path: Path): string => path.filter((part) => typeof part !== 'object').join('.');

/** A bound of a field: values that just hold, that just break it and that break it by far. */
export interface Bound {
  path: Path;
  side: 'least' | 'most';
  bound: number;
  holds: unknown;
  breaks: unknown;
  far: unknown;
}

/** Whether a shape has no end: such a field could be of any size. */
export interface Endless {
  path: Path;
  what: string;
}

/** Every bound within a shape, each at the first place where it stands. A list is entered by one element, a set of names by one name. */
export function* boundsIn(shape: Shape, path: Path = []): Generator<Bound | Endless> {
  const all = ways(shape);
  for (const [i, way] of all.entries())
    yield* boundsOfWay(way, all.length > 1 ? [...path, { way: i }] : path);
}

function* boundsOfWay(way: Shape, path: Path): Generator<Bound | Endless> {
  if ('const' in way || way.enum) return;
  if (way.type === 'string') yield* ofText(way, path);
  if (way.type === 'number' || way.type === 'integer') yield* ofNumber(way, path);
  if (way.type === 'array') yield* ofList(way, path);
  if (way.type === 'object') yield* ofFields(way, path);
  if (way.type === undefined) yield { path, what: 'of any kind' };
}

function* ofText(shape: Shape, path: Path): Generator<Bound | Endless> {
  const { minLength = 0, maxLength, examples } = shape;
  const fixed = /\{\d+\}\$$/.test(shape.pattern ?? '') || shape.format === 'uuid';
  if (maxLength === undefined) {
    if (!fixed) yield { path, what: 'text' };
    return;
  }
  const text = String(examples?.[0] ?? textOf(shape));
  const free = patterns(shape).every((pattern) => pattern.test('a'.repeat(9)));
  const long = (length: number) => (free && !examples ? 'a'.repeat(length) : text.padEnd(length, 'a'));
  yield {
    path,
    side: 'most',
    bound: maxLength,
    holds: free && !examples ? long(maxLength) : text,
    breaks: long(maxLength + 1),
    far: long(maxLength * 50 + 10_000),
  };
  if (minLength > 0) yield { path, side: 'least', bound: minLength, holds: text, breaks: '', far: '' };
}

function* ofNumber(shape: Shape, path: Path): Generator<Bound | Endless> {
  const { minimum, exclusiveMinimum, maximum, type } = shape;
  const least = exclusiveMinimum ?? minimum;
  if (least === undefined || maximum === undefined || maximum > 1e12) return yield { path, what: 'number' };
  const step = type === 'integer' ? 1 : Math.max(Math.abs(maximum), 1e-3) * 1e-6;
  yield { path, side: 'most', bound: maximum, holds: maximum, breaks: maximum + step, far: 1e300 };
  if (exclusiveMinimum === undefined)
    yield { path, side: 'least', bound: least, holds: least, breaks: least - step, far: -1e300 };
}

function* ofList(shape: Shape, path: Path): Generator<Bound | Endless> {
  const { items = {}, minItems = 0, maxItems } = shape;
  if (maxItems === undefined) yield { path, what: 'list' };
  else {
    const list = (length: number) => Array.from({ length }, () => exampleOf(items));
    const most = { path, side: 'most' as const, bound: maxItems };
    yield { ...most, holds: list(maxItems), breaks: list(maxItems + 1), far: list(20 * maxItems + 100) };
    if (minItems > 0)
      yield { path, side: 'least', bound: minItems, holds: list(minItems), breaks: [], far: [] };
  }
  yield* boundsIn(items, [...path, 0]);
}

function* ofFields(shape: Shape, path: Path): Generator<Bound | Endless> {
  for (const [name, field] of Object.entries(shape.properties ?? {})) yield* boundsIn(field, [...path, name]);
  const { additionalProperties, propertyNames, maxProperties } = shape;
  if (typeof additionalProperties !== 'object') return;
  if (maxProperties === undefined) yield { path, what: 'set of names' };
  else {
    const names = (count: number) =>
      Object.fromEntries(Array.from({ length: count }, (_, i) => [`k${i}`, exampleOf(additionalProperties)]));
    yield {
      path,
      side: 'most',
      bound: maxProperties,
      holds: {},
      breaks: names(maxProperties + 1),
      far: names(maxProperties * 50 + 1_000),
    };
  }
  yield* boundsIn(additionalProperties, [...path, String(exampleOf(propertyNames ?? { type: 'string' }))]);
}

/** How deep a shape goes. */
export const depthOf = (shape: Shape): number =>
  Math.max(
    0,
    ...ways(shape).flatMap(({ properties, items, additionalProperties }) =>
      [
        ...Object.values(properties ?? {}),
        ...(items ? [items] : []),
        ...(typeof additionalProperties === 'object' ? [additionalProperties] : []),
      ].map((inner) => 1 + depthOf(inner)),
    ),
  );

/**
 * An example of a shape that has something at a path.
 * @param value what stands there
 * @param known what the example is besides
 */
export function withAt(shape: Shape, path: Path, value: unknown, known?: unknown): unknown {
  const [head, ...rest] = path;
  if (head === undefined) return value;
  const all = ways(shape);
  if (typeof head === 'object') return withAt(all[head.way]!, rest, value);
  const [way] = all as [Shape];
  if (typeof head === 'number') {
    const list = Array.isArray(known) ? [...(known as unknown[])] : (exampleOf(way) as unknown[]);
    list[0] = withAt(way.items!, rest, value, list[0]);
    return list;
  }
  const base = (typeof known === 'object' && known !== null ? known : exampleOf(way)) as Record<
    string,
    unknown
  >;
  const inner = way.properties?.[head] ?? (way.additionalProperties as Shape);
  return { ...base, [head]: withAt(inner, rest, value, base[head]) };
}
