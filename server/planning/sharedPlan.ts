import { createHash } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import type { Entry } from '../../core/log/entry.ts';
import type { PlanInput } from '../../core/piece/planInput.ts';
import { MINUTE, type Instant } from '../../core/units/quantity.ts';
import type { Planned, Planner } from './planner.ts';

/** Plans of so many different pieces are kept for those alike. */
const KEPT = 60;
/** A plan serves another piece alike so long after it was made. */
const SERVES = MINUTE;

/** All that a plan rests on, without what only names the piece: the same for pieces made and treated alike. */
export function alikeMark({ pieceId: _named, entries, ...rest }: PlanInput): string {
  const plain = entries.map(({ id: _id, subject: _subject, ...entry }) => unnamed(entry as Entry));
  return createHash('sha1')
    .update(JSON.stringify([plain, rest]))
    .digest('base64url');
}

function unnamed(entry: Omit<Entry, 'id' | 'subject'>): object {
  const { body } = entry;
  if ('name' in body) return { ...entry, body: { ...body, name: '' } };
  if (entry.kind === 'piece.sampled') return { ...entry, body: { ...body, of: '' } };
  return entry;
}

/** A planner that works out pieces alike once: a class of thirty is one piece until their logs differ. */
export function sharingPlans(planner: Planner): Planner {
  const plans = new LRUCache<string, { at: Instant; plan: Promise<Planned | null> }>({ max: KEPT });
  return (given, now, wanted) => {
    // a whole plan names its piece
    const mark = JSON.stringify([alikeMark(given), wanted?.told, wanted?.whole && given.pieceId]);
    const known = plans.get(mark);
    if (known && now >= known.at && now - known.at < SERVES) return known.plan;
    const plan = planner(given, now, wanted);
    plans.set(mark, { at: now, plan });
    // what failed is asked again
    plan.catch(() => plans.delete(mark));
    return plan;
  };
}
