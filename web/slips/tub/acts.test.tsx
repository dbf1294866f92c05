import { cleanup, screen } from '@testing-library/react';
import { useState } from 'react';
import { describe, expect, it } from 'vitest';
import { consistencyFor } from '../../../core/slip/consistency.ts';
import { measuredBody, tubBody } from '../../../core/log/entries.test-support.ts';
import {
  choose,
  complaint,
  known,
  loggedOnly,
  press,
  show,
  testStudio,
  type,
} from '../../testing/studio.test-support.tsx';
import { Shelf } from '../shelf/Shelf.tsx';
import { useShelf } from '../../tubs/shelf.ts';
import type { TubAct } from './tubAct.ts';
import { TubActs } from './TubActs.tsx';

/** The form for an act on the tub `black`, as the shelf has it. */
function Acting({ act }: { act: TubAct }) {
  const { data } = useShelf();
  const [open, setOpen] = useState(true);
  const shelf = data?.tubs.find(({ tub }) => tub.id === 'black');
  if (!open) return <p>closed</p>;
  return shelf ? (
    <TubActs act={act} shelf={shelf} catalogue={data!.catalogue} onClose={() => setOpen(false)} />
  ) : null;
}

function acting(act: TubAct, ...more: Parameters<typeof testStudio>) {
  const studio = testStudio(
    known('tub.made', 'black', tubBody({ name: 'Black', volumeM3: 0.001, capacityM3: 0.002 })),
    known('tub.measured', 'black', measuredBody({ gravityRead: 1.4 })),
    ...more,
  );
  show(<Acting act={act} />);
  return studio;
}
const closed = () => screen.findByText('closed');

