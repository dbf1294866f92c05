import { of, band, foot, middle, turned, withHandle, type Combination } from './layers.test-support.ts';

/** Ten more, by those who keep this record. Common practice, no source. */
export const ownCombinations: Combination[] = [
  {
    name: 'poured ground, trailing on it',
    layers: [of('poured-ground'), of('slip-trailing', { height: 'low' })],
    order: ['poured-ground:outside-only', 'slip-trailing:trail'],
  },
  {
    name: 'white ground, painting on it',
    layers: [of('white-ground', {}, { face: 'inside' }), of('brush-painting', {}, { face: 'inside' })],
    order: ['white-ground:press', 'white-ground:ground', 'white-ground:flip', 'brush-painting:paint'],
    form: { kind: 'bowl', diameterM: 0.24, heightM: 0.09, wallM: 0.008 },
  },
  {
    name: 'poured ground, stencil on it',
    layers: [of('poured-ground'), of('stencil', { mask: 'paper', lift: 'matte' })],
    order: ['poured-ground:outside-only', 'stencil:lay', 'stencil:brush', 'stencil:lift'],
  },
  {
    name: 'brushed ground, sponge print on it',
    layers: [of('brushed-coats'), of('printed-slip')],
    order: ['brushed-coats:coat', 'brushed-coats:coat', 'printed-slip:print'],
  },
  {
    name: 'turned, ground, stamp, inlay in two colours, wash after bisque',
    layers: [
      turned,
      of('brushed-coats', { cream: 'thick' }),
      of('inlay', { mark: 'stamp' }, { zones: [band('red', 0.2, 0.4), band('blue', 0.5, 0.7)] }),
      of('oxide-wash', {}, { zones: [foot] }),
    ],
    order: [
      ...['shaping:turn', 'brushed-coats:coat', 'inlay:stamp', 'inlay:fill@red', 'inlay:fill@blue'],
      ...['inlay:scrape-leather', 'oxide-wash:brush-bisque'],
    ],
  },
  {
    name: 'broad-brush ground, sgraffito through it, trailing beside it',
    layers: [
      turned,
      of('broad-brush'),
      of('slip-trailing', {}, { zones: [foot] }),
      of('sgraffito', { ground: 'thick' }, { zones: [middle] }),
    ],
    order: [
      'shaping:turn',
      'broad-brush:sweep',
      'slip-trailing:trail',
      'sgraffito:outlines',
      'sgraffito:clean',
    ],
  },
  {
    name: 'inside poured, outside carved',
    layers: [
      of('poured-ground', { faces: 'inside' }, { face: 'inside' }),
      of('sgraffito', { ground: 'underglaze' }),
    ],
    order: ['poured-ground:inside-only', 'sgraffito:coat', 'sgraffito:outlines'],
  },
  {
    name: 'handle joined after turning, then sigillata',
    layers: [withHandle, of('sigillata')],
    order: ['shaping:turn', 'shaping:join-handle', 'sigillata:coat-leather', 'sigillata:burnish-leather'],
  },
  {
    name: 'crackle band above, trailing on the foot',
    layers: [
      of('silicate-crackle', { skin: 'air' }, { zones: [middle] }),
      turned,
      of('slip-trailing', {}, { zones: [foot] }),
    ],
    order: [
      ...['silicate-crackle:silicate', 'silicate-crackle:skin-air', 'silicate-crackle:push'],
      ...['silicate-crackle:stretch', 'shaping:turn', 'slip-trailing:trail'],
    ],
  },
  {
    name: 'marbled, then low lines bone dry, once fired',
    layers: [of('wet-in-wet'), of('slip-trailing', { height: 'low' }), of('firing', { way: 'once' })],
    order: [
      'wet-in-wet:ground',
      'wet-in-wet:colour',
      'wet-in-wet:move',
      'slip-trailing:trail',
      'firing:raw-glaze',
    ],
  },
];
