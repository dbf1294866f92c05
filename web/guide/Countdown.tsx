import { useEffect, useRef, useState } from 'react';
import { Box, Button } from '@mui/material';
import { SECOND, type Instant } from '../../core/units/quantity.ts';
import { studioNow } from '../asking/clock.ts';
import { slab } from '../ui/theme.ts';
import { callOut, count } from './attend.ts';

const KEPT = 'kosmema-countdown';
/** The last seconds are counted aloud. */
const ALOUD = 10;

const names = { dip: 'Count the dip', heat: 'Count the heat', mist: 'Count while it soaks in' };

interface Running {
  of: string;
  endsAt: Instant;
}

function kept(of: string): Running | null {
  try {
    const found = JSON.parse(localStorage.getItem(KEPT) ?? 'null') as Running | null;
    return found?.of === of ? found : null;
  } catch {
    return null;
  }
}

/** Counts the seconds of a step down aloud. It goes by the clock: a tablet that slept says how long it has been over. */
export function Countdown({ of, seconds, what }: { of: string; seconds: number; what: keyof typeof names }) {
  const [running, setRunning] = useState<Running | null>(() => kept(of));
  const [now, setNow] = useState(studioNow);
  const counted = useRef<number | null>(null);
  const left = running ? Math.ceil((running.endsAt - now) / SECOND) : 0;
  useEffect(() => {
    if (!running) return;
    const timer = setInterval(() => setNow(studioNow()), 200);
    return () => clearInterval(timer);
  }, [running]);
  useEffect(() => {
    if (!running || counted.current === left) return;
    counted.current = left;
    if (left > 0 && left <= ALOUD) count(left);
    if (left === 0) callOut('Now');
  }, [running, left]);
  const begin = () => {
    const next = { of, endsAt: studioNow() + seconds * SECOND };
    localStorage.setItem(KEPT, JSON.stringify(next));
    setNow(studioNow());
    setRunning(next);
  };
  const end = () => {
    localStorage.removeItem(KEPT);
    setRunning(null);
  };
  if (!running)
    return (
      <Button variant="outlined" onClick={begin} sx={{ minHeight: 64 }}>
        {names[what]}: {seconds} s
      </Button>
    );
  return (
    <Box sx={{ display: 'flex', gap: 2, alignItems: 'center' }}>
      <Box role="timer" sx={{ fontFamily: slab, fontWeight: 700, fontSize: '3rem', minWidth: 90 }}>
        {left > 0 ? left : 'Now'}
      </Box>
      {left < -3 && <Box>over since {overWords(-left)}</Box>}
      <Button variant="outlined" onClick={end} sx={{ minHeight: 64 }}>
        Stop
      </Button>
    </Box>
  );
}

const overWords = (seconds: number): string =>
  seconds < 90 ? `${seconds} s` : `${Math.round(seconds / 60)} min`;
