import { z } from 'zod';
import { THINNEST_SLIP } from '../core/slip/density.ts';
import { adjustment, slipUse } from './slip.ts';
import {
  across,
  grainDensity,
  gravity,
  id,
  instant,
  name,
  note,
  wallThickness,
  within,
  words,
} from './quantity.ts';

/** The shapes of what is logged of pieces: as it is written today, and as earlier versions wrote it. */

export const cover = z.enum(['open', 'fan', 'draped', 'paper-bag', 'tight', 'damp-cloth', 'damp-box']);
export const stand = z.enum(['board', 'rack', 'plaster', 'mould']);
export const stage = z.enum([
  'plastic',
  'soft-leather-hard',
  'leather-hard',
  'stiff-leather-hard',
  'drying',
  'bone-dry',
]);
export const outcome = z.enum(['good', 'mixed', 'bad']);
const sign = z.enum(['matte', 'print-free', 'firm', 'touch-dry']);
const face = z.enum(['outside', 'inside']);
const place = z.enum(['rim', 'wall', 'foot', 'floor', 'attachment']);
const role = z.enum(['handle', 'spout', 'lid', 'foot', 'coils', 'slab']);
const heatTool = z.enum(['heat-gun', 'torch']);
const attachment = within('A handle', 0.001, 0.1, 'between 1 and 100 mm thick', 'or none.').nullable();

export const form = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('cylinder'),
    diameterM: across('Diameter'),
    heightM: across('Height'),
    wallM: wallThickness,
    mouth: z.enum(['open', 'narrow']),
  }),
  z.object({
    kind: z.literal('bowl'),
    diameterM: across('Diameter'),
    heightM: across('Height'),
    wallM: wallThickness,
  }),
  z.object({ kind: z.literal('plate'), diameterM: across('Diameter'), wallM: wallThickness }),
  z.object({
    kind: z.literal('tile'),
    lengthM: across('Length'),
    widthM: across('Width'),
    wallM: wallThickness,
  }),
  z.object({
    kind: z.literal('box'),
    lengthM: across('Length'),
    widthM: across('Width'),
    heightM: across('Height'),
    wallM: wallThickness,
  }),
  z.object({
    kind: z.literal('profile'),
    points: z
      .array(
        z.object({
          heightM: within('A height', 0, 2, 'between 0 and 2 m', 'measure it from the foot.'),
          diameterM: across('A diameter'),
        }),
      )
      .min(2, 'A profile needs at least a foot and a rim.')
      .max(8, 'At most eight heights: leave out those between straight stretches.'),
    wallM: wallThickness,
    mouth: z.enum(['open', 'narrow']),
  }),
]);

const share = (field: string, least = 0) =>
  within(field, least, 1, `between ${least * 100} and 100 %`, 'of the zone it lies in.');

const zoneHead = { id, name: name('The name of the zone') };
const zone = z
  .discriminatedUnion('kind', [
    z.object({ ...zoneHead, kind: z.literal('whole') }),
    z.object({ ...zoneHead, kind: z.literal('place'), place }),
    z.object({
      ...zoneHead,
      kind: z.literal('band'),
      from: share('Where the band begins'),
      to: share('Where the band ends'),
    }),
    z.object({
      ...zoneHead,
      kind: z.literal('motif'),
      within: id,
      share: share('The share of the motif', 0.01),
      widthM: within('A feature', 1e-4, 1, 'between 0.1 mm and a metre wide', 'measure one line of it.'),
    }),
  ])
  .refine((of) => of.kind !== 'band' || of.to > of.from, {
    path: ['to'],
    message: 'A band ends above where it begins: give its lower edge first.',
  });

const layer = z.object({
  id: id.regex(/^[^/@]+$/, 'A layer is named without / and @.'),
  technique: id,
  rev: id,
  schools: z.record(id, id),
  zones: z
    .array(zone)
    .min(1, 'A layer lies somewhere: pick a zone, or all over.')
    .max(12, 'At most 12 zones.'),
  face,
  upon: z.union([sign, z.literal('wet')]).nullable(),
  also: z.array(id).max(40),
  stock: z
    .array(
      z.object({
        step: id.optional(),
        zone: id.optional(),
        pass: z.int().min(1).max(20).optional(),
        ids: z.array(id).max(8),
      }),
    )
    .max(60),
  dropped: z.literal(true).optional(),
});
const layers = z
  .array(layer)
  .min(1, 'A piece needs a technique: pick one.')
  .max(12, 'At most twelve layers on one piece.');

export const stepRef = z.object({
  layer: id.regex(/^[^/@]+$/),
  step: id.regex(/^[^/@]+$/),
  zone: id.nullable(),
  pass: z.int().min(1).max(200),
});
const refs = z.array(stepRef).max(12);

const thickness = within(
  'Coat thickness',
  1e-5,
  0.02,
  'between 0.01 and 20 mm',
  'brushed coats are 0.1 to 0.25 mm wet.',
);
const depth = within('The depth', 0, 0.05, 'between 0 and 50 mm', 'measure it with a needle.');
const seconds = within('The pass', 1, 1800, 'between a second and half an hour', 'dry the skin only.');
const perArea = (field: string, usual: string) => within(field, 0.005, 2, 'between 5 and 2000 g/m²', usual);

