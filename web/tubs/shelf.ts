import { hasJar } from '../../core/technique/technique.ts';
import { useMemo } from 'react';
import { bySuit, mayBeOffered, suitedFor, type Suited } from '../../core/shelf/suited.ts';
import type { TubOnShelf } from '../../core/shelf/tubOnShelf.ts';
import type { SlipUse } from '../../core/slip/consistency.ts';
import type { Planned } from '../../core/technique/layer.ts';
import { to } from '../../api/answers.ts';
import { useAnswer } from '../asking/useAnswer.ts';

/** The shelf as the studio has it: tubs, batches under way, and what they rest on. */
export const useShelf = () => useAnswer(to('/api/shelf'));

/** What a tub is called; nothing where it is not on the shelf. */
export function useTubNames(): (id: string) => string | undefined {
  const { data } = useShelf();
  return useMemo(() => {
    const names = new Map(data?.tubs.map(({ tub }) => [tub.id, tub.made.name]));
    return (id) => names.get(id);
  }, [data]);
}

/** A tub with how it stands for the use in hand. */
export interface TubForUse {
  shelf: TubOnShelf;
  suited: Suited;
}

/** Tubs of the shelf for a step that lays slip. */
export interface TubsFor {
  /** Those that are right first. */
  offered: TubForUse[];
  /** Those that are not for the pupils who work on the piece. */
  withheld: TubOnShelf[];
}

const none: TubsFor = { offered: [], withheld: [] };

/** @param use that the step lays slip for; left out where it lays none */
export function useTubsFor({ guarded }: Planned, use: SlipUse | undefined): TubsFor {
  const { data } = useShelf();
  return useMemo(() => {
    if (!data || use === undefined) return none;
    const { wanted } = data.catalogue;
    // silicate, joining fluid and a wash come from jars of their own: no tub of slip will do
    const ownJar = hasJar(use) || use === 'wash';
    const standing = data.tubs.filter(
      ({ tub }) => tub.discardedAt === null && (!ownJar || tub.made.use === use),
    );
    return {
      offered: bySuit(
        standing.filter((shelf) => mayBeOffered(shelf, guarded === true)),
        use,
        wanted,
      ).map((shelf) => ({ shelf, suited: suitedFor(shelf, use, wanted) })),
      withheld: standing.filter((shelf) => !mayBeOffered(shelf, guarded === true)),
    };
  }, [data, guarded, use]);
}
