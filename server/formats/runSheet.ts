import {
  chanceWords,
  coverLine,
  notReadyWords,
  someMayWait,
  lostWords,
  pieceWords,
  sheetsOf,
  taskWords,
  type Sheet,
} from '../../core/schedule/sheets.ts';
import { LOOK_FIRST, type WeekPlan } from '../../core/schedule/weekPlan.ts';
import { MINUTE, type Instant } from '../../core/units/quantity.ts';

/** A plan in words, to be printed. */
export interface RunSheet {
  title: string;
  sessions: {
    name: string;
    /** Covers as hands come, and once they are done. */
    coming: string[];
    leaving: string[];
    tasks: { at: string; what: string; piece: string; hands: string; chance: string }[];
    /** What happens if nobody comes; null where that is not known. */
    nobody: string | null;
  }[];
}

interface RunSheetOf {
  title: string;
  nameOf: (pieceId: string) => string;
  /** The hour, and the day, of the studio's clock at an instant. */
  clockTime: (at: Instant) => string;
  day: (at: Instant) => string;
}

export function runSheetOf(plan: WeekPlan, now: Instant, { title, nameOf, ...words }: RunSheetOf): RunSheet {
  const sheets = sheetsOf(plan).filter(({ session }) => session.to > now);
  return {
    title,
    sessions: sheets.map((sheet) => ({
      name: nameOfSession(sheet, words),
      coming: coversIn(sheet, true, nameOf),
      leaving: [...coversIn(sheet, false, nameOf), ...(someMayWait(sheet) ? [notReadyWords] : [])],
      tasks: sheet.tasks.map(({ task, ...of }) => ({
        at: words.clockTime(task.at),
        what: taskWords(task),
        piece: pieceWords(of, nameOf),
        hands: `${Math.max(1, Math.round(task.handsMs / MINUTE))} min`,
        chance: `${chanceWords(task.chance)}${task.chance < LOOK_FIRST ? ', look first' : ''}`,
      })),
      nobody:
        plan.nobody?.session.to === sheet.session.to
          ? lostWords('If nobody comes', plan.nobody.lost.map(nameOf))
          : null,
    })),
  };
}

const nameOfSession = (
  { session: { from, to }, handsMs }: Sheet,
  { clockTime, day }: Pick<RunSheetOf, 'clockTime' | 'day'>,
): string =>
  from === to
    ? `${day(from)}, at once`
    : `${day(from)}, ${clockTime(from)}–${clockTime(to)}: ${handsMs > 0 ? `${Math.round(handsMs / MINUTE)} min of hands` : 'covers only'}`;

const coversIn = ({ covers }: Sheet, coming: boolean, nameOf: RunSheetOf['nameOf']): string[] =>
  covers.filter((of) => of.coming === coming).map((of) => coverLine(of, nameOf));
