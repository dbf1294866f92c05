import type { Layer } from '../../technique/layer.ts';
import { firstProblem } from './admit.ts';
import {
  nothingSaid,
  versionOf,
  type Act,
  type Entry,
  type EntryBodies,
  type EntryKind,
  type PieceDone,
} from '../entry.ts';
import { emptyLedger, record } from '../ledger.ts';

/** Acts on a piece `p`, one after another, and what the log says to the last of them. */

const NOW = Date.parse('2026-03-20T12:00:00Z');
export const at = (hours: number) =>
  new Date(Date.parse('2026-03-10T09:00:00Z') + hours * 3_600_000).toISOString();
let acts = 0;
const act = (...entries: Entry[]): Act => ({ id: `a${(acts += 1)}`, makerId: 'm', deviceAt: at(0), entries });

export const madeBody = (
  layers: Layer[],
  more: Partial<EntryBodies['piece.made']> = {},
): EntryBodies['piece.made'] => ({
  name: 'Jar',
  clayId: 'clay-default',
  form: { kind: 'cylinder', diameterM: 0.1, heightM: 0.15, wallM: 0.006, mouth: 'open' },
  roomId: 'room-default',
  cover: 'open',
  stand: 'board',
  attachmentM: null,
  stage: null,
  layers,
  ...more,
});
let ids = 0;
export const today = <K extends EntryKind>(
  kind: K,
  subject: string,
  body: EntryBodies[K],
  hours = 0,
): Entry =>
  ({
    id: `t${(ids += 1)}`,
    kind,
    v: versionOf(kind),
    subject,
    at: at(hours),
    place: null,
    face: null,
    body,
  }) as unknown as Entry;

export const step = (
  layer: string,
  key: string,
  hours: number,
  more: Partial<PieceDone> = {},
  pass = 1,
): Entry =>
  today(
    'piece.done',
    'p',
    {
      ...nothingSaid,
      effects: [{ does: 'none' }],
      refs: [{ layer, step: key, zone: null, pass }],
      ...more,
    },
    hours,
  );
export const slip = { specificGravity: 1.4, grainDensity: 2600, adjusted: 'none' as const };
export const coat: Partial<PieceDone> = {
  effects: [{ does: 'coat', use: 'brushed-engobe', thicknessM: 0.0002, share: 1 }],
  slip,
};
export const fired = (to: 'bisque' | 'glazed', cone = '04'): Partial<PieceDone> => ({
  effects: [{ does: 'fire', cone, to }],
});

/** Why the last of some acts is refused, once all before it were taken; null where it is taken. */
export function why(...entries: Entry[]) {
  const ledger = emptyLedger();
  entries.slice(0, -1).forEach((e, i) => {
    const before = act(e);
    const found = firstProblem(ledger, before, NOW);
    if (found) throw new Error(`${e.kind} ${i}: ${found.message}`);
    record(ledger, { ...before, n: i + 1, recordedAt: at(0) });
  });
  return firstProblem(ledger, act(entries.at(-1)!), NOW);
}
export const jar = (...layers: Layer[]) => today('piece.made', 'p', madeBody(layers));
