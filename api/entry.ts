import { z } from 'zod';
import { isDate, overlapping, type DaySpell } from '../core/time/hours.ts';
import { belief, howMany, taughtable } from './learned.ts';
import { versionOf, type VersionOf } from '../core/log/entry.ts';
import { earlierBodies, outcome, pieceBodies, stage, toMake } from './piece.ts';
import { slipBodies } from './slip.ts';
import { technique } from './technique.ts';
import {
  brokerUrl,
  colour,
  grainDensity,
  humidity,
  id,
  instant,
  massKg,
  name,
  note,
  roomCelsius,
  textKept,
  said,
  within,
  words,
  zone,
} from './quantity.ts';

/** The shapes of everything that can be logged. Proven equal to core's types in entry.test.ts. */

const mqttTopic = z
  .string()
  .min(1, 'A topic is needed: under which name does it speak?')
  .max(200)
  .regex(/^[^+#]+$/, 'The topic is one name, without + or #.');
const jsonPath = (field: string) =>
  z
    .string()
    .regex(
      /^(\$|[\w-]+(\.[\w-]+)*)$/,
      `${field} is names joined by points, like data.temperature, or $ for a bare number.`,
    )
    .max(120);
const column = z.int().min(0, 'Columns are counted from 0.').max(500, 'At most 500 columns are looked at.');
export const readingsAnswers = z.object({
  zone,
  dayFirst: z.boolean().nullable(),
  columns: z.object({ time: column, celsius: column, humidity: column }).nullable(),
  fahrenheit: z.boolean().nullable(),
});

/** More pieces than this cannot be minded by one pair of hands. */
const MOST_LED = 40;
/** A spell may end on the next day. */
const LATEST = 2 * 1440;
const minute = z
  .int()
  .min(0, 'A time of day lies between 00:00 and 24:00.')
  .max(1440, 'A time of day lies between 00:00 and 24:00.');

export const units = z.object({
  length: z.enum(['mm', 'in']),
  mass: z.enum(['g', 'oz']),
  volume: z.enum(['ml', 'floz']),
  temperature: z.enum(['C', 'F']),
  decimal: z.enum(['.', ',']),
});

const share = (field: string, low: number, high: number, remedy: string) =>
  within(field, low, high, `between ${low} and ${high}`, remedy);

const answers = z.object({
  flop: z.enum(['flops', 'holds']).nullable(),
  dent: z.enum(['dents', 'marks', 'none']).nullable(),
  nail: z.enum(['sinks', 'marks', 'powders']).nullable(),
  chill: z.enum(['cold', 'cool', 'room-warm']).nullable(),
  colour: z.enum(['dark', 'patchy', 'pale']).nullable(),
  corner: z.enum(['stays', 'bends', 'cracks']).nullable(),
});

const clayBody = z
  .object({
    name: name('The name'),
    plasticX: share(
      'Water of plasticity',
      0.1,
      0.6,
      'kg of water per kg of dry clay; throwing bodies hold 0.23 to 0.30.',
    ),
    criticalX: share('Critical water content', 0.02, 0.4, 'where shrinking stops, mostly 0.10 to 0.13.'),
    grainDensity,
    airVolume: share('Air volume', 0, 0.0005, 'm³ per kg of dry clay; 0.00002 is usual.'),
    diffusivity: z.object({
      at0: share('Diffusivity', 1e-11, 1e-7, 'm²/s; 1.5e-9 is usual.'),
      growth: share('Growth of diffusivity', 0, 40, '8 is usual.'),
    }),
    isotherm: z.object({
      scale: share('Isotherm scale', 0.0005, 0.1, '0.008 is usual.'),
      power: share('Isotherm power', 0.1, 1.5, '0.45 is usual.'),
    }),
    totalShrinkage: share('Total shrinkage', 0, 0.35, 'as a share of the plastic length; 0.12 is usual.'),
    wetColour: colour,
    dryColour: colour,
  })
  .refine((clay) => clay.criticalX < clay.plasticX, {
    path: ['criticalX'],
    message:
      'Shrinking stops at a lower water content than the bag holds: make the critical water content the smaller figure.',
  });

const spell = {
  fromMinute: minute,
  toMinute: z.int().min(0).max(LATEST, 'Working time ends on the next day at the latest.'),
  people: z
    .int('How many people are there is a whole number.')
    .min(1, 'At least one person is there, or it is no working time.')
    .max(20, 'At most twenty people: more are a class, with hands of its own.')
    .optional(),
};
const endsWithinADay = ({ fromMinute, toMinute }: DaySpell) =>
  toMinute > fromMinute && toMinute <= fromMinute + 1440;
const check = {
  path: ['toMinute'],
  message: 'Working time must end after it begins, within a day: check the two times.',
};
const weekHours = z
  .array(z.object({ weekday: z.int().min(1).max(7), ...spell }).refine(endsWithinADay, check))
  .max(21, 'At most three spells a day: join some.')
  .refine((spells) => overlapping(spells) === null, {
    message: 'Two spells of working time overlap: let one end before the next begins.',
  });

const studioDay = z.object({
  date: z
    .string()
    .max(10, 'The day is a date like 2026-03-12.')
    .refine(isDate, 'The day is a date like 2026-03-12.')
    .meta({ examples: ['2026-03-12'] }),
  spells: z
    .array(z.object(spell).refine(endsWithinADay, check))
    .max(3, 'At most three spells a day: join some.')
    .refine((spells) => overlapping(spells.map((of) => ({ ...of, weekday: 1 }))) === null, {
      message: 'Two spells of that day overlap: let one end before the next begins.',
    })
    .nullable(),
});

export const studioSet = z.object({
  name: name('The name'),
  zone,
  hours: weekHours,
  nightFromMinute: minute,
  nightToMinute: minute,
});

export const roomSet = z.object({
  name: name('The name'),
  cycle: z.object({
    meanCelsius: roomCelsius('Mean temperature'),
    swingCelsius: share(
      'Temperature swing',
      0,
      15,
      'half the difference between the warmest and the coolest moment, K.',
    ),
    meanHumidity: humidity('Mean humidity'),
    swingHumidity: share(
      'Humidity swing',
      0,
      0.4,
      'half the difference between the dampest and the driest moment.',
    ),
    warmestHour: share('Warmest hour', 0, 24, 'an hour of the day.'),
  }),
  heatTransfer: share('Air movement', 1, 40, '4 is a still room, 7 draughty, 15 a fan.'),
  guarded: z.literal(true).optional(),
});

export const bodies = {
  ...pieceBodies,
  'piece.felt': answers,
  'piece.checked': z.object({ stage, confirmed: z.boolean(), note }),
  'piece.sampled': z.object({ of: id, stage: stage.nullable(), answers: answers.nullable() }),
  'piece.weighed': z.object({
    massKg: massKg('The mass'),
    tareKg: massKg('The tare'),
    dryKg: massKg('The dry mass')
      .gt(
        0,
        'The dry mass must be more than zero: how much dry clay is in it? Leave it empty if it is not known.',
      )
      .nullable(),
  }),
  'piece.noted': z.object({ text: note.min(1, 'The note is empty: write something, or leave it.') }),
  'piece.finished': z.object({ outcome, faults: z.array(words('A fault', 80)).max(20), note }),
  ...slipBodies,
  'group.set': z.object({
    name: name('The name'),
    kind: z.enum(['class', 'order', 'other']),
    guarded: z.literal(true).optional(),
    hours: weekHours.min(1, 'A class has at least one lesson a week, or the hours of the studio.').optional(),
    dueAt: instant.nullable(),
    toMake: toMake.optional(),
  }),
  'group.closed': z.object({ reason: note }),
  'kiln.set': z.object({
    name: name('The name'),
    volumeM3: within(
      'The room of a kiln',
      0.001,
      20,
      'between 1 litre and 20 m³',
      'width by depth by height.',
    ),
    holdsS: within(
      'A firing',
      3600,
      30 * 86_400,
      'between an hour and 30 days',
      'from loading to unloading.',
    ),
  }),
  'load.set': z.object({
    kilnId: id,
    pieces: z.array(id).max(400, 'At most 400 pieces in a load.'),
    to: z.enum(['bisque', 'glazed']),
    cone: said('The cone', 8, 'To which cone?'),
    over: z.boolean(),
    fireAt: instant.optional(),
  }),
  'load.loaded': z.strictObject({}),
  'load.unloaded': z.strictObject({}),
  'guide.set': z.object({
    pieces: z.array(id).max(MOST_LED, `At most ${MOST_LED} pieces are led at once: choose fewer.`),
    over: z.boolean(),
  }),
  'readings.taken': z.object({
    file: z.string().regex(/^[0-9a-f]{64}$/, 'The file is not named by its checksum: upload it again.'),
    fileName: words('The file name', 200),
    answers: readingsAnswers,
    skipBad: z.boolean(),
  }),
  'studio.set': studioSet,
  'studio.day': studioDay,
  'room.set': roomSet,
  'room.read': z.object({ celsius: roomCelsius('The temperature'), humidity: humidity('The humidity') }),
  'clay.set': clayBody,
  'technique.set': technique,
  'sensor.set': z.object({
    url: brokerUrl,
    topic: mqttTopic,
    celsiusPath: jsonPath('The path of the temperature'),
    humidityPath: jsonPath('The path of the humidity'),
    on: z.boolean(),
  }),
  'scale.set': z.object({
    url: brokerUrl,
    topic: mqttTopic,
    massPath: jsonPath('The path of the mass'),
    on: z.boolean(),
  }),
  'learning.reset': z.strictObject({ unknown: taughtable.optional() }),
  'learning.taught': z.object({
    belief: z.object({
      air: belief.exactOptional(),
      cover: belief.exactOptional(),
      diffusion: belief.exactOptional(),
    }),
    pieces: howMany('The number of pieces'),
    checks: howMany('The number of checks'),
    from: words('Where it comes from', 200),
  }),
  'maker.set': z.object({
    name: name('The name'),
    units,
    scaleStepKg: within('The scale', 1e-6, 0.1, 'between 0.001 and 100 g', 'the smallest step it shows.'),
  }),
  'act.retracted': z.object({ reason: note }),
} as const;

const head = {
  id,
  subject: id,
  at: instant,
  place: z.enum(['rim', 'wall', 'foot', 'floor', 'attachment']).nullable(),
  face: z.enum(['outside', 'inside']).nullable(),
};

type Bodies = typeof bodies;
type EntrySchema<K extends keyof Bodies> = z.ZodObject<
  typeof head & { kind: z.ZodLiteral<K>; v: z.ZodLiteral<VersionOf<K>>; body: Bodies[K] }
>;
type EntrySchemas = { [K in keyof Bodies]: EntrySchema<K> }[keyof Bodies];
type EarlierBodies = typeof earlierBodies;
type EarlierSchemas = {
  [K in keyof EarlierBodies]: z.ZodObject<
    typeof head & { kind: z.ZodLiteral<K>; v: z.ZodLiteral<1>; body: EarlierBodies[K] }
  >;
}[keyof EarlierBodies];
type AnySchemas = EntrySchemas | EarlierSchemas;

const later = {
  error: 'This was written by a newer version of the program: update this one, then try again.',
};

/** Of each kind the shape of today, and those of earlier versions, told apart by `v`. */
const entrySchemas = [...new Set([...Object.keys(bodies), ...Object.keys(earlierBodies)])].map((kind) => {
  const shape = (v: number, body: z.ZodType) =>
    z.object({ ...head, kind: z.literal(kind), v: z.literal(v, later), body });
  const today = Object.hasOwn(bodies, kind)
    ? [shape(versionOf(kind as keyof Bodies), bodies[kind as keyof Bodies])]
    : [];
  const earlier = Object.hasOwn(earlierBodies, kind)
    ? [shape(1, earlierBodies[kind as keyof EarlierBodies])]
    : [];
  const all = [...today, ...earlier];
  return all.length === 1
    ? all[0]!
    : z.discriminatedUnion('v', all as [(typeof all)[0], ...typeof all], later);
});

export const entry = z.discriminatedUnion('kind', entrySchemas as unknown as [AnySchemas, ...AnySchemas[]], {
  error: 'This kind of entry is not known to this version: reload the page.',
});

const actHead = {
  id: z.uuid('An act is named by a UUID.').toLowerCase(),
  makerId: id,
  deviceAt: instant,
};
const entriesOf = <T extends z.ZodType>(of: T) =>
  z.array(of).min(1, 'An act needs at least one entry.').max(500, 'At most 500 entries in one act.');
const actShape = z.object({ ...actHead, entries: entriesOf(entry) });

export const act = actShape.superRefine(textKept);

/** An act in parts: its head with entries that are not read yet, and one entry by itself. */
export const actUnread = z
  .object({ ...actHead, entries: entriesOf(z.unknown()) })
  .superRefine(({ entries: _unread, ...head }, context) => textKept(head, context));
export const entryAlone = entry.superRefine(textKept);

export const recordedAct = actShape
  .extend({ n: z.int().positive().max(Number.MAX_SAFE_INTEGER), recordedAt: instant })
  .superRefine(textKept);
