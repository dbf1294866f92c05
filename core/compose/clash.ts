import type { SlipUse } from '../slip/consistency.ts';
import { wholeZone, type Layer, type Planned, type Zone } from '../technique/layer.ts';
import type { Does } from '../technique/technique.ts';

/** What of one layer spoils, or changes, what another laid on the same clay. Common practice, no source. */
export interface Clash {
  before: (planned: Planned, layer: Layer) => boolean;
  then: (planned: Planned, layer: Layer) => boolean;
  words: string;
  remedy: string;
  /** Only where both lie in zones that were named: what lies all over leaves room for it. */
  named?: true;
  /** Only while the clay is raw: what was fired stays. */
  raw?: true;
  /** It can be, and is only said. */
  told?: true;
}

export const does =
  (...any: Does[]) =>
  ({ step }: Planned): boolean =>
    step.effects.some((effect) => any.includes(effect.does));
const laysUse =
  (...uses: SlipUse[]) =>
  ({ step }: Planned): boolean =>
    step.effects.some((effect) => 'thicknessM' in effect && uses.includes(effect.use));
export const torches = ({ step }: Planned): boolean =>
  step.effects.some((effect) => effect.does === 'heat' && effect.tool === 'torch');
const of =
  (...techniques: string[]) =>
  (_planned: Planned, { technique, own }: Layer): boolean =>
    techniques.includes(own?.copyOf ?? technique);
const both =
  (...all: Clash['before'][]): Clash['before'] =>
  (planned, layer) =>
    all.every((one) => one(planned, layer));
const not =
  (one: Clash['before']): Clash['before'] =>
  (planned, layer) =>
    !one(planned, layer);

/** Cuts of what shapes the piece itself: its foot, its rim. */
const turns = both(of('shaping'), does('cut'));
const sets = both(of('shaping', 'slip-drip'), does('join'));
/** What lies there and is seen: covered, it is gone. */
const seen = does('line', 'print', 'fill', 'wash');

export const clashes: Clash[] = [
  {
    before: does('print'),
    then: does('scrape', 'wipe'),
    raw: true,
    words: 'The print would come off',
    remedy: 'Keep it out of the printed zone, or print last.',
  },
  {
    before: does('print'),
    then: ({ step }) => step.slurry !== undefined,
    words: 'The print would be ribbed off',
    remedy: 'Take the slurry off first, or keep the two apart.',
  },
  {
    before: does('coat', 'line'),
    then: ({ step }) => step.slurry !== undefined,
    words: 'What was laid would be ribbed off with the slurry',
    remedy: 'Take the slurry off first, once, and lay on it.',
  },
  {
    before: does('print', 'silicate'),
    then: turns,
    named: true,
    words: 'A printed or silicate band is not turned through',
    remedy: 'End it above what is turned, or turn another part of the pot.',
  },
  {
    before: does('print'),
    then: sets,
    named: true,
    words: 'The print would smear where something is pressed on',
    remedy: 'Keep the print clear of the joint.',
  },
  {
    before: does('print'),
    then: does('print'),
    words: 'Two prints want the same place',
    remedy: 'Give each a zone of its own.',
  },
  {
    before: does('silicate'),
    then: does('silicate'),
    words: 'Two layers want to put silicate on the same place',
    remedy: 'Give each a zone of its own, or leave one out.',
  },
  {
    before: laysUse('stencil'),
    then: does('scrape', 'wipe'),
    raw: true,
    words: 'The lace pattern would come off',
    remedy: 'Keep it out of that zone.',
  },
  {
    before: does('line'),
    then: does('scrape', 'wipe'),
    raw: true,
    words: 'The slip lines would come off',
    remedy: 'Scrape first and trail afterwards, or in another zone.',
  },
  {
    before: does('silicate'),
    then: both(
      does('coat', 'line', 'fill'),
      not(of('silicate-crackle', 'silicate-texture', 'stretched-slab')),
    ),
    words: 'Slip will not stick on silicate',
    remedy: 'Lay the slip before the silicate, or in another zone.',
  },
  {
    before: does('silicate'),
    then: both(does('cut', 'scrape'), not(turns)),
    words: 'The silicate skin would tear: nothing is cut through it',
    remedy: 'Stop the silicate above what is cut.',
  },
  {
    before: does('burnish'),
    then: does('wash'),
    words: 'A wash cannot soak in there',
    remedy: 'Keep the wash to bare clay or slip.',
  },
  {
    before: does('burnish'),
    then: does('coat', 'line', 'fill'),
    words: 'Slip would cover the burnish, and hold badly on it',
    remedy: 'Burnish last, or in another zone.',
  },
  {
    before: both(does('wax'), not(of('resist'))),
    then: does('coat', 'line'),
    words: 'Slip will not stick on wax',
    remedy: 'Coat before the wax, or in another zone.',
  },
  {
    before: does('join'),
    then: does('stretch'),
    words: 'What was joined would pull off',
    remedy: 'Stretch first, join afterwards.',
  },
  {
    before: does('wax', 'print'),
    then: torches,
    words: 'A flame would come near what burns',
    remedy: 'Torch before anything of wax, shellac, tissue or film is there.',
  },
  {
    before: seen,
    then: does('coat'),
    told: true,
    words: 'It covers what lies there',
    remedy: 'Leave it open where that shall be seen.',
  },
  {
    before: does('print'),
    then: both(does('cut'), not(turns)),
    told: true,
    words: 'It cuts through the print',
    remedy: 'Where it shall stay whole, keep the two apart.',
  },
  {
    before: does('silicate'),
    then: does('wash'),
    told: true,
    words: 'The wash colours the cracks alone: it cannot soak in through silicate',
    remedy: 'Try it on a piece that broke.',
  },
  {
    before: both(does('wax'), of('resist')),
    then: does('coat', 'line'),
    told: true,
    words: 'The slip stays off the resist: its pattern is left bare',
    remedy: 'Lay the slip first where it shall lie under it.',
  },
  {
    before: does('print'),
    then: sets,
    told: true,
    words: 'A part is set on a printed wall',
    remedy: 'Leave its spots bare: it holds on clay, and smears a print.',
  },
  {
    before: of('monoprint', 'stretched-slab', 'stencil', 'transfer'),
    then: ({ step }) => step.key === 'join-edges',
    told: true,
    words: 'The bead at the joint stays to be seen',
    remedy: 'Leave it as it is, or clean it without touching the face.',
  },
];

/** Whether a zone was named: not the whole of a face. */
const isNamed = ({ kind }: Zone): boolean => kind !== wholeZone.kind;

/** Whether a clash is meant where the two lie. */
export const meant = ({ named }: Clash, before: Planned, then: Planned): boolean =>
  !named || (before.zones.some(isNamed) && (then.zones.some(isNamed) || reachesFoot(before)));

/** What is turned or set all over is turned at the foot. */
const reachesFoot = ({ zones }: Planned): boolean =>
  zones.some(
    (zone) => (zone.kind === 'place' && zone.place === 'foot') || (zone.kind === 'band' && zone.from < FOOT),
  );

/** A foot that is turned takes in about this share of the height. From memory. */
const FOOT = 0.08;
