import { layerOf } from '../catalogue/layerOf.test-support.ts';
import { describe, expect, it } from 'vitest';
import type { Cover } from '../drying/face.ts';
import { nothingSaid, type Entry } from '../log/entry.ts';
import type { SlipLaid } from '../slip/correct.ts';
import { defaultRoom, defaultStudio } from '../log/studio.ts';
import type { StepWindow } from '../piece/stepWindow.ts';
import { caseOf, cruetMade, hoursOn, logged, MADE } from '../piece/piece.test-support.ts';
import { stepsOf, techniqueNamed } from '../catalogue/catalogue.ts';
import { compose } from '../compose/compose.ts';
import type { Layer } from '../technique/layer.ts';
import type { Effect, Only, Span } from '../technique/technique.ts';
import { HOUR, MINUTE } from '../units/quantity.ts';
import { planPiece, type PiecePlan } from './plan.ts';

/** What decorators know, asked of the whole program. All of it common practice, no source. */

const layer = (technique: string, schools: Only = {}, more: Partial<Layer> = {}): Layer =>
  layerOf(technique, schools, { id: 'l', ...more });
const always = Array.from({ length: 7 }, (_, i) => ({ weekday: i + 1, fromMinute: 0, toMinute: 24 * 60 }));
interface Pot {
  layers?: Layer[];
  cover?: Cover;
  wallM?: number;
  entries?: Entry[];
  air?: Partial<typeof defaultRoom>;
}
const plan = (
  hours: number,
  { layers = [layer('sgraffito')], cover = 'open', wallM = 0.006, entries = [], air = {} }: Pot = {},
): PiecePlan => {
  const form = { kind: 'cylinder', diameterM: 0.1, heightM: 0.15, wallM, mouth: 'open' } as const;
  const facts = caseOf([
    cruetMade({ cover, form }),
    logged('piece.routed', MADE + 1, { layers }),
    ...entries,
  ]);
  const rooms = [{ ...facts.rooms[0]!, settings: [{ ...defaultRoom, ...air, from: 0 }] }];
  return planPiece(
    { ...facts, rooms, studio: { ...defaultStudio, hours: always } },
    hoursOn(hours),
    undefined,
    { members: 2 },
  )!;
};
const gate = (of: PiecePlan, step: string): StepWindow =>
  of.gates.find(({ planned }) => planned.refs[0]!.step === step)!;
const opens = (of: PiecePlan, step: string): number => (gate(of, step).opens! - MADE) / HOUR;
const slip = (specificGravity: number): SlipLaid => ({
  specificGravity,
  grainDensity: 2600,
  adjusted: 'none',
});
const done = (hours: number, effects: Effect<number>[], sg = 1.38): Entry =>
  logged('piece.done', hoursOn(hours), { ...nothingSaid, effects, slip: slip(sg) }, { face: 'outside' });
const coat = (mm: number): Effect<number> => ({
  does: 'coat',
  use: 'poured-ground',
  thicknessM: mm / 1000,
  share: 1,
});
const mean = (hours: number, ...entries: Entry[]): number => plan(hours, { entries }).now.meanIndex;
const span = (technique: string, step: string, schools: Only = {}): Span => {
  const needs = stepsOf(techniqueNamed(technique), schools).find(({ key }) => key === step)!.needs;
  return needs.flatMap((need) => (need.kind === 'water' ? need.spans : []))[0]!;
};

describe('drying, as everyone finds it', () => {
  it.each<[string, () => boolean]>([
    [
      'leather-hard takes some hours in an ordinary room',
      () => opens(plan(0), 'coat') > 1.5 && opens(plan(0), 'coat') < 6,
    ],
    [
      'a thick wall takes longer',
      () => opens(plan(0, { wallM: 0.009 }), 'coat') > 1.3 * opens(plan(0), 'coat'),
    ],
    [
      'a loose cover about three times as long',
      () => {
        const ratio = opens(plan(0, { cover: 'draped' }), 'coat') / opens(plan(0), 'coat');
        return ratio > 2 && ratio < 4.5;
      },
    ],
    ['tight plastic holds a night', () => plan(14, { cover: 'tight' }).now.meanIndex > 90],
    [
      'moving air is quicker',
      () => opens(plan(0, { air: { heatTransfer: 15 } }), 'coat') < 0.6 * opens(plan(0), 'coat'),
    ],
    ['a piece left open over two days is bone dry', () => plan(48).now.stage.stage === 'bone-dry'],
    [
      'the rim runs ahead, the foot lags',
      () => {
        const of = (name: string) => plan(5).places.places.find(({ place }) => place === name)!.meanX;
        return of('rim') < of('wall') && of('wall') < of('foot');
      },
    ],
    ['kiln-dry comes after bone dry', () => opens(plan(0), 'load') >= opens(plan(0), 'clean')],
    [
      'a mist brings the surface back, not the core',
      () => {
        const [bare, misted] = [
          plan(7.01),
          plan(7.01, { entries: [done(7, [{ does: 'film', kgM2: 0.05, share: 1 }])] }),
        ];
        const [skin, all] = [
          misted.now.outerIndex - bare.now.outerIndex,
          misted.now.meanIndex - bare.now.meanIndex,
        ];
        return skin > 1.3 * all;
      },
    ],
    [
      'a heat gun dries the skin and leaves the wall soft',
      () => {
        const heat: Effect<number> = { does: 'heat', tool: 'heat-gun', seconds: 150, duty: 0.5 };
        const heated = plan(1.05, { entries: [done(1, [heat])] }).now;
        const left = plan(1.05).now;
        return heated.outerIndex < left.outerIndex - 0.5 && heated.stage.stage === 'plastic';
      },
    ],
  ])('%s', (_fact, holds) => expect(holds()).toBe(true));
});

