import type { ClayBody } from '../clay/body.ts';
import { saturationPressure, steadyClimate, KELVIN } from '../drying/air.ts';
import { coreReading } from '../drying/readings.ts';
import { integrate, plainSetting, startRun } from '../drying/run.ts';
import { KILN_DRY_X } from '../technique/kiln.ts';
import { waterViscosity } from '../slip/settle.ts';
import { HOUR } from '../units/quantity.ts';

/** The kiln is held below boiling, its vents open, °C. Common practice. */
export const CANDLING_CELSIUS = 85;
/** Air of the room drawn through it moves as in a still room, W/(m²·K). From memory. */
const KILN_AIR = 5;
/** The room's air that comes in. Common practice. */
const DRAWN = { celsius: 20, humidity: 0.6 };
/** So long it takes to come to that heat without harm, ms. Common practice, no source. */
const WARMING = HOUR;
/** Wetter clay than this is not warmed on purpose: it warps and cracks. From memory. */
export const CANDLED_FROM_X = 0.06;
const LONGEST = 7 * 24 * HOUR;

/**
 * How long a kiln is held under 100 °C until the core of a wall is kiln-dry, ms, warming up included, to the next half
 * hour: water moves in the clay as much faster as it is hotter and thinner (D ∝ T/η), and leaves into the room's air
 * warmed up.
 * @param thicknessM of the plastic wall, 0.001 to 0.1 m
 * @param coreX what its core holds now, kg/kg
 * @returns null where it is too wet to be candled, and for a wall that is dry enough already 0
 */
export function candlingTime(
  body: ClayBody,
  thicknessM: number,
  coreX: number,
  kilnDryX = KILN_DRY_X,
): number | null {
  if (coreX <= kilnDryX) return 0;
  if (coreX > CANDLED_FROM_X) return null;
  const hot = { ...body, diffusivity: { ...body.diffusivity, at0: body.diffusivity.at0 * hotter() } };
  const humidity =
    (DRAWN.humidity * saturationPressure(DRAWN.celsius)) / saturationPressure(CANDLING_CELSIUS);
  const run = startRun(
    plainSetting(hot, thicknessM, coreX),
    {
      climate: steadyClimate(CANDLING_CELSIUS, humidity),
      heatTransfer: KILN_AIR,
      cover: 'open',
      outside: 'free',
      inside: 'free',
    },
    0,
  );
  integrate(run, LONGEST, [], ({ x, mesh }) => coreReading(x, mesh) <= kilnDryX);
  const half = HOUR / 2;
  return Math.ceil((run.at + WARMING) / half) * half;
}

/** How much faster water moves at that heat than at 20 °C. */
const hotter = (): number =>
  ((CANDLING_CELSIUS + KELVIN) / (20 + KELVIN)) * (waterViscosity(20) / waterViscosity(CANDLING_CELSIUS));
