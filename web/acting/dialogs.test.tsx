import { cleanup, fireEvent, screen } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { metricUnits } from '../../core/units/quantity.ts';
import { DEFAULT_MAKER } from '../../core/log/studio.ts';
import {
  choose,
  complaint,
  known,
  loggedOnly,
  NOON,
  press,
  show,
  type,
} from '../testing/studio.test-support.tsx';
import { CheckDialog, checkedOf } from './CheckDialog.tsx';
import { CoverDialog } from './CoverDialog.tsx';
import { FinishDialog } from './FinishDialog.tsx';
import { HeatDialog } from './HeatDialog.tsx';
import { DoneDialog } from './DoneDialog.tsx';
import { TrimDialog } from './TrimDialog.tsx';
import { WeighDialog } from './WeighDialog.tsx';

import { anew, done, onClose, plan, stepProps, studio } from './dialog.test-support.ts';

beforeEach(anew);

describe('a dialog half filled', () => {
  const mass = () => screen.findByLabelText<HTMLInputElement>(/Mass on the scale/);

  it('keeps what was typed when it is only closed, and over a reload; left on purpose it forgets', async () => {
    show(<WeighDialog plan={plan} onClose={onClose} />);
    await type(/Mass on the scale/, '612');
    fireEvent.keyDown(await mass(), { key: 'Escape' });
    await done();
    cleanup();
    show(<WeighDialog plan={plan} onClose={onClose} />);
    expect((await mass()).value).toBe('612');
    await press('Not now');
    cleanup();
    show(<WeighDialog plan={plan} onClose={onClose} />);
    expect((await mass()).value).toBe('');
  });

  it('forgets what was logged', async () => {
    show(<FinishDialog plan={plan} onClose={onClose} />);
    await type('Note', 'a fine one');
    await press('Good');
    await press('Log finished');
    await done();
    cleanup();
    show(<FinishDialog plan={plan} onClose={onClose} />);
    expect((await screen.findByLabelText<HTMLTextAreaElement>('Note')).value).toBe('');
  });
});

describe('weighing a piece', () => {
  it('keeps mass, board and dry clay in kg, whatever the scale reads', async () => {
    studio.has(
      known('maker.set', DEFAULT_MAKER, {
        name: 'Ola',
        units: { ...metricUnits, mass: 'oz' },
        scaleStepKg: 1e-3,
      }),
    );
    show(<WeighDialog plan={plan} onClose={onClose} />);
    await type(/Mass on the scale \(oz\)/, '40');
    await type(/Board or bat/, '10');
    await type(/Dry clay in it/, '20');
    await press('Log weighing');
    await done();
    const { massKg, tareKg, dryKg } = loggedOnly(studio, 'piece.weighed').body;
    // NIST Handbook 44, appendix C: 28.349523125 g to the ounce
    expect(massKg).toBeCloseTo(1.133980925, 9);
    expect(tareKg).toBeCloseTo(0.28349523125, 9);
    expect(dryKg).toBeCloseTo(0.5669904625, 9);
  });

  it('offers what the scale on the bench has just sent', async () => {
    studio.answers['GET /api/sensors'] = () => ({
      rooms: [],
      set: { rooms: {}, scale: null },
      scale: { massKg: 0.6123, at: NOON - 20_000 },
    });
    show(<WeighDialog plan={plan} onClose={onClose} />);
    await press(/Take 612.3 g from the scale/);
    await press('Log weighing');
    await done();
    expect(loggedOnly(studio, 'piece.weighed').body.massKg).toBeCloseTo(0.6123, 9);
  });

  it.each([
    [{ mass: '' }, /Mass must be a number above zero/],
    [{ mass: 'heavy' }, /Mass must be a number above zero/],
    [{ mass: '500', tare: 'board' }, /Tare must be a number/],
    [{ mass: '500', tare: '600' }, /board weighs as much as the piece/],
    [{ mass: '500', dry: '-3' }, /Dry mass must be a number above zero/],
  ])(
    'says which figure is wrong: %o',
    async ({ mass, tare, dry }: { mass: string; tare?: string; dry?: string }, words) => {
      show(<WeighDialog plan={plan} onClose={onClose} />);
      await type(/Mass on the scale/, mass);
      if (tare) await type(/Board or bat/, tare);
      if (dry) await type(/Dry clay in it/, dry);
      await press('Log weighing');
      expect(await complaint()).toMatch(words);
      expect(screen.getByLabelText<HTMLInputElement>(/Mass on the scale/).value).toBe(mass);
      expect(studio.logged).toEqual([]);
    },
  );
});

