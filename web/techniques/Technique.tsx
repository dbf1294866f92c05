import type { TechniqueRecord } from '../../core/compose/record.ts';
import { useState } from 'react';
import { Link as RouterLink, useParams } from 'react-router';
import { Box, Button, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material';
import { hazards, type HazardId } from '../../core/hazard/hazard.ts';
import { consistencyFor } from '../../core/slip/consistency.ts';
import { choicesOf, schoolsOf, stepsOf } from '../../core/catalogue/catalogue.ts';
import {
  useOf,
  type Only,
  type Remedy,
  type SchoolChoice,
  type Step,
  type Technique as Of,
} from '../../core/technique/technique.ts';
import { doesWords } from '../../core/operation/rows.ts';
import { needWords, repeatWords, secondsWords } from '../../core/technique/words.ts';
import { SectionPicture } from '../draw/SectionPicture.tsx';
import { WindowStrip } from '../draw/WindowStrip.tsx';
import { ChoiceField } from '../ui/fields.tsx';
import { Caution, Section, Trouble } from '../ui/parts.tsx';
import { useStudio } from '../asking/maker.ts';
import { faded, slab } from '../ui/theme.ts';
import { stacked } from '../steps/Steps.tsx';
import { useShelf } from '../tubs/shelf.ts';
import { recordWords, stagesWords, talliesWords } from './recordWords.ts';
import { useOwnTechniques, useTechniques } from '../asking/useTechniques.ts';
import { to } from '../../api/answers.ts';
import { useAnswer } from '../asking/useAnswer.ts';

/** One technique: what it gives, its windows, its steps, its schools side by side, what goes wrong, its record. */
export function Technique() {
  const { id } = useParams();
  const [chosen, setChosen] = useState<Only>({});
  const { data } = useAnswer(to('/api/techniques'));
  const known = useTechniques();
  const own = useOwnTechniques();
  const technique = own.find((of) => of.id === id) ?? known.find((of) => of.id === id);
  const { data: studio } = useStudio();
  if (!technique && !studio) return null;
  if (!technique)
    return <Trouble>There is no technique of that name: go back to Techniques and pick one.</Trouble>;
  const schools = schoolsOf(technique, chosen);
  const choices = choicesOf(technique, schools);
  const steps = stepsOf(technique, schools);
  const isOwn = own.includes(technique);
  const record = data?.records[technique.id];
  const cautions = [...new Set(steps.flatMap((step) => step.hazards))];
  return (
    <>
      <Head technique={technique} isOwn={isOwn} schools={schools} />
      <Box sx={{ display: 'grid', gap: 3, gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' } }}>
        {(['made', 'fired'] as const).map((as) => (
          <Box key={as} component="figure" sx={{ m: 0 }}>
            <SectionPicture
              technique={technique}
              schools={schools}
              as={as}
              height={120}
              label={`Section through the wall, as ${as}`}
            />
            <Box component="figcaption" sx={{ color: faded }}>
              As {as}, the outer wall magnified
            </Box>
          </Box>
        ))}
      </Box>
      {choices.length > 0 && <Ways choices={choices} schools={schools} onSchools={setChosen} />}
      <Section title="When the clay is ready for it">
        <WindowStrip steps={steps} />
      </Section>
      <Section title="Steps">
        <StepTable technique={technique} steps={steps} />
      </Section>
      <Section title="What it has been here">
        <Record record={record} />
        <Box sx={{ mt: 1 }}>At hand: {technique.tools.join(', ').toLowerCase()}.</Box>
      </Section>
      {cautions.length > 0 && (
        <Section title="Care">
          <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' } }}>
            {cautions.map((hazard: HazardId) => (
              <Caution key={hazard} hazard={hazards[hazard]} />
            ))}
          </Box>
        </Section>
      )}
    </>
  );
}

function Head({ technique, isOwn, schools }: { technique: Of; isOwn: boolean; schools: Only }) {
  return (
    <>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'baseline' }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          {technique.name}
        </Typography>
        <Button
          variant="outlined"
          component={RouterLink}
          to={`/techniques/${technique.id}/own?${new URLSearchParams(isOwn ? {} : schools)}`}
        >
          {isOwn ? 'Change it' : 'Copy it as ours'}
        </Button>
        <Button variant="contained" component={RouterLink} to={`/pieces/new?technique=${technique.id}`}>
          Begin a piece with it
        </Button>
      </Box>
      <Box sx={{ fontSize: '1.15rem', mb: 2 }}>{technique.gives}</Box>
      {isOwn && (
        <Box sx={{ color: faded, mb: 2 }}>
          Our own, version {technique.rev}
          {technique.retired && ', not offered for new pieces any more'}. Pieces keep the version they were
          begun with.
        </Box>
      )}
    </>
  );
}

function Ways({
  choices,
  schools,
  onSchools,
}: {
  choices: SchoolChoice[];
  schools: Only;
  onSchools: (schools: Only) => void;
}) {
  return (
    <Section title="Ways of doing it">
      <Box
        sx={{
          display: 'grid',
          gap: 2,
          gridTemplateColumns: { xs: '1fr', md: 'repeat(auto-fit, minmax(300px, 1fr))' },
        }}
      >
        {choices.map((choice) => (
          <Box key={choice.id}>
            <ChoiceField
              label={choice.question}
              value={schools[choice.id]!}
              onChoose={(value) => onSchools({ ...schools, [choice.id]: value })}
              options={choice.schools.map((school) => ({ value: school.id, label: school.name }))}
            />
            <Box component="ul" sx={{ pl: 2.5, my: 0.5 }}>
              {choice.schools.map((school) => (
                <li key={school.id}>
                  <b>{school.name}</b>: {school.difference}
                </li>
              ))}
            </Box>
          </Box>
        ))}
      </Box>
    </Section>
  );
}

/** What the studio's pieces say of it. */
function Record({ record }: { record: TechniqueRecord | undefined }) {
  const { data: studio } = useStudio();
  const { data: shelf } = useShelf();
  return (
    <>
      <Box>{recordWords(record)}.</Box>
      {record && record.faults.length > 0 && (
        <Box>What went wrong: {record.faults.map(({ word, times }) => `${word} (${times})`).join(', ')}.</Box>
      )}
      {record && record.stages.length > 0 && <Box>By the stage of the clay: {stagesWords(record)}.</Box>}
      {record && record.clays.length > 0 && (
        <Box>
          By clay:{' '}
          {talliesWords(record.clays, (id) => studio?.clays.find((clay) => clay.id === id)?.set.name)}.
        </Box>
      )}
      {record && record.tubs.length > 0 && (
        <Box>
          By tub:{' '}
          {talliesWords(record.tubs, (id) => shelf?.tubs.find(({ tub }) => tub.id === id)?.tub.made.name)}.
        </Box>
      )}
    </>
  );
}

function StepTable({ technique, steps }: { technique: Of; steps: Step[] }) {
  const named = (key: string) => technique.steps.find((step) => step.key === key)?.name ?? key;
  return (
    <Table sx={stacked}>
      <TableHead>
        <TableRow>
          <TableCell>Step</TableCell>
          <TableCell>Needs</TableCell>
          <TableCell>How</TableCell>
          <TableCell>If it goes wrong</TableCell>
        </TableRow>
      </TableHead>
      <TableBody>
        {steps.map((step) => (
          <TableRow key={step.key} sx={{ verticalAlign: 'top' }}>
            <TableCell component="th" scope="row">
              <Box sx={{ fontFamily: slab, fontWeight: 650 }}>{step.name}</Box>
              <Box sx={{ color: faded }}>{about(step)}</Box>
            </TableCell>
            <TableCell data-label="Needs:">
              {step.needs.map((need, i) => (
                <div key={i}>{needWords(need, named)}</div>
              ))}
            </TableCell>
            <TableCell data-label="How:">
              {step.words.map((words) => (
                <div key={words}>{words}</div>
              ))}
              {step.look.map((look) => (
                <Box key={look} sx={{ fontWeight: 650 }}>
                  Look: {look.charAt(0).toLowerCase() + look.slice(1)}
                </Box>
              ))}
            </TableCell>
            <TableCell data-label="If it goes wrong:">
              {step.remedies.map((remedy) => (
                <div key={remedy.sign + remedy.say}>{remedyWords(remedy)}</div>
              ))}
            </TableCell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}

const remedyWords = ({ sign, say }: Remedy): string =>
  `${sign.charAt(0).toUpperCase()}${sign.slice(1)}: ${say}`;

/** How often, how long, what it does, and of which slip. */
function about(step: Step): string {
  const slip = step.effects.flatMap((effect) => useOf(effect) ?? []).map((use) => consistencyFor(use))[0];
  return [
    step.optional && 'if wanted',
    repeatWords(step),
    doesWords(step),
    slip && `${slip.name.toLowerCase()}, SG ${slip.gravity.from}–${slip.gravity.to}`,
    step.takesS && `${secondsWords(step.takesS.usual)} on a mug`,
  ]
    .filter(Boolean)
    .join('; ');
}
