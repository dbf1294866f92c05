import { leftToOthers, type Suited } from '../../core/shelf/suited.ts';
import type { Attention, TubOnShelf } from '../../core/shelf/tubOnShelf.ts';
import type { SlipCatalogue } from '../../core/log/materials.ts';
import type { Entry } from '../../core/log/entry.ts';
import { consistencyFor, feelOf } from '../../core/slip/consistency.ts';
import type { Waste } from '../../core/slip/bin.ts';
import type { Road } from '../../core/slip/correct.ts';
import { measuredGravity } from '../../core/slip/density.ts';
import type { SignalRule } from '../../core/slip/drift.ts';
import { feelNamed } from '../../core/slip/feel.ts';
import { readingNow } from '../../core/log/tub.ts';
import {
  formatFixed,
  formatNumber,
  formatQuantity,
  type Instant,
  type UnitChoice,
} from '../../core/units/quantity.ts';
import type { Answer } from '../ui/answer.ts';
import { shortDate, whenNear } from '../ui/times.ts';

/** What a tub is right for or needs, in words. */
export function tubAnswer(shelf: TubOnShelf, suited: Suited, units: UnitChoice): Answer {
  const { tub } = shelf;
  const { wanted, judgement, correction } = suited;
  const use = wanted.name.toLowerCase();
  if (tub.discardedAt !== null)
    return { tone: 'rest', word: 'Off the shelf', headline: 'Discarded', detail: '' };
  if (judgement.verdict === 'unknown')
    return {
      tone: 'soon',
      word: 'Not known',
      headline: tub.measurements.length === 0 ? 'Not measured yet' : 'Measure it again',
      detail: `${whyUnknown(shelf)} Weigh a known volume, time a cup, or dip a finger. For ${use} it should feel like ${feelOf(wanted)}.`,
    };
  const read = readingWords(shelf, suited, units);
  if (judgement.verdict === 'right') {
    const log = tub.measuredAt === null ? ' By the log since it was changed; measure it to be sure.' : '';
    return { tone: 'now', word: 'Right', headline: `Right for ${use} as it is`, detail: `${read}.${log}` };
  }
  const verdict = judgement.verdict === 'too-thick' ? 'Too thick' : 'Too thin';
  const [road] = correction?.roads ?? [];
  if (!road || !correction) return { tone: 'soon', word: 'Not right', headline: verdict, detail: `${read}.` };
  const adjusted =
    tub.adjusted === 'none'
      ? ''
      : ` It has been ${tub.adjusted}, so feel and flow decide; SG is for reference.`;
  return {
    tone: 'soon',
    word: 'Not right',
    headline: `${verdict}: ${roadWords(road, units)}`,
    detail: `${read}, to reach SG ${formatFixed(correction.target, 2, units)}. Add a third, stir, measure again.${adjusted}`,
  };
}

/** How a tub stands for a use, in a word or two. */
export const suitWord = ({ judgement: { verdict } }: Suited): string =>
  verdict === 'right' ? 'right as it is' : verdict === 'unknown' ? 'not known' : verdict.replace('-', ' ');

/** Why nothing can be said of a tub that was measured. */
function whyUnknown({ tub }: TubOnShelf): string {
  const last = tub.measurements.at(-1);
  if (!last) return 'Nothing of it was measured since it was put on the shelf.';
  return last.changes < tub.changes
    ? 'Something went in or out since it was measured, and that says not enough of it now.'
    : 'What was measured of it does not say how it runs.';
}

/** An SG to two places, or to as many as tell it from a limit that it is not at. */
export function gravityBeside(
  gravity: number,
  { from, to }: { from: number; to: number },
  units: UnitChoice,
): string {
  const places = [2, 3, 4].find((n) =>
    [from, to].every((limit) => gravity === limit || gravity.toFixed(n) !== limit.toFixed(n)),
  );
  return formatFixed(gravity, places ?? 4, units);
}

/** What decided, in words. */
function readingWords({ tub }: TubOnShelf, { judgement, wanted }: Suited, units: UnitChoice): string {
  const sg = (gravity: number) => gravityBeside(gravity, wanted.gravity, units);
  const { feel, seconds } = readingNow(tub);
  const taken = Object.values(seconds)[0];
  if (judgement.by === 'flow' && taken !== undefined)
    return `Runs out in ${formatNumber(taken, 1, units)} s${judgement.gravity === null ? '' : `, SG ${sg(judgement.gravity)}`}`;
  if (judgement.by === 'feel' && feel !== null) {
    const sigma = judgement.felt?.sigma;
    const about =
      judgement.gravity === null || sigma === undefined
        ? ''
        : `, about SG ${formatFixed(judgement.gravity, 2, units)} give or take ${formatFixed(sigma, 2, units)}`;
    return `Feels like ${feelNamed(feel).name}${about}`;
  }
  if (judgement.gravity === null) return 'SG not known';
  const { from, to } = wanted.gravity;
  return `SG ${sg(judgement.gravity)}, wanted ${formatFixed(from, 2, units)} to ${formatFixed(to, 2, units)}`;
}

