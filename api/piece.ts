import { z } from 'zod';
import { THINNEST_SLIP } from '../core/slip/density.ts';
import { adjustment } from './slip.ts';
import {
  cover,
  duty,
  effect,
  face,
  heatTool,
  key,
  mist,
  role,
  seconds,
  share,
  sign,
  stand,
  technique,
  thickness,
} from './technique.ts';

export { cover, stand } from './technique.ts';
import {
  across,
  grainDensity,
  gravity,
  id,
  instant,
  name,
  named,
  note,
  wallThickness,
  said,
  within,
  words,
} from './quantity.ts';

/** The shapes of what is logged of pieces: as it is written today, and as earlier versions wrote it. */

export const stage = z.enum([
  'plastic',
  'soft-leather-hard',
  'leather-hard',
  'stiff-leather-hard',
  'drying',
  'bone-dry',
]);
export const outcome = z.enum(['good', 'mixed', 'bad']);
const place = z.enum(['rim', 'wall', 'foot', 'floor', 'attachment']);
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
          corner: z.literal(true).optional(),
        }),
      )
      .min(2, 'A profile needs at least a foot and a rim.')
      .max(8, 'At most eight heights: leave out those between which it is even.'),
    wallM: wallThickness,
    mouth: z.enum(['open', 'narrow']),
  }),
]);

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
  id: key,
  technique: id,
  rev: id,
  own: technique.exactOptional(),
  schools: named('The ways of a layer', id, id, 12),
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
  coats: named('Coats in a zone', id, z.int().min(1).max(12, 'At most 12 coats in a zone.'), 12).optional(),
  dropped: z.literal(true).optional(),
});
const layers = z
  .array(layer)
  .min(1, 'A piece needs a technique: pick one.')
  .max(12, 'At most twelve layers on one piece.');

export const stepRef = z.object({
  layer: key,
  step: key,
  zone: id.nullable(),
  pass: z.int().min(1).max(200),
});
const refs = z.array(stepRef).max(12);

const pieceBegun = z.object({
  name: name('The name'),
  clayId: id,
  form,
  roomId: id,
  cover,
  stand,
  attachmentM: attachment,
  stage: stage.nullable(),
  fired: z.literal('bisque').exactOptional(),
});
const pieceMade = pieceBegun.extend({ layers, like: id.exactOptional() });

/** A wish of more than this is divided. */
const MOST_TO_MAKE = 300;

export const toMake = pieceMade.extend({
  count: z
    .int('How many is a whole number.')
    .min(1, 'At least one piece is to be made.')
    .max(MOST_TO_MAKE, `At most ${MOST_TO_MAKE} pieces in one wish: divide it.`),
  takesS: within(
    'Making one',
    60,
    36_000,
    'between a minute and ten hours',
    'hands only, without the drying.',
  ),
});

const coatGravity = gravity.min(
  THINNEST_SLIP,
  'A coat of SG below 1.02 is water with hardly any slip in it: measure it again, or log a mist.',
);

const kept = z
  .string()
  .regex(/^[0-9a-f]{64}$/, 'The photograph is not named by its checksum: take it in again.');

export const pieceBodies = {
  'piece.made': pieceMade,
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
  'piece.grouped': z.object({ groups: z.array(id).max(12, 'A piece is in at most 12 groups.') }),
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
    stage: stage.exactOptional(),
    tookS: within(
      'How long it took',
      0,
      7 * 86_400,
      'between 0 minutes and a week',
      'check the figure.',
    ).exactOptional(),
  }),
  'piece.seen': z.object({
    refs: refs.min(1, 'After which step was it seen?'),
    what: said('What was seen', 120, 'What was seen?'),
  }),
  'piece.coded': z.object({ code: said('The code', 12, 'Type the code that is cut in.') }),
  'piece.pictured': z.object({ file: kept, thumb: kept }),
  'piece.handed': z.object({ note }),
  'piece.faulted': z.object({ refs, fault: said('The fault', 80, 'What went wrong?') }),
  'piece.left-out': z.object({ refs: refs.min(1, 'Which step was left out?'), reason: note }),
  'piece.redo': z.object({ ref: stepRef, from: key, sign: said('What went wrong', 300, 'What went wrong?') }),
};

const stepId = id;
const earlierMade = pieceBegun.extend({
  techniqueId: z.enum(['sgraffito']),
  schools: named('The ways', id, id, 12),
});

/** Bodies of the first version, where there is a later one or the kind is written no more. */
export const earlierBodies = {
  'piece.made': earlierMade,
  'piece.corrected': earlierMade.extend({ madeAt: instant }),
  'piece.misted': z.object({
    waterKgM2: mist,
  }),
  'piece.heated': z.object({
    tool: heatTool,
    seconds,
    duty,
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
