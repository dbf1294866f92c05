import { useMemo } from 'react';
import { Box } from '@mui/material';
import { sectionOf, type SectionLayer } from '../../core/compose/section.ts';
import type { Material } from '../../core/operation/section.ts';
import type { Only, Technique } from '../../core/technique/technique.ts';
import { ink } from '../ui/theme.ts';

/** The section through a wall that a technique makes, as made or as fired. */

const raw: Record<Material, string> = {
  clay: '#b08e70',
  slip: '#e9dfc8',
  second: '#5d7590',
  silicate: '#d9d3c6',
  print: '#33302c',
  wash: '#4a3326',
  wax: '#e3c983',
  shine: '#f6f0e2',
  glaze: '#9fc2bd',
  part: '#a27f60',
};
const fired: Record<Material, string> = {
  ...raw,
  clay: '#a3603f',
  slip: '#f4eddd',
  second: '#24406e',
  silicate: '#8d8678',
  print: '#1a1a1c',
  wash: '#2b1d16',
  part: '#96573a',
};

const HEIGHT_MM = 6.2;

/** The outline of one run of columns of a layer. */
function outline(columns: SectionLayer['columns']): string {
  const runs: number[][] = [];
  columns.forEach((column, i) => {
    if (!column) return;
    const last = runs.at(-1);
    if (last?.at(-1) === i - 1) last.push(i);
    else runs.push([i]);
  });
  const y = (mm: number) => (HEIGHT_MM - mm).toFixed(2);
  return runs
    .map((run) => {
      const ends = [run[0]!, run.at(-1)! + 1] as const;
      const edge = (side: 0 | 1) => [
        `${ends[0]} ${y(columns[run[0]!]![side])}`,
        ...run.map((i) => `${i + 0.5} ${y(columns[i]![side])}`),
        `${ends[1]} ${y(columns[run.at(-1)!]![side])}`,
      ];
      const top = edge(1);
      const bottom = edge(0).reverse();
      return `M${[...top, ...bottom].join('L')}Z`;
    })
    .join('');
}

interface SectionPictureProps {
  technique: Technique;
  schools?: Only;
  as: 'made' | 'fired';
  /** As it is once this step is done, and no further. */
  upTo?: string;
  height?: number;
  /** What it is called where it says more than its neighbourhood; a decoration otherwise. */
  label?: string;
}

export function SectionPicture({
  technique,
  schools = {},
  as,
  upTo,
  height = 64,
  label,
}: SectionPictureProps) {
  const { laid } = useMemo(
    () => sectionOf(technique, schools, as === 'fired', upTo),
    [technique, schools, as, upTo],
  );
  const colours = as === 'fired' ? fired : raw;
  return (
    <Box
      component="svg"
      viewBox={`0 0 ${laid[0]?.columns.length ?? 1} ${HEIGHT_MM}`}
      preserveAspectRatio="none"
      sx={{ display: 'block', width: '100%', height, borderBottom: `2px solid ${ink}` }}
      {...(label === undefined ? { 'aria-hidden': true } : { role: 'img', 'aria-label': label })}
    >
      {laid.map(({ material, columns }, i) => (
        <path
          key={i}
          d={outline(columns)}
          fill={colours[material]}
          stroke={ink}
          strokeWidth={0.6}
          vectorEffect="non-scaling-stroke"
          strokeOpacity={0.55}
        />
      ))}
    </Box>
  );
}
