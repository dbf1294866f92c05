import type { PieceState } from '../../core/log/piece.ts';
import { useDraft } from '../ui/draft.ts';
import { useUnits } from '../asking/maker.ts';
import { EditPage } from '../saving/EditPage.tsx';
import { LoggedPiece } from '../layers/LoggedPiece.tsx';
import { asTyped, PieceFields, usePieceFrom, type TypedPiece } from './PieceFields.tsx';

/** Corrects how a piece was made: all that was logged of it since stays, and is worked out anew. */
export function CorrectPiece() {
  return <LoggedPiece>{(piece) => <Correction piece={piece} />}</LoggedPiece>;
}

function Correction({ piece }: { piece: PieceState }) {
  const units = useUnits();
  const pieceFrom = usePieceFrom();
  const [typed, setTyped, forget] = useDraft<TypedPiece>(`correct ${piece.id}`, () =>
    asTyped(piece.made, piece.madeAt, units),
  );
  return (
    <EditPage
      subject={piece.id}
      back={`/pieces/${piece.id}`}
      kind="piece.corrected"
      title={`Correct: ${piece.made.name}`}
      about="What it was when it was made. All that was logged of it since stays, and is worked out anew."
      verb="Log the correction"
      words={`${typed.name}: figures corrected`}
      body={() => ({
        ...pieceFrom(typed),
        madeAt: new Date(typed.madeAt ?? piece.madeAt).toISOString(),
      })}
      forget={forget}
    >
      {(wrong) => (
        <PieceFields
          typed={typed}
          set={(more) => setTyped((before) => ({ ...before, ...more }))}
          wrong={wrong}
        />
      )}
    </EditPage>
  );
}
