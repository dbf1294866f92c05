import { describe, expect, it } from 'vitest';
import { techniqueNamed } from '../catalogue/catalogue.ts';
import type { Layer } from '../technique/layer.ts';
import { asDone, withoutStep } from '../compose/own.ts';
import { layerOf } from '../catalogue/layerOf.test-support.ts';
import type { Technique } from '../technique/technique.ts';
import { at, madeBody, today, step, coat, why, jar } from './admission/admit.test-support.ts';
import { entry } from './entries.test-support.ts';
import type { Entry } from './entry.ts';

/** What a piece can carry, and of which shape it can be. */

const refused = (code: string, field: RegExp, words = /: .{12,}/) => ({
  code,
  field: expect.stringMatching(field) as string,
  message: expect.stringMatching(words) as string,
});

const own = asDone(techniqueNamed('slip-trailing'), {}, 'ours');
const ownLayer = (technique: Technique, more: Partial<Layer> = {}): Layer => ({
  ...layerOf('slip-trailing'),
  technique: technique.id,
  rev: technique.rev,
  own: technique,
  ...more,
});
describe('what a piece carries', () => {
  const [first] = own.steps;

  it('is of techniques that are known, or of the studio’s own as it gives them', () => {
    expect(why(jar({ ...layerOf('inlay'), rev: '99' }))).toMatchObject(
      refused('no-such-technique', /layers\.0\.technique$/),
    );
    expect(why(jar(ownLayer(own)))).toBeNull();
    // what it is called and what it is must be one
    expect(why(jar(ownLayer(own, { technique: 'other' })))).toMatchObject(
      refused('no-such-technique', /layers\.0\.technique$/),
    );
    expect(why(jar(ownLayer(own, { rev: '2' })))).toMatchObject(refused('no-such-technique', /layers\.0/));
  });

  it('is refused where its own technique cannot be worked by', () => {
    const upside = {
      ...own,
      steps: [
        {
          ...first!,
          needs: [{ kind: 'water' as const, of: 'mean' as const, spans: [{ driest: 80, wettest: 50 }] }],
        },
      ],
    };
    expect(why(jar(ownLayer(upside)))).toMatchObject(
      refused('window-upside-down', /layers\.0\.own\.steps\.0\.needs\.0\.spans\.0\.driest$/),
    );
    expect(why(today('technique.set', 'ours', upside))).toMatchObject(
      refused('window-upside-down', /body\.steps\.0\.needs\.0\.spans\.0\.driest$/),
    );
  });

  it('keeps the version it was begun with: later ones change nothing of it', () => {
    const last = own.steps.at(-1)!.key;
    const shorter = { ...withoutStep(own, last), rev: '2' };
    const set = today('technique.set', 'ours', shorter);
    const made = jar(ownLayer(own));
    const left = entry('piece.noted', 'p', { text: 'x' });
    expect(why(today('technique.set', 'ours', own), made, set, left)).toBeNull();
    // the step that the newer version has not got is still a step of this piece
    const done = step('slip-trailing', last, 60, {
      refs: [{ layer: 'slip-trailing', step: last, zone: null, pass: 1 }],
    });
    expect(why(made, set, done)?.code).not.toBe('no-such-step');
  });

  it('is named by itself, and a technique of the list is not set', () => {
    expect(why(today('technique.set', 'other', own))).toMatchObject(refused('other-name', /body\.id$/));
    const listed = techniqueNamed('inlay');
    expect(why(today('technique.set', 'inlay', listed))).toMatchObject(refused('not-own', /body\.id$/));
  });

  it('does not lose a layer that was begun, nor have two of one name', () => {
    const made = jar(layerOf('sgraffito'), layerOf('slip-trailing'));
    const begun = step('sgraffito', 'coat', 3, coat);
    const without = today('piece.routed', 'p', { layers: [layerOf('slip-trailing')] }, 4);
    expect(why(made, begun, without)).toMatchObject(refused('layer-begun', /body\.layers$/, /drop it/));
    expect(why(made, without)).toBeNull();
    const dropped = today(
      'piece.routed',
      'p',
      { layers: [layerOf('sgraffito', {}, { dropped: true }), layerOf('slip-trailing')] },
      4,
    );
    expect(why(made, begun, dropped)).toBeNull();
    expect(why(jar(layerOf('inlay'), layerOf('inlay')))).toMatchObject(
      refused('same-layer', /layers\.1\.id$/),
    );
  });
});

describe('a part', () => {
  const made = jar(layerOf('slip-drip', { handle: 'set', hold: 'slip' }));
  const handle = (part: string, hours: number) =>
    today(
      'piece.parted',
      'p',
      { part, role: 'handle', thicknessM: 0.01, cover: 'draped', stage: null },
      hours,
    );
  const cover = (part: string) =>
    ({
      ...entry('piece.covered', 'p', { cover: 'tight', stand: 'board', part }, at(3)),
    }) as Entry;

  it('is made once by its name, and only a part that was made is covered', () => {
    expect(why(made, handle('h', 1))).toBeNull();
    expect(why(made, handle('h', 1), handle('h', 2))).toMatchObject(refused('same-part', /body\.part$/));
    expect(why(made, handle('h', 1), cover('h'))).toBeNull();
    expect(why(made, cover('h'))).toMatchObject(
      refused('no-such-part', /body\.part$/, /log that it was made first/),
    );
  });
});

describe('a profile', () => {
  const shaped = (points: [number, number][], wallM = 0.006) =>
    today(
      'piece.made',
      'p',
      madeBody([layerOf('sgraffito')], {
        form: {
          kind: 'profile',
          points: points.map(([heightM, diameterM]) => ({ heightM, diameterM })),
          wallM,
          mouth: 'open',
        },
      }),
    );

  it('begins at its foot, rises, and keeps clear of its axis', () => {
    expect(
      why(
        shaped([
          [0, 0.1],
          [0.1, 0.15],
        ]),
      ),
    ).toBeNull();
    expect(
      why(
        shaped([
          [0.01, 0.1],
          [0.1, 0.15],
        ]),
      ),
    ).toMatchObject(refused('profile-off-foot', /points\.0\.heightM$/, /height 0/));
    expect(
      why(
        shaped([
          [0, 0.1],
          [0.1, 0.15],
          [0.05, 0.12],
        ]),
      ),
    ).toMatchObject(refused('profile-crosses', /points\.2\.heightM$/, /cross/));
    expect(
      why(
        shaped([
          [0, 0.1],
          [0.1, 0.008],
        ]),
      ),
    ).toMatchObject(refused('profile-at-axis', /form/, /axis|wall/));
  });
});
