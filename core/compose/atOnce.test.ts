import { DateTime } from 'luxon';
import { describe, expect, it } from 'vitest';
import { defaultStudio } from '../log/studio.ts';
import { planPiece } from '../plan/plan.ts';
import { caseOf, cruetMade, hoursOn, logged, MADE } from '../piece/piece.test-support.ts';
import { HOUR, MINUTE } from '../units/quantity.ts';
import { compose } from './compose.ts';
import type { Layer, Zone } from '../technique/layer.ts';
import { untouched } from './passes.ts';
import { layerOf } from '../catalogue/layerOf.test-support.ts';

/** Common practice, no source. */
const band = (name: string, from: number, to: number): Zone => ({ id: name, name, kind: 'band', from, to });
const keys = (layers: Layer[], progress = untouched) =>
  compose(layers, progress).planned.map(({ key }) => key);

describe('layouts', () => {
  const trailed = (id: string, zone: Zone) =>
    layerOf('slip-trailing', { guide: 'marked' }, { id, zones: [zone] });
  const both = [trailed('low', band('low', 0.1, 0.4)), trailed('high', band('high', 0.6, 0.9))];

  it('of two layers on one surface are drawn as one step, which takes as long as both', () => {
    const { planned } = compose(both);
    const guides = planned.filter(({ step }) => step.layout);
    expect(guides.map(({ refs }) => refs.map(({ layer }) => layer))).toEqual([['low', 'high']]);
    const [one] = compose([both[0]!]).planned.filter(({ step }) => step.layout);
    expect(guides[0]!.step.takesS!.usual).toBe(2 * one!.step.takesS!.usual);
    expect(guides[0]!.zones.map(({ id }) => id)).toEqual(['low', 'high']);
  });

  it('stay apart on two faces, over a coat that lies between, and where one is drawn already', () => {
    const inside = { ...both[1]!, face: 'inside' as const };
    expect(keys([both[0]!, inside]).filter((key) => /guides/.test(key))).toHaveLength(2);
    const over = layerOf(
      'sgraffito',
      { layout: 'on-coat' },
      { id: 'sg', zones: [band('all', 0, 1)], also: ['draw'] },
    );
    const relief = layerOf('relief', {}, { id: 'relief', zones: [band('mid', 0.4, 0.6)] });
    expect(keys([relief, over]).filter((key) => /\/draw\//.test(key))).toHaveLength(2);
    const drawn = { ...untouched, done: ({ layer }: { layer: string }) => (layer === 'low' ? 1 : 0) };
    expect(keys(both, drawn).filter((key) => /guides/.test(key))).toHaveLength(2);
  });
});

describe('turning, tie coat and drips', () => {
  const turned = layerOf('shaping', { foot: 'turned' }, { id: 'turn' });
  const dripped = layerOf('slip-drip', {}, { id: 'drip', zones: [band('foot', 0, 0.2)], also: ['tie'] });
  const entries = [
    cruetMade({ cover: 'draped' }),
    logged('piece.routed', MADE + 1, { layers: [turned, dripped] }),
  ];
  const gatesAt = (hours: number) =>
    Object.fromEntries(
      planPiece(caseOf(entries), hoursOn(hours), undefined, { members: 4 })!.gates.map((gate) => [
        gate.planned.refs[0]!.step,
        gate,
      ]),
    );

  it('are one centring: what follows is said at the foot, and all is planned within the hour', () => {
    const turn = compose([turned, dripped]).planned.find(({ step }) => step.key === 'turn')!;
    expect(turn.step.words.at(-1)).toBe('Leave it centred: next, level the pot and wipe it');
    expect(compose([turned]).planned[0]!.step.words.join()).not.toMatch(/centred/);
    const gates = gatesAt(6);
    const [foot, tie, drips] = [gates['turn']!, gates['tie']!, gates['drips']!];
    expect(foot.doAt).not.toBeNull();
    expect(tie.doAt!).toBeGreaterThanOrEqual(foot.doAt!);
    expect(drips.doAt! - foot.doAt!).toBeLessThan(60 * MINUTE);
  });

  it('are not begun in the last minutes of a day, where the next has time for all of it', () => {
    const firm = [...entries, logged('piece.covered', hoursOn(13), { cover: 'tight', stand: 'board' })];
    const now = hoursOn(13) + 5 * MINUTE;
    const evening = DateTime.fromMillis(now, { zone: defaultStudio.zone });
    /** When the foot is turned if somebody stays so many minutes today, and all of tomorrow. */
    const turnedAt = (stays: number, layers: Layer[]) => {
      const minute = evening.hour * 60 + evening.minute;
      const hours = [
        { weekday: evening.weekday, fromMinute: minute - 60, toMinute: minute + stays },
        { weekday: evening.weekday + 1, fromMinute: 9 * 60, toMinute: 17 * 60 },
      ];
      const facts = { ...caseOf(firm), studio: { ...defaultStudio, hours } };
      const routed = logged('piece.routed', MADE + 2, { layers });
      facts.entries = [facts.entries[0]!, routed, ...facts.entries.slice(2)];
      return planPiece(facts, now, undefined, { members: 4 })!.gates.find(
        ({ planned }) => planned.refs[0]!.step === 'turn',
      )!.doAt;
    };
    const enough = 60;
    const little = 22;
    expect(turnedAt(enough, [turned, dripped])! - now).toBeLessThan(10 * MINUTE);
    expect(turnedAt(little, [turned])! - now).toBeLessThan(10 * MINUTE);
    expect(turnedAt(little, [turned, dripped])! - now).toBeGreaterThan(8 * HOUR);
  });
});
