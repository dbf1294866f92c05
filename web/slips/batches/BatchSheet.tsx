import { useState, type ReactNode } from 'react';
import { Link as RouterLink, useNavigate, useParams } from 'react-router';
import { Box, Button, Typography } from '@mui/material';
import type { BatchAnswer } from '../../../api/routes.ts';
import { hazards, withheld } from '../../../core/hazard/hazard.ts';
import { nextLook, nextMaking, type BatchState } from '../../../core/log/batch.ts';
import { consistencyFor } from '../../../core/slip/consistency.ts';
import type { MakingStep } from '../../../core/slip/making.ts';
import { formatQuantity, type Instant } from '../../../core/units/quantity.ts';
import { LogDialog } from '../../saving/LogDialog.tsx';
import { useNow } from '../../asking/clock.ts';
import { useStudio, useUnits, useZone } from '../../asking/maker.ts';
import { useLog } from '../../saving/notice.tsx';
import { entry } from '../../saving/outbox.ts';
import { AnswerBoard, CautionLine, Trouble } from '../../ui/parts.tsx';
import { wordsFor } from '../../asking/server.ts';
import { copperGreen, faded, hairline, ink, slab } from '../../ui/theme.ts';
import { span, whenNear } from '../../ui/times.ts';
import { ColourStep, FeelStep, LabelStep, MeasureStep, weighedWords, WeighStep } from './BatchSteps.tsx';
import { to } from '../../../api/answers.ts';
import { useAnswer } from '../../asking/useAnswer.ts';

/** A batch being made: ticked off with wet hands, left and taken up again. */
export function BatchSheet() {
  const { id = '' } = useParams();
  const { data, error } = useAnswer(to('/api/batches/:id', { id }));
  const now = useNow();
  const zone = useZone();
  const units = useUnits();
  const navigate = useNavigate();
  const [leaving, setLeaving] = useState(false);
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Fetching the sheet …</Typography>;
  const { batch, catalogue } = data;
  const next = nextMaking(batch);
  const { begun } = batch;
  const ways = { powders: 'from powders', trimmings: 'from trimmings', bucket: 'from the throwing bucket' };
  return (
    <>
      <Typography variant="h2" component="h1">
        {begun.name}
      </Typography>
      <Box sx={{ color: faded, mb: 1 }}>
        {ways[begun.source]}, by {begun.road}, for{' '}
        {consistencyFor(begun.use, catalogue.wanted).name.toLowerCase()}
        {begun.waterKg > 0 && `; ${formatQuantity('mass', begun.waterKg, units)} of water in all`}
        {begun.dryKg !== undefined &&
          ` on ${formatQuantity('mass', begun.dryKg, units)} of bone-dry trimmings`}
      </Box>
      <AnswerBoard answer={answerOf(batch, next, now, zone)} />
      {batch.tubId !== null && (
        <Button variant="contained" component={RouterLink} to={`/slips/${batch.tubId}`} sx={{ mt: 2 }}>
          Go to its tub
        </Button>
      )}
      <Box component="ol" sx={{ listStyle: 'none', p: 0, mt: 3 }}>
        {batch.steps.map((step, i) => (
          <SheetStep
            key={step.id}
            step={step}
            number={i + 1}
            batch={batch}
            open={step === next}
            zone={zone}
            now={now}
            said={weighedWords(step, data, units)}
          >
            <StepForm step={step} answer={data} />
          </SheetStep>
        ))}
      </Box>
      {batch.endedAt === null && <Button onClick={() => setLeaving(true)}>Give this batch up</Button>}
      {leaving && (
        <LogDialog
          title={`Give up: ${begun.name}`}
          verb="Log given up"
          onClose={() => setLeaving(false)}
          onLogged={() => void navigate('/slips')}
          act={(at) => ({
            words: `${begun.name} given up`,
            entries: [entry('batch.abandoned', batch.id, { reason: '' }, { at })],
          })}
        >
          It leaves the shelf; its sheet stays in the log.
        </LogDialog>
      )}
    </>
  );
}

