import {
  bigint,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uuid,
} from 'drizzle-orm/pg-core';
import type { AnyEntry } from '../../core/log/upcast.ts';

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

/** Five-minute means of a room's air, with the act that brought them. */
export const readings = pgTable(
  'readings',
  {
    roomId: text('room_id').notNull(),
    at: moment('at').notNull(),
    actId: uuid('act_id')
      .notNull()
      .references(() => acts.id),
    celsius: doublePrecision('celsius').notNull(),
    humidity: doublePrecision('humidity').notNull(),
  },
  (table) => [primaryKey({ columns: [table.roomId, table.at, table.actId] })],
);
