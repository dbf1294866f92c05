import { Box } from '@mui/material';
import { hairline, slab } from '../../ui/theme.ts';

interface LineTableProps {
  caption: string;
  headers: string[];
  rows: string[][];
}

/** A plain table of lines: a name, then figures. */
export function LineTable({ caption, headers, rows }: LineTableProps) {
  const cell = { px: 1.5, py: 0.9, borderTop: `1px solid ${hairline}`, textAlign: 'right' as const };
  return (
    <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label={caption}>
      <Box component="table" sx={{ borderCollapse: 'collapse', minWidth: '50%' }}>
        <thead>
          <tr>
            {headers.map((header, i) => (
              <Box
                component="th"
                key={header}
                scope="col"
                sx={{
                  ...cell,
                  borderTop: 0,
                  fontFamily: slab,
                  fontWeight: 650,
                  ...(i === 0 && { textAlign: 'left', pl: 0 }),
                }}
              >
                {header}
              </Box>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row[0]}>
              {row.map((text, i) =>
                i === 0 ? (
                  <Box
                    component="th"
                    key={i}
                    scope="row"
                    sx={{ ...cell, textAlign: 'left', pl: 0, fontWeight: 500 }}
                  >
                    {text}
                  </Box>
                ) : (
                  <Box component="td" key={i} sx={{ ...cell, ...(i === 1 && { fontWeight: 700 }) }}>
                    {text}
                  </Box>
                ),
              )}
            </tr>
          ))}
        </tbody>
      </Box>
    </Box>
  );
}
