import type { PieceCase } from '../../core/plan/case.ts';
import type { Spell } from '../../core/plan/hours.ts';
import type { PiecePlan } from '../../core/plan/plan.ts';
import { entriesOf } from '../../core/log/entry.ts';
import { instantOf } from '../../core/log/piece.ts';
import { HOUR, type Instant } from '../../core/units/quantity.ts';
import type { StripScene } from '../draw/scene.ts';

export type Zoom = 'near' | 'all';

/** What the strip shows of a plan, near now or over the piece's whole time. */
export function sceneOf(
  plan: PiecePlan,
  given: PieceCase,
  nights: Spell[],
  now: Instant,
  zoom: Zoom,
  zone: string,
): StripScene {
  const { piece, trajectory, steps } = plan;
  const end = trajectory.at.at(-1)!;
  const carveClose = steps.find((s) => s.step.id === 'carve')?.closes ?? 0;
  const near = {
    from: Math.max(piece.madeAt, now - 14 * HOUR),
    to: Math.min(end, Math.max(now + 26 * HOUR, Math.min(carveClose + 4 * HOUR, now + 48 * HOUR))),
  };
  const range = zoom === 'near' ? near : { from: piece.madeAt, to: end };
  return {
    ...range,
    to: Math.max(range.to, now + 2 * HOUR),
    body: given.body,
    thicknessM: piece.made.form.wallM,
    trajectory,
    now,
    steps,
    covers: coverSpells(plan, given),
    spreads: plan.spreads,
    nights,
    zone,
  };
}

function coverSpells({ piece, trajectory }: PiecePlan, given: PieceCase): StripScene['covers'] {
  const changes = [
    { at: piece.madeAt, cover: piece.made.cover },
    ...entriesOf(given.entries, 'piece.covered').map((e) => ({
      at: Math.max(piece.madeAt, instantOf(e)),
      cover: e.body.cover,
    })),
  ];
  return changes.map(({ at, cover }, i) => ({
    cover,
    from: at,
    to: changes[i + 1]?.at ?? trajectory.at.at(-1)!,
  }));
}
