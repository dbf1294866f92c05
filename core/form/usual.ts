import type { Form, FormKind } from './form.ts';

/** A form to begin from, by its name. */
export interface NamedForm {
  name: string;
  form: Form;
  /** Thickness of its handle or spout, m; null where it has none. */
  attachmentM: number | null;
}

const jar = [
  { heightM: 0, diameterM: 0.08 },
  { heightM: 0.09, diameterM: 0.15 },
  { heightM: 0.16, diameterM: 0.1 },
];

/** Forms that are made everywhere, at usual sizes as freshly made. Common practice, no source. */
export const usualForms: readonly NamedForm[] = [
  {
    name: 'Cylinder',
    form: { kind: 'cylinder', diameterM: 0.1, heightM: 0.15, wallM: 0.006, mouth: 'open' },
    attachmentM: null,
  },
  {
    name: 'Mug',
    form: { kind: 'cylinder', diameterM: 0.09, heightM: 0.105, wallM: 0.005, mouth: 'open' },
    attachmentM: 0.011,
  },
  { name: 'Bowl', form: { kind: 'bowl', diameterM: 0.16, heightM: 0.08, wallM: 0.006 }, attachmentM: null },
  { name: 'Plate', form: { kind: 'plate', diameterM: 0.24, wallM: 0.006 }, attachmentM: null },
  { name: 'Jar', form: { kind: 'profile', points: jar, wallM: 0.006, mouth: 'open' }, attachmentM: null },
  { name: 'Tile', form: { kind: 'tile', lengthM: 0.2, widthM: 0.14, wallM: 0.006 }, attachmentM: null },
  {
    name: 'Box',
    form: { kind: 'box', lengthM: 0.12, widthM: 0.12, heightM: 0.15, wallM: 0.006 },
    attachmentM: null,
  },
];

/** The usual form of a kind. */
export const usualOf = <K extends FormKind>(kind: K): Extract<Form, { kind: K }> =>
  usualForms.find(({ form }) => form.kind === kind)!.form as Extract<Form, { kind: K }>;
