import { Link as RouterLink, useParams } from 'react-router';
import { Box, Typography } from '@mui/material';
import type { PieceAnswer } from '../../api/routes.ts';
import { wetness } from '../../core/clay/colour.ts';
import { waterAtIndex } from '../../core/clay/stage.ts';
import type { Wet } from '../../core/plan/moistureForecast.ts';
import { nextStep, type NextStep } from '../../core/plan/next.ts';
import { foldPiece, techniqueNames, type PieceState } from '../../core/log/piece.ts';
import type { PlanInput } from '../../core/piece/planInput.ts';
import { stateName, type PiecePlan } from '../../core/plan/plan.ts';
import { formatQuantity, MINUTE, type Instant } from '../../core/units/quantity.ts';
import { PiecePicture } from '../draw/PiecePicture.tsx';
import { isPast } from '../../core/plan/standing.ts';
import { kilnDryAt } from '../../core/plan/follows.ts';
import { wantedWords, answerFor, coverWords, movedWords, type Here } from '../ui/answer.ts';
import { useHere } from '../ui/here.ts';
import { useUnits, useZone } from '../asking/maker.ts';
import { AnswerBoard, CautionLine, Section, Trouble } from '../ui/parts.tsx';
import { wordsFor } from '../asking/server.ts';
import { faded, reachable } from '../ui/theme.ts';
import { shortDate, clockTime, whenNear } from '../ui/times.ts';
import { Conflicts } from '../layers/Conflicts.tsx';
import { ActionRow } from './ActionRow.tsx';
import { SilentSensor } from './SilentSensor.tsx';
import { LastAct, PieceLog } from './PieceLog.tsx';
import type { WorkedPlan } from '../planning/planMessages.ts';
import { Photos } from './Photos.tsx';
import { Parts } from './Parts.tsx';
import { Places } from './Places.tsx';
import { Steps } from '../steps/Steps.tsx';
import { WentWrong } from '../steps/WentWrong.tsx';
import { WallOverTime } from './WallOverTime.tsx';
import { useCase, usePlan } from '../planning/usePlan.ts';
import { to } from '../../api/answers.ts';
import { useAnswer } from '../asking/useAnswer.ts';

/** One piece: what now and until when, its wall over time, its steps, its log. */
export function Piece() {
  const { id = '' } = useParams();
  const { data, error } = useAnswer(to('/api/pieces/:id', { id }));
  const given = useCase(data);
  const here = useHere();
  const { now, zone } = here;
  const planned = usePlan(given, given !== data?.given, now);
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Fetching the piece …</Typography>;
  const piece = foldPiece(id!, everything(data.acts, id!));
  if (!piece) return <Trouble>This piece is not in the log: go back to Pieces.</Trouble>;
  if (!given || planned?.failed || (planned && !planned.plan))
    return (
      <>
        <Title piece={piece} />
        <Trouble>{planned?.unplanned ?? whyUnplanned(data, planned?.failed ?? null)}</Trouble>
        <PieceLog piece={piece} acts={data.acts} now={now} zone={zone} checks={null} />
      </>
    );
  if (!planned?.plan)
    return (
      <>
        <Title piece={piece} />
        {data.answers && !isPast(data.answers, now) && !piece.finished && (
          <AnswerBoard answer={answerFor(nextStep(data.answers, now, data.meant?.next), here, piece.cover)} />
        )}
        <Typography role="status">The wall is being worked out …</Typography>
      </>
    );
  return (
    <PieceView
      plan={planned.plan}
      given={given}
      nights={planned.nights}
      acts={data.acts}
      look={data.look}
      moved={movedWords(data.moved, here)}
      meant={given === data.given ? data.meant : null}
      wantedAt={data.wantedAt}
      sensor={data.sensor}
      here={here}
    />
  );
}

