import { useState } from 'react';
import { Box, Button, TextField } from '@mui/material';
import type { PieceAnswer } from '../../api/routes.ts';
import { stages } from '../../core/clay/stage.ts';
import { questions } from '../../core/forecast/touchCheck.ts';
import { stands } from '../../core/form/places.ts';
import { coverNamed } from '../../core/drying/face.ts';
import type { Entry } from '../../core/log/entry.ts';
import { routeOf, techniqueNames, type PieceState } from '../../core/log/piece.ts';
import type { Effect } from '../../core/technique/technique.ts';
import { refKey, type StepRef } from '../../core/technique/layer.ts';
import { formatFixed, formatQuantity, type Instant, type UnitChoice } from '../../core/units/quantity.ts';
import { ActLog } from '../saving/ActLog.tsx';
import { useStudio, useUnits } from '../asking/maker.ts';
import { useLog } from '../saving/notice.tsx';
import { entry } from '../saving/outbox.ts';
import { Section } from '../ui/parts.tsx';
import { faded } from '../ui/theme.ts';
import { whenNear } from '../ui/times.ts';
import { waitWords } from '../ui/answer.ts';
import { effectWords } from '../../core/operation/rows.ts';
import { roleWords } from '../planning/wallScene.ts';
import { useTubNames } from '../tubs/shelf.ts';
import { whereFrom } from '../steps/whereFrom.ts';

interface PieceLogProps {
  piece: PieceState;
  acts: PieceAnswer['acts'];
  now: Instant;
  zone: string;
  checks: string | null;
}

export function PieceLog({ piece, acts, now, zone, checks }: PieceLogProps) {
  const log = useLog();
  const words = useEntryWords(piece);
  const [text, setText] = useState('');
  const note = async () => {
    if (text.trim() === '') return;
    const outcome = await log('note', [entry('piece.noted', piece.id, { text: text.trim() })]);
    if (outcome.kind !== 'refused') setText('');
  };
  return (
    <Section title="Log">
      {checks && <Box sx={{ mb: 1 }}>{checks}</Box>}
      <Box
        component="form"
        onSubmit={(event) => {
          event.preventDefault();
          void note();
        }}
        sx={{ display: 'flex', gap: 1.5, mb: 2 }}
      >
        <TextField label="Note" fullWidth value={text} onChange={(event) => setText(event.target.value)} />
        <Button type="submit" variant="outlined">
          Log note
        </Button>
      </Box>
      <ActLog
        acts={acts}
        subject={piece.id}
        words={words}
        beside={(e) => e.kind === 'piece.pictured' && <Thumb file={e.body.thumb} />}
        now={now}
        zone={zone}
      />
    </Section>
  );
}

/** How entries of a piece's log read, with rooms and tubs by their names. */
function useEntryWords(piece: PieceState): (e: Entry) => string {
  const units = useUnits();
  const { data: studio } = useStudio();
  const tub = useTubNames();
  const room = (id: string) => studio?.rooms.find((of) => of.id === id)?.set.name ?? id;
  return (e) => entryWords(e, piece, units, { room, tub });
}

/** The last that was logged of a piece, with its undo. */
export function LastAct({ piece, acts, now, zone }: Omit<PieceLogProps, 'checks'>) {
  const log = useLog();
  const wordsOf = useEntryWords(piece);
  const standing = acts.filter((of) => of.standing && of.entries.some(({ subject }) => subject === piece.id));
  const act = standing.reduce<(typeof acts)[number] | undefined>(
    (a, b) => (a && a.n > b.n ? a : b),
    undefined,
  );
  const last = act?.entries.findLast(({ subject }) => subject === piece.id);
  if (!act || !last || last.kind === 'piece.made') return null;
  const words = wordsOf(last);
  return (
    <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', minHeight: 48 }}>
      <Box sx={{ color: faded }}>
        Logged last: {words}, {whenNear(Date.parse(last.at), now, zone)}
      </Box>
      <Button
        aria-label={`Undo what was logged last: ${words}`}
        onClick={() =>
          void log(`undo of ${words.toLowerCase()}`, [entry('act.retracted', act.id, { reason: '' })])
        }
      >
        Undo
      </Button>
    </Box>
  );
}

const Thumb = ({ file }: { file: string }) => (
  <img
    src={`/api/photos/${file}`}
    alt=""
    width={48}
    height={48}
    loading="lazy"
    style={{ objectFit: 'cover' }}
  />
);

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** What was done without a step of its own; null where its effect says it all. */
const besideThePlan = (effects: Effect<number>[]): string | null =>
  effects.some(({ does }) => does === 'coat')
    ? 'Coat beside the plan'
    : effects.some(({ does }) => does === 'cut')
      ? 'Trimmed'
      : null;

