import { fireEvent, screen, within } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import type { PieceRow, PiecesAnswer } from '../../api/routes.ts';
import { choose, complaint, known, press, show, testStudio, type } from '../testing/studio.test-support.tsx';
import { Pieces } from '../pieces/Pieces.tsx';
import { NewPiece } from '../newPiece/NewPiece.tsx';
import { made, row } from '../pieces/rows.test-support.ts';
import { Tonight } from '../today/Tonight.tsx';
import type { Entry, EntryBodies, EntryOf } from '../../core/log/entry.ts';

// under each cover a coat is next, named after the piece that was asked for
vi.mock('../planning/coverFollows.ts', async (real) => {
  const then = (given: { pieceId: string }) => ({
    name: `Coat of ${given.pieceId}`,
    opens: 0,
    closes: null,
    doAt: 0,
  });
  return {
    ...(await real<object>()),
    useCoverFollows: (alike: { given: { pieceId: string }; pieces: number }[] | null) =>
      alike ? { tight: alike.map(({ given, pieces }) => ({ pieces, then: then(given) })) } : {},
  };
});
const zonesOf = (body: Entry['body']) =>
  (body as EntryBodies['piece.routed']).layers.flatMap(({ zones }) => zones.map(({ id }) => id));

function shelf(rows: PieceRow[], groups: PiecesAnswer['groups'] = []) {
  const studio = testStudio(...rows.map(({ id }) => made(id)));
  const answer = (): PiecesAnswer => ({
    rows,
    found: rows.length,
    pages: 1,
    unfinished: rows.length,
    finished: 0,
    groups,
    tally: null,
  });
  studio.answers['GET /api/pieces'] = answer;
  studio.answers['GET /api/pieces?which=open&search=&page=0&group=g'] = answer;
  return studio;
}
const chosen = (name: string) => fireEvent.click(screen.getByRole('checkbox', { name }));

describe('many pieces at once', () => {
  it('covers all that were chosen, and nothing else, in one act', async () => {
    const studio = shelf([row('a'), row('b', { stand: 'rack' }), row('c')]);
    show(<Pieces />);
    await press('Choose several');
    chosen('a');
    chosen('b');
    expect(screen.getByText('2 chosen')).toBeTruthy();
    await press('Cover');
    await press('Cover tightly');
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(studio.logged[0]!.map(({ subject, body }) => [subject, body])).toEqual([
      ['a', { cover: 'tight', stand: 'board' }],
      ['b', { cover: 'tight', stand: 'rack' }],
    ]);
  });

  it('says what follows under each cover, for those that stand alike', async () => {
    const other = row('c', { stand: 'rack' });
    const studio = shelf([
      row('a'),
      row('b'),
      other,
      row('fired', { look: { ...other.look, fired: 'bisque' } }),
    ]);
    const asked: string[] = [];
    for (const id of ['a', 'b', 'c', 'fired'])
      studio.answers[`GET /api/pieces/${id}`] = () => {
        asked.push(id);
        return { given: { pieceId: id, entries: [made(id)] } };
      };
    show(<Pieces />);
    await press('Choose several');
    await press(/^All 4/);
    await press('Cover');
    const tight = await screen.findByRole('button', { name: /2 of 4: Next: coat of a/ });
    expect(tight.textContent).toMatch(/1 of 4: Next: coat of c/);
    expect(asked.sort()).toEqual(['a', 'c']);
  });

  it('changes what they carry where they carry the same, and names those that do not', async () => {
    const studio = shelf([row('a'), row('b'), row('c')]);
    const { layers } = (made('a') as EntryOf<'piece.made'>).body;
    const piece = (id: string, of = layers) => ({
      id,
      name: id,
      form: row(id).look.form,
      roomId: 'room-default',
      layers: of,
    });
    studio.answers['GET /api/layers?pieces=a,b,c'] = () => ({
      pieces: [piece('a'), piece('b'), piece('c', [{ ...layers[0]!, face: 'inside' }])],
    });
    show(<Pieces />);
    await press('Choose several');
    await press(/^All 3/);
    await press('What they carry');
    expect(await screen.findByText(/Not for c, which carries something else/)).toBeTruthy();
    await choose('Where', 'The rim');
    await press('Log it so');
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(studio.logged[0]!.map(({ subject, body }) => [subject, zonesOf(body)])).toEqual([
      ['a', ['rim']],
      ['b', ['rim']],
    ]);
  });

  it('is done for the others where one cannot take it, which is named with why', async () => {
    const studio = shelf([row('a'), row('b')]);
    studio.has(known('piece.finished', 'b', { outcome: 'good', faults: [], note: '' }));
    show(<Pieces />);
    await press('Choose several');
    await press(/^All 2/);
    await press('Cover');
    await press('Cover tightly');
    await expect
      .poll(() => screen.queryByText(/Not for 1: “b” is finished/)?.textContent ?? '')
      .toMatch(/Logged/);
    expect(studio.logged.flat().map(({ subject }) => subject)).toEqual(['a']);
  });

  it('teaches the others by a sample', async () => {
    const studio = shelf([row('a'), row('b'), row('c')]);
    studio.answers['GET /api/today'] = () => ({ pieces: [] });
    show(<Pieces />);
    await press('Choose several');
    await press(/^All 3/);
    await press('Check a sample');
    await press('Stays up');
    await press('Log check');
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(studio.logged[0]!.map(({ kind, subject }) => [kind, subject])).toEqual([
      ['piece.felt', 'a'],
      ['piece.sampled', 'b'],
      ['piece.sampled', 'c'],
    ]);
  });

  it('are made alike with numbers on from what there is', async () => {
    const studio = shelf([row('Mug 4')]);
    show(<NewPiece />);
    await type('Name or mark', 'Mug');
    await type('How many alike', '3');
    await press('Log them as made');
    await expect.poll(() => studio.logged.length).toBe(1);
    const names = studio.logged[0]!.map(({ body }) => (body as { name: string }).name);
    expect(names).toEqual(['Mug 5', 'Mug 6', 'Mug 7']);
  });

  it('are refused by number where it is none that can be', async () => {
    shelf([row('a')]);
    show(<NewPiece />);
    await type('Name or mark', 'Mug');
    await type('How many alike', '400');
    await press('Log them as made');
    expect(await screen.findByText(/A whole number from 1 to 100/)).toBeTruthy();
  });
});