/** All that was ever logged of a piece, whether it stands or not. */
const everything = (acts: PieceAnswer['acts'], id: string) => {
  const of = (standing: boolean) =>
    acts.filter((act) => act.standing === standing).flatMap((act) => act.entries);
  const about = [...of(true), ...of(false)].filter((e) => e.subject === id && e.kind.startsWith('piece.'));
  return about.some((e) => e.kind === 'piece.made') ? about : [];
};

function whyUnplanned({ unplanned }: PieceAnswer, failed: string | null): string {
  if (unplanned === 'undone')
    return 'The making of this piece was undone. “Redo” in its log brings it back with all that was logged of it.';
  if (unplanned) return unplanned.message;
  return `This wall could not be worked out (${failed ?? 'for no known reason'}). Its log is kept: check its figures and times, or undo what was logged last.`;
}

function Title({ piece, clay }: { piece: PieceState; clay?: string }) {
  const zone = useZone();
  const units = useUnits();
  return (
    <Box sx={{ display: 'flex', columnGap: 2, alignItems: 'baseline', flexWrap: 'wrap', mb: 1 }}>
      <Typography variant="h2" component="h1">
        {piece.made.name}
      </Typography>
      <Box sx={{ color: faded }}>
        {clay && `${clay}, `}wall {formatQuantity('length', piece.form.wallM, units)}, made{' '}
        {shortDate(piece.madeAt, zone)} {clockTime(piece.madeAt, zone)} · {techniqueNames(piece.layers)}{' '}
        <Box
          component={RouterLink}
          to={`/pieces/${piece.id}/correct`}
          sx={{ ...reachable, color: 'inherit' }}
        >
          Correct
        </Box>{' '}
        <Box component={RouterLink} to={`/pieces/${piece.id}/layers`} sx={{ ...reachable, color: 'inherit' }}>
          Change layers
        </Box>{' '}
        <Box
          component={RouterLink}
          to={`/pieces/new?like=${piece.id}`}
          sx={{ ...reachable, color: 'inherit' }}
        >
          Another like it
        </Box>
      </Box>
    </Box>
  );
}

interface PieceViewProps {
  plan: PiecePlan;
  given: PlanInput;
  nights: WorkedPlan['nights'];
  acts: PieceAnswer['acts'];
  look: PieceAnswer['look'];
  moved: string | null;
  meant: PieceAnswer['meant'];
  wantedAt: Instant | null;
  sensor: PieceAnswer['sensor'];
  here: Here;
}

function PieceView({
  plan,
  given,
  nights,
  acts,
  look,
  moved,
  meant,
  wantedAt,
  sensor,
  here,
}: PieceViewProps) {
  const { now, zone } = here;
  const next = plan.piece.finished ? null : nextStep(plan, now, meant?.next);
  const answer = answerFor(next, here, plan.piece.cover);
  const shownAt = Math.floor(now / MINUTE) * MINUTE;
  const { piece } = plan;
  const cautions = [...plan.warnings, ...(answer.tone === 'rest' ? [] : plan.cautions)];
  return (
    <>
      <Title piece={piece} clay={given.body.name} />
      <Box
        sx={{
          display: 'grid',
          columnGap: 3,
          gridTemplateColumns: { lg: cautions.length > 0 ? 'minmax(0, 1fr) 236px' : '1fr' },
        }}
      >
        <Box>
          <Board {...{ plan, given, acts, look, moved, meant, wantedAt, here, next, answer }} />
        </Box>
        <Box>
          {cautions.map((hazard) => (
            <CautionLine key={hazard.id} hazard={hazard} />
          ))}
        </Box>
      </Box>
      <SilentSensor sensor={sensor} now={now} zone={zone} />
      {!piece.finished && <Conflicts conflicts={plan.conflicts} />}
      {plan.believed.unread.map((weighing) => (
        <Trouble key={weighing.at}>
          The weighing of {whenNear(weighing.at, now, zone)} is kept, but not used: {weighing.reason}.
        </Trouble>
      ))}
      <WallOverTime plan={plan} given={given} nights={nights} shownAt={shownAt} here={here} />
      <Parts plan={plan} now={shownAt} zone={zone} />
      {piece.fired === 'raw' && <Places places={plan.places} body={given.body} now={shownAt} />}
      <Section title="Steps">
        <Steps plan={plan} meant={meant?.next ?? null} here={here} />
      </Section>
      <Photos facts={given} now={shownAt} zone={zone} />
      <WentWrong facts={given} now={shownAt} />
      <PieceLog piece={piece} acts={acts} now={now} zone={zone} checks={checksWords(plan)} />
    </>
  );
}

