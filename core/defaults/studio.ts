import { DAY } from '../units/quantity.ts';

/** What the forms of the studio begin with, SI. Common practice, no source. */

/** A kiln: its room for ware, and how long a firing holds it. */
export const newKiln = { volumeM3: 0.1, holdsS: (2 * DAY) / 1000 } as const;

/** Pieces to be made: so many, with so long hands at each. */
export const newWish = { count: 6, takesS: 900 } as const;

/** A drying test: a slab of 10 mm on a rack in the still air of a room. */
export const dryingTest = {
  thicknessM: 0.01,
  celsius: 20,
  humidity: 0.5,
  /** h_c, W/(m²·K). */
  heatTransfer: 4,
} as const;
