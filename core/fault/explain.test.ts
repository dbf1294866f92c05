import { describe, expect, it } from 'vitest';
import { nothingSaid, type Entry, type PieceDone } from '../log/entry.ts';
import type { Effect } from '../technique/technique.ts';
import type { Cover } from '../drying/face.ts';
import { caseOf, coatLaid, cruetMade, hoursOn, logged, MADE } from '../piece/piece.test-support.ts';
import { DAY, HOUR, MINUTE } from '../units/quantity.ts';
import { causes } from './causes.ts';
import { explain } from './explain.ts';
import { faultWords } from './fault.ts';
import { historyOf } from './history.ts';

/** Twelve stories of what went wrong: what was done and when, as a log has it, and the cause that a decorator would name. Common practice, no source. */

const slip = (specificGravity: number, adjusted: 'none' | 'deflocculated' = 'none') => ({
  specificGravity,
  grainDensity: 2650,
  adjusted,
});
const coat = (thicknessM = 0.00015): Effect<number> => ({
  does: 'coat',
  use: 'brushed-engobe',
  thicknessM,
  share: 1,
});
const cut: Effect<number> = { does: 'cut', depthM: 0.0006, share: 0.2 };
const scrape: Effect<number> = { does: 'scrape', depthM: 0.0003, share: 1 };
const fill: Effect<number> = { does: 'fill', use: 'inlay', depthM: 0.0012, proud: 0.25, share: 0.15 };
const line: Effect<number> = { does: 'line', use: 'trailing', thicknessM: 0.002, share: 0.1 };

const did = (hours: number, effect: Effect<number>, more: Partial<PieceDone> = {}): Entry =>
  logged('piece.done', hoursOn(hours), { ...nothingSaid, effects: [effect], ...more }, { face: 'outside' });
const covered = (hours: number, cover: Cover): Entry =>
  logged('piece.covered', hoursOn(hours), { cover, stand: 'board' });
const thin = {
  form: { kind: 'cylinder', diameterM: 0.09, heightM: 0.15, wallM: 0.003, mouth: 'open' },
} as const;

const told = (fault: string, entries: Entry[]) => explain(fault, historyOf(caseOf(entries), hoursOn(400))!);

interface Story {
  fault: string;
  because: string;
  log: Entry[];
  /** What its evidence must speak of. */
  words: RegExp;
}

const stories: Record<string, Story> = {
  'a coat laid on a wall that had gone pale': {
    fault: 'flaking or peeling coat',
    because: 'laid-on-dry-clay',
    log: [cruetMade(), did(14, coat(), { slip: slip(1.38) })],
    words: /at \d+ on the moisture index; 62 is the dry edge/,
  },
  'one thick coat instead of three': {
    fault: 'flaking or peeling coat',
    because: 'laid-too-thick',
    log: [cruetMade(), did(7.4, coat(0.0012), { slip: slip(1.45) })],
    words: /\d times as thick, for a wall so dry, as is known to hold/,
  },
  'a second colour into the first while it shone': {
    fault: 'colours muddied',
    because: 'next-too-soon',
    log: [cruetMade(), did(6, coat(), { slip: slip(1.38) }), did(6.005, coat(), { slip: slip(1.38) })],
    words: /came 0 minutes after .* not matte yet/,
  },
  'carved on the evening it was thrown': {
    fault: 'burrs on carved lines',
    because: 'cut-too-wet',
    log: [cruetMade(), did(2.5, cut)],
    words: /68 is the wet edge/,
  },
  'carved after a weekend in the draught': {
    fault: 'chipped lines',
    because: 'cut-too-dry',
    log: [cruetMade(), did(30, cut)],
    words: /48 is the dry edge/,
  },
  'lines drawn through a coat that was not firm': {
    fault: 'smeared lines',
    because: 'next-too-soon',
    log: [cruetMade(), did(7, coat(0.0003), { slip: slip(1.38) }), did(7.02, cut)],
    words: /not firm yet/,
  },
  'one coat of slip let down too far': {
    fault: 'clay showing through',
    because: 'slip-too-thin',
    log: [cruetMade(), did(6, coat(0.00035), { slip: slip(1.18) })],
    words: /SG 1\.18; 1\.30 to 1\.42/,
  },
  'an inlay filled once with thin slip': {
    fault: 'sunk inlay',
    because: 'filled-too-little',
    log: [
      cruetMade(),
      did(5.5, { ...cut, depthM: 0.0012 }),
      did(5.6, fill, { slip: slip(1.52) }),
      did(12, scrape),
    ],
    words: /filled once/,
  },
  'an inlay scraped the same hour': {
    fault: 'ghosted inlay',
    because: 'scraped-too-soon',
    log: [cruetMade(), did(5, cut), did(5.1, fill, { slip: slip(1.56) }), did(5.8, scrape)],
    words: /58 is the wet edge/,
  },
  'four coats in an hour on a thin wall': {
    fault: 'slumped wall',
    because: 'water-put-back',
    log: [
      cruetMade(thin),
      ...[2.5, 2.8, 3.1, 3.4].map((hours) => did(hours, coat(0.0005), { slip: slip(1.36) })),
    ],
    words: /% of its dry weight/,
  },
  'loaded straight from the damp box': {
    fault: 'bursting in bisque',
    because: 'fired-wet',
    log: [cruetMade(), covered(5, 'damp-box'), did(60, { does: 'fire', cone: '04', to: 'bisque' })],
    words: /core held .* kiln-dry/,
  },
  'a handle put on in the afternoon of the next day': {
    fault: 'cracked joins and handles',
    because: 'joined-too-dry',
    log: [cruetMade(), did(11, { does: 'join', part: 'handle' })],
    words: /68 is the dry edge/,
  },
  'trailed with slip as thin as for the brush': {
    fault: 'slumped trailing',
    because: 'slip-too-thin',
    log: [cruetMade(), did(6, line, { slip: slip(1.36) })],
    words: /SG 1\.36; 1\.48 to 1\.62/,
  },
};

