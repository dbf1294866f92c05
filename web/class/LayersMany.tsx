import { useState } from 'react';
import { Box } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import type { LayersAnswer, PieceRow } from '../../api/routes.ts';
import { alikeLayered, layersFor } from '../../core/compose/alikeLayers.ts';
import { LogDialog } from '../saving/LogDialog.tsx';
import { entry } from '../saving/outbox.ts';
import { Trouble } from '../ui/parts.tsx';
import { wordsFor } from '../asking/server.ts';
import { wrongFields } from '../ui/shape.ts';
import { LayerFields } from '../layers/LayerFields.tsx';
import { layersFrom, typedFrom } from '../layers/typedLayer.ts';
import { useComposedOn } from '../layers/useComposedOn.ts';
import { manyWords } from './words.ts';
import { to } from '../../api/answers.ts';
import { useAnswer } from '../asking/useAnswer.ts';

/** Changes what many pieces carry at once: those that carry the same as most of them do. */
export function LayersMany({ chosen, onClose }: { chosen: PieceRow[]; onClose: () => void }) {
  const ids = chosen.map(({ id }) => id).join(',');
  const { data, error } = useAnswer(to('/api/layers', {}, `pieces=${ids}`), {
    revalidateOnFocus: false,
  });
  if (data && data.pieces.length > 0)
    return <Layers key={ids} of={alikeLayered(data.pieces)} onClose={onClose} />;
  return (
    <LogDialog
      title={`What ${manyWords(chosen)} carry`}
      verb="Log it so"
      act={() => ({ wrong: 'What they carry has not come yet: wait a moment.' })}
      onClose={onClose}
    >
      {error ? <Trouble>{wordsFor(error)}</Trouble> : 'Fetching what they carry …'}
    </LogDialog>
  );
}

type Carrying = LayersAnswer['pieces'][number];

function Layers({
  of: { alike, others },
  onClose,
}: {
  of: { alike: Carrying[]; others: Carrying[] };
  onClose: () => void;
}) {
  const [first] = alike as [Carrying, ...Carrying[]];
  const [typed, setTyped] = useState(() => typedFrom(first.layers));
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const composedOn = useComposedOn();
  return (
    <LogDialog
      title={`What ${manyWords(alike)} ${alike.length === 1 ? 'carries' : 'carry'}`}
      verb="Log it so"
      act={(at) => {
        const layers = layersFrom(typed);
        const found = wrongFields(bodies['piece.routed'], { layers });
        setWrong(found);
        const [what] = Object.values(found);
        if (what) return { wrong: what };
        return {
          words: `${manyWords(alike)}: planned anew`,
          entries: alike.map((piece) =>
            entry(
              'piece.routed',
              piece.id,
              { layers: layersFor(layers, first.layers, piece.layers) },
              { at },
            ),
          ),
        };
      }}
      onClose={onClose}
    >
      <Box>
        Add a technique, do one otherwise, or give one up, for all of them. What was done stays done.
        {others.length > 0 &&
          ` Not for ${others.map(({ name }) => name).join(', ')}, which ${others.length === 1 ? 'carries' : 'carry'} something else.`}
      </Box>
      <LayerFields layers={typed} onLayers={setTyped} piece={composedOn(first)} wrong={wrong} />
    </LogDialog>
  );
}
