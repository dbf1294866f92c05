import { execFileSync } from 'node:child_process';
import { describe, expect, it } from 'vitest';
import type { Task, WeekPlan } from '../../core/schedule/weekPlan.ts';
import { HOUR, MINUTE } from '../../core/units/quantity.ts';
import { calendarOf } from './calendar.ts';

/** A session of two hours in the evening. */
const evening = (iso: string) => {
  const from = Date.parse(iso);
  return { from, to: from + 2 * HOUR };
};
// in Vienna clocks go forward on 29 March 2026 and back on 25 October 2026: evenings before and after
const sessions = [
  '2026-03-27T18:30:00Z',
  '2026-03-30T17:30:00Z',
  '2026-10-24T17:30:00Z',
  '2026-10-26T18:30:00Z',
].map(evening);
const task = (session: Task['session']): Task => ({
  steps: [1, 2, 3].map((n) => ({ key: `a/coat/${n}`, name: `Coat ${n} of 3` })),
  session,
  at: session.from + 10 * MINUTE,
  handsMs: 15 * MINUTE,
  lengthMs: 30 * MINUTE,
  chance: 0.93,
});
const plan: WeekPlan = {
  at: Date.parse('2026-03-27T12:00:00Z'),
  sessions,
  pieces: [
    {
      ...{ pieceId: 'p', chance: 0.9, due: null, mayWait: null, looks: [], unplanned: null },
      tasks: sessions.map(task),
      covers: [
        { at: sessions[0]!.from, cover: 'open' },
        { at: sessions[0]!.to, cover: 'tight' },
      ],
    },
  ],
  nobody: null,
  value: 1,
  bound: 1,
};
const written = (of: WeekPlan | null, alarmMinutes: number | null = null) =>
  calendarOf(of, {
    name: 'Quillstone Yard, “upstairs”; 2',
    nameOf: () => 'Oil cruet, heron',
    clockTime: (at) => new Date(at).toISOString().slice(11, 16),
    alarmMinutes,
  });

interface Read {
  zone: string;
  name: string;
  events: { id: string; from: number; to: number; summary: string; description: string; alarms: string[] }[];
}

const reader = `
  import ICAL from 'ical.js';
  import { readFileSync } from 'node:fs';
  const calendar = new ICAL.Component(ICAL.parse(readFileSync(0, 'utf8')));
  const events = calendar.getAllSubcomponents('vevent').map((one) => {
    const event = new ICAL.Event(one);
    return {
      id: event.uid, summary: event.summary, description: event.description,
      from: event.startDate.toJSDate().getTime(), to: event.endDate.toJSDate().getTime(),
      alarms: one.getAllSubcomponents('valarm').map((alarm) => alarm.getFirstPropertyValue('trigger').toString()),
    };
  });
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  console.log(JSON.stringify({ zone, name: calendar.getFirstPropertyValue('x-wr-calname'), events }));
`;

/** As another program reads it, in a zone of its own. */
const readIn = (zone: string, text: string): Read =>
  JSON.parse(
    execFileSync('node', ['--input-type=module', '-e', reader], {
      input: text,
      env: { ...process.env, TZ: zone },
      encoding: 'utf8',
    }),
  ) as Read;

describe('the plan as a calendar', () => {
  it.each(['Pacific/Auckland', 'America/New_York'])(
    'is read in %s at the very instants, over both changes of the clocks',
    (zone) => {
      const read = readIn(zone, written(plan));
      expect(read.zone).toBe(zone);
      expect(read.events.map(({ from, to }) => ({ from, to }))).toEqual(sessions);
      expect(read.name).toBe('Plan, Quillstone Yard, “upstairs”; 2');
      expect(read.events[0]).toMatchObject({
        id: `session-${sessions[0]!.to}@kosmema`,
        summary: 'One task, 15 min of hands',
        description: [
          'On coming: uncover Oil cruet, heron',
          '18:40 Coat 1 to 3 of 3: Oil cruet, heron (93 %)',
          'Once done, or on leaving: cover tightly Oil cruet, heron',
        ].join('\n'),
      });
    },
  );

  it('rings before each session where that is wanted, and not where it is not', () => {
    expect(readIn('UTC', written(plan, 30)).events.map(({ alarms }) => alarms)).toEqual(
      sessions.map(() => ['-PT30M']),
    );
    expect(readIn('UTC', written(plan)).events.every(({ alarms }) => alarms.length === 0)).toBe(true);
  });

  it('holds nothing while there is no plan, and keeps its lines short enough', () => {
    expect(readIn('UTC', written(null)).events).toEqual([]);
    // RFC 5545, 3.1: lines of at most 75 octets, ended by CRLF
    const lines = written(plan).split('\r\n');
    expect(lines.length).toBeGreaterThan(20);
    for (const line of lines) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
  });
});
