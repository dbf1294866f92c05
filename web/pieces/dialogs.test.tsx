import { cleanup, fireEvent, screen } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { metricUnits } from '../../core/units/quantity.ts';
import { DEFAULT_MAKER } from '../../core/log/studio.ts';
import { tubBody } from '../../core/log/entries.test-support.ts';
import { stepAt } from '../../core/plan/next.ts';
import { caseOf, cruetMade, firstKey } from '../../core/piece/piece.test-support.ts';
import { planPiece, type PiecePlan } from '../../core/plan/plan.ts';
import {
  choose,
  complaint,
  known,
  loggedOnly,
  NOON,
  press,
  show,
  testStudio,
  type,
  type TestStudio,
} from '../frame/studio.test-support.tsx';
import { CheckDialog } from './CheckDialog.tsx';
import { carriesNothing, type Carried } from '../../core/log/carried.ts';
import { stageAt } from '../../core/clay/stage.ts';
import { entriesOf } from '../../core/log/entry.ts';
import { coatedWall } from './coatedWall.ts';
import { CoverDialog } from './CoverDialog.tsx';
import { FinishDialog } from './FinishDialog.tsx';
import { HeatDialog } from './HeatDialog.tsx';
import { DoneDialog } from './DoneDialog.tsx';
import { TrimDialog } from './TrimDialog.tsx';
import { WeighDialog } from './WeighDialog.tsx';

const made = cruetMade({ roomId: 'room-default', clayId: 'clay-default' });
const usual = caseOf([made]);
const inRoom = { ...usual, rooms: [{ ...usual.rooms[0]!, id: 'room-default' }] };
const plan: PiecePlan = planPiece(inRoom, NOON, undefined, { members: 4 })!;
const closed: string[] = [];
const onClose = () => void closed.push('closed');
const done = () => expect.poll(() => closed).toEqual(['closed']);
const stepProps = (stepId: string) => ({
  pieceId: 'p',
  pieceName: 'cruet',
  areaM2: 0.04,
  wall: coatedWall(plan),
  step: stepAt(
    plan.gates.find(({ planned }) => planned.key === firstKey(stepId))!,
    NOON,
  ),
  onClose,
});

let studio: TestStudio;
beforeEach(() => {
  closed.length = 0;
  sessionStorage.clear();
  studio = testStudio(made);
});

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

  it('with the clay found otherwise is a check of it as well, in one act', async () => {
    show(<DoneDialog {...stepProps('carve')} />);
    await choose('The clay was then', 'Stiff leather-hard');
    expect(screen.getByText(/the clock learns from it/)).toBeTruthy();
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
    await choose(/^From which tub/, 'Black');
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
    // the area times the wet thickness at least: 0.04 m² · 0.2 mm = 8 ml
    const { volumeM3, pieceId } = loggedOnly(studio, 'tub.used').body;
    expect(pieceId).toBe('p');
    expect(volumeM3).toBeGreaterThanOrEqual(8e-6);
    expect(volumeM3).toBeLessThan(1.6e-5);
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
    show(<CheckDialog plan={plan} onClose={onClose} />);
    await press('Rim');
    await press('Cold');
    await press('Log check');
    await done();
    const { place, body } = loggedOnly(studio, 'piece.felt');
    expect(place).toBe('rim');
    expect(body).toEqual({ flop: null, dent: null, nail: null, chill: 'cold', colour: null, corner: null });
  });

  it('asks for one answer at least', async () => {
    show(<CheckDialog plan={plan} onClose={onClose} />);
    await press('Log check');
    expect(await complaint()).toMatch(/Answer at least one question/);
  });

  it('asks to feel again where a stage is far from the forecast, and takes it all the same', async () => {
    show(<CheckDialog plan={plan} onClose={onClose} />);
    await press('Say the stage outright');
    stageRadio(/^Bone dry/);
    expect(await complaint()).toMatch(/should be .* Feel another spot/);
    await press('Log it as I felt it');
    await done();
    expect(loggedOnly(studio, 'piece.checked').body).toMatchObject({ stage: 'bone-dry', confirmed: true });
  });

  it('says nothing where the stage agrees', async () => {
    show(<CheckDialog plan={plan} onClose={onClose} />);
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
    expect(await complaint()).toMatch(/between 1 and 10/);
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
    expect(await complaint()).toMatch(/minutes must be/);
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
