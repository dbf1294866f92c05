import { z } from 'zod';
import type { Does, Usual } from '../core/technique/technique.ts';
import { hazard, slipUse } from './slip.ts';
import { id, name, named, said, within, words } from './quantity.ts';

/** The shapes of techniques, and of what their steps do to the clay. */

export const cover = z.enum(['open', 'fan', 'draped', 'paper-bag', 'tight', 'damp-cloth', 'damp-box']);
export const stand = z.enum(['board', 'rack', 'plaster', 'mould']);
export const sign = z.enum(['matte', 'print-free', 'firm', 'touch-dry']);
export const face = z.enum(['outside', 'inside']);
export const role = z.enum(['handle', 'spout', 'lid', 'foot', 'coils', 'slab']);
export const heatTool = z.enum(['heat-gun', 'torch']);
export const share = (field: string, least = 0) =>
  within(field, least, 1, `between ${least * 100} and 100 %`, 'of the zone it lies in.');
/** The name of a step, or of a layer: parts of the names of planned steps. */
export const key = id.regex(/^[^/@]+$/, 'A step is named without / and @.');

export const thickness = within(
  'Coat thickness',
  1e-5,
  0.02,
  'between 0.01 and 20 mm',
  'brushed coats are 0.1 to 0.25 mm wet.',
);
const depth = within('The depth', 0, 0.05, 'between 0 and 50 mm', 'measure it with a needle.');
export const seconds = within('The pass', 1, 1800, 'between a second and half an hour', 'dry the skin only.');
const perArea = (field: string, usual: string) => within(field, 0.005, 2, 'between 5 and 2000 g/m²', usual);

export const mist = within(
  'The mist',
  0.005,
  0.5,
  'between 5 and 500 g/m²',
  'one light misting is about 50.',
);
export const duty = within(
  'The share of time it points there',
  0.02,
  1,
  'between 2 and 100 %',
  'a moving flame is about a third.',
);

const one = <D extends Does, Shape extends z.ZodRawShape>(does: D, shape: Shape) =>
  z.object({ does: z.literal(does), ...shape });

/**
 * What is done to the clay, its quantities in a shape that is made of each figure: one number of what was done, or what
 * is usual of a technique. One for each effect of the language.
 */
const effectOf = <Q extends z.ZodType>(quantity: (figure: z.ZodNumber) => Q) => {
  const some = quantity(share('Its share'));
  const laid = { share: quantity(share('Its share', 0.01)) };
  const slip = { use: slipUse, thicknessM: quantity(thickness), ...laid };
  const proud = within('How proud it is', 0, 2, 'between 0 and 200 %', 'a quarter of the depth is usual.');
  const jar = {
    kgM2: quantity(perArea('What was laid', '100 to 400 is usual.')),
    ...laid,
    use: slipUse.exactOptional(),
  };
  const off = { depthM: quantity(depth), share: some };
  const ratio = within(
    'The stretch',
    1,
    9,
    'between 1 and 9 times the face',
    'it is the new girth over the old, or the new area over the old; over 9 times its area no slab holds.',
  );
  return z.discriminatedUnion('does', [
    one('coat', slip),
    one('line', slip),
    one('fill', { use: slipUse, depthM: quantity(depth), proud: quantity(proud), ...laid }),
    one('paper', slip),
    one('film', { kgM2: quantity(mist), ...laid }),
    one('silicate', jar),
    one('wash', jar),
    one('cut', off),
    one('scrape', off),
    one('wipe', { share: some }),
    one('heat', { tool: heatTool, seconds: quantity(seconds), duty: quantity(duty) }),
    one('stretch', { by: z.enum(['hoop', 'area']), ratio: quantity(ratio) }),
    one('shape', {}),
    one('join', { part: role, use: slipUse.exactOptional() }),
    one('stand', { cover: cover.exactOptional(), stand: stand.exactOptional() }),
    one('print', { share: some }),
    one('burnish', { share: some }),
    one('wax', { share: some }),
    one('glaze', {
      on: z.enum(['inside', 'slip', 'outside']).exactOptional(),
      seconds: quantity(within('The dip', 0, 600, 'between 0 and 600 s', '3 to 6 s are usual.')),
    }),
    one('fire', {
      cone: said('The cone', 12, 'Which cone was it fired to?'),
      to: z.enum(['raw', 'bisque', 'glazed']),
      place: words('The place in the kiln', 60).exactOptional(),
    }),
    one('none', {}),
  ]);
};

/** An effect as it was: each quantity one number. */
export const effect = effectOf((figure) => figure);

const usualOf = (figure: z.ZodNumber): z.ZodType<Usual> =>
  z.object({ usual: figure, least: figure.exactOptional(), most: figure.exactOptional() });
const usualEffect = effectOf(usualOf);
const effects = z
  .array(usualEffect)
  .min(1, 'Say what the step does to the clay: at least one effect, or none.')
  .max(6, 'At most six effects in one step: make two steps of it.');

const only = named('A way', key, key, 12);
const index = (field: string) =>
  within(
    field,
    -10,
    130,
    'between -10 and 130 on the moisture index',
    '100 is plastic clay, 50 stiff leather-hard, 0 bone dry; leave it empty where it is open.',
  );
const span = z.object({
  driest: index('The driest edge').exactOptional(),
  wettest: index('The wettest edge').exactOptional(),
});
const wait = (field: string) => within(field, 0, 30 * 86_400, 'between 0 s and 30 days', 'check its unit.');
const of = z
  .string()
  .max(80, 'A need names a step of the technique.')
  .regex(/^(@before|@here|[\w-]+)$/, 'A need names a step of the technique.');
