import { useState } from 'react';
import { arrayMove } from '@dnd-kit/sortable';
import { Box, Button } from '@mui/material';
import { compose } from '../../core/compose/compose.ts';
import { untouched } from '../../core/compose/passes.ts';
import { secondsWords } from '../../core/technique/words.ts';
import { Trouble } from '../ui/parts.tsx';
import { faded } from '../ui/theme.ts';
import { messagesOf, Told } from './Conflicts.tsx';
import { LayerOrder } from './LayerOrder.tsx';
import { LayerSection } from './LayerSection.tsx';
import { useMends, type Composed } from './useMends.ts';
import { freshLayer, layersFrom, putIn, techniqueTyped, typedFrom, type TypedLayer } from './typedLayer.ts';

interface LayerFieldsProps {
  layers: TypedLayer[];
  onLayers: (layers: TypedLayer[]) => void;
  piece: Composed;
  wrong: Record<string, string>;
}

/** The techniques of a piece in the order in which they are done, with what cannot be among them and what mends it. */
export function LayerFields({ layers, onLayers, piece, wrong }: LayerFieldsProps) {
  const { form } = piece;
  const [said, setSaid] = useState('');
  const made = layersFrom(layers);
  const { conflicts, planned } = compose(made, untouched, piece);
  const mends = useMends(made, piece) ?? [];
  const hands = planned.reduce(
    (sum, { step, optional }) => sum + (optional ? 0 : (step.takesS?.usual ?? 0)),
    0,
  );
  const change = (i: number, more: Partial<TypedLayer>) => {
    const changed = layers.map((layer, k) => (k === i ? { ...layer, ...more } : layer));
    const layer = changed[i]!;
    const isOther = more.technique !== undefined && more.technique !== layers[i]!.technique;
    if (!isOther || layer.logged || layer.moved) return onLayers(changed);
    onLayers(placed(layer, layers.toSpliced(i, 1)));
  };
  /** With a layer where it usually stands, which is said. */
  const placed = (layer: TypedLayer, among: TypedLayer[]): TypedLayer[] => {
    const all = putIn(layer, among);
    setSaid(among.length === 0 ? '' : standsAt(layer, all, ', where it usually stands'));
    return all;
  };
  const move = (from: number, to: number) => {
    const layer = { ...layers[from]!, moved: true as const };
    const all = arrayMove(layers.with(from, layer), from, to);
    setSaid(standsAt(layer, all, ''));
    onLayers(all);
  };
  return (
    <>
      {layers.length > 1 && <LayerOrder layers={layers} onMove={move} said={said} />}
      {layers.map((layer, i) => (
        <LayerSection
          key={layer.id}
          layer={layer}
          place={layers.length > 1 ? i + 1 : null}
          form={form}
          onChange={(more) => change(i, more)}
          onDrop={
            layers.length > 1 && !layer.logged ? () => onLayers(layers.filter((_, k) => k !== i)) : null
          }
          wrong={(field) => wrong[`layers.${i}.${field}`]}
        />
      ))}
      {messagesOf(conflicts.filter(({ told }) => !told)).map((message) => (
        <Trouble key={message}>{message}</Trouble>
      ))}
      {mends.length > 0 && (
        <Box
          role="group"
          aria-label="What mends it"
          sx={{ display: 'flex', gap: 1.25, flexWrap: 'wrap', mt: 1 }}
        >
          {mends.map((mend) => (
            <Button
              key={mend.words}
              variant="outlined"
              onClick={() => onLayers(mended(layers, typedFrom(mend.layers)))}
            >
              {mend.words}
            </Button>
          ))}
        </Box>
      )}
      <Told conflicts={conflicts} />
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'center', mt: 2 }}>
        <Button variant="outlined" onClick={() => onLayers(placed(freshLayer(), layers))}>
          Add another technique
        </Button>
        <Box sx={{ color: faded }}>
          {planned.filter(({ optional }) => !optional).length} steps, {secondsWords(hands)} of hands on a mug
        </Box>
      </Box>
    </>
  );
}

const standsAt = (layer: TypedLayer, all: TypedLayer[], where: string): string =>
  `${techniqueTyped(layer).name} is done as ${all.findIndex(({ id }) => id === layer.id) + 1}. of ${all.length}${where}.`;

/** Mended layers; those that are new stay new, those that were moved stay so. */
const mended = (before: TypedLayer[], after: TypedLayer[]): TypedLayer[] =>
  after.map(({ logged: _made, ...layer }) => {
    const { logged, moved } = before.find(({ id }) => id === layer.id) ?? {};
    return { ...layer, ...(logged && { logged }), ...(moved && { moved }) };
  });
