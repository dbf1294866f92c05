import type { ComingNight } from '../../core/plan/night.ts';
import { DAY, type Instant } from '../../core/units/quantity.ts';
import type { Here } from './answer.ts';
import { useNow } from '../asking/clock.ts';
import { useStudio } from '../asking/maker.ts';

/** When and where a view is looked at: the studio's time, renewed every so often, its zone and its coming night. */
export function useHere(everyMs?: number): Here {
  const now = useNow(everyMs);
  const { data } = useStudio();
  return { now, zone: data?.studio.zone ?? 'Etc/UTC', night: data?.night ?? nightUnknown(now) };
}

/** Until the studio has answered. */
const nightUnknown = (now: Instant): ComingNight => {
  const at = now + DAY / 2;
  return { from: at, evening: at, to: at, morning: at };
};