describe('coats', () => {
  const coats = gate(plan(5), 'coat');
  it.each<[string, () => boolean]>([
    [
      'of three, each waits longer for the one before',
      () => {
        const three = plan(5).gates.filter(({ planned }) => planned.refs[0]!.step === 'coat');
        const waits = three.map(({ opens: at }, i) => (i === 0 ? 0 : at! - three[i - 1]!.doAt!));
        return waits[2]! > waits[1]! && waits[1]! > 10_000;
      },
    ],
    [
      'go on leather-hard clay, 62 to 84',
      () => span('sgraffito', 'coat').driest === 62 && span('sgraffito', 'coat').wettest === 84,
    ],
    [
      'dampened, on drier clay too',
      () => coats.planned.step.remedies.some(({ reaches }) => reaches?.driest === 55),
    ],
    ['put water back into the wall', () => mean(6.05, done(6, [coat(0.6)])) > mean(6.05) + 5],
    [
      'that are thicker put back more',
      () => mean(6.05, done(6, [coat(0.6)])) > mean(6.05, done(6, [coat(0.3)])),
    ],
    [
      'of thinner slip put back more',
      () => mean(6.05, done(6, [coat(0.5)], 1.3)) > mean(6.05, done(6, [coat(0.5)], 1.5)),
    ],
    [
      'soften a thin wall more than a thick one',
      () => {
        const rise = (wallM: number) =>
          plan(3.1, { wallM, entries: [done(3, [coat(0.5)])] }).now.meanIndex -
          plan(3.1, { wallM }).now.meanIndex;
        return rise(0.004) > 1.5 * rise(0.008);
      },
    ],
    [
      'open carving later',
      () => {
        const [bare, coated] = [plan(6.1), plan(6.1, { entries: [done(6, [coat(0.6)])] })];
        return opens(coated, 'outlines') > opens(bare, 'outlines') + 0.5;
      },
    ],
    ['on a fresh wall are laid once, above 84', () => span('fresh-bands', 'bands').driest === 84],
    [
      'of sigillata are thin, and two at least',
      () => {
        const step = stepsOf(techniqueNamed('sigillata'), {}).find(({ key }) => key === 'coat-leather')!;
        return (
          step.repeat!.least === 2 &&
          step.effects.some((e) => e.does === 'coat' && e.thicknessM.usual < 0.0001)
        );
      },
    ],
  ])('%s', (_fact, holds) => expect(holds()).toBe(true));
});

