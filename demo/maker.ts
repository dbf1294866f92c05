import { v7 as uuid } from 'uuid';
import type { z } from 'zod';
import { versionOf, type schema } from '../api/index.ts';
import type { Draft } from '../core/log/acts/draft.ts';

export type Entry = z.infer<typeof schema.entry>;
type Kind = keyof typeof schema.bodies;
export type BodyOf<K extends Kind> = z.infer<(typeof schema.bodies)[K]>;

const HOUR = 3_600_000;
const ZONE_AHEAD = HOUR;

export interface Make {
  uuid: () => string;
  /** An entry that happened `daysAgo` days before today at a time of the workshop's day like `15:30`. */
  entry: <K extends Kind>(kind: K, subject: string, daysAgo: number, time: string, body: BodyOf<K>) => Entry;
  /** The date so many days from today. */
  date: (daysAhead: number) => string;
  /** The same of what a maker means. */
  meant: (draft: Draft, daysAgo: number, time: string) => Entry;
}

export function maker(now: number): Make {
  const midnight = Math.floor((now + ZONE_AHEAD) / (24 * HOUR)) * 24 * HOUR - ZONE_AHEAD;
  const meant: Make['meant'] = ({ kind, subject, body }, daysAgo, time) => {
    const [hour, minute] = time.split(':').map(Number);
    const at = midnight - daysAgo * 24 * HOUR + hour! * HOUR + minute! * 60_000;
    return {
      id: uuid(),
      kind,
      v: versionOf(kind),
      subject,
      at: new Date(at).toISOString(),
      place: null,
      face: kind === 'piece.done' ? 'outside' : null,
      body,
    } as unknown as Entry;
  };
  return {
    uuid: () => uuid(),
    date: (daysAhead) =>
      new Date(midnight + ZONE_AHEAD + daysAhead * 24 * HOUR).toISOString().slice(0, 'yyyy-mm-dd'.length),
    meant,
    entry: (kind, subject, daysAgo, time, body) => meant({ kind, subject, body } as Draft, daysAgo, time),
  };
}
