import { fireEvent, screen, within } from '@testing-library/react';
import { layerOf } from '../../core/catalogue/layerOf.test-support.ts';
import { describe, expect, it, vi } from 'vitest';
import { planPiece } from '../../core/plan/plan.ts';
import { foldPiece, routeOf } from '../../core/log/piece.ts';
import type { PieceAnswer } from '../../api/routes.ts';
import type { Layer } from '../../core/technique/layer.ts';
import { caseOf, coatLaid, cruetMade, hoursOn, logged, MADE } from '../../core/piece/piece.test-support.ts';
import { tubBody } from '../../core/log/entries.test-support.ts';
import { choose, known, loggedOnly, press, show, testStudio, type } from '../testing/studio.test-support.tsx';
import { Parts } from '../piece/Parts.tsx';
import { PieceLayers } from './PieceLayers.tsx';
import { layersFrom, typedFrom } from './typedLayer.ts';

const made = cruetMade({ roomId: 'room-default', clayId: 'clay-default' });
const layer = (technique: string, more: Partial<Layer> = {}): Layer => layerOf(technique, {}, more);

describe('what a piece carries', () => {
  const opened = () => {
    const studio = testStudio(
      made,
      logged('piece.routed', MADE + 1, { layers: [layer('sgraffito', { id: 'first' })] }),
      coatLaid(1, hoursOn(2)),
    );
    studio.answers['GET /api/pieces/p'] = (): PieceAnswer => ({
      given: null,
      unplanned: null,
      moved: null,
      meant: null,
      wantedAt: null,
      sensor: null,
      answers: null,
      look: null,
      thicknessM: null,
      acts: studio.ledger.acts.map((act) => ({
        ...act,
        standing: true,
        undoneBy: null,
      })) as PieceAnswer['acts'],
    });
    show(<PieceLayers />, { path: '/pieces/:id/layers', at: '/pieces/p/layers' });
    return studio;
  };

  it('takes another technique in a band of its own; what was begun stays', async () => {
    const studio = opened();
    await press('Add another technique');
    await choose('Technique', 'Slip trailing');
    const [, where] = screen.getAllByRole('combobox', { name: 'Where' });
    expect(where).toBeTruthy();
    await press('Log it so');
    await screen.findByText('elsewhere');
    const { layers } = loggedOnly(studio, 'piece.routed').body;
    // lines are usually trailed before anything is carved
    expect(layers.map((of) => of.technique)).toEqual(['slip-trailing', 'sgraffito']);
    expect(layers[1]!.id).toBe('first');
  });

  it('can be given up, and is not taken out', async () => {
    const studio = opened();
    await screen.findByRole('button', { name: 'Give it up' });
    await press('Add another technique');
    await press('Give it up');
    await press('Log it so');
    await screen.findByText('elsewhere');
    expect(loggedOnly(studio, 'piece.routed').body.layers[0]).toMatchObject({ id: 'first', dropped: true });
  });

  it('is the same when nothing of it is changed', () => {
    const layers = [
      layer('inlay', {
        also: ['burrs'],
        upon: null,
        stock: [{ step: 'fill', zone: 'red', ids: ['a'] }],
        zones: [{ id: 'red', name: 'Red', kind: 'band', from: 0.125, to: 0.5 }],
      }),
      layer('firing', { zones: [{ id: 'foot', name: 'Foot', kind: 'place', place: 'foot' }] }),
    ];
    const schools = layersFrom(typedFrom(layers)).map((of) => ({ ...of, schools: {} }));
    expect(schools).toEqual(layers);
  });

  it('takes in a step that may be left out, and a tub of its own for one step', async () => {
    const studio = opened();
    studio.has(known('tub.made', 'red', tubBody({ name: 'Rust' })));
    await screen.findByRole('button', { name: 'Give it up' });
    fireEvent.click(screen.getByRole('checkbox', { name: 'Take in: colour the cut areas' }));
    await choose('Colour the cut areas: from which tub', 'Rust');
    await press('Log it so');
    await screen.findByText('elsewhere');
    const [of] = loggedOnly(studio, 'piece.routed').body.layers;
    expect(of!.also).toEqual(['recolour']);
    expect(of!.stock).toEqual([{ step: 'recolour', ids: ['red'] }]);
  });

  it('offers what mends a clash with one tap', async () => {
    opened();
    await press('Add another technique');
    await choose('Technique', 'Silicate crackle, thrown');
    // it stands before what is laid at leather-hard; brushed over, nothing holds on it
    expect(await screen.findByText(/will not stick on silicate/)).toBeTruthy();
    await press(/above, .* below$/);
    expect(screen.queryByText(/will not stick on silicate/)).toBeNull();
  });

  it('puts a new technique where it usually stands, and says so; the maker moves it', async () => {
    const studio = opened();
    await press('Add another technique');
    await choose('Technique', 'Bands on a fresh wall');
    expect(
      await screen.findByText('Bands on a fresh wall is done as 1. of 2, where it usually stands.'),
    ).toBeTruthy();
    await press('Move Bands on a fresh wall down');
    expect(screen.getByText('Bands on a fresh wall is done as 2. of 2.')).toBeTruthy();
    // what that order makes impossible is said at once, and is not reshuffled
    expect(screen.getByText(/needs wetter clay than/)).toBeTruthy();
    await press('Move Bands on a fresh wall up');
    await press('Log it so');
    await screen.findByText('elsewhere');
    expect(loggedOnly(studio, 'piece.routed').body.layers.map((of) => of.technique)).toEqual([
      'fresh-bands',
      'sgraffito',
    ]);
  });

  it('lies in several zones, each with its tub and its coats', async () => {
    const studio = opened();
    studio.has(known('tub.made', 'red', tubBody({ name: 'Rust' })));
    await screen.findByRole('button', { name: 'Give it up' });
    await press('Another zone, with a tub of its own');
    await type('Zone 1 is called', 'Red');
    await choose('Zone 1: slip from which tub', 'Rust');
    await choose('Zone 2: coats', '2');
    await press('Log it so');
    await screen.findByText('elsewhere');
    const [of] = loggedOnly(studio, 'piece.routed').body.layers;
    const [first, second] = of!.zones;
    expect(of!.zones).toMatchObject([
      { name: 'Red', kind: 'band', from: 0, to: 0.5 },
      { name: 'Band 50–100 %', kind: 'band', from: 0.5, to: 1 },
    ]);
    expect(of!.stock).toEqual([{ zone: first!.id, ids: ['red'] }]);
    expect(of!.coats).toEqual({ [second!.id]: 2 });
  });
});

