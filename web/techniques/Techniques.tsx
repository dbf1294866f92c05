import { useToday } from '../asking/useToday.ts';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { Box, Link, TextField, Typography } from '@mui/material';
import { stages, type StageDescription } from '../../core/clay/stage.ts';
import { stepsOf } from '../../core/catalogue/catalogue.ts';
import type { Technique } from '../../core/technique/technique.ts';
import { SectionPicture } from '../draw/SectionPicture.tsx';
import { spansOf, WindowStrip } from '../draw/WindowStrip.tsx';
import { ChoiceField } from '../ui/fields.tsx';
import { useStudio } from '../asking/maker.ts';
import { faded, hairline, ink, slab } from '../ui/theme.ts';
import { recordWords } from './recordWords.ts';
import { useOwnTechniques, useTechniques } from '../asking/useTechniques.ts';
import { to } from '../../api/answers.ts';
import { useAnswer } from '../asking/useAnswer.ts';

const ANY = 'any';

/** Every technique: found by its look, by the stage it begins at, or by what a piece is ready for now. */
export function Techniques() {
  const [search, setSearch] = useState('');
  const [stage, setStage] = useState<StageDescription['stage'] | typeof ANY>(ANY);
  const [pieceId, setPieceId] = useState(ANY);
  const { data: known, error } = useAnswer(to('/api/techniques'));
  const { data: studio } = useStudio();
  // the studio's own are among them: nothing is shown that would move aside for these
  const ready = (known !== undefined && studio !== undefined) || error !== undefined;
  const { data: today } = useToday();
  const pieces = (today?.pieces ?? []).flatMap((row) => (row.state === 'planned' ? [row] : []));
  const piece = pieces.find((of) => of.pieceId === pieceId);
  const words = search.trim().toLowerCase();
  const own = useOwnTechniques();
  const found = useTechniques().filter(
    (technique) =>
      (words === '' || `${technique.name} ${technique.gives}`.toLowerCase().includes(words)) &&
      (stage === ANY || beginsIn(technique, stage)) &&
      (!piece || beginsAt(technique, piece.meanIndex)),
  );
  return (
    <>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 3, alignItems: 'baseline', mb: 2 }}>
        <Typography variant="h1">Techniques</Typography>
        <Link component={RouterLink} to="/benches">
          Benches: sums for the work
        </Link>
      </Box>
      <Finding
        typed={{ search, stage, pieceId: piece ? pieceId : ANY }}
        pieces={pieces}
        onSearch={setSearch}
        onStage={setStage}
        onPiece={setPieceId}
      />
      <Box sx={{ color: faded, mb: 1 }}>
        Each as made and as fired; below, when its steps can be done, from plastic on the left to bone dry.
      </Box>
      {found.length === 0 && (
        <Box sx={{ py: 3 }}>None begins there. Choose another stage, or clear what was typed.</Box>
      )}
      <Box
        component="ul"
        sx={{
          listStyle: 'none',
          p: 0,
          m: 0,
          display: 'grid',
          columnGap: 4,
          gridTemplateColumns: {
            xs: '1fr',
            sm: 'repeat(2, minmax(0, 1fr))',
            lg: 'repeat(3, minmax(0, 1fr))',
          },
        }}
      >
        {(ready ? found : []).map((technique) => (
          <TechniqueCard
            key={technique.id}
            technique={technique}
            isOwn={own.includes(technique)}
            record={recordWords(known?.records[technique.id])}
          />
        ))}
      </Box>
    </>
  );
}

type Stages = StageDescription['stage'] | typeof ANY;

/** What is looked for: by name, by the stage it begins at, by a piece it can begin on. */
function Finding({
  typed: { search, stage, pieceId },
  pieces,
  onSearch,
  onStage,
  onPiece,
}: {
  typed: { search: string; stage: Stages; pieceId: string };
  pieces: { pieceId: string; name: string; stageName: string }[];
  onSearch: (text: string) => void;
  onStage: (stage: Stages) => void;
  onPiece: (id: string) => void;
}) {
  return (
    <Box
      sx={{
        display: 'grid',
        gap: 2,
        gridTemplateColumns: { xs: '1fr', md: 'repeat(3, minmax(0, 1fr))' },
        mb: 2,
      }}
    >
      <TextField
        label="Find by name or look"
        value={search}
        onChange={({ target }) => onSearch(target.value)}
      />
      <ChoiceField
        label="Begins at"
        value={stage}
        onChoose={onStage}
        options={[
          { value: ANY, label: 'Any stage' },
          ...stages.map((of) => ({ value: of.stage, label: of.name })),
        ]}
      />
      <ChoiceField
        label="Can begin now on"
        value={pieceId}
        onChoose={onPiece}
        options={[
          { value: ANY, label: 'Any piece' },
          ...pieces.map((of) => ({
            value: of.pieceId,
            label: `${of.name}, ${of.stageName.toLowerCase()}`,
          })),
        ]}
      />
    </Box>
  );
}

/** A technique as made and as fired, and when its steps can be done. */
function TechniqueCard({
  technique,
  isOwn,
  record,
}: {
  technique: Technique;
  isOwn: boolean;
  record: ReturnType<typeof recordWords>;
}) {
  return (
    <Box component="li" sx={{ borderTop: `1px solid ${hairline}`, py: 2 }}>
      <Box
        component={RouterLink}
        to={`/techniques/${technique.id}`}
        sx={{
          display: 'block',
          color: ink,
          textDecoration: 'none',
          '&:hover h2': { textDecoration: 'underline' },
        }}
      >
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 0.5, mb: 1 }}>
          <SectionPicture technique={technique} as="made" />
          <SectionPicture technique={technique} as="fired" />
        </Box>
        <Box component="h2" sx={{ fontFamily: slab, fontWeight: 650, fontSize: '1.2rem', m: 0 }}>
          {technique.name}
          {isOwn && (
            <Box component="span" sx={{ fontWeight: 400, fontSize: '1rem' }}>
              {' '}
              our own
            </Box>
          )}
        </Box>
        <Box sx={{ mb: 1 }}>{technique.gives}</Box>
        <WindowStrip steps={stepsOf(technique, {})} named={false} />
        <Box sx={{ color: faded, mt: 0.5 }}>{record}</Box>
      </Box>
    </Box>
  );
}

/** The spans of the first step that the clay must be ready for. */
const firstSpans = (technique: Technique) => {
  const first = stepsOf(technique, {}).find((step) => !step.optional && spansOf(step).length > 0);
  return first ? spansOf(first) : [];
};

const beginsAt = (technique: Technique, index: number): boolean =>
  firstSpans(technique).some(({ driest = -10, wettest = 130 }) => index >= driest && index <= wettest);

/** Whether a technique can begin somewhere within a stage. */
function beginsIn(technique: Technique, stage: StageDescription['stage']): boolean {
  const i = stages.findIndex((of) => of.stage === stage);
  const from = Math.max(-5, stages[i]!.from);
  const to = i === 0 ? 120 : stages[i - 1]!.from;
  return firstSpans(technique).some(({ driest = -10, wettest = 130 }) => driest < to && wettest > from);
}
