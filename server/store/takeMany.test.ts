import { appendFileSync, cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setImmediate as turn } from 'node:timers/promises';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { rawMaterials } from '../../core/slip/rawMaterials.ts';
import type { Act, Entry } from '../../core/log/entry.ts';
import type { AnyRecordedAct } from '../../core/log/upcast.ts';
import type { OpenFolder } from '../folder/folder.ts';
import { inLines, openJournal } from '../journal/journal.ts';
import { readJournal } from '../journal/read.ts';
import { act, entry, NOW, onPostgres, opened, pieceMade } from '../testing/studio.ts';

/** Many acts at once, while people go on logging. */

const recordedAt = new Date(NOW).toISOString();
const recorded = (acts: Act[]): AnyRecordedAct[] => acts.map((of, i) => ({ ...of, n: i + 1, recordedAt }));
const note = (text: string) => act(entry('piece.noted', 'p', { text }));
const pieces = (count: number, name = 'many') =>
  Array.from({ length: count }, (_, i) => act(pieceMade(`${name}-${i}`)));
const idsOf = (folder: OpenFolder) => folder.store.ledger.acts.map(({ id }) => id);

let path: string;
let folder: OpenFolder;
beforeAll(async () => {
  path = join(mkdtempSync(join(tmpdir(), 'kosmema-many-')), 'data');
  if (!onPostgres) cpSync(inject('template'), join(path, 'db'), { recursive: true });
  folder = await opened(path);
  await folder.store.keep(act(pieceMade('p')));
});
afterAll(async () => {
  await folder.close();
  rmSync(path, { recursive: true, force: true });
});
const restarted = async () => {
  await folder.close();
  folder = await opened(path);
};

describe('many acts', () => {
  it('come before what was logged meanwhile, in memory and after a restart; each number is given once', async () => {
    const many = pieces(300);
    const meanwhile: string[] = [];
    let logging: Promise<unknown> = Promise.resolve();
    const outcome = await folder.store.keepAll(recorded(many), (_phase, done) => {
      if (done > 0 && done % 50 === 0) {
        const one = note(`at ${done}`);
        meanwhile.push(one.id);
        logging = Promise.all([logging, folder.store.keep(one)]);
      }
      return true;
    });
    await logging;
    expect(outcome).toMatchObject({ fresh: { length: 300 }, passedOver: [] });
    expect(meanwhile.length).toBeGreaterThan(4);
    const seen = idsOf(folder);
    expect(seen).toHaveLength(301 + meanwhile.length);
    expect(seen.slice(1, 301)).toEqual(many.map(({ id }) => id));
    const numbers = folder.store.ledger.acts.map(({ n }) => n);
    expect(numbers).toEqual([...new Set(numbers)].sort((a, b) => a - b));
    await restarted();
    expect(idsOf(folder)).toEqual(seen);
    expect(folder.notes).toEqual([]);
  });

  it('stopped at any breath before they are kept are as if they had never begun', async () => {
    const before = idsOf(folder).length;
    for (const [phase, after] of [
      ['checking', 0],
      ['checking', 250],
      ['keeping', 0],
    ] as const) {
      const stopped = await folder.store.keepAll(
        recorded(pieces(600, 'stopped')),
        (now, done) => !(now === phase && done >= after),
      );
      expect(stopped).toMatchObject({ problem: { code: 'stopped' } });
      expect(idsOf(folder)).toHaveLength(before);
    }
    await folder.store.keep(note('goes on'));
    await restarted();
    expect(idsOf(folder)).toHaveLength(before + 1);
    expect(folder.notes).toEqual([]);
  });

  it('that somebody contradicts meanwhile are looked at anew: the later of two codes gives way', async () => {
    const coded = act(entry('piece.coded', 'code-0', { code: 'K27' }));
    const many = [...pieces(3, 'code'), coded, ...pieces(50, 'more')];
    let said = false;
    let logging: Promise<unknown> = Promise.resolve();
    const outcome = await folder.store.keepAll(recorded(many), (_phase, done) => {
      if (!said && done > 20) {
        said = true;
        logging = folder.store.keep(act(entry('piece.coded', 'p', { code: 'K27' })));
      }
      return true;
    });
    expect(await logging).toMatchObject({ kind: 'kept' });
    expect(outcome).toMatchObject({
      fresh: { length: 53 },
      passedOver: [{ code: 'code-taken', field: 'acts.3.entries.0.body.code' }],
    });
  });

  it('that a tablet sends meanwhile are here once', async () => {
    const many = pieces(60, 'tablet');
    const before = idsOf(folder).length;
    let logging: Promise<unknown> | null = null;
    const outcome = await folder.store.keepAll(recorded(many), (_phase, done) => {
      if (done === 30) logging ??= folder.store.keep(many[10]!);
      return true;
    });
    expect(await logging).toMatchObject({ kind: 'kept', again: false });
    expect(outcome).toMatchObject({ alreadyHere: 1, fresh: { length: 59 } });
    expect(idsOf(folder)).toHaveLength(before + 60);
  });

  it('of five hundred recipes each let others log meanwhile, and make no catalogue anew for each', async () => {
    const [clay] = Object.keys(rawMaterials);
    const recipe = (id: string): Entry =>
      entry('recipe.set', id, {
        name: 'White',
        kind: 'slip',
        use: 'brushed-engobe',
        base: [{ materialId: clay!, percent: 100 }],
        additions: [],
        electrolyte: null,
        gravity: null,
        note: '',
      });
    const many = Array.from({ length: 12 }, (_, k) =>
      act(...Array.from({ length: 500 }, (_, i) => recipe(`r-${k}-${i}`))),
    );
    let logged = 0;
    let going = true;
    const logging = (async () => {
      while (going) {
        await folder.store.keep(note('between'));
        logged += 1;
        // as requests come: one after another from outside
        await turn();
      }
    })();
    const outcome = await folder.store.keepAll(recorded(many));
    going = false;
    await logging;
    expect(outcome).toMatchObject({ fresh: { length: 12 } });
    expect(logged).toBeGreaterThan(3);
  });
});

