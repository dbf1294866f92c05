import { createHash } from 'node:crypto';
import { appendFileSync, existsSync, readFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { isMainThread } from 'node:worker_threads';
import { Piscina } from 'piscina';
import { PIECES, wayNames, workedInEachWay, type Came } from './ways.ts';

/**
 * What the plan is worth: studios drawn at random, three pieces thrown on a Monday evening, evenings only, and walls that follow
 * other laws than the forecast, each lived through in several ways. Printed as the tables of docs/planner.md.
 */
const STUDIOS = Number(process.argv[2] ?? 200);

/** In a thread of its own: one studio. */
export default workedInEachWay;

/** What came of studios is kept by the very program that found it, so that a study that was stopped goes on. */
const here = fileURLToPath(import.meta.url);
const program = createHash('sha256').update(readFileSync(here)).digest('hex').slice(0, 12);
const kept = fileURLToPath(new URL(`studios-${program}.ndjson`, import.meta.url));

if (isMainThread) {
  const known = readKept();
  const threads = new Piscina({
    filename: here,
    minThreads: 1,
    maxThreads: availableParallelism(),
  });
  let done = known.size;
  const studios = await Promise.all(
    Array.from({ length: STUDIOS }, async (_, i) => {
      const seed = i + 1;
      const came = known.get(seed) ?? ((await threads.run(seed)) as Came[]);
      if (known.has(seed)) return came;
      appendFileSync(kept, `${JSON.stringify([seed, came])}\n`);
      if (++done % 10 === 0) console.error(`${done} of ${STUDIOS}`);
      return came;
    }),
  );
  await threads.destroy();
  tell(studios);
}

function readKept(): Map<number, Came[]> {
  if (!existsSync(kept)) return new Map();
  const lines = readFileSync(kept, 'utf8').trim().split('\n');
  return new Map(
    lines.map((line) => JSON.parse(line) as [number, Came[]]).filter(([seed]) => seed <= STUDIOS),
  );
}

function tell(studios: readonly Came[][]): void {
  console.log(
    `| ${STUDIOS} studios, ${PIECES} pieces each | steps done | pieces all done | pieces lost | visits a piece |`,
  );
  console.log('| --- | --- | --- | --- | --- |');
  for (const [w, name] of wayNames.entries()) {
    const of = (what: 'steps' | 'pieces' | 'lost' | 'visits') => studios.map((came) => came[w]![what]);
    const shares = (['steps', 'pieces', 'lost'] as const).map((what) => percent(of(what)));
    console.log(`| ${name} | ${shares.join(' | ')} | ${mean(of('visits'), 1, '')} |`);
  }
  console.log('\n| meant for the evening that begins | tasks | promised | done |');
  console.log('| --- | --- | --- | --- |');
  for (const [w, name] of wayNames.entries()) {
    const promised = studios.flatMap((came) => came[w]!.promised);
    if (promised.length === 0) continue;
    const share = (of: number[]) => `${((100 * of.reduce((a, b) => a + b, 0)) / of.length).toFixed(0)} %`;
    const hoped = share(promised.map(({ chance }) => chance));
    const came = share(promised.map(({ done }) => Number(done)));
    console.log(`| ${name} | ${promised.length} | ${hoped} | ${came} |`);
  }
}

/** A mean with its interval of 95 % over studios. */
function mean(values: number[], digits: number, unit: string): string {
  const of = values.reduce((sum, value) => sum + value, 0) / values.length;
  const variance = values.reduce((sum, value) => sum + (value - of) ** 2, 0) / (values.length - 1);
  const half = 1.96 * Math.sqrt(variance / values.length);
  return `${of.toFixed(digits)}${unit} (${(of - half).toFixed(digits)} to ${(of + half).toFixed(digits)})`;
}

function percent(shares: number[]): string {
  return mean(
    shares.map((share) => 100 * share),
    0,
    ' %',
  );
}
