import { silhouette, type Form, type ProfilePoint } from './form.ts';

/** How a piece is drawn. */

/** Rim and foot as drawn take in so much of the height. */
export const EDGE_SHOWN = 0.12;

/** The outline that a piece is drawn by: its silhouette, and of flat ware its face. */
export function outlineOf(form: Form): ProfilePoint[] {
  if (form.kind === 'tile') return [0, form.widthM].map((heightM) => ({ heightM, diameterM: form.lengthM }));
  if (form.kind !== 'plate') return silhouette(form);
  const r = form.diameterM / 2;
  return Array.from({ length: 17 }, (_, i) => {
    const turn = (i / 16) * Math.PI;
    return { heightM: r - r * Math.cos(turn), diameterM: Math.max(form.diameterM * Math.sin(turn), 1e-4) };
  });
}
