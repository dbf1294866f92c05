import { describe, expect, it } from 'vitest';
import { cruetMade, hoursOn, logged, MADE } from '../piece/piece.test-support.ts';
import type { Layer } from '../technique/layer.ts';
import { layerOf } from '../catalogue/layerOf.test-support.ts';
import { nothingSaid, type Entry } from './entry.ts';
import { doneOf, foldPiece, redoable, routeOf } from './piece.ts';

/** A remedy that is an earlier step done again. Common practice: crackle that does not open gets silicate and skin again, then the push. */

const madeOf = (layer: Layer): Entry[] => [
  cruetMade(),
  logged('piece.routed', MADE + 1, { layers: [layer] }),
];
const did = (at: number, layer: string, step: string, pass = 1, zone: string | null = null): Entry =>
  logged('piece.done', hoursOn(at), {
    ...nothingSaid,
    refs: [{ layer, step, zone, pass }],
    effects: [{ does: 'none' }],
  });
const again = (at: number, layer: string, step: string, from: string, zone: string | null = null): Entry =>
  logged('piece.redo', hoursOn(at), { ref: { layer, step, zone, pass: 1 }, from, sign: 'no crack' });

const left = (entries: Entry[]): string[] => {
  const piece = foldPiece('p', entries)!;
  return routeOf(piece).planned.flatMap((planned) =>
    planned.optional || doneOf(piece, planned) ? [] : [planned.key],
  );
};
const names = (entries: Entry[]) => routeOf(foldPiece('p', entries)!).planned.map(({ step }) => step.name);

describe('what is done again', () => {
  const crackle = layerOf('silicate-crackle', {}, { id: 'c' });
  const pushed = [
    ...madeOf(crackle),
    did(0.1, 'c', 'colour'),
    did(0.2, 'c', 'silicate'),
    did(0.3, 'c', 'skin-heat'),
  ];

  it('comes before the step that went wrong where that is still to be done', () => {
    const entries = [...pushed, again(0.4, 'c', 'push', 'silicate')];
    expect(left(entries).slice(0, 4)).toEqual(['c/silicate/2', 'c/skin-heat/2', 'c/push/1', 'c/stretch/1']);
    expect(names(entries)).toContain('Brush the silicate on again');
  });

  it('has all that follows it up to that step done again, where that was done', () => {
    const entries = [...pushed, did(0.35, 'c', 'push'), again(0.4, 'c', 'push', 'silicate')];
    expect(left(entries).slice(0, 4)).toEqual(['c/silicate/2', 'c/skin-heat/2', 'c/push/2', 'c/stretch/1']);
    // wiping runs was left out the first time, and is not asked for now
    expect(left(entries)).not.toContain('c/runs/2');
  });

  it('is over once it was done, and can be done a third time', () => {
    const once = [
      ...pushed,
      did(0.35, 'c', 'push'),
      again(0.4, 'c', 'push', 'silicate'),
      did(0.5, 'c', 'silicate', 2),
      did(0.6, 'c', 'skin-heat', 2),
      did(0.7, 'c', 'push', 2),
    ];
    expect(left(once)[0]).toBe('c/stretch/1');
    const twice = [...once, again(0.8, 'c', 'push', 'silicate')];
    expect(left(twice).slice(0, 4)).toEqual(['c/silicate/3', 'c/skin-heat/3', 'c/push/3', 'c/stretch/1']);
    expect(names(twice)).toContain('Brush the silicate on a third time');
    const keys = routeOf(foldPiece('p', twice)!).planned.map(({ key }) => key);
    expect(new Set(keys).size).toBe(keys.length);
  });

  it('waits by the signs of the newest pass', () => {
    const entries = [
      ...madeOf({ ...crackle, schools: { skin: 'air' } }),
      did(0.1, 'c', 'colour'),
      did(0.2, 'c', 'silicate'),
      did(0.3, 'c', 'skin-air'),
      again(0.4, 'c', 'push', 'silicate'),
    ];
    const skin = routeOf(foldPiece('p', entries)!).planned.find(({ key }) => key === 'c/skin-air/2')!;
    expect(skin.step.needs).toContainEqual(expect.objectContaining({ kind: 'sign', of: 'c/silicate/2' }));
  });

  it('fills a sunk line once more, in the zone where it sank alone', () => {
    const zones = (['red', 'blue'] as const).map((id, i) => ({
      ...{ id, name: id, kind: 'band' as const },
      from: i / 2,
      to: (i + 1) / 2,
    }));
    const inlaid = layerOf('inlay', {}, { id: 'i', zones });
    const filled = [1, 2, 3].flatMap((pass) =>
      zones.map(({ id }) => did(4 + pass / 10, 'i', 'fill', pass, id)),
    );
    const scraped = [...madeOf(inlaid), did(3, 'i', 'cut'), ...filled, did(6, 'i', 'scrape-leather')];
    const sunk = left([...scraped, again(7, 'i', 'scrape-leather', 'fill', 'red')]);
    expect(sunk.slice(0, 2)).toEqual(['i/fill@red/4', 'i/scrape-leather/2']);
    expect(sunk.filter((key) => key.includes('fill@blue'))).toEqual([]);
  });

  it('is offered only of what was done', () => {
    const offered = (entries: Entry[]) => {
      const piece = foldPiece('p', entries)!;
      const push = routeOf(piece).planned.find(({ key }) => key === 'c/push/1')!;
      return push.step.remedies.flatMap((remedy) => redoable(piece, push, remedy)?.key ?? []);
    };
    expect(offered(pushed)).toEqual(['silicate']);
    expect(offered(pushed.slice(0, 3))).toEqual([]);
  });
});
