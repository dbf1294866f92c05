import type { Instant } from '../units/quantity.ts';

/** How something lies on a piece. */
export type Lies = 'coat' | 'lines' | 'cuts' | 'print' | 'skin' | 'cracks' | 'wash' | 'wax' | 'shine';

/** One thing laid, as it is seen. */
export interface DecorationLayer {
  as: Lies;
  /** Between two shares of the height. */
  from: number;
  to: number;
  /** Which share of that it takes. */
  share: number;
  /** Of the slip; null for what has none. */
  colours: SlipColours | null;
  at: Instant;
}

/** A slip as it looks wet, and fired. */
export interface SlipColours {
  wet: string;
  fired: string;
}
