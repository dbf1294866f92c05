import { randomLcg, randomNormal, randomUniform } from 'd3-random';
import { defaultBody, type ClayBody } from '../core/clay/body.ts';
import { edgeAtWater, stageAt, waterAtEdge } from '../core/clay/stage.ts';
import { alone } from '../core/drying/together.ts';
import { cycleClimate, type Climate } from '../core/drying/air.ts';
import type { Cover } from '../core/drying/face.ts';
import { meanReading } from '../core/drying/readings.ts';
import {
  integrate,
  plainSetting,
  startRun,
  type Fineness,
  type WallRun,
  type WallSetting,
} from '../core/drying/run.ts';
import { firstWhen, readAt } from '../core/drying/trajectory.ts';
import { ensembleOf, MEMBERS } from '../core/forecast/ensemble.ts';
import type { Observation } from '../core/forecast/observe.ts';
import { usualPrior } from '../core/forecast/prior.ts';
import { wallAlone } from '../core/form/places.ts';
import { spreadOf, type EdgeSpread } from '../core/forecast/windows.ts';

/**
 * Whether the shown 10 to 90 % interval of an edge holds the truth as often as it says, where the truth follows other
 * laws than the forecast: another isotherm and diffusivity, a clay that stops shrinking elsewhere, weather that drifts.
 * Checks are read with an error. Printed as the table of docs/model.md.
 */
const HOUR = 3_600_000;
const CASES = Number(process.argv[2] ?? 500);
const EDGES = [84, 68, 48];
const source = randomLcg(0.2718);
const normal = randomNormal.source(source)();
const uniform = randomUniform.source(source)();
const lognormal = (sigma: number) => Math.exp(sigma * normal());

/** What the truth follows where the forecast follows the usual laws. */
type Truth = 'other laws' | 'other clay' | 'restless weather';
const truths: Truth[] = ['other laws', 'other clay', 'restless weather'];

interface Wall {
  setting: WallSetting;
  at: (setting: WallSetting, fineness?: Partial<Fineness>) => ReturnType<typeof startRun>;
}

/** A clay as it really is. */
function bodyOf(truth: Truth): ClayBody {
  const others = {
    ...defaultBody,
    // another isotherm and another law of diffusivity than the forecast's
    isotherm: { scale: 0.011, power: 0.38 },
    diffusivity: { at0: 2.6e-9 * lognormal(0.4), growth: 4.5 },
  };
  // no clay stops shrinking just where it is thought to
  if (truth !== 'other clay') return { ...others, criticalX: defaultBody.criticalX + 0.005 * normal() };
  return {
    ...others,
    criticalX: defaultBody.criticalX + 0.008 * normal(),
    isotherm: { scale: 0.006 * lognormal(0.2), power: 0.5 },
    diffusivity: { at0: 0.9e-9 * lognormal(0.4), growth: 11 },
  };
}

/** Weather drifts from one day to the next, each day owing most to the one before; where it is restless, a third further, and with other draughts by day. */
function drifting(climate: Climate, restless: boolean): Climate {
  const by = restless ? 1 : 0.75;
  // one workshop has its door open by day, another is stiller then than at night
  const byDay = 1.05 * lognormal(0.25);
  const days = [0.05 * by * normal()];
  for (let k = 1; k < 60; k++) days.push(0.75 * days[k - 1]! + 0.035 * by * normal());
  return (at, out) => {
    climate(at, out);
    const day = Math.min(58, Math.max(0, at / (24 * HOUR)));
    const k = Math.floor(day);
    const shift = days[k]! + (day - k) * (days[k + 1]! - days[k]!);
    out.humidity = Math.min(0.97, Math.max(0.05, out.humidity + shift));
    out.celsius -= 12 * shift;
    const hour = (at / HOUR) % 24;
    if (restless) out.stir = hour > 8 && hour < 18 ? byDay : 0.95;
  };
}

/** A wall in a room, as it is and as the program believes it to be. */
function drawCase(kind: Truth): { truth: Wall; forecast: Wall } {
  const thicknessM = 0.004 + 0.006 * uniform();
  const celsius = 17 + 6 * uniform();
  const humidity = 0.4 + 0.3 * uniform();
  const cover: Cover = uniform() < 0.7 ? 'open' : 'draped';
  const cycle = (t: number, h: number, swing: number) =>
    cycleClimate(
      { meanCelsius: t, swingCelsius: swing, meanHumidity: h, swingHumidity: 0.02 * swing, warmestHour: 15 },
      0,
    );
  const air = cycle(
    celsius + 1.5 * normal(),
    Math.min(0.9, Math.max(0.15, humidity + 0.07 * normal())),
    1 + 2 * uniform(),
  );
  const real = {
    climate: drifting(air, kind === 'restless weather'),
    heatTransfer: 4 * lognormal(0.3),
    cover,
    outside: 'free' as const,
    inside: 'free' as const,
  };
  const believed = { ...real, climate: cycle(celsius, humidity, 2), heatTransfer: 4 };
  const begun = 9 * HOUR;
  return {
    truth: {
      setting: {
        ...plainSetting(bodyOf(kind), thicknessM * (1 + 0.08 * normal()), 0.25 + 0.008 * normal()),
        coverFactor: lognormal(0.5),
      },
      at: (setting, fineness) => startRun(setting, real, begun, fineness),
    },
    forecast: {
      setting: plainSetting(defaultBody, thicknessM),
      at: (setting, fineness) => startRun(setting, believed, begun, fineness),
    },
  };
}

