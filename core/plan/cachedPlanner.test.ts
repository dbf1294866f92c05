import { describe, expect, it } from 'vitest';
import type { Entry, EntryBodies } from '../log/entry.ts';
import { HOUR, MINUTE } from '../units/quantity.ts';
import { cachedPlanner } from './cachedPlanner.ts';
import { caseOf, coatLaid, cruetMade, firstKey, hoursOn, logged } from '../piece/piece.test-support.ts';
import { planPiece, type PiecePlan } from './plan.ts';

const effort = { members: 12 };
const given = caseOf([cruetMade(), coatLaid(1, hoursOn(4))]);
const gate = (plan: PiecePlan | null, id: string) =>
  plan!.gates.find(({ planned }) => planned.key === firstKey(id))!;
const opens = (plan: PiecePlan | null, id: string) => gate(plan, id).opens!;
const spread = (plan: PiecePlan | null, id: string) => gate(plan, id).windows[0]!.opens;

describe('a planner that remembers', () => {
  it('carries a wall on to where it would have come anew', () => {
    const plan = cachedPlanner(2);
    plan(given, hoursOn(5), undefined, effort);
    const carried = plan(given, hoursOn(5) + 40 * MINUTE, undefined, effort);
    const anew = planPiece(given, hoursOn(5) + 40 * MINUTE, undefined, effort);
    expect(carried!.now.meanX).toBeCloseTo(anew!.now.meanX, 4);
    expect(Math.abs(opens(carried, 'carve') - opens(anew, 'carve'))).toBeLessThan(2 * MINUTE);
    expect(Math.abs(spread(carried, 'carve').p90! - spread(anew, 'carve').p90!)).toBeLessThan(5 * MINUTE);
    for (const [k, place] of carried!.places.places.entries())
      expect(place.meanX).toBeCloseTo(anew!.places.places[k]!.meanX, 3);
  });

  it('answers the same question the same, however often it is asked', () => {
    const plan = cachedPlanner(2);
    const first = plan(given, hoursOn(5), undefined, effort);
    plan(given, hoursOn(5), { covers: [{ at: hoursOn(6), cover: 'tight' }] }, effort);
    expect(plan(given, hoursOn(5), undefined, effort)).toEqual(first);
  });

  const corrected = ({ body }: Entry) =>
    logged('piece.corrected', hoursOn(5), {
      ...(body as EntryBodies['piece.made']),
      madeAt: new Date(hoursOn(-3)).toISOString(),
    });
  const cover = (at: number) => logged('piece.covered', at, { cover: 'draped', stand: 'rack' });
  it.each<[string, Entry[], number]>([
    ['at the very moment of the last plan', [coatLaid(2, hoursOn(5))], 5],
    ['since, and time has gone on', [coatLaid(2, hoursOn(5.2)), cover(hoursOn(5.4))], 6],
    ['for later than now', [cover(hoursOn(5.1))], 5],
    ['hours later', [cover(hoursOn(14))], 20],
  ])('goes on with what was logged %s, to where it would have come anew', (_when, since, hours) => {
    const plan = cachedPlanner(2);
    plan(given, hoursOn(5), undefined, effort);
    const more = { ...given, entries: [...given.entries, ...since] };
    const on = plan(more, hoursOn(hours), undefined, effort)!;
    const anew = planPiece(more, hoursOn(hours), undefined, effort)!;
    expect(on.now.meanX).toBeCloseTo(anew.now.meanX, 4);
    expect(on.believed.waterAdded).toBe(anew.believed.waterAdded);
    expect(on.piece).toEqual(anew.piece);
    expect(on.gates.map(({ planned, status }) => [planned.key, status])).toEqual(
      anew.gates.map(({ planned, status }) => [planned.key, status]),
    );
    for (const [k, { opens: of }] of anew.gates.entries())
      expect(Math.abs((on.gates[k]!.opens ?? 0) - (of ?? 0))).toBeLessThan(3 * MINUTE);
    for (const [k, place] of anew.places.places.entries())
      expect(on.places.places[k]!.meanX).toBeCloseTo(place.meanX, 3);
  });

  it('goes on with a piece that was left alone for long, as with any other', () => {
    const old = caseOf([cruetMade(), cover(hoursOn(40 * 24))]);
    const plan = cachedPlanner(2);
    plan(old, hoursOn(40 * 24 + 1), undefined, effort);
    const more = { ...old, entries: [...old.entries, cover(hoursOn(40 * 24 + 2))] };
    const [on, anew] = [plan, planPiece].map((of) => of(more, hoursOn(40 * 24 + 3), undefined, effort)!);
    expect(on!.now.meanX).toBeCloseTo(anew!.now.meanX, 4);
    expect(on!.piece).toEqual(anew!.piece);
  });

  it.each<[string, (entries: Entry[]) => Entry[]]>([
    ['something is undone', (entries) => entries.slice(0, 1)],
    ['something is logged of before', (entries) => [entries[0]!, cover(hoursOn(2)), ...entries.slice(1)]],
    ['something of before comes last', (entries) => [...entries, cover(hoursOn(2))]],
    ['what it is was corrected', ([made, ...rest]) => [made!, ...rest, corrected(made!)]],
  ])('plans anew where %s', (_what, changed) => {
    const plan = cachedPlanner(2);
    plan(given, hoursOn(5), undefined, effort);
    const other = { ...given, entries: changed([...given.entries]) };
    expect(plan(other, hoursOn(5), undefined, effort)).toEqual(
      planPiece(other, hoursOn(5), undefined, effort),
    );
  });

  it('forgets what it knew once something is found, or the clock is set back', () => {
    const plan = cachedPlanner(2);
    const before = plan(given, hoursOn(6), undefined, effort);
    const checked = logged('piece.checked', hoursOn(6), { stage: 'plastic', confirmed: true, note: '' });
    const wetter = plan({ ...given, entries: [...given.entries, checked] }, hoursOn(6), undefined, effort);
    expect(opens(wetter, 'carve')).toBeGreaterThan(opens(before, 'carve'));
    expect(plan(given, hoursOn(5), undefined, effort)).toEqual(
      planPiece(given, hoursOn(5), undefined, effort),
    );
  });

  it('keeps no more pieces than it was told to', () => {
    const plan = cachedPlanner(1);
    const other = caseOf([cruetMade({}, 'q')]);
    const first = plan(given, hoursOn(5), undefined, effort);
    plan(other, hoursOn(5), undefined, effort);
    expect(plan(given, hoursOn(5), undefined, effort)).toEqual(first);
  });

  it('knows of no piece before it was made', () => {
    expect(cachedPlanner(1)({ ...given, entries: [] }, hoursOn(5))).toBeNull();
  });

  it('looks ahead with few members at even shares, and their spread is like that of all', () => {
    const plan = cachedPlanner(2);
    const all = spread(plan(given, hoursOn(5)), 'carve');
    const few = spread(plan(given, hoursOn(5), undefined, { ahead: 8 }), 'carve');
    expect(Math.abs(few.p50! - all.p50!)).toBeLessThan(0.5 * HOUR);
    const width = ({ p10, p90 }: typeof all) => p90! - p10!;
    expect(width(few) / width(all)).toBeGreaterThan(0.6);
    expect(width(few) / width(all)).toBeLessThan(1.5);
  });
});

