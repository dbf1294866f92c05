/** Cautions, shown at the step where they apply. They name the measure and defer to local rules. */
export type HazardId =
  | 'silica-dust'
  | 'toxic-colour'
  | 'manganese'
  | 'alkali'
  | 'old-slip'
  | 'slump'
  | 'uneven'
  | 'hot-tool'
  | 'steam'
  | 'heavy-ware';

export interface Hazard {
  id: HazardId;
  title: string;
  why: string;
  measures: string[];
  /** Who decides where this program cannot. */
  defersTo: string;
  /** A published limit, where there is one, with its source. */
  limit: string | null;
}

export const hazards: Record<HazardId, Hazard> = {
  'silica-dust': {
    id: 'silica-dust',
    title: 'Silica dust',
    why: 'Dry scraping, brushing and sanding of clay put fine silica in the air. It scars lungs.',
    measures: [
      'Work wet where you can',
      'Wear a fit-tested respirator (P100 or FFP3 class)',
      'Collect the waste; wipe up wet, never sweep',
    ],
    defersTo: 'Local workplace limits apply and may be stricter.',
    limit: '0.05 mg/m³ respirable crystalline silica over 8 h (OSHA 29 CFR 1910.1053)',
  },
  'toxic-colour': {
    id: 'toxic-colour',
    title: 'Toxic colourants',
    why: 'Manganese, cobalt, chromium, copper and nickel compounds harm when swallowed, breathed or left on skin.',
    measures: ['Wear gloves', 'No food or drink in the room', 'Keep the tub labelled'],
    defersTo: "Follow the supplier's safety data sheet.",
    limit: null,
  },
  uneven: {
    id: 'uneven',
    title: 'Drying unevenly',
    why: 'One place shrinks ahead of another: warping, hairlines at rims, cracks where a handle joins.',
    measures: [
      'Wrap rims and handles',
      'Cover the whole loosely until it has evened out',
      'Turn flat ware over',
    ],
    defersTo: 'This is about the piece; your hands decide.',
    limit: null,
  },
  'hot-tool': {
    id: 'hot-tool',
    title: 'Torch and heat gun',
    why: 'A flame or hot air sets fire to plastic, foam, solvent, paper, hair and sleeves, and burns skin.',
    measures: [
      'On cement board, away from plastic, foam, solvent and tissue',
      'Keep it moving; hair and sleeves tied back',
      'Extinguisher within reach; air the room',
      'Gas off, tool into its stand, before you turn away',
    ],
    defersTo: 'Local fire rules decide whether and where.',
    limit: null,
  },
  manganese: {
    id: 'manganese',
    title: 'Manganese',
    why: 'Manganese dust and kiln fume damage nerves, and the damage stays.',
    measures: [
      'Gloves, and a fit-tested respirator while it is dry',
      'Wet it before it is stirred in',
      'Vent the kiln, and stay out of the room',
    ],
    defersTo: "Follow the supplier's safety data sheet; pupils and pregnant people leave it to others.",
    limit: null,
  },
  alkali: {
    id: 'alkali',
    title: 'Strong alkali',
    why: 'Sodium silicate and soda ash burn eyes and skin, look like water, and dry to sharp glass.',
    measures: ['Goggles and gloves', 'Label the cup', 'Wipe up spills before they dry'],
    defersTo: "Follow the supplier's safety data sheet.",
    limit: null,
  },
  'old-slip': {
    id: 'old-slip',
    title: 'Mould and bacteria',
    why: 'Slip that has stood grows both.',
    measures: ['Cover cuts or wear gloves', 'Wash hands afterwards', 'Throw out what smells bad'],
    defersTo: 'Ask a doctor about an inflamed cut.',
    limit: null,
  },
  slump: {
    id: 'slump',
    title: 'The wall may slump',
    why: 'The coats put back so much water that this wall goes soft again.',
    measures: ['Wait longer between coats', 'Coat inside and outside on different days', 'Support the rim'],
    defersTo: 'Trust your hands over the figure.',
    limit: null,
  },
  steam: {
    id: 'steam',
    title: 'Steam in the kiln',
    why: 'Water left in the core turns to steam above 100 °C and bursts ware.',
    measures: ['Load only when the core is kiln-dry', 'Otherwise hold under 100 °C until it is'],
    defersTo: "Follow the kiln maker's instructions; electrical work is for licensed people.",
    limit: null,
  },
  'heavy-ware': {
    id: 'heavy-ware',
    title: 'Heavy ware',
    why: 'Wet clay is heavy and slips.',
    measures: ['Flip large pieces with two people or between boards'],
    defersTo: 'Judge by your own back.',
    limit: null,
  },
};
