/** Cautions, shown at the step where they apply. They name the measure and defer to local rules. */
export type HazardId =
  | 'silica-dust'
  | 'toxic-colour'
  | 'colour-dust'
  | 'manganese'
  | 'raw-metal'
  | 'alkali'
  | 'old-slip'
  | 'slump'
  | 'uneven'
  | 'hot-tool'
  | 'steam'
  | 'heavy-ware'
  | 'mains'
  | 'solvent'
  | 'spraying'
  | 'smoke'
  | 'sharp'
  | 'grinding'
  | 'kiln'
  | 'food';

/** What pupils and pregnant people leave to others, wherever a room or a group is marked so. Common practice. */
export const withheld: HazardId[] = [
  'manganese',
  'raw-metal',
  'spraying',
  'alkali',
  'silica-dust',
  'smoke',
  'solvent',
];

/** What comes of a colourant in the slip. */
export const colourants: HazardId[] = ['toxic-colour', 'colour-dust', 'manganese', 'raw-metal'];

/** Those of them that make a slip toxic: iron is dusty and no more. */
export const toxic: HazardId[] = ['toxic-colour', 'manganese', 'raw-metal'];

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
  'colour-dust': {
    id: 'colour-dust',
    title: 'Colour as dry powder',
    why: 'Dry colour is dust: iron is the mildest of them, and dusty all the same; stains and other oxides harm when breathed.',
    measures: ['A fitted mask while it is dry powder', 'Gloves', 'Wet it before it is stirred; wipe up wet'],
    defersTo: "Follow the supplier's safety data sheet; local limits apply.",
    limit: null,
  },
  'raw-metal': {
    id: 'raw-metal',
    title: 'Raw chromium, nickel, barium, vanadium',
    why: 'Their raw compounds are poisonous; chromium can turn into its hexavalent form, which causes cancer.',
    measures: [
      'Gloves, and a fit-tested respirator while it is dry',
      'Use a fritted stain instead where one will do',
      'Keep the tub labelled; vent the kiln',
    ],
    defersTo: "Follow the supplier's safety data sheet; pupils and pregnant people leave it to others.",
    limit: 'Hexavalent chromium: 5 µg/m³ over 8 h (OSHA 29 CFR 1910.1026)',
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
  mains: {
    id: 'mains',
    title: 'Mains tools and wet hands',
    why: 'A wheel, a blender or a heat gun on the mains, and water on hands and floor.',
    measures: ['Residual-current protection', 'Dry hands and a dry grip', 'Unplug it before you clean it'],
    defersTo: 'Electrical work is for licensed people.',
    limit: null,
  },
  solvent: {
    id: 'solvent',
    title: 'Wax and shellac',
    why: 'The solvent of shellac burns and is breathed in; wax smokes as it burns out in the bisque.',
    measures: ['Air the room', 'No torch or flame near it', 'Vent the kiln during the bisque'],
    defersTo: "Follow the supplier's safety data sheet and local fire rules.",
    limit: null,
  },
  spraying: {
    id: 'spraying',
    title: 'Spraying',
    why: 'A spray of slip is silica and colourant in the finest mist: it goes deep into lungs.',
    measures: [
      'Only in an extracted booth',
      'A fitted respirator all the same',
      'Otherwise brush or pour it',
    ],
    defersTo: 'Local workplace rules decide whether and where.',
    limit: null,
  },
  smoke: {
    id: 'smoke',
    title: 'Smoke, quench and open fire',
    why: 'Smoke poisons, hot ware bursts, and steam shoots from narrow mouths.',
    measures: ['Outdoors, with trained people', 'Gloves and face shield', 'Turn narrow mouths away'],
    defersTo: 'Local fire rules decide whether and where.',
    limit: null,
  },
  sharp: {
    id: 'sharp',
    title: 'Sharp points and edges',
    why: 'Tips, burrs and broken silicate cut hands after the fire.',
    measures: [
      'Press tips down while they are soft',
      'Run a nail, not a finger, over the fired edge',
      'Grind it wet',
    ],
    defersTo: 'This is about who will hold it; your hands decide.',
    limit: null,
  },
  grinding: {
    id: 'grinding',
    title: 'Grinding fired ware',
    why: 'Fired dust holds free silica, and chips fly.',
    measures: ['Grind wet', 'Cover eyes and lungs'],
    defersTo: 'Local workplace limits apply.',
    limit: null,
  },
  kiln: {
    id: 'kiln',
    title: 'The kiln',
    why: 'Fumes, heat and light of a firing, and hot ware after it.',
    measures: [
      'Vent it, and stay out of the room',
      'Eye protection at the spy hole',
      'Open it when it is cool',
    ],
    defersTo: "Follow the kiln maker's instructions; electrical work is for licensed people.",
    limit: null,
  },
  food: {
    id: 'food',
    title: 'For food?',
    why: 'Cracked, matt, under-fired, metal-rich and unglazed faces may give off metals or hold germs.',
    measures: ['A tested glaze where food lies', 'Keep crackle and washes to the outside'],
    defersTo: 'Only a laboratory leach test tells, metal by metal, under local food-contact law.',
    limit: null,
  },
};
