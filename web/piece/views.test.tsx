import { fireEvent, screen, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { Entry } from '../../core/log/entry.ts';
import { foldPiece } from '../../core/log/piece.ts';
import { inOrder } from '../../core/log/ledger.ts';
import { emptyTouchCheck } from '../../core/forecast/touchCheck.ts';
import { HOUR } from '../../core/units/quantity.ts';
import { caseOf, coatLaid, cruetMade, hoursOn, logged } from '../../core/piece/piece.test-support.ts';
import { defaultStudio } from '../../core/log/studio.ts';
import { comingNight } from '../../core/plan/night.ts';
import { planPiece } from '../../core/plan/plan.ts';
import { loggedOnly, NOON, press, show, testStudio, type } from '../testing/studio.test-support.tsx';
import { softestWords } from './WallOverTime.tsx';
import { PieceLog } from './PieceLog.tsx';
import { Places } from './Places.tsx';
import { Steps } from '../steps/Steps.tsx';

const made = cruetMade({ roomId: 'room-default', clayId: 'clay-default' });
const zone = 'Etc/UTC';
const planAt = (hours: number, ...entries: Entry[]) =>
  planPiece(caseOf([cruetMade(), ...entries]), hoursOn(hours), undefined, { members: 4 })!;

describe('the log of a piece', () => {
  const shown = (...entries: Entry[]) => {
    const studio = testStudio(made, ...entries);
    const piece = foldPiece('p', inOrder([made, ...entries]))!;
    const acts = studio.ledger.acts.map((act) => ({ ...act, standing: true, undoneBy: null }));
    show(<PieceLog piece={piece} acts={acts} now={NOON} zone={zone} checks={null} />);
    return studio;
  };

  it.each([
    [coatLaid(1, hoursOn(2)), /^Coat 1 of 3, 0.15 mm at SG 1.38$/],
    [coatLaid(2, hoursOn(2), { adjusted: 'deflocculated' }), /^Coat 2 of 3, .*, deflocculated$/],
    [
      logged(
        'piece.coated',
        hoursOn(2),
        { stepId: null, tubId: null, thicknessM: 0.0006, specificGravity: 1.4, grainDensity: 2600 },
        { face: 'inside' },
      ),
      /^Coat beside the plan, 0.6 mm at SG 1.40, inside$/,
    ],
    [logged('piece.covered', hoursOn(1), { cover: 'damp-box', stand: 'board' }), /^In the damp box$/],
    [
      logged('piece.covered', hoursOn(1), { cover: 'open', stand: 'plaster' }),
      /^Uncovered, on a plaster bat$/,
    ],
    [logged('piece.seen', hoursOn(1), { sign: 'matte', stepId: 'coat-1' }), /^Coat 1 of 3: matte$/],
    [
      logged('piece.worked', hoursOn(1), { stepId: 'carve', outcome: 'mixed', note: 'burrs' }),
      /^Carve: mixed. burrs$/,
    ],
    [
      logged('piece.skipped', hoursOn(1), { stepId: 'sketch', reason: 'known by heart' }),
      /left out. known by heart$/,
    ],
    [
      logged('piece.checked', hoursOn(1), { stage: 'leather-hard', confirmed: false, note: '' }),
      /^Checked: leather-hard$/,
    ],
    [logged('piece.felt', hoursOn(1), { ...emptyTouchCheck, chill: 'cold' }), /^Felt: cold$/],
    [logged('piece.weighed', hoursOn(1), { massKg: 0.9, tareKg: 0.3, dryKg: null }), /^Weighed: 600(.0)? g$/],
    [
      logged('piece.heated', hoursOn(1), { tool: 'torch', seconds: 90, duty: 0.5 }, { face: 'outside' }),
      /^Torch, 90 s$/,
    ],
    [
      logged('piece.misted', hoursOn(1), { waterKgM2: 0.05 }, { face: 'inside' }),
      /^Misted 50 g\/m², inside$/,
    ],
    [logged('piece.moved', hoursOn(1), { roomId: 'room-default' }), /^Moved to Workroom$/],
    [
      logged('piece.finished', hoursOn(3), { outcome: 'bad', faults: ['warped'], note: '' }),
      /^Finished: bad, warped$/,
    ],
    [logged('piece.noted', hoursOn(1), { text: 'For the market' }), /^For the market$/],
  ])('has each entry in words, newest first', async (entry, words) => {
    shown(entry);
    await expect
      .poll(() => screen.getAllByRole('listitem').map((item) => item.children[1]!.textContent))
      .toEqual([expect.stringMatching(words), 'Made']);
  });

  it('takes a note, and clears its field once it is logged', async () => {
    const studio = shown();
    await type('Note', '  Rim a little thin ');
    await press('Log note');
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(loggedOnly(studio, 'piece.noted').body.text).toBe('Rim a little thin');
    await expect.poll(() => screen.getByLabelText<HTMLInputElement>('Note').value).toBe('');
    await press('Log note');
    expect(studio.logged).toHaveLength(1);
  });

  it('undoes one act with one tap', async () => {
    const studio = shown(logged('piece.noted', hoursOn(1), { text: 'Oops' }));
    fireEvent.click(await screen.findByRole('button', { name: 'Undo Oops' }));
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(loggedOnly(studio, 'act.retracted').subject).toBe(studio.ledger.acts[0]!.id);
  });
});

describe('the steps in words', () => {
  const rows = (plan: ReturnType<typeof planAt>, hours: number) => {
    testStudio();
    show(
      <Steps
        plan={plan}
        meant={null}
        here={{ now: hoursOn(hours), zone, night: comingNight(defaultStudio, hoursOn(hours)) }}
      />,
    );
    return (name: RegExp) => within(screen.getByRole('row', { name }));
  };

  it('have a state in words, not by colour alone, and between which moments each opens', async () => {
    const row = rows(planAt(1), 1);
    await screen.findByRole('table');
    expect(row(/^Coat 1 of 3/).getAllByRole('cell')[0]!.textContent).toMatch(/^Soon/);
    expect(row(/^Coat 1 of 3/).getAllByRole('cell')[1]!.textContent).toMatch(/\d\d:\d\d.*between/);
    expect(row(/^Load for bisque/).getAllByRole('cell')[2]!.textContent).toMatch(/stays open/);
  });

  it('show when what is done was done, without a button', async () => {
    const row = rows(planAt(5, coatLaid(1, hoursOn(4.5))), 5);
    await screen.findByRole('table');
    const cells = row(/^Coat 1 of 3/).getAllByRole('cell');
    expect(cells[0]!.textContent).toBe('Done');
    expect(cells[3]!.textContent).toBe('12:30');
    expect(row(/^Coat 1 of 3/).queryByRole('button')).toBeNull();
    expect(row(/^Coat 2 of 3/).getByText(/First wait until matte/)).toBeTruthy();
  });

  it('show their cautions, with who decides, at the step itself', async () => {
    const row = rows(planAt(1), 1);
    await screen.findByRole('table');
    expect(row(/^Brush off crumbs/).getByText(/Caution, silica dust/)).toBeTruthy();
    expect(row(/^Load for bisque/).getByText(/Caution, steam in the kiln/)).toBeTruthy();
  });
});

describe('the places of a piece', () => {
  it('stand side by side, the driest and the wettest named', async () => {
    testStudio();
    const plan = planAt(6);
    show(<Places places={plan.places} body={caseOf([made]).body} now={NOON} />);
    const said = (await screen.findByText(/^Driest is the/)).textContent;
    expect(said).toMatch(/Driest is the rim, wettest the (foot|floor)/);
    expect(screen.getByText(/^Rim \d+$/)).toBeTruthy();
    expect(screen.getAllByText(/^likely \d+ to \d+$/).length).toBe(plan.places.places.length);
  });

  it('say what to do where they dry too far apart', async () => {
    testStudio();
    const { places } = planAt(6);
    const uneven = {
      between: ['rim', 'wall'] as ['rim', 'wall'],
      ahead: 'rim' as const,
      at: NOON + 30 * HOUR,
      mismatch: 0.027,
      bears: 0.02,
      level: 'warn' as const,
    };
    show(<Places places={{ ...places, uneven }} body={caseOf([made]).body} now={NOON} />);
    expect(
      await screen.findByText(
        /Between rim and wall 2.7 % of shrinkage stays.*bears 2.0 %.*wrap the rim until/,
      ),
    ).toBeTruthy();
  });
});

describe('the softest moment in words', () => {
  it('tells of coats laid and of coats to come', () => {
    const softest = { at: NOON + HOUR, index: 92.4, slumps: false };
    expect(softestWords(softest, 0.031, NOON, zone)).toBe(
      'The coats so far have put back 3.1 % of the wall’s dry weight in water: it is softest about 13:00, 92 on the moisture index.',
    );
    expect(softestWords({ ...softest, at: NOON - HOUR }, 0.031, NOON, zone)).toMatch(
      /it was softest at 11:00/,
    );
    expect(softestWords(softest, 0, NOON, zone)).toMatch(/^The coats to come put water back/);
  });
});
