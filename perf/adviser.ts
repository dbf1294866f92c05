import { goAlong } from '../core/drying/batch/carry.ts';
import type { Cover } from '../core/drying/face.ts';
import type { StepWindow } from '../core/piece/stepWindow.ts';
import type { PlanInput } from '../core/piece/planInput.ts';
import { foldPiece } from '../core/log/piece.ts';
import { routeWith } from '../core/piece/route.ts';
import { estimateNow } from '../core/piece/stateEstimate.ts';
import { isOpen } from '../core/piece/status.ts';
import { project, type CoverChange } from '../core/plan/project.ts';
import { workingTime, type Spell } from '../core/time/hours.ts';
import { DAY, HOUR, MINUTE, type Instant } from '../core/units/quantity.ts';

/**
 * How covers were advised before weeks were planned: each piece by itself, by its likeliest wall alone, under one habit for when
 * somebody is there and one for when nobody is. Kept to be compared with.
 */

/** Nobody covers tighter while they are there than for when they are not. */
const HABITS: { day: Cover; night: Cover }[] = [
  { day: 'open', night: 'open' },
  { day: 'open', night: 'draped' },
  { day: 'open', night: 'tight' },
  { day: 'draped', night: 'draped' },
  { day: 'draped', night: 'tight' },
  { day: 'tight', night: 'tight' },
];
const FAR = 14 * DAY;
/** The present cover is kept where no more than this is gained. */
const GAIN = 0.05;
const LEAVES_BEFORE = 5 * MINUTE;

/** The changes of cover under which most steps can be done while somebody is there, and among those the soonest. */
export function advised(facts: PlanInput, now: Instant): CoverChange[] {
  const piece = foldPiece(facts.pieceId, facts.entries)!;
  const { best, divided, joined } = estimateNow(piece, facts, now);
  const spells = workingTime(facts.studio, now, now + FAR);
  const tried = [[], ...HABITS.map((habit) => changesOf(habit, piece.cover, spells, now))];
  const ahead = { piece, divided, route: routeWith(piece, {}, undefined).planned, tubs: {}, now, spells };
  const worths = goAlong(tried.map((schedule) => project(best, { ...ahead, schedule }, joined))).map(
    ({ gates }, i) => worthOf(gates, tried[i]!, now),
  );
  const most = worths.indexOf(Math.max(...worths));
  return worths[most]! > worths[0]! + GAIN ? tried[most]! : [];
}

/** Each step that can be done counts one; days until it and changes of cover cost a little. */
function worthOf(gates: StepWindow[], changes: readonly CoverChange[], now: Instant): number {
  const times = gates.flatMap(({ status, planned, doAt }) =>
    isOpen(status) && !planned.optional && doAt !== null ? [doAt] : [],
  );
  const days = times.reduce((sum, at) => sum + (at - now) / DAY, 0);
  return times.length - 0.02 * days - 0.01 * Math.min(changes.length, 6);
}

function changesOf(
  { day, night }: (typeof HABITS)[number],
  present: Cover,
  spells: readonly Spell[],
  now: Instant,
): CoverChange[] {
  const changes: CoverChange[] = [];
  let cover = present;
  const change = (at: Instant, to: Cover) => {
    if (to !== cover) changes.push({ at: Math.max(at, now), cover: to });
    cover = to;
  };
  if (spells[0] && spells[0].from > now) change(now, night);
  for (const [i, { from, to }] of spells.entries()) {
    change(from, day);
    const next = spells[i + 1];
    if (!next || next.from - to >= 3 * HOUR) change(to - LEAVES_BEFORE, night);
  }
  return changes;
}
