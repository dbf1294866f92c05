import { useEffect, useState } from 'react';
import type { TodayPiece } from '../../api/routes.ts';
import type { Entry } from '../../core/log/entry.ts';
import type { NextStep } from '../../core/plan/next.ts';
import { refKey, type StepRef } from '../../core/technique/layer.ts';
import { useOutbox, type Waiting } from '../saving/outbox.ts';

/** What has waited on this device for longer than the studio takes to answer, ms. */
const LATE_MS = 1_500;

/** What was logged here and has not reached the studio for a while. */
export function useUnsent(): Waiting[] {
  const waiting = useOutbox();
  const [upTo, setUpTo] = useState(0);
  useEffect(() => {
    const last = waiting.at(-1)?.order;
    if (last === undefined) return;
    const timer = setTimeout(() => setUpTo(last), LATE_MS);
    return () => clearTimeout(timer);
  }, [waiting]);
  return waiting.filter(({ order, refused }) => order <= upTo && !refused);
}

/** A row with what was logged here since, in words; none where nothing was. */
export interface LoggedHere {
  piece: TodayPiece;
  unsent: string[];
}

/**
 * A piece as it stands with what was logged here: a sign that was seen is waited for no more, a step that was done gives
 * way to the next. Nothing of that is worked out: its times come once it has reached the studio.
 */
export function withLoggedHere(piece: TodayPiece, unsent: readonly Waiting[]): LoggedHere {
  const about = unsent.filter(({ act }) => act.entries.some(({ subject }) => subject === piece.pieceId));
  const here = about
    .flatMap(({ act }) => act.entries)
    .filter(({ subject }) => subject === piece.pieceId)
    .reduce(after, piece);
  return { piece: here, unsent: about.map(({ words }) => words) };
}

function after(piece: TodayPiece, { kind, body }: Entry): TodayPiece {
  const { next, then } = piece;
  switch (kind) {
    case 'piece.covered':
      return 'part' in body ? piece : { ...piece, cover: body.cover, stand: body.stand };
    case 'piece.seen':
      return next?.wait && meets(next.wait.of, body.refs)
        ? { ...piece, next: { ...next, wait: null, windows: [] } }
        : piece;
    case 'piece.done':
    case 'piece.left-out':
      return next && meets(next.planned.refs, body.refs)
        ? { ...piece, next: then[0] ? ahead(then[0]) : null, then: then.slice(1), check: null, cautions: [] }
        : piece;
    default:
      return piece;
  }
}

/** A step that comes next, of which no time is known. */
const ahead = (step: NextStep): NextStep => ({
  ...step,
  status: 'waiting',
  opens: null,
  closes: null,
  windows: [],
});

const meets = (some: readonly StepRef[], refs: readonly StepRef[]): boolean =>
  refs.some((ref) => some.some((of) => refKey(of) === refKey(ref)));
