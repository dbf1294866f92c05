import { screen } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { tubBody } from '../../core/log/entries.test-support.ts';
import { choose, complaint, known, loggedOnly, press, show, type } from '../testing/studio.test-support.tsx';
import { carriesNothing, type Carried } from '../../core/log/carried.ts';
import { slipForCoat } from '../../core/slip/amount.ts';
import { stageAt } from '../../core/clay/stage.ts';
import { entriesOf } from '../../core/log/entry.ts';
import { DoneDialog } from './DoneDialog.tsx';

import { anew, done, plan, stepProps, studio } from './dialog.test-support.ts';

beforeEach(anew);

describe('a step as it really was', () => {
  const inZones = () => {
    const props = stepProps('carve');
    const band = (id: string, from: number, to: number) => ({
      id,
      name: id,
      kind: 'band' as const,
      from,
      to,
    });
    const { step } = props;
    const planned = { ...step.planned, zones: [band('Above', 0.5, 1), band('Below', 0, 0.4)] };
    return { ...props, step: { ...step, planned } };
  };

  it('is logged at the stage the clock has, which teaches nothing new', async () => {
    show(<DoneDialog {...stepProps('carve')} />);
    await press(/^Log carving/);
    await done();
    expect(loggedOnly(studio, 'piece.done').body.stage).toBe(
      stageAt(plan.believed.setting.body, plan.now.meanX).stage,
    );
    expect(entriesOf(studio.logged.flat(), 'piece.checked')).toEqual([]);
  });

  it('that makes a pot of a sheet says what it is now, its wall as thick as it was', async () => {
    const props = stepProps('carve');
    const { step } = props;
    const planned = {
      ...step.planned,
      step: { ...step.planned.step, effects: [{ does: 'shape' as const }] },
    };
    show(<DoneDialog {...props} step={{ ...step, planned }} />);
    expect(screen.getByText('What is it now?')).toBeTruthy();
    await press('Mug');
    await press(/^Log carving/);
    await done();
    expect(loggedOnly(studio, 'piece.done').body.form).toMatchObject({
      kind: 'cylinder',
      diameterM: 0.09,
      wallM: plan.believed.setting.thicknessM,
    });
  });

  it('with the clay found otherwise is a check of it as well, in one act', async () => {
    show(<DoneDialog {...stepProps('carve')} />);
    await choose('The clay was then', 'Stiff leather-hard');
    expect(screen.getByText(/the forecast learns from it/)).toBeTruthy();
    await press(/^Log carving/);
    await done();
    expect(studio.logged).toHaveLength(1);
    expect(loggedOnly(studio, 'piece.done').body.stage).toBe('stiff-leather-hard');
    expect(loggedOnly(studio, 'piece.checked').body).toMatchObject({ stage: 'stiff-leather-hard' });
  });

  it('has its minutes and the one zone it was done on', async () => {
    show(<DoneDialog {...inZones()} />);
    await choose('Where', 'Below');
    await type(/^It took/, 'long');
    await press(/^Log carving/);
    expect(await complaint()).toMatch(/How long it took must be a number/);
    await type(/^It took/, '12,5');
    await press(/^Log carving/);
    await done();
    expect(loggedOnly(studio, 'piece.done').body).toMatchObject({ tookS: 750, zone: { id: 'Below' } });
  });

  it('of all its zones names none, and minutes nobody counted are not made up', async () => {
    show(<DoneDialog {...inZones()} />);
    await press(/^Log carving/);
    await done();
    const { body } = loggedOnly(studio, 'piece.done');
    expect(body.zone).toBeNull();
    expect(body).not.toHaveProperty('tookS');
  });
});

describe('what is cut off', () => {
  const cutting = (carried: Partial<Carried>) => {
    const step = stepProps('carve');
    show(<DoneDialog {...step} wall={{ ...step.wall, carried: { ...carriesNothing, ...carried } }} />);
  };
  beforeEach(() => {
    studio.has(
      known('tub.made', 'blue', tubBody({ name: 'Blue', carries: ['toxic'] })),
      known('bin.set', 'barrel', { name: 'Red barrel', kind: 'reclaim', clayId: 'clay-default' }),
      known('bin.set', 'sorted', { name: 'Metal waste', kind: 'toxic-waste', clayId: null }),
      known('bin.set', 'rest', { name: 'Waste', kind: 'waste', clayId: null }),
    );
  });
  const proposed = (name: string) =>
    expect.poll(() => screen.getByRole('combobox', { name: /^What is cut off/ }).textContent).toBe(name);

  it('goes into the bin that it is meant for, by what was laid on the piece', async () => {
    cutting({ tubs: ['blue'] });
    await proposed('Metal waste');
    await press(/^Log carving/);
    await done();
    const { subject, body } = loggedOnly(studio, 'bin.filled');
    expect(subject).toBe('sorted');
    expect(body).toMatchObject({ waste: 'toxic', clayId: 'clay-default', override: null });
    expect(body.massKg).toBeGreaterThan(0);
    expect(body.massKg).toBeLessThan(0.1);
    expect(loggedOnly(studio, 'piece.done').body.effects[0]!.does).toBe('cut');
  });

  it('is refused by the wrong bin, with the reason; nothing is logged then', async () => {
    cutting({ silicate: true });
    await proposed('Waste');
    await choose(/^What is cut off/, 'Red barrel');
    expect(screen.getByText(/Silicate spoils whatever/)).toBeTruthy();
    await press(/^Log carving/);
    expect(await complaint()).toMatch(/Silicate spoils whatever/);
    expect(studio.logged).toEqual([]);
    await choose(/^What is cut off/, 'No bin of these');
    await press(/^Log carving/);
    await done();
    expect(entriesOf(studio.logged.flat(), 'bin.filled')).toEqual([]);
  });

  it('rinse water with silicate in it is proposed a bin, and never the barrel', async () => {
    const step = stepProps('carve');
    const planned = {
      ...step.step.planned,
      step: {
        ...step.step.planned.step,
        effects: [{ does: 'silicate' as const, kgM2: { usual: 0.2 }, share: { usual: 1 } }],
      },
    };
    show(<DoneDialog {...step} step={{ ...step.step, planned }} />);
    // of water nothing is logged unless that is said
    expect(await screen.findByText(/“Waste” is meant for it/)).toBeTruthy();
    await choose(/^Rinse water goes into/, 'Red barrel');
    await type(/^About how much/, '500');
    await press(/^Log carving/);
    expect(await complaint()).toMatch(/Silicate spoils whatever/);
    await choose(/^Rinse water goes into/, 'Waste');
    await press(/^Log carving/);
    await done();
    expect(loggedOnly(studio, 'bin.filled').body).toMatchObject({ waste: 'silicate', massKg: 0.5 });
  });

  it('is as much as was weighed, where that is typed', async () => {
    cutting({});
    await proposed('Red barrel');
    await type(/^About how much/, 'a handful');
    await press(/^Log carving/);
    expect(await complaint()).toMatch(/must be a number above zero/);
    await type(/^About how much/, '12');
    await press(/^Log carving/);
    await done();
    expect(loggedOnly(studio, 'bin.filled').body).toMatchObject({ waste: 'clean', massKg: 0.012 });
  });
});