describe('the journal', () => {
  const lines = (file: string) => readFileSync(file, 'utf8').split('\n').slice(0, -1);
  const fileIn = () => join(mkdtempSync(join(tmpdir(), 'kosmema-journal-')), 'journal.ndjson');

  it('holds many acts in several lines that count with the last of them', () => {
    const file = fileIn();
    const journal = openJournal(file, 0);
    const batch = journal.begin();
    const [last, ...many] = recorded(pieces(1_201));
    for (const part of inLines(many)) {
      batch.add(part);
      expect(readJournal(file).acts).toEqual([]);
    }
    batch.close();
    journal.append([last!]);
    journal.close();
    const written = lines(file);
    expect(written.map((line) => /"(acts|part|closes)"/.exec(line)![1])).toEqual([
      'part',
      'part',
      'part',
      'closes',
      'acts',
    ]);
    expect(readJournal(file)).toMatchObject({ damaged: 0, acts: { length: 1_201 } });
    const without = (gone: number) => {
      const other = fileIn();
      writeFileSync(other, `${written.filter((_, i) => i !== gone).join('\n')}\n`);
      return readJournal(other);
    };
    // without its last line nothing of them was ever acknowledged
    expect(without(3)).toMatchObject({ damaged: 0, acts: { length: 1 } });
    // a part that is lost is known to be
    expect(without(1)).toMatchObject({ damaged: 1, acts: { length: 701 } });
  });

  it('has no line much longer than its longest act, however much the acts hold', () => {
    const large = recorded(
      Array.from({ length: 12 }, () =>
        act(...Array.from({ length: 250 }, () => entry('piece.noted', 'p', { text: 'x'.repeat(2_000) }))),
      ),
    );
    const parts = [...inLines(large)];
    expect(parts.flatMap(({ text }) => JSON.parse(text) as unknown[])).toEqual(large);
    expect(Math.max(...parts.map(({ text }) => text.length))).toBeLessThan(2_100_000);
  });

  it('is read block by block where a line is longer than it should be', () => {
    const file = fileIn();
    const journal = openJournal(file, 0);
    for (const one of recorded(pieces(5))) journal.append([one]);
    journal.close();
    appendFileSync(file, `${JSON.stringify({ acts: recorded([act(pieceMade('old'))]) })}\n`);
    appendFileSync(file, '{"acts":[{"torn');
    const atOnce = readJournal(file);
    expect(atOnce).toMatchObject({ damaged: 0, acts: { length: 6 } });
    expect(readJournal(file, 100)).toEqual(atOnce);
    writeFileSync(file, readFileSync(file, 'utf8').replace('"many-2"', '"many-9"'));
    for (const long of [undefined, 100])
      expect(readJournal(file, long)).toMatchObject({ damaged: 1, acts: { length: 5 } });
  });
});
