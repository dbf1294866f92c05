/** The sign that ends a wait, in the order a drying coat shows them. */
export type Sign = 'matte' | 'print-free' | 'firm' | 'touch-dry';

/** Water content of a plain coat's surface at which each sign shows as it dries, kg/kg. From memory. */
export const signAt: Record<Sign, number> = { matte: 0.3, 'print-free': 0.26, firm: 0.22, 'touch-dry': 0.12 };

export const signNames: Record<Sign, { name: string; look: string }> = {
  matte: { name: 'matte', look: 'the shine has gone from the whole coat' },
  'print-free': { name: 'print-free', look: 'tacky, but a finger leaves no print' },
  firm: { name: 'firm', look: 'a nail marks the coat without lifting it' },
  'touch-dry': { name: 'touch-dry', look: 'nothing comes off on a dry finger' },
};

export const signs = Object.keys(signAt) as Sign[];

export const isSign = (what: string): what is Sign => Object.hasOwn(signAt, what);
