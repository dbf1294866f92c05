import { screen, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { techniqueNamed } from '../../core/catalogue/catalogue.ts';
import { asDone } from '../../core/compose/own.ts';
import { metricUnits } from '../../core/units/quantity.ts';
import {
  choose,
  complaint,
  known,
  loggedOnly,
  press,
  show,
  testStudio,
  type,
} from '../testing/studio.test-support.tsx';
import { freshLayer, layersFrom, typedFrom } from '../layers/typedLayer.ts';
import { OwnTechnique } from './OwnTechnique.tsx';
import { Technique } from './Technique.tsx';
import { figureKey, figuresOf, techniqueFrom } from './typedTechnique.ts';

const ours = asDone(techniqueNamed('slip-trailing'), {}, 'ours');
const opened = (id: string, query = '') => {
  const studio = testStudio(known('technique.set', 'ours', ours));
  show(<OwnTechnique />, { path: '/techniques/:id/own', at: `/techniques/${id}/own${query}` });
  return studio;
};
const stepOf = async (name: RegExp) =>
  within((await screen.findByRole('heading', { name })).closest('section')!);

describe('a technique of the studio’s own', () => {
  it('is copied as it is done in one way, with another window and words', async () => {
    const studio = opened('sgraffito', '?ground=thick');
    await type('What you call it', 'Plaque sgraffito');
    const coat = await stepOf(/^\d+\. Coat/);
    const edges = coat.getAllByLabelText(/at (most|least)$/);
    expect(edges.length).toBeGreaterThan(1);
    await press('Take it up as ours');
    await screen.findByText('elsewhere');
    const { subject, body } = loggedOnly(studio, 'technique.set');
    expect(body).toMatchObject({ id: subject, name: 'Plaque sgraffito', copyOf: 'sgraffito', rev: '1' });
    expect(body.choices).toEqual([]);
    expect(body.steps.find(({ key }) => key === 'coat')!.repeat!.usual).toBe(2);
  });

  it('is set anew as its next version', async () => {
    const studio = opened('ours');
    const trail = await stepOf(/Trail/);
    expect(trail.getByLabelText('Name of the step')).toBeTruthy();
    await type('What it gives', 'Raised lines, thick');
    await press('Set it so');
    await screen.findByText('elsewhere');
    expect(loggedOnly(studio, 'technique.set').body).toMatchObject({
      rev: '2',
      gives: 'Raised lines, thick',
    });
  });

  it('with a window upside down is not taken, and what was typed stays', async () => {
    const studio = testStudio(
      known('technique.set', 'ours', {
        ...ours,
        steps: [
          { ...ours.steps[0]!, needs: [{ kind: 'water', of: 'mean', spans: [{ driest: 50, wettest: 84 }] }] },
        ],
      }),
    );
    show(<OwnTechnique />, { path: '/techniques/:id/own', at: '/techniques/ours/own' });
    await type('Mean at least', '90');
    await press('Set it so');
    expect(await complaint()).toMatch(/would open at 84 and close at 90/);
    expect(studio.logged).toEqual([]);
    expect((screen.getByLabelText('Mean at least') as HTMLInputElement).value).toBe('90');
    await type('Mean at least', 'many');
    await press('Set it so');
    expect(await complaint()).toMatch(/must be a number/);
    await type('Mean at least', '');
    await press('Set it so');
    await screen.findByText('elsewhere');
    expect(loggedOnly(studio, 'technique.set').body.steps[0]!.needs[0]).toMatchObject({
      spans: [{ wettest: 84 }],
    });
  });

  it('takes steps out and in, moves them, and says what waits for what comes later', async () => {
    const studio = opened('ours');
    await press('Add a step');
    const added = await stepOf(/Another step/);
    expect(added.getByRole('combobox', { name: 'What it does to the clay' })).toBeTruthy();
    await choose('What it does to the clay', 'Mists it');
    await press('Move Another step up');
    const last = ours.steps.at(-1)!;
    await press(`Take out ${last.name}`);
    await press('Set it so');
    await screen.findByText('elsewhere');
    const { steps } = loggedOnly(studio, 'technique.set').body;
    expect(steps.map(({ key }) => key)).not.toContain(last.key);
    expect(steps.find(({ key }) => key.startsWith('own-'))!.effects[0]).toMatchObject({ does: 'film' });
  });

  it('can be withdrawn, and is offered for layers until then', async () => {
    const studio = opened('ours');
    const [box] = await screen.findAllByRole('checkbox', { name: /Not offered for new pieces/ });
    box!.click();
    await press('Set it so');
    await screen.findByText('elsewhere');
    expect(loggedOnly(studio, 'technique.set').body.retired).toBe(true);
  });

  it('nobody knows says so', async () => {
    opened('unheard-of');
    expect(await screen.findByText(/no technique of that name/)).toBeTruthy();
  });

  it('is shown as its own, with the way to change it', async () => {
    testStudio(known('technique.set', 'ours', { ...ours, rev: '3' }));
    show(<Technique />, { path: '/techniques/:id', at: '/techniques/ours' });
    expect(await screen.findByText(/Our own, version 3/)).toBeTruthy();
    expect(screen.getByRole('link', { name: 'Change it' }).getAttribute('href')).toContain('/ours/own');
  });
});

describe('what is typed of a technique', () => {
  const units = metricUnits;
  it('leaves it as it was where nothing was typed', () => {
    for (const id of ['sgraffito', 'inlay', 'silicate-crackle', 'firing']) {
      const technique = asDone(techniqueNamed(id), {}, 'x');
      expect(techniqueFrom({ technique, figures: {} }, units)).toEqual(technique);
    }
  });

  it('changes one figure at its place, in SI, and keeps it between its bounds', () => {
    const technique = ours;
    const step = technique.steps.find(({ effects }) => effects[0]!.does === 'line')!;
    const figure = figuresOf(step, units).find(({ at }) => at === 'effects.0.thicknessM.usual')!;
    const made = techniqueFrom({ technique, figures: { [figureKey(step, figure)]: '9,5' } }, units);
    const [effect] = made.steps.find(({ key }) => key === step.key)!.effects;
    expect(effect).toMatchObject({ thicknessM: { usual: 0.0095, most: 0.0095 } });
    const others = (of: typeof technique) => of.steps.filter(({ key }) => key !== step.key);
    expect(others(made)).toEqual(others(technique));
  });

  it('of a layer names the studio’s version it is begun with, and keeps it', () => {
    const [layer] = layersFrom([freshLayer(ours)]);
    expect(layer).toMatchObject({ technique: 'ours', rev: '1', own: ours });
    const [again] = layersFrom(typedFrom([layer!]));
    expect(again!.own).toEqual(ours);
    const [newest] = layersFrom([{ ...typedFrom([layer!])[0]!, own: { ...ours, rev: '2' } }]);
    expect(newest!.rev).toBe('2');
    expect(layersFrom([freshLayer()])[0]).not.toHaveProperty('own');
  });
});
