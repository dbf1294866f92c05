import type { ReactNode } from 'react';
import { Link as RouterLink } from 'react-router';
import { Box, Button, Typography } from '@mui/material';
import type { TodayPiece } from '../../api/routes.ts';
import { wetAt } from '../../core/plan/moistureForecast.ts';
import { coverNamed } from '../../core/drying/face.ts';
import { MINUTE } from '../../core/units/quantity.ts';
import { standingOf } from '../../core/plan/standing.ts';
import { PiecePicture } from '../draw/PiecePicture.tsx';
import { movedWords, type Here } from '../ui/answer.ts';
import { faded, hairline, reachable, slab, tones } from '../ui/theme.ts';
import { dayTime, whenNear } from '../ui/times.ts';
import { LogNext } from '../acting/LogNext.tsx';
import type { Day } from './day.ts';
import { DayStrip, ROW } from './DayStrip.tsx';
import type { Placed } from './placed.ts';

/** Name, strip, minute, target: the columns of every row, on a phone without the strip. */
export const columns = {
  display: 'grid',
  columnGap: 1.5,
  alignItems: 'center',
  gridTemplateColumns: {
    xs: '48px minmax(0, 1fr) auto',
    sm: '56px minmax(0, 17fr) minmax(0, 20fr) 132px',
    lg: '60px 250px minmax(0, 1fr) 118px 150px',
  },
} as const;
export const onlyWide = { display: { xs: 'none', lg: 'block' } } as const;
const notOnPhoneInline = { display: { xs: 'none', sm: 'inline' } } as const;
export const notOnPhone = { display: { xs: 'none', sm: 'block' } } as const;

interface PlacedProps {
  placed: Placed;
  here: Here;
}

/** Where a row leads, and what it is called. */
export function named({ pieces, group }: Placed): { to: string; name: string } {
  const [piece] = pieces;
  return pieces.length > 1
    ? { to: `/pieces?group=${group!.id}`, name: `${group!.set.name}, ${pieces.length} pieces` }
    : { to: `/pieces/${piece!.pieceId}`, name: piece!.name };
}

