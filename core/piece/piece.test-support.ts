import { defaultBody, type ClayBody } from '../clay/body.ts';
import type { Entry, Place } from '../log/entry.ts';
import { asToday, type AnyBody, type AnyKind } from '../log/upcast.test-support.ts';
import type { EarlierBodies } from '../log/upcast.ts';
import { defaultRoom, defaultStudio } from '../log/studio.ts';
import { HOUR, type Instant } from '../units/quantity.ts';
import type { PlanInput } from './planInput.ts';

/** When the pieces of these tests were made: a Tuesday, 9 in the morning of the usual zone. */
export const MADE = Date.parse('2026-03-10T08:00:00Z');

export const hoursOn = (hours: number): Instant => MADE + hours * HOUR;

let count = 0;

/** An entry of piece `p`. */
export function logged<K extends AnyKind>(
  kind: K,
  at: Instant,
  body: AnyBody<K>,
  more: { face?: 'outside' | 'inside'; place?: Place; subject?: string } = {},
): Entry {
  const head = { id: `e${(count += 1)}`, subject: more.subject ?? 'p', at: new Date(at).toISOString() };
  return asToday(kind, { ...head, place: more.place ?? null, face: more.face ?? null }, body);
}

/** A cruet of 6 mm, standing open on a board. */
export const cruetMade = (change: Partial<EarlierBodies['piece.made']> = {}, subject = 'p'): Entry =>
  logged(
    'piece.made',
    MADE,
    {
      name: 'cruet',
      clayId: 'c',
      form: { kind: 'cylinder', diameterM: 0.09, heightM: 0.15, wallM: 0.006, mouth: 'open' },
      roomId: 'r',
      techniqueId: 'sgraffito',
      schools: {},
      cover: 'open',
      stand: 'board',
      attachmentM: null,
      stage: null,
      ...change,
    },
    { subject },
  );

export const coatLaid = (
  n: number,
  at: Instant,
  change: Partial<EarlierBodies['piece.coated']> = {},
): Entry =>
  logged(
    'piece.coated',
    at,
    {
      stepId: `coat-${n}`,
      tubId: null,
      thicknessM: 0.00015,
      specificGravity: 1.38,
      grainDensity: 2600,
      ...change,
    },
    { face: 'outside' },
  );

/** The name of a step of the one layer that pieces had first. */
export const firstKey = (stepId: string): string => {
  const coat = /^coat-(\d+)$/.exec(stepId);
  return coat ? `first/coat/${coat[1]}` : `first/${stepId}/1`;
};

/** A piece in a room of the usual air, with what was logged of it. */
export const caseOf = (entries: Entry[], body: ClayBody = defaultBody): PlanInput => ({
  pieceId: entries[0]!.subject,
  body,
  entries,
  studio: defaultStudio,
  tubs: {},
  rooms: [
    { id: 'r', settings: [{ ...defaultRoom, from: 0 }], series: { at: [], celsius: [], humidity: [] } },
  ],
});
