import { describe, expect, it } from 'vitest';
import { layerOf } from '../catalogue/layerOf.test-support.ts';
import { at, madeBody, today, step, slip, coat, fired, why, jar } from './admission/admit.test-support.ts';
import { entry } from './entries.test-support.ts';
import type { Entry } from './entry.ts';

/** What the log takes of a piece and what it refuses: every refusal names its field and what to do. */

const refused = (code: string, field: RegExp, words = /: .{12,}/) => ({
  code,
  field: expect.stringMatching(field) as string,
  message: expect.stringMatching(words) as string,
});

describe('a deed', () => {
  const sgraffito = jar(layerOf('sgraffito'));

  it('of a step is taken once it can be', () => {
    expect(why(sgraffito, step('sgraffito', 'coat', 3, coat))).toBeNull();
    expect(
      why(sgraffito, step('sgraffito', 'coat', 3, coat), step('sgraffito', 'coat', 4, coat, 2)),
    ).toBeNull();
  });

  const cases: [string, Entry[], ReturnType<typeof refused>][] = [
    [
      'of a step it does not have',
      [sgraffito, step('sgraffito', 'gild', 3)],
      refused('no-such-step', /refs\.0$/),
    ],
    [
      'done oftener than it can be',
      [sgraffito, step('sgraffito', 'outlines', 3, {}, 9)],
      refused('no-such-step', /refs\.0$/),
    ],
    [
      'a coat of no slip',
      [sgraffito, step('sgraffito', 'coat', 3, { ...coat, slip: null })],
      refused('no-slip', /body\.slip$/),
    ],
    [
      'a coat denser than its own powder',
      [sgraffito, step('sgraffito', 'coat', 3, { ...coat, slip: { ...slip, specificGravity: 3 } })],
      refused('denser-than-powder', /slip\.specificGravity$/),
    ],
    [
      'the same coat again',
      [sgraffito, step('sgraffito', 'coat', 3, coat), step('sgraffito', 'coat', 4, coat)],
      refused('coated-already', /refs$/, /same one.*further coat/),
    ],
    [
      'a fill before its groove',
      [
        jar(layerOf('inlay')),
        step('inlay', 'fill', 5, {
          effects: [{ does: 'fill', use: 'inlay', depthM: 0.001, proud: 0.25, share: 0.1 }],
          slip,
        }),
      ],
      refused('before-predecessor', /refs\.0$/, /log that first, or leave it out/),
    ],
    [
      'a wash on clay that was not fired',
      [jar(layerOf('oxide-wash')), step('oxide-wash', 'brush-bisque', 30)],
      refused('not-fired', /refs\.0$/, /log its firing first/),
    ],
    [
      'a cut through the wall',
      [
        sgraffito,
        step('sgraffito', 'outlines', 4, { effects: [{ does: 'cut', depthM: 0.007, share: 0.1 }], refs: [] }),
      ],
      refused('too-deep', /effects\.0\.depthM$/),
    ],
    [
      'a cone that does not exist',
      [sgraffito, step('sgraffito', 'bisque', 200, { ...fired('bisque', '4½'), refs: [] })],
      refused('no-such-cone', /effects\.0\.cone$/, /06 is not 6/),
    ],
    [
      'a firing of wet clay',
      [sgraffito, step('sgraffito', 'bisque', 3, { ...fired('bisque'), refs: [] })],
      refused('wet-in-the-kiln', /effects\.0$/, /six hours/),
    ],
    [
      'slip on glazed ware',
      [
        sgraffito,
        step('sgraffito', 'bisque', 150, { ...fired('glazed', '6'), refs: [] }),
        step('sgraffito', 'coat', 200, { ...coat, refs: [] }),
      ],
      refused('glazed-already', /effects\.0$/, /takes no slip/),
    ],
    [
      'anything before it was made',
      [sgraffito, step('sgraffito', 'coat', -20, coat)],
      refused('before-made', /at$/),
    ],
  ];
  it.each(cases)('%s is refused', (_name, entries, problem) => {
    expect(why(...entries)).toMatchObject(problem);
  });

  it('after a finish is refused, but for a note', () => {
    const finished = entry('piece.finished', 'p', { outcome: 'good', faults: [], note: '' }, at(100));
    expect(why(sgraffito, finished, step('sgraffito', 'coat', 101, coat))).toMatchObject({
      code: 'finished',
    });
    expect(why(sgraffito, finished, entry('piece.noted', 'p', { text: 'sold' }, at(101)))).toBeNull();
  });
});

describe('a piece that came as bisque', () => {
  const bought = today(
    'piece.made',
    'p',
    madeBody([layerOf('oxide-wash')], { stage: 'bone-dry', fired: 'bisque' }),
  );

  it('takes at once what is done on bisque, with no firing logged before', () => {
    expect(why(bought, step('oxide-wash', 'damp', 1))).toBeNull();
    expect(why(bought, step('oxide-wash', 'damp', 1), step('oxide-wash', 'brush-bisque', 1.1))).toBeNull();
  });

  it('is glazed and fired like any', () => {
    const glazed = step('oxide-wash', 'glost', 60, { ...fired('glazed', '6'), refs: [] });
    expect(why(bought, glazed)).toBeNull();
    expect(why(bought, glazed, step('oxide-wash', 'brush-bisque', 70, { ...coat, refs: [] }))).toMatchObject({
      code: 'glazed-already',
    });
  });
});
