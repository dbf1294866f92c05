import { turnedCurve, type ProfilePoint } from './curve.ts';

export type { ProfilePoint };

/** Simple forms: how much face there is to coat and dry. All lengths in metres, in the plastic state. */

export type Form =
  | { kind: 'cylinder'; diameterM: number; heightM: number; wallM: number; mouth: 'open' | 'narrow' }
  | { kind: 'bowl'; diameterM: number; heightM: number; wallM: number }
  | { kind: 'plate'; diameterM: number; wallM: number }
  | { kind: 'tile'; lengthM: number; widthM: number; wallM: number }
  | { kind: 'box'; lengthM: number; widthM: number; heightM: number; wallM: number }
  /** Turned around its axis: a smooth curve through a few heights, from the foot at 0 up. */
  | { kind: 'profile'; points: ProfilePoint[]; wallM: number; mouth: 'open' | 'narrow' };

export type FormKind = Form['kind'];

/** Area of the outside face that is decorated, m². Base not counted, except that a plate or tile is its upper face. */
export function outsideArea(form: Form): number {
  switch (form.kind) {
    case 'cylinder':
      return Math.PI * form.diameterM * form.heightM;
    case 'bowl':
      return sphereZoneArea(form.diameterM / 2, form.heightM);
    case 'plate':
      return discArea(form.diameterM);
    case 'tile':
      return form.lengthM * form.widthM;
    case 'box':
      return 2 * (form.lengthM + form.widthM) * form.heightM;
    case 'profile':
      return frustums(turnedCurve(form.points)).reduce(
        (sum, [r1, r2, slant]) => sum + frustumArea(r1, r2, slant),
        0,
      );
  }
}

/** Both radii and the slant of each straight stretch of a profile, foot first, m. */
const frustums = (points: ProfilePoint[]): [number, number, number][] =>
  points.slice(1).map((upper, i) => {
    const lower = points[i]!;
    const [r1, r2] = [lower.diameterM / 2, upper.diameterM / 2];
    return [r1, r2, Math.hypot(r2 - r1, upper.heightM - lower.heightM)];
  });

/** Area of the curved face of a cone's frustum, m²: A = π(r₁ + r₂)s, s its slant. */
const frustumArea = (r1M: number, r2M: number, slantM: number): number => Math.PI * (r1M + r2M) * slantM;

/** A disc, m². */
const discArea = (diameterM: number): number => (Math.PI / 4) * diameterM ** 2;

/** Flat ware lies; all other forms stand up from a floor. */
export const isFlat = (form: Form): boolean => form.kind === 'plate' || form.kind === 'tile';

/** Whether zones between two heights can lie on it. */
export const hasHeight = ({ kind }: Pick<Form, 'kind'>): boolean => kind !== 'plate' && kind !== 'tile';

/** Whether its wall is curved both ways: a flat sheet wrinkles on it. */
export const isDoublyCurved = (form: Form): boolean =>
  form.kind === 'bowl' || (form.kind === 'profile' && form.points.length > 2);

/** Length of the wall from foot to rim, or from the middle of flat ware to its edge, m. */
export function wallLength(form: Form): number {
  switch (form.kind) {
    case 'tile':
      return form.lengthM;
    case 'plate':
      return form.diameterM / 2;
    case 'profile':
      return form.points.at(-1)!.heightM;
    default:
      return form.heightM;
  }
}

/** How wide it is where it is narrowest, m. */
export function narrowest(form: Form): number {
  switch (form.kind) {
    case 'tile':
    case 'box':
      return Math.min(form.lengthM, form.widthM);
    case 'profile':
      return Math.min(...form.points.map(({ diameterM }) => diameterM));
    default:
      return form.diameterM;
  }
}

/** The longest way across flat ware, m; null for what stands up. */
export const span = (form: Form): number | null =>
  form.kind === 'tile' ? Math.max(form.lengthM, form.widthM) : form.kind === 'plate' ? form.diameterM : null;

/** The flat under a bowl, as a share of its mouth's diameter. From memory. */
const BOWL_FLAT = 0.5;

/** The floor of a form that stands up: how long it is around, and its area. */
export function floorOf(form: Form): { aroundM: number; areaM2: number } {
  if (form.kind === 'box' || form.kind === 'tile')
    return { aroundM: 2 * (form.lengthM + form.widthM), areaM2: form.lengthM * form.widthM };
  const flat =
    form.kind === 'bowl'
      ? BOWL_FLAT * form.diameterM
      : form.kind === 'profile'
        ? form.points[0]!.diameterM
        : form.diameterM;
  return { aroundM: Math.PI * flat, areaM2: discArea(flat) };
}

