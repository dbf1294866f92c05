/** What the forms of handwork begin with, SI. Common practice, no source. */

/** One light misting, kg/m². From memory. */
export const MISTING_KG_M2 = 0.05;

/** Hot air or a flame: for so long, over so much of the time. */
export const heating = { seconds: 120, duty: 0.35 } as const;
