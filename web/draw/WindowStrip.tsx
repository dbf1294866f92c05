import { Box } from '@mui/material';
import { stages } from '../../core/clay/stage.ts';
import type { Span, Step } from '../../core/technique/technique.ts';
import { board, copperGreen, faded, hairline } from '../ui/theme.ts';

/** The windows of a technique's steps over the moisture index: wet to the left, dry to the right. */

const WETTEST = 104;
const DRIEST = -4;
const across = (index: number): number =>
  (100 * (WETTEST - Math.min(WETTEST, Math.max(DRIEST, index)))) / (WETTEST - DRIEST);

/** The water spans that a step asks of the piece itself. */
export const spansOf = ({ needs }: Step): Span[] =>
  needs.flatMap((need) => {
    if (need.part || need.rather) return [];
    if (need.kind === 'kiln-dry') return [{ wettest: 2 }];
    return need.kind === 'water' ? need.spans : [];
  });

/** The names of the steps stand beside the strip where there is room for them. */
const NAMES = { xs: 132, sm: 210 };

export function WindowStrip({ steps, named = true }: { steps: Step[]; named?: boolean }) {
  const rows = steps.map((step) => ({ step, spans: spansOf(step) })).filter(({ spans }) => spans.length > 0);
  return (
    <Box aria-hidden sx={{ position: 'relative', pt: named ? { xs: 15, sm: 3.5 } : 0 }}>
      <Box sx={{ position: 'absolute', top: 0, bottom: 0, right: 0, left: named ? NAMES : 0 }}>
        {stages.map(({ stage, name, from }, i) => {
          const left = i === 0 ? 0 : across(stages[i - 1]!.from);
          return (
            <Box
              key={stage}
              sx={{
                position: 'absolute',
                top: 0,
                bottom: 0,
                left: `${left}%`,
                width: `${across(from) - left}%`,
                borderLeft: i === 0 ? 0 : `1px solid ${hairline}`,
                fontSize: '0.85rem',
                color: faded,
                pl: 0.5,
                // upright where there is no room for them
                writingMode: { xs: 'vertical-lr', sm: 'horizontal-tb' },
                overflow: 'hidden',
                textOverflow: 'ellipsis',
                whiteSpace: 'nowrap',
              }}
            >
              {named && name}
            </Box>
          );
        })}
      </Box>
      {rows.map(({ step, spans }) => (
        <Box key={step.key} sx={{ display: 'flex', alignItems: 'center', minHeight: named ? 30 : 7 }}>
          {named && <Box sx={{ width: NAMES, flex: 'none', lineHeight: 1.2, pr: 1 }}>{step.name}</Box>}
          <Box sx={{ position: 'relative', flex: 1, height: named ? 22 : 5 }}>
            {spans.map(({ driest = DRIEST, wettest = WETTEST }, i) => (
              <Box
                key={`${i} ${driest} ${wettest}`}
                sx={{
                  position: 'absolute',
                  left: `${across(wettest)}%`,
                  width: `${Math.max(0.8, across(driest) - across(wettest))}%`,
                  top: 0,
                  bottom: 0,
                  background: step.optional ? board : copperGreen,
                  border: `1px solid ${copperGreen}`,
                }}
              />
            ))}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