describe('techniques in time', () => {
  it.each<[string, () => boolean]>([
    [
      'wet in wet closes in minutes',
      () => {
        const wet = plan(6, { layers: [layer('wet-in-wet')], entries: [] });
        const { opens: from, closes } = gate(wet, 'colour');
        return closes! - from! < 40 * MINUTE && closes! - from! > MINUTE;
      },
    ],
    [
      'the leather school of inlay scrapes long before the dry one',
      () => {
        const at = (finish: string) =>
          opens(plan(4, { layers: [layer('inlay', { finish })] }), `scrape-${finish}`);
        return at('dry') > at('leather') + 6;
      },
    ],
    [
      'sigillata on bone-dry clay begins half a day or more after that on leather-hard',
      () => {
        const at = (on: string) => opens(plan(0.5, { layers: [layer('sigillata', { on })] }), `coat-${on}`);
        return at('leather') < 12 && at('dry') > at('leather') + 12;
      },
    ],
    [
      'inlay fills wait for one another',
      () => {
        const fills = plan(4, { layers: [layer('inlay')] }).gates.filter(
          ({ planned }) => planned.refs[0]!.step === 'fill',
        );
        return fills.length >= 2 && fills[1]!.opens! > fills[0]!.doAt!;
      },
    ],
    [
      'lines for inlay are stamped wetter than they are cut',
      () => span('inlay', 'stamp', { mark: 'stamp' }).driest! > span('inlay', 'cut').driest!,
    ],
    [
      'crisp carving has the shorter window of the two',
      () => {
        const width = (carving: string) => {
          const { driest, wettest } = span('sgraffito', 'outlines', { carving });
          return wettest! - driest!;
        };
        return width('crisp') < width('buttery');
      },
    ],
    [
      'underglaze goes on a drier wall than engobe',
      () => span('sgraffito', 'coat', { ground: 'underglaze' }).wettest! < span('sgraffito', 'coat').wettest!,
    ],
    [
      'high trailing is for leather-hard clay, low lines for stiff clay too',
      () =>
        span('slip-trailing', 'trail', { height: 'low' }).driest! < span('slip-trailing', 'trail').driest!,
    ],
    ['crackle is stretched while it is plastic', () => span('silicate-crackle', 'stretch').driest! >= 88],
    [
      'a stretched wall is thinner and dries sooner',
      () => {
        const stretched = done(0.3, [{ does: 'stretch', by: 'hoop', ratio: 1.4 }]);
        return mean(5, stretched) < mean(5) - 5 && plan(1, { entries: [stretched] }).piece.form.wallM < 0.006;
      },
    ],
    [
      'a slab must come off its mould the same day',
      () => {
        const slab = plan(1, {
          wallM: 0.008,
          layers: [layer('stretched-slab')],
          entries: [
            logged('piece.done', hoursOn(0.9), {
              ...nothingSaid,
              refs: [{ layer: 'l', step: 'drape', zone: null, pass: 1 }],
              effects: [{ does: 'stand', stand: 'mould' }],
            }),
          ],
        });
        const off = gate(slab, 'off');
        return off.closes !== null && off.closes - MADE < 24 * HOUR;
      },
    ],
    [
      'a print on a fresh wall shrinks with it more than one on a firm wall',
      () => span('transfer', 'fresh', { wall: 'fresh' }).driest! > span('transfer', 'mist').wettest!,
    ],
    [
      'a sheet is laid within a minute of its mist',
      () => {
        const { closes, opens: from } = gate(plan(4, { layers: [layer('transfer')], entries: [] }), 'lay');
        return closes! - from! <= MINUTE;
      },
    ],
    [
      'sigillata is burnished on leather-hard clay, or days later bone dry',
      () => {
        const at = (on: string) => opens(plan(1, { layers: [layer('sigillata', { on })] }), `burnish-${on}`);
        return at('dry') > at('leather') + 8;
      },
    ],
    [
      'a wash on bisque waits for the kiln',
      () => opens(plan(1, { layers: [layer('oxide-wash')] }), 'brush-bisque') > 48,
    ],
    [
      'once fired has no bisque, twice fired has both',
      () => {
        const keys = (way: string) =>
          compose([layer('brushed-coats'), layer('firing', { way }, { id: 'k' })]).planned.map(
            ({ refs }) => refs[0]!.step,
          );
        return (
          !keys('once').includes('glost') &&
          keys('once').includes('raw-glaze') &&
          keys('twice').includes('glost')
        );
      },
    ],
    [
      'glazing bone dry puts water back: it dries again before the kiln',
      () => {
        const once = plan(1, {
          layers: [layer('brushed-coats'), layer('firing', { way: 'once' }, { id: 'k' })],
        });
        return opens(once, 'load') > opens(once, 'raw-glaze') + 0.2;
      },
    ],
    [
      'joining is for soft leather-hard clay',
      () => span('shaping', 'join-handle', { join: 'handle' }).driest === 68,
    ],
    [
      'the foot is turned stiffer than a handle is joined',
      () => span('shaping', 'turn').wettest! < span('shaping', 'join-handle', { join: 'handle' }).wettest!,
    ],
    [
      'lace is laid on softer clay than carving wants',
      () => span('stencil', 'lay').driest! > span('sgraffito', 'outlines').driest!,
    ],
    ['a burnish is for stiff clay', () => span('burnish', 'compress').wettest === 62],
    [
      'a sprayed engobe takes many thin passes',
      () => stepsOf(techniqueNamed('sprayed-engobe'), {})[0]!.repeat!.usual >= 4,
    ],
    ['wax is for stiff or bone-dry clay', () => span('resist', 'paint').wettest === 62],
  ])('%s', (_fact, holds) => expect(holds()).toBe(true));
});
