import { Box } from '@mui/material';
import type { PieceRow } from '../../api/routes.ts';
import { freeCodes } from '../../core/log/code.ts';
import { LogDialog } from '../saving/LogDialog.tsx';
import { entry } from '../saving/outbox.ts';
import { hairline, slab } from '../ui/theme.ts';
import { Labels } from '../tubs/Labels.tsx';
import { manyWords } from './words.ts';
import { to } from '../../api/answers.ts';
import { useAnswer } from '../asking/useAnswer.ts';

/** Gives pieces a code each, to cut into the clay while it is not past stiff leather-hard, and prints their labels. */
export function CodesMany({ chosen, onClose }: { chosen: PieceRow[]; onClose: () => void }) {
  const { data } = useAnswer(to('/api/pieces'));
  const taken = (data?.rows ?? chosen).flatMap(({ code }) => code ?? []);
  const without = chosen.filter(({ code }) => code === null);
  const free = freeCodes(without.length, taken);
  const codes = new Map(without.map(({ id }, i) => [id, free[i]!]));
  const codeOf = ({ id, code }: PieceRow) => code ?? codes.get(id) ?? '';
  return (
    <LogDialog
      title={`Codes for ${manyWords(chosen)}`}
      verb={
        without.length > 0 ? `Log ${without.length === 1 ? 'the code' : `${without.length} codes`}` : 'Done'
      }
      act={(at) =>
        without.length === 0
          ? { wrong: 'Each of them has a code already: print the labels, or leave this.' }
          : {
              words: `codes for ${manyWords(without)}`,
              entries: without.map((row) => entry('piece.coded', row.id, { code: codeOf(row) }, { at })),
            }
      }
      onClose={onClose}
    >
      <Box>Cut it in while the clay is no drier than stiff leather-hard.</Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, columnCount: { xs: 1, sm: 2 } }}>
        {chosen.map((row) => (
          <Box
            component="li"
            key={row.id}
            sx={{ borderTop: `1px solid ${hairline}`, py: 0.5, breakInside: 'avoid' }}
          >
            <Box component="span" sx={{ fontFamily: slab, fontWeight: 800, fontSize: '1.4rem', mr: 1.5 }}>
              {codeOf(row)}
            </Box>
            {row.name}
          </Box>
        ))}
      </Box>
      <Labels
        name="Print labels on"
        file="codes"
        labels={chosen.map((row) => ({
          title: codeOf(row),
          lines: [row.name, row.makerName, row.techniqueName].filter((line) => line !== ''),
          path: `/hand-in/${codeOf(row)}`,
        }))}
      />
    </LogDialog>
  );
}
