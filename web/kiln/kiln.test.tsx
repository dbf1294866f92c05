import { fireEvent, screen, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { KilnAnswer, KilnRow } from '../../api/routes.ts';
import { nothingSaid, type Entry, type EntryBodies, type EntryOf } from '../../core/log/entry.ts';
import { foldPiece, routeOf } from '../../core/log/piece.ts';
import { techniqueNamed } from '../../core/catalogue/catalogue.ts';
import { wholeZone, type Layer } from '../../core/technique/layer.ts';
import type { LoadState } from '../../core/log/kilnLoad.ts';
import { DAY, HOUR } from '../../core/units/quantity.ts';
import {
  choose,
  complaint,
  known,
  NOON,
  press,
  show,
  testStudio,
  type,
} from '../testing/studio.test-support.tsx';
import { made, row } from '../pieces/rows.test-support.ts';
import { HandIn } from './HandIn.tsx';
import { Kiln } from './Kiln.tsx';

const firing: Layer = {
  id: 'fire',
  technique: 'firing',
  rev: techniqueNamed('firing').rev,
  schools: {},
  zones: [wholeZone],
  face: 'outside',
  upon: 'firm',
  also: [],
  stock: [],
};
/** A piece that is also fired. */
const toFire = (id: string): Entry => {
  const of = made(id) as EntryOf<'piece.made'>;
  return {
    ...of,
    at: new Date(NOON - 8 * DAY).toISOString(),
    body: { ...of.body, layers: [...of.body.layers, firing] },
  };
};
const refsOf = (shared: string) =>
  routeOf(foldPiece('a', [toFire('a')])!).planned.find(({ step }) => step.shared === shared)!.refs;
const refs = refsOf('load');
const fires = refsOf('bisque');
const waiting = (id: string, dry: boolean, more: Partial<KilnRow> = {}): KilnRow => ({
  ...row(id, { kiln: { dry, dryAt: dry ? null : NOON + DAY } }),
  asks: { name: 'Load for bisque', shared: 'load', refs },
  fires,
  ...more,
});
const back = { id: 'k', set: { name: 'Back kiln', volumeM3: 0.1, holdsS: 2 * 86_400 } };
const loadOf = (pieces: string[], more: Partial<LoadState> = {}): LoadState => ({
  id: 'l',
  set: { kilnId: 'k', pieces, to: 'bisque', cone: '04', over: false },
  loadedAt: null,
  unloadedAt: null,
  ...more,
});

function kilnRoom(
  rows: KilnRow[],
  loads: LoadState[] = [],
  kilns = [back],
  groups: KilnAnswer['groups'] = [],
) {
  const studio = testStudio(
    ...rows.map(({ id }) => toFire(id)),
    ...kilns.map(({ id, set }) => known('kiln.set', id, set)),
    ...loads.flatMap(({ id, set, loadedAt }) => [
      known('load.set', id, set, NOON - HOUR),
      ...(loadedAt === null
        ? []
        : [
            known('load.loaded', id, {}, loadedAt),
            ...set.pieces.map((piece) =>
              known('piece.done', piece, { ...nothingSaid, refs, effects: [{ does: 'none' }] }, loadedAt),
            ),
          ]),
    ]),
  );
  studio.answers['GET /api/kiln'] = () => ({ kilns, loads, rows, groups });
  return studio;
}

describe('the kiln room', () => {
  it('sets up a kiln, and says what is wrong with one', async () => {
    const studio = kilnRoom([], [], []);
    show(<Kiln />);
    await press('Set up a kiln');
    await press('Log the kiln');
    expect(await complaint()).toContain('name is empty');
    await type('Its name', 'Back kiln');
    await type(/^Room for ware/, '0');
    await press('Log the kiln');
    expect(await complaint()).toContain('between 1 litre and 20 m³');
    await type(/^Room for ware/, '120');
    await press('Log the kiln');
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(studio.logged[0]![0]!.body).toEqual({ name: 'Back kiln', volumeM3: 0.12, holdsS: 172_800 });
  });

  it('gathers what is dry, leaves what is not unless it is taken, and says how full it is', async () => {
    const studio = kilnRoom([waiting('a', true), waiting('b', false)]);
    show(<Kiln />);
    await press('Gather a load');
    expect(screen.getByText(/\d+ % full/)).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Gather 1' })).toBeTruthy();
    await press('Gather 1');
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(studio.logged[0]![0]!.body).toMatchObject({
      kilnId: 'k',
      pieces: ['a'],
      to: 'bisque',
      cone: '04',
    });
  });

  it('names what of a load is not dry and what asks for something else first, and loads the others', async () => {
    const other = waiting('c', true, { asks: { name: 'Brush off the crumbs', shared: null, refs: [] } });
    const studio = kilnRoom([waiting('a', true), waiting('b', false), other], [loadOf(['a', 'b', 'c'])]);
    show(<Kiln />);
    const told = await complaint();
    expect(told).toContain('Not dry: b. Leave it for the next');
    expect(told).toContain('c (brush off the crumbs)');
    await press('It is loaded');
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(studio.logged[0]!.map(({ kind, subject }) => [kind, subject])).toEqual([
      ['load.loaded', 'l'],
      ['piece.done', 'a'],
      ['piece.done', 'b'],
    ]);
  });

  it('gathers glazed ware for a glaze firing, by itself', async () => {
    const glazed = waiting('g', true, {
      kiln: null,
      asks: { name: 'Fire the glaze', shared: 'glost', refs: fires },
    });
    const studio = kilnRoom([waiting('a', true), glazed]);
    show(<Kiln />);
    await press('Gather a load');
    await choose('What firing', 'Glaze firing');
    await press('Gather 1');
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(studio.logged[0]![0]!.body).toMatchObject({ pieces: ['g'], to: 'glazed', cone: '6' });
  });

  it('unloads all at once, and what was lost with why', async () => {
    const load = loadOf(['a', 'b'], { loadedAt: NOON - DAY });
    const studio = kilnRoom([waiting('a', true), waiting('b', true)], [load]);
    show(<Kiln />);
    await press('Unload it');
    const lost = within(await screen.findByRole('group', { name: 'How b came out' }));
    fireEvent.click(lost.getByRole('button', { name: 'Lost' }));
    const flaws = within(await screen.findByRole('group', { name: 'What is wrong with b' }));
    fireEvent.click(flaws.getByRole('button', { name: 'warped' }));
    fireEvent.click(flaws.getByRole('button', { name: 'lime-pop' }));
    fireEvent.click(flaws.getByRole('button', { name: '✓ warped' }));
    const mixed = within(screen.getByRole('group', { name: 'How a came out' }));
    fireEvent.click(mixed.getByRole('button', { name: 'Mixed' }));
    fireEvent.click(
      within(screen.getByRole('group', { name: 'What is wrong with a' })).getByRole('button', {
        name: 'bursting in bisque',
      }),
    );
    await press('Log 2 unloaded');
    await expect.poll(() => studio.logged.length).toBe(1);
    const done = studio.logged[0]!.filter(({ kind }) => kind === 'piece.done');
    const came = done.map(({ subject, body }) => ({ subject, ...(body as EntryBodies['piece.done']) }));
    expect(came.map(({ subject, outcome, faults }) => [subject, outcome, faults])).toEqual([
      ['a', 'mixed', ['bursting in bisque']],
      ['b', 'bad', ['lime-pop']],
    ]);
    expect(done[0]!.body).toMatchObject({
      refs: fires,
      effects: [{ does: 'fire', cone: '04', to: 'bisque' }],
    });
  });
});

describe('handing in', () => {
  it('takes a code as it is read off the clay, says by when to carry it, and logs it', async () => {
    const studio = kilnRoom([waiting('a', false, { code: 'K27', carryBy: NOON + 3 * HOUR })]);
    show(<HandIn />);
    await type('Code in the clay', ' k-27 ');
    expect(await screen.findByText(/Carry it by .*: drier than that it chips on the way/)).toBeTruthy();
    await press('Hand in a');
    await expect
      .poll(() => studio.logged.flat().map(({ kind, subject }) => [kind, subject]))
      .toEqual([['piece.handed', 'a']]);
  });

  it('takes what is ticked in the list of a class, in one act', async () => {
    const set = { name: 'Tuesday', kind: 'class', dueAt: null } as const;
    const rows = ['a', 'b', 'c', 'd'].map((id) =>
      waiting(id, true, {
        groups: id === 'd' ? [] : ['g'],
        ...(id === 'c' && { handedAt: NOON - HOUR }),
      }),
    );
    const studio = kilnRoom(rows, [], [back], [{ id: 'g', set, closed: false }]);
    show(<HandIn />);
    await choose('Of which group', 'Tuesday');
    expect(screen.getByRole('heading', { name: 'Not handed in yet: 2' })).toBeTruthy();
    await press('Tick all');
    fireEvent.click(screen.getByRole('checkbox', { name: /^b/ }));
    await press('Hand in 1 ticked');
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(studio.logged[0]!.map(({ kind, subject }) => [kind, subject])).toEqual([['piece.handed', 'a']]);
  });

  it('names a code that no piece has, and warns of one past being carried', async () => {
    kilnRoom([waiting('a', false, { code: 'K27', carryBy: NOON - HOUR })]);
    show(<HandIn />, { path: '/hand-in/:code', at: '/hand-in/k27' });
    expect(await complaint()).toContain('past stiff leather-hard');
    await type('Code in the clay', 'K99');
    await press('Hand in');
    expect(await complaint()).toContain('No piece on the bench has the code “K99”');
  });
});
