import {
  appendFileSync,
  cpSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { createStudio, expect, prepared, test, type Studio } from './studio.ts';

/** Whatever is broken in a data folder: it starts or says in a sentence what to do, and its export can be taken back. */

/** So many of the damages; `npm run explore` asks for all. */
const DAMAGES = Number(process.env['KOSMEMA_DAMAGES'] ?? 3);

type Damage = [name: string, harm: (data: string) => void];

const flip = (path: string) => {
  const bytes = readFileSync(path);
  bytes[bytes.length >> 1] = bytes[bytes.length >> 1]! ^ 0x20;
  writeFileSync(path, bytes);
};
const inPlaceOf = (path: string, content: string) => {
  rmSync(path, { recursive: true, force: true });
  writeFileSync(path, content);
};
const folderInPlaceOf = (path: string) => {
  rmSync(path, { recursive: true, force: true });
  mkdirSync(path, { recursive: true });
};
const largest = (folder: string) =>
  readdirSync(folder)
    .map((name) => join(folder, name))
    .sort((a, b) => statSync(b).size - statSync(a).size)[0]!;
const changed = (path: string, from: string, to: string) =>
  writeFileSync(path, readFileSync(path, 'utf8').replace(from, to));
const journal = (data: string) => join(data, 'journal.ndjson');
const derived = (data: string, name: string) => join(data, 'derived', `${name}.json`);

const damages: Damage[] = [
  ['no database', (data) => rmSync(join(data, 'db'), { recursive: true })],
  [
    'a changed key in the last answers',
    (data) => changed(derived(data, 'answers'), '"answers":{', '"answer":{'),
  ],
  [
    'wrong values in the lessons',
    (data) =>
      writeFileSync(derived(data, 'lessons'), '{"made":"x","sum":"y"}\n{"taught":{"a":1},"upTo":"x"}'),
  ],
  ['a file in place of the sensors', (data) => inPlaceOf(join(data, 'sensors'), 'x')],
  ['a flipped byte in the journal', (data) => flip(journal(data))],
  [
    'a flipped byte in every kept file',
    (data) => {
      for (const name of readdirSync(join(data, 'files'))) flip(join(data, 'files', name));
    },
  ],
  ['no journal', (data) => rmSync(journal(data))],
  ['an empty journal', (data) => truncateSync(journal(data), 0)],
  ['half a journal', (data) => truncateSync(journal(data), statSync(journal(data)).size >> 1)],
  ['a folder in place of the journal', (data) => folderInPlaceOf(journal(data))],
  ['a journal of zeros', (data) => writeFileSync(journal(data), Buffer.alloc(50_000))],
  [
    'rubbish at the end of the journal',
    (data) => appendFileSync(journal(data), '\u0000\u0001{"acts":[null,1]}\n{'),
  ],
  ['every line of the journal twice', (data) => appendFileSync(journal(data), readFileSync(journal(data)))],
  [
    'lines of the journal in reverse',
    (data) =>
      writeFileSync(
        journal(data),
        `${readFileSync(journal(data), 'utf8').trimEnd().split('\n').reverse().join('\n')}\n`,
      ),
  ],
  ['a torn database file', (data) => truncateSync(largest(join(data, 'db', 'base', '5')), 8192)],
  ['no control file of the database', (data) => rmSync(join(data, 'db', 'global', 'pg_control'))],
  ['a torn control file', (data) => truncateSync(join(data, 'db', 'global', 'pg_control'), 100)],
  ['no write-ahead log', (data) => folderInPlaceOf(join(data, 'db', 'pg_wal'))],
  ['a torn write-ahead log', (data) => truncateSync(largest(join(data, 'db', 'pg_wal')), 5_000)],
  ['a file in place of the database', (data) => inPlaceOf(join(data, 'db'), 'x')],
  ['an empty folder in place of the database', (data) => folderInPlaceOf(join(data, 'db'))],
  ['no kept files', (data) => rmSync(join(data, 'files'), { recursive: true })],
  ['a file in place of the kept files', (data) => inPlaceOf(join(data, 'files'), 'x')],
  ['a kept file cut to nothing', (data) => truncateSync(largest(join(data, 'files')), 0)],
  [
    'a kept file under another name',
    (data) => renameSync(largest(join(data, 'files')), join(data, 'files', 'a'.repeat(64))),
  ],
  [
    'leftovers of uploads',
    (data) => {
      writeFileSync(join(data, 'files', '.arriving-1-1'), 'half');
      mkdirSync(join(data, 'arriving'), { recursive: true });
      writeFileSync(join(data, 'arriving', '1'), 'half');
    },
  ],
  ['torn answers', (data) => truncateSync(derived(data, 'answers'), 1_000)],
  ['a file in place of what is derived', (data) => inPlaceOf(join(data, 'derived'), 'x')],
  [
    'folders in place of answers and lessons',
    (data) => {
      folderInPlaceOf(derived(data, 'answers'));
      folderInPlaceOf(derived(data, 'lessons'));
    },
  ],
  ['rubbish in the list of tablets', (data) => writeFileSync(join(data, 'paired.json'), '{"x":')],
  [
    'readings of a sensor that are none',
    (data) => {
      mkdirSync(join(data, 'sensors'), { recursive: true });
      writeFileSync(join(data, 'sensors', 'room-default.csv'), 'x,y\n\u0000\n2026,1,2\n');
    },
  ],
  [
    'everything lost but the journal and the files',
    (data) => {
      for (const name of readdirSync(data))
        if (!['journal.ndjson', 'files'].includes(name)) rmSync(join(data, name), { recursive: true });
    },
  ],
];

const VIEWS = [
  '/api/studio',
  '/api/today',
  '/api/pieces',
  '/api/shelf',
  '/api/bins',
  '/api/learning',
  '/api/kiln',
  '/api/files',
];

async function read({ address }: Studio): Promise<{ pieces: number; tubs: number }> {
  for (const path of VIEWS) expect((await fetch(`${address}${path}`)).status, path).toBe(200);
  const { pieces, tubs } = (await (await fetch(`${address}/api/studio`)).json()) as {
    pieces: number;
    tubs: number;
  };
  return { pieces, tubs };
}

test(`of ${DAMAGES} damaged folders each starts or says in a sentence what to do, and its export is taken back`, async () => {
  test.setTimeout(60_000 + DAMAGES * 30_000);
  const template = await prepared('demo');
  const studio = createStudio();
  const elsewhere = createStudio();
  for (const of of [studio, elsewhere]) of.setClock('2026-03-11T09:20:00Z');
  for (const [name, harm] of damages.slice(0, DAMAGES)) {
    await test.step(name, async () => {
      rmSync(studio.data, { recursive: true, force: true });
      cpSync(template, studio.data, { recursive: true });
      harm(studio.data);
      const failure = await studio.start().then(
        () => null,
        (error: Error) => error.message,
      );
      if (failure !== null) {
        // a sentence, and no stack of the program
        expect(failure, name).toMatch(/[A-Z][^\n]{40,}\./);
        expect(failure, name).not.toMatch(/\n\s+at /);
        return;
      }
      const here = await read(studio);
      expect(here.pieces, `${name}\n${studio.output}`).toBeGreaterThan(0);
      const archive = Buffer.from(await (await fetch(`${studio.address}/api/export`)).arrayBuffer());
      await studio.kill();
      rmSync(elsewhere.data, { recursive: true, force: true });
      cpSync(await prepared('empty'), elsewhere.data, { recursive: true });
      await elsewhere.start();
      const taken = await fetch(`${elsewhere.address}/api/import`, { method: 'POST', body: archive });
      const answer = (await taken.json()) as { passedOver?: { count: number; first: unknown[] } };
      expect(taken.status, `${name}\n${JSON.stringify(answer)}`).toBe(200);
      expect(answer.passedOver, name).toMatchObject({ count: 0 });
      expect(await read(elsewhere), name).toEqual(here);
      await elsewhere.kill();
      expect(existsSync(studio.data)).toBe(true);
    });
  }
  await Promise.all([studio.discard(), elsewhere.discard()]);
});
