import { lazy, Suspense, useState } from 'react';
import { Box, Button, ButtonBase, TextField, ToggleButton, ToggleButtonGroup } from '@mui/material';
import type { Studio } from '../../core/log/entry.ts';
import { STUDIO } from '../../core/log/studio.ts';
import type { DaySpell } from '../../core/time/hours.ts';
import { useHere } from '../ui/here.ts';
import { Section } from '../ui/parts.tsx';
import { LogDialog } from '../saving/LogDialog.tsx';
import { entry } from '../saving/outbox.ts';
import { cobalt, faded, hairline, slab } from '../ui/theme.ts';
import { readSpells, spellsText } from '../ui/typedHours.ts';
import { dayAhead, daysAhead, furtherAhead, type DayAhead } from './daysAhead.ts';

const DayField = lazy(async () => ({ default: (await import('../ui/DayField.tsx')).DayField }));

/** When somebody is there on each of the days to come: where one differs from the week, it is said once, for that day. */
export function DaysAhead({ studio }: { studio: Studio }) {
  const { now } = useHere();
  const [asked, setAsked] = useState<string | null>(null);
  const [another, setAnother] = useState(false);
  const ask = (date: string, any: boolean) => {
    setAsked(date);
    setAnother(any);
  };
  const days = daysAhead(studio, now);
  const further = furtherAhead(studio, days.at(-1)!.date);
  return (
    <Section
      title="The days ahead"
      action={<Button onClick={() => ask(days.at(-1)!.date, true)}>Another day</Button>}
    >
      <Box sx={{ color: faded, mb: 1 }}>
        Late on Thursday, away at the weekend, in on Sunday? Tap the day. Windows, covers and Tonight follow
        at once.
      </Box>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', sm: 'repeat(4, 1fr)', md: 'repeat(7, 1fr)' },
          borderTop: `1px solid ${hairline}`,
          borderLeft: `1px solid ${hairline}`,
        }}
      >
        {[...days, ...further].map((day) => (
          <Day key={day.date} day={day} onTap={() => ask(day.date, false)} />
        ))}
      </Box>
      {asked !== null && (
        <DayDialog
          studio={studio}
          date={asked}
          onDate={another ? setAsked : null}
          onClose={() => setAsked(null)}
        />
      )}
    </Section>
  );
}

const NOBODY = 'Nobody comes';
const timesOf = (spells: readonly DaySpell[]) => (spells.length > 0 ? spellsText(spells) : 'nobody comes');

function Day({ day: { name, spells, differs }, onTap }: { day: DayAhead; onTap: () => void }) {
  return (
    <ButtonBase
      onClick={onTap}
      sx={{
        font: 'inherit',
        flexDirection: { xs: 'row', sm: 'column' },
        columnGap: 2,
        alignItems: { xs: 'center', sm: 'flex-start' },
        justifyContent: 'flex-start',
        minHeight: { xs: 52, sm: 112 },
        p: 1,
        borderRight: `1px solid ${hairline}`,
        borderBottom: `1px solid ${hairline}`,
        ...(differs && { borderTop: `4px solid ${cobalt}`, mt: '-1px' }),
      }}
    >
      <Box component="span" sx={{ fontFamily: slab, fontWeight: 650, minWidth: '6.5rem', textAlign: 'left' }}>
        {name}
      </Box>
      <Box component="span" sx={{ display: 'grid', justifyItems: 'start' }}>
        {spells.map((spell) => (
          <span key={spell.fromMinute}>{spellsText([spell])}</span>
        ))}
        {spells.length === 0 && (
          <Box component="span" sx={{ color: differs ? 'inherit' : faded }}>
            {NOBODY}
          </Box>
        )}
        {differs && (
          <Box component="span" sx={{ color: cobalt, fontSize: '0.95rem' }}>
            this day only
          </Box>
        )}
      </Box>
    </ButtonBase>
  );
}

interface DayDialogProps {
  studio: Studio;
  date: string;
  /** Picks the day; null where it is known which. */
  onDate: ((date: string) => void) | null;
  onClose: () => void;
}

type How = 'usual' | 'nobody' | 'hours';

/** What differs on one day. */
function DayDialog({ studio, date, onDate, onClose }: DayDialogProps) {
  const day = dayAhead(studio, date);
  const [how, setHow] = useState<How>(day.differs && day.spells.length === 0 ? 'nobody' : 'hours');
  const [text, setText] = useState<string | null>(null);
  const shown = text ?? spellsText(day.spells);
  const read = readSpells(shown, 1);

  const spells = (): readonly DaySpell[] | null | string => {
    if (how === 'usual') return null;
    if (how === 'nobody') return [];
    if (read === null || read.length === 0)
      return 'Write hours like 9:00–12:30 or 7pm–10pm, or say that nobody comes.';
    return read.map(({ weekday: _any, ...spell }) => spell);
  };

  return (
    <LogDialog
      title={day.longName}
      verb="Set the day"
      onlyNow
      act={() => {
        const said = spells();
        if (typeof said === 'string') return { wrong: said };
        const body = { date, spells: said && [...said] };
        return { words: `${day.name} set`, entries: [entry('studio.day', STUDIO, body)] };
      }}
      onClose={onClose}
    >
      {onDate && (
        <Suspense fallback={day.longName}>
          <DayField label="Day" date={date} onDate={onDate} />
        </Suspense>
      )}
      <ToggleButtonGroup
        exclusive
        orientation="vertical"
        aria-label="Who comes"
        value={how}
        onChange={(_event, value: How | null) => value && setHow(value)}
      >
        <ToggleButton value="hours">At these hours</ToggleButton>
        <ToggleButton value="nobody">{NOBODY}</ToggleButton>
        <ToggleButton value="usual">As every week: {timesOf(day.usual)}</ToggleButton>
      </ToggleButtonGroup>
      {how === 'hours' && (
        <TextField
          label="Hours"
          placeholder="18:30–21:00"
          value={shown}
          error={text !== null && read === null}
          onChange={(event) => setText(event.target.value)}
          slotProps={{ htmlInput: { autoComplete: 'off' }, inputLabel: { shrink: true } }}
        />
      )}
    </LogDialog>
  );
}