const effect = z.discriminatedUnion('does', [
  z.object({
    does: z.enum(['coat', 'line']),
    use: slipUse,
    thicknessM: thickness,
    share: share('Its share', 0.01),
  }),
  z.object({
    does: z.literal('fill'),
    use: slipUse,
    depthM: depth,
    proud: within('How proud it is', 0, 2, 'between 0 and 200 %', 'a quarter of the depth is usual.'),
    share: share('Its share', 0.01),
  }),
  z.object({
    does: z.literal('film'),
    kgM2: within('The mist', 0.005, 0.5, 'between 5 and 500 g/m²', 'one light misting is about 50.'),
    share: share('Its share', 0.01),
  }),
  z.object({
    does: z.enum(['silicate', 'wash']),
    kgM2: perArea('What was laid', '100 to 400 is usual.'),
    share: share('Its share', 0.01),
  }),
  z.object({ does: z.enum(['cut', 'scrape']), depthM: depth, share: share('Its share') }),
  z.object({
    does: z.literal('heat'),
    tool: heatTool,
    seconds,
    duty: within(
      'The share of time it points there',
      0.02,
      1,
      'between 2 and 100 %',
      'a moving flame is about a third.',
    ),
  }),
  z.object({
    does: z.literal('stretch'),
    by: z.enum(['hoop', 'area']),
    ratio: within(
      'The stretch',
      1,
      4,
      'between 1 and 4 times the face',
      'it is the new girth over the old, or the new area over the old; log a larger one as two.',
    ),
  }),
  z.object({ does: z.literal('shape') }),
  z.object({ does: z.literal('join'), part: role }),
  z.object({ does: z.literal('stand'), cover: cover.exactOptional(), stand: stand.exactOptional() }),
  z.object({ does: z.enum(['print', 'burnish', 'wipe', 'wax']), share: share('Its share') }),
  z.object({
    does: z.literal('glaze'),
    seconds: within('The dip', 0, 600, 'between 0 and 600 s', '3 to 6 s are usual.'),
  }),
  z.object({
    does: z.literal('fire'),
    cone: words('The cone', 12).min(1, 'Which cone was it fired to?'),
    to: z.enum(['raw', 'bisque', 'glazed']),
  }),
  z.object({ does: z.literal('none') }),
]);

const pieceBegun = z.object({
  name: name('The name'),
  clayId: id,
  form,
  roomId: id,
  cover,
  stand,
  attachmentM: attachment,
  stage: stage.nullable(),
});

const coatGravity = gravity.min(
  THINNEST_SLIP,
  'A coat of SG below 1.02 is water with hardly any slip in it: measure it again, or log a mist.',
);

export const pieceBodies = {
  'piece.made': pieceBegun.extend({ layers }),
  'piece.corrected': pieceBegun.extend({ madeAt: instant }),
  'piece.routed': z.object({ layers }),
  'piece.covered': z.object({ cover, stand, part: id.optional() }),
  'piece.parted': z.object({
    part: id,
    role,
    thicknessM: within('A part', 0.001, 0.1, 'between 1 and 100 mm thick', 'measure it across.'),
    cover,
    stage: stage.nullable(),
  }),
  'piece.moved': z.object({ roomId: id }),
  'piece.done': z.object({
    refs,
    effects: z.array(effect).min(1, 'Say what was done: at least one effect, or none.').max(6),
    zone: zone.nullable(),
    endedAt: instant.nullable(),
    slip: z.object({ specificGravity: coatGravity, grainDensity, adjusted: adjustment }).nullable(),
    tubs: z.array(id).max(8),
    form: form.nullable(),
    outcome: outcome.nullable(),
    faults: z.array(words('A fault', 80)).max(20),
    note,
  }),
  'piece.seen': z.object({
    refs: refs.min(1, 'After which step was it seen?'),
    what: words('What was seen', 120).min(1, 'What was seen?'),
  }),
  'piece.left-out': z.object({ refs: refs.min(1, 'Which step was left out?'), reason: note }),
};

const stepId = id;
const earlierMade = pieceBegun.extend({ techniqueId: z.enum(['sgraffito']), schools: z.record(id, id) });

/** Bodies of the first version, where there is a later one or the kind is written no more. */
export const earlierBodies = {
  'piece.made': earlierMade,
  'piece.corrected': earlierMade.extend({ madeAt: instant }),
  'piece.misted': z.object({
    waterKgM2: within('The mist', 0.005, 0.5, 'between 5 and 500 g/m²', 'one light misting is about 50.'),
  }),
  'piece.heated': z.object({
    tool: heatTool,
    seconds,
    duty: within(
      'The share of time it points there',
      0.02,
      1,
      'between 2 and 100 %',
      'a moving flame is about a third.',
    ),
  }),
  'piece.coated': z.object({
    stepId: stepId.nullable(),
    tubId: id.nullable(),
    thicknessM: thickness,
    specificGravity: coatGravity,
    grainDensity,
    adjusted: adjustment.optional(),
  }),
  'piece.seen': z.object({ sign, stepId }),
  'piece.worked': z.object({ stepId, outcome: outcome.nullable(), note }),
  'piece.skipped': z.object({ stepId, reason: note }),
  'piece.trimmed': z.object({ note }),
};
