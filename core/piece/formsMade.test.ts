import { describe, expect, it } from 'vitest';
import { formProblem } from '../form/formProblem.ts';
import { clayVolume, outsideArea } from '../form/form.ts';
import { usualForms, usualOf } from '../form/usual.ts';
import { foldPiece } from '../log/piece.ts';
import { formsMade } from './formsMade.ts';
import { cruetMade } from './piece.test-support.ts';

const piece = (name: string, wallM: number, at: number) => {
  const made = cruetMade({
    name,
    form: { kind: 'cylinder', diameterM: 0.09, heightM: 0.15, wallM, mouth: 'open' },
  });
  return foldPiece('p', [{ ...made, at: new Date(Date.parse(made.at) + at * 60_000).toISOString() }])!;
};

describe('usual forms', () => {
  it('are such as clay can have, and weigh what a hand expects', () => {
    for (const { form } of usualForms) {
      expect(formProblem(form)).toBeNull();
      // common practice, no source: between 150 g and 2 kg of plastic clay at 1.9 kg/l
      expect(clayVolume(form) * 1900).toBeGreaterThan(0.15);
      expect(clayVolume(form) * 1900).toBeLessThan(2);
    }
    expect(outsideArea(usualOf('bowl'))).toBeGreaterThan(outsideArea(usualOf('tile')) / 2);
  });
});

describe('the forms of a studio', () => {
  it('are its own, by name, as they were made last, what was made last first', () => {
    const made = formsMade([
      piece('Oil cruet 1', 0.006, 0),
      piece('Oil cruet 2', 0.004, 10),
      piece('Lantern body, kelp', 0.007, 2),
      piece('Lantern body, reeds', 0.008, 1),
      piece('Anna, mug', 0.005, 20),
      piece('Bo, mug', 0.003, 15),
    ]);
    expect(made.map(({ name, form, pieces }) => [name, form.wallM, pieces])).toEqual([
      ['Mug', 0.005, 2],
      ['Oil cruet', 0.004, 2],
      ['Lantern body', 0.007, 2],
    ]);
  });
});
