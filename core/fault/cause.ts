import {
  laidThin,
  rushed,
  slipOff,
  strained,
  tooDry,
  tooSoon,
  unevenly,
  unseen,
  type Judge,
} from './evidence.ts';

/** A cause of a fault, and those that several faults have in common. Common practice. */

export interface Cause {
  id: string;
  /** The cause in words. */
  says: string;
  /** What helps this piece. */
  now: string;
  /** What keeps it from happening again. */
  next: string;
  judge: Judge;
}

export const cause = (id: string, says: string, judge: Judge, now: string, next: string): Cause => ({
  id,
  says,
  judge,
  now,
  next,
});

export const keep = 'Nothing mends it any more: keep it as a test of what is under it';
export const laidDry = (edge = 62) =>
  cause(
    'laid-on-dry-clay',
    'The coat was laid on clay too dry to take it',
    tooDry(edge, 'coat', 'line'),
    'Raw: sponge it off, bring the wall back to leather-hard under a damp cloth, lay it again',
    'Lay it while the wall is dark and cold; dampen a wall that went too far',
  );
export const laidThickly = cause(
  'laid-too-thick',
  'It lay too thick for how much it shrinks',
  strained,
  'Raw: scrape the loose parts off and lay a thin coat on a dampened wall',
  'Several thin coats, each once the last is matte',
);
export const slipThick = (...does: Parameters<typeof slipOff> extends [unknown, ...infer D] ? D : never) =>
  cause(
    'slip-too-thick',
    'The slip was too thick',
    slipOff('thick', ...does),
    'Sponge off what drags while it is wet, and lay it again thinner',
    'Measure the tub before it is used; add water in thirds',
  );
export const slipThin = (...does: Parameters<typeof slipOff> extends [unknown, ...infer D] ? D : never) =>
  cause(
    'slip-too-thin',
    'The slip was too thin',
    slipOff('thin', ...does),
    'Let it dry and lay another where it is still damp enough',
    'Let it settle and pour the clear water off, or add dry slip',
  );
export const nextTooSoon = (
  sign: 'matte' | 'firm',
  ...does: Parameters<typeof tooSoon> extends [unknown, ...infer D] ? D : never
) =>
  cause(
    'next-too-soon',
    sign === 'matte'
      ? 'The next was laid before the last was matte'
      : 'It was worked before the coat was firm',
    tooSoon(sign, ...does),
    'Leave it alone until it is firm, then mend the place',
    `Wait for the sign: ${sign}, all over`,
  );
export const dirt = (says: string, next: string): Cause =>
  cause(
    'not-clean',
    says,
    unseen('The record cannot know how clean it was.'),
    'Sponge it clean where it is bisque, and let it dry',
    next,
  );
export const misfit = cause(
  'does-not-fit',
  'Slip and body shrink too differently in the fire',
  unseen('Only test tiles of this slip on this body tell.'),
  keep,
  'Test it as a tile; more of the body in the slip, or a little flux',
);
export const uneven = cause(
  'dried-unevenly',
  'One place dried ahead of another',
  unevenly,
  'Wrap what is ahead, loosely cover the whole, and let it even out while it is not dry',
  'Wrap rims and handles; turn flat ware over',
);
export const tooFast = cause(
  'dried-fast',
  'It dried too fast',
  rushed,
  'Cover it loosely and let it even out',
  'Drape it through the day, and keep it out of the draught',
);
export const place = (says: string, now: string, next: string): Cause =>
  cause('how-it-was-done', says, unseen('The record cannot know how it was done.'), now, next);
export const kilnPlace = cause(
  'fired-otherwise',
  'It was fired otherwise than the test',
  unseen('Cones beside the piece tell; the record has only what was set.'),
  keep,
  'A cone beside the ware, and the same shelf',
);

export const thinCoats = cause(
  'laid-too-thin',
  'Too little was laid to cover',
  laidThin,
  'One more coat while the wall is still dark and cold',
  'Hold it to the light when it is matte: what shows now shows after the fire',
);