describe('checking the clay', () => {
  const stageRadio = (name: RegExp) => fireEvent.click(screen.getByRole('radio', { name }));

  it('logs what was felt, of the place that was touched, unanswered questions as such', async () => {
    show(<CheckDialog of={checkedOf(plan)} onClose={onClose} />);
    await press('Rim');
    await press('Cold');
    await press('Log check');
    await done();
    const { place, body } = loggedOnly(studio, 'piece.felt');
    expect(place).toBe('rim');
    expect(body).toEqual({ flop: null, dent: null, nail: null, chill: 'cold', colour: null, corner: null });
  });

  it('asks for one answer at least', async () => {
    show(<CheckDialog of={checkedOf(plan)} onClose={onClose} />);
    await press('Log check');
    expect(await complaint()).toMatch(/Answer at least one question/);
  });

  it('asks to feel again where a stage is far from the forecast, and takes it all the same', async () => {
    show(<CheckDialog of={checkedOf(plan)} onClose={onClose} />);
    await press('Say the stage outright');
    stageRadio(/^Bone dry/);
    expect(await complaint()).toMatch(/should be .* Feel another spot/);
    await press('Log it as I felt it');
    await done();
    expect(loggedOnly(studio, 'piece.checked').body).toMatchObject({ stage: 'bone-dry', confirmed: true });
  });

  it('says nothing where the stage agrees', async () => {
    show(<CheckDialog of={checkedOf(plan)} onClose={onClose} />);
    await press('Say the stage outright');
    stageRadio(new RegExp(`^${plan.now.stage.name}`));
    await press('Log check');
    await done();
    expect(loggedOnly(studio, 'piece.checked').body).toMatchObject({
      stage: plan.now.stage.stage,
      confirmed: false,
    });
  });
});

describe('covering, heating, finishing', () => {
  it('covers, and moves where another room is chosen, in one act', async () => {
    studio.has(
      known('room.set', 'cellar', {
        name: 'Cellar',
        cycle: { meanCelsius: 14, swingCelsius: 1, meanHumidity: 0.8, swingHumidity: 0.02, warmestHour: 15 },
        heatTransfer: 4,
      }),
    );
    show(<CoverDialog plan={plan} onClose={onClose} />);
    await press(/^In the damp box/);
    await choose(/^Room/, 'Cellar');
    await press('Put in the damp box');
    await done();
    expect(studio.logged).toHaveLength(1);
    expect(loggedOnly(studio, 'piece.covered').body).toEqual({ cover: 'damp-box', stand: 'board' });
    expect(loggedOnly(studio, 'piece.moved').body).toEqual({ roomId: 'cellar' });
  });

  it('warns of a piece left on its mould', async () => {
    show(<CoverDialog plan={plan} onClose={onClose} />);
    await choose(/^It stands/, /mould/i);
    expect(await complaint()).toMatch(/splits on a mould/);
  });

  it('counts mistings, and refuses what no hand mists', async () => {
    show(<HeatDialog plan={plan} onClose={onClose} />);
    await type('Light mistings', '40');
    await press('Log it');
    expect(await complaint()).toMatch(/mist must be between 5 and 500 g/);
    await type('Light mistings', '3');
    await choose(/^Face/, /^Inside/);
    await press('Log it');
    await done();
    const misted = loggedOnly(studio, 'piece.done');
    expect(misted.face).toBe('inside');
    const [film] = misted.body.effects;
    expect(film!.does === 'film' && film!.kgM2).toBeCloseTo(0.15, 12);
  });

  it('shows the caution of a flame where it is chosen, and logs minutes and share', async () => {
    show(<HeatDialog plan={plan} onClose={onClose} />);
    expect(screen.queryByRole('note')).toBeNull();
    await choose(/^What was done/, 'Torch');
    expect((await screen.findByRole('note')).textContent).toMatch(/fire/);
    await type(/^For/, '0');
    await press('Log it');
    expect(await complaint()).toMatch(/between a second and half an hour/);
    await type(/^For/, '1,5');
    await type(/points at one spot/, '1');
    await press('Log it');
    expect(await complaint()).toMatch(/between 2 and 100 %/);
    await type(/points at one spot/, '40');
    await press('Log it');
    await done();
    expect(loggedOnly(studio, 'piece.done').body.effects).toEqual([
      { does: 'heat', tool: 'torch', seconds: 90, duty: 0.4 },
    ]);
  });

  it('is not finished without saying how it came out', async () => {
    show(<FinishDialog plan={plan} onClose={onClose} />);
    await press('Log finished');
    expect(await complaint()).toMatch(/how it came out/);
    await press('Mixed');
    await press('Log finished');
    await done();
    expect(loggedOnly(studio, 'piece.finished').body).toEqual({ outcome: 'mixed', faults: [], note: '' });
  });

  it('logs a step as done, or as left out with the reason', async () => {
    show(<DoneDialog {...stepProps('carve')} />);
    await press('Left out');
    await type('Note', 'burrs rose');
    await press('Log left out');
    await done();
    expect(loggedOnly(studio, 'piece.left-out').body).toEqual({
      refs: [{ layer: 'first', step: 'carve', zone: null, pass: 1 }],
      reason: 'burrs rose',
    });
  });

  it('logs what was trimmed, and refuses a depth that no wall has', async () => {
    show(<TrimDialog plan={plan} onClose={onClose} />);
    await type(/^Depth taken off/, '80');
    await press('Log trimmed');
    expect(await complaint()).toMatch(/between 0 and 50 mm/);
    await type(/^Depth taken off/, '2');
    await press('Log trimmed');
    await done();
    expect(loggedOnly(studio, 'piece.done').body.effects).toEqual([
      { does: 'cut', depthM: 0.002, share: 0.2 },
    ]);
  });
});
