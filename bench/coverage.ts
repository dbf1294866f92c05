import { randomLcg, randomNormal, randomUniform } from 'd3-random';
import { defaultBody, type ClayBody } from '../core/clay/body.ts';
import { edgeAtWater, stageAt, waterAtEdge } from '../core/clay/stage.ts';
import { cycleClimate } from '../core/drying/air.ts';
import type { Cover } from '../core/drying/face.ts';
import { meanReading } from '../core/drying/readings.ts';
import {
  carry,
  plainSetting,
  startRun,
  type Fineness,
  type WallEvent,
  type WallSetting,
} from '../core/drying/run.ts';
import { firstWhen, readAt } from '../core/drying/trajectory.ts';
import { ensembleOf, MEMBERS } from '../core/forecast/ensemble.ts';
import type { Observation } from '../core/forecast/observe.ts';
import { usualPrior } from '../core/forecast/prior.ts';
import { wallAlone } from '../core/form/form.ts';
import { spreadOf, type EdgeSpread } from '../core/forecast/windows.ts';

/**
 * Whether the shown 10 to 90 % interval of an edge holds the truth as often as it says, where the truth follows other
 * laws than the forecast: another isotherm, another diffusivity law, a daily swing the forecast does not know of.
 * Checks are read with an error. Printed as the table of docs/model.md.
 */
const HOUR = 3_600_000;
const CASES = Number(process.argv[2] ?? 500);
const EDGES = [84, 68, 48];
const source = randomLcg(0.2718);
const normal = randomNormal.source(source)();
const uniform = randomUniform.source(source)();
const lognormal = (sigma: number) => Math.exp(sigma * normal());

interface Case {
  truth: {
    setting: WallSetting;
    at: (setting: WallSetting, fineness?: Partial<Fineness>) => ReturnType<typeof startRun>;
  };
  forecast: {
    setting: WallSetting;
    at: (setting: WallSetting, fineness?: Partial<Fineness>) => ReturnType<typeof startRun>;
  };
  events: WallEvent[];
  checkedAt: number;
}

/** A wall in a room, as it is and as the program believes it to be. */
function drawCase(): Case {
  const thicknessM = 0.004 + 0.006 * uniform();
  const celsius = 17 + 6 * uniform();
  const humidity = 0.4 + 0.3 * uniform();
  const cover: Cover = uniform() < 0.7 ? 'open' : 'draped';
  const body: ClayBody = {
    ...defaultBody,
    // another isotherm and another law of diffusivity than the forecast's
    isotherm: { scale: 0.011, power: 0.38 },
    diffusivity: { at0: 2.6e-9 * lognormal(0.4), growth: 4.5 },
  };
  const cycle = (t: number, h: number, swing: number) =>
    cycleClimate(
      { meanCelsius: t, swingCelsius: swing, meanHumidity: h, swingHumidity: 0.02 * swing, warmestHour: 15 },
      0,
    );
  const real = {
    climate: cycle(
      celsius + 1.5 * normal(),
      Math.min(0.9, Math.max(0.15, humidity + 0.07 * normal())),
      1 + 2 * uniform(),
    ),
    heatTransfer: 4 * lognormal(0.3),
    cover,
    outside: 'free' as const,
    inside: 'free' as const,
  };
  const believed = { ...real, climate: cycle(celsius, humidity, 2), heatTransfer: 4 };
  return {
    truth: {
      setting: {
        ...plainSetting(body, thicknessM * (1 + 0.08 * normal()), 0.25 + 0.008 * normal()),
        coverFactor: lognormal(0.5),
      },
      at: (setting, fineness) => startRun(setting, real, 0, fineness),
    },
    forecast: {
      setting: plainSetting(defaultBody, thicknessM),
      at: (setting, fineness) => startRun(setting, believed, 0, fineness),
    },
    events: [],
    checkedAt: 0,
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
const ratios = { check: [] as number[], weighing: [] as number[] };

for (let i = 0; i < CASES; i++) {
  const given = drawCase();
  const truth = carry(given.truth.at(given.truth.setting), END, [], dry);
  const moments = EDGES.map((edge) => crossing(truth, edge));
  const checkedAt = (moments[1] ?? 2 * HOUR) * (0.5 + 0.45 * uniform());
  const meanX = readAt(truth.trajectory, checkedAt, meanReading);
  const felt = edgeAtWater(defaultBody, meanX) + 5 * normal();
  const check: Observation = {
    at: checkedAt,
    place: 'wall',
    kind: 'stage',
    stage: stageAt(defaultBody, waterAtEdge(defaultBody, felt)).stage,
  };
  const weighing: Observation = {
    at: checkedAt,
    place: 'wall',
    kind: 'water',
    x: meanX + 0.003 * normal(),
    over: wallAlone,
  };
  const widths = [[], [check], [weighing]].map((observations, k) => {
    const { members } = ensembleOf({
      given: given.forecast.setting,
      prior: usualPrior,
      observations,
      walls: [{ place: 'wall', begin: given.forecast.at, events: [] }],
      now: checkedAt,
      members: MEMBERS,
      seed: source(),
    });
    const ahead = members.map(({ wall }) => carry(wall!, END, [], dry));
    return EDGES.slice(1).map((edge, e) => {
      const name = `${['before', 'after a touch check', 'after a weighing'][k]!}|${edge}`;
      return tally(name, spreadOf(ahead.map((run) => crossing(run, edge))), moments[e + 1]!);
    });
  });
  const ratio = (k: number) => widths[k]!.flatMap((w, e) => (w && widths[0]![e] ? [w / widths[0]![e]!] : []));
  ratios.check.push(...ratio(1));
  ratios.weighing.push(...ratio(2));
}

console.log(`${CASES} cases, ${MEMBERS} members\n`);
console.log('| forecast | edge | truth inside 10–90 % |\n| --- | --- | --- |');
for (const [name, { held, counted }] of Object.entries(tallies)) {
  const [when, edge] = name.split('|');
  console.log(`| ${when} | m ${edge} | ${((100 * held) / counted).toFixed(0)} % of ${counted} |`);
}
const median = (values: number[]) => values.sort((a, b) => a - b)[values.length >> 1]!;
console.log(
  `\nWidth after one touch check over before: ${median(ratios.check).toFixed(2)} (wanted 0.8 or less)`,
);
console.log(
  `Width after a weighing over before: ${median(ratios.weighing).toFixed(2)} (wanted 0.25 or less)`,
);
