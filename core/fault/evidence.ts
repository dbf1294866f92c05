import { signAt } from '../coat/sign.ts';
import { SILICATE_GRAVITY, SILICATE_SOLIDS, silicateSolidsAt } from '../drying/laws.ts';
import { consistencyFor } from '../slip/consistency.ts';
import { KILN_DRY_X } from '../technique/kiln.ts';
import { MINUTE } from '../units/quantity.ts';
import { useOf, type Does, type Effect } from '../technique/technique.ts';
import type { DeedThen, PieceHistory } from './history.ts';

/** What a record says for or against a cause. */
export interface Evidence {
  says: 'for' | 'against' | 'nothing';
  /** With the figures it rests on. */
  words: string;
  /** How strongly, 0 to 1. */
  strength: number;
}

export type Judge = (history: PieceHistory) => Evidence;

const silent = (words: string): Evidence => ({ says: 'nothing', words, strength: 0 });
const pro = (words: string, strength: number): Evidence => ({
  says: 'for',
  words,
  strength: Math.min(1, Math.max(0.1, strength)),
});
const contra = (words: string): Evidence => ({ says: 'against', words, strength: 0.6 });

const round = (value: number): string => String(Math.round(value));
const done = ({ deeds }: PieceHistory, ...does: Does[]): DeedThen[] =>
  deeds.filter((deed) => deed.does.some((one) => does.includes(one)));
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** The deed for which something is largest; null where there is none. */
const worst = (deeds: DeedThen[], of: (deed: DeedThen) => number): DeedThen | null =>
  deeds.reduce<DeedThen | null>((a, b) => (!a || of(b) > of(a) ? b : a), null);

/** Ten points beyond an edge are as strong as evidence of moisture gets. */
const BEYOND = 12;

/** Whether a step was done within what its own way of doing it asks for. */
const asAsked = ({ skin, wanted }: DeedThen): boolean =>
  wanted.some(({ driest = -Infinity, wettest = Infinity }) => skin >= driest && skin <= wettest);

/** The dry edge of a step: that of its own way which lies next above it, or the usual one. */
const dryEdge = ({ skin, wanted }: DeedThen, usual: number): number =>
  Math.min(...wanted.flatMap(({ driest }) => (driest !== undefined && driest > skin ? [driest] : [])), usual);

const wetEdge = ({ skin, wanted }: DeedThen, usual: number): number =>
  Math.max(
    ...wanted.flatMap(({ wettest }) => (wettest !== undefined && wettest < skin ? [wettest] : [])),
    usual,
  );

/** The outer millimetre was drier than its way of doing it asks for, when it was done. @param usual edge of what is done beside the plan */
export const tooDry =
  (usual: number, ...does: Does[]): Judge =>
  (history) => {
    const deed = worst(done(history, ...does), (of) =>
      asAsked(of) ? -Infinity : dryEdge(of, usual) - of.skin,
    );
    if (!deed) return silent('The record holds no such step.');
    const at = `${deed.step} was done at ${round(deed.skin)} on the moisture index`;
    if (asAsked(deed)) return contra(`${at}, as its way of doing it asks: it was not too dry.`);
    const edge = dryEdge(deed, usual);
    const words = `${at}; ${edge} is the dry edge`;
    return deed.skin < edge
      ? pro(`${words}.`, (edge - deed.skin) / BEYOND)
      : contra(`${words}: it was not too dry.`);
  };

/** The outer millimetre was wetter than its way of doing it asks for, when it was done. @param usual edge of what is done beside the plan */
export const tooWet =
  (usual: number, ...does: Does[]): Judge =>
  (history) => {
    const deed = worst(done(history, ...does), (of) =>
      asAsked(of) ? -Infinity : of.skin - wetEdge(of, usual),
    );
    if (!deed) return silent('The record holds no such step.');
    const at = `${deed.step} was done at ${round(deed.skin)} on the moisture index`;
    if (asAsked(deed)) return contra(`${at}, as its way of doing it asks: it was not too wet.`);
    const edge = wetEdge(deed, usual);
    const words = `${at}; ${edge} is the wet edge`;
    return deed.skin > edge
      ? pro(`${words}.`, (deed.skin - edge) / BEYOND)
      : contra(`${words}: it was not too wet.`);
  };

