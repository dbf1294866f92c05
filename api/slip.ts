import { z } from 'zod';
import { hazards, type HazardId } from '../core/hazard/hazard.ts';
import { oxides } from '../core/slip/oxide.ts';
import {
  colour,
  grainDensity,
  gravity,
  id,
  massKg,
  name,
  named,
  note,
  roomCelsius,
  sampleVolume,
  tubVolume,
  said,
  within,
  words,
} from './quantity.ts';

/** The shapes of what is logged about slip. Proven equal to core's types in entry.test.ts. */

export const slipUse = z.enum([
  'wash',
  'sigillata',
  'sprayed',
  'running-engobe',
  'brushed-engobe',
  'underglaze-carving',
  'brushed-decoration',
  'bands',
  'joining',
  'poured-ground',
  'broad-brush',
  'drip',
  'drip-running',
  'monoprint',
  'stencil',
  'inlay',
  'trailing',
  'white-ground',
  'texture',
  'silicate',
  'glaze',
]);

export const feel = z.enum([
  'skimmed-milk',
  'milk',
  'single-cream',
  'double-cream',
  'runny-yoghurt',
  'set-yoghurt',
  'soft-icing',
  'paste',
]);

export const hazard = z.enum(Object.keys(hazards) as [HazardId, ...HazardId[]]);
export const adjustment = z.enum(['none', 'deflocculated', 'flocculated']);
const waste = z.enum(['clean', 'thin-deflocculated', 'coloured', 'silicate', 'toxic']);
const percent = (field: string, most = 100) =>
  within(field, 0, most, `between 0 and ${most} %`, 'check the figure.');
const seconds = (field: string) => within(field, 0.2, 36_000, 'between 0.2 s and 10 h', 'time it again.');
const someVolume = tubVolume.gt(0, 'The volume must be more than zero: how much was it?');
const someMass = (field: string) => massKg(field).gt(0, `${field} must be more than zero: how much was it?`);
const meshes = z.int().min(10, 'Sieves run from 10 to 500 mesh.').max(500, 'Sieves run from 10 to 500 mesh.');

export const gravitySample = z.object({
  massKg: massKg('The mass'),
  tareKg: massKg('The tare'),
  volumeM3: sampleVolume,
});

const oxidePercent = named(
  'The oxides',
  z
    .string()
    .max(20, `An oxide is not known: use ${oxides.join(', ')}.`)
    .meta({ examples: ['SiO2'] }),
  within('A share of an oxide', 0, 1000, 'between 0 and 1000', 'check the figure.'),
  oxides.length,
).refine((listed) => Object.keys(listed).every((oxide) => (oxides as string[]).includes(oxide)), {
  message: `An oxide is not known: use ${oxides.join(', ')}.`,
}) as unknown as z.ZodType<Partial<Record<(typeof oxides)[number], number>>>;

const range = (low: z.ZodNumber) =>
  z.object({ from: low, to: low }).refine((r) => r.to >= r.from, {
    path: ['to'],
    message: 'The range ends before it begins: swap the two.',
  });

export const material = z.object({
  name: name('The name'),
  kind: z.enum([
    'clay',
    'filler',
    'flux',
    'frit',
    'opacifier',
    'colourant',
    'stain',
    'deflocculant',
    'flocculant',
    'binder',
  ]),
  makeUp: z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('formula'), moles: oxidePercent }),
    z.object({ kind: z.literal('analysis'), percent: oxidePercent }),
    z.object({ kind: z.literal('unknown') }),
  ]),
  grainDensity: within('Density', 900, 7500, 'between 0.9 and 7.5 kg/l', 'clays are about 2.6.'),
  hazards: z.array(hazard).max(Object.keys(hazards).length, 'Each caution is named once.'),
  usualPercent: range(percent('The usual share')).nullable(),
  standing: z.enum(['published', 'from memory', 'supplier']),
  note: words('The note', 300),
});

const recipeLine = z.object({ materialId: id, percent: percent('A percentage', 1000) });

export const recipe = z.object({
  name: name('The name'),
  kind: z.enum(['slip', 'engobe', 'wash', 'sigillata', 'texture', 'joining', 'coloured-clay']),
  use: slipUse,
  base: z
    .array(recipeLine)
    .min(1, 'The base is empty: give at least one material.')
    .max(20, 'At most 20 lines.'),
  additions: z.array(recipeLine).max(20, 'At most 20 additions.'),
  electrolyte: recipeLine.nullable(),
  gravity: gravity.nullable(),
  note,
});

export const wanted = z.object({
  feel: z.object({ from: feel, to: feel }),
  gravity: range(gravity),
  mesh: meshes.nullable(),
  flow: z.object({ cupId: id, seconds: range(seconds('Flow')) }).nullable(),
});

const flowTaken = z.object({
  cupId: id,
  seconds: seconds('Flow'),
  restS: within('The rest', 0, 86_400, 'between 0 and 24 h', 'ten minutes are usual.'),
});

const bounded = (field: string, low: number, high: number, shown: string, remedy: string) =>
  within(field, low, high, shown, remedy);

