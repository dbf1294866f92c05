import { isDeepStrictEqual } from 'node:util';
import type { AnyAct, AnyEntry } from '../../core/log/upcast.ts';

/** An act in its normal form: names of acts in small letters, times to the millisecond, as the database gives them back. */
export function normal(act: AnyAct): AnyAct {
  const instant = (text: string) => new Date(text).toISOString();
  return {
    id: act.id.toLowerCase(),
    makerId: act.makerId,
    deviceAt: instant(act.deviceAt),
    entries: act.entries.map((entry): AnyEntry => ({
      ...entry,
      at: instant(entry.at),
      subject: entry.kind === 'act.retracted' ? entry.subject.toLowerCase() : entry.subject,
    })),
  };
}

/** Whether two acts say the same, whenever they arrived. */
export function sameAct(a: AnyAct, b: AnyAct): boolean {
  const core = ({ id, makerId, deviceAt, entries }: AnyAct) =>
    JSON.parse(JSON.stringify({ id, makerId, deviceAt, entries })) as unknown;
  return isDeepStrictEqual(core(a), core(b));
}
