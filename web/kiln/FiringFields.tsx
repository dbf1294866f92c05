import { cones } from '../../core/firing/cone.ts';
import type { Firing } from '../../core/firing/kilnSpace.ts';
import type { KilnState } from '../../core/log/kilnLoad.ts';
import { Columns } from '../ui/Columns.tsx';
import { ChoiceField } from '../ui/fields.tsx';

export const firings: { to: Firing; name: string }[] = [
  { to: 'bisque', name: 'Bisque' },
  { to: 'glazed', name: 'Glaze firing' },
];

/** Which kiln, which firing, to which cone. */
export function FiringFields({
  kilns,
  kinds,
  chosen: { kilnId, to, cone },
  onKiln,
  onFiring,
  onCone,
}: {
  kilns: KilnState[];
  kinds: readonly { to: Firing; name: string }[];
  chosen: { kilnId: string; to: Firing; cone: string };
  onKiln: (id: string) => void;
  onFiring?: (to: Firing) => void;
  onCone: (cone: string) => void;
}) {
  return (
    <Columns>
      <ChoiceField
        label="Kiln"
        value={kilnId}
        onChoose={onKiln}
        options={kilns.map(({ id, set }) => ({ value: id, label: set.name }))}
      />
      {kinds.length > 1 && onFiring && (
        <ChoiceField
          label="What firing"
          value={to}
          onChoose={onFiring}
          options={kinds.map(({ to: value, name: label }) => ({ value, label }))}
        />
      )}
      <ChoiceField
        label="To cone"
        value={cone}
        onChoose={onCone}
        options={cones.map((of) => ({ value: of, label: of }))}
      />
    </Columns>
  );
}
