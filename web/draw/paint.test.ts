import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Entry } from '../../core/log/entry.ts';

import { caseOf, coatLaid, cruetMade, hoursOn, logged } from '../../core/piece/piece.test-support.ts';
import { planPiece } from '../../core/plan/plan.ts';
import { sceneOf, type Zoom } from '../planning/wallScene.ts';
import { LEFT, type Painter } from './stepWindows.ts';
import { paintStrip, stripLayout, timeAxis } from './strip.ts';

const WIDTH = 1000;
const PER_LETTER = 7.5;

interface Written {
  text: string;
  from: number;
  to: number;
  y: number;
}

/** A canvas that writes down what is written on it; its letters are all of one width. */
function recorder(): { painter: Painter; written: Written[] } {
  const written: Written[] = [];
  const state: Record<string, unknown> = { textAlign: 'left' };
  const own: Record<string, unknown> = {
    measureText: (text: string) => ({ width: text.length * PER_LETTER }),
    fillText: (text: string, x: number, y: number) => {
      const length = text.length * PER_LETTER;
      const from =
        state['textAlign'] === 'right' ? x - length : state['textAlign'] === 'center' ? x - length / 2 : x;
      written.push({ text, from, to: from + length, y });
    },
    createLinearGradient: () => ({ addColorStop: () => undefined }),
  };
  const painter = new Proxy(state, {
    get: (of, key: string) => own[key] ?? of[key] ?? (() => undefined),
    set: (of, key: string, value) => ((of[key] = value), true),
  });
  return { painter: painter as unknown as Painter, written };
}

function painted(entries: Entry[], hours: number, zoom: Zoom) {
  const given = caseOf([cruetMade(), ...entries]);
  const now = hoursOn(hours);
  const plan = planPiece(given, now, undefined, { members: 3 })!;
  const scene = sceneOf(plan, null, given, [], now, zoom, 'Etc/UTC');
  const { painter, written } = recorder();
  paintStrip(painter, WIDTH, scene);
  return { written, plumb: timeAxis(scene, WIDTH)(now), layout: stripLayout(scene) };
}

const tight = (hour: number) => logged('piece.covered', hoursOn(hour), { cover: 'tight', stand: 'board' });
const open = (hour: number) => logged('piece.covered', hoursOn(hour), { cover: 'open', stand: 'board' });
const course = fc.constantFrom<Entry[]>(
  [],
  [coatLaid(1, hoursOn(4))],
  [coatLaid(1, hoursOn(4)), coatLaid(2, hoursOn(4.2)), coatLaid(3, hoursOn(4.4))],
  [tight(2), open(14)],
  [coatLaid(1, hoursOn(4)), tight(5)],
);
const moment = fc.double({ min: 0.1, max: 40, noNaN: true });
const zoom = fc.constantFrom<Zoom>('near', 'all');

/** What is written on the strip can be read, whenever it is looked at. */
describe('the words on the strip', () => {
  const every = (check: (of: ReturnType<typeof painted>) => void) =>
    fc.assert(
      fc.property(course, moment, zoom, (entries, hours, near) => check(painted(entries, hours, near))),
      { numRuns: 25 },
    );

  it('stay on it', () => {
    every(({ written, layout }) => {
      expect(written.length).toBeGreaterThan(8);
      for (const { from, to, y } of written) {
        expect(from).toBeGreaterThanOrEqual(-30);
        expect(to).toBeLessThanOrEqual(WIDTH + 1);
        expect(y).toBeGreaterThanOrEqual(0);
        expect(y).toBeLessThanOrEqual(layout.height);
      }
    });
  });

  it('are never crossed by the plumb line', () => {
    every(({ written, plumb, layout }) => {
      const inside = written.filter(({ from, y }) => from >= LEFT && y < layout.axisTop);
      for (const { text, from, to } of inside)
        expect(from > plumb || to < plumb, `“${text}” from ${from} to ${to}, plumb at ${plumb}`).toBe(true);
    });
  });

  it('do not run into each other on one line', () => {
    every(({ written, layout }) => {
      const above = written.filter(({ y }) => y < layout.axisTop);
      for (const { y } of above) {
        const line = above.filter((word) => Math.abs(word.y - y) < 8).sort((a, b) => a.from - b.from);
        line.slice(1).forEach((next, i) => expect(next.from).toBeGreaterThanOrEqual(line[i]!.to - 1));
      }
    });
  });

  it('name the stages in full where there is room', () => {
    const { written } = painted([], 1, 'near');
    const names = written.map(({ text }) => text);
    expect(names).toContain('Plastic');
    expect(names.some((name) => /leather/i.test(name))).toBe(true);
    expect(names).not.toContain('Soft');
  });
});

describe('the axis', () => {
  it('has its hours in the studio’s zone, evenly', () => {
    const { written, layout } = painted([], 3, 'near');
    const hours = written.filter(
      ({ y, text }) => y > layout.axisTop && y < layout.axisTop + 30 && /^\d\d:00$/.test(text),
    );
    expect(hours.length).toBeGreaterThan(3);
    const middles = hours.map(({ from, to }) => (from + to) / 2);
    const steps = middles.slice(1).map((x, i) => x - middles[i]!);
    const hoursApart = hours
      .slice(1)
      .map((h, i) => (Number(h.text.slice(0, 2)) - Number(hours[i]!.text.slice(0, 2)) + 24) % 24);
    steps.forEach((step, i) => expect(step / hoursApart[i]!).toBeCloseTo(steps[0]! / hoursApart[0]!, 3));
  });
});
