import { describe, expect, it } from 'vitest';
import type { Technique } from '../core/technique/technique.ts';
import { planPiece } from '../core/plan/plan.ts';
import { createPlanInputs } from './planning/planInputs.ts';
import { act, emptyFolder, entry, NOW, opened } from './testing/studio.ts';

/** A technique that nobody ever heard of: nothing but data, which comes from outside. */
const combing: Technique = {
  id: 'feather-combing',
  rev: '1',
  name: 'Feather combing',
  gives: 'Two slips drawn through one another with a quill.',
  tools: ['Quill'],
  choices: [],
  steps: [
    {
      key: 'ground',
      name: 'Lay the ground',
      verb: 'Log ground laid',
      effects: [
        {
          does: 'coat',
          use: 'poured-ground',
          thicknessM: { usual: 0.0008 },
          share: { usual: 1 },
        },
      ],
      needs: [{ kind: 'water', of: 'skin', spans: [{ driest: 62, wettest: 88 }] }],
      takesS: { usual: 180 },
      look: ['It shines all over'],
      words: ['Pour it in one go'],
      remedies: [],
      hazards: [],
    },
    {
      key: 'comb',
      name: 'Comb it',
      verb: 'Log combed',
      effects: [{ does: 'none' }],
      needs: [{ kind: 'sign', sign: 'matte', of: 'ground', side: 'before' }],
      takesS: { usual: 120 },
      look: [],
      words: ['While it is wet'],
      remedies: [],
      hazards: [],
    },
  ],
  patches: [],
};

describe('an invented technique', () => {
  it('is planned, logged and finished with nothing but its data', async () => {
    const folder = await opened(emptyFolder());
    const { keep } = folder.store;
    const at = (hours: number) => new Date(NOW - hours * 3_600_000).toISOString();
    const layer = {
      id: 'one',
      technique: 'feather-combing',
      rev: '1',
      own: combing,
      schools: {},
      zones: [{ id: 'whole', name: 'All over', kind: 'whole' as const }],
      face: 'outside' as const,
      upon: null,
      also: [],
      stock: [],
    };
    const made = entry(
      'piece.made',
      'tile',
      {
        name: 'Tile',
        clayId: 'clay-default',
        form: { kind: 'tile', lengthM: 0.15, widthM: 0.15, wallM: 0.008 },
        roomId: 'room-default',
        layers: [layer],
        cover: 'open',
        stand: 'rack',
        attachmentM: null,
        stage: null,
      },
      at(4),
    );
    expect(await keep(act(entry('technique.set', combing.id, combing, at(5))))).toMatchObject({
      kind: 'kept',
    });
    expect(await keep(act(made))).toMatchObject({ kind: 'kept' });
    const plan = async () => {
      const cases = createPlanInputs(folder.store, null);
      const given = await cases.of(cases.piece('tile')!, {}, NOW);
      if (!given.ok) throw new Error(given.problem.message);
      return planPiece(given.value, NOW, undefined, { members: 8 })!;
    };
    const later = { ...combing, rev: '2', steps: combing.steps.slice(0, 1) };
    expect(await keep(act(entry('technique.set', combing.id, later, at(3))))).toMatchObject({ kind: 'kept' });
    const first = await plan();
    // the piece keeps the revision that it was begun with
    expect(first.gates.map(({ planned }) => planned.key)).toEqual(['one/ground/1', 'one/comb/1']);
    expect(first.next!.status).toBe('now');
    expect(first.next!.chain).toEqual(['one/comb/1']);

    const done = (step: string, effects: object[], slip: object | null) =>
      entry(
        'piece.done',
        'tile',
        {
          refs: [{ layer: 'one', step, zone: null, pass: 1 }],
          effects,
          slip,
          zone: null,
          endedAt: null,
          tubs: [],
          form: null,
          outcome: null,
          faults: [],
          note: '',
        } as never,
        at(0.02),
      );
    const tooSoon = await keep(act(done('comb', [{ does: 'none' }], null)));
    expect(tooSoon).toMatchObject({ kind: 'refused', problem: { code: 'before-predecessor' } });
    const ground = [{ does: 'coat', use: 'poured-ground', thicknessM: 0.0008, share: 1 }];
    const slip = { specificGravity: 1.46, grainDensity: 2600, adjusted: 'none' };
    expect(await keep(act(done('ground', ground, slip)))).toMatchObject({ kind: 'kept' });
    // wet in wet: it can be combed from now until the shine is gone
    const wet = await plan();
    expect(wet.next!.planned.key).toBe('one/comb/1');
    expect(wet.next!.closes).not.toBeNull();
    expect(await keep(act(done('comb', [{ does: 'none' }], null)))).toMatchObject({ kind: 'kept' });
    expect((await plan()).next).toBeNull();
    const finished = entry('piece.finished', 'tile', { outcome: 'good', faults: [], note: '' }, at(0));
    expect(await keep(act(finished))).toMatchObject({ kind: 'kept' });
    await folder.close();
  });
});
