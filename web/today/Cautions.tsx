import { Box } from '@mui/material';
import type { Hazard } from '../../core/hazard/hazard.ts';
import { manganese } from '../ui/theme.ts';
import type { Placed } from './placed.ts';

/** Cautions of the act at hand whole; what threatens other walls, or other steps ask care for, in one line that opens. */
export function Cautions({ all, first }: { all: Placed[]; first: Placed | undefined }) {
  const own = first?.answer.due === 'now' ? (first.pieces[0]?.cautions ?? []) : [];
  const of = new Map<string, { hazard: Hazard; names: string[] }>();
  for (const placedAt of all)
    for (const { name, warnings, cautions } of placedAt.pieces)
      for (const hazard of [...warnings, ...(placedAt.answer.due === 'now' ? cautions : [])]) {
        if (own.includes(hazard) || own.some(({ id }) => id === hazard.id)) continue;
        const known = of.get(hazard.id) ?? { hazard, names: [] };
        known.names.push(name);
        of.set(hazard.id, known);
      }
  const others = [...of.values()];
  return (
    <>
      {own.map(({ id, title, measures, defersTo }) => (
        <Box
          key={id}
          role="note"
          sx={{ borderLeft: `6px solid ${manganese}`, pl: 1.5, mt: 1, lineHeight: 1.3 }}
        >
          <Box component="span" sx={{ fontWeight: 700, color: manganese }}>
            Caution: {title.toLowerCase()}.
          </Box>{' '}
          {measures.join('. ')}. {defersTo}
        </Box>
      ))}
      {others.length > 0 && (
        <Box role="note" sx={{ mt: 0.5 }}>
          <details>
            <Box
              component="summary"
              sx={{
                minHeight: 40,
                alignContent: 'center',
                cursor: 'pointer',
                color: manganese,
                fontWeight: 650,
              }}
            >
              {others.length === 1 ? 'A caution' : `${others.length} cautions`}:{' '}
              {others.map(({ hazard }) => hazard.title.toLowerCase()).join(', ')}
            </Box>
            {others.map(({ hazard, names }) => (
              <Box key={hazard.id} sx={{ mb: 1 }}>
                <b>{hazard.title}</b> ({named(names)}). {hazard.why} {hazard.measures.join('. ')}.{' '}
                {hazard.limit && `${hazard.limit}. `}
                {hazard.defersTo}
              </Box>
            ))}
          </details>
        </Box>
      )}
    </>
  );
}

const named = (names: string[]): string =>
  names.length > 6 ? `${names.slice(0, 5).join('; ')}; and ${names.length - 5} more` : names.join('; ');
