import { randomLcg, randomNormal } from 'd3-random';
import { defaultBody } from '../../clay/body.ts';
import type { FaceExposure, Seams, WallName } from '../../form/places.ts';
import { HOUR, MINUTE } from '../../units/quantity.ts';
import { cycleClimate } from '../air.ts';
import { covers, type Cover } from '../face.ts';
import type { Events } from '../legs.ts';
import {
  plainSetting,
  startRun,
  type Fineness,
  type WallEvent,
  type Walls,
  type WallSetting,
} from '../run.ts';

/** Random pieces of one to four walls, and what befalls them: the same for the same seed. */
export interface RandomPiece {
  walls: (fineness: Partial<Fineness>) => Walls;
  seams: Seams;
  events: Events;
}

const climate = cycleClimate(
  { meanCelsius: 20, swingCelsius: 3, meanHumidity: 0.5, swingHumidity: 0.1, warmestHour: 15 },
  0,
);

export function randomPiece(seed: number, what: { events?: boolean; walls?: number } = {}): RandomPiece {
  const random = randomLcg(seed);
  const normal = randomNormal.source(random)();
  const between = (from: number, to: number) => from + (to - from) * random();
  const oneOf = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const factor = (sigma: number) => Math.exp(sigma * normal());
  const setting: WallSetting = {
    ...plainSetting(defaultBody, between(0.004, 0.012), 0.25 + 0.008 * normal()),
    body: {
      ...defaultBody,
      criticalX: 0.12 + 0.006 * normal(),
      diffusivity: { at0: 1.5e-9 * factor(0.4), growth: 8 * factor(0.29) },
      isotherm: { scale: 0.008 * factor(0.25), power: 0.45 },
    },
    airFactor: factor(0.32),
    coverFactor: factor(0.5),
    airShift: {
      ...{ celsius: 1.7 * normal(), humidity: 0.08 * normal(), draught: 0.32 * normal() },
      wander: [0.04 * normal(), 0.04 * normal(), 0.04 * normal(), 0.04 * normal()],
    },
  };
  const names = (['wall', 'rim', 'foot', 'floor'] as const).slice(
    0,
    what.walls ?? 1 + Math.floor(4 * random()),
  );
  const cover = oneOf(covers.slice(0, 5)).cover;
  const ofWall = names.map((name) => ({
    name,
    share: name === 'rim' ? 0.7 : name === 'foot' ? 1.2 : 1,
    inside: oneOf<FaceExposure>(name === 'wall' ? ['free', 'free', 'narrow'] : ['free', 'sealed', 'plaster']),
  }));
  const areas = Object.fromEntries(names.map((name) => [name, between(0.005, 0.05)]));
  const joins = names.slice(1).map((name, i) => ({
    between: [names[i]!, name] as [WallName, WallName],
    widthM: between(0.1, 0.4),
    sectionM: setting.thicknessM,
    distanceM: between(0.015, 0.06),
  }));
  return {
    seams: { joins, areas },
    events:
      what.events === false
        ? {}
        : Object.fromEntries(names.map((name) => [name, eventsOf(name, { random, between, oneOf })])),
    walls: (fineness) =>
      Object.fromEntries(
        ofWall.map(({ name, share, inside }) => [
          name,
          startRun(
            { ...setting, thicknessM: setting.thicknessM * share },
            { climate, heatTransfer: 4, cover, outside: 'free', inside },
            0,
            fineness,
          ),
        ]),
      ),
  };
}

/** What befalls a wall in its first days; a floor is let be. */
function eventsOf(name: WallName, { between, oneOf, random }: Chances): WallEvent[] {
  if (name === 'floor') return [];
  let at = between(1, 6) * HOUR;
  return Array.from({ length: Math.floor(random() * 6) }, (): WallEvent => {
    at += between(3, 240) * MINUTE;
    return eventAt(at, { between, oneOf, random });
  });
}

const kinds = ['coat', 'coat', 'line', 'film', 'cover', 'mist', 'stretch', 'cut', 'wax', 'heat'] as const;

function eventAt(at: number, { between, oneOf }: Chances): WallEvent {
  const face = oneOf(['outside', 'outside', 'inside'] as const);
  switch (oneOf(kinds)) {
    case 'coat':
      return { at, kind: 'coat', coat: { ...slip, face, thicknessM: between(1e-4, 5e-4) } };
    case 'line':
      return { at, kind: 'coat', coat: { ...slip, face, thicknessM: 1e-3, share: between(0.05, 0.4) } };
    case 'film':
      return { at, kind: 'coat', coat: { ...film, face, thicknessM: 7e-5 } };
    case 'cover': {
      const cover = oneOf<Cover>(['open', 'draped', 'tight', 'fan', 'damp-cloth']);
      return { at, kind: 'surroundings', change: { cover } };
    }
    case 'mist':
      return { at, kind: 'mist', face, water: between(0.01, 0.08) };
    case 'stretch':
      return { at, kind: 'stretch', ratio: between(1.05, 1.6) };
    case 'cut':
      return { at, kind: 'taken-off', face, depthM: between(1e-4, 8e-4), share: between(0.05, 1) };
    case 'wax':
      return { at, kind: 'wax', face, share: between(0.1, 0.9) };
    case 'heat':
      return { at, kind: 'heat', tool: 'heat-gun', face, seconds: between(20, 90), duty: 0.5 };
  }
}

const slip = { specificGravity: 1.4, grainDensity: 2600 };
const film = { specificGravity: 1.408, grainDensity: 2600, silicateSolids: 0.38 };

/** Numbers of a seed. */
interface Chances {
  random: () => number;
  between: (from: number, to: number) => number;
  oneOf: <T>(list: readonly T[]) => T;
}
