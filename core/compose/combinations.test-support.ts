import {
  of,
  band,
  foot,
  middle,
  cutOuts,
  turned,
  withHandle,
  fromSlab,
  again,
  type Combination,
} from './layers.test-support.ts';

/** Combinations as people do them, in the order in which a maker states them. Common practice, no source. */

/** As stated by those who do them; what is by analogy with another stands there as done. */
export const combinations: Combination[] = [
  {
    name: '1 bands, cut-out transfers, drip at the foot',
    layers: [
      of('fresh-bands', {}, { also: ['blend'] }),
      of('transfer', {}, { zones: [cutOuts('leaf'), cutOuts('bird')] }),
      { ...turned, also: ['wire'] },
      of('slip-drip', {}, { zones: [foot], also: ['tie', 'tap'] }),
    ],
    order: [
      ...['fresh-bands:rib', 'fresh-bands:bands', 'fresh-bands:blend', 'transfer:mist'],
      ...['transfer:lay@leaf', 'transfer:lay@bird', 'transfer:press', 'transfer:again', 'transfer:peel'],
      ...['shaping:wire', 'shaping:turn', 'slip-drip:tie', 'slip-drip:drips', 'slip-drip:tap'],
    ],
  },
  {
    name: '2 bands, one strip all round, drip',
    layers: [
      of('fresh-bands'),
      of('transfer', {}, { zones: [middle] }),
      turned,
      of('slip-drip', {}, { zones: [foot], also: ['tie', 'strays'] }),
    ],
    order: [
      ...['fresh-bands:bands', 'transfer:mist', 'transfer:lay', 'transfer:press', 'transfer:again'],
      ...['transfer:peel', 'shaping:turn', 'slip-drip:tie', 'slip-drip:drips', 'slip-drip:strays'],
    ],
  },
  {
    name: '3 transfer on the fresh wall, drip',
    layers: [
      of('transfer', { wall: 'fresh' }),
      turned,
      of('slip-drip', {}, { zones: [foot], also: ['tie'] }),
    ],
    order: [
      ...['transfer:rib', 'transfer:fresh', 'transfer:peel-fresh', 'transfer:shape-fresh'],
      ...['shaping:turn', 'slip-drip:tie', 'slip-drip:drips'],
    ],
  },
  {
    name: '4 transfer on a flat thrown plate, then raised',
    layers: [of('transfer', { wall: 'fresh' }), turned],
    order: ['transfer:fresh', 'transfer:shape-fresh', 'shaping:turn'],
    form: { kind: 'plate', diameterM: 0.24, wallM: 0.007 },
  },
  {
    name: '5 white slip, fresh transfer, mug with handle',
    layers: [of('fresh-bands', {}, { id: 'white' }), of('transfer', { wall: 'fresh' }), withHandle],
    order: ['white:bands', 'transfer:fresh', 'transfer:shape-fresh', 'shaping:turn', 'shaping:join-handle'],
  },
  {
    name: '6 transfer, drip, glaze in stages',
    layers: [
      of('transfer', {}, { zones: [middle] }),
      of('slip-drip', {}, { zones: [foot] }),
      of('firing', { way: 'twice' }),
    ],
    order: [
      'transfer:peel',
      'slip-drip:drips',
      'firing:load',
      'firing:bisque',
      'firing:glaze',
      'firing:glost',
    ],
  },
  {
    name: '7 oxide, crackle, white glaze',
    layers: [
      of('silicate-crackle', { colour: 'oxide' }, { also: ['runs', 'lip'] }),
      turned,
      of('firing', { way: 'twice' }),
    ],
    order: [
      ...['silicate-crackle:colour', 'silicate-crackle:silicate', 'silicate-crackle:runs'],
      ...['silicate-crackle:skin-heat', 'silicate-crackle:push', 'silicate-crackle:stretch'],
      ...['silicate-crackle:lip', 'shaping:turn', 'firing:bisque', 'firing:glaze'],
    ],
  },
  {
    name: '8 glaze under silicate, crackle, quick firing',
    layers: [of('silicate-crackle', { colour: 'glaze' }), turned, of('firing', { way: 'unglazed' })],
    order: [
      ...['silicate-crackle:colour', 'silicate-crackle:silicate', 'silicate-crackle:skin-heat'],
      ...['silicate-crackle:stretch', 'shaping:turn', 'firing:bisque'],
    ],
  },
  {
    name: '9 silicate slip, scored, smoked low',
    layers: [of('silicate-texture', { skin: 'scored' }), turned, of('firing', { way: 'smoked' })],
    order: [
      ...['silicate-texture:rib', 'silicate-texture:set', 'silicate-texture:slip', 'silicate-texture:skin'],
      ...['silicate-texture:score', 'silicate-texture:belly', 'shaping:turn'],
      ...['firing:bisque', 'firing:smoke'],
    ],
  },
  {
    name: '10 stripes, silicate, slab bowl',
    layers: [of('stretched-slab', { foot: 'ring' })],
    order: [
      ...['coat', 'coat', 'torch', 'silicate', 'dry', 'stretch', 'drape', 'ring', 'off'].map(
        (step) => `stretched-slab:${step}`,
      ),
    ],
    cover: 'open',
    form: { kind: 'plate', diameterM: 0.2, wallM: 0.03 },
  },
  {
    name: '11 stretched slab as sheet, mug',
    layers: [of('stretched-slab', { after: 'sheet' }), fromSlab],
    order: ['stretched-slab:stretch', 'shaping:cut-slab', 'shaping:join-edges'],
    form: { kind: 'plate', diameterM: 0.2, wallM: 0.03 },
  },
  {
    name: '12 ground, monoprint, set into a pot',
    layers: [of('monoprint', { ground: 'ground' }), { ...fromSlab, also: ['bead'] }],
    order: [
      ...['monoprint:paint', 'monoprint:ground', 'monoprint:draw', 'monoprint:print', 'monoprint:lift'],
      ...['shaping:cut-slab', 'shaping:join-edges', 'shaping:bead'],
    ],
    form: { kind: 'tile', lengthM: 0.3, widthM: 0.15, wallM: 0.006 },
  },
  {
    name: '13 as 12, then painting, marks, white, washes',
    layers: [
      of('monoprint', { ground: 'ground' }),
      fromSlab,
      of('painterly', {}, { also: ['draw', 'into-wet', 'runs', 'accent', 'incise', 'over'] }),
      of('oxide-wash'),
      again,
    ],
    order: [
      ...['monoprint:print', 'shaping:join-edges', 'painterly:draw', 'painterly:layer', 'painterly:into-wet'],
      ...['painterly:runs', 'painterly:accent', 'painterly:incise', 'painterly:over', 'firing:bisque'],
      ...['oxide-wash:brush-bisque', 'firing:glaze-first', 'firing:again'],
    ],
    form: { kind: 'tile', lengthM: 0.3, widthM: 0.15, wallM: 0.006 },
  },
  {
    name: '14 two-colour sgraffito, once fired',
    layers: [
      of(
        'sgraffito',
        { layout: 'bare' },
        {
          zones: [band('red', 0, 0.5), band('blue', 0.5, 1)],
          also: ['draw-bare', 'pad', 'brush-again', 'point', 'edges'],
        },
      ),
      of('firing', { way: 'once' }),
    ],
    order: [
      ...['draw-bare', 'coat@red', 'coat@blue', 'coat@red', 'coat@blue', 'coat@red', 'coat@blue'],
      ...['outlines', 'clean', 'pad', 'brush-again', 'point', 'edges'],
    ]
      .map((step) => `sgraffito:${step}`)
      .concat('firing:raw-glaze', 'firing:bisque'),
  },
  {
    name: '15 underglaze, sgraffito, no clear',
    layers: [of('sgraffito', { ground: 'underglaze' }), of('firing', { way: 'unglazed' })],
    order: [
      'sgraffito:coat',
      'sgraffito:coat',
      'sgraffito:outlines',
      'sgraffito:backgrounds',
      'firing:bisque',
    ],
  },
  {
    name: '16 joined cut-outs, sgraffito, recoloured',
    layers: [
      { ...fromSlab, also: ['code'] },
      of('sgraffito', {}, { also: ['try', 'recolour'] }),
      of('firing', { way: 'twice' }),
    ],
    order: [
      ...['shaping:cut-slab', 'shaping:join-edges', 'shaping:code', 'sgraffito:coat', 'sgraffito:try'],
      ...['sgraffito:outlines', 'sgraffito:recolour', 'sgraffito:clean', 'firing:bisque', 'firing:glaze'],
    ],
  },
  {
    name: '17 brushed layers, sgraffito',
    layers: [of('brushed-coats'), of('sgraffito', { ground: 'thick' })],
    order: [
      ...['brushed-coats:coat', 'brushed-coats:coat', 'sgraffito:coat', 'sgraffito:outlines'],
      'sgraffito:clean',
    ],
  },
  {
    name: '18 engobe painting, scratches, ash glaze',
    layers: [turned, of('brush-painting', {}, { also: ['damp', 'scratch'] }), of('firing', { way: 'twice' })],
    order: [
      ...['shaping:turn', 'brush-painting:damp', 'brush-painting:paint', 'brush-painting:scratch'],
      ...['firing:bisque', 'firing:glaze'],
    ],
  },
  {
    name: '19 stamps and cuts, three-colour inlay',
    layers: [
      of(
        'inlay',
        { mark: 'both', finish: 'dry' },
        { zones: [band('red', 0, 0.3), band('white', 0.3, 0.6), band('black', 0.6, 0.9)] },
      ),
    ],
    order: [
      ...['stamp', 'cut', 'fill@red', 'fill@white', 'fill@black', 'fill@red', 'fill@white', 'fill@black'],
      ...['scrape-dry', 'bisque'],
    ].map((step) => `inlay:${step}`),
  },
  {
    name: '20 inlay, blobs',
    layers: [of('inlay', { figure: 'blobs', finish: 'dry' })],
    order: ['inlay:fill', 'inlay:blob', 'inlay:blob', 'inlay:scrape-dry'],
  },
  {
    name: '21 carved rim, trailing',
    layers: [
      turned,
      of('relief', {}, { also: ['draw', 'tidy'] }),
      of('slip-trailing', {}, { also: ['tips'] }),
    ],
    order: [
      'shaping:turn',
      'relief:draw',
      'relief:carve',
      'relief:tidy',
      'slip-trailing:trail',
      'slip-trailing:tips',
    ],
  },
  {
    name: '22 incised guides, trailing, handle',
    layers: [withHandle, of('slip-trailing', { guide: 'marked' }, { also: ['tips'] })],
    order: [
      ...['shaping:turn', 'shaping:join-handle', 'slip-trailing:guides', 'slip-trailing:trail'],
      'slip-trailing:tips',
    ],
  },
  {
    name: '23 marker, trailing twice, breaking glaze',
    layers: [
      of('slip-trailing', { guide: 'marked' }, { also: ['second', 'tips'] }),
      of('firing', { way: 'twice' }),
    ],
    order: [
      ...['slip-trailing:guides', 'slip-trailing:trail', 'slip-trailing:second', 'slip-trailing:tips'],
      ...['firing:bisque', 'firing:glaze'],
    ],
  },
  {
    name: '24 drip with a handle',
    layers: [turned, of('slip-drip', { handle: 'set' })],
    order: ['shaping:turn', 'slip-drip:level', 'slip-drip:drips', 'slip-drip:handle'],
  },
  {
    name: '25 white ground inside, turned outside',
    layers: [of('white-ground', {}, { face: 'inside', also: ['trim'] })],
    order: ['press', 'ground', 'trim', 'flip'].map((step) => `white-ground:${step}`),
    form: { kind: 'bowl', diameterM: 0.24, heightM: 0.09, wallM: 0.008 },
  },
  {
    name: '26 sigillata over a ribbed wall, oil, hair marks',
    layers: [
      turned,
      of('sigillata', { tool: 'film' }, { also: ['press', 'sponge-leather', 'oil'] }),
      of('firing', { way: 'smoked' }),
    ],
    order: [
      ...['shaping:turn', 'sigillata:press', 'sigillata:coat-leather', 'sigillata:coat-leather'],
      ...['sigillata:sponge-leather', 'sigillata:burnish-leather', 'sigillata:oil'],
      ...['firing:bisque', 'firing:smoke'],
    ],
  },
  {
    name: '27 sigillata, clear, high fire',
    layers: [of('sigillata', { tool: 'film' }), of('firing', { way: 'twice' })],
    order: [
      'sigillata:coat-leather',
      'sigillata:burnish-leather',
      'firing:bisque',
      'firing:glaze',
      'firing:glost',
    ],
  },
  {
    name: '28 scraped texture, wash, glaze or none',
    layers: [of('oxide-wash', {}, { also: ['texture', 'finish'] })],
    order: ['texture', 'bisque', 'damp', 'brush-bisque', 'wipe', 'finish'].map(
      (step) => `oxide-wash:${step}`,
    ),
  },
  {
    name: '29 pressed form, lace',
    layers: [of('stencil', {}, { also: ['ease', 'glaze', 'glost'] })],
    order: ['ease', 'lay', 'brush', 'lift', 'bisque', 'glaze'].map((step) => `stencil:${step}`),
  },
  {
    name: '30 coloured coils, texture',
    layers: [of('coloured-clay', {}, { also: ['colour', 'texture'] })],
    order: ['colour', 'coils', 'roll', 'roll', 'texture', 'build'].map((step) => `coloured-clay:${step}`),
  },
];
