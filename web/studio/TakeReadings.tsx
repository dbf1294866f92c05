import { useState } from 'react';
import {
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  FormControlLabel,
  Switch,
} from '@mui/material';
import { CartesianGrid, Line, LineChart, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { ReadingsPreview, ReadingsQuestion } from '../../api/routes.ts';
import type { ReadingsAnswers, RoomSet } from '../../core/log/entry.ts';
import type { Named } from '../../core/log/studio.ts';
import { ChoiceField } from '../ui/fields.tsx';
import { FileButton } from '../ui/FileButton.tsx';
import { useLog } from '../saving/notice.tsx';
import { entry } from '../saving/outbox.ts';
import { Trouble } from '../ui/parts.tsx';
import { post, upload, wordsFor } from '../asking/server.ts';
import { cobalt, ironRed, ink } from '../ui/theme.ts';
import { clockTime, shortDate } from '../ui/times.ts';

interface Chosen {
  file: string;
  name: string;
  answers: ReadingsAnswers;
  preview: ReadingsPreview;
}

/** Takes a data logger's file for a room: shows what was read, asks what it does not say, and takes it when agreed. */
export function TakeReadings({
  room,
  zone,
  onClose,
}: {
  room: Named<RoomSet>;
  zone: string;
  onClose: () => void;
}) {
  const log = useLog();
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const [skipBad, setSkipBad] = useState(false);
  const [wrong, setWrong] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);

  const tryOut = async (work: () => Promise<Chosen | null>) => {
    setBusy(true);
    setWrong(null);
    try {
      setChosen(await work());
    } catch (error) {
      setWrong(wordsFor(error));
    }
    setBusy(false);
  };

  const choose = (file: File) =>
    tryOut(async () => {
      // questions about the file before go with it
      setChosen(null);
      setSkipBad(false);
      return preview(await kept(file), file.name, { ...unanswered, zone })();
    });

  const answer = (more: Partial<ReadingsAnswers>) =>
    chosen && void tryOut(preview(chosen.file, chosen.name, { ...chosen.answers, ...more }));

  const take = async () => {
    if (!chosen) return;
    const { file, name, answers } = chosen;
    const outcome = await log(`readings for ${room.set.name}`, [
      entry('readings.taken', room.id, { file, fileName: name.slice(0, 200), answers, skipBad }),
    ]);
    if (outcome.kind === 'refused') setWrong(outcome.problem.detail);
    else onClose();
  };

  const read = chosen?.preview;
  const ready = read && read.questions.length === 0 && read.goodRows > 0 && (read.badCount === 0 || skipBad);
  return (
    <Dialog open onClose={onClose} maxWidth="md" aria-labelledby="readings-title">
      <DialogTitle id="readings-title">Readings for {room.set.name}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        <Box>
          A CSV file from a data logger: time, temperature and humidity, however its columns are called.
        </Box>
        <FileButton
          name={chosen ? 'Choose another file' : 'Choose a file'}
          accept=".csv,.txt,.tsv,text/*"
          disabled={busy}
          onFile={(file) => void choose(file)}
        />
        {wrong && <Trouble>{wrong}</Trouble>}
        {read?.questions.map((question) => (
          <Question key={question.ask} question={question} headers={read.headers} onAnswer={answer} />
        ))}
        {read && read.questions.length === 0 && <Preview read={read} zone={zone} />}
        {read && read.badCount > 0 && <BadRows read={read} skipBad={skipBad} onSkipBad={setSkipBad} />}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Not now</Button>
        <Button variant="contained" disabled={!ready || busy} onClick={() => void take()}>
          Take these readings
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** What is not yet said of a file's columns. */
const unanswered = { dayFirst: null, columns: null, fahrenheit: null };

/** Keeps a file in the studio. @returns its name there */
const kept = async (file: File): Promise<string> => {
  const { file: sum } = await upload('/api/files', file);
  return sum;
};

const preview = (file: string, name: string, answers: ReadingsAnswers) => async (): Promise<Chosen> => ({
  file,
  name,
  answers,
  preview: await post('/api/readings/preview', { file, answers }),
});

function BadRows({
  read: { badCount, badRows },
  skipBad,
  onSkipBad,
}: {
  read: ReadingsPreview;
  skipBad: boolean;
  onSkipBad: (skip: boolean) => void;
}) {
  return (
    <Box>
      <Trouble>
        {badCount} rows cannot be read:
        <Box component="ul" sx={{ my: 0.5 }}>
          {badRows.slice(0, 6).map((row) => (
            <li key={row.line}>
              line {row.line}: {row.message}
            </li>
          ))}
          {badCount > 6 && <li>and {badCount - 6} more</li>}
        </Box>
      </Trouble>
      <FormControlLabel
        control={<Switch checked={skipBad} onChange={(_event, on) => onSkipBad(on)} />}
        label="Take the good rows without them"
      />
    </Box>
  );
}

function Question({
  question,
  headers,
  onAnswer,
}: {
  question: ReadingsQuestion;
  headers: string[];
  onAnswer: (more: Partial<ReadingsAnswers>) => void;
}) {
  if (question.ask === 'columns') return <Columns headers={headers} onAnswer={onAnswer} />;
  return (
    <Box>
      <Box sx={{ mb: 1, fontWeight: 650 }}>{question.text}</Box>
      <Box sx={{ display: 'flex', gap: 1.5 }}>
        {question.options.map(({ label, answer }) => (
          <Button key={label} variant="outlined" onClick={() => onAnswer({ [question.ask]: answer })}>
            {label}
          </Button>
        ))}
      </Box>
    </Box>
  );
}

function Columns({
  headers,
  onAnswer,
}: {
  headers: string[];
  onAnswer: (more: Partial<ReadingsAnswers>) => void;
}) {
  const [columns, setColumns] = useState({ time: '0', celsius: '1', humidity: '2' });
  const options = headers.map((label, i) => ({ value: String(i), label: label || `Column ${i + 1}` }));
  const field = (key: keyof typeof columns, label: string) => (
    <ChoiceField
      label={label}
      value={columns[key]}
      onChoose={(value) => setColumns({ ...columns, [key]: value })}
      options={options}
    />
  );
  return (
    <Box sx={{ display: 'grid', gap: 2 }}>
      <b>Which columns hold what?</b>
      {field('time', 'Time')}
      {field('celsius', 'Temperature')}
      {field('humidity', 'Humidity')}
      <Button
        variant="outlined"
        onClick={() =>
          onAnswer({
            columns: {
              time: Number(columns.time),
              celsius: Number(columns.celsius),
              humidity: Number(columns.humidity),
            },
          })
        }
      >
        Read it so
      </Button>
    </Box>
  );
}

function Preview({ read, zone }: { read: ReadingsPreview; zone: string }) {
  if (read.from === null || read.to === null) return null;
  const rows = read.sample.map((r) => ({ at: r.at, celsius: r.celsius, humidity: r.humidity * 100 }));
  const series = (key: 'celsius' | 'humidity', name: string, colour: string) => (
    <Box>
      <Box sx={{ color: colour, fontWeight: 650 }}>{name}</Box>
      <ResponsiveContainer width="100%" height={110}>
        <LineChart data={rows} margin={{ left: 0, right: 12, top: 4, bottom: 0 }}>
          <CartesianGrid vertical={false} strokeOpacity={0.4} />
          <XAxis
            dataKey="at"
            type="number"
            domain={['dataMin', 'dataMax']}
            tickFormatter={(t: number) => shortDate(t, zone)}
            tick={{ fill: ink }}
          />
          <YAxis width={40} domain={['auto', 'auto']} tick={{ fill: ink }} />
          <Line dataKey={key} stroke={colour} strokeWidth={2} dot={false} isAnimationActive={false} />
        </LineChart>
      </ResponsiveContainer>
    </Box>
  );
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Box>
        <b>{read.goodRows} readings</b>, {shortDate(read.from, zone)} {clockTime(read.from, zone)} to{' '}
        {shortDate(read.to, zone)} {clockTime(read.to, zone)}. Read as {read.encoding}. {read.notes.join(' ')}
      </Box>
      {series('celsius', 'Temperature, °C', ironRed)}
      {series('humidity', 'Humidity, %', cobalt)}
    </Box>
  );
}
