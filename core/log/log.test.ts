import { describe, expect, it } from 'vitest';
import { firstProblem } from './admission/admit.ts';
import { entry, measuredBody, sampleOf, tubBody } from './entries.test-support.ts';
import type { Act, Entry, RecordedAct, Taught } from './entry.ts';
import { emptyLedger, entriesAbout, record, stands } from './ledger.ts';
import { foldPiece } from './piece.ts';
import { weighedWater } from '../piece/weighing.ts';
import type { EarlierBodies } from './upcast.ts';
import { studioOf, settingAt } from './studio.ts';
import { foldTub } from './tub.ts';

const NOW = Date.parse('2026-03-10T12:00:00Z');
let acts = 0;
const act = (...entries: Entry[]): Act => ({
  id: `act${(acts += 1)}`,
  makerId: 'm',
  deviceAt: '2026-03-10T09:00:00.000Z',
  entries,
});
const ledgerOf = (...acts: Act[]) => {
  const ledger = emptyLedger();
  acts.forEach((a, i) => record(ledger, { ...a, n: i + 1, recordedAt: a.deviceAt } satisfies RecordedAct));
  return ledger;
};

const pieceMade = (change: Partial<EarlierBodies['piece.made']> = {}) =>
  entry('piece.made', 'p', {
    name: 'Cup',
    clayId: 'clay-default',
    form: { kind: 'plate', diameterM: 0.2, wallM: 0.006 },
    roomId: 'room-default',
    techniqueId: 'sgraffito',
    schools: {},
    cover: 'open',
    stand: 'board',
    attachmentM: null,
    stage: null,
    ...change,
  });
const tubMade = entry('tub.made', 't', tubBody());
const covered = (cover: 'open' | 'tight', at?: string) =>
  entry('piece.covered', 'p', { cover, stand: 'board' }, at);
const undo = (target: Act) => act(entry('act.retracted', target.id, { reason: '' }));

describe('the ledger', () => {
  it('takes back an act, takes the taking back back, and again', () => {
    const cover = act(covered('tight'));
    const first = undo(cover);
    const second = undo(first);
    const made = act(pieceMade());
    expect(foldPiece('p', entriesAbout(ledgerOf(made, cover), 'piece', 'p'))!.cover).toBe('tight');
    expect(foldPiece('p', entriesAbout(ledgerOf(made, cover, first), 'piece', 'p'))!.cover).toBe('open');
    expect(foldPiece('p', entriesAbout(ledgerOf(made, cover, first, second), 'piece', 'p'))!.cover).toBe(
      'tight',
    );
    expect(stands(ledgerOf(made, cover, first, second), first.id)).toBe(false);
  });

  it('orders by when things happened, not by when they were logged', () => {
    const ledger = ledgerOf(
      act(pieceMade()),
      act(covered('open', '2026-03-10T11:00:00.000Z')),
      act(covered('tight', '2026-03-10T10:00:00.000Z')),
    );
    expect(foldPiece('p', entriesAbout(ledger, 'piece', 'p'))!.cover).toBe('open');
  });
});

const usual = { mean: 0.1, sigma: 0.1 };
const lesson = (belief: Taught) => ({ belief, pieces: 2, checks: 3, from: 'learned.json' });

