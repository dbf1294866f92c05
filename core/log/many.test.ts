import { describe, expect, it } from 'vitest';
import { layerOf } from '../catalogue/layerOf.test-support.ts';
import { at, madeBody, today } from './admission/admit.test-support.ts';
import { validate, firstProblem } from './admission/admit.ts';
import { freeCodes, readCode, CODE } from './code.ts';
import { tubBody } from './entries.test-support.ts';
import {
  type Act,
  type Entry,
  type EntryBodies,
  type EntryKind,
  type GroupSet,
  type PieceMade,
} from './entry.ts';
import { groupsOf, guidesOf, hoursFor, leftToMake, type GroupState } from './group.ts';
import { emptyLedger, entriesAbout, record, type Ledger } from './ledger.ts';
import { loadsOf } from './kilnLoad.ts';
import { foldPiece } from './piece.ts';
import { defaultStudio } from './studio.ts';
import { wantedBy } from './wanted.ts';

/** Acts over many pieces, groups, codes, kiln loads and guides, each as the log takes or refuses them. */

const NOW = Date.parse('2026-03-20T12:00:00Z');
let ids = 0;
const e = <K extends EntryKind>(kind: K, subject: string, body: EntryBodies[K], hours = 1): Entry =>
  today(kind, subject, body, hours);
const act = (entries: Entry[]): Act => ({ id: `act${(ids += 1)}`, makerId: 'm', deviceAt: at(0), entries });
const made = (id: string, name = id) => e('piece.made', id, madeBody([layerOf('sgraffito')], { name }), 0);

function studio(...pieces: string[]): Ledger & { take: (...entries: Entry[]) => string | null } {
  const ledger = emptyLedger();
  const take = (...entries: Entry[]) => {
    const one = act(entries);
    const refusal = firstProblem(ledger, one, NOW);
    if (!refusal) record(ledger, { ...one, n: ledger.acts.length + 1, recordedAt: at(0) });
    return refusal && `${refusal.field}: ${refusal.message}`;
  };
  take(...pieces.map((id) => made(id)));
  return Object.assign(ledger, { take });
}
const piece = (ledger: Ledger, id: string) => foldPiece(id, entriesAbout(ledger, 'piece', id))!;
const cover = (id: string) => e('piece.covered', id, { cover: 'tight', stand: 'board' });
const finished = (id: string) => e('piece.finished', id, { outcome: 'good', faults: [], note: '' }, 2);

describe('an act over many pieces', () => {
  it('names every piece that cannot take it, and the act as a whole is refused', () => {
    const ledger = studio('a', 'b', 'c');
    ledger.take(finished('a'));
    ledger.take(finished('c'));
    const against = validate(ledger, act(['a', 'b', 'c'].map((id) => ({ ...cover(id), at: at(3) }))), NOW);
    expect(against.map(({ field }) => field)).toEqual(['entries.0.subject', 'entries.2.subject']);
    expect(against[0]!.message).toContain('“a” is finished');
  });
  it('is undone as one', () => {
    const ledger = studio('a', 'b');
    const one = act([cover('a'), cover('b')]);
    record(ledger, { ...one, n: 9, recordedAt: at(0) });
    expect(ledger.take(e('act.retracted', one.id, { reason: '' }))).toBeNull();
    expect(['a', 'b'].map((id) => piece(ledger, id).cover)).toEqual(['open', 'open']);
  });
});

describe('an act of many entries about one thing', () => {
  const tub = () => e('tub.made', 't', tubBody(), 0);
  const bin = () => e('bin.set', 'b', { name: 'Reclaim', kind: 'reclaim', clayId: null }, 0);
  const filled = { waste: 'clean', clayId: null, massKg: 0.1, from: 'the wheel', override: null } as const;
  it.each<[string, () => Entry, () => Entry]>([
    ['tub', tub, () => e('tub.watered', 't', { volumeM3: 1e-6 })],
    ['tub decanted', tub, () => e('tub.decanted', 't', { volumeM3: 1e-9 })],
    ['bin', bin, () => e('bin.filled', 'b', filled)],
    ['piece', () => made('p'), () => cover('p')],
    [
      'piece corrected',
      () => made('p'),
      () => e('piece.corrected', 'p', { ...madeBody([layerOf('sgraffito')], { name: 'p' }), madeAt: at(0) }),
    ],
  ])('looks at each of them a few times only: %s', (_what, founding, one) => {
    const reads = (many: number) => {
      const ledger = studio();
      expect(ledger.take(founding())).toBeNull();
      let count = 0;
      const counted = (entry: Entry): Entry => ({
        ...entry,
        get at() {
          count += 1;
          return entry.at;
        },
      });
      expect(validate(ledger, act(Array.from({ length: many }, () => counted(one()))), NOW)).toEqual([]);
      return count;
    };
    expect(reads(400)).toBeLessThan(5 * reads(100));
  });
  it('knows of each what was in the tub before it', () => {
    const ledger = studio();
    ledger.take(tub());
    const take = (volumeM3: number, hours: number) => e('tub.decanted', 't', { volumeM3 }, hours);
    const against = validate(ledger, act([take(0.0006, 1), take(0.0003, 2), take(0.0002, 3)]), NOW);
    expect(against.map(({ field }) => field)).toEqual(['entries.2.body.volumeM3']);
  });
});

