import { defaultBody, type ClayBody } from '../clay/body.ts';
import type { Entry, EntryBodies, EntryKind, Place } from '../log/entry.ts';
import { defaultRoom, defaultStudio } from '../log/studio.ts';
import { HOUR, type Instant } from '../units/quantity.ts';
import type { PieceCase } from './case.ts';

/** When the pieces of these tests were made: a Tuesday, 9 in the morning of the usual zone. */
export const MADE = Date.parse('2026-03-10T08:00:00Z');

export const hoursOn = (hours: number): Instant => MADE + hours * HOUR;

let count = 0;

/** An entry of piece `p`. */
export function logged<K extends EntryKind>(
  kind: K,
  at: Instant,
  body: EntryBodies[K],
  more: { face?: 'outside' | 'inside'; place?: Place; subject?: string } = {},
): Entry {
  return {
    id: `e${(count += 1)}`,
    kind,
    v: 1,
    subject: more.subject ?? 'p',
    at: new Date(at).toISOString(),
    place: more.place ?? null,
    face: more.face ?? null,
    body,
  } as unknown as Entry;
}

/** A cruet of 6 mm, standing open on a board. */
export const cruetMade = (change: Partial<EntryBodies['piece.made']> = {}, subject = 'p'): Entry =>
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

export const coatLaid = (n: number, at: Instant, change: Partial<EntryBodies['piece.coated']> = {}): Entry =>
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

/** A piece in a room of the usual air, with what was logged of it. */
export const caseOf = (entries: Entry[], body: ClayBody = defaultBody): PieceCase => ({
  pieceId: entries[0]!.subject,
  body,
  entries,
  studio: defaultStudio,
  rooms: [
    { id: 'r', settings: [{ ...defaultRoom, from: 0 }], series: { at: [], celsius: [], humidity: [] } },
  ],
});
