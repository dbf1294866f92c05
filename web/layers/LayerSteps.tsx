import { Box, Checkbox, FormControlLabel } from '@mui/material';
import type { TubState } from '../../core/log/tub.ts';
import { stepsOf } from '../../core/catalogue/catalogue.ts';
import { useOf, type Only, type Step, type Technique } from '../../core/technique/technique.ts';
import { Columns } from '../ui/Columns.tsx';
import { ChoiceField } from '../ui/fields.tsx';
import { Fold } from '../ui/Fold.tsx';
import type { TypedLayer } from './typedLayer.ts';

/** The tub of the whole layer. */
const AS_LAYER = 'as the layer';

const takesSlip = ({ effects }: Step): boolean => effects.some(useOf);

/** Which steps of a layer are taken in that may be left out, and from which tub each is done where they differ. */
export function LayerSteps({
  layer,
  technique,
  schools,
  tubs,
  onChange,
}: {
  layer: TypedLayer;
  technique: Technique;
  schools: Only;
  tubs: TubState[];
  onChange: (more: Partial<TypedLayer>) => void;
}) {
  const steps = stepsOf(technique, schools).filter(({ shared }) => shared === undefined);
  const maybe = steps.filter(({ optional }) => optional === true);
  const slips = steps.filter(takesSlip);
  const { also = [], stepTubs = {} } = layer;
  if (maybe.length === 0 && slips.length < 2) return null;
  const name =
    maybe.length === 0
      ? 'A tub for each step'
      : slips.length < 2
        ? 'Steps that may be left out'
        : 'Steps that may be left out, and a tub for each';
  return (
    <Fold name={name} open={also.length > 0 || Object.keys(stepTubs).length > 0}>
      {maybe.map(({ key, name: step }) => (
        <FormControlLabel
          key={key}
          sx={{ display: 'flex', minHeight: 48 }}
          control={
            <Checkbox
              checked={also.includes(key)}
              onChange={(_event, taken) =>
                onChange({ also: taken ? [...also, key] : also.filter((of) => of !== key) })
              }
            />
          }
          label={`Take in: ${step.charAt(0).toLowerCase()}${step.slice(1)}`}
        />
      ))}
      {slips.length > 1 && (
        <Box sx={{ mt: 1 }}>
          <Columns narrowest={260}>
            {slips.map(({ key, name: step }) => (
              <ChoiceField
                key={key}
                label={`${step}: from which tub`}
                value={stepTubs[key] ?? AS_LAYER}
                onChoose={(tub) => {
                  const { [key]: _before, ...others } = stepTubs;
                  onChange({ stepTubs: tub === AS_LAYER ? others : { ...others, [key]: tub } });
                }}
                options={[
                  { value: AS_LAYER, label: 'The tub of the layer' },
                  ...tubs.map(({ id, made }) => ({ value: id, label: made.name })),
                ]}
              />
            ))}
          </Columns>
        </Box>
      )}
    </Fold>
  );
}
