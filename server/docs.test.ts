import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { measuredAir, unknowns, unknownWords, usualPrior } from '../core/forecast/prior.ts';

it('the model’s page says of each unknown what the code has', () => {
  const page = readFileSync(join(import.meta.dirname, '../docs/model.md'), 'utf8');
  const table = /<!-- priors -->([^]*)<!-- \/priors -->/.exec(page)![1]!;
  const rows = table
    .split('\n')
    .filter((line) => line.startsWith('|'))
    .slice(2)
    .map((line) => line.split('|').map((cell) => cell.trim()))
    .map(([, name, sigma, measured]) => [name, Number(sigma), measured]);
  expect(rows).toEqual(
    unknowns.map((unknown) => [
      unknownWords[unknown],
      usualPrior[unknown].sigma,
      String(measuredAir[unknown]?.sigma ?? 'the same'),
    ]),
  );
});
