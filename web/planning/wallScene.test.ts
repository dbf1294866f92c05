import { endOf } from '../../core/drying/trajectory.ts';
import { describe, expect, it } from 'vitest';
import { caseOf, coatLaid, cruetMade, hoursOn, logged, MADE } from '../../core/piece/piece.test-support.ts';
import { planPiece } from '../../core/plan/plan.ts';
import { HOUR } from '../../core/units/quantity.ts';
import { sceneOf } from './wallScene.ts';
import type { Trial } from './useWhatIf.ts';

const covered = logged('piece.covered', hoursOn(3), { cover: 'draped', stand: 'board' });
const given = caseOf([cruetMade(), covered, coatLaid(1, hoursOn(5))]);
const now = hoursOn(6);
const effort = { members: 6 };
const plan = planPiece(given, now, undefined, effort)!;
const at = (trial: Trial | null, zoom: 'near' | 'all' = 'near') =>
  sceneOf(plan, trial, given, [], now, zoom, 'Etc/UTC');

describe('what the strip shows', () => {
  it('is about now, or all of it from when it was made to when it is dry', () => {
    const near = at(null);
    expect(near.from).toBeGreaterThanOrEqual(MADE);
    expect(near.from).toBeLessThanOrEqual(now);
    expect(near.to).toBeGreaterThanOrEqual(now + 2 * HOUR);
    const all = at(null, 'all');
    expect(all.from).toBe(MADE);
    expect(all.to).toBe(endOf(plan.trajectory));
  });

  it('has each cover from when it was put on to when the next was', () => {
    const { covers } = at(null, 'all');
    expect(covers.map(({ cover }) => cover)).toEqual(['open', 'draped']);
    expect(covers[0]!.to).toBe(covers[1]!.from);
    expect(covers[1]).toMatchObject({ from: hoursOn(3), to: endOf(plan.trajectory) });
  });

  it('has what is tried as if it had been done, and the windows that follow from it', () => {
    const tightAt = now + HOUR;
    const tried = planPiece(given, now, { covers: [{ at: tightAt, cover: 'tight' }] }, effort)!;
    const scene = at({ tried: { does: 'cover', cover: 'tight' }, at: tightAt, plan: tried });
    expect(scene.covers.at(-1)).toMatchObject({ cover: 'tight', from: tightAt });
    expect(scene.trajectory).toBe(tried.trajectory);
    expect(scene.gates.length).toBeGreaterThan(2);
    for (const gate of scene.gates) {
      expect(tried.gates).toContain(gate);
      if (gate.doneAt === null) expect(gate.opens!).toBeLessThanOrEqual(scene.to);
    }
  });

  it('shows a trial’s cover before its plan is worked out, over the wall as it is', () => {
    const scene = at({ tried: { does: 'cover', cover: 'fan' }, at: now + HOUR, plan: null });
    expect(scene.covers.at(-1)!.cover).toBe('fan');
    expect(scene.trajectory).toBe(plan.trajectory);
  });

  it('has bands for the places that dry otherwise, never for the wall itself', () => {
    const names = at(null).places.map(({ name }) => name);
    expect(names).toContain('rim');
    expect(names).not.toContain('wall');
    const { places } = sceneOf(
      planPiece(caseOf([cruetMade({ cover: 'damp-box' })]), hoursOn(1), undefined, effort)!,
      null,
      given,
      [],
      hoursOn(1),
      'near',
      'Etc/UTC',
    );
    expect(places.every(({ at: moments, meanX }) => moments.length === meanX.length)).toBe(true);
  });
});
