import { Router } from 'express';
import type { PieceAnswer, StudioAnswer, TubAnswer, TubRow } from '../../api/index.ts';
import { entriesOf, type RecordedAct } from '../../core/log/entry.ts';
import { stands } from '../../core/log/ledger.ts';
import { foldTub } from '../../core/log/tub.ts';
import type { Clock } from '../clock.ts';
import { sendProblem } from '../guard/problems.ts';
import type { Plans } from '../plans.ts';
import type { Store } from '../store.ts';

/** What the screens read: all of it computed from the log. */
export function viewRoutes(store: Store, plans: Plans, clock: Clock): Router {
  const router = Router();

  const tubs = (): TubRow[] => {
    const ids = new Set(
      store.ledger.acts.flatMap((act) => entriesOf(act.entries, 'tub.made').map((e) => e.subject)),
    );
    return [...ids].flatMap((id) => foldTub(id, store.entriesAbout(id)) ?? []);
  };

  const actsAbout = (subject: string): (RecordedAct & { standing: boolean })[] =>
    (store.ledger.bySubject.get(subject) ?? []).map((act) => ({
      ...act,
      standing: stands(store.ledger, act.id),
    }));

  router.get(
    '/clock',
    (_request, response) => void response.json({ now: clock.now(), workshopTime: clock.workshopTime }),
  );

  router.get('/studio', (_request, response) => {
    const answer: StudioAnswer = {
      ...store.studio(),
      workshopTime: clock.workshopTime,
      pieces: plans.rows(clock.now()).length,
      tubs: tubs().length,
    };
    response.json(answer);
  });

  router.get('/bench', async (_request, response) => void response.json(await plans.bench(clock.now())));

  router.get('/pieces', (_request, response) => void response.json(plans.rows(clock.now())));

  router.get('/pieces/:id', async (request, response) => {
    const { id } = request.params;
    const given = await plans.caseOf(id);
    if (!given)
      return sendProblem(response, 404, {
        code: 'no-such-piece',
        field: 'id',
        message: 'This piece is not in the log. It may have been undone: go back to Pieces.',
      });
    const answer: PieceAnswer = { given, acts: actsAbout(id) };
    response.json(answer);
  });

  router.get('/tubs', (_request, response) => void response.json(tubs()));

  router.get('/tubs/:id', (request, response) => {
    const { id } = request.params;
    const tub = foldTub(id, store.entriesAbout(id));
    if (!tub)
      return sendProblem(response, 404, {
        code: 'no-such-tub',
        field: 'id',
        message: 'This tub is not on the shelf. It may have been undone: go back to Slips.',
      });
    const answer: TubAnswer = { tub, acts: actsAbout(id) };
    response.json(answer);
  });

  return router;
}
