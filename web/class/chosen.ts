import { useCallback, useMemo, useState } from 'react';
import type { PieceRow } from '../../api/routes.ts';

/** Pieces that were chosen to do something with all of them. */
export interface Choosing {
  /** Whether pieces are being chosen at all. */
  on: boolean;
  ids: ReadonlySet<string>;
  /** Begins, with these chosen. */
  begin: (ids?: readonly string[]) => void;
  toggle: (id: string) => void;
  /** Chooses all of these; of those that are all chosen already, none. */
  chooseAll: (ids: readonly string[]) => void;
  leave: () => void;
}

/** What was chosen, in the order it is shown. */
export const chosenOf = (rows: readonly PieceRow[], { ids }: Choosing): PieceRow[] =>
  rows.filter(({ id }) => ids.has(id));

export function useChoosing(): Choosing {
  const [chosen, setChosen] = useState<ReadonlySet<string> | null>(null);
  const change = useCallback(
    (next: (before: Set<string>) => Iterable<string>) =>
      setChosen((before) => new Set(next(new Set(before ?? [])))),
    [],
  );
  return useMemo(
    () => ({
      on: chosen !== null,
      ids: chosen ?? new Set<string>(),
      begin: (ids = []) => change(() => ids),
      toggle: (id) => change((before) => (before.delete(id) ? before : before.add(id))),
      chooseAll: (ids) =>
        change((before) =>
          ids.every((id) => before.has(id))
            ? [...before].filter((id) => !ids.includes(id))
            : [...before, ...ids],
        ),
      leave: () => setChosen(null),
    }),
    [chosen, change],
  );
}
