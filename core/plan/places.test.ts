import { describe, expect, it } from 'vitest';
import { defaultBody } from '../clay/body.ts';
import { placesOf, type Form, type Stand } from '../form/form.ts';
import type { Entry } from '../log/entry.ts';
import { foldPiece } from '../log/piece.ts';
import { defaultRoom, defaultStudio } from '../log/studio.ts';
import { HOUR } from '../units/quantity.ts';
import { courseOf } from './course.ts';
import { placesNow } from './places.ts';

const MADE = Date.parse('2026-03-10T08:00:00Z');
const cruet: Form = { kind: 'cylinder', diameterM: 0.09, heightM: 0.15, wallM: 0.006, mouth: 'narrow' };

function places(form: Form, hours: number, more: { stand?: Stand; attachmentM?: number } = {}) {
  const made = {
    id: 'e',
    kind: 'piece.made',
    v: 1,
    subject: 'p',
    at: new Date(MADE).toISOString(),
    place: null,
    face: null,
    body: {
      name: 'x',
      clayId: 'c',
      form,
      roomId: 'r',
      techniqueId: 'sgraffito',
      schools: {},
      cover: 'open',
      stand: more.stand ?? 'board',
      attachmentM: more.attachmentM ?? null,
      stage: null,
    },
  } as unknown as Entry;
  const given = {
    pieceId: 'p',
    entries: [made],
    body: defaultBody,
    studio: defaultStudio,
    rooms: [
      { id: 'r', settings: [{ ...defaultRoom, from: 0 }], series: { at: [], celsius: [], humidity: [] } },
    ],
  };
  const piece = foldPiece('p', given.entries)!;
  return placesNow(piece, given, courseOf(piece, given, MADE + hours * HOUR, 8));
}

/** Which place leads and which lags: common practice, no source. */
describe('places of a piece', () => {
  it('rim runs ahead, foot and floor on a board lag', () => {
    const now = places(cruet, 6);
    expect(now.driest.place).toBe('rim');
    expect(['foot', 'floor']).toContain(now.wettest.place);
    expect(now.shrinkageApart).toBeGreaterThan(0);
  });

  it('a thin handle runs ahead of the wall', () => {
    const now = places(cruet, 4, { attachmentM: 0.006 });
    const of = (name: string) => now.places.find((p) => p.place === name)!.meanX;
    expect(of('attachment')).toBeLessThan(of('wall'));
  });

  it('are even when fresh and when dry, and apart between', () => {
    const fresh = places(cruet, 0.1).shrinkageApart;
    const between = places(cruet, 8).shrinkageApart;
    const dry = places(cruet, 14 * 24).shrinkageApart;
    expect(fresh).toBeLessThan(0.004);
    expect(between).toBeGreaterThan(0.01);
    expect(dry).toBeLessThan(0.004);
  });

  it('flat ware has no foot, and on a rack its wall dries from below too', () => {
    const tile: Form = { kind: 'tile', lengthM: 0.2, widthM: 0.15, wallM: 0.01 };
    expect(placesOf(tile, 'board', null).map((p) => p.place)).toEqual(['wall', 'rim']);
    const wall = (stand: Stand) => places(tile, 6, { stand }).places[0]!.meanX;
    expect(wall('rack')).toBeLessThan(wall('board'));
    expect(wall('plaster')).toBeLessThan(wall('board'));
  });
});
