import { randomBytes } from 'node:crypto';
import { createWriteStream, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { ZipArchive } from 'archiver';
import { describe, expect, it } from 'vitest';
import type { Act } from '../core/log/entry.ts';
import { metricUnits } from '../core/units/quantity.ts';
import { defaultRoom, defaultStudio } from '../core/log/studio.ts';
import { createImporter } from './archive/import.ts';
import { readArchive } from './jobs/archive.ts';
import { jobsHere } from './jobs/jobs.ts';
import { derivedFile } from './files/answerCache.ts';
import type { OpenFolder } from './folder/folder.ts';
import { plannerHere, type Planner } from './planning/planner.ts';
import type { CachedPlan } from './planning/cachedPlan.ts';
import { createPlans } from './planning/plans.ts';
import { readReadings } from './readings/read.ts';
import { plansOf } from './testing/plans.ts';
import { act, emptyFolder, entry, NOW, opened, pieceMade } from './testing/studio.ts';

const archiveOf = async (studio: Readable | string): Promise<string> => {
  const path = join(mkdtempSync(join(tmpdir(), 'kosmema-zip-')), 'a.zip');
  const zip = new ZipArchive({ zlib: { level: 9 } });
  const written = pipeline(zip, createWriteStream(path));
  zip.append(studio, { name: 'studio.json' });
  await zip.finalize();
  await written;
  return path;
};
const studioJson = (acts: object[]) => JSON.stringify({ format: 'kosmema-studio', version: 1, acts });
const recorded = (n: number, made: Act) => ({ ...made, n, recordedAt: new Date(NOW).toISOString() });
const takeNothing = () => Promise.resolve();
const importer = ({ store, files }: OpenFolder) => createImporter(store, files, jobsHere());

describe('an archive', () => {
  it('with an act of no shape, or larger than any, leaves that out and names it', async () => {
    const huge = { ...recorded(2, act(pieceMade('p'))), note: randomBytes(800_000).toString('hex') };
    const path = await archiveOf(studioJson([{ id: 7 }, recorded(1, act(pieceMade('q'))), huge]));
    const came: unknown[] = [];
    const outcome = await readArchive(path, (acts) => {
      came.push(...acts);
      return Promise.resolve();
    });
    expect(came).toHaveLength(1);
    expect(outcome).toMatchObject({
      ok: true,
      value: { acts: 3, passedOverCount: 2, passedOver: [{ field: 'acts.0.id' }, { field: 'acts.2' }] },
    });
  });

  it('that unpacks to a thousand times its size is refused before it is unpacked', async () => {
    const acts = Readable.from(
      (function* () {
        yield '{"format":"kosmema-studio","version":1,"acts":[{}';
        for (let i = 0; i < 4_000; i++) yield ',{}'.repeat(2_500);
        yield ']}';
      })(),
    );
    const outcome = await readArchive(await archiveOf(acts), takeNothing);
    expect(outcome).toMatchObject({ ok: false, problem: { code: 'too-much' } });
  });

  it.each([
    ['JSON of something else', '{"a":1}', /not an export of this program/],
    ['a newer export', '{"format":"kosmema-studio","version":9,"acts":[]}', /update this one first/],
    ['half of its text', studioJson([]).slice(0, -2), /ends before its end/],
  ])('with %s is refused in words', async (_name, text, words) => {
    const outcome = await readArchive(await archiveOf(text), takeNothing);
    expect(outcome.ok).toBe(false);
    if (!outcome.ok) expect(outcome.problem.message).toMatch(words);
  });

  it('hands its acts over in parts, in order', async () => {
    const acts = Array.from({ length: 1_234 }, (_, i) => recorded(i + 1, act(pieceMade(`p${i}`))));
    const parts: number[] = [];
    const outcome = await readArchive(await archiveOf(studioJson(acts)), (part) => {
      parts.push(part.length);
      return Promise.resolve();
    });
    expect(outcome).toMatchObject({ ok: true, value: { acts: 1_234 } });
    expect(parts).toEqual([500, 500, 234]);
  });
});

describe('an import', () => {
  it('leaves the name, the hours and the rooms as they are set here, and says so', async () => {
    const folder = await opened(emptyFolder());
    const set = (name: string) => entry('studio.set', 'studio', { ...defaultStudio, name });
    const away = { date: '2026-03-24', spells: [] };
    await folder.store.keep(act(set('Mine'), entry('studio.day', 'studio', away)));
    const theirs = [
      recorded(3, act(entry('studio.day', 'studio', { date: '2026-03-25', spells: [] }))),
      recorded(1, act({ ...set('Theirs'), at: '2026-03-10T11:00:00.000Z' })),
      recorded(2, act(pieceMade('theirs'))),
    ];
    const outcome = await importer(folder).take(
      Readable.from([readFileSync(await archiveOf(studioJson(theirs)))]),
    );
    expect(outcome).toMatchObject({ ok: true, value: { acts: 3, settingsKept: ['Mine'] } });
    expect(folder.store.studio().studio).toMatchObject({ name: 'Mine', days: { '2026-03-24': [] } });
    expect(folder.store.studio().studio.days).not.toHaveProperty('2026-03-25');
    expect(folder.store.entriesAbout('piece', 'theirs')).toHaveLength(1);
    await folder.close();
  });

  it('leaves a room and a maker that work was logged with here, though they were never set', async () => {
    const folder = await opened(emptyFolder());
    await folder.store.keep(act(pieceMade('here')));
    const room = entry('room.set', 'room-default', { ...defaultRoom, name: 'Their loft', heatTransfer: 9 });
    const maker = entry('maker.set', 'maker-default', {
      name: 'Somebody',
      scaleStepKg: 0.001,
      units: metricUnits,
    });
    const theirs = [recorded(1, act(room, maker)), recorded(2, act(pieceMade('theirs')))];
    const outcome = await importer(folder).take(
      Readable.from([readFileSync(await archiveOf(studioJson(theirs)))]),
    );
    expect(outcome).toMatchObject({ ok: true, value: { settingsKept: ['Workroom', 'Me'] } });
    const { rooms, makers } = folder.store.studio();
    expect(rooms.map(({ set }) => [set.name, set.heatTransfer])).toEqual([['Workroom', 4]]);
    expect(makers.map(({ set }) => set.name)).toEqual(['Me']);
    await folder.close();
  });

  it('into a studio that was never set up brings its settings along, over a restart too', async () => {
    const path = emptyFolder();
    const folder = await opened(path);
    const acts = Array.from({ length: 700 }, (_, i) => recorded(i + 2, act(pieceMade(`p${i}`))));
    const named = recorded(1, act(entry('studio.set', 'studio', { ...defaultStudio, name: 'Theirs' })));
    const archive = readFileSync(await archiveOf(studioJson([named, ...acts])));
    expect(await importer(folder).take(Readable.from([archive]))).toMatchObject({
      value: { acts: 701, settingsKept: [] },
    });
    expect(await importer(folder).take(Readable.from([archive]))).toMatchObject({
      value: { acts: 0, alreadyHere: 701 },
    });
    await folder.close();
    const again = await opened(path);
    expect(again.notes).toEqual([]);
    expect(again.store.ledger.acts).toHaveLength(701);
    expect(again.store.studio().studio.name).toBe('Theirs');
    await again.close();
  });

  it('is one at a time', async () => {
    const folder = await opened(emptyFolder());
    const taking = importer(folder);
    const archive = readFileSync(await archiveOf(studioJson([])));
    const [first, second] = await Promise.all([
      taking.take(Readable.from([archive])),
      taking.take(Readable.from([archive])),
    ]);
    expect(first.ok).toBe(true);
    expect(second).toMatchObject({ ok: false, problem: { code: 'busy' } });
    expect(taking.progress()).toBeNull();
    await folder.close();
  });
});

describe('a climate file', () => {
  const answers = { zone: 'Etc/UTC', dayFirst: null, columns: null, fahrenheit: null };

  it('of newlines alone is no table, and costs no memory worth the name', () => {
    const before = process.memoryUsage().heapUsed;
    const outcome = readReadings(Buffer.from('\n'.repeat(5_000_000)), answers);
    expect(outcome).toMatchObject({ ok: false, problem: { code: 'no-table' } });
    expect(process.memoryUsage().heapUsed - before).toBeLessThan(400e6);
  });

  it('of more rows than three years can need is refused with the limit named', () => {
    const row = '2026-03-08 10:00,20,50\n';
    const outcome = readReadings(Buffer.from(`Time,Temp C,RH\n${row.repeat(600_002)}`), answers);
    expect(outcome).toMatchObject({ ok: false, problem: { code: 'too-many-rows' } });
    if (!outcome.ok) expect(outcome.problem.message).toMatch(/600000 rows: .*in parts/);
  });

  it('of thousands of columns is refused', () => {
    const outcome = readReadings(Buffer.from(`Time,Temp${',x'.repeat(5_000)}\n`), answers);
    expect(outcome).toMatchObject({ ok: false, problem: { code: 'too-wide' } });
  });
});

describe('answers', () => {
  const planned = async (plans: ReturnType<typeof plansOf>) => {
    await expect
      .poll(async () => (await plans.today(NOW)).map(({ state }) => state), { timeout: 30_000 })
      .toEqual(['planned']);
    return plans.today(NOW);
  };

  it('asked for at once by many are worked out once', async () => {
    const folder = await opened(emptyFolder());
    await folder.store.keep(act(pieceMade('p')));
    const here = plannerHere();
    let asked = 0;
    const counting: Planner = (...of) => {
      asked += 1;
      return here(...of);
    };
    const plans = plansOf(folder, counting);
    await Promise.all(Array.from({ length: 50 }, () => plans.today(NOW)));
    await planned(plans);
    expect(asked).toBe(1);
    plans.close();
    await folder.close();
  });

  it('are shown at once after a start, as they were, and not where something was logged since', async () => {
    const path = emptyFolder();
    const folder = await opened(path);
    const file = join(path, 'derived', 'answers.json');
    await folder.store.keep(act(pieceMade('p')));
    const started = (planner: Planner, made = 'this build') =>
      createPlans({
        store: folder.store,
        planner,
        sensors: null,
        kept: derivedFile<CachedPlan>(file, made),
        studied: derivedFile(null, made),
      });
    const first = started(plannerHere());
    const before = await planned(first);
    first.close();
    const never: Planner = () => new Promise(() => undefined);
    const again = started(never);
    expect(await again.today(NOW)).toEqual(before);
    await folder.store.keep(act(entry('piece.noted', 'p', { text: 'a note changes no wall' })));
    expect((await again.today(NOW))[0]).toMatchObject({ state: 'planned' });
    await folder.store.keep(act(entry('piece.covered', 'p', { cover: 'tight', stand: 'board' })));
    expect((await again.today(NOW))[0]).toMatchObject({ state: 'working', name: 'Cup' });
    again.close();
    const other = started(never, 'another build');
    expect((await other.today(NOW))[0]).toMatchObject({ state: 'working' });
    other.close();
    writeFileSync(file, '{"torn');
    expect((await started(never).today(NOW))[0]).toMatchObject({ state: 'working' });
    await folder.close();
  });

  it('about a piece that was left alone for long are not given: it is asked about', async () => {
    const folder = await opened(emptyFolder());
    await folder.store.keep(act(pieceMade('p')));
    const plans = plansOf(folder);
    expect((await plans.today(NOW + 40 * 86_400_000))[0]).toMatchObject({ state: 'resting' });
    plans.close();
    await folder.close();
  });
});
