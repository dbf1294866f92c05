import { ok, refused, type Result } from '../../core/units/problem.ts';

const LONGEST = 4_096;

/**
 * The number at a path of a message: `temperature`, `data.0.temp`, or `$` for a message that is a bare number.
 */
export function numberAt(payload: Buffer, path: string): Result<number> {
  if (payload.length > LONGEST)
    return refused('too-long', null, `a message of ${payload.length} bytes is no reading`);
  let value: unknown;
  try {
    value = JSON.parse(payload.toString('utf8'));
  } catch {
    return refused('not-json', null, `“${payload.toString('utf8').slice(0, 40)}” is not JSON`);
  }
  for (const part of path === '$' ? [] : path.split('.')) {
    value =
      typeof value === 'object' && value !== null ? (value as Record<string, unknown>)[part] : undefined;
  }
  const number = typeof value === 'string' && value.trim() !== '' ? Number(value) : value;
  return typeof number === 'number' && Number.isFinite(number)
    ? ok(number)
    : refused('no-number', null, `there is no number at “${path}”`);
}

interface Bounds {
  what: string;
  from: number;
  to: number;
  unit: string;
}

export const airBounds = {
  celsius: { what: 'temperature', from: -20, to: 60, unit: '°C' },
  humidity: { what: 'humidity', from: 0, to: 100, unit: '%' },
} satisfies Record<string, Bounds>;
export const scaleBounds: Bounds = { what: 'mass', from: 0, to: 200_000, unit: 'g' };

/** A number at a path that can be what it is said to be. */
export function plausible(payload: Buffer, path: string, { what, from, to, unit }: Bounds): Result<number> {
  const found = numberAt(payload, path);
  if (!found.ok) return found;
  return found.value >= from && found.value <= to
    ? found
    : refused('implausible', null, `a ${what} of ${found.value} ${unit} cannot be`);
}
