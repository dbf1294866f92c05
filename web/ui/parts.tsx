import type { ReactNode } from 'react';
import { Box, Typography } from '@mui/material';
import type { Hazard } from '../../core/hazard/hazard.ts';
import type { Answer } from './answer.ts';
import { hairline, ink, ironRed, manganese, slab, tones } from './theme.ts';

/** The answer, large: a coloured edge, its word, and what to do. */
/** The answer first: on a phone what it is about comes after it. */
const answered = {
  display: 'grid',
  columnGap: 2,
  alignItems: 'baseline',
  gridTemplateColumns: { xs: '1fr', sm: 'auto 1fr' },
  gridTemplateAreas: {
    xs: '"word" "headline" "detail" "about"',
    sm: '"word about" "headline headline" "detail detail"',
  },
} as const;

export function AnswerBoard({
  answer,
  about,
  picture,
  children,
}: {
  answer: Answer;
  about?: ReactNode;
  /** What it is about, seen. */
  picture?: ReactNode;
  children?: ReactNode;
}) {
  const { colour, word } = { ...tones[answer.tone], ...(answer.word && { word: answer.word }) };
  return (
    <Box sx={{ borderLeft: `12px solid ${colour}`, pl: 2.5, py: 0.5 }}>
      <Box sx={{ display: 'flex', columnGap: 3, alignItems: 'flex-end' }}>
        {picture && <Box sx={{ flexShrink: 0, maxWidth: { xs: 96, sm: 'none' } }}>{picture}</Box>}
        <Box sx={{ minWidth: 0, flex: 1 }}>
          <Box sx={answered}>
            <Box sx={{ gridArea: 'word', color: colour, fontWeight: 700, fontFamily: slab }}>{word}</Box>
            <Box sx={{ gridArea: 'about' }}>{about}</Box>
            <Typography
              variant="h1"
              component="p"
              sx={{ gridArea: 'headline', fontSize: { xs: '2rem', md: '2.6rem' } }}
            >
              {answer.headline}
            </Typography>
            <Box sx={{ gridArea: 'detail', fontSize: { xs: '1.1rem', sm: '1.2rem' }, mt: 0.5 }}>
              {answer.detail}
            </Box>
          </Box>
        </Box>
      </Box>
      {children}
    </Box>
  );
}

/** A stretch of a view under its own heading, with a hairline above. */
export function Section({
  title,
  children,
  action,
}: {
  title: string;
  children: ReactNode;
  action?: ReactNode;
}) {
  return (
    <Box component="section" sx={{ borderTop: `1px solid ${hairline}`, mt: 2, pt: 1 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', minHeight: 48, gap: 2, flexWrap: 'wrap' }}>
        <Typography variant="h2" sx={{ flex: 1 }}>
          {title}
        </Typography>
        {action}
      </Box>
      {children}
    </Box>
  );
}

/** A caution in one line, opened by a tap: why, what to do, and who decides. */
export function CautionLine({ hazard, of = [] }: { hazard: Hazard; of?: string[] }) {
  return (
    <Box role="note" sx={{ borderLeft: `6px solid ${manganese}`, pl: 1.5, mt: 1 }}>
      <details>
        <Box component="summary" sx={{ minHeight: 48, alignContent: 'center', cursor: 'pointer' }}>
          <Box component="span" sx={{ fontWeight: 700, color: manganese }}>
            Caution: {hazard.title.toLowerCase()}.
          </Box>{' '}
          {hazard.measures[0]}.{of.length > 0 && ` ${of.join('; ')}.`}
        </Box>
        {hazard.why} {hazard.measures.join('. ')}. {hazard.limit && `${hazard.limit}. `}
        {hazard.defersTo}
      </details>
    </Box>
  );
}

/** A caution at its step: why, what to do, and who decides. */
export function Caution({ hazard }: { hazard: Hazard }) {
  return (
    <Box role="note" sx={{ borderLeft: `6px solid ${manganese}`, pl: 2, my: 1.5 }}>
      <Box component="span" sx={{ fontWeight: 700, color: manganese }}>
        Caution: {hazard.title}.
      </Box>{' '}
      {hazard.why} {hazard.measures.join('. ')}. {hazard.limit && `${hazard.limit}. `}
      {hazard.defersTo}
    </Box>
  );
}

export function Trouble({ children }: { children: ReactNode }) {
  return (
    <Box role="alert" sx={{ borderLeft: `6px solid ${ironRed}`, pl: 2, py: 0.5, my: 1.5 }}>
      {children}
    </Box>
  );
}

/** An empty place teaches the next act. */
export function Empty({
  title,
  children,
  action,
}: {
  title: string;
  children: ReactNode;
  action: ReactNode;
}) {
  return (
    <Box sx={{ border: `2px dashed ${ink}`, p: 4, my: 3, maxWidth: 640 }}>
      <Typography variant="h2" component="h1" gutterBottom>
        {title}
      </Typography>
      <Box sx={{ mb: 2 }}>{children}</Box>
      {action}
    </Box>
  );
}

/** What is wrong with a form: as a whole, and that fields are marked. */
export function WrongFields({ wrong }: { wrong: Record<string, string> }) {
  return (
    <>
      {wrong[''] && <Trouble>{wrong['']}</Trouble>}
      {Object.keys(wrong).some((key) => key !== '') && (
        <Trouble>Some figures cannot be right: see the fields marked above.</Trouble>
      )}
    </>
  );
}
