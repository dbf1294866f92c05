import { useState } from 'react';
import { Box, Button, Typography } from '@mui/material';
import { isSign } from '../../core/coat/sign.ts';
import { timedIn } from '../../core/plan/dispatch.ts';
import { hazardsOf, remedyFor, type NextStep } from '../../core/plan/next.ts';
import { standingOf } from '../../core/plan/standing.ts';
import { techniqueOf } from '../../core/catalogue/catalogue.ts';
import type { Planned } from '../../core/technique/layer.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { PiecePicture } from '../draw/PiecePicture.tsx';
import { SectionPicture } from '../draw/SectionPicture.tsx';
import { answerFor, between } from '../ui/answer.ts';
import { useHere } from '../ui/here.ts';
import { useZone } from '../asking/maker.ts';
import { CautionLine, Trouble } from '../ui/parts.tsx';
import { faded, hairline, paper, slab, tones } from '../ui/theme.ts';
import { AsBefore } from '../steps/AsBefore.tsx';
import { useHistory } from '../steps/useRecord.ts';
import { NO_TUB, useDoneForm, type DoneForm } from '../acting/doneForm.ts';
import { ForAdults } from '../acting/ForAdults.tsx';
import { useShelf } from '../tubs/shelf.ts';
import { suitWord } from '../tubs/tubWords.ts';
import { consistencyFor } from '../../core/slip/consistency.ts';
import { TubVerdict, Withheld } from '../tubs/TubVerdict.tsx';
import { GoesWrong } from './GoesWrong.tsx';
import { Done, Foot, Seen } from './StepTargets.tsx';
import { Countdown } from './Countdown.tsx';
import { inWords, wetOf } from './PieceTabs.tsx';
import type { LedPiece } from './useLed.ts';

interface StepBoardProps {
  led: LedPiece;
  now: Instant;
  /** The piece in hand asks for nothing more at once. */
  onDone: () => void;
  /** Puts it down; null where there is no other. */
  onLeave: (() => void) | null;
}

/** The step of the piece in hand: what, with what, how, until when; one large target for done, one for the sign. */
export function StepBoard(props: StepBoardProps) {
  const { led, now, onLeave } = props;
  const { next, coming } = led;
  const planned = next?.planned ?? coming;
  if (!planned) return <AllDone led={led} onLeave={onLeave} />;
  return next && !standingOf(next, now).wait ? (
    <Doing {...props} next={next} />
  ) : (
    <Board {...props} planned={planned} form={null} />
  );
}

/** A step that is to be done: what is typed of it, and said of its tub, is one. */
function Doing({ next, ...props }: StepBoardProps & { next: NextStep }) {
  const { pieceId, name, areaM2, wall } = props.led;
  const form = useDoneForm({ pieceId, pieceName: name, areaM2, wall, step: next });
  return <Board {...props} planned={next.planned} form={form} />;
}

function Board({
  led,
  now,
  onDone,
  onLeave,
  planned,
  form,
}: StepBoardProps & { planned: Planned; form: DoneForm | null }) {
  const { next } = led;
  const waits = standingOf(next, now).wait;
  return (
    <>
      <Box
        sx={{
          flex: 1,
          px: { xs: 1.5, sm: 4 },
          pt: 2,
          pb: 20,
          '@media (max-height: 560px)': { pb: 2 },
          maxWidth: 1080,
          width: '100%',
          mx: 'auto',
        }}
      >
        <Heading led={led} planned={planned} now={now} />
        {waits ? <Look led={led} now={now} /> : <How planned={planned} led={led} form={form} />}
        <GoesWrong planned={planned} led={led} />
        <ForAdults planned={planned} />
        {hazardsOf(planned, form?.chosen?.shelf.waste).map((hazard) => (
          <CautionLine key={hazard.id} hazard={hazard} />
        ))}
        {onLeave && (
          <Button onClick={onLeave} sx={{ mt: 2, px: 0 }}>
            Next urgent piece
          </Button>
        )}
      </Box>
      <Foot>
        {waits && next ? (
          <Seen led={led} next={next} onDone={onDone} />
        ) : next && form ? (
          <Done led={led} next={next} form={form} onDone={onDone} />
        ) : (
          <Box role="status" sx={{ py: 2, fontSize: '1.2rem' }}>
            Its time is being worked out …
          </Box>
        )}
      </Foot>
    </>
  );
}

