import type { Sign } from '../coat/sign.ts';
import type { PlaceName } from '../form/places.ts';
import type { Problem } from '../units/problem.ts';
import type { Face, Only, Step, StepKey, Technique } from './technique.ts';

/** Where on a piece something is done. */
export type Zone = { id: string; name: string } & (
  | { kind: 'whole' }
  | { kind: 'place'; place: PlaceName }
  /** Between two shares of the height: it survives a stretch. */
  | { kind: 'band'; from: number; to: number }
  /** On a share of another zone; `widthM` is of one feature. */
  | { kind: 'motif'; within: string; share: number; widthM: number }
);

/** A feature of a motif is about so wide, where nobody measured it, m. From memory. */
export const USUAL_FEATURE_M = 0.01;

export const wholeZone: Zone = { id: 'whole', name: 'All over', kind: 'whole' };

/** One technique on one piece. */
export interface Layer {
  id: string;
  technique: string;
  rev: string;
  /** The studio's own technique as it was when the layer was begun; the catalogue's where there is none. */
  own?: Technique;
  schools: Only;
  /** At least one. */
  zones: Zone[];
  face: Face;
  /** How it waits for the coat beneath it; null where it does not. */
  upon: Sign | 'wet' | null;
  /** Optional steps that are taken in. */
  also: StepKey[];
  /** Tubs by step, zone and pass; the most particular counts. */
  stock: {
    step?: StepKey | undefined;
    zone?: string | undefined;
    pass?: number | undefined;
    ids: string[];
  }[];
  /** How often what is done zone by zone is usually done in one, by its name; as is usual of the step where it is not said. */
  coats?: Record<string, number> | undefined;
  /** Given up; what was done of it stays done. */
  dropped?: true | undefined;
}

/** A step of a layer, in a zone of its own where it has one, and which time it is done; passes count from 1. */
export interface StepRef {
  layer: string;
  step: StepKey;
  zone: string | null;
  pass: number;
}

/** Which time a step is done, from 1. */
export const passOf = (refs: readonly StepRef[]): number => refs[0]?.pass ?? 1;

/** The name of a step of a piece. */
export const refKey = ({ layer, step, zone, pass }: StepRef): string =>
  `${layer}/${step}${zone === null ? '' : `@${zone}`}/${pass}`;

/** A step as it stands in the route of a piece. References of its needs are names of planned steps. */
export interface Planned {
  key: string;
  /** All layers that it is done for. */
  refs: StepRef[];
  /** With the needs of this pass, and its name and verb. */
  step: Step;
  pass: number;
  /** How often the step is usually done. */
  passes: number;
  /** It need not be done. */
  optional: boolean;
  face: Face;
  zones: Zone[];
  /** Tubs it is done from. */
  stock: string[];
  /** Those that come before it: of its own layers, and of layers beneath. */
  after: string[];
  /** Pupils or someone pregnant work on the piece. */
  guarded?: true;
}

export interface Conflict {
  refs: StepRef[];
  problem: Problem;
  /** It can be, and is only said. */
  told?: true;
}

export interface Route {
  planned: Planned[];
  conflicts: Conflict[];
}

/** More steps than these, passes counted, nobody plans on one piece. */
export const MOST_PLANNED = 400;

/** A rim or a foot is about this share of the face. From memory. */
const EDGE = 0.1;

/** About which share of the face some zones take in, none counted twice. */
export function shareOfZones(zones: readonly Zone[]): number {
  const shares = zones.map((zone) => {
    if (zone.kind === 'whole') return 1;
    if (zone.kind === 'band') return zone.to - zone.from;
    if (zone.kind === 'motif') return zone.share;
    return zone.place === 'wall' ? 1 : EDGE;
  });
  return shares.length === 0
    ? 1
    : Math.min(
        1,
        shares.reduce((sum, share) => sum + share, 0),
      );
}

/** The zone that a motif lies in, through others if need be; all of the face where that leads nowhere. Any other zone itself. */
export function groundOf(zone: Zone, zones: readonly Zone[]): Zone {
  let ground = zone;
  for (let steps = 0; ground.kind === 'motif' && steps <= zones.length; steps++) {
    const { within } = ground;
    ground = zones.find(({ id }) => id === within) ?? wholeZone;
  }
  return ground.kind === 'motif' ? wholeZone : ground;
}

/** Where something lies. */
export interface OnClay {
  face: Face;
  zones: readonly Zone[];
}

/** Whether two things share clay; asked many times of the same zones, it is worked out once. */
export function sharing(): (a: OnClay, b: OnClay) => boolean {
  const known = new Map<readonly Zone[], Map<readonly Zone[], boolean>>();
  return (a, b) => {
    if (a.face !== b.face) return false;
    let of = known.get(a.zones);
    if (!of) known.set(a.zones, (of = new Map()));
    let shared = of.get(b.zones);
    if (shared === undefined) {
      const all = [...a.zones, ...b.zones];
      shared = a.zones.some((one) => b.zones.some((two) => overlap(one, two, all)));
      of.set(b.zones, shared);
    }
    return shared;
  };
}

/** Whether two zones share clay. */
function overlap(a: Zone, b: Zone, zones: readonly Zone[]): boolean {
  const [one, two] = [groundOf(a, zones), groundOf(b, zones)];
  if (one.kind === 'whole' || two.kind === 'whole') return true;
  if (one.kind === 'band' && two.kind === 'band') return one.from < two.to && two.from < one.to;
  if (one.kind === 'place' && two.kind === 'place') return one.place === two.place;
  const place = one.kind === 'place' ? one.place : two.kind === 'place' ? two.place : null;
  return place === 'wall';
}
