import type { Dice, Draft } from './dice.ts';

/** Files that stand on the server, by their sums. */
export interface Sent {
  photo: string;
  climates: string[];
}

const codes = ['K27', 'A22', 'C35', 'T94', 'X66', 'no'];

/** Every kind of entry about many pieces: groups, codes, photographs, kiln loads, guides; and rooms' readings. */
export function groupDrafts(
  { chance, int, between, one, maybe, fresh, some, openPiece, has, count }: Dice,
  { photo, climates }: Sent,
) {
  const pieces = (most: number) => Array.from({ length: int(0, most) }, () => some('piece'));
  const refs = () => [
    {
      layer: one(['first', 'second']),
      step: one(['coat', 'outlines', 'bisque']),
      zone: null,
      pass: int(1, 2),
    },
  ];
  const load = () => (has('load') ? some('load') : fresh('load'));
  const ofGroups: (() => Draft)[] = [
    () => ({
      kind: 'piece.sampled',
      subject: openPiece(),
      body: { of: some('piece'), stage: maybe(one(['leather-hard', 'drying'])), answers: null },
    }),
    () => ({
      kind: 'piece.grouped',
      subject: some('piece'),
      body: { groups: has('group') ? [some('group')] : [] },
    }),
    () => ({ kind: 'piece.coded', subject: some('piece'), body: { code: one(codes) } }),
    () => ({ kind: 'piece.handed', subject: openPiece(), body: { note: '' } }),
    () => ({
      kind: 'piece.pictured',
      subject: some('piece'),
      body: { file: one([photo, photo, '0'.repeat(64), ...climates]), thumb: photo },
    }),
    () => ({ kind: 'piece.faulted', subject: some('piece'), body: { refs: refs(), fault: 'flaking' } }),
    () => ({
      kind: 'group.set',
      subject: chance(0.5) && has('group') ? some('group') : fresh('group'),
      body: {
        name: `Group ${int(1, 30)}`,
        kind: one(['class', 'order', 'other']),
        ...(chance(0.2) && { guarded: true }),
        dueAt: maybe('2026-03-20T12:00:00.000Z'),
      },
    }),
    () => ({ kind: 'group.closed', subject: some('group'), body: { reason: '' } }),
    () => ({
      kind: 'kiln.set',
      subject: chance(0.5) && has('kiln') ? some('kiln') : fresh('kiln'),
      body: { name: `Kiln ${count()}`, volumeM3: between(0.01, 1), holdsS: between(3_600, 300_000) },
    }),
    () => ({
      kind: 'load.set',
      subject: chance(0.4) ? load() : fresh('load'),
      body: {
        kilnId: has('kiln') ? some('kiln') : 'nobody',
        pieces: pieces(5),
        to: one(['bisque', 'glazed']),
        cone: one(['04', '06', '6', 'zz']),
        over: chance(0.1),
      },
    }),
    () => ({ kind: 'load.loaded', subject: load(), body: {} }),
    () => ({ kind: 'load.unloaded', subject: load(), body: {} }),
    () => ({ kind: 'guide.set', subject: fresh('guide'), body: { pieces: pieces(4), over: chance(0.2) } }),
    () => ({
      kind: 'readings.taken',
      subject: some('room'),
      body: {
        file: one([...climates, '0'.repeat(64), photo]),
        fileName: 'loft.csv',
        answers: { zone: 'Etc/UTC', dayFirst: null, columns: null, fahrenheit: null },
        skipBad: chance(0.5),
      },
    }),
  ];
  return ofGroups;
}
