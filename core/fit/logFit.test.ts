import { describe, expect, it } from 'vitest';
import { defaultBody } from '../clay/body.ts';
import { meanReading } from '../drying/readings.ts';
import { integrate } from '../drying/run.ts';
import { readAt } from '../drying/trajectory.ts';
import type { Entry } from '../log/entry.ts';
import { foldPiece } from '../log/piece.ts';
import type { PlanInput } from '../piece/planInput.ts';
import { wallCase } from '../piece/stateEstimate.ts';
import { fitLog } from './logFit.ts';
import { caseOf, cruetMade, hoursOn, logged } from '../piece/piece.test-support.ts';

const DRY_KG = 0.4;
const END = hoursOn(60);

/** A piece weighed at some hours, in a room whose air and a clay whose diffusivity are other than the usual. */
function weighed(n: number, truth: { air: number; diffusion: number }, hours: number[]): PlanInput {
  const form = { kind: 'plate', diameterM: 0.2, wallM: 0.004 + 0.001 * (n % 5) } as const;
  const made = cruetMade({ form, name: `plate ${n}` }, `p${n}`);
  const given = caseOf([made]);
  const of = wallCase(foldPiece(made.subject, [made])!, given, END);
  const { diffusivity } = defaultBody;
  const body = {
    ...defaultBody,
    diffusivity: { ...diffusivity, at0: diffusivity.at0 * Math.exp(truth.diffusion) },
  };
  const setting = { ...of.given, body, airFactor: Math.exp(truth.air) };
  const run = integrate(of.walls[0]!.begin(setting), END);
  const weighings = hours.map((hour) =>
    logged(
      'piece.weighed',
      hoursOn(hour),
      {
        massKg: DRY_KG * (1 + readAt(run.trajectory, hoursOn(hour), meanReading)),
        tareKg: 0,
        dryKg: DRY_KG,
      },
      { subject: made.subject },
    ),
  );
  return caseOf([made, ...weighings]);
}

const truth = { air: 0.35, diffusion: -0.3 };
const shop = (more: Entry[] = []): PlanInput[] =>
  [0, 1, 2, 3, 4].map((n) => {
    const given = weighed(n, truth, [2, 5, 9, 14]);
    return n === 0 ? { ...given, entries: [...given.entries, ...more] } : given;
  });
const fitted = (cases: PlanInput[]) => {
  const outcome = fitLog(cases, END);
  if (!outcome.ok) throw new Error(outcome.problem.message);
  return outcome.value;
};

/** The truth is made by the same wall; what is checked is that the fit finds its figures again. */
describe('fit of the whole log', () => {
  it('finds again the pace of the room, and says how sure', () => {
    const fit = fitted(shop());
    const air = fit.factors.find((f) => f.unknown === 'air')!;
    expect(Math.abs(air.mean - truth.air)).toBeLessThan(0.06);
    expect(Math.abs(air.mean - truth.air)).toBeLessThan(3 * air.sigma);
    expect(air.sigma).toBeLessThan(0.1);
    expect(air).toMatchObject({ subject: 'room', id: 'r', numbers: 20 });
    expect(fit.misfit).toBeLessThan(fit.misfitBefore / 3);
    expect(fit.misfit).toBeLessThan(0.5);
  });

  it('leaves at the usual, and unsure, what the log says nothing of', () => {
    const cover = fitted(shop()).factors.find((f) => f.unknown === 'cover')!;
    expect(cover.mean).toBeCloseTo(0, 2);
    expect(cover.sigma).toBeCloseTo(0.5, 1);
  });

  it('points at the finding that does not fit, which pulls little', () => {
    const wrong = logged(
      'piece.checked',
      hoursOn(15),
      { stage: 'plastic', confirmed: true, note: '' },
      { subject: 'p0' },
    );
    const fit = fitted(shop([wrong]));
    const furthest = fit.residuals.reduce((a, b) => (Math.abs(b.wetter) > Math.abs(a.wetter) ? b : a));
    expect(furthest).toMatchObject({ pieceId: 'p0', kind: 'stage', at: hoursOn(15) });
    expect(furthest.wetter).toBeGreaterThan(3);
    const air = fit.factors.find((f) => f.unknown === 'air')!;
    expect(Math.abs(air.mean - truth.air)).toBeLessThan(0.08);
  });

  it('keeps two rooms apart', () => {
    const moved = (given: PlanInput): PlanInput => ({
      ...given,
      entries: given.entries.map((entry) =>
        entry.kind === 'piece.made' ? { ...entry, body: { ...entry.body, roomId: 's' } } : entry,
      ),
      rooms: [{ ...given.rooms[0]!, id: 's' }],
    });
    const slow = [5, 6, 7].map((n) => moved(weighed(n, { air: -0.3, diffusion: -0.3 }, [3, 8, 16])));
    const { factors } = fitted([...shop(), ...slow]);
    const air = (id: string) => factors.find((f) => f.unknown === 'air' && f.id === id)!.mean;
    expect(air('r')).toBeGreaterThan(0.25);
    expect(air('s')).toBeLessThan(-0.2);
    expect(factors.filter((f) => f.unknown === 'diffusion')).toHaveLength(1);
  });

  it('tells how far it is, ever further, to its end', () => {
    const shares: number[] = [];
    fitLog(shop(), END, (share) => shares.push(share));
    expect(shares.at(-1)).toBe(1);
    expect(shares.every((share, i) => i === 0 || share >= shares[i - 1]!)).toBe(true);
    expect(shares.length).toBeGreaterThan(10);
  });

  it('refuses a log that says too little, with what is needed', () => {
    const none = fitLog([caseOf([cruetMade()])], END);
    expect(none).toMatchObject({ ok: false, problem: { code: 'too-few' } });
    expect(!none.ok && none.problem.message).toContain('at least 3');
    expect(fitLog([weighed(1, truth, [2, 4])], END).ok).toBe(false);
  });
});
