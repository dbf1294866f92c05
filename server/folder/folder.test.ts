import {
  appendFileSync,
  chmodSync,
  existsSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { openDatabase } from '../db/open.ts';
import { openFolder } from './folder.ts';
import { readJournal } from '../journal/read.ts';
import { act, emptyFolder, entry, NOW, onPostgres, opened, pieceMade, testClock } from '../testing/studio.ts';

const note = (text: string) => act(entry('piece.noted', 'p', { text }));
const texts = (folder: Awaited<ReturnType<typeof opened>>) =>
  folder.store.entriesAbout('piece', 'p').flatMap((e) => (e.kind === 'piece.noted' ? [e.body.text] : []));

describe('a data folder', () => {
  it('keeps acts over a restart, in order, with times and bodies as they were', async () => {
    const path = emptyFolder();
    const first = await opened(path);
    const made = act(pieceMade());
    await first.store.keep(made);
    await first.store.keep(note('one'));
    await first.store.keep(note('two'));
    const before = first.store.entriesAbout('piece', 'p');
    await first.close();
    const again = await opened(path);
    expect(again.store.entriesAbout('piece', 'p')).toEqual(before);
    expect(again.notes).toEqual([]);
    await again.close();
  });

  it('takes a retry as the same act, and another body under its name as a conflict', async () => {
    const folder = await opened(emptyFolder());
    const made = act(pieceMade());
    expect(await folder.store.keep(made)).toMatchObject({ kind: 'kept', again: false });
    expect(await folder.store.keep(made)).toMatchObject({ kind: 'kept', again: true });
    expect(await folder.store.keep({ ...made, entries: [pieceMade('other')] })).toEqual({ kind: 'conflict' });
    await folder.close();
  });

  it('keeps writes that come at once, each once, with its own number', async () => {
    const folder = await opened(emptyFolder());
    await folder.store.keep(act(pieceMade()));
    const kept = await Promise.all(Array.from({ length: 25 }, (_, i) => folder.store.keep(note(`n${i}`))));
    const numbers = kept.flatMap((k) => (k.kind === 'kept' ? [k.act.n] : []));
    expect(new Set(numbers).size).toBe(25);
    await folder.close();
  });

  it('takes the tail of the journal into a database that lacks it, and cuts off a torn line', async () => {
    const path = emptyFolder();
    const first = await opened(path);
    await first.store.keep(act(pieceMade()));
    await first.close();
    const journal = join(path, 'journal.ndjson');
    const late = { ...note('only in the journal'), n: 2, recordedAt: new Date(NOW).toISOString() };
    appendFileSync(journal, `${JSON.stringify({ acts: [late] })}\n{"acts":[{"id":"torn`);
    const again = await opened(path);
    expect(texts(again)).toEqual(['only in the journal']);
    await again.store.keep(note('after'));
    await again.close();
    expect(readJournal(journal)).toMatchObject({ damaged: 0, acts: { length: 3 } });
  });

  it('writes the journal anew from the database when it is lost or damaged', async () => {
    const path = emptyFolder();
    const first = await opened(path);
    await first.store.keep(act(pieceMade()));
    await first.store.keep(note('kept'));
    await first.close();
    const journal = join(path, 'journal.ndjson');
    writeFileSync(journal, `rubbish\n${readFileSync(journal, 'utf8').split('\n')[1]}\n`);
    const again = await opened(path);
    expect(texts(again)).toEqual(['kept']);
    expect(again.notes.join()).toContain('written anew');
    expect(readJournal(journal)).toMatchObject({ damaged: 0, acts: { length: 2 } });
    expect(readdirSync(path).some((name) => name.includes('journal.ndjson.damaged-'))).toBe(true);
    await again.close();
  });

  it('is refused to a second process, with words', async () => {
    const path = emptyFolder();
    const first = await opened(path);
    expect(await openFolder(path, testClock)).toMatchObject({ ok: false, problem: { code: 'in-use' } });
    await first.close();
  });

  it('imports what can stand, names the rest, and refuses what has nothing that can', async () => {
    const folder = await opened(emptyFolder());
    const good = { ...act(pieceMade('q')), n: 1, recordedAt: new Date(NOW).toISOString() };
    const bad = {
      ...act(entry('piece.noted', 'nobody', { text: 'x' })),
      n: 2,
      recordedAt: new Date(NOW).toISOString(),
    };
    expect(await folder.store.keepAll([bad])).toMatchObject({
      problem: { code: 'no-such-piece', field: 'acts.0.entries.0.subject' },
    });
    expect(folder.store.ledger.acts).toHaveLength(0);
    const passedOver = [{ code: 'no-such-piece', field: 'acts.1.entries.0.subject' }];
    expect(await folder.store.keepAll([good, bad])).toMatchObject({ fresh: { length: 1 }, passedOver });
    expect(await folder.store.keepAll([good])).toMatchObject({ fresh: [], alreadyHere: 1, passedOver: [] });
    await folder.close();
  });
});

describe.skipIf(onPostgres)('the database in the folder', () => {
  it('is rebuilt from the journal when it is gone or damaged', async () => {
    for (const harm of ['gone', 'damaged'] as const) {
      const path = emptyFolder();
      const first = await opened(path);
      await first.store.keep(act(pieceMade()));
      await first.store.keep(note('rebuilt'));
      await first.close();
      if (harm === 'gone') rmSync(join(path, 'db'), { recursive: true });
      else writeFileSync(join(path, 'db', 'global', 'pg_control'), 'no control');
      const again = await opened(path);
      expect(texts(again)).toEqual(['rebuilt']);
      expect(again.notes.length).toBeGreaterThan(0);
      await again.close();
    }
  });

  it('of a newer program is refused and left alone', async () => {
    const path = emptyFolder();
    const database = await openDatabase(join(path, 'db'));
    if (!database.ok) throw new Error('did not open');
    await database.value.db.execute(
      sql`insert into drizzle.__drizzle_migrations (hash, created_at) values ('newer', 99999999999999)`,
    );
    await database.value.close();
    expect(await openFolder(path, testClock)).toMatchObject({
      ok: false,
      problem: { code: 'newer-database' },
    });
    expect(existsSync(join(path, 'db', 'global', 'pg_control'))).toBe(true);
  });
});

describe.skipIf(!process.getuid || process.getuid() !== 0)('a read-only folder', () => {
  it('is refused with words', async () => {
    const { spawnSync } = await import('node:child_process');
    const path = emptyFolder();
    chmodSync(path, 0o555);
    const code = `const { accessSync, constants } = require('node:fs'); try { accessSync(${JSON.stringify(path)}, constants.W_OK); } catch (e) { console.log(e.code) }`;
    const asNobody = spawnSync('node', ['-e', code], { uid: 65534, gid: 65534, encoding: 'utf8' });
    expect(asNobody.stdout.trim() === 'EACCES' || asNobody.status !== 0).toBe(true);
  });
});
