import { cpSync, mkdtempSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { cylinder, layer, log } from './acts.ts';
import { createStudio, DEMO_MADE, TEMPLATES, type Studio } from './studio.ts';

/**
 * Data folders made once a run, of which each journey works on a copy: an empty one, one of few pieces, one of the demo
 * workshop. Journeys begin as soon as theirs is there.
 */
export default async function setup(): Promise<() => Promise<void>> {
  const templates = mkdtempSync(join(tmpdir(), 'kosmema-e2e-templates-'));
  process.env[TEMPLATES] = templates;
  const kept = (studio: Studio, name: string) => {
    cpSync(studio.data, join(templates, `${name}.begun`), { recursive: true });
    renameSync(join(templates, `${name}.begun`), join(templates, name));
  };
  const empty = createStudio();
  empty.setClock(DEMO_MADE);
  await empty.start();
  await empty.stop();
  kept(empty, 'empty');
  await empty.discard();

  const making = async (name: string, make: (studio: Studio) => Promise<void>) => {
    const studio = createStudio();
    studio.setClock(DEMO_MADE);
    cpSync(join(templates, 'empty'), studio.data, { recursive: true });
    try {
      await studio.start();
      await make(studio);
      // what it learned and its answers are kept with it, so that each journey begins where a maker’s day does
      await until(async () => !(await ask<{ studying: boolean }>(studio, '/api/learning')).studying);
      await until(async () => {
        const { pieces } = await ask<{ pieces: { state: string }[] }>(studio, '/api/today');
        return pieces.every(({ state }) => state !== 'working');
      });
      await until(async () => (await ask<{ current: boolean }>(studio, '/api/week')).current);
      await studio.stop();
      kept(studio, name);
    } catch (error) {
      writeFileSync(join(templates, `${name}.failed`), String(error));
    } finally {
      await studio.discard();
    }
  };
  const made = making('few', fewPieces).then(() => making('demo', (studio) => studio.makeDemo()));
  return async () => {
    await made;
    rmSync(templates, { recursive: true, force: true });
  };
}

/** A studio with three pieces begun and an order that is wanted too soon: planned in a second or two. */
async function fewPieces(studio: Studio): Promise<void> {
  const mornings = [1, 2, 3, 4, 5].map((weekday) => ({
    weekday,
    fromMinute: 8 * 60,
    toMinute: 12 * 60 + 30,
  }));
  const settings = { zone: 'Europe/Vienna', nightFromMinute: 22 * 60, nightToMinute: 6 * 60 + 30 };
  const tile = (wallM: number) => ({ kind: 'tile', lengthM: 0.21, widthM: 0.15, wallM });
  const made = (name: string, of: object) => ({
    ...{ kind: 'piece.made', v: 2, subject: `piece-${name.toLowerCase()}` },
    body: { ...cylinder, ...of, name },
  });
  await log(
    studio,
    '2026-03-11T08:20:00.000Z',
    { kind: 'studio.set', subject: 'studio', body: { name: 'Few', hours: mornings, ...settings } },
    made('Lamp', {}),
    made('Plaque', { form: tile(0.01), layers: [layer('inlay')] }),
    made('Beaker', { cover: 'draped', layers: [layer('slip-trailing')] }),
    {
      ...{ kind: 'group.set', subject: 'group-row' },
      body: {
        ...{ name: 'House numbers for the row', kind: 'order', dueAt: '2026-03-14T11:00:00.000Z' },
        toMake: { ...cylinder, name: 'House number', form: tile(0.01), count: 5, takesS: 720 },
      },
    },
  );
}

const ask = async <T>({ address }: Studio, path: string): Promise<T> =>
  (await (await fetch(`${address}${path}`)).json()) as T;

async function until(over: () => Promise<boolean>): Promise<void> {
  while (!(await over())) await new Promise((resolve) => setTimeout(resolve, 300));
}
