import { describe, expect, it } from 'vitest';
import { nothingSaid, type Entry } from '../log/entry.ts';
import { foldPiece, partsWanted } from '../log/piece.ts';
import { defaultStudio } from '../log/studio.ts';
import { intended } from '../piece/deed.ts';
import { caseOf, cruetMade, hoursOn, logged, MADE } from '../piece/piece.test-support.ts';
import { techniques } from '../technique/catalogue.ts';
import { wholeZone, type Layer } from '../technique/layer.ts';
import type { Only, Technique } from '../technique/technique.ts';
import { schoolsOnce } from '../technique/technique.test-support.ts';
import { MINUTE } from '../units/quantity.ts';
import { planPiece } from './plan.ts';

const DAILY = Array.from({ length: 7 }, (_, i) => ({ weekday: i + 1, fromMinute: 0, toMinute: 24 * 60 }));
const studio = { ...defaultStudio, hours: DAILY };

const layerOf = ({ id, rev }: Technique, schools: Only): Layer => ({
  id: 'l',
  technique: id,
  rev,
  schools,
  zones: [wholeZone],
  face: 'outside',
  upon: 'firm',
  also: [],
  stock: [],
});

/** A maker who does each step when the plan says, and logs it. */
function walked(
  technique: Technique,
  schools: Only,
): { entries: Entry[]; stuck: string | null; finished: boolean } {
  const entries: Entry[] = [
    cruetMade({ cover: 'draped' }),
    logged('piece.routed', MADE + 1, { layers: [layerOf(technique, schools)] }),
  ];
  let now = MADE + MINUTE;
  for (let acts = 0; acts < 60; acts++) {
    const facts = { ...caseOf(entries), studio };
    for (const role of partsWanted(foldPiece('p', entries)!))
      entries.push(
        logged('piece.parted', now, { part: role, role, thicknessM: 0.012, cover: 'draped', stage: null }),
      );
    const { next } = planPiece(facts, now, undefined, { members: 2 })!;
    if (!next) return { entries, stuck: null, finished: true };
    const at = next.doAt ?? next.opens;
    if (next.status === 'closed' || at === null)
      return { entries, stuck: `${next.planned.key} is ${next.status}`, finished: false };
    now = Math.max(now, at) + MINUTE / 6;
    const { effects, face, slip } = intended(next.planned, {}, now);
    const body = { ...nothingSaid, refs: next.planned.refs, effects, slip };
    entries.push(logged('piece.done', now, body, { face }));
  }
  return { entries, stuck: 'no end', finished: false };
}

const ways = techniques().flatMap((technique) =>
  schoolsOnce(technique).map(
    (schools) => [`${technique.id} ${Object.values(schools).join(' ')}`, technique, schools] as const,
  ),
);

describe('every technique and every school', () => {
  it.each(ways)('%s is walked from the wheel to the last firing', (_name, technique, schools) => {
    const { entries, stuck } = walked(technique, schools);
    expect(stuck).toBeNull();
    const last = foldPiece('p', entries)!;
    expect(last.fired).not.toBe('raw');
    expect(last.lastAt).toBeGreaterThan(hoursOn(20));
  });
});
