import { useParams, useSearchParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { Button, Checkbox, FormControlLabel, TextField } from '@mui/material';
import { ownProblem } from '../../core/catalogue/catalogue.ts';
import { asDone, nextRev, withStep } from '../../core/compose/own.ts';
import type { Technique } from '../../core/technique/technique.ts';
import { bodies } from '../../api/entry.ts';
import { SectionPicture } from '../draw/SectionPicture.tsx';
import { WindowStrip } from '../draw/WindowStrip.tsx';
import { useDraft } from '../ui/draft.ts';
import { EditPage } from '../saving/EditPage.tsx';
import { useStudio, useUnits } from '../asking/maker.ts';
import { Trouble } from '../ui/parts.tsx';
import { OWN_NAME, OWN_STEP, StepFields } from './StepFields.tsx';
import { techniqueFrom, type TypedTechnique } from './typedTechnique.ts';
import { useOwnTechniques, useTechniques } from '../asking/useTechniques.ts';

/** A technique as this studio does it: a copy that is changed, or one of its own that is set anew. */
export function OwnTechnique() {
  const { id } = useParams();
  const studio = useStudio();
  const own = useOwnTechniques().find((technique) => technique.id === id);
  const known = useTechniques().find((technique) => technique.id === id);
  if (!studio.data && !studio.error) return null;
  const of = own ?? known;
  return of ? (
    <Editor key={of.id} of={of} isOwn={own !== undefined} />
  ) : (
    <Trouble>There is no technique of that name: go back to Techniques and pick one.</Trouble>
  );
}

function Editor({ of, isOwn }: { of: Technique; isOwn: boolean }) {
  const units = useUnits();
  const [way] = useSearchParams();
  const [typed, setTyped, forget] = useDraft<TypedTechnique>(`own technique ${of.id} ${way}`, () => ({
    technique: isOwn ? { ...of, rev: nextRev(of.rev) } : asDone(of, Object.fromEntries(way), uuid()),
    figures: {},
  }));
  const { technique, figures } = typed;
  const made = techniqueFrom(typed, units);
  // drawn as it is typed, as long as that can be
  const shown = bodies['technique.set'].safeParse(made).success ? made : technique;
  const set = (more: Partial<Technique>) => setTyped({ technique: { ...technique, ...more }, figures });
  return (
    <EditPage
      subject={technique.id}
      back={`/techniques/${technique.id}`}
      kind="technique.set"
      title={isOwn ? `Our technique: ${of.name}` : `A copy of ${of.name}`}
      about="Change what you do otherwise. Pieces that were begun with it go on as they were begun. Moisture is on the index: 100 fresh from the bag, 50 stiff leather-hard, 0 bone dry."
      verb={isOwn ? 'Set it so' : 'Take it up as ours'}
      words={`${technique.name} set`}
      body={() => made}
      check={ownProblem}
      forget={forget}
    >
      {(wrong) => (
        <>
          <SectionPicture technique={shown} as="made" height={64} />
          <WindowStrip steps={shown.steps} />
          <NameFields technique={technique} set={set} wrong={wrong} />
          {technique.steps.map((step, i) => (
            <StepFields key={step.key} typed={typed} step={step} place={i} onTyped={setTyped} wrong={wrong} />
          ))}
          <Button
            variant="outlined"
            onClick={() =>
              setTyped({
                technique: withStep(technique, firstShared(technique), `${OWN_STEP}${uuid()}`, OWN_NAME),
                figures,
              })
            }
          >
            Add a step
          </Button>
          {isOwn && (
            <FormControlLabel
              sx={{ display: 'block' }}
              control={
                <Checkbox
                  checked={technique.retired === true}
                  onChange={(_event, retired) => {
                    const { retired: _before, ...rest } = technique;
                    setTyped({ technique: { ...rest, ...(retired && { retired: true as const }) }, figures });
                  }}
                />
              }
              label="Not offered for new pieces any more"
            />
          )}
        </>
      )}
    </EditPage>
  );
}

function NameFields({
  technique,
  set,
  wrong,
}: {
  technique: Technique;
  set: (more: Partial<Technique>) => void;
  wrong: Record<string, string>;
}) {
  return (
    <>
      <TextField
        fullWidth
        label="What you call it"
        value={technique.name}
        onChange={({ target }) => set({ name: target.value })}
        error={wrong['name'] !== undefined}
        helperText={wrong['name']}
        sx={{ mt: 2 }}
      />
      <TextField
        fullWidth
        multiline
        label="What it gives"
        value={technique.gives}
        onChange={({ target }) => set({ gives: target.value })}
        error={wrong['gives'] !== undefined}
        helperText={wrong['gives']}
        sx={{ mt: 2 }}
      />
    </>
  );
}

/** Where the way to the kiln begins: a new step comes before it. */
function firstShared({ steps }: Technique): number {
  const at = steps.findIndex(({ shared }) => shared !== undefined);
  return at < 0 ? steps.length : at;
}
