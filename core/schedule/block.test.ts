import { describe, expect, it } from 'vitest';
import { layerOf } from '../catalogue/layerOf.test-support.ts';
import { techniques } from '../catalogue/catalogue.ts';
import { compose } from '../compose/compose.ts';
import { foldPiece } from '../log/piece.ts';
import { caseOf, cruetMade } from '../piece/piece.test-support.ts';
import { routeWith } from '../piece/route.ts';
import { MINUTE } from '../units/quantity.ts';
import { blocksOf } from './block.ts';

const named = (blocks: ReturnType<typeof blocksOf>) =>
  blocks.map(({ steps }) => steps.map(({ refs }) => refs[0]!.step).join(' '));
/** The face of a mug, m²: times at work are given for it. */
const MUG = 0.027;

describe('tasks', () => {
  it('of sgraffito are its coats in one sitting, then what the clay must have dried to', () => {
    const piece = foldPiece('p', caseOf([cruetMade()]).entries)!;
    const blocks = blocksOf(routeWith(piece, {}, undefined).planned, {}, MUG);
    expect(named(blocks)).toEqual(['coat coat coat', 'sketch', 'carve', 'burrs']);
    const [coats] = blocks as [(typeof blocks)[number]];
    // hands at three coats, and twice until matte
    expect(coats.lengthMs - coats.handsMs).toBe(2 * 3 * MINUTE);
    // 0.15 mm each: G 2600, between SG 1.35 and 1.45, by Brongniart two thirds of a coat are water
    expect(coats.water).toBeGreaterThan(3 * 0.00015 * 700);
    expect(coats.water).toBeLessThan(3 * 0.00015 * 850);
    expect(coats.needs).toEqual([{ reading: 'outside', spans: [{ driest: 62, wettest: 84 }] }]);
  });

  it.each(techniques().map(({ id }) => [id]))(
    'of %s take each raw step once, in order, and none of the kiln',
    (id) => {
      const { planned } = compose([layerOf(id)]);
      const blocks = blocksOf(planned, {}, MUG);
      const taken = blocks.flatMap(({ steps }) => steps);
      expect(taken).toEqual(planned.slice(0, taken.length));
      const rest = planned[taken.length];
      if (rest)
        expect(rest.step.needs.map(({ kind }) => kind)).toContain(
          rest.step.needs.some(({ kind }) => kind === 'fired') ? 'fired' : 'kiln-dry',
        );
      for (const { handsMs, lengthMs } of blocks) expect(lengthMs).toBeGreaterThanOrEqual(handsMs);
    },
  );
});