/** How long its rim is, m. */
export function rimLength(form: Form): number {
  if (form.kind === 'tile' || form.kind === 'box') return 2 * (form.lengthM + form.widthM);
  const across = form.kind === 'profile' ? form.points.at(-1)!.diameterM : form.diameterM;
  return Math.PI * Math.max(across, 4 * form.wallM);
}

/**
 * Clay in the piece, m³, in the plastic state.
 * Upright: wall and floor of the same thickness. Bowl: the shell between two spherical caps.
 */
export function clayVolume(form: Form): number {
  const t = form.wallM;
  switch (form.kind) {
    case 'cylinder': {
      const outer = form.diameterM / 2;
      return Math.PI * (outer ** 2 * form.heightM - (outer - t) ** 2 * (form.heightM - t));
    }
    case 'bowl':
      return (
        capVolume(form.diameterM / 2, form.heightM) - capVolume(form.diameterM / 2 - t, form.heightM - t)
      );
    case 'plate':
    case 'tile':
      return outsideArea(form) * t;
    case 'box':
      return (
        form.lengthM * form.widthM * form.heightM -
        (form.lengthM - 2 * t) * (form.widthM - 2 * t) * (form.heightM - t)
      );
    case 'profile': {
      // Pappus: the wall is its middle face times its thickness
      const middle = form.points.map((point) => ({ ...point, diameterM: point.diameterM - t }));
      return outsideArea({ ...form, points: middle }) * t + discArea(form.points[0]!.diameterM - 2 * t) * t;
    }
  }
}

/** Area of the curved face of a spherical cap, m²: A = π(r² + h²), r the rim radius, h the height. */
export function sphereZoneArea(rimRadiusM: number, heightM: number): number {
  return Math.PI * (rimRadiusM ** 2 + heightM ** 2);
}

/** Volume of a spherical cap, m³: V = πh(3r² + h²)/6, r the rim radius, h the height. */
export function capVolume(rimRadiusM: number, heightM: number): number {
  return (Math.PI * heightM * (3 * rimRadiusM ** 2 + heightM ** 2)) / 6;
}

/**
 * A form after its wall was stretched to `ratio` times its face: around at the same height, or all ways alike.
 * @param ratio new area over old, 1 to 4
 */
export function stretchedForm(form: Form, by: 'hoop' | 'area', ratio: number): Form {
  const wallM = form.wallM / ratio;
  const across = by === 'hoop' ? ratio : Math.sqrt(ratio);
  switch (form.kind) {
    case 'cylinder':
      return {
        ...form,
        wallM,
        diameterM: form.diameterM * across,
        heightM: by === 'hoop' ? form.heightM : form.heightM * across,
      };
    case 'bowl':
      return { ...form, wallM, diameterM: form.diameterM * across, heightM: form.heightM * across };
    case 'plate':
      return { ...form, wallM, diameterM: form.diameterM * Math.sqrt(ratio) };
    case 'tile':
      return {
        ...form,
        wallM,
        lengthM: form.lengthM * Math.sqrt(ratio),
        widthM: form.widthM * Math.sqrt(ratio),
      };
    case 'box':
      return {
        ...form,
        wallM,
        lengthM: form.lengthM * across,
        widthM: form.widthM * across,
        heightM: by === 'hoop' ? form.heightM : form.heightM * across,
      };
    case 'profile':
      return {
        ...form,
        wallM,
        points: form.points.map(({ heightM, diameterM, corner }) => ({
          ...(corner && { corner }),
          heightM: by === 'hoop' ? heightM : heightM * across,
          diameterM: diameterM * across,
        })),
      };
  }
}

/** How wide a form is from its foot to its rim, to draw it by; flat ware from the side. */
export function silhouette(form: Form): ProfilePoint[] {
  switch (form.kind) {
    case 'profile':
      return turnedCurve(form.points);
    case 'cylinder':
      return [0, form.heightM].map((heightM) => ({ heightM, diameterM: form.diameterM }));
    case 'box':
      return [0, form.heightM].map((heightM) => ({ heightM, diameterM: form.lengthM }));
    case 'plate':
    case 'tile':
      return [0, form.wallM].map((heightM) => ({ heightM, diameterM: span(form)! }));
    case 'bowl':
      // from its flat to its rim along a quarter of an ellipse
      return Array.from({ length: 9 }, (_, i) => {
        const turn = (i / 8) * (Math.PI / 2);
        return {
          heightM: form.heightM * (1 - Math.cos(turn)),
          diameterM: form.diameterM * (BOWL_FLAT + (1 - BOWL_FLAT) * Math.sin(turn)),
        };
      });
  }
}
