import { useState, type ReactNode } from 'react';
import { Box, Button, ButtonBase, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { stages, stagesApart, type Stage, type StageDescription } from '../../core/clay/stage.ts';
import {
  contradiction,
  emptyTouchCheck,
  questions,
  type TouchCheck,
  type Question,
} from '../../core/forecast/touchCheck.ts';
import type { Cover } from '../../core/drying/face.ts';
import { isPlace, type PlaceName } from '../../core/form/places.ts';
import type { PlaceNow } from '../../core/piece/places.ts';
import type { PiecePlan } from '../../core/plan/plan.ts';
import { useDraft } from '../ui/draft.ts';
import { LogDialog } from '../saving/LogDialog.tsx';
import { clayChecked } from '../../core/log/acts/checked.ts';
import { stamped } from '../saving/outbox.ts';
import { Trouble } from '../ui/parts.tsx';
import { board, faded, hairline, ink } from '../ui/theme.ts';
import { QuestionPicture } from './QuestionPicture.tsx';
import { wallWords } from '../planning/wallScene.ts';

/** The piece that is touched. */
export interface Checked {
  id: string;
  name: string;
  cover: Cover;
  /** Where it can be felt, each with its stage by the log; null where that is still being worked out. */
  places: { place: PlaceName; stage: StageDescription | null }[];
}

export const checkedOf = ({ piece, places }: PiecePlan): Checked => ({
  id: piece.id,
  name: piece.made.name,
  cover: piece.cover,
  // a band or a part of the wall is told by its steps
  places: places.places.filter((p): p is PlaceNow & { place: PlaceName } => isPlace(p.place)),
});

interface CheckDialogProps {
  of: Checked;
  /** Pieces made, kept and treated alike: what is found teaches them too. */
  alike?: { id: string; name: string }[];
  onClose: () => void;
  children?: ReactNode;
}

/** A touch check: what is felt and seen, question by question, or the stage outright. */
export function CheckDialog({ of, alike = [], onClose, children }: CheckDialogProps) {
  const { id, name, cover, places } = of;
  const [typed, setTyped, forget] = useDraft(`check ${id}`, () => ({
    answers: emptyTouchCheck as TouchCheck,
    stage: null as Stage | null,
    place: 'wall' as PlaceName,
  }));
  const { answers, stage, place } = typed;
  const set = (change: Partial<typeof typed>) => setTyped((last) => ({ ...last, ...change }));
  const [outright, setOutright] = useState(stage !== null);
  const computed = places.find((p) => p.place === place)?.stage ?? null;
  const surprising = stage !== null && computed !== null && stagesApart(stage, computed.stage) >= 2;
  const clash = contradiction(answers);
  const act = (at: number) => {
    const drafts = clayChecked({
      ...{ id, place, answers, stage },
      confirmed: surprising,
      alike: alike.map((other) => other.id),
    });
    return drafts.length === 0
      ? { wrong: 'Answer at least one question, or say which stage it is.' }
      : {
          words: `${name} checked${alike.length > 0 ? `, for ${alike.length} more` : ''}`,
          entries: stamped(drafts, at),
        };
  };
  return (
    <LogDialog
      title={`Check the clay: ${name}`}
      verb={surprising || clash ? 'Log it as I felt it' : 'Log check'}
      act={act}
      onClose={onClose}
      forget={forget}
    >
      {children}
      <ToggleButtonGroup
        exclusive
        value={place}
        onChange={(_event, chosen: PlaceName | null) => chosen && set({ place: chosen })}
        aria-label="Where"
        sx={{ flexWrap: 'wrap' }}
      >
        {places.map((p) => (
          <ToggleButton key={p.place} value={p.place}>
            {wallWords(p.place)}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {questions.map((question) => (
        <QuestionRow
          key={question.id}
          question={question}
          answer={answers[question.id]}
          onAnswer={(answer) => set({ answers: { ...answers, [question.id]: answer } as TouchCheck })}
        />
      ))}
      {cover !== 'open' && cover !== 'fan' && (
        <Box sx={{ color: faded }}>
          Cold says nothing until it has stood uncovered some ten minutes: leave that one, or wait.
        </Box>
      )}
      {outright ? (
        <StageChoice stage={stage} onStage={(chosen) => set({ stage: chosen })} />
      ) : (
        <Button sx={{ justifySelf: 'start', px: 0 }} onClick={() => setOutright(true)}>
          Say the stage outright
        </Button>
      )}
      {clash && (
        <Trouble>
          These hardly go together: {clash[0]}, and {clash[1]}. Feel again, each at the same spot. If you
          still find both, log it: your hands count for more.
        </Trouble>
      )}
      {surprising && <Surprising place={place} computed={computed.name} />}
    </LogDialog>
  );
}

function StageChoice({ stage, onStage }: { stage: Stage | null; onStage: (stage: Stage) => void }) {
  return (
    <Box role="radiogroup" aria-label="What the hands say" sx={{ display: 'grid', gap: 0.75 }}>
      {stages.map((s) => (
        <ButtonBase
          key={s.stage}
          role="radio"
          aria-checked={stage === s.stage}
          onClick={() => onStage(s.stage)}
          sx={{
            display: 'block',
            textAlign: 'left',
            minHeight: 56,
            px: 2,
            py: 1,
            border: `2px solid ${stage === s.stage ? ink : hairline}`,
            font: 'inherit',
            background: stage === s.stage ? ink : board,
            color: stage === s.stage ? board : ink,
            '&:focus-visible': { outline: `3px solid ${ink}` },
          }}
        >
          <b>{s.name}</b>
          <br />
          {s.signs.join(' · ')}
        </ButtonBase>
      ))}
    </Box>
  );
}

function QuestionRow({
  question,
  answer,
  onAnswer,
}: {
  question: Question;
  answer: string | null;
  onAnswer: (answer: string | null) => void;
}) {
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '56px 1fr', columnGap: 1.5, alignItems: 'center' }}>
      <QuestionPicture id={question.id} />
      <Box>
        <Box sx={{ fontWeight: 650 }}>{question.asks}</Box>
        <ToggleButtonGroup
          exclusive
          value={answer}
          onChange={(_event, chosen: string | null) => onAnswer(chosen)}
          aria-label={question.asks}
          sx={{ flexWrap: 'wrap' }}
        >
          {question.options.map((option) => (
            <ToggleButton key={option.answer} value={option.answer}>
              {option.name}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      </Box>
    </Box>
  );
}

/** The hands say otherwise than the log. */
const Surprising = ({ place, computed }: { place: PlaceName; computed: string }) => (
  <Trouble>
    By the log its {wallWords(place).toLowerCase()} should be {computed.toLowerCase()}. Feel another spot, and
    lift the plastic a while first if it was covered. If you still find it so, log it: your hands count for
    more.
  </Trouble>
);
