import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type {
  BatchAnswer,
  TodayAnswer,
  BinsAnswer,
  ProblemDetails,
  ShelfAnswer,
  TubAnswer,
} from '../../api/index.ts';
import { formatSchemas, measurementFile, type FormatPreview } from '../../api/formats.ts';
import type { Entry, TubMade } from '../../core/log/entry.ts';
import type { OpenFolder } from '../folder/folder.ts';
import { act, entry } from '../testing/studio.ts';
import { listening } from '../testing/listening.ts';

let folder: OpenFolder;
let address: string;
let close: () => Promise<void>;

beforeAll(async () => {
  ({ folder, address, close } = await listening());
});
afterAll(() => close());

const post = (path: string, body: unknown) =>
  fetch(`${address}${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
const get = async <T>(path: string): Promise<T> => (await (await fetch(`${address}${path}`)).json()) as T;
const log = async (...entries: Entry[]) => {
  const response = await post('/api/acts', act(...entries));
  expect(response.status, JSON.stringify(await response.clone().json())).toBe(201);
};
const refusedAs = async (...entries: Entry[]): Promise<ProblemDetails> => {
  const response = await post('/api/acts', act(...entries));
  expect(response.status).toBe(422);
  return (await response.json()) as ProblemDetails;
};

const plain: TubMade = {
  name: 'Plain',
  use: 'brushed-engobe',
  contents: '',
  clayId: null,
  volumeM3: 0.001,
  capacityM3: 0.0015,
  grainDensity: 2600,
  wetColour: '#888888',
  firedColour: '#222222',
  adjusted: 'none',
  carries: [],
  keepsDays: null,
  composition: [],
  batchId: null,
};
const measured = {
  sample: null,
  gravityRead: null,
  flow: [],
  feel: null,
  celsius: null,
  levelM3: null,
};
const MEASURED_AT = '2026-03-10T10:00:00.000Z';
const sampled = (massKg: number) => ({ ...measured, sample: { massKg, tareKg: 0, volumeM3: 5e-5 } });

describe('a tub on the shelf', () => {
  it('is judged, corrected, and judged by the log after water', async () => {
    await log(entry('tub.made', 'thick', { ...plain, name: 'Thick' }));
    await log(entry('tub.measured', 'thick', sampled(0.0775), MEASURED_AT));
    const { shelf } = await get<TubAnswer>('/api/tubs/thick');
    expect(shelf.judgement.verdict).toBe('too-thick');
    const [road] = shelf.correction!.roads;
    expect(road!.road).toBe('water');
    if (road?.road !== 'water') return;
    await log(entry('tub.watered', 'thick', { volumeM3: road.volumeM3 }, '2026-03-10T10:05:00.000Z'));
    const after = (await get<TubAnswer>('/api/tubs/thick')).shelf;
    expect(after.tub.specificGravity).toBeCloseTo(shelf.correction!.target, 9);
    expect(after.judgement.verdict).toBe('right');
    expect(after.tub.measuredAt).toBeNull();
  });

  it('takes two people logging it at once, both kept', async () => {
    await log(entry('tub.made', 'shared', { ...plain, name: 'Shared' }));
    await Promise.all(
      [3e-5, 4e-5].map((volumeM3) =>
        log(entry('tub.used', 'shared', { volumeM3, pieceId: null }, MEASURED_AT)),
      ),
    );
    expect((await get<TubAnswer>('/api/tubs/shared')).shelf.tub.volumeM3).toBeCloseTo(0.00093, 9);
  });

  it('refuses figures no slip can have, and names them', async () => {
    await log(entry('tub.made', 'odd', { ...plain, name: 'Odd' }));
    const tooLight = await refusedAs(entry('tub.measured', 'odd', sampled(0.04), MEASURED_AT));
    expect(tooLight).toMatchObject({ code: 'lighter-than-water' });
    expect(tooLight.detail).toContain('check the volume and the tare');
    const tooHeavy = await refusedAs(entry('tub.measured', 'odd', sampled(0.131), MEASURED_AT));
    expect(tooHeavy).toMatchObject({ code: 'denser-than-powder', field: 'entries.0.body.sample.massKg' });
    const noVolume = { ...measured, sample: { massKg: 0.07, tareKg: 0, volumeM3: 0 } };
    expect((await post('/api/acts', act(entry('tub.measured', 'odd', noVolume, MEASURED_AT)))).status).toBe(
      422,
    );
    expect(await refusedAs(entry('tub.measured', 'odd', measured, MEASURED_AT))).toMatchObject({
      code: 'nothing-measured',
    });
    expect(await refusedAs(entry('tub.noted', 'nowhere', { text: 'x' }))).toMatchObject({ status: 422 });
    expect((await fetch(`${address}/api/tubs/nowhere`)).status).toBe(404);
  });

  it('reminds on the bench when it has settled', async () => {
    await log(
      entry(
        'tub.made',
        'settled',
        { ...plain, name: 'Settled', use: 'sigillata' },
        '2026-03-09T09:00:00.000Z',
      ),
    );
    await log(
      entry(
        'tub.settling',
        'settled',
        { depthM: 0.1, grainM: 2e-6, celsius: 20, seconds: 3600 },
        '2026-03-09T10:00:00.000Z',
      ),
    );
    const { reminders } = await get<TodayAnswer>('/api/today');
    expect(reminders).toContainEqual(expect.objectContaining({ kind: 'tub', id: 'settled' }));
  });
});

describe('recipes and batches', () => {
  const recipe = {
    name: 'White',
    kind: 'engobe' as const,
    use: 'poured-ground' as const,
    base: [
      { materialId: 'china-clay', percent: 50 },
      { materialId: 'ball-clay', percent: 50 },
    ],
    additions: [{ materialId: 'red-iron', percent: 4 }],
    electrolyte: null,
    gravity: 1.45,
    note: '=SUM(A1:A9), a remark',
  };

  it('refuses a recipe that sums to nothing and percentages that are no numbers', async () => {
    const empty = { ...recipe, base: [{ materialId: 'china-clay', percent: 0 }] };
    expect(await refusedAs(entry('recipe.set', 'r-bad', empty))).toMatchObject({ code: 'empty' });
    const text = { ...recipe, base: [{ materialId: 'china-clay', percent: 'half' as unknown as number }] };
    expect(await refusedAs(entry('recipe.set', 'r-bad', text))).toMatchObject({
      field: 'entries.0.body.base.0.percent',
    });
  });

  it('go out as CSV and JSON and come back the same, formulas in cells defused on the way', async () => {
    await log(entry('recipe.set', 'r-white', recipe));
    const csv = await (await fetch(`${address}/api/formats/recipes.csv`)).text();
    expect(csv).toContain(`"'=SUM(A1:A9), a remark"`);
    expect(csv).toMatch(/\r\n/);
    const json = await (await fetch(`${address}/api/formats/recipes.json`)).text();
    await log(entry('recipe.retired', 'r-white', { reason: '' }));
    for (const file of [csv, json]) {
      expect((await (await take(file, 'recipes')).json()) as unknown).toEqual({ entries: 1 });
      const { catalogue } = await get<ShelfAnswer>('/api/shelf');
      const back = catalogue.recipes.find((r) => r.recipe.name === 'White')!;
      expect(back.recipe).toEqual(recipe);
      await log(entry('recipe.retired', back.id, { reason: '' }));
    }
  });

  it('a sheet goes on where it was left, and what was weighed becomes the tub', async () => {
    const begun = {
      name: 'Sheet',
      recipeId: null,
      source: 'powders' as const,
      road: 'scale' as const,
      use: 'brushed-engobe' as const,
      clayId: null,
      lines: [
        { materialId: 'china-clay', kg: 0.4 },
        { materialId: 'manganese-dioxide', kg: 0.02 },
      ],
      colourants: [],
      waterKg: 0.5,
      grainDensity: 2600,
    };
    await log(entry('batch.begun', 'sheet', begun));
    await log(entry('batch.weighed', 'sheet', { line: 0, massKg: 0.41 }));
    const half = (await get<BatchAnswer>('/api/batches/sheet')).batch;
    expect(half.weighed).toEqual({ 0: 0.41 });
    expect(half.steps[0]!.hazards).toEqual(expect.arrayContaining(['silica-dust', 'manganese']));
    expect(await refusedAs(entry('batch.weighed', 'sheet', { line: 7, massKg: 1 }))).toMatchObject({
      code: 'no-such-line',
    });
    const { batches } = await get<ShelfAnswer>('/api/shelf');
    expect(batches.find((b) => b.id === 'sheet')).toMatchObject({ done: 0 });
  });
});

describe('bins', () => {
  it('refuse what would spoil them and say why; what may be overridden needs a reason', async () => {
    await log(entry('bin.set', 'barrel', { name: 'Barrel', kind: 'reclaim', clayId: null }));
    const filled = (waste: 'silicate' | 'thin-deflocculated', override: string | null) =>
      entry('bin.filled', 'barrel', { waste, clayId: null, massKg: 1, from: 'x', override });
    expect((await refusedAs(filled('silicate', 'I insist'))).detail).toContain('not reclaimed');
    expect(await refusedAs(filled('thin-deflocculated', null))).toMatchObject({ code: 'wrong-bin' });
    await log(filled('thin-deflocculated', 'only a trace'));
    const { bins } = await get<BinsAnswer>('/api/bins');
    expect(bins.find((b) => b.id === 'barrel')!.massKg).toBe(1);
  });
});

async function upload(file: string): Promise<string> {
  const { file: sum } = (await (
    await fetch(`${address}/api/files`, { method: 'POST', body: file })
  ).json()) as { file: string };
  return sum;
}
const request = async (file: string, kind: 'recipes' | 'measurements', skipBad = false) => ({
  file: await upload(file),
  kind,
  makerId: 'maker-default',
  skipBad,
});
const take = async (file: string, kind: 'recipes' | 'measurements', skipBad = false) =>
  post('/api/formats/take', await request(file, kind, skipBad));
const preview = async (file: string, kind: 'recipes' | 'measurements') =>
  post('/api/formats/preview', await request(file, kind));

describe('measurements in files', () => {
  it('come with errors by row, and only the good ones are taken when asked', async () => {
    await log(entry('tub.made', 'from-file', { ...plain, name: 'From file' }, '2026-02-01T09:00:00.000Z'));
    const file = [
      'tub;at;sg;feel',
      'From file;2026-03-01T10:00:00Z;1,38;single-cream',
      'From file;2026-03-02T10:00:00Z;thick;',
      'Nobody’s;2026-03-02T10:00:00Z;1.4;',
      'From file;2026-03-03T10:00:00Z;0.9;',
    ].join('\n');
    const seen = (await (await preview(file, 'measurements')).json()) as FormatPreview;
    expect(seen).toMatchObject({ good: 1, badCount: 3 });
    expect(seen.bad.map((b) => b.line)).toEqual([3, 4, 5]);
    expect(seen.bad[0]!.message).toContain('not a number');
    const all = await take(file, 'measurements');
    expect(all.status).toBe(422);
    expect((await all.json()) as ProblemDetails).toMatchObject({ code: 'bad-rows' });
    const before = folder.store.ledger.acts.length;
    expect((await take(file, 'measurements', true)).status).toBe(201);
    expect((await get<TubAnswer>('/api/tubs/from-file')).shelf.tub.specificGravity).toBe(1.38);
    expect(folder.store.ledger.acts.length).toBe(before + 1);
    expect((await take(file, 'measurements', true)).status).toBe(201);
    expect(folder.store.ledger.acts.length).toBe(before + 1);
  });

  it('go out as CSV and come back into another studio’s tub of that name', async () => {
    const csv = await (await fetch(`${address}/api/formats/measurements.csv`)).text();
    expect(csv.split('\r\n')[0]).toBe(
      'tub,at,sg,mass_g,tare_g,volume_ml,feel,cup,seconds,rest_s,temperature_c,level_ml',
    );
    const seen = (await (await preview(csv, 'measurements')).json()) as FormatPreview;
    expect(seen.badCount).toBe(0);
    expect(seen.good).toBe(csv.trim().split('\r\n').length - 1);
  });

  it('of a hundred thousand rows, of the wrong kind, cut off or empty are refused with what to do', async () => {
    const long = `tub,at,sg\n${'From file,2026-03-01T10:00:00Z,1.4\n'.repeat(100_000)}`;
    const problem = async (file: string, kind: 'recipes' | 'measurements') => {
      const response = await preview(file, kind);
      expect(response.status).toBe(422);
      return ((await response.json()) as ProblemDetails).detail;
    };
    expect(await problem(long, 'measurements')).toContain('Split it');
    expect(await problem('a,b\n1,2\n', 'measurements')).toContain('lacks the columns tub, at');
    expect(await problem('{"format": "kosmema-rec', 'recipes')).toContain('cut off');
    expect(await problem('{"format": "other"}', 'recipes')).toContain('format');
  });
});

describe('the published schemas', () => {
  it('are those of the contract, and describe what is really sent', async () => {
    const published = readFileSync(join(import.meta.dirname, '../../docs/formats.md'), 'utf8');
    const blocks = [...published.matchAll(/```json\n([\s\S]*?)\n```/g)].map(
      (m) => JSON.parse(m[1]!) as unknown,
    );
    const { recipes, measurements } = formatSchemas();
    expect(blocks).toEqual([recipes, measurements]);
    const sent = await (await fetch(`${address}/api/formats/measurements.json`)).json();
    expect(measurementFile.safeParse(sent).success).toBe(true);
  });
});

describe('labels', () => {
  it('are a PDF with a page for as many as fit, and refused without a name', async () => {
    const label = { title: 'Peat brown', lines: ['iron 6 %'], path: '/slips/thick' };
    const response = await post('/api/labels', {
      paper: 'A4',
      labels: Array.from({ length: 25 }, () => label),
    });
    expect(response.headers.get('content-type')).toContain('application/pdf');
    const pdf = Buffer.from(await response.arrayBuffer()).toString('latin1');
    expect(pdf.startsWith('%PDF-')).toBe(true);
    expect(pdf.match(/\/Type \/Page\b/g)).toHaveLength(3);
    const refused = await post('/api/labels', { paper: 'A4', labels: [{ ...label, title: '' }] });
    expect(refused.status).toBe(422);
  });
});