/** A way to correct a tub, in words. */
export function roadWords(road: Road, units: UnitChoice): string {
  // an SG read to a hundredth tells such an amount to two figures
  const volume = (m3: number) => formatQuantity('volume', Number(m3.toPrecision(2)), units);
  switch (road.road) {
    case 'water':
      return `add ${volume(road.volumeM3)} of water`;
    case 'powder':
      return `add ${formatQuantity('mass', Number(road.dryKg.toPrecision(2)), units)} of dry powder`;
    case 'decant':
      return `let it settle, pour off ${volume(road.volumeM3)} of water`;
    case 'evaporate':
      return `leave it open until ${volume(road.volumeM3)} of water has gone`;
    case 'deflocculate':
      return 'drops of deflocculant';
    case 'flocculate':
      return 'drops of flocculant';
  }
}

export const signalWords: Record<SignalRule, string> = {
  outside: 'the last reading is outside its usual spread',
  jump: 'it jumped since the reading before',
  'one-side': 'eight readings running lie on one side of its mean',
  trend: 'six readings running go one way',
};

/** What wants looking at, in words. */
export function attentionWords(attention: Attention, now: Instant, zone: string): string {
  switch (attention.kind) {
    case 'unmeasured':
      return 'never measured';
    case 'unfit':
      return 'not right for its use';
    case 'settled':
      return `settled since ${whenNear(attention.at, now, zone)}: take the top layer`;
    case 'mould':
      return `look for mould: its date was ${shortDate(attention.at, zone)}`;
    case 'drifting':
      return `at this drift it is out of its range by ${shortDate(attention.outAt, zone)}`;
    case 'signal':
      return `${attention.of === 'gravity' ? 'SG' : 'flow'}: ${signalWords[attention.rule]}`;
    case 'alike':
      return `looks like ${attention.names.join(', ')} when wet, and fires differently`;
    case 'low':
      return 'nearly empty';
    case 'empty':
      return 'empty by its log: if it is not, measure how much is in it';
  }
}

/** An entry of a tub's log, in words. */
export function tubWords(e: Entry, units: UnitChoice, catalogue: SlipCatalogue): string {
  const volume = (m3: number) => formatQuantity('volume', m3, units);
  const mass = (kg: number) => formatQuantity('mass', kg, units);
  switch (e.kind) {
    case 'tub.made':
      return 'Put on the shelf';
    case 'tub.measured':
      return measuredWords(e.body, units, catalogue);
    case 'tub.watered':
      return `${volume(e.body.volumeM3)} of water in`;
    case 'tub.thickened':
      return `${mass(e.body.dryKg)} of powder in`;
    case 'tub.decanted':
      return `${volume(e.body.volumeM3)} of water off`;
    case 'tub.dosed':
      return `${mass(e.body.massKg)} of ${catalogue.materials[e.body.materialId]?.name.toLowerCase() ?? 'something'} in`;
    case 'tub.sieved':
      return `Sieved, ${e.body.mesh} mesh`;
    case 'tub.stirred':
      return 'Stirred';
    case 'tub.topped':
      return `Topped up with ${volume(e.body.volumeM3)} of slip`;
    case 'tub.used':
      return `${volume(e.body.volumeM3)} used`;
    case 'tub.moved':
      return `Moved to ${e.body.shelf}`;
    case 'tub.settling':
      return 'Left to settle';
    case 'tub.noted':
      return e.body.text;
    case 'tub.discarded':
      return e.body.reason === '' ? 'Discarded' : `Discarded: ${e.body.reason}`;
    default:
      return e.kind;
  }
}

function measuredWords(
  body: Extract<Entry, { kind: 'tub.measured' }>['body'],
  units: UnitChoice,
  { cups }: SlipCatalogue,
): string {
  const gravity = body.sample ? measuredGravity(body.sample) : null;
  const sg = gravity?.ok ? gravity.value : body.gravityRead;
  const parts = [
    ...(sg === null ? [] : [`SG ${formatFixed(sg, 3, units)}`]),
    ...body.flow.map(
      ({ cupId, seconds, restS }) =>
        `${formatNumber(seconds, 1, units)} s in ${cups[cupId]?.name ?? 'a cup'}${restS > 0 ? ` after ${Math.round(restS / 60)} min rest` : ''}`,
    ),
    ...(body.feel === null ? [] : [feelNamed(body.feel).name]),
    ...(body.celsius === null ? [] : [formatQuantity('temperature', body.celsius, units)]),
    ...(body.levelM3 === null ? [] : [`level ${formatQuantity('volume', body.levelM3, units)}`]),
  ];
  return `Measured: ${parts.join(', ')}`;
}

/** Printed beside what pupils and pregnant people leave to others. */
const NOT_FOR_PUPILS = 'Not for pupils or in pregnancy; local rules decide';

const wasteCautions: Partial<Record<Waste, string>> = {
  toxic: 'Toxic colourant: gloves, no food',
  silicate: 'Silicate: goggles, gloves; never reclaim',
};

/** What is printed on a tub's label. */
export function labelOf({ tub, waste }: TubOnShelf, zone: string) {
  const { made } = tub;
  const caution = wasteCautions[waste];
  const cautions = [...(caution ? [caution] : []), ...(leftToOthers(waste) ? [NOT_FOR_PUPILS] : [])];
  return {
    title: made.name,
    lines: [
      ...(made.contents === '' ? [] : [made.contents]),
      `For ${consistencyFor(made.use).name.toLowerCase()}`,
      `Made ${shortDate(tub.madeAt, zone)}`,
      ...cautions,
    ],
    path: `/slips/${tub.id}`,
  };
}