describe('what went wrong, from the record', () => {
  it.each(Object.entries(stories))('%s', (_story, { fault, because, log, words }) => {
    const [first, second] = told(fault, log);
    const found = [first!, second].find((of) => of?.id === because);
    expect([first!.id, second?.id]).toContain(because);
    expect(found!.evidence.says).toBe('for');
    expect(found!.evidence.words).toMatch(words);
  });

  it('speaks against what the record shows was right', () => {
    const good = told('flaking or peeling coat', [cruetMade(), did(6, coat(), { slip: slip(1.38) })]);
    expect(good.find(({ id }) => id === 'laid-on-dry-clay')!.evidence.says).toBe('against');
  });

  it('claims nothing where nothing was recorded', () => {
    for (const { evidence } of told('flaking or peeling coat', [cruetMade()]))
      expect(evidence.says).not.toBe('for');
  });

  it('does not hold its SG against a slip that was deflocculated', () => {
    const thick = told('clogged tip', [cruetMade(), did(6, line, { slip: slip(1.7, 'deflocculated') })]);
    expect(thick.find(({ id }) => id === 'slip-too-thick')!.evidence.says).toBe('nothing');
  });
});

describe('the record of a piece coated within minutes of its making', () => {
  it.each([0, 0.5, 3, 20])('%s minutes after it is read, whenever it is asked for', (minutes) => {
    const coatedAt = MADE + minutes * MINUTE;
    for (const now of [MADE - HOUR, MADE, coatedAt, coatedAt + DAY]) {
      const history = historyOf(caseOf([cruetMade(), coatLaid(1, coatedAt)]), now)!;
      expect(history.deeds).toHaveLength(1);
      expect(history.deeds[0]!.skin).toBeGreaterThan(85);
      for (const fault of faultWords) expect(explain(fault, history)).not.toHaveLength(0);
    }
  });
});

describe('the causes as data', () => {
  it('are there for every word that people ask with', () => {
    expect(Object.keys(causes).sort()).toEqual([...faultWords].sort());
  });
  it('each say what, what helps now and what next time, under a name of their own', () => {
    for (const of of Object.values(causes)) {
      expect(of.length).toBeGreaterThan(0);
      expect(new Set(of.map(({ id }) => id)).size).toBe(of.length);
      for (const { says, now, next } of of)
        expect([says, now, next].every((words) => words.length > 5)).toBe(true);
    }
  });
  it('promise nothing as safe', () => {
    expect(JSON.stringify(causes).toLowerCase()).not.toMatch(/\bsafe\b/);
  });
});
