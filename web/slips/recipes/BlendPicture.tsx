import { Box } from '@mui/material';
import type { BlendKind, Cup } from '../../../core/slip/blend.ts';
import { board, ink, sans } from '../../ui/theme.ts';

const CELL = 46;

/** The cups as they are set out on the bench, each tinted by its share of the last corner. */
export function BlendPicture({ rows, kind }: { rows: { cup: Cup }[]; kind: BlendKind }) {
  const cups = rows.map(({ cup }) => cup);
  const columns = Math.max(...cups.map((c) => c.column)) + 1;
  const deep = Math.max(...cups.map((c) => c.row)) + 1;
  const x = ({ row, column }: Cup) =>
    kind === 'triaxial' ? (column + (deep - 1 - row) / 2) * CELL : column * CELL;
  return (
    <Box
      component="svg"
      role="img"
      aria-label={`${cups.length} cups in ${deep} ${deep === 1 ? 'row' : 'rows'}`}
      viewBox={`0 0 ${columns * CELL} ${deep * CELL}`}
      sx={{ width: '100%', maxWidth: columns * CELL, maxHeight: 520 }}
    >
      {cups.map((cup) => (
        <g key={cup.label} transform={`translate(${x(cup)} ${cup.row * CELL})`}>
          <path
            d={`M5 6 H${CELL - 5} L${CELL - 10} ${CELL - 4} H10 Z`}
            fill={board}
            stroke={ink}
            strokeWidth={1.5}
          />
          <path d={levelled(cup.shares[0]!)} fill={ink} fillOpacity={0.16} />
          <text
            x={CELL / 2}
            y={CELL / 2 + 5}
            textAnchor="middle"
            fontFamily={sans}
            fontSize={14}
            fontWeight={650}
            fill={ink}
          >
            {cup.label}
          </text>
        </g>
      ))}
    </Box>
  );
}

/** The part of a cup that the first corner fills, from the floor up. */
function levelled(share: number): string {
  const top = CELL - 4 - share * (CELL - 10);
  const inset = 5 + (5 * (top - 6)) / (CELL - 10);
  return `M${inset} ${top} H${CELL - inset} L${CELL - 10} ${CELL - 4} H10 Z`;
}
