import type {
  BatchAnswer,
  BinsAnswer,
  FormsAnswer,
  ShelfAnswer,
  StudioAnswer,
  TechniquesAnswer,
  TubAnswer,
} from '../../api/index.ts';
import { recordsOf } from '../../core/compose/record.ts';
import { logOf, type Ledger } from '../../core/log/ledger.ts';
import type { PieceState } from '../../core/log/piece.ts';
import { studioOf } from '../../core/log/studio.ts';
import { formsMade } from '../../core/piece/formsMade.ts';
import { comingNight } from '../../core/plan/night.ts';
import type { Shelf } from '../planning/tubShelf.ts';
import type { Clock } from '../time/clock.ts';

export interface LogSources {
  ledger: Ledger;
  shelf: Shelf;
  pieces: () => PieceState[];
  clock: Pick<Clock, 'now' | 'workshopTime'>;
}

/** What is answered from the log alone; null for what it does not have. */
export interface LogAnswers {
  studio: () => StudioAnswer;
  techniques: () => TechniquesAnswer;
  forms: () => FormsAnswer;
  shelf: () => ShelfAnswer;
  tub: (id: string) => TubAnswer | null;
  batch: (id: string) => BatchAnswer | null;
  bins: () => BinsAnswer;
}

export function logAnswers({ ledger, shelf, pieces, clock }: LogSources): LogAnswers {
  return {
    studio: () => ({
      ...studioOf(ledger),
      workshopTime: clock.workshopTime,
      pieces: pieces().length,
      tubs: shelf.tubs().length,
      night: comingNight(studioOf(ledger).studio, clock.now()),
    }),
    techniques: () => ({ records: recordsOf(pieces()) }),
    forms: () => ({ made: formsMade(pieces()) }),
    shelf: () => shelf.answer(clock.now()),
    tub: (id) => {
      const found = shelf.tub(id, clock.now());
      return (
        found && {
          shelf: found,
          catalogue: shelf.catalogue(),
          trials: shelf.trialsOf(id),
          acts: logOf(ledger, 'tub', id),
        }
      );
    },
    batch: (id) => {
      const batch = shelf.batch(id);
      return batch && { batch, catalogue: shelf.catalogue(), acts: logOf(ledger, 'batch', id) };
    },
    bins: () => {
      const bins = shelf.bins();
      // an act over several bins is one act
      const acts = new Map(bins.flatMap(({ id }) => logOf(ledger, 'bin', id)).map((act) => [act.id, act]));
      return { bins, acts: [...acts.values()] };
    },
  };
}