/** The coat before had not come to a sign yet, or hardly. */
export const tooSoon =
  (sign: keyof typeof signAt, ...does: Does[]): Judge =>
  (history) => {
    const after = done(history, ...does).filter(
      ({ coatX, sinceSlip }) => coatX !== null && sinceSlip !== null,
    );
    const deed = worst(after, ({ coatX }) => coatX!);
    if (!deed) return silent('No step of the record was done on a coat.');
    const minutes = Math.round(deed.sinceSlip! / MINUTE);
    const words = `${deed.step} came ${minutes} ${minutes === 1 ? 'minute' : 'minutes'} after the slip before it`;
    return deed.coatX! > signAt[sign]
      ? pro(`${words}, which by the wall was not ${sign} yet.`, (deed.coatX! - signAt[sign]) / 0.06)
      : contra(`${words}, which by the wall was ${sign} by then.`);
  };

/** The slip lay beyond the range that its use asks for. */
export const slipOff =
  (side: 'thin' | 'thick', ...does: Does[]): Judge =>
  (history) => {
    const judged = done(history, ...does).flatMap((deed) => {
      const use = deed.effects.map(useOf).find((of) => of !== undefined);
      return deed.slip && use ? [{ deed, gravity: consistencyFor(use).gravity }] : [];
    });
    const [first] = judged.sort((a, b) => beyond(b) - beyond(a));
    if (!first) return silent('No slip was measured for it.');
    const { deed, gravity } = first;
    const { specificGravity, adjusted } = deed.slip!;
    const words = `The slip of ${deed.step.toLowerCase()} stood at SG ${specificGravity.toFixed(2)}; ${gravity.from.toFixed(2)} to ${gravity.to.toFixed(2)} is wanted`;
    if (adjusted !== 'none')
      return silent(
        `${words}, but it was ${adjusted}: its feel and flow decide, and they are not in this record.`,
      );
    return beyond(first) > 0 ? pro(`${words}.`, beyond(first) / 0.08) : contra(`${words}.`);

    function beyond({ deed: of, gravity: range }: (typeof judged)[0]): number {
      const sg = of.slip!.specificGravity;
      return side === 'thin' ? range.from - sg : sg - range.to;
    }
  };

/** A coat lay so thick, on a wall so dry, that it stores more than a coat known to hold. */
export const strained: Judge = (history) => {
  const deed = worst(done(history, 'coat'), ({ flake }) => flake ?? 0);
  if (deed?.flake == null) return silent('No coat is in the record.');
  const times = deed.flake.toFixed(1);
  const words = `${deed.step} was ${times === '1.0' ? 'as thick' : `${times} times as thick`}, for a wall so dry, as is known to hold`;
  return deed.flake > 2 ? pro(`${words}.`, deed.flake / 8) : contra(`${words}.`);
};

const depthOf = (effect: Effect<number>): number => ('thicknessM' in effect ? effect.thicknessM : 0);

/** It was laid less often, or thinner in all, than covers. */
export const laidThin: Judge = (history) => {
  const coats = done(history, 'coat');
  if (coats.length === 0) return silent('No coat is in the record.');
  const all = coats.reduce((sum, { effects }) => sum + Math.max(0, ...effects.map(depthOf)), 0);
  const words = `${coats.length === 1 ? 'One coat was' : `${coats.length} coats were`} laid, ${(1000 * all).toFixed(2)} mm wet in all`;
  return all < 0.0003 ? pro(`${words}.`, (0.0003 - all) / 0.0002) : contra(`${words}.`);
};

/** Coats put back so much water that the wall went soft. */
export const wetBack: Judge = ({ waterAdded, softest, wallM }) => {
  const words = `Coats put ${(100 * waterAdded).toFixed(1)} % of its dry weight in water back into a wall of ${(1000 * wallM).toFixed(1)} mm`;
  if (softest !== null && softest > 84)
    return pro(`${words}: it went up to ${round(softest)} on the moisture index.`, (softest - 84) / 14);
  return waterAdded > 0.06 ? pro(`${words}.`, waterAdded / 0.2) : contra(`${words}.`);
};

