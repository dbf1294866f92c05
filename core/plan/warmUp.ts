import { defaultBody } from '../clay/body.ts';
import { techniqueNamed } from '../catalogue/catalogue.ts';
import type { Entry } from '../log/entry.ts';
import { defaultRoom, defaultStudio } from '../log/studio.ts';
import type { PlanInput } from '../piece/planInput.ts';
import type { Layer, Zone } from '../technique/layer.ts';
import { HOUR, type Instant } from '../units/quantity.ts';
import { planPiece } from './plan.ts';

/** A machine that has planned is quicker at it: so many plans of so many members do. */
const PLANS = 4;
const MEMBERS = 8;

const MADE = Date.parse('2026-03-10T08:00:00Z');
const whole: Zone = { id: 'whole', name: 'All over', kind: 'whole' };
const band: Zone = { id: 'band', name: 'Band', kind: 'band', from: 0.3, to: 0.7 };

/** Plans pieces that nobody has made, before anyone asks. */
export function warmUp(): void {
  for (let i = 0; i < PLANS; i++)
    planPiece(inventedPiece(i), MADE + (i + 1) * HOUR, undefined, { members: MEMBERS });
}

function inventedPiece(i: number): PlanInput {
  const layers =
    i % 2 === 0 ? [layerOf('sgraffito', whole)] : [layerOf('slip-trailing', band), layerOf('firing', whole)];
  return {
    pieceId: 'warm',
    entries: [madeAt(MADE, layers)],
    body: defaultBody,
    studio: defaultStudio,
    tubs: {},
    rooms: [
      { id: 'room', settings: [{ ...defaultRoom, from: 0 }], series: { at: [], celsius: [], humidity: [] } },
    ],
  };
}

const layerOf = (technique: string, zone: Zone): Layer => ({
  id: technique,
  technique,
  rev: techniqueNamed(technique).rev,
  schools: {},
  zones: [zone],
  face: 'outside',
  upon: 'firm',
  also: [],
  stock: [],
});

const madeAt = (at: Instant, layers: Layer[]): Entry => ({
  id: 'warm',
  kind: 'piece.made',
  v: 2,
  subject: 'warm',
  at: new Date(at).toISOString(),
  place: null,
  face: null,
  body: {
    name: 'Warm',
    clayId: 'clay',
    form: { kind: 'cylinder', diameterM: 0.09, heightM: 0.15, wallM: 0.006, mouth: 'open' },
    roomId: 'room',
    cover: 'open',
    stand: 'board',
    attachmentM: null,
    stage: null,
    layers,
  },
});
