import type { PieceState } from '../../core/log/piece.ts';
import { useDraft } from '../ui/draft.ts';
import { EditPage } from '../saving/EditPage.tsx';
import { LayerFields } from './LayerFields.tsx';
import { useComposedOn } from './useComposedOn.ts';
import { LoggedPiece } from './LoggedPiece.tsx';
import { layersFrom, typedFrom, type TypedLayer } from './typedLayer.ts';

/** What a piece shall carry, changed later: layers added, done otherwise, or given up; done steps stay. */
export function PieceLayers() {
  return <LoggedPiece>{(piece) => <Layers piece={piece} />}</LoggedPiece>;
}

function Layers({ piece }: { piece: PieceState }) {
  const [{ layers }, setTyped, forget] = useDraft<{ layers: TypedLayer[] }>(`layers ${piece.id}`, () => ({
    layers: typedFrom(piece.layers),
  }));
  const composedOn = useComposedOn();
  const { fired } = piece.made;
  return (
    <EditPage
      subject={piece.id}
      back={`/pieces/${piece.id}`}
      kind="piece.routed"
      title={`What ${piece.made.name} carries`}
      about="Add a technique, do one otherwise, or give one up. What was done stays done."
      verb="Log it so"
      words={`${piece.made.name}: planned anew`}
      body={() => ({ layers: layersFrom(layers) })}
      forget={forget}
    >
      {(wrong) => (
        <LayerFields
          layers={layers}
          onLayers={(changed) => setTyped({ layers: changed })}
          piece={composedOn({ form: piece.form, roomId: piece.roomId, ...(fired && { fired }) })}
          wrong={wrong}
        />
      )}
    </EditPage>
  );
}
