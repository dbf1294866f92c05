import ical, { ICalCalendarMethod, type ICalAlarmData, ICalAlarmType } from 'ical-generator';
import {
  chanceWords,
  coverLine,
  notReadyWords,
  someMayWait,
  pieceWords,
  sheetsOf,
  taskWords,
  type Sheet,
} from '../../core/schedule/sheets.ts';
import type { WeekPlan } from '../../core/schedule/weekPlan.ts';
import { MINUTE, type Instant } from '../../core/units/quantity.ts';

interface CalendarOf {
  /** Of the studio. */
  name: string;
  nameOf: (pieceId: string) => string;
  /** The hour of the studio's clock at an instant. */
  clockTime: (at: Instant) => string;
  /** So long before a session it is told; null for no alarm. */
  alarmMinutes: number | null;
}

/** The plan as iCalendar (RFC 5545): a session an event, in UTC, so that any calendar shows it at its own hour. */
export function calendarOf(
  plan: WeekPlan | null,
  { name, nameOf, clockTime, alarmMinutes }: CalendarOf,
): string {
  const calendar = ical({
    name: `Plan, ${name}`,
    method: ICalCalendarMethod.PUBLISH,
    prodId: 'Kosmema plan',
  });
  const sheets = plan ? sheetsOf(plan).filter(({ session }) => session.to > session.from) : [];
  for (const sheet of sheets) {
    const { session, tasks, handsMs } = sheet;
    calendar.createEvent({
      // a session is the same one in every plan
      id: `session-${session.to}@kosmema`,
      start: new Date(session.from),
      end: new Date(session.to),
      stamp: new Date(plan!.at),
      summary:
        tasks.length === 0
          ? 'Covers only'
          : `${tasks.length === 1 ? 'One task' : `${tasks.length} tasks`}, ${Math.round(handsMs / MINUTE)} min of hands`,
      description: linesOf(sheet, nameOf, clockTime).join('\n'),
      alarms: alarmMinutes === null ? [] : [alarmOf(alarmMinutes)],
    });
  }
  return calendar.toString();
}

const alarmOf = (minutes: number): ICalAlarmData => ({ type: ICalAlarmType.display, trigger: minutes * 60 });

function linesOf(sheet: Sheet, nameOf: CalendarOf['nameOf'], clockTime: CalendarOf['clockTime']): string[] {
  const { tasks, covers } = sheet;
  const cover = (coming: boolean) =>
    covers.filter((of) => of.coming === coming).map((of) => coverLine(of, nameOf));
  return [
    ...cover(true),
    ...tasks.map(
      ({ task, ...of }) =>
        `${clockTime(task.at)} ${taskWords(task)}: ${pieceWords(of, nameOf)} (${chanceWords(task.chance)})`,
    ),
    ...cover(false),
    ...(someMayWait(sheet) ? [notReadyWords] : []),
  ];
}
