import { Box } from '@mui/material';
import type { PlanChange } from '../../core/schedule/changed.ts';
import type { WeekPlan } from '../../core/schedule/weekPlan.ts';
import { HOUR, type Instant } from '../../core/units/quantity.ts';
import { lower } from '../ui/answer.ts';
import { whenNear } from '../ui/times.ts';

/** What a plan moved is told so long. */
const TOLD = 12 * HOUR;
const NAMED = 3;

/** What the last plan moved and why, in one line; nothing where nothing was moved of late. */
export function Changed({
  change,
  plan,
  nameOf,
  now,
  zone,
}: {
  change: PlanChange | null;
  plan: WeekPlan | null;
  nameOf: (pieceId: string) => string;
  now: Instant;
  zone: string;
}) {
  if (!change || !plan || now - change.at > TOLD) return null;
  return (
    <Box role="status" sx={{ my: 0.5 }}>
      <b>Moved at {whenNear(change.at, now, zone)}</b>
      {whyWords(change, nameOf)}: {movedWords(change, nameOf, now, zone)}.
    </Box>
  );
}

/** What was logged that a plan rests on. */
function whyWords({ logged }: PlanChange, nameOf: (pieceId: string) => string): string {
  const names = logged.map(nameOf).filter((name) => name !== '');
  if (names.length === 0) return ', as hours, orders, the air or what was learned changed';
  if (names.length > NAMED) return `, after something was logged of ${names.length} pieces`;
  return `, after something was logged of ${names.join(' and ')}`;
}

/** What moves, in words. */
export function movedWords(
  { moved }: PlanChange,
  nameOf: (pieceId: string) => string,
  now: Instant,
  zone: string,
): string {
  const words = moved
    .slice(0, NAMED)
    .map(({ pieceId, name, from, to }) =>
      to
        ? `${nameOf(pieceId)}, ${lower(name)} is now ${whenNear(to.from, now, zone)}, it was ${whenNear(from.from, now, zone)}`
        : `${nameOf(pieceId)}, ${lower(name)} has no session any more`,
    );
  const more = moved.length - words.length;
  return [...words, ...(more > 0 ? [`and ${more} more`] : [])].join('; ');
}
