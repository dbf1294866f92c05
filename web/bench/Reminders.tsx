import { Link as RouterLink } from 'react-router';
import { Box } from '@mui/material';
import type { Reminder } from '../../api/routes.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { cobalt, hairline } from '../frame/theme.ts';
import { attentionWords } from '../slips/tubWords.ts';

interface RemindersProps {
  reminders: Reminder[];
  now: Instant;
  zone: string;
}

/** What the slip shelf asks for: what has slaked or settled, and what drifts. */
export function Reminders({ reminders, now, zone }: RemindersProps) {
  if (reminders.length === 0) return null;
  return (
    <Box component="ul" aria-label="From the slip shelf" sx={{ listStyle: 'none', p: 0, mt: 3, mb: 0 }}>
      {reminders.map((reminder) => (
        <Box
          component="li"
          key={`${reminder.kind} ${reminder.id} ${reminder.kind === 'tub' ? reminder.attention.kind : ''}`}
          sx={{ borderTop: `1px solid ${hairline}` }}
        >
          <Box
            component={RouterLink}
            to={reminder.kind === 'tub' ? `/slips/${reminder.id}` : `/slips/batches/${reminder.id}`}
            sx={{
              display: 'flex',
              gap: 1.5,
              alignItems: 'center',
              minHeight: 48,
              color: 'inherit',
              borderLeft: `8px solid ${cobalt}`,
              pl: 1.5,
            }}
          >
            <Box sx={{ fontWeight: 700 }}>{reminder.name}</Box>
            <Box>
              {reminder.kind === 'tub'
                ? attentionWords(reminder.attention, now, zone)
                : `by now ${reminder.look}`}
            </Box>
          </Box>
        </Box>
      ))}
    </Box>
  );
}
