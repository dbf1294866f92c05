import { z } from 'zod';
import { within } from './quantity.ts';

/** What a studio has learned, as it is shared in a file. */

export const belief = z.object({
  mean: within(
    'The learned factor',
    -3,
    3,
    'the logarithm of a factor between 1/20 and 20',
    'check the file.',
  ),
  sigma: within('The spread', 0.001, 3, 'between 0.001 and 3', 'check the file.'),
});

export const howMany = (field: string) =>
  z
    .int({ error: `${field} must be a whole number.` })
    .min(0)
    .max(1_000_000);

export const taughtable = z.enum(['air', 'cover', 'diffusion']);

const learnedLine = z.object({
  ...belief.shape,
  unknown: taughtable,
  subject: z.enum(['room', 'clay']),
  name: z.string().max(80),
  pieces: howMany('The number of pieces'),
  checks: howMany('The number of checks'),
});

/** The file as GET /api/learning gives it; what else is in it is left alone. */
export const learnedFile = z.object({
  learned: z
    .array(learnedLine, { error: 'This file holds nothing learned: pick one that was saved here as JSON.' })
    .min(1, 'This file holds nothing learned: its studio has finished no checked piece yet.')
    .max(500),
});
export type LearnedLine = z.infer<typeof learnedLine>;
