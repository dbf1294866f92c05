import { Box, Button } from '@mui/material';
import type { Form } from '../../core/form/form.ts';
import { usualForms, type NamedForm } from '../../core/form/usual.ts';
import { ProfilePicture } from '../draw/ProfilePicture.tsx';
import { to } from '../../api/answers.ts';
import { useAnswer } from '../asking/useAnswer.ts';

/** Usual forms and the studio's own, drawn: one tap fills in the figures. */
export function FormPresets({
  form,
  onForm,
}: {
  /** As it is typed. */
  form: Form;
  onForm: (of: NamedForm) => void;
}) {
  const { data } = useAnswer(to('/api/forms'), { revalidateOnFocus: false });
  return (
    <>
      <Shelf label="Usual forms" forms={usualForms} form={form} onForm={onForm} />
      {data && data.made.length > 0 && (
        <Shelf label="Made here before" forms={data.made} form={form} onForm={onForm} />
      )}
    </>
  );
}

/** Whether two forms are of the same kind and figures; a figure typed in another unit may differ by its rounding. */
const isSame = (a: Form, b: Form): boolean => JSON.stringify(rounded(a)) === JSON.stringify(rounded(b));
const rounded = (value: unknown): unknown => {
  if (typeof value === 'number') return Math.round(value * 2000);
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value)) return value.map(rounded);
  return Object.entries(value)
    .sort(([x], [y]) => (x < y ? -1 : 1))
    .map(([key, of]) => [key, rounded(of)]);
};

const Shelf = ({
  label,
  forms,
  form,
  onForm,
}: {
  label: string;
  form: Form;
  forms: readonly NamedForm[];
  onForm: (of: NamedForm) => void;
}) => (
  <Box role="group" aria-label={label}>
    <Box sx={{ fontWeight: 650 }}>{label}</Box>
    <Box
      sx={{
        display: 'grid',
        gap: '2px',
        gridTemplateColumns: 'repeat(auto-fill, minmax(104px, 1fr))',
        mt: 0.5,
      }}
    >
      {forms.map((of) => (
        <Button
          key={of.name}
          variant={isSame(of.form, form) ? 'contained' : 'outlined'}
          aria-pressed={isSame(of.form, form)}
          onClick={() => onForm(of)}
          sx={{
            flexDirection: 'column',
            gap: 0.5,
            px: 0.5,
            py: 0.75,
            lineHeight: 1.1,
            minHeight: 96,
            fontSize: '0.95rem',
            whiteSpace: 'normal',
          }}
        >
          <ProfilePicture form={of.form} height={48} label="" />
          {of.name}
        </Button>
      ))}
    </Box>
  </Box>
);
