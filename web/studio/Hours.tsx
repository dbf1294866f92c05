import type { WorkingSpell } from '../../core/time/hours.ts';
import { useState } from 'react';
import { Autocomplete, Box, Button, TextField } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import type { StudioSet } from '../../core/log/entry.ts';
import { overlapping } from '../../core/time/hours.ts';
import { Form } from '../ui/Form.tsx';
import { useLog } from '../saving/notice.tsx';
import { entry } from '../saving/outbox.ts';
import { faded } from '../ui/theme.ts';
import { Section, Trouble } from '../ui/parts.tsx';
import { wrongFields } from '../ui/shape.ts';
import { minuteText, readMinute, readSpells, spellsText, weekdays } from '../ui/typedHours.ts';

const zones = ['Etc/UTC', ...Intl.supportedValuesOf('timeZone')];

/** Name, zone, working hours and night of the studio. */
export function Hours({ studio }: { studio: StudioSet }) {
  const log = useLog();
  const [name, setName] = useState(studio.name);
  const [zone, setZone] = useState(studio.zone);
  const [days, setDays] = useState(() =>
    weekdays.map((_day, i) => spellsText(studio.hours.filter((s) => s.weekday === i + 1))),
  );
  const [night, setNight] = useState([minuteText(studio.nightFromMinute), minuteText(studio.nightToMinute)]);
  const [wrong, setWrong] = useState<string | null>(null);
  const read = days.map((text, i) => readSpells(text, i + 1));

  const save = async () => {
    const set = hoursTyped({ name, zone, read, night });
    if (typeof set === 'string') return setWrong(set);
    const outcome = await log('studio hours set', [entry('studio.set', 'studio', set)]);
    setWrong(outcome.kind === 'refused' ? outcome.problem.detail : null);
  };

  return (
    <Section title="Working hours">
      <Form
        onSubmit={() => void save()}
        wrong={wrong}
        onEdit={() => setWrong(null)}
        sx={{ display: 'grid', gap: 2 }}
      >
        <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'repeat(auto-fit, minmax(260px, 1fr))' }}>
          <TextField
            label="Name of the studio"
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
          <Autocomplete
            disableClearable
            options={zones}
            value={zone}
            onChange={(_event, value) => setZone(value)}
            renderInput={(params) => <TextField {...params} label="Time zone" />}
          />
        </Box>
        <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'repeat(auto-fill, minmax(280px, 1fr))' }}>
          {weekdays.map((day, i) => (
            <TextField
              key={day}
              label={day}
              placeholder="day off"
              value={days[i]}
              error={read[i] === null}
              onChange={(event) => setDays(days.map((text, k) => (k === i ? event.target.value : text)))}
              slotProps={{ htmlInput: { autoComplete: 'off' }, inputLabel: { shrink: true } }}
            />
          ))}
          <TextField
            label="Night begins"
            value={night[0]}
            onChange={(event) => setNight([event.target.value, night[1]!])}
          />
          <TextField
            label="Night ends"
            value={night[1]}
            onChange={(event) => setNight([night[0]!, event.target.value])}
          />
        </Box>
        <Box sx={{ color: faded }}>
          Like 9:00–12:30, 14:00–18:00. Where two people work at the same time: 9:00–12:30 ×2.
        </Box>
        {wrong && <Trouble>{wrong}</Trouble>}
        <Button type="submit" variant="contained" sx={{ justifySelf: 'start' }}>
          Set the hours
        </Button>
      </Form>
    </Section>
  );
}

/** The hours as they were typed, or what is wrong with them. */
function hoursTyped({
  name,
  zone,
  read,
  night,
}: {
  name: string;
  zone: string;
  read: (WorkingSpell[] | null)[];
  night: string[];
}): StudioSet | string {
  const [from, to] = night.map(readMinute);
  const bad = read.indexOf(null);
  if (bad >= 0) return `${weekdays[bad]}: write hours like 9:00–12:30 or 7pm–10pm, or leave the day empty.`;
  const hours = read.flatMap((spells) => spells!);
  const twice = overlapping(hours);
  if (twice !== null)
    return `${weekdays[twice - 1]}: one spell begins before another has ended. Let one end first.`;
  if (from == null || to == null) return 'Night: write times like 22:00 and 7:00.';
  const set: StudioSet = { name, zone, hours, nightFromMinute: from, nightToMinute: to };
  return Object.values(wrongFields(bodies['studio.set'], set))[0] ?? set;
}
