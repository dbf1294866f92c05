import { useEffect, useState } from 'react';
import type { Instant } from '../../core/units/quantity.ts';

/** The studio's clock as this device knows it: the device's own, set right by every answer of the server. */
let ahead = 0;

/** What the device's own clock says. */
export const deviceNow = (): Instant => performance.timeOrigin + performance.now();

export const studioNow = (): Instant => deviceNow() + ahead;

/** Sets the clock by an answer of the server. */
export function setClock(serverNow: Instant): void {
  ahead = serverNow - deviceNow();
}

/** The studio's time, renewed every so often. */
export function useNow(everyMs = 15_000): Instant {
  const [now, setNow] = useState(studioNow);
  useEffect(() => {
    const timer = setInterval(() => setNow(studioNow()), everyMs);
    return () => clearInterval(timer);
  }, [everyMs]);
  return Math.max(now, studioNow() - everyMs);
}
