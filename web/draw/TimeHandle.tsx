import { Slider } from '@mui/material';
import { MINUTE, type Instant } from '../../core/units/quantity.ts';
import { ink, ochre } from '../ui/theme.ts';

/** Something that can be dragged along the time of a strip. */
export interface StripHandle {
  name: string;
  at: Instant;
  /** The moment in words, for a screen reader. */
  says: (at: Instant) => string;
  onMove: (at: Instant) => void;
  onRelease: () => void;
}

const STEP = 10 * MINUTE;
/** As wide as a wet thumb, px. */
const GRIP = 44;

interface TimeHandleProps {
  handle: StripHandle;
  from: Instant;
  to: Instant;
  /** Where the handle's time begins and how long it is, px from the strip's left. */
  left: number;
  width: number;
  /** Where the grip lies, and how far down its line hangs, px. */
  top: number;
  drop: number;
}

/** A grip with a line across the wall, dragged along time or moved by the arrow keys. */
export function TimeHandle({ handle, from, to, left, width, top, drop }: TimeHandleProps) {
  return (
    <Slider
      aria-label={`When: ${handle.name}`}
      min={0}
      max={to - from}
      step={STEP}
      value={Math.min(to, Math.max(from, handle.at)) - from}
      onChange={(_event, ahead) => handle.onMove(from + ahead)}
      onChangeCommitted={handle.onRelease}
      getAriaValueText={(ahead) => handle.says(from + ahead)}
      sx={{
        position: 'absolute',
        left,
        top,
        width,
        height: GRIP,
        p: '0 !important',
        '& .MuiSlider-rail, & .MuiSlider-track': { opacity: 0, border: 0 },
        '& .MuiSlider-thumb': {
          width: GRIP,
          height: GRIP,
          borderRadius: 0,
          background: 'transparent',
          border: 0,
          '&:hover, &.Mui-active, &.Mui-focusVisible': { boxShadow: 'none' },
          '&.Mui-focusVisible': { outline: `3px solid ${ink}` },
          // the grip: a cut tab, with the line it hangs from
          '&::before': {
            boxShadow: 'none',
            borderRadius: 0,
            width: 26,
            height: 32,
            background: ochre,
            border: `2px solid ${ink}`,
            clipPath: 'polygon(0 0, 100% 0, 100% 66%, 50% 100%, 0 66%)',
          },
          '&::after': {
            borderRadius: 0,
            width: 3,
            height: drop,
            top: GRIP - 10,
            left: '50%',
            transform: 'translateX(-50%)',
            background: ochre,
          },
        },
      }}
    />
  );
}
