import type { ReactNode } from 'react';
import type { TodayAnswer, TodayPiece, Reminder } from '../../api/routes.ts';
import { coverNamed, type Cover } from '../../core/drying/face.ts';
import { changesFrom } from '../../core/schedule/meant.ts';
import { MINUTE, type Instant } from '../../core/units/quantity.ts';
import { lower, type Here } from '../ui/answer.ts';
import { cobalt, ironRed, ochre } from '../ui/theme.ts';
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
      act={{ to: `/pieces/${worth.piece.pieceId}`, target: 'Check it' }}
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
      act={{
        to: reminder.kind === 'tub' ? `/slips/${reminder.id}` : `/slips/batches/${reminder.id}`,
        target: 'Open',
      }}
      about={`Open ${reminder.name}`}
      day={day}
    />
  ));

type Making = TodayAnswer['making'];

/** What is to be made now, while hands are there today, and later: of each group what comes next. */
export function makingByPart(
  making: Making,
  { now, night }: Here,
): { now: Making; today: Making; later: Making } {
  const next = making.filter((of, i) => making.findIndex(({ groupId }) => groupId === of.groupId) === i);
  const isNow = ({ at, session }: Making[number]) => session.from <= now && at <= now + MINUTE;
  const isToday = ({ session }: Making[number]) => session.from < night.from;
  return {
    now: next.filter(isNow),
    today: next.filter((of) => !isNow(of) && isToday(of)),
    later: next.filter((of) => !isNow(of) && !isToday(of)),
  };
}

/** A row for each group that something is to be made for. */
export const makingRows = (making: TodayAnswer['making'], { now, zone }: Here, day: Day): ReactNode[] =>
  making.map(({ groupId, count, name, groupName, at, session }) => (
    <OtherRow
      key={`make ${groupId} ${session.to}`}
      mark={session.from <= now ? ironRed : ochre}
      what={`Make ${count} × ${name}`}
      name={`for ${groupName}`}
      minute={at <= now + MINUTE ? 'now' : whenNear(at, now, zone)}
      act={{ to: `/pieces/new?for=${groupId}&count=${count}`, target: 'Log as made' }}
      about={`Log as made: ${count} × ${name}`}
      day={day}
    />
  ));

/** Pieces that are meant to be covered alike, and when. */
export interface CoverAct {
  cover: Cover;
  at: Instant;
  pieces: TodayPiece[];
}

/** Covers that are meant by the end of the night, those alike together, soonest first. */
export function coversMeant(pieces: TodayPiece[], { now, night }: Here): CoverAct[] {
  const of = new Map<string, CoverAct>();
  for (const piece of pieces) {
    const change = piece.meant && changesFrom(piece.meant, piece.cover, now)[0];
    if (!change || change.at > night.to) continue;
    const at = Math.max(change.at, now);
    const key = `${change.cover} ${at}`;
    of.set(key, { cover: change.cover, at, pieces: [...(of.get(key)?.pieces ?? []), piece] });
  }
  return [...of.values()].sort((a, b) => a.at - b.at);
}

/** Whether a cover is to be changed by now. */
export const isDueNow = ({ at }: CoverAct, now: Instant): boolean => at <= now + MINUTE;

/** @param logs logs one of them; those of later are only gone to */
export const coverRows = (
  acts: readonly CoverAct[],
  { now, zone }: Here,
  day: Day,
  logs?: (act: CoverAct) => void,
): ReactNode[] =>
  acts.map((act) => (
    <OtherRow
      key={`${act.cover} ${act.at}`}
      mark={cobalt}
      what={coverActWords(act)}
      name={act.pieces.length === 1 ? '' : act.pieces.map(({ name }) => name).join(', ')}
      minute={isDueNow(act, now) ? 'now' : whenNear(act.at, now, zone)}
      act={logs ? { onDo: () => logs(act), target: coverDone(act) } : { to: '/tonight', target: 'Covers' }}
      about={logs ? `${coverDone(act)}: ${manyWords(act.pieces)}` : `Covers: ${manyWords(act.pieces)}`}
      day={day}
    />
  ));

/** The verb of its button. */
export const coverDone = ({ cover }: CoverAct): string => `Log ${lower(coverNamed(cover).name)}`;

export const coverActWords = ({ cover, pieces }: CoverAct): string =>
  `${coverNamed(cover).verb}: ${manyWords(pieces)}`;
