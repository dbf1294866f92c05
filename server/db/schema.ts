import {
  bigint,
  date,
  index,
  integer,
  json,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uuid,
} from 'drizzle-orm/pg-core';
import type { AnyEntry } from '../../core/log/upcast.ts';
import type { Instant } from '../../core/units/quantity.ts';

const moment = (name: string) => timestamp(name, { withTimezone: true, precision: 3, mode: 'date' });

export const acts = pgTable('acts', {
  id: uuid('id').primaryKey(),
  n: bigint('n', { mode: 'number' }).notNull().unique(),
  makerId: text('maker_id').notNull(),
  deviceAt: moment('device_at').notNull(),
  recordedAt: moment('recorded_at').notNull(),
});

export const entries = pgTable(
  'entries',
  {
    actId: uuid('act_id')
      .notNull()
      .references(() => acts.id),
    seq: integer('seq').notNull(),
    id: text('id').notNull(),
    kind: text('kind').notNull(),
    v: integer('v').notNull(),
    subject: text('subject').notNull(),
    at: moment('at').notNull(),
    place: text('place'),
    face: text('face'),
    body: jsonb('body').$type<AnyEntry['body']>().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.actId, table.seq] }),
    index('entries_subject_at').on(table.subject, table.at),
  ],
);

/** Five-minute means of a room's air, a row for each day in UTC, with the act that brought them. */
export const airDays = pgTable(
  'air_days',
  {
    roomId: text('room_id').notNull(),
    day: date('day', { mode: 'string' }).notNull(),
    actId: uuid('act_id')
      .notNull()
      .references(() => acts.id),
    from: moment('from').notNull(),
    to: moment('to').notNull(),
    means: json('means').$type<MeansOfDay>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.roomId, table.day, table.actId] })],
);

/** Column by column, oldest first. */
export interface MeansOfDay {
  at: Instant[];
  celsius: number[];
  humidity: number[];
}