describe('groups', () => {
  const group = (name: string): EntryBodies['group.set'] => ({ name, kind: 'class', dueAt: null });
  it('hold pieces, and are told apart by their names', () => {
    const ledger = studio('a');
    expect(
      ledger.take(e('group.set', 'g', group('Tuesday')), e('piece.grouped', 'a', { groups: ['g'] })),
    ).toBeNull();
    expect(piece(ledger, 'a').groups).toEqual(['g']);
    expect(ledger.take(e('group.set', 'h', group(' tuesday ')))).toMatch(/called “ tuesday ” already/);
    expect(ledger.take(e('piece.grouped', 'a', { groups: ['none'] }))).toMatch(/no such group/);
    ledger.take(e('group.closed', 'g', { reason: '' }));
    expect(groupsOf(ledger).find(({ id }) => id === 'g')!.closed).toBe(true);
    expect(ledger.take(e('group.set', 'h', group('Tuesday')))).toBeNull();
  });
});

describe('pieces that are to be made for a group', () => {
  const wish = (more: Partial<PieceMade> = {}, dueAt: string | null = null): EntryBodies['group.set'] => ({
    ...{ name: 'Lanterns', kind: 'order', dueAt },
    toMake: { ...madeBody([layerOf('sgraffito')]), ...more, count: 3, takesS: 900 },
  });
  const left = (ledger: ReturnType<typeof studio>, pieces: string[]) =>
    leftToMake(
      groupsOf(ledger).find(({ id }) => id === 'g')!,
      pieces.map((id) => piece(ledger, id)),
    );

  it('are as many as are not in it yet, until it is closed', () => {
    const ledger = studio('a', 'b');
    expect(ledger.take(e('group.set', 'g', wish()))).toBeNull();
    expect(left(ledger, ['a', 'b'])).toBe(3);
    ledger.take(e('piece.grouped', 'a', { groups: ['g'] }), e('piece.grouped', 'b', { groups: ['g'] }));
    expect(left(ledger, ['a', 'b'])).toBe(1);
    ledger.take(e('group.closed', 'g', { reason: '' }));
    expect(left(ledger, ['a', 'b'])).toBe(0);
  });

  it('are fresh when they are made, of a clay that is there, in a form that can be, for a day to come', () => {
    const ledger = studio('a');
    const taken = (set: EntryBodies['group.set']) => ledger.take(e('group.set', 'g', set));
    expect(taken(wish({ stage: 'bone-dry' }))).toMatch(/leave it at “freshly made”/);
    expect(taken(wish({ clayId: 'none' }))).toMatch(/no such clay/);
    expect(taken(wish({ form: { ...madeBody([]).form, wallM: 1 } }))).toMatch(/wall/i);
    expect(taken(wish({}, '2020-01-01T00:00:00Z'))).toMatch(/choose a day to come/);
    expect(taken(wish({}, '2030-01-01T00:00:00Z'))).toBeNull();
  });
});

describe('the hours of a class', () => {
  const studioHours = { ...defaultStudio, hours: [{ weekday: 1, fromMinute: 540, toMinute: 1020 }] };
  const meets = (id: string, hours: GroupSet['hours'], closed = false): GroupState => ({
    id,
    closed,
    set: { name: id, kind: 'class', dueAt: null, ...(hours && { hours }) },
  });
  const lesson = (weekday: number, from: number, to: number) => ({
    weekday,
    fromMinute: from * 60,
    toMinute: to * 60,
  });
  it("are those of its pieces, all classes' together; the studio's where none has any or it is closed", () => {
    const all = [
      meets('a', [lesson(2, 18, 20)]),
      meets('b', [lesson(4, 18, 20), lesson(2, 19, 21)]),
      meets('none', undefined),
      meets('over', [lesson(5, 9, 10)], true),
    ];
    expect(hoursFor(studioHours, all, ['a', 'none']).hours).toEqual([lesson(2, 18, 20)]);
    expect(hoursFor(studioHours, all, ['a', 'b']).hours).toEqual([lesson(2, 18, 21), lesson(4, 18, 20)]);
    expect(hoursFor(studioHours, all, ['none', 'over'])).toBe(studioHours);
    const away = {
      ...studioHours,
      days: { '2026-03-10': [], '2026-03-12': [{ fromMinute: 0, toMinute: 60 }] },
    };
    expect(hoursFor(away, all, ['a']).days).toEqual({ '2026-03-10': [] });
  });
});

describe('a sample', () => {
  it('teaches others, never itself, and says something', () => {
    const ledger = studio('a', 'b');
    const stage = 'leather-hard' as const;
    expect(ledger.take(e('piece.sampled', 'b', { of: 'a', stage, answers: null }))).toBeNull();
    expect(ledger.take(e('piece.sampled', 'a', { of: 'a', stage, answers: null }))).toMatch(/logged as such/);
    expect(ledger.take(e('piece.sampled', 'b', { of: 'a', stage: null, answers: null }))).toMatch(
      /what was found/,
    );
  });
});