describe('tonight', () => {
  it('covers each as it is advised, with one tap for all alike', async () => {
    const studio = shelf([
      row('a', { tonight: 'tight' }),
      row('b', { tonight: 'tight' }),
      row('c', { tonight: 'open' }),
      row('d', { tonight: null }),
    ]);
    show(<Tonight />);
    const wrap = await screen.findByRole('region', { name: 'Cover tightly' });
    expect(within(wrap).getByRole('heading').textContent).toContain('2 pieces');
    fireEvent.click(within(wrap).getByRole('button', { name: 'All 2 are done' }));
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(studio.logged[0]!.map(({ subject }) => subject)).toEqual(['a', 'b']);
    expect(screen.getByRole('region', { name: 'Leave as it is' }).textContent).toContain('c');
    expect(screen.getByRole('region', { name: /worked out/ }).textContent).toContain('d');
  });

  it('are of a group that can be named anew, guarded, and closed', async () => {
    const set = { name: 'Tuesday class', kind: 'class', dueAt: null } as const;
    const studio = shelf([row('a', { groups: ['g'] })], [{ id: 'g', set, closed: false }]);
    studio.has(known('group.set', 'g', set));
    show(<Pieces />, { at: '/?group=g', path: '/' });
    await press('Change it');
    await type('Its name', ' ');
    await press('Log the group');
    expect(await complaint()).toContain('The name');
    await type('Its name', 'Wednesday class');
    fireEvent.click(screen.getByRole('switch', { name: 'Pupils or pregnant people work on them' }));
    await press('Log the group');
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(studio.logged[0]![0]).toMatchObject({
      subject: 'g',
      body: { name: 'Wednesday class', kind: 'class', guarded: true, dueAt: null },
    });
    await press('Close it');
    await expect.poll(() => studio.logged.at(-1)!.map(({ kind }) => kind)).toEqual(['group.closed']);
  });
});
