import { describe, expect, it } from 'vitest';
import type { Entry } from '../log/entry.ts';
import { defaultStudio } from '../log/studio.ts';
import { DAY, MINUTE, type Instant } from '../units/quantity.ts';
import { isOpen } from '../piece/status.ts';
import { workingTime } from '../time/hours.ts';
import { caseOf, cruetMade, hoursOn, logged } from '../piece/piece.test-support.ts';
import { planPiece, type PiecePlan } from './plan.ts';

const members = 3;
const cup = (wallM: number) =>
  cruetMade({ form: { kind: 'cylinder', diameterM: 0.1, heightM: 0.15, wallM, mouth: 'open' } });
const planned = (hours: number, wallM: number, entries: Entry[] = []): PiecePlan =>
  planPiece(caseOf([cup(wallM), ...entries]), hoursOn(hours), undefined, { members })!;
const due = (plan: PiecePlan) => plan.gates.filter((g) => isOpen(g.status) && !g.planned.optional);
const inHours = (plan: PiecePlan) => due(plan).filter((s) => s.doAt !== null).length;
const spellsAround = (at: Instant) => workingTime(defaultStudio, at - DAY, at + 14 * DAY);

const scenes = [1, 4, 8, 20].flatMap((hours) =>
  [0.004, 0.008, 0.01, 0.012].map((wallM) => ({ hours, wallM })),
);
const plans = scenes.map(({ hours, wallM }) => ({ wallM, hours, plan: planned(hours, wallM) }));
const steered = plans.filter(({ plan }) => plan.advice!.why !== 'stay');
const left = plans.filter(({ plan }) => plan.advice!.why === 'stay');

describe('advice on covers', () => {
  it('steers some walls and leaves others', () => {
    expect(steered.length).toBeGreaterThan(3);
    expect(left.length).toBeGreaterThan(3);
  });

  it('followed, brings more steps into working hours, or as many sooner', () => {
    for (const { plan, hours, wallM } of steered) {
      const { changes, why } = plan.advice!;
      const followed = planPiece(caseOf([cup(wallM)]), hoursOn(hours), { covers: changes }, { members })!;
      if (why === 'keeps-steps-in-hours') expect(inHours(followed)).toBeGreaterThan(inHours(plan));
      else expect(inHours(followed)).toBe(inHours(plan));
    }
  });

  it('asks for a change only when somebody is there, now or in working hours, and never for the cover it has', () => {
    for (const { plan } of steered) {
      let { cover } = plan.piece;
      for (const change of plan.advice!.changes) {
        const there = spellsAround(plan.at).some(({ from, to }) => from <= change.at && change.at < to);
        expect(there || change.at === plan.at, new Date(change.at).toISOString()).toBe(true);
        expect(change.at).toBeGreaterThanOrEqual(plan.at);
        expect(change.cover).not.toBe(cover);
        cover = change.cover;
      }
    }
  });

  it('covers for the night a few minutes before everybody leaves', () => {
    const byNight = steered
      .filter(({ plan }) => plan.advice!.changes.some(({ cover }, i) => cover === 'open' && i > 0))
      .filter(({ plan }) => plan.advice!.changes[0]!.at > plan.at);
    expect(byNight.length).toBeGreaterThan(2);
    for (const { plan } of byNight) {
      const evening = plan.advice!.changes.find(({ cover }) => cover !== 'open')!;
      const spell = spellsAround(plan.at).find(({ from, to }) => from <= evening.at && evening.at < to)!;
      expect(spell.to - evening.at).toBe(5 * MINUTE);
    }
  });

  it('asks for nothing where it says to stay, and tells when each step can then be done', () => {
    for (const { plan } of left) {
      expect(plan.advice!.changes).toEqual([]);
      expect(plan.advice!.doAt).toEqual(due(plan).map(({ planned: { key }, doAt }) => ({ key, at: doAt })));
    }
  });

  it('gives none for a piece that is finished', () => {
    const finished = logged('piece.finished', hoursOn(3), { outcome: 'good', faults: [], note: '' });
    expect(planned(4, 0.006, [finished]).advice).toBeNull();
  });
});
