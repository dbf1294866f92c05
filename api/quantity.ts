import { z } from 'zod';
import './plainWords.ts';

/** Ranges and their words, once. Every message names what is wrong and what to do. */

const finite = (field: string) => z.number({ error: `${field} must be a number.` });

export const within = (field: string, low: number, high: number, shown: string, remedy: string) =>
  finite(field)
    .min(low, `${field} must be ${shown}: ${remedy}`)
    .max(high, `${field} must be ${shown}: ${remedy}`);

export const wallThickness = within(
  'Wall thickness',
  0.0005,
  0.1,
  'between 0.5 and 100 mm',
  'measure the wet wall, and check the unit.',
);
export const across = (field: string) =>
  within(field, 0.005, 2, 'between 5 mm and 2 m', 'check the figure and its unit.');
export const massKg = (field: string) =>
  within(field, 0, 500, 'between 0 and 500 kg', 'check the figure and its unit.');
export const sampleVolume = within(
  'The volume',
  1e-6,
  0.01,
  'between 1 ml and 10 l',
  'how much does the cup or syringe hold?',
);
export const tubVolume = within('The volume', 0, 1, 'between 0 and 1000 l', 'check the figure and its unit.');
export const humidity = (field: string) =>
  within(field, 0.02, 0.99, 'between 2 and 99 %', 'indoor air is mostly between 20 and 90 %.');
export const roomCelsius = (field: string) =>
  within(field, -10, 50, 'between −10 and 50 °C', 'check the figure and its unit.');
export const gravity = within(
  'Specific gravity',
  1,
  4,
  'between 1 and 4',
  'water is 1.00; most slips lie between 1.1 and 1.85.',
);
export const grainDensity = within(
  'Powder density',
  1500,
  7500,
  'between 1.5 and 7.5 kg/l',
  'clays are about 2.6.',
);

export const id = z
  .string()
  .min(1)
  .max(80)
  .regex(/^[\w-]+$/, 'An identifier holds letters, digits, - and _ only.')
  .refine((text) => !(text in Object.prototype), 'This identifier means something else here: take another.');
/** A set of named values, no more of them than there can be. */
export const named = <K extends z.ZodType<string, string>, V extends z.ZodType>(
  field: string,
  key: K,
  value: V,
  most: number,
) =>
  z
    .record(key, value)
    .refine((of) => Object.keys(of).length <= most, `${field} holds more than ${most}: take some out.`)
    .meta({ maxProperties: most });

/** A moment that a calendar and every database knows. */
export const instant = z.iso
  .datetime({ error: 'A time is written in UTC, like 2026-03-10T10:20:00.000Z.' })
  .max(40, 'A time is written in UTC, like 2026-03-10T10:20:00.000Z.')
  .refine(
    (text) => text >= '1970-01-01' && text < '3000-01-01' && Number.isFinite(Date.parse(text)),
    'A time lies between the years 1970 and 2999: check the date.',
  );
export const words = (field: string, longest: number) =>
  z
    .string({ error: `${field} must be text.` })
    .max(longest, `${field} is longer than ${longest} characters: shorten it.`);
export const name = (field: string) =>
  z
    .string({ error: `${field} must be text.` })
    .trim()
    .min(1, `${field} is empty: give it one.`)
    .max(80, `${field} is longer than 80 characters: shorten it.`)
    .refine(isSeen, `${field} is empty: give it one that can be read.`);
/** Whether a text has anything that is seen: not only spaces, marks on nothing and signs without width. */
function isSeen(text: string): boolean {
  return /[\p{L}\p{N}\p{P}\p{S}]/u.test(text.replace(/[\u115f\u1160\u3164\uffa0\u2800]/g, ''));
}

/** The same for text that must say something. */
export const said = (field: string, longest: number, empty: string) =>
  words(field, longest).min(1, empty).refine(isSeen, empty);

export const note = words('The note', 2000);
export const colour = z.string().regex(/^#[0-9a-f]{6}$/i, 'A colour is written like #5d3b2c.');
export const zone = z
  .string()
  .max(64, 'That is not a time zone this program knows: pick one from the list.')
  .meta({ examples: ['Etc/UTC'] })
  .refine(isZone, 'That is not a time zone this program knows: pick one from the list.');

/** Zones that were asked for already: a calendar is slow to make. */
const zones = new Set<string>();

function isZone(text: string): boolean {
  if (zones.has(text.toLowerCase())) return true;
  try {
    new Intl.DateTimeFormat('en', { timeZone: text });
    zones.add(text.toLowerCase());
    return true;
  } catch {
    return false;
  }
}

export const brokerUrl = z
  .string()
  .max(300, 'The broker’s address is longer than 300 characters: check it.')
  .meta({ examples: ['mqtt://127.0.0.1:1883'] })
  .refine(
    isBroker,
    'The broker’s address begins with mqtt:// or mqtts:// and may end in a port from 1 to 65535, like mqtt://192.168.0.5:1883.',
  );

/** Text that no database can keep is named by its field: zero bytes, and halves of characters. */
export function textKept(value: unknown, context: z.RefinementCtx): void {
  const look = (part: unknown, path: (string | number)[]): void => {
    if (typeof part === 'string' && !keepable(part))
      context.addIssue({
        code: 'custom',
        path,
        message: 'There is a character in this text that cannot be kept: write it anew.',
      });
    if (typeof part !== 'object' || part === null) return;
    for (const [key, inner] of Object.entries(part)) {
      const here = [...path, Array.isArray(part) ? Number(key) : key];
      look(key, here);
      look(inner, here);
    }
  };
  look(value, []);
}

const keepable = (text: string): boolean => !text.includes('\0') && !/\p{Surrogate}/u.test(text);

function isBroker(text: string): boolean {
  if (/\s/.test(text) || !URL.canParse(text)) return false;
  const { protocol, hostname, port } = new URL(text);
  return ['mqtt:', 'mqtts:', 'ws:', 'wss:'].includes(protocol) && hostname !== '' && port !== '0';
}