describe('logging a coat', () => {
  it('takes thickness in the maker’s unit and the tub’s own figures, and draws the slip from the tub', async () => {
    studio.has(
      known('tub.made', 'black', tubBody({ name: 'Black', grainDensity: 2650, adjusted: 'deflocculated' })),
    );
    studio.has(
      known('tub.measured', 'black', {
        sample: null,
        gravityRead: 1.44,
        flow: [],
        feel: null,
        celsius: null,
        levelM3: null,
      }),
    );
    show(<DoneDialog {...stepProps('coat-1')} />);
    await press('Log coat 1');
    expect(await complaint()).toMatch(/From which tub/);
    await choose(/^From which tub/, 'Black: not known');
    await expect.poll(() => screen.getByLabelText<HTMLInputElement>('Specific gravity').value).toBe('1.44');
    await type(/Wet thickness/, '0,2');
    await press('Log coat 1');
    await done();
    const { face, body } = loggedOnly(studio, 'piece.done');
    expect(face).toBe('outside');
    expect(body).toMatchObject({
      refs: [{ layer: 'first', step: 'coat', pass: 1 }],
      tubs: ['black'],
      slip: { specificGravity: 1.44, grainDensity: 2650, adjusted: 'deflocculated' },
    });
    const [coat] = body.effects;
    expect(coat!.does === 'coat' && coat!.thicknessM).toBeCloseTo(0.0002, 12);
    // 0.04 m² · 0.2 mm is 8 ml on the clay, and as much again in the brush as is left there of it
    const { volumeM3, pieceId } = loggedOnly(studio, 'tub.used').body;
    expect(pieceId).toBe('p');
    expect(volumeM3).toBeCloseTo(slipForCoat(0.04, 0.0002, 'brushed-engobe'), 12);
    expect(volumeM3).toBeGreaterThan(8e-6);
  });

  it('draws what was typed to lie on it, not what is usual', async () => {
    studio.has(known('tub.made', 'black', tubBody({ name: 'Black' })));
    const props = stepProps('coat-1');
    const { step } = props;
    const line = {
      does: 'line' as const,
      use: 'trailing' as const,
      thicknessM: { usual: 0.002 },
      share: { usual: 0.1 },
    };
    const planned = { ...step.planned, step: { ...step.planned.step, effects: [line] } };
    show(<DoneDialog {...props} step={{ ...step, planned }} />);
    await choose(/^From which tub/, /^Black/);
    await type(/Share of the zone/, '35');
    await press('Log coat 1');
    await done();
    expect(loggedOnly(studio, 'tub.used').body.volumeM3).toBeCloseTo(
      slipForCoat(0.04 * 0.35, 0.002, 'trailing'),
      12,
    );
  });

  it('logs a coat inside beside the planned steps', async () => {
    show(<DoneDialog {...stepProps('coat-1')} />);
    await choose(/^Face/, /^Inside/);
    await press('Log coat 1');
    await done();
    expect(loggedOnly(studio, 'piece.done')).toMatchObject({
      face: 'inside',
      body: { refs: [], tubs: [] },
    });
  });

  it.each([
    [/Wet thickness/, 'thin', /Coat thickness must be a number/],
    [/Wet thickness/, '25', /between 0.01 and 20 mm/],
    [/Specific gravity/, '14', /between 1 and 4|Specific gravity/],
  ])('refuses %s of %s, and keeps it in its field', async (field, text, words) => {
    show(<DoneDialog {...stepProps('coat-1')} />);
    await type(field, text);
    await press('Log coat 1');
    expect(await complaint()).toMatch(words);
    expect(screen.getByLabelText<HTMLInputElement>(field).value).toBe(text);
    expect(studio.logged).toEqual([]);
  });

  it('tells of the fit before it is logged, the worse the thicker', async () => {
    show(<DoneDialog {...stepProps('coat-1')} />);
    const index = async () =>
      Number(/flake index ([\d.]+)/.exec((await screen.findByText(/flake index/)).textContent)![1]);
    await type(/Wet thickness/, '0.1');
    const thin = await index();
    await type(/Wet thickness/, '0.8');
    await expect.poll(index).toBeGreaterThan(thin);
  });
});