describe('parts', () => {
  const handleSet = layer('slip-drip', { schools: { handle: 'set' } });
  const entries = [cruetMade(), logged('piece.routed', MADE + 1, { layers: [handleSet] })];
  const planOf = (...more: typeof entries) =>
    planPiece(caseOf([...entries, ...more]), hoursOn(2), undefined, { members: 2 })!;

  it('are asked for where a step joins one on, and logged as made', async () => {
    const studio = testStudio(made, logged('piece.routed', MADE + 1, { layers: [handleSet] }));
    show(<Parts plan={planOf()} now={hoursOn(2)} zone="Etc/UTC" />);
    await press('Log handle made');
    await type(/^Thickness/, '12');
    fireEvent.click(within(screen.getByRole('dialog')).getByRole('button', { name: 'Log handle made' }));
    await vi.waitFor(() => expect(studio.logged).toHaveLength(1));
    expect(loggedOnly(studio, 'piece.parted').body).toMatchObject({
      role: 'handle',
      thicknessM: 0.012,
      cover: 'draped',
      stage: null,
    });
  });

  it('are covered apart', async () => {
    const parted = logged('piece.parted', hoursOn(1), {
      part: 'h',
      role: 'handle',
      thicknessM: 0.01,
      cover: 'open',
      stage: null,
    });
    const studio = testStudio(made, logged('piece.routed', MADE + 1, { layers: [handleSet] }), parted);
    show(<Parts plan={planOf(parted)} now={hoursOn(2)} zone="Etc/UTC" />);
    expect(screen.queryByRole('button', { name: 'Log handle made' })).toBeNull();
    await press('Cover the handle');
    await choose('It lies', /^Covered tightly/);
    const dialog = within(screen.getByRole('dialog'));
    fireEvent.click(dialog.getAllByRole('button').at(-1)!);
    await vi.waitFor(() => expect(studio.logged).toHaveLength(1));
    expect(loggedOnly(studio, 'piece.covered').body).toMatchObject({ part: 'h', cover: 'tight' });
  });

  it('are not spoken of where nothing is joined on', () => {
    testStudio(made);
    const plan = planPiece(caseOf([cruetMade()]), hoursOn(1), undefined, { members: 2 })!;
    expect(routeOf(foldPiece('p', [cruetMade()])!).planned.length).toBeGreaterThan(3);
    show(<Parts plan={plan} now={hoursOn(1)} zone="Etc/UTC" />);
    expect(screen.queryByText('Made apart')).toBeNull();
  });
});
