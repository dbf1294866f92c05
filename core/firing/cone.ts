import { problem, type Result } from '../units/problem.ts';

/**
 * Temperatures at which a self-supporting large cone is bent, °C, by how fast the last 100 °C are heated, °C/h.
 * Orton's table of self-supporting large cones, from memory.
 */
const RATES = [15, 60, 150] as const;

/** A cone and its temperatures at each of the rates; null where the table gives none. Coolest first. */
const table: [cone: string, ...celsius: [number | null, number, number]][] = [
  ['022', null, 586, 590],
  ['021', null, 600, 617],
  ['020', null, 626, 638],
  ['019', null, 678, 695],
  ['018', null, 715, 734],
  ['017', null, 738, 763],
  ['016', null, 772, 796],
  ['015', null, 791, 818],
  ['014', null, 807, 838],
  ['013', null, 837, 861],
  ['012', null, 861, 882],
  ['011', null, 875, 894],
  ['010', null, 903, 915],
  ['09', null, 920, 930],
  ['08', null, 942, 956],
  ['07', null, 976, 987],
  ['06', null, 998, 1013],
  ['05', null, 1031, 1044],
  ['04', 1046, 1063, 1077],
  ['03', 1071, 1086, 1104],
  ['02', 1078, 1102, 1122],
  ['01', 1093, 1119, 1138],
  ['1', 1109, 1137, 1154],
  ['2', 1112, 1142, 1164],
  ['3', 1115, 1152, 1170],
  ['4', 1141, 1162, 1183],
  ['5', 1159, 1186, 1207],
  ['6', 1185, 1222, 1243],
  ['7', 1201, 1239, 1257],
  ['8', 1211, 1249, 1271],
  ['9', 1224, 1260, 1280],
  ['10', 1251, 1285, 1305],
  ['11', 1272, 1294, 1315],
  ['12', 1285, 1306, 1326],
  ['13', 1310, 1331, 1348],
  ['14', 1351, 1365, 1384],
];

/** How fast the last 100 °C are usually heated, °C/h. Common practice. */
export const USUAL_RATE = 60;

/** All cones, the coolest first. */
export const cones: string[] = table.map(([cone]) => cone);

export const noSuchCone = problem(
  'no-such-cone',
  'cone',
  'There is no such cone: they run from 022 to 01 and from 1 to 14; 06 is not 6.',
);

export const isCone = (cone: string): boolean => cones.includes(cone);

/** How much hotter a cone is than another, in steps of the table; below 0 where it is cooler. NaN for no cone. */
export const conesApart = (cone: string, other: string): number =>
  isCone(cone) && isCone(other) ? cones.indexOf(cone) - cones.indexOf(other) : Number.NaN;

/**
 * At which temperature a cone is bent, °C, between the rates of the table by straight lines over the rate's logarithm.
 * @param ratePerHour how fast the last 100 °C are heated, °C/h, 15 to 150; cones below 04 from 60 on
 * @returns refused for a cone that does not exist, and outside the rates of the table
 */
export function coneCelsius(cone: string, ratePerHour: number): Result<number> {
  const row = table.find(([name]) => name === cone);
  if (!row)
    return {
      ok: false,
      problem: problem('no-such-cone', 'cone', `There is no cone ${cone}: they run from 022 to 14.`),
    };
  const known = RATES.flatMap((rate, i) => {
    const celsius = row[i + 1];
    return typeof celsius === 'number' ? [{ rate, celsius }] : [];
  });
  const [slowest, fastest] = [known[0]!, known.at(-1)!];
  if (!(ratePerHour >= slowest.rate && ratePerHour <= fastest.rate))
    return {
      ok: false,
      problem: problem(
        'rate-outside',
        'ratePerHour',
        `For cone ${cone} the table runs from ${slowest.rate} to ${fastest.rate} °C an hour: give the rate of the last 100 °C.`,
      ),
    };
  const i = known.findIndex(({ rate }, k) => k > 0 && ratePerHour <= rate);
  const [below, above] = [known[i - 1]!, known[i]!];
  const part = Math.log(ratePerHour / below.rate) / Math.log(above.rate / below.rate);
  return { ok: true, value: below.celsius + part * (above.celsius - below.celsius) };
}
