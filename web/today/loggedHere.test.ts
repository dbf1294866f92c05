import { describe, expect, it } from 'vitest';
import type { TodayPiece } from '../../api/routes.ts';
import { nothingSaid, type Entry } from '../../core/log/entry.ts';
import { foldPiece, routeOf } from '../../core/log/piece.ts';
import { cruetMade, logged } from '../../core/piece/piece.test-support.ts';
import type { Planned } from '../../core/technique/layer.ts';
import type { Waiting } from '../saving/outbox.ts';
import { withLoggedHere } from './loggedHere.ts';

const [first, second, third] = routeOf(foldPiece('p', [cruetMade()])!).planned as [Planned, Planned, Planned];
const step = (planned: Planned, wait: object | null = null) => ({
  planned,
  name: planned.step.name,
  status: 'waiting',
  opens: 1,
  closes: 2,
  wait,
  windows: [{}],
});
const piece = {
  pieceId: 'p',
  next: step(first),
  then: [step(second, { what: 'matte', of: first.refs }), step(third)],
  cover: 'open',
  stand: 'board',
} as unknown as TodayPiece;
const unsent = (words: string, ...entries: Entry[]): Waiting =>
  ({ words, act: { entries }, refused: null }) as unknown as Waiting;
const done = unsent('coat 1', logged('piece.done', 2, { ...nothingSaid, refs: first.refs }));
const seen = unsent('matte', logged('piece.seen', 3, { refs: first.refs, what: 'matte' }));

describe('what was logged here and has not been sent', () => {
  it('asks for the next act, not for the same again, and gives no times for it', () => {
    const { piece: after, unsent: words } = withLoggedHere(piece, [done]);
    expect(words).toEqual(['coat 1']);
    expect(after.next).toMatchObject({ name: second.step.name, opens: null, closes: null, windows: [] });
    expect(after.next!.wait!.what).toBe('matte');
    expect(withLoggedHere(piece, [done, seen]).piece.next!.wait).toBeNull();
    const all = [done, seen, unsent('two', logged('piece.left-out', 4, { refs: second.refs, reason: '' }))];
    expect(withLoggedHere(piece, all).piece.next!.name).toBe(third.step.name);
  });
  it('leaves a piece as it is of which nothing waits, or something else', () => {
    const other = unsent('other', logged('piece.done', 2, { ...nothingSaid, refs: third.refs }));
    expect(withLoggedHere(piece, [other]).piece.next).toBe(piece.next);
    const elsewhere = { ...piece, pieceId: 'q' };
    expect(withLoggedHere(elsewhere, [done])).toEqual({ piece: elsewhere, unsent: [] });
  });
  it('knows a cover that was changed', () => {
    const covered = unsent('wrapped', logged('piece.covered', 2, { cover: 'tight', stand: 'rack' }));
    expect(withLoggedHere(piece, [covered]).piece).toMatchObject({
      cover: 'tight',
      stand: 'rack',
    });
  });
});
