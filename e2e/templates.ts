import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createStudio, DEMO_MADE, TEMPLATES, type Studio } from './studio.ts';

/** Two data folders made once a run, an empty one and one of the demo workshop: each journey works on a copy. */
export default async function setup(): Promise<() => void> {
  const templates = mkdtempSync(join(tmpdir(), 'kosmema-e2e-templates-'));
  process.env[TEMPLATES] = templates;
  const studio = createStudio();
  studio.setClock(DEMO_MADE);
  await studio.start();
  await studio.stop();
  cpSync(studio.data, join(templates, 'empty'), { recursive: true });
  await studio.start();
  await studio.makeDemo();
  // what it learned and its answers are kept with it, so that each journey begins where a maker’s day does
  await until(async () => !(await ask<{ studying: boolean }>(studio, '/api/learning')).studying);
  await until(async () => {
    const { pieces } = await ask<{ pieces: { state: string }[] }>(studio, '/api/today');
    return pieces.every(({ state }) => state !== 'working');
  });
  await until(async () => (await ask<{ current: boolean }>(studio, '/api/week')).current);
  await studio.stop();
  cpSync(studio.data, join(templates, 'demo'), { recursive: true });
  await studio.discard();
  return () => rmSync(templates, { recursive: true, force: true });
}

const ask = async <T>({ address }: Studio, path: string): Promise<T> =>
  (await (await fetch(`${address}${path}`)).json()) as T;

async function until(over: () => Promise<boolean>): Promise<void> {
  while (!(await over())) await new Promise((resolve) => setTimeout(resolve, 300));
}
