import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { formatQuantity, fromUnit, metricUnits, readNumber, toUnit, type Dimension } from './quantity.ts';
import { signChange } from './root.ts';

const others = { length: 'in', mass: 'oz', volume: 'floz', temperature: 'F', decimal: ',' } as const;

describe('units', () => {
  it('come back as they went, in either choice', () => {
    const dimension = fc.constantFrom<Dimension>('length', 'mass', 'volume', 'temperature');
    fc.assert(
      fc.property(
        dimension,
        fc.double({ min: -40, max: 500, noNaN: true }),
        fc.constantFrom(metricUnits, others),
        (d, si, units) => {
          expect(fromUnit(d, toUnit(d, si, units), units)).toBeCloseTo(si, 9);
        },
      ),
    );
  });

  it('has the exact inch, pound and fluid ounce', () => {
    // NIST Special Publication 811, appendix B
    expect(fromUnit('length', 1, others)).toBe(0.0254);
    expect(fromUnit('mass', 16, others)).toBeCloseTo(0.45359237, 12);
    expect(fromUnit('volume', 128, others)).toBeCloseTo(0.003785411784, 12);
    expect(toUnit('temperature', 100, others)).toBe(212);
  });

  it('reads and writes a decimal comma', () => {
    expect(readNumber('1,45')).toBe(1.45);
    expect(formatQuantity('mass', 0.0125, { ...metricUnits, decimal: ',' })).toBe('12,5 g');
  });

  it.each([
    ['length', 0.00015, '0.15 mm'],
    ['length', 0.0006, '0.6 mm'],
    ['length', 0.00625, '6.3 mm'],
    ['mass', 0.00004, '0.04 g'],
    ['mass', 0.0004567, '0.46 g'],
    ['mass', 0, '0 g'],
    ['volume', 2.5e-7, '0.25 ml'],
    ['temperature', 0.26, '0.3 °C'],
  ] as const)('shows a %s of %f as %s', (dimension, si, shown) => {
    expect(formatQuantity(dimension, si, metricUnits)).toBe(shown);
  });

  it.each(['', 'six', '1.2.3', '1,000,000', 'NaN', '1e5', '12 mm'])(
    'does not read “%s” as a number',
    (text) => {
      expect(readNumber(text)).toBeNull();
    },
  );

  it('finds where a function changes sign', () => {
    expect(signChange((x) => x * x - 2, 0, 2, 1e-9)).toBeCloseTo(Math.SQRT2, 8);
  });
});