export const slipBodies = {
  'tub.made': z.object({
    name: name('The name'),
    use: slipUse,
    contents: words('What is in it', 500),
    clayId: id.nullable(),
    volumeM3: tubVolume,
    capacityM3: someVolume,
    grainDensity,
    wetColour: colour,
    firedColour: colour,
    adjusted: adjustment,
    carries: z.array(z.enum(['colour', 'toxic', 'silicate'])).max(3, 'Each is named once.'),
    keepsDays: z.int().min(1, 'At least one day, or none.').max(3650, 'At most ten years.').nullable(),
    composition: z.array(z.object({ materialId: id, kg: massKg('The mass') })).max(60),
    batchId: id.nullable(),
  }),
  'tub.measured': z.object({
    sample: gravitySample.nullable(),
    gravityRead: gravity.nullable(),
    flow: z.array(flowTaken).max(20, 'At most 20 timings at once.'),
    feel: feel.nullable(),
    celsius: roomCelsius('Temperature').nullable(),
    levelM3: tubVolume.nullable(),
  }),
  'tub.watered': z.object({ volumeM3: someVolume }),
  'tub.thickened': z.object({ dryKg: someMass('The powder') }),
  'tub.decanted': z.object({ volumeM3: someVolume }),
  'tub.dosed': z.object({
    does: z.enum(['deflocculate', 'flocculate']),
    materialId: id,
    massKg: someMass('The dose'),
  }),
  'tub.sieved': z.object({ mesh: meshes }),
  'tub.stirred': z.strictObject({}),
  'tub.topped': z.object({
    volumeM3: someVolume,
    specificGravity: gravity.nullable(),
    fromTubId: id.nullable(),
  }),
  'tub.used': z.object({ volumeM3: tubVolume, pieceId: id.nullable() }),
  'tub.moved': z.object({ shelf: words('The place', 80) }),
  'tub.settling': z.object({
    depthM: bounded('The depth', 0.002, 2, 'between 2 mm and 2 m', 'measure the layer to be drawn off.'),
    grainM: bounded('The grain', 1e-7, 1e-3, 'between 0.1 and 1000 µm', 'sigillata is 1 to 2 µm.'),
    celsius: bounded('Temperature', 0, 40, 'between 0 and 40 °C', 'of the water.'),
    seconds: bounded('The settling', 1, 1e8, 'between a second and three years', 'check depth and grain.'),
  }),
  'tub.noted': z.object({ text: note.min(1, 'The note is empty: write something, or leave it.') }),
  'tub.discarded': z.object({ reason: note }),
  'material.set': material,
  'recipe.set': recipe,
  'recipe.retired': z.object({ reason: note }),
  'cup.set': z.object({
    name: name('The name'),
    kind: z.enum(['iso-3', 'iso-4', 'iso-5', 'iso-6', 'ford-4', 'home']),
  }),
  'wanted.set': wanted,
  'batch.begun': z.object({
    name: name('The name'),
    recipeId: id.nullable(),
    source: z.enum(['powders', 'trimmings', 'bucket']),
    road: z.enum(['scale', 'feel']),
    use: slipUse,
    clayId: id.nullable(),
    lines: z.array(z.object({ materialId: id, kg: massKg('The mass') })).max(60),
    colourants: z.array(z.object({ materialId: id, percent: percent('A colourant') })).max(20),
    waterKg: massKg('The water'),
    dryKg: massKg('The trimmings').exactOptional(),
    grainDensity,
  }),
  'batch.weighed': z.object({
    line: z.int().min(0).max(59, 'A batch has at most 60 lines.'),
    massKg: massKg('The mass'),
  }),
  'batch.ticked': z.object({ stepId: id }),
  'batch.measured': z.object({ sample: gravitySample, volumeM3: someVolume }),
  'batch.felt': z.object({ feel, volumeM3: someVolume }),
  'batch.coloured': z.object({ materialId: id, massKg: massKg('The mass') }),
  'batch.finished': z.object({ tubId: id }),
  'batch.abandoned': z.object({ reason: note }),
  'bin.set': z.object({
    name: name('The name'),
    kind: z.enum(['reclaim', 'apart', 'coloured', 'waste', 'toxic-waste']),
    clayId: id.nullable(),
  }),
  'bin.filled': z.object({
    waste,
    clayId: id.nullable(),
    massKg: massKg('The mass'),
    from: words('Where it is from', 120),
    override: said('The reason', 300, 'Say why it goes in all the same.').nullable(),
  }),
  'bin.emptied': z.object({ how: words('How', 300) }),
  'trial.begun': z.object({
    tubId: id,
    volumeM3: sampleVolume,
    specificGravity: gravity,
    materialId: id,
    dropKg: within(
      'A drop',
      1e-6,
      0.01,
      'between 0.001 and 10 g',
      'a drop of solution is about 0.05 g; weigh twenty.',
    ),
    cupId: id,
  }),
  'trial.dosed': z.object({
    drops: within('Drops', 0, 500, 'between 0 and 500', 'how many went in?'),
    seconds: seconds('Flow'),
  }),
  'trial.ended': z.object({ note }),
} as const;