describe('what is done to a tub', () => {
  it.each([
    ['water', 'Water in', 'Log water', 'tub.watered', '250', { volumeM3: 0.00025 }],
    ['powder', 'Dry powder in', 'Log powder', 'tub.thickened', '80', { dryKg: 0.08 }],
    ['decant', 'Water off', 'Log water off', 'tub.decanted', '100', { volumeM3: 0.0001 }],
    ['use', 'Slip used', 'Log used', 'tub.used', '40', { volumeM3: 0.00004, pieceId: null }],
  ] as const)('%s is logged in SI', async (kind, label, verb, entryKind, text, body) => {
    const studio = acting({ kind });
    await type(new RegExp(`^${label} \\(`), text);
    await press(verb);
    await closed();
    const logged = loggedOnly(studio, entryKind).body as unknown as Record<string, unknown>;
    for (const [key, value] of Object.entries(body))
      if (typeof value === 'number') expect(logged[key]).toBeCloseTo(value, 12);
      else expect(logged[key]).toBe(value);
  });

  it.each([
    ['water', 'Water in', 'Log water', 'some'],
    ['powder', 'Dry powder in', 'Log powder', '0'],
    ['decant', 'Water off', 'Log water off', '-5'],
    ['use', 'Slip used', 'Log used', ''],
  ] as const)('%s names its field where the amount cannot be', async (kind, label, verb, text) => {
    const studio = acting({ kind });
    await type(new RegExp(`^${label} \\(`), text);
    await press(verb);
    expect(await complaint()).toContain(`${label} must be a number above zero`);
    expect(studio.logged).toEqual([]);
  });

  it('lets more out than there was by the log, and then says that it is empty', async () => {
    const studio = acting({ kind: 'use' });
    await type(/^Slip used \(/, '1200');
    await press('Log used');
    await closed();
    expect(loggedOnly(studio, 'tub.used').body.volumeM3).toBeCloseTo(0.0012, 12);
    cleanup();
    show(<Shelf />);
    expect((await screen.findByText(/empty by its log/)).textContent).toMatch(/measure how much/);
  });

  it('begins with the amount that was advised', async () => {
    acting({ kind: 'water', si: 0.00012 });
    expect((await screen.findByLabelText<HTMLInputElement>(/^Water in \(/)).value).toBe('120');
  });

  it('shows the caution of dry powder where it is stirred in', async () => {
    acting({ kind: 'powder' });
    expect((await screen.findByRole('note')).textContent).toMatch(/silica/i);
  });

  it('says how much of the dry clay a dose is, with the caution of an alkali', async () => {
    const studio = acting({ kind: 'dose', does: 'deflocculate' });
    await type(/^Dose as sold/, '2');
    // dry in a litre at SG 1.4 and G 2.6: (1.4 − 1)·2.6/1.6 = 0.65 kg; 2 g of it is 0.308 %
    expect(await screen.findByText(/^0.308 % of the dry clay/)).toBeTruthy();
    expect(screen.getByRole('note').textContent).toMatch(/alkali/i);
    await press('Log dose');
    await closed();
    expect(loggedOnly(studio, 'tub.dosed').body).toMatchObject({ does: 'deflocculate' });
    expect(loggedOnly(studio, 'tub.dosed').body.massKg).toBeCloseTo(0.002, 12);
  });

  it('logs a stir with one tap', async () => {
    const studio = acting({ kind: 'stir' });
    await closed();
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(loggedOnly(studio, 'tub.stirred').subject).toBe('black');
  });

  it('begins a sieving at the mesh its use wants', async () => {
    const studio = acting({ kind: 'sieve' });
    await press('Log sieved');
    await closed();
    expect(loggedOnly(studio, 'tub.sieved').body.mesh).toBe(consistencyFor('brushed-engobe').mesh);
  });

  it('tops up from another tub, which loses what this one gains', async () => {
    const studio = acting(
      { kind: 'top' },
      known('tub.made', 'grey', tubBody({ name: 'Grey' })),
      known('tub.measured', 'grey', measuredBody({ gravityRead: 1.5 })),
    );
    await choose(/^From/, 'Grey');
    await expect.poll(() => screen.getByLabelText<HTMLInputElement>('Its SG').value).toBe('1.500');
    await type(/^Slip in/, '200');
    await press('Log topped up');
    await closed();
    expect(studio.logged).toHaveLength(1);
    expect(loggedOnly(studio, 'tub.topped').body).toMatchObject({ fromTubId: 'grey', specificGravity: 1.5 });
    expect(loggedOnly(studio, 'tub.used')).toMatchObject({ subject: 'grey' });
    expect(loggedOnly(studio, 'tub.used').body.volumeM3).toBeCloseTo(0.0002, 12);
  });

  it('does not top up with a volume or an SG that is no number', async () => {
    const studio = acting({ kind: 'top' });
    await press('Log topped up');
    expect(await complaint()).toMatch(/volume must be a number above zero/);
    await type(/^Slip in/, '200');
    await type('Its SG', 'thick');
    await press('Log topped up');
    expect(await complaint()).toMatch(/SG must be a number, or left empty/);
    expect(studio.logged).toEqual([]);
  });

  it('discards into a bin that takes it, and not into one it would spoil', async () => {
    const studio = acting(
      { kind: 'discard' },
      known('tub.dosed', 'black', { does: 'deflocculate', materialId: 'silicate-42', massKg: 0.002 }),
      known('bin.set', 'reclaim', { name: 'White reclaim', kind: 'reclaim', clayId: null }),
      known('bin.set', 'waste', { name: 'Rubbish', kind: 'waste', clayId: null }),
    );
    await type('Why', 'went off');
    await choose(/^Into which bin/, /^White reclaim/);
    await press('Log discarded');
    expect(await complaint()).toMatch(/deflocculant/i);
    await choose(/^Into which bin/, /^Rubbish/);
    await press('Log discarded');
    await closed();
    expect(loggedOnly(studio, 'tub.discarded').body.reason).toBe('went off');
    // a litre of SG 1.4 weighs 1.4 kg
    expect(loggedOnly(studio, 'bin.filled')).toMatchObject({ subject: 'waste', body: { from: 'Black' } });
    expect(loggedOnly(studio, 'bin.filled').body.massKg).toBeCloseTo(1.4, 2);
  });
});
