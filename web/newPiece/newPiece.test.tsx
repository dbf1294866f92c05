import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { metricUnits } from '../../core/units/quantity.ts';
import { entriesOf } from '../../core/log/entry.ts';
import { DEFAULT_MAKER, defaultRoom } from '../../core/log/studio.ts';
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
} from '../testing/studio.test-support.tsx';
import { NewPiece } from './NewPiece.tsx';

const at = { path: '/pieces/new' };
const inches = known('maker.set', DEFAULT_MAKER, {
  name: 'Ola',
  units: { ...metricUnits, length: 'in' },
  scaleStepKg: 1e-4,
});
const valueOf = (label: RegExp) => screen.getByLabelText<HTMLInputElement>(label).value;

describe('a new piece', () => {
  it('needs only a name: all else has a sensible start', async () => {
    const studio = testStudio();
    show(<NewPiece />, at);
    await type('Name or mark', 'Gulls salt pig');
    await press('Log it as made');
    await screen.findByText('elsewhere');
    const { at: madeAt, body } = loggedOnly(studio, 'piece.made');
    expect(Date.parse(madeAt)).toBe(NOON);
    expect(body).toMatchObject({
      name: 'Gulls salt pig',
      clayId: 'clay-default',
      roomId: 'room-default',
      layers: [{ technique: 'sgraffito', rev: '2', zones: [{ kind: 'whole' }] }],
      cover: 'open',
      stand: 'board',
      attachmentM: null,
      stage: null,
    });
    expect(body.form).toMatchObject({ kind: 'cylinder', mouth: 'open', wallM: 0.006 });
  });

  it('that came as bisque is entered so, and what is done on raw clay is named', async () => {
    const studio = testStudio();
    show(<NewPiece />, at);
    await type('Name or mark', 'Bought tile');
    await choose('It was then', /^Fired already/);
    expect(await complaint()).toMatch(/Sgraffito is done on raw clay, and this piece came as bisque/);
    await choose('Technique', 'Oxide wash');
    await press('Log it as made');
    await screen.findByText('elsewhere');
    expect(loggedOnly(studio, 'piece.made').body).toMatchObject({
      stage: 'bone-dry',
      fired: 'bisque',
      layers: [{ technique: 'oxide-wash' }],
    });
  });

  it('in a room of pupils is told what is not for them, with another way', async () => {
    const studio = testStudio(
      known('room.set', 'room-default', { ...defaultRoom, name: 'Class', guarded: true }),
    );
    show(<NewPiece />, at);
    await choose('Technique', 'Sprayed engobe');
    expect(await complaint()).toMatch(/not for pupils/);
    expect(await screen.findByRole('group', { name: 'What mends it' })).toBeTruthy();
    expect(studio.logged).toEqual([]);
  });

  it('of a class is one for each name that is pasted, in a group', async () => {
    const studio = testStudio();
    show(<NewPiece />, at);
    await type('Name or mark', 'Mug');
    fireEvent.change(screen.getByLabelText(/^Or names/), { target: { value: 'Anna\n  Bo  Lind\n\nCleo' } });
    expect(await screen.findByText('3 pieces: Anna, mug to Cleo, mug')).toBeTruthy();
    await choose('Group', 'A new one');
    await type('Its name', 'Tuesday class');
    await press('Log them as made');
    await screen.findByText('elsewhere');
    const made = entriesOf(studio.logged.flat(), 'piece.made').map(({ body }) => body.name);
    expect(made).toEqual(['Anna, mug', 'Bo Lind, mug', 'Cleo, mug']);
    expect(entriesOf(studio.logged.flat(), 'piece.grouped')).toHaveLength(3);
  });

  it('asks once about a wall that is next to nothing, and takes it then', async () => {
    const studio = testStudio();
    show(<NewPiece />, at);
    await type('Name or mark', 'Eggshell cup');
    await type(/^Wall, freshly made/, '0,6');
    await press('Log it as made');
    expect(await screen.findByText(/next to nothing for a wall/)).toBeTruthy();
    expect(studio.logged).toEqual([]);
    await press('Log it as made');
    await screen.findByText('elsewhere');
    expect(loggedOnly(studio, 'piece.made').body.form.wallM).toBeCloseTo(0.0006, 9);
  });

  it('says what is missing, at its field, and keeps the rest', async () => {
    const studio = testStudio();
    show(<NewPiece />, at);
    await type(/^Wall, freshly made/, '7');
    await press('Log it as made');
    expect(await complaint()).toMatch(/see the fields marked above/);
    expect(screen.getByLabelText('Name or mark').getAttribute('aria-invalid')).toBe('true');
    expect(valueOf(/^Wall, freshly made/)).toBe('7');
    expect(studio.logged).toEqual([]);
  });

  it.each([
    [/^Wall, freshly made/, '0'],
    [/^Wall, freshly made/, '600'],
    [/^Diameter/, 'wide'],
    [/^Height/, '-3'],
    [/^Handle or spout/, '0.01'],
  ])('marks %s of %s as what cannot be', async (label, text) => {
    const studio = testStudio();
    show(<NewPiece />, at);
    await type('Name or mark', 'Pot');
    await type(label, text);
    await press('Log it as made');
    const field = await screen.findByLabelText<HTMLInputElement>(label);
    await expect.poll(() => field.getAttribute('aria-invalid')).toBe('true');
    const said = document.getElementById(field.getAttribute('aria-describedby')!)!.textContent;
    expect(said).toMatch(/between|number/);
    expect(field.value).toBe(text);
    expect(studio.logged).toEqual([]);
  });

  it.each([
    ['Bowl', { kind: 'bowl', diameterM: 0.16, heightM: 0.08 }],
    ['Plate', { kind: 'plate', diameterM: 0.24 }],
    ['Tile', { kind: 'tile', lengthM: 0.2, widthM: 0.14 }],
  ])('asks of a %s just what it has', async (form, shape) => {
    const studio = testStudio();
    show(<NewPiece />, at);
    await press(form);
    await type('Name or mark', 'Piece');
    await press('Log it as made');
    await screen.findByText('elsewhere');
    const logged = loggedOnly(studio, 'piece.made').body.form as unknown as Record<string, unknown>;
    for (const [key, value] of Object.entries(shape))
      if (typeof value === 'number') expect(logged[key]).toBeCloseTo(value, 9);
      else expect(logged[key]).toBe(value);
    expect(Object.keys(logged).sort()).toEqual([...Object.keys(shape), 'wallM'].sort());
  });

  it('reads inches for whoever thinks in them', async () => {
    const studio = testStudio(inches);
    show(<NewPiece />, at);
    await type('Name or mark', 'Caddy');
    await screen.findByLabelText(/^Wall, freshly made \(in\)/);
    await type(/^Wall, freshly made/, '0.25');
    await type(/^Handle or spout/, '0.5');
    await press('Log it as made');
    await screen.findByText('elsewhere');
    const { form, attachmentM } = loggedOnly(studio, 'piece.made').body;
    // the inch is 25.4 mm by definition (NIST Handbook 44, appendix C)
    expect(form.wallM).toBeCloseTo(0.00635, 9);
    expect(attachmentM).toBeCloseTo(0.0127, 9);
  });

  it('remembers clay, room and the ways chosen for the next', async () => {
    const studio = testStudio(
      known('room.set', 'loft', {
        name: 'Loft',
        cycle: {
          meanCelsius: 24,
          swingCelsius: 4,
          meanHumidity: 0.4,
          swingHumidity: 0.1,
          warmestHour: 15,
        },
        heatTransfer: 7,
      }),
    );
    show(<NewPiece />, at);
    await type('Name or mark', 'First');
    await choose(/^Room/, 'Loft');
    await press('Log it as made');
    await screen.findByText('elsewhere');
    expect(loggedOnly(studio, 'piece.made').body.roomId).toBe('loft');
    show(<NewPiece />, at);
    const room = await screen.findByRole('combobox', { name: /^Room/ });
    expect(within(room).getByText('Loft')).toBeTruthy();
  });

  it('begins as the last of its form did: sizes and what it carries, each form by itself', async () => {
    const studio = testStudio();
    const log = async (name: string, ...more: (() => Promise<void>)[]) => {
      show(<NewPiece />, at);
      await type('Name or mark', name);
      for (const step of more) await step();
      await press('Log it as made');
      await screen.findByText('elsewhere');
      cleanup();
      return entriesOf(studio.logged.at(-1)!, 'piece.made')[0]!.body;
    };
    const form = (name: string) => () => press(name);
    await log(
      'Plate one',
      form('Plate'),
      () => type(/^Diameter/, '310'),
      () => choose('Technique', 'Slip trailing'),
    );
    await log(
      'Mug',
      form('Cylinder'),
      () => choose('Technique', 'Inlay'),
      () => type(/^Height/, '90'),
    );
    // the mug was last, and is what it begins with
    const mug = await log('Mug again');
    expect(mug).toMatchObject({
      form: { kind: 'cylinder', heightM: 0.09 },
      layers: [{ technique: 'inlay' }],
    });
    const plate = await log('Plate two', form('Plate'));
    expect(plate.form).toMatchObject({ kind: 'plate', diameterM: 0.24 });
    expect(plate.layers.map(({ technique }) => technique)).toEqual(['slip-trailing']);
    expect(plate.name).toBe('Plate two');
    // what was chosen for this piece is not taken back by choosing its form
    const kept = await log('Mug, trailed', () => choose('Technique', 'Tissue transfer'), form('Cylinder'));
    expect(kept.layers.map(({ technique }) => technique)).toEqual(['transfer']);
  });

  it('begins from a form that is made here, handle, corners and all, under its name', async () => {
    const studio = testStudio();
    const jar = {
      kind: 'profile',
      mouth: 'open',
      wallM: 0.007,
      points: [
        { heightM: 0, diameterM: 0.08 },
        { heightM: 0.1, diameterM: 0.16, corner: true },
        { heightM: 0.18, diameterM: 0.1 },
      ],
    };
    studio.answers['GET /api/forms'] = () => ({
      made: [{ name: 'Tea caddy', form: jar, attachmentM: 0.009, pieces: 3 }],
    });
    show(<NewPiece />, at);
    await press('Tea caddy');
    expect(screen.getByRole('button', { name: 'Tea caddy' }).getAttribute('aria-pressed')).toBe('true');
    fireEvent.click(screen.getByRole('switch', { name: 'Corner at height 1' }));
    await press('Log it as made');
    await screen.findByText('elsewhere');
    const { points } = jar;
    expect(loggedOnly(studio, 'piece.made').body).toMatchObject({
      name: 'Tea caddy',
      attachmentM: 0.009,
      form: { kind: 'profile', points: points.map(({ corner: _taken, ...point }) => point) },
    });
  });

  it('can be logged as already further on, with the mouth a narrow neck', async () => {
    const studio = testStudio();
    show(<NewPiece />, at);
    await type('Name or mark', 'Cruet');
    await choose(/^It was then/, 'Already leather-hard');
    await choose(/^Mouth/, 'Narrow neck');
    await press('Log it as made');
    await screen.findByText('elsewhere');
    expect(loggedOnly(studio, 'piece.made').body).toMatchObject({
      stage: 'leather-hard',
      form: { mouth: 'narrow' },
    });
  });
});
