import { DAY } from '../../units/quantity.ts';
import { carrying } from '../legs.ts';
import { COARSE, runsOf } from '../run.ts';
import { goAlong } from './carry.ts';
import { kernel } from './kernel.ts';
import { randomPiece } from './random.test-support.ts';

/** FNV-1a of all bits of some walls that the kernel carried: equal only where every number is. Null without a kernel. */
export function digest(): string | null {
  if (!kernel()) return null;
  const pieces = Array.from({ length: 12 }, (_, i) => randomPiece((i + 0.5) / 12, { events: i % 2 === 0 }));
  const carried = goAlong(
    pieces.map(({ walls, seams, events }) => carrying(walls(COARSE), seams, events, 2 * DAY)),
  );
  let hash = 0x811c9dc5;
  const take = (values: Float64Array) => {
    for (const byte of new Uint8Array(values.buffer, values.byteOffset, values.byteLength))
      hash = Math.imul(hash ^ byte, 0x01000193) >>> 0;
  };
  for (const walls of carried)
    for (const [, { state, trajectory }] of runsOf(walls)) {
      take(state.x);
      for (const { at, from, to } of trajectory)
        take(Float64Array.from({ length: to - from }, (_, k) => at[from + k]!));
    }
  return hash.toString(16);
}
