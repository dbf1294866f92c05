import { useEffect, useState } from 'react';
import type { Instant } from '../../core/units/quantity.ts';

const KEPT = 'kosmema-clock-ahead';
/**
 * The studio's clock as this device knows it: the device's own, set right by every answer of the server. Until the
 * first one it is as far ahead as it was last time.
 */
let ahead = Number(localStorage.getItem(KEPT)) || 0;

/** What the device's own clock says. */
export const deviceNow = (): Instant => performance.timeOrigin + performance.now();

export const studioNow = (): Instant => deviceNow() + ahead;

const listeners = new Set<() => void>();
/** A correction under this is not worth a new look at everything. */
const NOTICED_MS = 2_000;

/** Sets the clock by an answer of the server. */
export function setClock(serverNow: Instant): void {
  const before = ahead;
  ahead = serverNow - deviceNow();
  if (Math.abs(ahead - before) <= NOTICED_MS) return;
  localStorage.setItem(KEPT, String(ahead));
  for (const listener of listeners) listener();
}

/** The studio's time, renewed every so often and whenever the clock is set right. */
export function useNow(everyMs = 15_000): Instant {
  const [now, setNow] = useState(studioNow);
  useEffect(() => {
    const renew = () => setNow(studioNow());
    listeners.add(renew);
    const timer = setInterval(renew, everyMs);
    renew();
    return () => {
      clearInterval(timer);
      listeners.delete(renew);
    };
  }, [everyMs]);
  return now;
}
