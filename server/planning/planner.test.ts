import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type { PlanInput } from '../../core/piece/planInput.ts';
import { threadedPlanner, type Planner } from './planner.ts';

/** A thread that answers with the piece's name, dies over some for ever, over others once, and fails for one. */
const thread = `
import { existsSync, writeFileSync } from 'node:fs';
import { threadId } from 'node:worker_threads';
export default ({ given: { pieceId, once } }) => {
  if (pieceId === 'fatal') process.exit(3);
  if (once && !existsSync(once)) {
    writeFileSync(once, '');
    process.exit(3);
  }
  return pieceId === 'odd' ? { failed: 'odd: no wall' } : { plan: { kept: pieceId, whole: String(threadId) } };
};
`;

describe('the planning thread', () => {
  const folder = mkdtempSync(join(tmpdir(), 'kosmema-planner-'));
  let plan: Planner;
  const asked = (pieceId: string, more = {}) => plan({ pieceId, ...more } as unknown as PlanInput, 0);

  beforeAll(() => {
    const path = join(folder, 'thread.mjs');
    writeFileSync(path, thread);
    vi.spyOn(console, 'error').mockReturnValue();
    plan = threadedPlanner(path);
  });
  afterAll(() => {
    vi.restoreAllMocks();
    rmSync(folder, { recursive: true });
  });

  it('tells what went wrong with a piece, and goes on with the next', async () => {
    await expect(asked('odd')).rejects.toThrow('odd: no wall');
    await expect(asked('cup')).resolves.toMatchObject({ kept: 'cup' });
  });

  it('that dies is started again, and asked once more for what it was at and what waited', async () => {
    const before = (await asked('cup'))!.whole;
    const [first, second] = await Promise.all([
      asked('plate', { once: join(folder, 'died') }),
      asked('bowl'),
    ]);
    expect([first!.kept, second!.kept]).toEqual(['plate', 'bowl']);
    expect(first!.whole).not.toBe(before);
    expect(second!.whole).toBe(first!.whole);
  });

  it('that dies twice over a piece gives it up, and loses none of the others', async () => {
    const [fatal, ...others] = await Promise.allSettled([asked('fatal'), asked('jug'), asked('lid')]);
    expect(fatal).toMatchObject({ status: 'rejected', reason: new Error('the planner died over it twice') });
    expect(others).toMatchObject([{ value: { kept: 'jug' } }, { value: { kept: 'lid' } }]);
  });

  it('of several is always the same for a piece, and not one for all', async () => {
    const several = threadedPlanner(join(folder, 'thread.mjs'), { threads: 2, atOnce: true });
    const threadsOf = async (pieces: string[]) => {
      const answers = await Promise.all(
        pieces.map((pieceId) => several({ pieceId } as unknown as PlanInput, 0)),
      );
      return answers.map((answer) => answer!.whole);
    };
    const pieces = Array.from({ length: 12 }, (_, i) => `p${i}`);
    const first = await threadsOf(pieces);
    expect(await threadsOf(pieces)).toEqual(first);
    expect(new Set(first).size).toBe(2);
  });
});