/** What it asks for, and what is done about it. */
function Board({
  plan,
  given,
  acts,
  look,
  moved,
  meant,
  wantedAt,
  here,
  next,
  answer,
}: Omit<PieceViewProps, 'nights' | 'sensor'> & {
  next: NextStep | null;
  answer: ReturnType<typeof answerFor>;
}) {
  const { now, zone } = here;
  const { piece } = plan;
  const cover = coverWords(meant, piece.cover, here);
  return piece.finished ? (
    <AnswerBoard
      answer={{
        tone: 'rest',
        word: 'Finished',
        headline: `Finished: ${piece.finished.outcome}`,
        detail: piece.finished.note,
      }}
    />
  ) : (
    <AnswerBoard
      answer={answer}
      picture={look && <PiecePicture look={look} clay={given.body} wet={wetNow(plan, given)} height={132} />}
      about={
        piece.fired === 'raw' ? (
          <span>
            The wall is {plan.now.stage.name.toLowerCase()}: {Math.round(plan.now.meanIndex)} on the moisture
            index, its surface {Math.round(plan.now.outerIndex)}
          </span>
        ) : (
          <span>It is {stateName(plan.now).toLowerCase()} ware: its clay dries no more</span>
        )
      }
    >
      {moved && <Box sx={{ color: faded }}>{moved}</Box>}
      {cover && <Box sx={{ mt: 1 }}>{cover}</Box>}
      {wantedAt !== null && piece.fired === 'raw' && (
        <Box>
          Wanted by {whenNear(wantedAt, now, zone)}: {wantedWords(wantedAt, dryTimes(plan), here)}.
        </Box>
      )}
      <ActionRow
        plan={plan}
        given={given}
        meant={meant}
        drawn={look ? { look, clay: given.body, wet: wetNow(plan, given) } : undefined}
        next={next}
      />
      <LastAct piece={piece} acts={acts} now={now} zone={zone} />
    </AnswerBoard>
  );
}

/** When it is dry for the kiln, as it stands and uncovered. */
const dryTimes = ({ gates, openDryAt }: PiecePlan) => ({ dryAt: kilnDryAt(gates), openDryAt });

/** How wet it looks now. */
function wetNow({ now, places, piece }: PiecePlan, { body }: PlanInput): Wet | null {
  if (piece.fired !== 'raw') return null;
  const of = (name: 'rim' | 'foot') => places.places.find(({ place }) => place === name)?.meanX ?? now.meanX;
  return {
    wall: wetness(body, waterAtIndex(body, now.outerIndex)),
    rim: wetness(body, of('rim')),
    foot: wetness(body, of('foot')),
  };
}

/** What the checks have taught about this wall, in words. */
function checksWords({ believed }: PiecePlan): string | null {
  const { observations, setting, widened, taken } = believed;
  if (observations.length === 0) return null;
  const faster = Math.round((setting.airFactor - 1) * 100);
  const pace =
    Math.abs(faster) < 5
      ? 'as was thought'
      : `${Math.abs(faster)} % ${faster > 0 ? 'faster' : 'slower'} than was thought before`;
  const checks = observations.length === 1 ? 'One check' : `${observations.length} checks`;
  return `${checks} so far, already used in the times above. By what was found, the air takes water away ${pace}.${taken ? ' No drying explains the last one: it is taken as it was found.' : widened > 0 ? ' What was found was unlikely, so the forecast was made wider.' : ''}`;
}
