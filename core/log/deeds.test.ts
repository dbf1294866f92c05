import { describe, expect, it } from 'vitest';
import { asDone, withoutStep } from '../technique/own.ts';
import { techniqueNamed } from '../technique/catalogue.ts';
import type { Layer } from '../technique/layer.ts';
import { layerOf } from '../technique/technique.test-support.ts';
import type { Technique } from '../technique/technique.ts';
import { whyNot } from './admit.ts';
import { entry } from './entries.test-support.ts';
import { nothingSaid, versionOf, type Act, type Entry, type EntryBodies, type PieceDone } from './entry.ts';
import { emptyLedger, record } from './ledger.ts';

/** What the log takes of a piece and what it refuses: every refusal names its field and what to do. */

const NOW = Date.parse('2026-03-20T12:00:00Z');
const at = (hours: number) => new Date(Date.parse('2026-03-10T09:00:00Z') + hours * 3_600_000).toISOString();
let acts = 0;
const act = (...entries: Entry[]): Act => ({ id: `a${(acts += 1)}`, makerId: 'm', deviceAt: at(0), entries });

const own = asDone(techniqueNamed('slip-trailing'), {}, 'ours');
const ownLayer = (technique: Technique, more: Partial<Layer> = {}): Layer => ({
  ...layerOf('slip-trailing'),
  technique: technique.id,
  rev: technique.rev,
  own: technique,
  ...more,
});
const madeBody = (
  layers: Layer[],
  more: Partial<EntryBodies['piece.made']> = {},
): EntryBodies['piece.made'] => ({
  name: 'Jar',
  clayId: 'clay-default',
  form: { kind: 'cylinder', diameterM: 0.1, heightM: 0.15, wallM: 0.006, mouth: 'open' },
  roomId: 'room-default',
  cover: 'open',
  stand: 'board',
  attachmentM: null,
  stage: null,
  layers,
  ...more,
});
let ids = 0;
const today = <K extends 'piece.made' | 'piece.routed' | 'piece.done' | 'piece.parted' | 'technique.set'>(
  kind: K,
  subject: string,
  body: EntryBodies[K],
  hours = 0,
): Entry =>
  ({
    id: `t${(ids += 1)}`,
    kind,
    v: versionOf(kind),
    subject,
    at: at(hours),
    place: null,
    face: null,
    body,
  }) as unknown as Entry;

const step = (layer: string, key: string, hours: number, more: Partial<PieceDone> = {}, pass = 1): Entry =>
  today(
    'piece.done',
    'p',
    {
      ...nothingSaid,
      effects: [{ does: 'none' }],
      refs: [{ layer, step: key, zone: null, pass }],
      ...more,
    },
    hours,
  );
const slip = { specificGravity: 1.4, grainDensity: 2600, adjusted: 'none' as const };
const coat: Partial<PieceDone> = {
  effects: [{ does: 'coat', use: 'brushed-engobe', thicknessM: 0.0002, share: 1 }],
  slip,
};
const fired = (to: 'bisque' | 'glazed', cone = '04'): Partial<PieceDone> => ({
  effects: [{ does: 'fire', cone, to }],
});

/** Why the last of some acts is refused, once all before it were taken; null where it is taken. */
function why(...entries: Entry[]) {
  const ledger = emptyLedger();
  entries.slice(0, -1).forEach((e, i) => {
    const before = act(e);
    expect(whyNot(ledger, before, NOW), `${e.kind} ${i}`).toBeNull();
    record(ledger, { ...before, n: i + 1, recordedAt: at(0) });
  });
  return whyNot(ledger, act(entries.at(-1)!), NOW);
}
const jar = (...layers: Layer[]) => today('piece.made', 'p', madeBody(layers));
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
