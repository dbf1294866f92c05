import { Box, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { covers, type Cover } from '../../core/drying/face.ts';
import { isLost } from '../../core/plan/follows.ts';
import type { Appearance } from '../../core/piece/appearance.ts';
import type { Wet } from '../../core/plan/moistureForecast.ts';
import { PiecePicture } from '../draw/PiecePicture.tsx';
import { followsWords } from '../ui/answer.ts';
import { useNow } from '../asking/clock.ts';
import { useZone } from '../asking/maker.ts';
import { ironRed } from '../ui/theme.ts';
import type { CoverFollows } from '../planning/coverFollows.ts';

/** A piece as it is drawn under each cover. */
export interface Drawn {
  look: Appearance;
  clay: { wetColour: string; dryColour: string };
  wet: Wet | null;
}

/** Which cover: each drawn, with what it does and what follows. */
export function CoverChoice({
  cover,
  onCover,
  drawn,
  follows = {},
  total = 1,
}: {
  cover: Cover | null;
  onCover: (cover: Cover) => void;
  drawn?: Drawn | undefined;
  follows?: CoverFollows;
  /** How many pieces are covered. */
  total?: number;
}) {
  const now = useNow(60_000);
  const zone = useZone();
  return (
    <ToggleButtonGroup
      exclusive
      fullWidth
      orientation="vertical"
      value={cover}
      onChange={(_event, value: Cover | null) => value && onCover(value)}
      aria-label="Cover"
    >
      {covers.map((c) => {
        const those = follows[c.cover] ?? [];
        return (
          <ToggleButton
            key={c.cover}
            value={c.cover}
            sx={{
              display: 'grid',
              gridTemplateColumns: `${drawn ? '48px ' : ''}minmax(0, 9fr) minmax(0, 14fr)`,
              columnGap: 1.5,
              alignItems: 'center',
              textAlign: 'left',
              minHeight: 56,
              py: 0.5,
              textTransform: 'none',
              lineHeight: 1.25,
            }}
          >
            {drawn && (
              <PiecePicture {...drawn} look={{ ...drawn.look, cover: c.cover }} height={44} width={44} />
            )}
            <b>{c.name}</b>
            <span>
              {c.effect}
              {those.map(
                ({ pieces, then }, i) =>
                  then && (
                    <Box
                      key={i}
                      sx={
                        cover !== c.cover && (isLost(then) || then.opens === null)
                          ? { color: ironRed, fontWeight: 650 }
                          : {}
                      }
                    >
                      {pieces < total && `${pieces} of ${total}: `}
                      {followsWords(then, { now, zone })}
                    </Box>
                  ),
              )}
            </span>
          </ToggleButton>
        );
      })}
    </ToggleButtonGroup>
  );
}
