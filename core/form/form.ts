/** Simple forms: how much face there is to coat and dry. All lengths in metres, in the plastic state. */

export type Form =
  | { kind: 'cylinder'; diameterM: number; heightM: number; wallM: number; mouth: 'open' | 'narrow' }
  | { kind: 'bowl'; diameterM: number; heightM: number; wallM: number }
  | { kind: 'plate'; diameterM: number; wallM: number }
  | { kind: 'tile'; lengthM: number; widthM: number; wallM: number };

export type FormKind = Form['kind'];

/** Area of the outside face that is decorated, m². Base not counted, except that a plate or tile is its upper face. */
export function outsideArea(form: Form): number {
  switch (form.kind) {
    case 'cylinder':
      return Math.PI * form.diameterM * form.heightM;
    case 'bowl':
      return sphereZoneArea(form.diameterM / 2, form.heightM);
    case 'plate':
      return (Math.PI / 4) * form.diameterM ** 2;
    case 'tile':
      return form.lengthM * form.widthM;
  }
}

/**
 * Clay in the piece, m³, in the plastic state.
 * Cylinder: wall and floor of the same thickness. Bowl: the shell between two spherical caps.
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

/** What stands in the way of water leaving each face, beside any cover. */
export type FaceExposure = 'free' | 'narrow' | 'sealed';

/** How the outside (upper) and the inside (lower) face meet the air when the piece stands as it usually does. */
export function exposure(form: Form, onRack: boolean): { outside: FaceExposure; inside: FaceExposure } {
  switch (form.kind) {
    case 'cylinder':
      return { outside: 'free', inside: form.mouth === 'narrow' ? 'narrow' : 'free' };
    case 'bowl':
      return { outside: 'free', inside: 'free' };
    case 'plate':
    case 'tile':
      return { outside: 'free', inside: onRack ? 'free' : 'sealed' };
  }
}
