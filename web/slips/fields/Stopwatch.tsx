import { useEffect, useRef, useState } from 'react';
import { Box, Button } from '@mui/material';
import { deviceNow } from '../../asking/clock.ts';
import { slab } from '../../ui/theme.ts';

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT|BUTTON)$/.test(target.tagName);

/** A stopwatch for wet hands: one large button, or the space bar, starts and stops it. */
export function Stopwatch({ onStop }: { onStop: (seconds: number) => void }) {
  const [begun, setBegun] = useState<number | null>(null);
  const [shown, setShown] = useState(0);
  const press = () => {
    const at = deviceNow();
    if (begun === null) return setBegun(at);
    const seconds = (at - begun) / 1000;
    setBegun(null);
    setShown(seconds);
    onStop(Math.round(seconds * 10) / 10);
  };
  const newest = useRef(press);
  useEffect(() => {
    newest.current = press;
  });
  useEffect(() => {
    if (begun === null) return;
    const timer = setInterval(() => setShown((deviceNow() - begun) / 1000), 100);
    return () => clearInterval(timer);
  }, [begun]);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.code !== 'Space' || event.repeat || isTyping(event.target)) return;
      event.preventDefault();
      newest.current();
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, []);
  return (
    <Button
      variant={begun === null ? 'outlined' : 'contained'}
      onClick={press}
      sx={{ minHeight: 96, minWidth: 220, flexDirection: 'column' }}
    >
      <Box sx={{ fontFamily: slab, fontSize: '2rem', lineHeight: 1.1 }} aria-hidden>
        {shown.toFixed(1)} s
      </Box>
      <Box>{begun === null ? 'Start the stopwatch' : 'Stop: it ran out'}</Box>
    </Button>
  );
}
