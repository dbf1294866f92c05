import { useEffect, useMemo, useRef, useState } from 'react';
import type { GuideAnswer } from '../../api/routes.ts';
import { outsideArea } from '../../core/form/form.ts';
import { affectsPlan } from '../../core/log/kinds.ts';
import { foldPiece, type PieceState } from '../../core/log/piece.ts';
import type { Appearance } from '../../core/piece/appearance.ts';
import type { PlanInput } from '../../core/piece/planInput.ts';
import { stepByLog } from '../../core/plan/dispatch.ts';
import { nextStep, type NextStep } from '../../core/plan/next.ts';
import type { PlanResult } from '../../core/plan/plan.ts';
import { isPast } from '../../core/plan/standing.ts';
import type { Planned } from '../../core/technique/layer.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { useOutbox } from '../saving/outbox.ts';
import type { CoatedWall } from '../acting/coatedWall.ts';
import { planInWorker } from '../planning/planWorker.ts';
import { OWN_WAITS, withWaiting } from '../planning/usePlan.ts';

/** A piece that is led, as far as this tablet knows it. */
export interface LedPiece {
  pieceId: string;
  name: string;
  piece: PieceState;
  look: Appearance;
  areaM2: number;
  wall: CoatedWall;
  /** What it asks for; null where nothing is left, or its time is still being worked out. */
  next: NextStep | null;
  /** What comes next by its log, while its time is being worked out. */
  coming: Planned | null;
}

interface Answered {
  key: string;
  answers: PlanResult | null;
}

/**
 * The pieces of a guide with what each asks for: as the studio has it, or worked out on this tablet where it has logged
 * what the studio does not know yet, or the studio is away.
 */
export function useLed(guide: GuideAnswer | undefined, away: boolean, now: Instant): LedPiece[] {
  const waiting = useOutbox();
  const [answered, setAnswered] = useState<Record<string, Answered>>({});
  const cases = useMemo(
    () =>
      (guide?.pieces ?? []).flatMap(({ pieceId, given, look, answers, thicknessM, meant }) => {
        if (!given || !look) return [];
        const facts = withWaiting(given, waiting);
        const piece = foldPiece(pieceId, facts.entries);
        if (!piece) return [];
        const own = weighty(facts).length > weighty(given).length;
        return [
          {
            ...{ pieceId, facts, piece, look, thicknessM, own, key: keyOf(facts) },
            ...{ answers: own ? null : answers, meant: own ? null : meant },
          },
        ];
      }),
    [guide, waiting],
  );
  const ask = useRef(new Set<string>());
  const due = Math.floor(now / 10_000) * 10_000;
  useEffect(() => {
    const askHere = ({ pieceId, facts, key, own, answers }: (typeof cases)[number]) => {
      const known = answered[pieceId];
      const here = known?.key === key ? known.answers : null;
      const holds = (of: PlanResult | null) => of !== null && due < of.holdsUntil;
      if (!(own || (away && !holds(answers))) || holds(here)) return;
      const question = `${pieceId} ${key} ${here === null ? '' : due}`;
      if (ask.current.has(question)) return;
      ask.current.add(question);
      void planInWorker({ given: facts, now: due }).then(({ plan }) => {
        ask.current.delete(question);
        if (plan) setAnswered((before) => ({ ...before, [pieceId]: { key, answers: plan } }));
      });
    };
    const timer = setTimeout(() => cases.forEach(askHere), away ? 0 : OWN_WAITS);
    return () => clearTimeout(timer);
  }, [cases, away, due, answered]);
  return useMemo(
    () =>
      cases.map(({ pieceId, facts, piece, look, thicknessM, answers, meant, key }): LedPiece => {
        const here = answered[pieceId];
        const last = (here?.key === key ? here.answers : null) ?? answers;
        const known = last && !isPast(last, now) ? last : null;
        return {
          pieceId,
          name: piece.made.name,
          piece,
          look,
          areaM2: outsideArea(piece.form),
          wall: {
            body: facts.body,
            clayId: piece.made.clayId,
            thicknessM: thicknessM ?? piece.form.wallM,
            meanX: known?.now.meanX ?? facts.body.plasticX,
            carried: piece.carried,
          },
          next: known && nextStep(known, now, meant?.next),
          coming: known ? null : stepByLog(piece),
        };
      }),
    [cases, answered, now],
  );
}

/** Entries that a plan rests on. */
const weighty = ({ entries }: PlanInput) => entries.filter(({ kind }) => affectsPlan(kind));

const keyOf = (facts: PlanInput): string => {
  const entries = weighty(facts);
  return `${entries.length} ${entries.at(-1)?.id ?? ''}`;
};
