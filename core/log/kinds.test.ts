import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { madeBody, today } from './admission/admit.test-support.ts';
import { firstProblem, rules } from './admission/admit.ts';
import type { Act, Entry } from './entry.ts';
import { tubBody } from './entries.test-support.ts';
import { affectsPlan, foundingOf, kinds } from './kinds.ts';
import { actsReferring, emptyLedger, record } from './ledger.ts';
import { problem } from '../units/problem.ts';

const NOW = Date.parse('2026-03-20T12:00:00Z');
const table = kinds as Record<string, unknown>;
const checks = rules as unknown as Record<string, unknown>;

let count = 0;
const actOf = (...entries: Entry[]): Act => ({
  id: `k${(count += 1)}`,
  makerId: 'maker-default',
  deviceAt: '2026-03-10T09:00:00Z',
  entries,
});
/** A kind that nobody ever heard of. */
const said = (kind: string, subject: string, body: object, hours = 1): Entry =>
  today(kind as 'piece.noted', subject, body as { text: string }, hours);

/** A log of a piece, a tub and what more is said; what the log says to the last act. */
function sayTo(...acts: Act[]) {
  const ledger = emptyLedger();
  const before = [
    actOf(today('piece.made', 'p', madeBody([]))),
    actOf(today('tub.made', 't', tubBody())),
    ...acts.slice(0, -1),
  ];
  for (const act of before) record(ledger, { ...act, n: ledger.acts.length + 1, recordedAt: act.deviceAt });
  return { ledger, found: firstProblem(ledger, acts.at(-1)!, NOW) };
}

describe('an invented kind of entry', () => {
  beforeEach(() => {
    table['piece.lent'] = {
      names: ({ body }: { body: { tubId: string } }) => [
        { kind: 'tub', id: body.tubId, field: 'body.tubId' },
      ],
      remark: true,
      plans: false,
    };
    checks['piece.lent'] = ({ body }: { body: { days: number } }) =>
      body.days > 0 ? null : problem('no-days', 'body.days', 'For how many days?');
  });
  afterEach(() => {
    delete table['piece.lent'];
    delete checks['piece.lent'];
  });

  it('is a row and a rule: what it names must be there, and what it says is judged', () => {
    const lent = (tubId: string, days: number) =>
      sayTo(actOf(said('piece.lent', 'p', { tubId, days }))).found;
    expect(lent('t', 3)).toBeNull();
    expect(lent('u', 3)).toMatchObject({ code: 'no-such-tub', field: 'entries.0.body.tubId' });
    expect(lent('t', 0)).toMatchObject({ code: 'no-days', field: 'entries.0.body.days' });
  });

  it('is found by what it names, and what it rests on cannot be undone', () => {
    const tub = actOf(today('tub.made', 't2', tubBody()));
    const undo = actOf(today('act.retracted', tub.id, { reason: '' }, 2));
    const { ledger, found } = sayTo(tub, actOf(said('piece.lent', 'p', { tubId: 't2', days: 1 })), undo);
    expect(actsReferring(ledger, 'tub', 't2')).toHaveLength(1);
    expect(found).toMatchObject({ code: 'in-use' });
    expect(found!.message).toContain('the piece “Jar”');
  });

  it('moves no plan where its row says so', () => {
    expect(affectsPlan('piece.lent' as 'piece.noted')).toBe(false);
    expect(affectsPlan('piece.covered')).toBe(true);
  });

  it('ends its subject where its row says so, with its own words', () => {
    table['tub.lost'] = { ends: { code: 'lost', words: 'was lost' } };
    try {
      const lost = actOf(said('tub.lost', 't', {}, 2));
      const { found } = sayTo(lost, actOf(today('tub.watered', 't', { volumeM3: 1e-4 }, 3)));
      expect(found).toMatchObject({ code: 'lost' });
      expect(found!.message).toContain('was lost');
      expect(sayTo(lost, actOf(today('tub.noted', 't', { text: 'found' }, 3))).found).toBeNull();
    } finally {
      delete table['tub.lost'];
    }
  });

  it('brings its subject into the log where its row says so', () => {
    table['oven.set'] = { founds: true };
    try {
      expect(foundingOf('oven' as 'kiln')).toBe('oven.set');
      expect(foundingOf('kiln')).toBe('kiln.set');
      expect(foundingOf('readings')).toBeNull();
    } finally {
      delete table['oven.set'];
    }
  });
});