function Heading({ led, planned, now }: { led: LedPiece; planned: Planned; now: Instant }) {
  const here = useHere();
  const answer = led.next && answerFor(led.next, { ...here, now }, led.piece.cover);
  const { colour } = tones[answer?.tone ?? 'rest'];
  const layer = led.piece.layers.find(({ id }) => planned.refs.some((ref) => ref.layer === id));
  const technique = layer && techniqueOf(layer);
  const { wait } = standingOf(led.next, now);
  return (
    <Box
      sx={{
        display: 'flex',
        gap: { xs: 1.5, sm: 3 },
        alignItems: { xs: 'center', sm: 'flex-end' },
        borderLeft: `12px solid ${colour}`,
        pl: { xs: 1, sm: 2 },
        // on a phone the task stays in sight while its words are read
        '@media (max-width: 599px) and (min-height: 561px)': {
          position: 'sticky',
          top: 0,
          zIndex: 2,
          background: paper,
        },
      }}
    >
      <Box
        sx={{
          flexShrink: 0,
          maxWidth: { xs: 64, sm: 190 },
          '& svg': { '@media (max-width: 599px)': { width: 64, height: 64 } },
        }}
      >
        <PiecePicture look={led.look} clay={led.wall.body} wet={wetOf(led)} height={150} />
      </Box>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Box sx={{ fontSize: { xs: '1.05rem', sm: '1.2rem' } }}>
          <Box component="span" sx={{ color: colour, fontFamily: slab, fontWeight: 700, mr: 1.5 }}>
            {answer ? answer.word : '…'}
          </Box>
          <b>{led.name}</b>
        </Box>
        <Typography variant="h1" sx={{ fontSize: { xs: '1.8rem', sm: '3.2rem' }, my: { xs: 0, sm: 0.5 } }}>
          {answer ? answer.headline : planned.step.name}
        </Typography>
        <Box sx={{ fontSize: { xs: '1.1rem', sm: '1.25rem' } }}>{answer && !wait ? answer.detail : ''}</Box>
      </Box>
      {technique && (
        <Box sx={{ width: 190, display: { xs: 'none', md: 'block' } }}>
          <SectionPicture
            technique={technique}
            schools={layer.schools}
            as="made"
            upTo={planned.refs[0]!.step}
            height={92}
          />
        </Box>
      )}
    </Box>
  );
}

/** What is waited for: how it looks, and by the second when it is forecast. */
function Look({ led: { next }, now }: { led: LedPiece; now: Instant }) {
  const zone = useZone();
  const wait = next?.wait;
  if (!next || !wait) return null;
  const [spread] = next.windows;
  return (
    <Box sx={{ mt: 3 }}>
      {wait.to > now && (
        <Box
          role="timer"
          sx={{ fontFamily: slab, fontWeight: 700, fontSize: { xs: '3rem', sm: '4.4rem' }, lineHeight: 1.1 }}
        >
          {inWords(wait.to, now, zone)}
        </Box>
      )}
      <Box sx={{ fontSize: '1.4rem' }}>
        {isSign(wait.what) ? `It shows so: ${wait.look}` : `You see it: ${wait.what}`}
        {wait.to > now && between(spread?.opens, now, zone, ', most likely ')}.
      </Box>
      <Box sx={{ color: faded, mt: 1 }}>Then {next.name.toLowerCase()}. The sign counts, not the minute.</Box>
    </Box>
  );
}

