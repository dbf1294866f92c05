import type { ReactNode } from 'react';
import type { TodayPiece, Reminder } from '../../api/routes.ts';
import { coverNamed, type Cover } from '../../core/drying/face.ts';
import { changesFrom } from '../../core/schedule/meant.ts';
import { MINUTE, type Instant } from '../../core/units/quantity.ts';
import type { Here } from '../ui/answer.ts';
import { cobalt } from '../ui/theme.ts';
import { whenNear } from '../ui/times.ts';
import { manyWords } from '../class/words.ts';
import { attentionWords } from '../tubs/tubWords.ts';
import type { Day } from './day.ts';
import { OtherRow } from './TodayRow.tsx';
import { touchNext } from './touchNext.ts';

/** The piece that one touch would tell most about. */
export function touchRow(pieces: TodayPiece[], day: Day): ReactNode[] {
  const worth = touchNext(pieces);
  if (!worth) return [];
  return [
    <OtherRow
      key="touch"
      mark={cobalt}
      what={`Touch this one next: ${worth.piece.name}`}
      name={worth.words}
      to={`/pieces/${worth.piece.pieceId}`}
      target="Check it"
      about={`Go and check ${worth.piece.name}`}
      day={day}
    />,
  ];
}

/** What the slip shelf asks for: what has slaked or settled, and what drifts. */
export const slipRows = (reminders: Reminder[], { now, zone }: Here, day: Day): ReactNode[] =>
  reminders.map((reminder) => (
    <OtherRow
      key={`${reminder.kind} ${reminder.id} ${reminder.kind === 'tub' ? reminder.attention.kind : ''}`}
      mark={cobalt}
      what={reminder.name}
      name={
        reminder.kind === 'tub' ? attentionWords(reminder.attention, now, zone) : `by now ${reminder.look}`
      }
      to={reminder.kind === 'tub' ? `/slips/${reminder.id}` : `/slips/batches/${reminder.id}`}
      target="Open"
      about={`Open ${reminder.name}`}
      day={day}
    />
  ));

/** Covers that are meant by the end of the night, those alike together. */
export function coverRows(pieces: TodayPiece[], { now, zone, night }: Here, day: Day): ReactNode[] {
  const of = new Map<string, { cover: Cover; at: Instant; pieces: TodayPiece[] }>();
  for (const piece of pieces) {
    const change = piece.meant && changesFrom(piece.meant, piece.cover, now)[0];
    if (!change || change.at > night.to) continue;
    const at = Math.max(change.at, now);
    const key = `${change.cover} ${at}`;
    of.set(key, { cover: change.cover, at, pieces: [...(of.get(key)?.pieces ?? []), piece] });
  }
  return [...of.entries()]
    .sort(([, a], [, b]) => a.at - b.at)
    .map(([key, { cover, at, pieces: alike }]) => (
      <OtherRow
        key={key}
        mark={cobalt}
        what={`${coverNamed(cover).verb}: ${manyWords(alike)}`}
        name={alike.length === 1 ? '' : alike.map(({ name }) => name).join(', ')}
        minute={at <= now + MINUTE ? 'now' : whenNear(at, now, zone)}
        to="/tonight"
        target="Covers"
        about={`Covers for the night: ${manyWords(alike)}`}
        day={day}
      />
    ));
}