const say = (field: string) => said(field, 300, `${field} is empty: write it, or take it out.`);

const needHead = {
  pass: z.enum(['first', 'later']).exactOptional(),
  rather: z.literal(true).exactOptional(),
  only: only.exactOptional(),
  part: role.exactOptional(),
};
const need = z.discriminatedUnion('kind', [
  z.object({
    ...needHead,
    kind: z.literal('water'),
    of: z.enum(['skin', 'mean', 'core']),
    spans: z.array(span).min(1, 'A window has at least one span.').max(4, 'At most four spans.'),
  }),
  z.object({
    ...needHead,
    kind: z.literal('kiln-dry'),
    wettestX: within('Kiln-dry', 0.001, 0.05, 'between 0.1 and 5 % of water', '1 to 1.5 % is usual.'),
  }),
  z.object({
    ...needHead,
    kind: z.literal('sign'),
    sign,
    of,
    side: z.enum(['after', 'before']),
    face: face.exactOptional(),
  }),
  z.object({ ...needHead, kind: z.literal('level'), of }),
  z.object({
    ...needHead,
    kind: z.literal('together'),
    with: role,
    within: within('Piece and part', 1, 60, 'within 1 to 60 of one another', '10 is usual.'),
  }),
  z.object({
    ...needHead,
    kind: z.literal('since'),
    of,
    least: wait('The wait').exactOptional(),
    most: wait('The longest wait').exactOptional(),
  }),
  z.object({
    ...needHead,
    kind: z.literal('shrunk'),
    of,
    most: within('The shrinkage', 0.001, 0.2, 'between 0.1 and 20 %', '1 to 4 % are usual.'),
  }),
  z.object({
    ...needHead,
    kind: z.literal('fired'),
    state: z
      .array(z.enum(['raw', 'bisque', 'glazed']))
      .min(1)
      .max(3),
  }),
  z.object({
    ...needHead,
    kind: z.literal('seen'),
    what: said('What is to be seen', 120, 'What is to be seen? Write it, or take the need out.'),
    of: of.exactOptional(),
    usual: usualOf(wait('The usual wait')).exactOptional(),
    clock: z.literal('paper').exactOptional(),
  }),
]);
const needs = z.array(need).max(12, 'At most twelve needs of one step.');

const remedy = z.object({
  when: z.enum(['too-dry', 'too-wet', 'seen']),
  sign: say('What is seen'),
  say: say('What to do'),
  only: only.exactOptional(),
  effects: effects.exactOptional(),
  then: sign.exactOptional(),
  reaches: span.exactOptional(),
  redo: key.exactOptional(),
});

const times = (field: string) =>
  z
    .int(`${field} is a whole number.`)
    .min(1, `${field} is at least once.`)
    .max(200, `${field} is at most 200.`);
const repeat = z.object({
  least: times('The fewest times'),
  usual: times('The usual times'),
  most: times('The most times'),
  until: words('The sign that it is enough', 120).exactOptional(),
  each: z.literal('zone').exactOptional(),
});

const hands = usualOf(
  within('Hands at work', 0, 30 * 86_400, 'between 0 minutes and 30 days', 'of work on one mug.'),
).nullable();
const verb = name('What its button says');
const stepWords = z
  .array(say('A line of how'))
  .max(12, 'At most twelve lines: they are read at arm’s length.');
const hazardsOf = z.array(hazard).max(20);
const remedies = z.array(remedy).max(20, 'At most twenty remedies of one step.');

const step = z.object({
  key,
  name: name('The name of the step'),
  verb,
  effects,
  needs,
  takesS: hands,
  face: face.exactOptional(),
  repeat: repeat.exactOptional(),
  optional: z.literal(true).exactOptional(),
  only: only.exactOptional(),
  shared: z.enum(['clean', 'raw-glaze', 'load', 'bisque', 'glaze', 'glost']).exactOptional(),
  reach: z.enum(['below', 'face', 'piece']).exactOptional(),
  follows: z.literal(true).exactOptional(),
  layout: z.literal(true).exactOptional(),
  centred: z.literal(true).exactOptional(),
  slurry: z.enum(['bare', 'always']).exactOptional(),
  look: z.array(say('What to look at')).max(6),
  words: stepWords,
  remedies,
  hazards: hazardsOf,
  guarded: z
    .object({ name: name('The name of the step'), verb, words: stepWords, hazards: hazardsOf })
    .exactOptional(),
});

/** A technique of a studio's own. That it holds together is the log's to see. */
export const technique = z.object({
  id: key,
  rev: id,
  name: name('The name of the technique'),
  gives: say('What it gives'),
  tools: z.array(words('A tool', 80)).max(30),
  choices: z
    .array(
      z.object({
        id: key,
        question: say('A question'),
        usual: key,
        only: only.exactOptional(),
        schools: z
          .array(z.object({ id: key, name: name('A way'), difference: say('Its difference') }))
          .min(1)
          .max(8),
      }),
    )
    .max(12),
  steps: z.array(step).max(40, 'At most forty steps in one technique.'),
  patches: z
    .array(
      z.object({
        when: only,
        step: key,
        set: z.object({
          name: name('The name of the step').exactOptional(),
          needs: needs.exactOptional(),
          effects: effects.exactOptional(),
          takesS: hands.exactOptional(),
          repeat: repeat.exactOptional(),
          words: stepWords.exactOptional(),
          hazards: hazardsOf.exactOptional(),
          remedies: remedies.exactOptional(),
        }),
      }),
    )
    .max(60),
  finishes: z.literal(true).exactOptional(),
  copyOf: key.exactOptional(),
  retired: z.literal(true).exactOptional(),
});