/** How it is done, with what, and what to look at. */
function How({ planned, led, form }: { planned: Planned; led: LedPiece; form: DoneForm | null }) {
  const { step } = planned;
  const history = useHistory(led.piece.like);
  const timed = timedIn(step.effects);
  const late = led.next?.status === 'closed' ? remedyFor(led.next) : '';
  return (
    <Box sx={{ mt: 2.5 }}>
      {late && <Trouble>{late}</Trouble>}
      {form && <FromTub form={form} />}
      <Box sx={{ fontSize: '1.2rem' }}>
        <AsBefore history={history} planned={planned} />
      </Box>
      <Box component="ol" sx={{ m: 0, pl: 3.5, fontSize: { xs: '1.2rem', sm: '1.45rem' }, lineHeight: 1.45 }}>
        {step.words.map((words) => (
          <li key={words}>{words}</li>
        ))}
      </Box>
      {step.look.length > 0 && (
        <Box sx={{ mt: 1.5, fontSize: '1.2rem' }}>
          <b>Look:</b> {step.look.join('; ')}.
        </Box>
      )}
      {timed && (
        <Box sx={{ mt: 2 }}>
          <Countdown
            of={`${led.pieceId} ${planned.key}`}
            seconds={Math.round(timed.seconds)}
            what={timed.what}
          />
        </Box>
      )}
    </Box>
  );
}

/** The tub that it comes from and whether its slip is right for this today; where none is said, those to choose from. */
function FromTub({ form: { laid, chosen, tubs, typed, takesM3, set } }: { form: DoneForm }) {
  const [others, setOthers] = useState(false);
  const { data } = useShelf();
  if (!laid) return null;
  if (tubs.offered.length === 0) {
    const wanted = consistencyFor(laid, data?.catalogue.wanted);
    return (
      <Box sx={{ borderLeft: `8px solid ${hairline}`, pl: 1.5, mb: 1.5, fontSize: '1.2rem' }}>
        No tub is set for it: {wanted.name.toLowerCase()}, SG {wanted.gravity.from} to {wanted.gravity.to}.
      </Box>
    );
  }
  const asks = others || (!chosen && typed.tub !== NO_TUB);
  const choose = (tub: string) => {
    set({ tub });
    setOthers(false);
  };
  return (
    <Box sx={{ mb: 1.5, fontSize: '1.2rem' }}>
      {chosen && <TubVerdict {...chosen} takesM3={takesM3} />}
      {!chosen && typed.tub === NO_TUB && 'Slip that is not on the shelf.'}
      {asks ? (
        <Box
          role="group"
          aria-label="From which tub?"
          sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 1 }}
        >
          <Box sx={{ flexBasis: '100%', fontWeight: 700 }}>From which tub?</Box>
          {tubs.offered.slice(0, SHOWN).map(({ shelf, suited }) => (
            <Button
              key={shelf.tub.id}
              variant="outlined"
              sx={{ minHeight: 56 }}
              onClick={() => choose(shelf.tub.id)}
            >
              {shelf.tub.made.name}: {suitWord(suited)}
            </Button>
          ))}
          <Button variant="text" sx={{ minHeight: 56 }} onClick={() => choose(NO_TUB)}>
            None of the shelf
          </Button>
        </Box>
      ) : (
        <Button sx={{ px: 0 }} onClick={() => setOthers(true)}>
          Another tub
        </Button>
      )}
      <Withheld tubs={tubs.withheld} />
    </Box>
  );
}

/** So many tubs are offered at once; the rest stand in the form. */
const SHOWN = 6;

function AllDone({ led, onLeave }: { led: LedPiece; onLeave: (() => void) | null }) {
  return (
    <Box sx={{ p: { xs: 2, sm: 4 } }}>
      <Typography variant="h1">{led.name}: all steps done</Typography>
      {onLeave && (
        <Button variant="contained" onClick={onLeave} sx={{ mt: 3, minHeight: 72 }}>
          Another piece
        </Button>
      )}
    </Box>
  );
}
