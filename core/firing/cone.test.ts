import { describe, expect, it } from 'vitest';
import { coneCelsius, cones, conesApart } from './cone.ts';

const at = (cone: string, rate: number): number => {
  const found = coneCelsius(cone, rate);
  if (!found.ok) throw new Error(found.problem.message);
  return found.value;
};

describe('cones', () => {
  // the list in °F at 108 °F an hour, as kiln logs carry it: from memory, apart from the table in °C
  const fahrenheit: [string, number][] = [
    ['022', 1087],
    ['018', 1319],
    ['010', 1657],
    ['06', 1828],
    ['05', 1888],
    ['04', 1945],
    ['03', 1987],
    ['01', 2046],
    ['1', 2079],
    ['5', 2167],
    ['6', 2232],
    ['8', 2280],
    ['10', 2345],
  ];

  it.each(fahrenheit)('%s bends at %i °F, 60 °C an hour', (cone, degrees) => {
    expect(Math.abs(at(cone, 60) - ((degrees - 32) * 5) / 9)).toBeLessThan(1);
  });

  it('are hotter one after another, and the hotter the faster they are heated', () => {
    for (const rate of [60, 100, 150])
      for (let i = 1; i < cones.length; i++)
        expect(at(cones[i]!, rate)).toBeGreaterThan(at(cones[i - 1]!, rate));
    expect(at('6', 150)).toBeGreaterThan(at('6', 90));
    expect(at('6', 90)).toBeGreaterThan(at('6', 60));
    expect(at('6', 60)).toBeGreaterThan(at('6', 15));
  });

  it('are compared by their place in the list, 04 below 4', () => {
    expect(conesApart('4', '04')).toBeGreaterThan(0);
    expect(conesApart('08', '010')).toBe(2);
  });

  it('are refused where there is none, and outside the rates of the table', () => {
    expect(coneCelsius('023', 60)).toMatchObject({ ok: false, problem: { code: 'no-such-cone' } });
    expect(coneCelsius('010', 15)).toMatchObject({ ok: false, problem: { code: 'rate-outside' } });
    expect(coneCelsius('6', 400)).toMatchObject({ ok: false, problem: { code: 'rate-outside' } });
  });
});
