import { appendFileSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { describe, expect, it } from 'vitest';
import { defaultBody } from '../../core/clay/body.ts';
import type { Entry } from '../../core/log/entry.ts';
import { act, emptyFolder, entry, NOW, onPostgres, opened, pieceMade } from '../testing/studio.ts';

const undo = (id: string) => entry('act.retracted', id, { reason: '' });
const pieceOf = (subject: string, change: { clayId: string }): Entry => {
  const made = pieceMade(subject);
  return { ...made, body: { ...made.body, ...change } } as Entry;
};
const wateryCoat = entry('piece.coated', 'old', {
  stepId: null,
  tubId: null,
  thicknessM: 0.00015,
  specificGravity: 1,
  grainDensity: 2600,
});

describe('a journal of an earlier version', () => {
  const recorded = (n: number, ...entries: Entry[]) => ({
    ...act(...entries),
    n,
    recordedAt: new Date(NOW).toISOString(),
  });
  const line = (...acts: object[]) => `${JSON.stringify({ acts })}\n`;

  it('opens with acts that are refused today, says what was passed over, and keeps them', async () => {
    const path = emptyFolder();
    await (await opened(path)).close();
    const clay = recorded(1, entry('clay.set', 'clay-old', { ...defaultBody, name: 'Old' }));
    const piece = recorded(2, pieceOf('old', { clayId: 'clay-old' }));
    const gone = recorded(3, undo(clay.id));
    const watery = recorded(4, wateryCoat);
    const capital = {
      ...recorded(5, entry('piece.noted', 'old', { text: 'x' })),
      id: watery.id.toUpperCase(),
    };
    const noDry = recorded(6, entry('piece.weighed', 'old', { massKg: 1, tareKg: 1, dryKg: 0 }));
    const proto = recorded(
      7,
      entry('tub.dosed', 'old', { does: 'flocculate', materialId: '__proto__', massKg: 1 }),
    );
    const orphan = recorded(8, pieceOf('orphan', { clayId: 'never-set' }));
    const journal = join(path, 'journal.ndjson');
    writeFileSync(
      journal,
      [clay, piece, gone, watery, capital, noDry, proto, orphan].map((a) => line(a)).join(''),
    );
    const folder = await opened(path);
    expect(folder.notes.join('\n')).toMatch(/passed over: .*“Cup” rests on it/);
    expect(folder.notes.join('\n')).toMatch(/4 acts of an earlier version were passed over/);
    expect(folder.store.studio().clays.map(({ id }) => id)).toContain('clay-old');
    expect(folder.store.entriesAbout('piece', 'old').map(({ kind }) => kind)).toEqual([
      'piece.made',
      'piece.noted',
    ]);
    expect(await folder.store.keep(act(entry('piece.noted', 'old', { text: 'new' })))).toMatchObject({
      kind: 'kept',
      act: { n: 9 },
    });
    await folder.close();
    expect(readFileSync(journal, 'utf8')).toContain('"specificGravity":1,');
  });

  it.skipIf(onPostgres)(
    'opens where a raw file and the database are both lost, and says whose readings are missing',
    async () => {
      const path = emptyFolder();
      const folder = await opened(path);
      const sum = (await folder.files.take(Readable.from(['Time,Temp C,RH\n2026-03-07 10:00,20,50\n']), 1e6))!
        .file;
      await folder.store.keep(
        act(
          entry('readings.taken', 'room-default', {
            file: sum,
            fileName: 'lost.csv',
            answers: { zone: 'Etc/UTC', dayFirst: null, columns: null, fahrenheit: null },
            skipBad: false,
          }),
        ),
      );
      await folder.close();
      rmSync(join(path, 'db'), { recursive: true });
      rmSync(join(path, 'files', sum));
      const again = await opened(path);
      expect(again.notes.join('\n')).toMatch(/readings of “lost.csv” are missing/);
      await again.close();
    },
  );
});

/** Harm of ten kinds, to journal and database. */
describe('a damaged folder opens', () => {
  const harms: [string, (path: string, text: string) => void][] = [
    ['an empty journal', (path) => writeFileSync(path, '')],
    ['no journal', (path) => rmSync(path)],
    ['a torn last line', (path) => appendFileSync(path, '{"rules":2,"acts":[{"id"')],
    ['a line of rubbish', (path) => appendFileSync(path, 'rubbish\n')],
    ['bytes that are no text', (path) => appendFileSync(path, Buffer.from([0xff, 0xfe, 0x00, 0x0a]))],
    ['an empty line', (path) => appendFileSync(path, '\n\n')],
    ['a figure changed on the disk', (path, text) => writeFileSync(path, text.replace('0.006', '0.016'))],
    ['a line twice', (path, text) => writeFileSync(path, text + text)],
    [
      'lines in another order',
      (path, text) => writeFileSync(path, `${text.trim().split('\n').reverse().join('\n')}\n`),
    ],
    [
      'JSON of something else',
      (path) => appendFileSync(path, '{"acts":7}\n[]\nnull\n{"acts":[null,{"n":3}]}\n'),
    ],
  ];

  it.each(harms)('with %s, and has all that it had', async (_name, harm) => {
    const path = emptyFolder();
    const first = await opened(path);
    await first.store.keep(act(pieceMade('kept')));
    await first.store.keep(act(entry('piece.noted', 'kept', { text: 'kept' })));
    const before = first.store.entriesAbout('piece', 'kept');
    await first.close();
    const journal = join(path, 'journal.ndjson');
    harm(journal, readFileSync(journal, 'utf8'));
    const again = await opened(path);
    expect(again.store.entriesAbout('piece', 'kept')).toEqual(before);
    await again.store.keep(act(entry('piece.noted', 'kept', { text: 'after' })));
    await again.close();
    const third = await opened(path);
    expect(third.store.entriesAbout('piece', 'kept')).toHaveLength(3);
    await third.close();
  });
});
