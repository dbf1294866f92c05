import { Box, Button, FormControlLabel, Switch } from '@mui/material';
import type { Form } from '../../core/form/form.ts';
import { ProfilePicture } from '../draw/ProfilePicture.tsx';
import { QuantityField, quantityText } from '../ui/fields.tsx';
import { useUnits } from '../asking/maker.ts';
import { Columns } from '../ui/Columns.tsx';

/** The heights and diameters of a turned form as they are being typed, foot first. */
export type TypedPoint = { height: string; diameter: string; corner?: boolean };

interface ProfileFieldsProps {
  points: TypedPoint[];
  onPoints: (points: TypedPoint[]) => void;
  /** As typed, in SI; drawn where every figure is a number. */
  form: Form;
  wrong: Record<string, string>;
}

/** A turned form by a few heights and diameters, typed or dragged, drawn as it is typed: a curve through them. */
export function ProfileFields({ points, onPoints, form, wrong }: ProfileFieldsProps) {
  const units = useUnits();
  const set = (i: number, more: Partial<TypedPoint>) =>
    onPoints(points.map((point, k) => (k === i ? { ...point, ...more } : point)));
  const text = (si: number) => quantityText(si, 'length', units);
  const last = points.length - 1;
  const drawn =
    form.kind === 'profile' &&
    form.points.every(({ heightM, diameterM }) => Number.isFinite(heightM) && Number.isFinite(diameterM));
  const between = () => {
    if (form.kind !== 'profile') return;
    const [lower, upper] = [form.points[last - 1]!, form.points[last]!];
    const middle = {
      height: text((lower.heightM + upper.heightM) / 2),
      diameter: text((lower.diameterM + upper.diameterM) / 2),
    };
    onPoints([...points.slice(0, last), middle, points[last]!]);
  };
  return (
    <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: { xs: '1fr', sm: '1fr 260px' } }}>
      <Box sx={{ display: 'grid', gap: 1.5, alignContent: 'start' }}>
        {points.map((point, i) => (
          <Columns key={i} narrowest={130}>
            <QuantityField
              label={i === 0 ? 'Foot, height' : i === last ? 'Rim, height' : `Height ${i}`}
              text={point.height}
              onText={(height) => set(i, { height })}
              dimension="length"
              error={wrong[`form.points.${i}.heightM`]}
            />
            <QuantityField
              label={i === 0 ? 'Foot, diameter' : i === last ? 'Rim, diameter' : `Diameter ${i}`}
              text={point.diameter}
              onText={(diameter) => set(i, { diameter })}
              dimension="length"
              error={wrong[`form.points.${i}.diameterM`]}
            />
            {i > 0 && i < last && (
              <FormControlLabel
                control={
                  <Switch
                    checked={point.corner === true}
                    onChange={(_event, corner) => set(i, { corner })}
                    slotProps={{ input: { 'aria-label': `Corner at height ${i}` } }}
                  />
                }
                label="Corner"
                sx={{ minHeight: 48 }}
              />
            )}
          </Columns>
        ))}
        <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
          <Button variant="outlined" onClick={between} disabled={points.length >= 8 || !drawn}>
            One more height
          </Button>
          {points.length > 2 && (
            <Button onClick={() => onPoints(points.filter((_, i) => i !== last - 1))}>One less</Button>
          )}
        </Box>
      </Box>
      {drawn && (
        <ProfilePicture
          form={form}
          label="The profile as typed; drag its points"
          onDrag={(i, to) =>
            set(i, { height: i === 0 ? text(0) : text(to.heightM), diameter: text(to.diameterM) })
          }
        />
      )}
    </Box>
  );
}