function answerOf(batch: BatchState, next: MakingStep | null, now: Instant, zone: string) {
  if (batch.tubId !== null)
    return {
      tone: 'rest' as const,
      headline: 'Made',
      detail: 'It is in its tub, with what was really weighed.',
    };
  if (batch.endedAt !== null) return { tone: 'rest' as const, headline: 'Given up', detail: '' };
  const look = nextLook(batch, now);
  if (look && !look.over)
    return {
      tone: 'soon' as const,
      headline: `Leave it until ${whenNear(look.at, now, zone)}`,
      detail: `Then ${look.name}: ${span(look.at - now)} to go. You can go on sooner if it is.`,
    };
  return {
    tone: 'now' as const,
    headline: next?.name ?? 'All done',
    detail: look ? `By now ${look.name}.` : '',
  };
}

interface SheetStepProps {
  step: MakingStep;
  number: number;
  batch: BatchState;
  open: boolean;
  zone: string;
  now: Instant;
  /** What came of it, once it is done. */
  said: string | null;
  children: ReactNode;
}

/** A step of the sheet: done with its time, open with its form and cautions, or still to come. */
function SheetStep({ step, number, batch, open, zone, now, said, children }: SheetStepProps) {
  const guarded = useStudio().data?.rooms.some(({ set }) => set.guarded) ?? false;
  const doneAt = batch.ticked[step.id];
  const done = doneAt !== undefined;
  return (
    <Box
      component="li"
      sx={{
        borderTop: `1px solid ${hairline}`,
        py: 1.25,
        pl: 2,
        borderLeft: `8px solid ${open ? ink : done ? copperGreen : 'transparent'}`,
      }}
    >
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline', flexWrap: 'wrap' }}>
        <Box
          sx={{
            fontFamily: slab,
            fontWeight: open ? 700 : 500,
            fontSize: open ? '1.4rem' : '1.1rem',
            flex: 1,
          }}
        >
          {number}. {step.name}
        </Box>
        {done && <Box sx={{ color: copperGreen, fontWeight: 700 }}>done {whenNear(doneAt, now, zone)}</Box>}
      </Box>
      {done && said && <Box sx={{ color: faded }}>{said}</Box>}
      {open && batch.endedAt === null && (
        <>
          <Box component="ul" sx={{ my: 0.5, pl: 3, fontSize: '1.1rem' }}>
            {step.how.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </Box>
          {step.hazards.map((hazard) => (
            <CautionLine key={hazard} hazard={hazards[hazard]} />
          ))}
          {guarded && step.hazards.some((hazard) => withheld.includes(hazard)) && (
            <Trouble>Not for pupils or in pregnancy: hand this step to an adult. Local rules decide.</Trouble>
          )}
          <Box sx={{ mt: 2 }}>{children}</Box>
        </>
      )}
    </Box>
  );
}

function StepForm({ step, answer }: { step: MakingStep; answer: BatchAnswer }) {
  const log = useLog();
  const { batch } = answer;
  switch (step.asks) {
    case 'weigh':
      return <WeighStep answer={answer} which="dry" />;
    case 'adjust':
      return <WeighStep answer={answer} which="adjusting" />;
    case 'measure':
      return <MeasureStep {...answer} />;
    case 'feel':
      return <FeelStep {...answer} />;
    case 'colour':
      return <ColourStep {...answer} />;
    case 'label':
      return <LabelStep {...answer} />;
    case 'tick':
      return (
        <Button
          variant="contained"
          sx={{ minHeight: 64, minWidth: 200, fontSize: '1.2rem' }}
          onClick={() =>
            void log(`${batch.begun.name}: ${step.name.toLowerCase()}`, [
              entry('batch.ticked', batch.id, { stepId: step.id }),
            ])
          }
        >
          Done
        </Button>
      );
  }
}
