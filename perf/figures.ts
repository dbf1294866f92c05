import { readFileSync, writeFileSync } from 'node:fs';

/** Speeds as ratios to a fixed loop timed beside each of them, so that runs on other days and machines can be compared. */
export type Ratios = Record<string, number>;

/** Slower than the last kept by more than this share is told. */
const SLOWER = 0.25;

const ratios: Ratios = {};

/** A fixed piece of arithmetic, ms: the quickest of some goes. */
export function referenceMs(): number {
  let quickest = Number.POSITIVE_INFINITY;
  for (let go = 0; go < 5; go++) {
    const begun = performance.now();
    let sum = 0;
    for (let i = 1; i <= 2_000_000; i++) sum += Math.sqrt(i) / (1 + sum);
    if (!(sum > 0)) throw new Error('the loop of reference summed to nothing');
    quickest = Math.min(quickest, performance.now() - begun);
  }
  return quickest;
}

/** The middle of some rounds, after as many to warm up, ms. */
export function median(work: () => void, rounds: number): number {
  for (let i = 0; i < rounds; i++) work();
  const times = Array.from({ length: rounds }, () => {
    const begun = performance.now();
    work();
    return performance.now() - begun;
  });
  return times.sort((a, b) => a - b)[rounds >> 1]!;
}

/** Prints how long something took, and keeps it as a ratio. */
export function figure(name: string, ms: number, more = ''): void {
  ratios[name] = Number((ms / referenceMs()).toPrecision(3));
  const said = ms < 1 ? ms.toFixed(3) : ms < 10 ? ms.toFixed(2) : ms.toFixed(0);
  console.log(`${name}: ${said} ms${more && ` ${more}`}`);
}

export const measured = (): Ratios => ({ ...ratios });

const read = (file: string): Ratios => JSON.parse(readFileSync(file, 'utf8')) as Ratios;

/** Says what got slower than what was kept, or keeps what was measured instead. */
export function against(file: string, now: Ratios, keep: boolean): void {
  if (keep) {
    writeFileSync(file, `${JSON.stringify(now, null, 2)}\n`);
    console.log(`kept in ${file}`);
    return;
  }
  const before = read(file);
  const slower = Object.entries(now).flatMap(([name, ratio]) => {
    const was = before[name];
    return was !== undefined && ratio > was * (1 + SLOWER)
      ? [`  ${name}: ${(ratio / was).toFixed(2)} times`]
      : [];
  });
  console.log(slower.length > 0 ? `Slower than kept:\n${slower.join('\n')}` : 'Nothing is slower than kept.');
}
