import { expose } from 'comlink';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { caseOf, cruetMade, hoursOn } from '../../core/piece/piece.test-support.ts';
import type { PlanRequest, WorkedPlan } from './planMessages.ts';

/** What the worker is told to do, and how many were begun. */
let plan: (wanted: PlanRequest) => WorkedPlan | Promise<WorkedPlan>;
let begun: ThreadHere[] = [];

/** A worker whose far end is here. */
class ThreadHere extends EventTarget {
  readonly channel = new MessageChannel();
  constructor() {
    super();
    begun.push(this);
    expose({ plan: (wanted: PlanRequest) => plan(wanted) }, this.channel.port1);
    this.channel.port2.onmessage = ({ data }) =>
      this.dispatchEvent(new MessageEvent('message', { data: data as unknown }));
  }
  postMessage(message: unknown) {
    this.channel.port2.postMessage(message);
  }
  dies() {
    this.dispatchEvent(new ErrorEvent('error', { message: 'out of memory' }));
  }
  close() {
    this.channel.port1.close();
    this.channel.port2.close();
  }
}

const wanted: PlanRequest = { given: caseOf([cruetMade()]), now: hoursOn(5) };
const nothing: WorkedPlan = { plan: null, nights: [] };
const fresh = async () => {
  vi.resetModules();
  return (await import('./planWorker.ts')).planInWorker;
};

describe('the worker that plans on this tablet', () => {
  beforeEach(() => {
    begun = [];
    plan = ({ now }) => ({ plan: null, nights: [{ from: now, to: now + 1 }] });
    vi.stubGlobal('Worker', ThreadHere);
  });
  afterEach(() => {
    for (const thread of begun) thread.close();
    vi.unstubAllGlobals();
  });

  it('is begun once, and answers each question with its own answer', async () => {
    const ask = await fresh();
    const answers = await Promise.all([1, 2, 3].map((n) => ask({ ...wanted, now: n })));
    expect(answers.map(({ nights }) => nights[0]!.from)).toEqual([1, 2, 3]);
    expect(begun).toHaveLength(1);
  });

  it('says what went wrong with a question, and goes on', async () => {
    const ask = await fresh();
    plan = () => {
      throw new Error('no such clay');
    };
    expect(await ask(wanted)).toEqual({ ...nothing, failed: 'Error: no such clay' });
    plan = () => nothing;
    expect(await ask(wanted)).toEqual(nothing);
    expect(begun).toHaveLength(1);
  });

  it('that dies is told to all who wait, and begun anew by the next question', async () => {
    const ask = await fresh();
    plan = () => new Promise(() => {});
    const waiting = [ask(wanted), ask(wanted)];
    begun[0]!.dies();
    expect((await Promise.all(waiting)).map(({ failed }) => failed)).toEqual(
      Array<string>(2).fill('Error: out of memory'),
    );
    plan = () => nothing;
    expect(await ask(wanted)).toEqual(nothing);
    expect(begun).toHaveLength(2);
  });
});