describe('what is refused, and why', () => {
  const ledger = ledgerOf(act(pieceMade()), act(tubMade));
  const why = (e: Entry) => firstProblem(ledger, act(e), NOW);
  it.each([
    ['a piece that does not exist', () => entry('piece.noted', 'nobody', { text: 'x' }), 'no-such-piece'],
    ['before the piece was made', () => covered('tight', '2026-03-09T09:00:00.000Z'), 'before-made'],
    ['the future', () => covered('tight', '2026-03-10T12:11:00.000Z'), 'in-the-future'],
    ['a room that does not exist', () => entry('piece.moved', 'p', { roomId: 'cellar' }), 'no-such-room'],
    [
      'a step it does not have',
      () => entry('piece.worked', 'p', { stepId: 'gild', outcome: null, note: '' }),
      'no-such-step',
    ],
    ['an undo of nothing', () => entry('act.retracted', 'nothing', { reason: '' }), 'no-such-act'],
    ['a tub that does not exist', () => entry('tub.noted', 'nobody', { text: 'x' }), 'no-such-tub'],
    [
      'a check of a foot that a plate does not have',
      () => ({
        ...entry('piece.checked', 'p', { stage: 'plastic', confirmed: false, note: '' }),
        place: 'foot' as const,
      }),
      'no-such-place',
    ],
    [
      'a lesson for a room that does not exist',
      () => entry('learning.taught', 'cellar', lesson({ air: usual })),
      'no-such-subject',
    ],
    [
      'a lesson about a clay given to a room',
      () => entry('learning.taught', 'room-default', lesson({ diffusion: usual })),
      'not-of-this',
    ],
    [
      'a lesson about a room given to a clay',
      () => entry('learning.taught', 'clay-default', lesson({ air: usual })),
      'not-of-this',
    ],
    [
      'a lesson that teaches nothing',
      () => entry('learning.taught', 'room-default', lesson({})),
      'nothing-taught',
    ],
    [
      'slip lighter than water',
      () => entry('tub.measured', 't', measuredBody({ sample: sampleOf(0.8) })),
      'lighter-than-water',
    ],
    [
      'slip denser than its powder',
      () => entry('tub.measured', 't', measuredBody({ sample: sampleOf(3) })),
      'denser-than-powder',
    ],
  ])('refuses %s', (_name, made, code) => {
    expect(why(made())).toMatchObject({ code, message: expect.stringMatching(/.{20,}/) as string });
  });

  it('takes ten minutes of a fast clock, and a wall that is no thicker than half its piece', () => {
    expect(why(covered('tight', '2026-03-10T12:09:00.000Z'))).toBeNull();
    const thick = entry('piece.made', 'q', {
      ...(pieceMade() as Extract<Entry, { kind: 'piece.made' }>).body,
      form: { kind: 'plate', diameterM: 0.1, wallM: 0.06 },
    });
    expect(why(thick)).toMatchObject({ code: 'wall-too-thick', field: 'entries.0.body.form.wallM' });
  });
});

describe('a tub by its log', () => {
  it('moves its SG with water and powder, and keeps its measurements', () => {
    const measured = entry('tub.measured', 't', measuredBody({ sample: sampleOf(1.5) }));
    const watered = entry('tub.watered', 't', { volumeM3: 0.00025 });
    const tub = foldTub('t', [tubMade, measured, watered])!;
    expect(tub.specificGravity).toBeCloseTo(1.4, 9);
    expect(tub.volumeM3).toBeCloseTo(0.00125, 12);
    expect(tub.measuredAt).toBeNull();
    expect(
      foldTub('t', [tubMade, measured, entry('tub.used', 't', { volumeM3: 5, pieceId: null })])!.volumeM3,
    ).toBe(0);
  });
});

describe('weighings', () => {
  it('adds the clay of coats to the dry mass', () => {
    const weigh = (massKg: number, dryKg: number | null) =>
      entry('piece.weighed', 'p', { massKg, tareKg: 0, dryKg });
    const coat = entry('piece.coated', 'p', {
      stepId: null,
      tubId: null,
      thicknessM: 0.0002,
      specificGravity: 1.4,
      grainDensity: 2600,
    });
    const [first, second] = weighedWater([weigh(1.2, 1), coat, weigh(1.32, null)], () => 0.1);
    expect(first!.x).toBeCloseTo(0.2, 9);
    expect(second!.x).toBeCloseTo(0.2, 9);
    expect(weighedWater([weigh(0.9, 1)], () => 0)[0]!.reason).toContain('less than its dry clay');
  });
});

describe('settings', () => {
  it('hold from when they were set, so that a change rewrites no history', () => {
    const room = (meanCelsius: number, at: string) =>
      entry(
        'room.set',
        'room-default',
        {
          name: 'R',
          heatTransfer: 4,
          cycle: { meanCelsius, swingCelsius: 0, meanHumidity: 0.5, swingHumidity: 0, warmestHour: 15 },
        },
        at,
      );
    const { rooms, isSet } = studioOf(
      ledgerOf(act(room(15, '2026-01-01T00:00:00.000Z')), act(room(25, '2026-03-01T00:00:00.000Z'))),
    );
    expect(settingAt(rooms[0]!, Date.parse('2026-02-01T00:00:00Z')).cycle.meanCelsius).toBe(15);
    expect(rooms[0]!.set.cycle.meanCelsius).toBe(25);
    expect(isSet).toBe(false);
  });
});