describe('codes in clay', () => {
  it('are never the same on two pieces of the bench', () => {
    const ledger = studio('a', 'b');
    expect(ledger.take(e('piece.coded', 'a', { code: 'K27' }))).toBeNull();
    expect(ledger.take(e('piece.coded', 'b', { code: 'K27' }))).toMatch(/“a” has the code K27 already/);
    ledger.take(finished('a'));
    expect(ledger.take(e('piece.coded', 'b', { code: 'K27' }, 3))).toBeNull();
    expect(ledger.take(e('piece.coded', 'b', { code: 'OO7' }, 3))).toMatch(/no code/);
  });
  it('are free in order, none twice, each as it can be read', () => {
    const codes = freeCodes(900, ['A22']);
    expect(codes[0]).toBe('A23');
    expect(new Set(codes).size).toBe(900);
    for (const code of codes) expect(code).toMatch(CODE);
    expect(readCode(' k 2-7 ')).toBe('K27');
  });
});

describe('kiln loads', () => {
  const kiln: EntryBodies['kiln.set'] = { name: 'Back kiln', volumeM3: 0.1, holdsS: 172_800 };
  const load = (...pieces: string[]): EntryBodies['load.set'] => ({
    kilnId: 'k',
    pieces,
    to: 'bisque',
    cone: '04',
    over: false,
  });
  it('hold a piece once, and a kiln one at a time', () => {
    const ledger = studio('a', 'b');
    ledger.take(e('kiln.set', 'k', kiln));
    expect(ledger.take(e('load.set', 'one', load('a')))).toBeNull();
    expect(ledger.take(e('load.set', 'two', load('b', 'a')))).toMatch(
      /^entries.0.body.pieces.1: the piece “a” is in another/,
    );
    expect(ledger.take(e('load.unloaded', 'one', {}))).toMatch(/not in the kiln/);
    expect(ledger.take(e('load.loaded', 'one', {}))).toBeNull();
    ledger.take(e('load.set', 'two', load('b')));
    expect(ledger.take(e('load.loaded', 'two', {}))).toMatch(/Back kiln still holds another load/);
    expect(ledger.take(e('load.unloaded', 'one', {}, 50))).toBeNull();
    expect(ledger.take(e('load.loaded', 'two', {}, 51))).toBeNull();
    expect(loadsOf(ledger).map(({ id }) => id)).toEqual(['two', 'one']);
  });
  it('have a day to come, by which their pieces are wanted dry, or before that by their group; until they are loaded', () => {
    const ledger = studio('a', 'b', 'c');
    ledger.take(e('kiln.set', 'k', kiln));
    expect(ledger.take(e('load.set', 'one', { ...load('a', 'b'), fireAt: at(1) }, 2))).toMatch(
      /^entries.0.body.fireAt: That moment is over/,
    );
    expect(ledger.take(e('load.set', 'one', { ...load('a', 'b'), fireAt: at(100) }, 2))).toBeNull();
    ledger.take(e('group.set', 'g', { name: 'Soon', kind: 'order', dueAt: at(60) }));
    ledger.take(e('piece.grouped', 'a', { groups: ['g'] }));
    const wanted = () => ['a', 'b', 'c'].map((id) => wantedBy(ledger, piece(ledger, id)));
    expect(wanted()).toEqual([Date.parse(at(60)), Date.parse(at(100)), null]);
    ledger.take(e('load.loaded', 'one', {}, 50));
    expect(wanted()).toEqual([Date.parse(at(60)), null, null]);
  });
  it('can be given up, and its pieces gathered again', () => {
    const ledger = studio('a');
    ledger.take(e('kiln.set', 'k', kiln), e('load.set', 'one', load('a')));
    ledger.take(e('load.set', 'one', { ...load('a'), over: true }));
    expect(ledger.take(e('load.set', 'two', load('a')))).toBeNull();
    expect(ledger.take(e('load.set', 'three', { ...load(), kilnId: 'none' }))).toMatch(/no such kiln/);
  });
});

describe('guides', () => {
  it('are open until they are over, and outlive a piece that is undone', () => {
    const ledger = studio('a');
    const own = act([made('b')]);
    record(ledger, { ...own, n: 5, recordedAt: at(0) });
    expect(ledger.take(e('guide.set', 'g', { pieces: ['a', 'b'], over: false }))).toBeNull();
    expect(guidesOf(ledger)).toEqual([{ id: 'g', pieces: ['a', 'b'] }]);
    expect(ledger.take(e('act.retracted', own.id, { reason: '' }))).toBeNull();
    expect(ledger.take(e('guide.set', 'h', { pieces: ['gone'], over: false }))).toMatch(/not in the log/);
    ledger.take(e('guide.set', 'g', { pieces: ['a'], over: true }));
    expect(guidesOf(ledger)).toEqual([]);
  });
});