describe('what if', () => {
  const at = hoursOn(5);
  const plan = cachedPlanner(1);
  const tried = (cover: 'draped' | 'tight' | 'fan', from: number) =>
    plan(given, at, { covers: [{ at: from, cover }] }, effort);

  it('a tighter cover keeps carving shut longer, a fan opens it sooner, the sooner the more', () => {
    const asIs = opens(plan(given, at, undefined, effort), 'carve');
    expect(opens(tried('fan', at), 'carve')).toBeLessThan(asIs);
    expect(opens(tried('draped', at), 'carve')).toBeGreaterThan(asIs);
    expect(opens(tried('draped', at + HOUR), 'carve')).toBeLessThan(opens(tried('draped', at), 'carve'));
    expect(gate(tried('tight', at), 'carve').opens ?? Infinity).toBeGreaterThan(
      opens(tried('draped', at), 'carve'),
    );
  });

  it('a coat laid later opens what follows later', () => {
    const coatAt = (moment: number) => plan(given, at, { times: { [firstKey('coat-2')]: moment } }, effort);
    expect(opens(coatAt(at + 3 * HOUR), 'coat-3')).toBeGreaterThan(opens(coatAt(at + HOUR), 'coat-3'));
  });

  it('comes to what then comes of it, once it is really done', () => {
    const made = cruetMade();
    const from = at + HOUR;
    const covered = logged('piece.covered', from, { cover: 'draped', stand: 'board' });
    const imagined = plan(caseOf([made]), at, { covers: [{ at: from, cover: 'draped' }] }, effort);
    const done = plan(caseOf([made, covered]), from, undefined, effort);
    for (const step of ['carve', 'burrs'])
      expect(Math.abs(opens(imagined, step) - opens(done, step))).toBeLessThan(HOUR / 4);
  });

  it('says when it is dry uncovered, but not while a cover is tried', () => {
    expect(tried('tight', at)!.openDryAt).toBeNull();
    expect(plan(given, at, undefined, effort)!.openDryAt).not.toBeNull();
  });
});
