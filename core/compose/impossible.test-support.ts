import type { Form } from '../form/form.ts';
import type { Layer } from '../technique/layer.ts';
import { of, band, foot, middle, turned, withHandle, fromSlab } from './layers.test-support.ts';

export interface Impossible {
  name: string;
  layers: Layer[];
  /** The code of the conflict, and words of it: what is wrong, and its remedy. */
  code: string;
  says: RegExp;
  form?: Form;
  guarded?: true;
  entered?: 'bisque';
}

const bowl: Form = { kind: 'bowl', diameterM: 0.2, heightM: 0.08, wallM: 0.006 };
const thin: Form = { kind: 'cylinder', diameterM: 0.08, heightM: 0.12, wallM: 0.0025, mouth: 'open' };
const upper = band('upper', 0.5, 1);

/** What cannot be on one piece, and what is said of it. Common practice, no source. */
export const impossible: Impossible[] = [
  ...(
    [
      ['inlay scraped leather, then high trailing', [of('inlay'), of('slip-trailing')], 'Trail'],
      ['sgraffito, then a handle', [of('sgraffito'), withHandle], 'Join the handle'],
      ['bone-dry wash, then inlay', [of('oxide-wash', { on: 'bone-dry' }), of('inlay')], 'Cut the lines'],
      ['dry sigillata before anything wet', [of('sigillata', { on: 'dry' }), of('brushed-coats')], 'Coat'],
      ['bands after carving', [of('sgraffito'), of('fresh-bands')], 'Take the slurry off'],
      [
        'crackle after trailing',
        [of('slip-trailing'), of('silicate-crackle', { colour: 'none' })],
        'Brush the silicate',
      ],
      ['a handle after a burnish', [of('burnish'), withHandle], 'Join the handle'],
      ['stamps after sgraffito', [of('sgraffito'), of('relief', { mark: 'stamp' })], 'Stamp'],
      ['coloured coils after a ground', [of('poured-ground'), of('coloured-clay')], 'Lay tapered coils'],
      [
        'a slab stretched after dry work',
        [of('resist', { resist: 'shellac' }), of('stretched-slab')],
        'Make the thick disc',
      ],
      [
        'a fresh transfer on a leather-hard ground',
        [of('poured-ground'), of('transfer', { wall: 'fresh' })],
        'Lay the sheet',
      ],
      ['a slab cut after carving', [of('sgraffito'), fromSlab], 'Cut the slab'],
    ] as const
  ).map(([name, layers, step]) => ({
    name,
    layers: [...layers],
    code: 'wetter-after-drier',
    says: new RegExp(`^${step}.* needs wetter clay than .* before it: put it first`),
  })),
  {
    name: 'resist wiped through a print',
    layers: [of('transfer'), of('resist')],
    code: 'clash',
    says: /print would come off.*printed zone/,
  },
  {
    name: 'resist wiped over lace',
    layers: [of('stencil'), of('resist')],
    code: 'clash',
    says: /lace pattern would come off.*out of that zone/,
  },
  {
    name: 'inlay scraped over trailing',
    layers: [of('slip-trailing'), of('inlay', { finish: 'dry' })],
    code: 'clash',
    says: /slip lines would come off.*Scrape first/,
  },
  {
    name: 'inlay scraped over drips',
    layers: [of('slip-drip'), of('inlay', { finish: 'dry' })],
    code: 'clash',
    says: /slip lines would come off.*another zone/,
  },
  {
    name: 'slurry ribbed off through a stretched slab’s coats',
    layers: [of('stretched-slab'), of('silicate-texture')],
    code: 'clash',
    says: /ribbed off with the slurry.*first, once/,
  },
  {
    name: 'silicate under a later slip coat',
    layers: [of('silicate-crackle'), of('brushed-coats')],
    code: 'clash',
    says: /will not stick on silicate.*before the silicate/,
  },
  {
    name: 'a wash over a burnish',
    layers: [of('burnish'), of('oxide-wash')],
    code: 'clash',
    says: /cannot soak in.*bare clay or slip/,
  },
  {
    name: 'a coat over a finished shine',
    layers: [of('burnish'), of('sprayed-engobe')],
    code: 'clash',
    says: /cover the burnish.*Burnish last/,
  },
  {
    name: 'a silicate band turned through',
    layers: [
      of('silicate-crackle', {}, { zones: [middle] }),
      of('shaping', {}, { zones: [band('waist', 0.4, 0.6)] }),
    ],
    code: 'clash',
    says: /not turned through.*above what is turned/,
  },
  {
    name: 'a printed foot turned through',
    layers: [of('transfer', {}, { zones: [band('low', 0, 0.3)] }), turned],
    code: 'clash',
    says: /not turned through/,
  },
  {
    name: 'a handle set into a printed band',
    layers: [of('transfer', {}, { zones: [upper] }), of('slip-drip', { handle: 'set' }, { zones: [upper] })],
    code: 'clash',
    says: /print would smear.*clear of the joint/,
  },
  {
    name: 'a torch near tissue',
    layers: [of('transfer', { wall: 'fresh' }), of('stretched-slab', { coats: 'matte' })],
    code: 'clash',
    says: /flame would come near.*Torch before/,
  },
  {
    name: 'two prints on one place',
    layers: [of('transfer'), of('monoprint')],
    code: 'clash',
    says: /Two prints want the same place.*zone of its own/,
  },
  {
    name: 'two colours that want one zone at the same step',
    layers: [of('brushed-coats', {}, { zones: [band('red', 0, 0.6), band('blue', 0.4, 1)] })],
    code: 'zones-overlap',
    says: /“red” and “blue” want the same clay at the same step: set their edges apart/,
  },
  {
    name: 'glaze before bisque',
    layers: [of('silicate-crackle', { colour: 'glaze' }), of('firing', { way: 'twice' })],
    code: 'glazed-raw',
    says: /glaze on raw clay.*Fire it once/,
  },
  {
    name: 'a flat print on a bowl',
    layers: [of('monoprint')],
    form: bowl,
    code: 'wrinkles',
    says: /% too long.*Smaller cut-outs, gores/,
  },
  {
    name: 'coats that soak a thin wall',
    layers: [of('poured-ground')],
    form: thin,
    code: 'soaked',
    says: /so much water.*slumps\. Thinner or fewer coats/,
  },
  {
    name: 'crackle inside a bowl for food',
    layers: [of('silicate-crackle', {}, { face: 'inside' })],
    code: 'food-face',
    says: /no face for food.*tested glaze/,
  },
  {
    name: 'raw silicate where pupils work',
    layers: [of('silicate-crackle')],
    guarded: true,
    code: 'for-adults',
    says: /not for pupils.*hand it to an adult/,
  },
  {
    name: 'sgraffito on bought bisque',
    layers: [of('sgraffito')],
    entered: 'bisque',
    code: 'raw-only',
    says: /done on raw clay.*came as bisque: choose/,
  },
];

