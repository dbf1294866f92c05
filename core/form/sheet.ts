import { silhouette, type Form } from './form.ts';

/** A flat sheet laid on a turned wall. */

/** Above this share of excess length a sheet wrinkles: dry paper, and damp tissue. From memory. */
export const WRINKLES_AT = { paper: 0.005, tissue: 0.015 };

/** A side measured at a few heights tells of no bend that is shorter than this share of it. */
const FINEST = 0.2;

/** Where the side bends on its way up. */
interface Bend {
  /** Along the side from the foot, m. */
  alongM: number;
  radiusM: number;
  /** By how much its widening changes there, and over which stretch of the side, m. */
  turned: number;
  overM: number;
}

/** The bends of the side between two shares of the height, and how long it is between them, m. */
function bendsOf(
  form: Form,
  from: number,
  to: number,
): {
  bends: Bend[];
  lengthM: number;
  areaM2: number;
  sideM: number;
} {
  const points = silhouette(form);
  const tall = points.at(-1)!.heightM || 1;
  const stretches = points.slice(1).map((upper, i) => {
    const lower = points[i]!;
    const widerM = (upper.diameterM - lower.diameterM) / 2;
    const lengthM = Math.hypot(widerM, upper.heightM - lower.heightM);
    const within = upper.heightM / tall > from && lower.heightM / tall < to;
    return { lengthM, widens: lengthM > 0 ? widerM / lengthM : 0, radiusM: lower.diameterM / 2, within };
  });
  const bends: Bend[] = [];
  let [alongM, inside, areaM2] = [0, 0, 0];
  for (const [i, here] of stretches.entries()) {
    const before = stretches[i - 1];
    if (before?.within && here.within)
      bends.push({
        alongM,
        radiusM: here.radiusM,
        turned: Math.abs(here.widens - before.widens),
        overM: (before.lengthM + here.lengthM) / 2,
      });
    alongM += here.lengthM;
    if (here.within) {
      inside += here.lengthM;
      areaM2 += 2 * Math.PI * (here.radiusM + (here.widens * here.lengthM) / 2) * here.lengthM;
    }
  }
  return { bends, lengthM: inside, areaM2, sideM: alongM };
}

/**
 * By how much the edge of a flat sheet is too long where it lies: ε = a²·|K|/2 with a its half width and K the Gaussian
 * curvature there, which a turned wall has by how its widening changes (Gauss and Bonnet: ∫K dA = 2π·(r′₁ − r′₂)); none on
 * cylinder, cone and flat ware. Of a small sheet it is that of the worst place.
 * @param from share of the height that the sheet begins at, or may lie above
 * @param to share of the height that it ends at, or may lie below
 * @param widthM of a cut-out that lies somewhere between; null for a sheet from one height to the other
 */
export function sheetExcess(form: Form, from: number, to: number, widthM: number | null): number {
  if (form.kind !== 'bowl' && form.kind !== 'profile') return 0;
  const { bends, lengthM, areaM2, sideM } = bendsOf(form, from, to);
  if (widthM === null || widthM >= lengthM) {
    const turned = bends.reduce((sum, bend) => sum + bend.turned, 0);
    return areaM2 > 0 ? ((lengthM / 2) ** 2 * (2 * Math.PI * turned)) / areaM2 / 2 : 0;
  }
  const curvature = bends.map(({ alongM, radiusM, overM }) => {
    const reachM = Math.max(widthM, overM, FINEST * sideM);
    const near = bends.filter((other) => Math.abs(other.alongM - alongM) < reachM / 2);
    return near.reduce((sum, { turned }) => sum + turned, 0) / (radiusM * reachM);
  });
  return ((widthM / 2) ** 2 * Math.max(0, ...curvature)) / 2;
}