/** The face that is meant, where it is not the outside. */
const faceWords = ({ face }: Entry): string => (face === 'inside' ? ', inside' : '');

/** An entry of a piece's log in words. */
function entryWords(
  e: Entry,
  piece: PieceState,
  units: UnitChoice,
  names: { room: (id: string) => string; tub: (id: string) => string | undefined },
): string {
  const stepName = ([ref]: StepRef[]) => {
    if (!ref) return null;
    const key = refKey(ref);
    const planned = routeOf(piece).planned.find(({ refs }) => refs.some((of) => refKey(of) === key));
    return planned?.step.name ?? ref.step;
  };
  const stageName = (stage: string) => stages.find((s) => s.stage === stage)!.name.toLowerCase();
  switch (e.kind) {
    case 'piece.made':
      return e.body.stage ? `On the bench, ${stageName(e.body.stage)}` : 'Made';
    case 'piece.corrected':
      return 'Its figures corrected';
    case 'piece.routed':
      return `Planned anew: ${techniqueNames(e.body.layers)}`;
    case 'piece.felt':
      return `Felt: ${questions.flatMap((q) => q.options.filter((o) => o.answer === e.body[q.id]).map((o) => o.name.toLowerCase())).join(', ')}`;
    case 'piece.covered':
      return (
        (e.body.part === undefined ? '' : `${partName(piece, e.body.part)}: `) +
        coverNamed(e.body.cover).name +
        (e.body.stand === 'board'
          ? ''
          : `, ${stands.find((s) => s.stand === e.body.stand)!.name.toLowerCase()}`)
      );
    case 'piece.parted':
      return `${roleWords(e.body.role)} made, ${coverNamed(e.body.cover).name.toLowerCase()}`;
    case 'piece.moved':
      return `Moved to ${names.room(e.body.roomId)}`;
    case 'piece.done': {
      const { refs, effects, slip, tubs, zone, outcome, faults, note } = e.body;
      const what = effects.flatMap((effect) => effectWords(effect, units) ?? []).join(', ');
      const of = slip
        ? ` at SG ${formatFixed(slip.specificGravity, 2, units)}${slip.adjusted === 'none' ? '' : `, ${slip.adjusted}`}`
        : '';
      const name = stepName(refs) ?? besideThePlan(effects);
      const done = name === null ? capital(what) : `${name}${what && `, ${what}`}`;
      const where = whereFrom(tubs, zone ? [zone] : [], names.tub);
      return `${done}${of}${where && `, ${where}`}${faceWords(e)}${outcome ? `: ${outcome}` : ''}${faults.length > 0 ? `, ${faults.join(', ')}` : ''}${note ? `. ${note}` : ''}`;
    }
    case 'piece.seen':
      return `${stepName(e.body.refs)}: ${waitWords(e.body.what)}`;
    case 'piece.left-out':
      return `${stepName(e.body.refs)} left out${e.body.reason ? `. ${e.body.reason}` : ''}`;
    case 'piece.redo':
      return `${stepName([e.body.ref])}: ${e.body.sign}. Done again from an earlier step`;
    case 'piece.checked':
      return `Checked: ${stageName(e.body.stage)}`;
    case 'piece.sampled':
      return `Checked by its like${e.body.stage ? `: ${stageName(e.body.stage)}` : ''}`;
    case 'piece.faulted':
      return `Went wrong: ${e.body.fault}`;
    case 'piece.coded':
      return `Code ${e.body.code} cut in`;
    case 'piece.pictured':
      return 'Photographed';
    case 'piece.handed':
      return 'Handed in';
    case 'piece.grouped':
      return e.body.groups.length > 0 ? 'Put into a group' : 'Taken out of its groups';
    case 'piece.weighed':
      return `Weighed: ${formatQuantity('mass', e.body.massKg - e.body.tareKg, units)}`;
    case 'piece.noted':
      return e.body.text;
    case 'piece.finished':
      return `Finished: ${e.body.outcome}${e.body.faults.length > 0 ? `, ${e.body.faults.join(', ')}` : ''}`;
    default:
      return e.kind;
  }
}

const partName = ({ parts }: PieceState, part: string): string =>
  roleWords(parts.find((of) => of.part === part)?.role ?? 'handle');