/** What can be, and is told. Common practice, no source. */
export const told: Impossible[] = [
  {
    name: 'sigillata glazed and fired high',
    layers: [of('sigillata'), of('firing', { way: 'twice' })],
    code: 'shine-lost',
    says: /hotter than cone 08: the shine goes/,
  },
  {
    name: 'a burnish beside a usual bisque',
    layers: [of('brushed-coats', {}, { zones: [foot] }), of('burnish', {}, { zones: [upper] })],
    code: 'shine-lost',
    says: /the shine goes/,
  },
  {
    name: 'a wash over silicate',
    layers: [of('silicate-crackle'), of('oxide-wash')],
    code: 'told',
    says: /colours the cracks alone/,
  },
  {
    name: 'a coat over painting',
    layers: [of('brush-painting'), of('sprayed-engobe')],
    code: 'told',
    says: /covers what lies there/,
  },
  {
    name: 'a print cut through',
    layers: [of('transfer'), of('relief')],
    code: 'told',
    says: /cuts through the print/,
  },
  {
    name: 'slip over a painted resist',
    layers: [of('resist'), of('slip-trailing', { height: 'low' })],
    code: 'told',
    says: /stays off the resist/,
  },
  {
    name: 'a handle on a printed mug',
    layers: [of('transfer', { wall: 'fresh' }), withHandle],
    code: 'told',
    says: /Leave its spots bare/,
  },
  {
    name: 'a joint of printed sheet',
    layers: [of('monoprint'), fromSlab],
    code: 'told',
    says: /bead at the joint stays/,
  },
  {
    name: 'a sheet on a cone',
    layers: [of('transfer')],
    form: {
      kind: 'profile',
      points: [
        { heightM: 0, diameterM: 0.07 },
        { heightM: 0.12, diameterM: 0.11 },
      ],
      wallM: 0.006,
      mouth: 'open',
    },
    code: 'ring-sector',
    says: /cut to its ring sector/,
  },
  {
    name: 'iron and black that show only in the fire',
    layers: [of('oxide-wash')],
    code: 'fire-deepens',
    says: /only the fire shows/,
  },
];