const clipped = { overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' } as const;
/** On a phone there is room below, and none beside. */
const clippedUnlessPhone = {
  overflow: 'hidden',
  textOverflow: 'ellipsis',
  whiteSpace: { xs: 'normal', sm: 'nowrap' },
} as const;

export const Picture = ({ piece, here, size }: { piece: TodayPiece; here: Here; size: number }) => (
  <PiecePicture
    look={piece.look}
    clay={piece.ribbon}
    wet={wetAt(piece.ribbon, here.now)}
    height={size}
    width={size}
  />
);

/** The act at hand, large. */
export function First({ placed: of, here, children }: PlacedProps & { children?: ReactNode }) {
  const { pieces, answer } = of;
  const [piece, ...others] = pieces;
  if (!piece) return null;
  const { colour } = tones[answer.tone];
  const moved = movedWords(piece.moved, here);
  const { to, name } = named(of);
  return (
    <Box component="section" aria-label="The act at hand" data-row sx={{ display: 'flex', columnGap: 3 }}>
      <Box
        sx={{
          flexShrink: 0,
          width: { xs: 76, sm: 150 },
          alignSelf: 'center',
          '& svg': { width: '100%', height: 'auto' },
        }}
      >
        <Picture piece={piece} here={here} size={150} />
      </Box>
      <Box sx={{ flex: 1, minWidth: 0, borderLeft: `12px solid ${colour}`, pl: 2 }}>
        <Box>
          <Box component="span" sx={{ color: colour, fontWeight: 700, fontFamily: slab, mr: 1.5 }}>
            {answer.word}
          </Box>
          <Box component={RouterLink} to={to} sx={{ ...reachable, fontWeight: 700, color: 'inherit' }}>
            {name}
          </Box>
        </Box>
        <Typography variant="h1" component="p" sx={{ fontSize: { xs: '1.7rem', sm: '2.3rem' } }}>
          {answer.headline}
        </Typography>
        <Box sx={{ fontSize: { xs: '1.05rem', sm: '1.15rem' } }}>{answer.detail}</Box>
        {moved && <Box sx={{ color: faded }}>{moved}</Box>}
        <Box
          sx={{
            display: 'flex',
            gap: 1.5,
            flexWrap: 'wrap',
            alignItems: 'center',
            mt: 1,
            '& .MuiButton-root': { whiteSpace: 'normal' },
          }}
        >
          <LogNext piece={piece} others={others} />
          {children}
        </Box>
      </Box>
    </Box>
  );
}

/** One further act: piece, act, its strip on the day that all rows share, the minute, one target. */
export function Row({ placed: of, here, day }: PlacedProps & { day: Day }) {
  const { pieces, answer } = of;
  const [piece, ...others] = pieces;
  if (!piece) return null;
  const { to, name } = named(of);
  const { colour } = tones[answer.tone];
  const moved = movedWords(piece.moved, here);
  const minute = answer.unsent ? 'logged here, not yet sent' : minuteOf(of, piece, here);
  const leaves = of.planned?.when === 'this-session' ? piece.meant?.next?.leaves : null;
  return (
    <Box
      component="li"
      data-row
      sx={{
        ...columns,
        height: { xs: 'auto', sm: moved ? 'auto' : ROW },
        minHeight: ROW,
        borderTop: `1px solid ${hairline}`,
      }}
    >
      <Picture piece={piece} here={here} size={46} />
      <Box sx={{ minWidth: 0, lineHeight: 1.2 }}>
        <Typography
          component="p"
          title={answer.headline}
          sx={{
            fontFamily: slab,
            fontWeight: 650,
            color: colour,
            fontSize: '1.05rem',
            lineHeight: 1.2,
            ...clippedUnlessPhone,
          }}
        >
          {answer.headline}
        </Typography>
        <Box sx={{ ...clipped, fontSize: { xs: '0.95rem', sm: '1rem' } }}>
          <Box
            component="span"
            sx={{ display: { xs: 'block', sm: 'inline', lg: 'none' }, fontWeight: 650, ...clipped }}
          >
            {minute}
            <Box component="span" sx={notOnPhoneInline}>
              {minute && ' · '}
            </Box>
          </Box>
          <Box component={RouterLink} to={to} sx={{ ...reachable, display: 'inline', color: 'inherit' }}>
            {name}
          </Box>
          {leaves && `, then ${coverNamed(leaves).verb.toLowerCase()}`}
        </Box>
      </Box>
      <Box sx={notOnPhone}>
        <DayStrip day={day} piece={piece} tone={answer.tone} />
      </Box>
      <Box sx={{ ...onlyWide, textAlign: 'right', fontWeight: 650, color: colour, lineHeight: 1.1 }}>
        {minute}
      </Box>
      <Box
        sx={{
          display: 'flex',
          justifyContent: 'flex-end',
          '& button': {
            lineHeight: 1.15,
            whiteSpace: 'normal',
            px: 1.25,
            fontSize: '0.95rem',
            width: { sm: '100%' },
            maxWidth: { xs: 112, sm: 'none' },
          },
        }}
      >
        <LogNext piece={piece} others={others} onlyOne />
      </Box>
      {moved && <Box sx={{ gridColumn: '2 / -1', color: faded, pb: 0.5 }}>{moved}</Box>}
    </Box>
  );
}

/** When it is to be done by, or comes, in a word or two beside the act. */
function minuteOf({ planned, answer }: Placed, { next }: TodayPiece, { now, zone }: Here): string {
  if (planned?.when === 'later' && (answer.due === 'now' || answer.due === 'late'))
    return `can wait: ${dayTime(planned.at, now, zone)}`;
  if (planned?.when === 'this-session' && planned.at > now + MINUTE && answer.due === 'now')
    return `about ${whenNear(planned.at, now, zone)}`;
  const { asks, at, closes } = standingOf(next, now);
  switch (asks) {
    case 'nothing':
      return '';
    case 'held':
      return 'not as it stands';
    case 'late':
      return closes === null ? 'too late' : `since ${whenNear(closes, now, zone)}`;
    case 'now':
    case 'look':
      return closes === null ? 'any time' : `until ${whenNear(closes, now, zone)}`;
    case 'wait':
      return at !== null && at > now ? `about ${whenNear(at, now, zone)}` : 'look';
    case 'meant':
      return 'planned';
    case 'opens':
      return closes === null ? 'then any time' : `until ${whenNear(closes, now, zone)}`;
  }
}

/** A row that leads somewhere else: a cover for the night, a matter of the slip shelf, a piece to touch. */
export function OtherRow({
  mark,
  what,
  name,
  minute = '',
  act,
  about,
  day,
}: {
  /** Its colour at the edge. */
  mark: string;
  what: string;
  name: string;
  minute?: string;
  act: { target: string } & ({ to: string } | { onDo: () => void });
  /** What the target is of, for those who do not see the row. */
  about: string;
  day: Day;
}) {
  return (
    <Box component="li" sx={{ ...columns, minHeight: ROW, borderTop: `1px solid ${hairline}` }}>
      <Box sx={{ width: 8, height: 40, background: mark, justifySelf: 'center' }} />
      <Box sx={{ minWidth: 0, lineHeight: 1.2, gridColumn: '2', gridRow: 1 }}>
        <Box sx={{ fontFamily: slab, fontWeight: 650, color: mark, fontSize: '1.05rem', lineHeight: 1.2 }}>
          {what}
        </Box>
        <Box title={name} sx={clippedUnlessPhone}>
          {name}
        </Box>
      </Box>
      <Box sx={{ ...notOnPhone, gridColumn: '3', gridRow: 1 }}>
        <DayStrip day={day} piece={null} tone="rest" />
      </Box>
      <Box sx={{ ...onlyWide, textAlign: 'right', fontWeight: 650, color: mark, lineHeight: 1.2 }}>
        {minute}
      </Box>
      <Button
        variant="outlined"
        {...('to' in act ? { component: RouterLink, to: act.to } : { onClick: act.onDo })}
        aria-label={about}
        sx={{ lineHeight: 1.15, whiteSpace: 'normal', px: 1.25, fontSize: '0.95rem' }}
      >
        {act.target}
      </Button>
    </Box>
  );
}
