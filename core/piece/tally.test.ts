import { describe, expect, it } from 'vitest';
import { nothingSaid } from '../log/entry.ts';
import { foldPiece, stepsLeft } from '../log/piece.ts';
import { coatLaid, cruetMade, hoursOn, logged } from './piece.test-support.ts';
import { tallyOf } from './tally.ts';

const fresh = foldPiece('p', [cruetMade()])!;
const coated = foldPiece('p', [cruetMade(), coatLaid(1, hoursOn(9))])!;
const lost = foldPiece('p', [
  cruetMade(),
  logged('piece.handed', hoursOn(20), { note: '' }),
  logged('piece.finished', hoursOn(30), { outcome: 'bad', faults: [], note: '' }),
])!;

describe('how far a group has come', () => {
  it('is counted by what each asks for next, the farthest first, and by what is done', () => {
    const first = (piece: typeof fresh) => stepsLeft(piece)[0]!.step.name;
    expect(tallyOf([fresh, coated, fresh, lost])).toEqual({
      pieces: 4,
      handedIn: 1,
      fired: 0,
      finished: 1,
      lost: 1,
      next: [
        { name: first(coated), count: 1 },
        { name: first(fresh), count: 2 },
      ],
    });
    expect(first(coated)).not.toBe(first(fresh));
  });

  it('asks to be finished where no step is left', () => {
    const refs = stepsLeft(fresh).map(({ refs: [ref] }) => ref!);
    const done = foldPiece('p', [
      cruetMade(),
      ...refs.map((ref, i) =>
        logged('piece.done', hoursOn(10 + i), { ...nothingSaid, refs: [ref], effects: [{ does: 'none' }] }),
      ),
    ])!;
    expect(tallyOf([done]).next).toEqual([{ name: 'Finish', count: 1 }]);
  });
});