const crossing = (run: ReturnType<typeof startRun>, edge: number): number | null =>
  firstWhen(run.trajectory, 0, meanReading, (x) => x < waterAtEdge(run.setting.body, edge));

interface Tally {
  held: number;
  counted: number;
  widths: number[];
}
const tallies: Record<string, Tally> = {};

function tally(name: string, edge: EdgeSpread, truth: number | null): number | null {
  if (truth === null || edge.p10 === null || edge.p90 === null) return null;
  const at = (tallies[name] ??= { held: 0, counted: 0, widths: [] });
  at.counted += 1;
  if (truth >= edge.p10 && truth <= edge.p90) at.held += 1;
  return edge.p90 - edge.p10;
}

const END = 500 * HOUR;
const dry = ({ x, mesh }: { x: Float64Array; mesh: Parameters<typeof meanReading>[1] }) =>
  meanReading(x, mesh) < 0.1;
/** What was found before the forecast: nothing, or one to four checks or weighings. */
const looks = ['nothing', 'a touch check', 'a weighing', '2–4 touch checks', '2–4 weighings'] as const;
const ratios: Record<string, number[]> = {};

/** Findings of a wall on its way, each read with an error. */
function observationsOf(look: (typeof looks)[number], truth: WallRun, until: number): Observation[] {
  const count = look === 'nothing' ? 0 : look.startsWith('a ') ? 1 : 2 + Math.floor(3 * uniform());
  return Array.from({ length: count }, (_, i): Observation => {
    const at = 9 * HOUR + ((until - 9 * HOUR) * (i + 1)) / count;
    const meanX = readAt(truth.trajectory, at, meanReading);
    if (look.includes('weighing'))
      return { at, place: 'wall', kind: 'water', x: meanX + 0.003 * normal(), over: wallAlone };
    const { body } = truth.setting;
    const felt = edgeAtWater(body, meanX) + 5 * normal();
    return { at, place: 'wall', kind: 'stage', stage: stageAt(body, waterAtEdge(body, felt)).stage };
  });
}

for (const kind of truths)
  for (let i = 0; i < CASES; i++) {
    const given = drawCase(kind);
    const truth = integrate(given.truth.at(given.truth.setting), END, [], dry);
    const moments = EDGES.map((edge) => crossing(truth, edge));
    const now = 9 * HOUR + ((moments[1] ?? 11 * HOUR) - 9 * HOUR) * (0.5 + 0.45 * uniform());
    const seed = source();
    const widths = looks.map((look) => {
      const { members } = ensembleOf({
        given: given.forecast.setting,
        prior: usualPrior,
        observations: observationsOf(look, truth, now),
        walls: [{ place: 'wall', begin: given.forecast.at, events: [] }],
        joined: alone,
        now,
        members: MEMBERS,
        seed,
      });
      const ahead = members.map(({ wall }) => integrate(wall!, END, [], dry));
      return EDGES.slice(1).map((edge, e) =>
        tally(`${kind}|${look}|${edge}`, spreadOf(ahead.map((run) => crossing(run, edge))), moments[e + 1]!),
      );
    });
    looks.forEach((look, k) => {
      for (const [e, width] of widths[k]!.entries())
        if (width && widths[0]![e]) (ratios[look] ??= []).push(width / widths[0]![e]!);
    });
  }

console.log(`${CASES} cases of each truth, ${MEMBERS} members\n`);
console.log('| truth | found before | edge | truth inside 10–90 % |\n| --- | --- | --- | --- |');
for (const [name, { held, counted }] of Object.entries(tallies)) {
  const [kind, look, edge] = name.split('|');
  console.log(`| ${kind} | ${look} | m ${edge} | ${((100 * held) / counted).toFixed(0)} % of ${counted} |`);
}
const median = (values: number[]) => values.sort((a, b) => a - b)[values.length >> 1]!;
for (const look of looks.slice(1))
  console.log(`Width after ${look} over before: ${median(ratios[look]!).toFixed(2)}`);
