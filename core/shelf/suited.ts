import { judgeTub, wasteOf, type TubJudgement, type TubState } from '../log/tub.ts';
import type { Waste } from '../slip/bin.ts';
import {
  consistencies,
  consistencyFor,
  type Consistency,
  type SlipUse,
  type WantedByUse,
} from '../slip/consistency.ts';
import { correctionFor, type Correction } from '../slip/correct.ts';

/** A tub against what a use wants: the one judgement of it, wherever it is shown. */
export interface Suited {
  wanted: Consistency;
  judgement: TubJudgement;
  /** What brings it there; null where it is right, or nothing is known of it. */
  correction: Correction | null;
}

/** A tub, and how much water it loses a day when it stands open, m³. */
export interface StandingTub {
  tub: TubState;
  openLossM3: number;
}

/** @param set what the studio wants in place of the usual */
export function suitedFor({ tub, openLossM3 }: StandingTub, use: SlipUse, set: WantedByUse): Suited {
  const wanted = consistencyFor(use, set);
  const judgement = judgeTub(tub, wanted);
  const { verdict, gravity } = judgement;
  const off = verdict === 'too-thick' || verdict === 'too-thin';
  if (gravity === null || !off) return { wanted, judgement, correction: null };
  const slip = {
    volumeM3: tub.volumeM3,
    grainDensity: tub.made.grainDensity,
    adjusted: tub.adjusted,
    gravity,
    evaporationPerDay: openLossM3,
  };
  return { wanted, judgement, correction: correctionFor(slip, verdict, wanted.gravity) };
}

/** Silicate and glaze are no slips: none of another kind does for them, however it runs, nor they for it. */
const ofItsOwn = (use: SlipUse): boolean => use === 'silicate' || use === 'glaze';

/** Uses other than its own that a tub is right for as it stands. */
export const alsoRightFor = (standing: StandingTub, set: WantedByUse): SlipUse[] => {
  const own = standing.tub.made.use;
  if (ofItsOwn(own)) return [];
  return consistencies
    .map(({ use }) => use)
    .filter(
      (use) => use !== own && !ofItsOwn(use) && suitedFor(standing, use, set).judgement.verdict === 'right',
    );
};

/** Tubs for a use, those that are right as they stand first, then those that may be, then those to be corrected. */
export const bySuit = <T extends StandingTub>(tubs: readonly T[], use: SlipUse, set: WantedByUse): T[] => {
  const place = (of: T) => {
    const { verdict } = suitedFor(of, use, set).judgement;
    const own = of.tub.made.use === use ? 0 : 1;
    return 2 * (verdict === 'right' ? 0 : verdict === 'unknown' ? 1 : 2) + own;
  };
  return [...tubs].sort((a, b) => place(a) - place(b));
};

/** Whether pupils and pregnant people leave such slip to others. Common practice; local rules decide. */
export const leftToOthers = (waste: Waste): boolean => waste === 'toxic' || waste === 'silicate';

/** Whether a tub may be offered to whoever works on a piece. */
export const mayBeOffered = ({ tub }: StandingTub, guarded: boolean): boolean =>
  tub.discardedAt === null && !(guarded && leftToOthers(wasteOf(tub)));