/** Rim or handle ran ahead of the wall while that still shrank. */
export const unevenly: Judge = ({ edgesAhead }) => {
  const words = `Its rim or handle ran ${round(edgesAhead)} points ahead of the wall while that still shrank`;
  return edgesAhead > 12 ? pro(`${words}.`, edgesAhead / 30) : contra(`${words}.`);
};

/** It shrank within so few hours that its faces could not keep pace. */
export const rushed: Judge = ({ shrankWithinH }) => {
  if (shrankWithinH === null) return silent('By the record it had not done shrinking.');
  const words = `It was done shrinking ${round(shrankWithinH)} h after it was made`;
  return shrankWithinH < 8 ? pro(`${words}.`, (8 - shrankWithinH) / 8) : contra(`${words}.`);
};

/** The core held water when it was loaded or fired. */
export const firedWet: Judge = (history) => {
  const [deed] = done(history, 'fire');
  const loaded = history.deeds.find(({ step }) => /load/i.test(step));
  const of = loaded ?? deed;
  if (!of) return silent('No firing is in the record.');
  const words = `Its core held ${(100 * of.coreX).toFixed(1)} % water when ${of.step.toLowerCase()} was logged; ${100 * KILN_DRY_X} % is kiln-dry`;
  return of.coreX > KILN_DRY_X ? pro(`${words}.`, (of.coreX - KILN_DRY_X) / 0.03) : contra(`${words}.`);
};

/** The wall was too dry, or piece and part too far apart, to be joined. */
export const joinedLate: Judge = (history) => {
  const deed = worst(done(history, 'join'), ({ mean }) => -mean);
  if (!deed) return silent('No join is in the record.');
  const words = `${deed.step} was done with the wall at ${round(deed.mean)} on the moisture index; 68 is the dry edge`;
  return deed.mean < 68 ? pro(`${words}.`, (68 - deed.mean) / BEYOND) : contra(`${words}.`);
};

/** Fewer fills than such slip needs. */
export const filledLittle: Judge = (history) => {
  const fills = done(history, 'fill');
  if (fills.length === 0) return silent('No fill is in the record.');
  const words = `It was filled ${fills.length === 1 ? 'once' : `${fills.length} times`}`;
  return fills.length < 3
    ? pro(`${words}; thin slip needs more.`, (3 - fills.length) / 2)
    : contra(`${words}.`);
};

/** Stretched with the wall too dry to give. */
export const stretchedLate: Judge = tooDry(88, 'stretch');

/** Something of that kind was done, which alone can bring it about. */
export const wasDone =
  (what: string, ...does: Does[]): Judge =>
  (history) => {
    const [deed] = done(history, ...does);
    return deed
      ? pro(`${capital(what)}: ${deed.step.toLowerCase()} is in the record.`, 0.3)
      : contra(`The record has nothing that was ${what}.`);
  };

/** The record cannot know. */
export const unseen =
  (words: string): Judge =>
  () =>
    silent(words);

/** Silicate that opens plates on a usual skin, kg/m²: less is thin. Common practice, no source. */
const THIN_SILICATE = 0.15;

/** Silicate lay thinly, by its mass and the strength that it had. */
export const littleSilicate: Judge = (history) => {
  const laid = done(history, 'silicate');
  if (laid.length === 0) return silent('The record holds no silicate.');
  const sold = laid.reduce(
    (sum, { effects, slip }) =>
      sum +
      effects.reduce(
        (of, effect) =>
          effect.does === 'silicate'
            ? of +
              (effect.kgM2 * silicateSolidsAt(slip?.specificGravity ?? SILICATE_GRAVITY)) / SILICATE_SOLIDS
            : of,
        0,
      ),
    0,
  );
  const words = `${round(1000 * sold)} g/m² lay on it, as it is sold; ${round(1000 * THIN_SILICATE)} is thin`;
  return sold < THIN_SILICATE
    ? pro(`${words}.`, (THIN_SILICATE - sold) / THIN_SILICATE + 0.3)
    : contra(`${words}: that was enough.`);
};
