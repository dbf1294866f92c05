import { formatHex, interpolate, modeOklab, modeRgb, useMode as withMode } from 'culori/fn';

// only what a ramp needs of the library
withMode(modeRgb);
withMode(modeOklab);

/** The colours of a clay from pale (0) to wet (1), mixed in OKLab, in 64 steps. */
export function clayRamp(dryColour: string, wetColour: string): string[] {
  const mix = interpolate([dryColour, wetColour], 'oklab');
  return Array.from({ length: 64 }, (_, i) => formatHex(mix(i / 63)));
}

export const rampColour = (ramp: string[], wetness: number): string =>
  ramp[Math.round(Math.min(1, Math.max(0, wetness)) * 63)]!;
