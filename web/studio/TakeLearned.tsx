import { useState } from 'react';
import { learnedFile, type LearnedLine } from '../../api/learned.ts';
import type { Entry, EntryBodies } from '../../core/log/entry.ts';
import { ChoiceField } from '../ui/fields.tsx';
import { FileButton } from '../ui/FileButton.tsx';
import { LogDialog } from '../saving/LogDialog.tsx';
import { useStudio } from '../asking/maker.ts';
import { entry } from '../saving/outbox.ts';
import { Trouble } from '../ui/parts.tsx';
import { factorWords, subjects } from './learnedWords.ts';

const LEAVE = 'leave';

interface Opened {
  name: string;
  lines: LearnedLine[];
}

/** What another studio has learned, from its file: each line for a room or a clay of this one, or left. */
export function TakeLearned() {
  const [opened, setOpened] = useState<Opened | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const open = async (file: File) => {
    const outcome = readLearned(await file.text());
    setWrong('wrong' in outcome ? outcome.wrong : null);
    if ('lines' in outcome) setOpened({ name: file.name, lines: outcome.lines });
  };
  return (
    <>
      <FileButton
        name="Take over from a file"
        accept=".json,application/json"
        disabled={false}
        onFile={(file) => void open(file)}
      />
      {wrong && <Trouble>{wrong}</Trouble>}
      {opened && <TakeDialog opened={opened} onClose={() => setOpened(null)} />}
    </>
  );
}

/** The lines of a file of learned values, or what is wrong with it. */
export function readLearned(text: string): { lines: LearnedLine[] } | { wrong: string } {
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch {
    return { wrong: 'This file is no JSON: pick the one that was saved under “As JSON” here.' };
  }
  const outcome = learnedFile.safeParse(parsed);
  if (outcome.success) return { lines: outcome.data.learned };
  const { path, message } = outcome.error.issues[0]!;
  return { wrong: path.length > 1 ? `${path.join('.')}: ${message}` : message };
}

function TakeDialog({ opened, onClose }: { opened: Opened; onClose: () => void }) {
  const { data } = useStudio();
  const mine = { room: data?.rooms ?? [], clay: data?.clays ?? [] };
  const [chosen, setChosen] = useState<Record<number, string>>({});
  const targetOf = (line: LearnedLine, i: number) =>
    chosen[i] ?? mine[line.subject].find(({ set }) => set.name === line.name)?.id ?? LEAVE;
  const act = (at: number) => {
    const taken = opened.lines
      .map((line, i) => ({ line, to: targetOf(line, i) }))
      .filter(({ to }) => to !== LEAVE);
    if (taken.length === 0) return { wrong: 'Pick a room or a clay of yours for at least one line.' };
    return { words: 'Learned values taken over', entries: taughtEntries(taken, opened.name, at) };
  };
  return (
    <LogDialog title={`From ${opened.name}`} verb="Take them over" act={act} onClose={onClose}>
      {opened.lines.map((line, i) => (
        <ChoiceField
          key={i}
          label={`${line.name}: ${subjects[line.unknown]}`}
          help={`${factorWords(line)}, from ${line.checks} checks`}
          value={targetOf(line, i)}
          onChoose={(id) => setChosen({ ...chosen, [i]: id })}
          options={[
            { value: LEAVE, label: 'Leave it' },
            ...mine[line.subject].map(({ id, set }) => ({ value: id, label: `For ${set.name}` })),
          ]}
        />
      ))}
    </LogDialog>
  );
}

/** One lesson for each room or clay, with all that was picked for it; of two for one thing the last counts. */
export function taughtEntries(taken: { line: LearnedLine; to: string }[], from: string, at: number): Entry[] {
  const bodies = new Map<string, EntryBodies['learning.taught']>();
  for (const { line, to } of taken) {
    const { unknown, mean, sigma, pieces, checks } = line;
    const before = bodies.get(to);
    bodies.set(to, {
      belief: { ...before?.belief, [unknown]: { mean, sigma } },
      pieces: Math.max(before?.pieces ?? 0, pieces),
      checks: Math.max(before?.checks ?? 0, checks),
      from,
    });
  }
  return [...bodies].map(([to, body]) => entry('learning.taught', to, body, { at }));
}
