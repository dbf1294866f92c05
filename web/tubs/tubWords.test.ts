import { describe, expect, it } from 'vitest';
import { steadyClimate } from '../../core/drying/air.ts';
import { catalogueOf } from '../../core/log/materials.ts';
import type { Entry, EntryBodies } from '../../core/log/entry.ts';
import { emptyLedger } from '../../core/log/ledger.ts';
import { foldTub } from '../../core/log/tub.ts';
import { tubOnShelf } from '../../core/shelf/tubOnShelf.ts';
import { consistencyFor } from '../../core/slip/consistency.ts';
import { metricUnits } from '../../core/units/quantity.ts';
import { attentionWords, labelOf, roadWords, tubAnswer, tubWords } from './tubWords.ts';

const NOW = Date.parse('2026-03-10T12:00:00Z');
const catalogue = catalogueOf(emptyLedger());
const wanted = consistencyFor('brushed-engobe');
let count = 0;

const entry = <K extends keyof EntryBodies>(kind: K, body: EntryBodies[K]): Entry =>
  ({
    id: `e${(count += 1)}`,
    kind,
    v: 1,
    subject: 't',
    at: '2026-03-10T09:00:00.000Z',
    place: null,
    face: null,
    body,
  }) as unknown as Entry;

const made = entry('tub.made', {
  name: 'Night',
  use: 'brushed-engobe',
  contents: 'iron 6 %',
  clayId: null,
  volumeM3: 0.001,
  capacityM3: 0.0015,
  grainDensity: 2600,
  wetColour: '#444444',
  firedColour: '#111111',
  adjusted: 'none',
  carries: ['colour', 'toxic'],
  keepsDays: null,
  composition: [],
  batchId: null,
});
const nothing = { sample: null, gravityRead: null, flow: [], feel: null, celsius: null, levelM3: null };
const weighed = (gravity: number) => entry('tub.measured', { ...nothing, gravityRead: gravity });

const shelf = (...entries: Entry[]) =>
  tubOnShelf(
    foldTub('t', [made, ...entries])!,
    catalogue,
    { climate: steadyClimate(20, 0.5), heatTransfer: 4 },
    [],
    NOW,
  );
const answer = (...entries: Entry[]) =>
  tubAnswer(shelf(...entries), { ...shelf(...entries), wanted }, metricUnits);

describe('what a tub needs, in words', () => {
  it('asks for a measurement first, with what it should feel like', () => {
    expect(answer()).toMatchObject({ headline: 'Not measured yet', word: 'Not known' });
    expect(answer().detail).toContain('single cream');
  });

  it('says right, too thick with water to add, too thin with powder to add', () => {
    expect(answer(weighed(1.36)).headline).toBe('Right for brushed engobe, thin coats as it is');
    // V·(SG₁−SG₂)/(SG₂−1): 1 l of 1.55 down to 1.39 takes 410 ml
    expect(answer(weighed(1.55)).headline).toBe('Too thick: add 410 ml of water');
    expect(answer(weighed(1.2)).headline).toMatch(/^Too thin: add \d+(\.\d)? g of dry powder/);
  });

  it('says that it is by the log after something was added', () => {
    const after = answer(weighed(1.45), entry('tub.watered', { volumeM3: 0.0002 }));
    expect(after.headline).toContain('Right');
    expect(after.detail).toContain('measure it to be sure');
  });

  it('lets feel decide once a deflocculant is in, and says so', () => {
    const dosed = entry('tub.dosed', { does: 'deflocculate', materialId: 'silicate-42', massKg: 0.001 });
    const felt = entry('tub.measured', { ...nothing, gravityRead: 1.6, feel: 'double-cream' });
    expect(answer(dosed, felt).detail).toContain('feel and flow decide');
    const right = entry('tub.measured', { ...nothing, gravityRead: 1.6, feel: 'single-cream' });
    expect(answer(dosed, right).headline).toContain('Right');
  });
});

describe('the log and the label', () => {
  it('name every act on a tub', () => {
    const words = (e: Entry) => tubWords(e, metricUnits, catalogue);
    expect(words(weighed(1.4))).toBe('Measured: SG 1.400');
    expect(words(entry('tub.decanted', { volumeM3: 0.0001 }))).toBe('100 ml of water off');
    expect(words(entry('tub.dosed', { does: 'deflocculate', materialId: 'soda-ash', massKg: 0.001 }))).toBe(
      '1 g of soda ash in',
    );
    expect(words(entry('tub.sieved', { mesh: 100 }))).toBe('Sieved, 100 mesh');
    expect(words(entry('tub.discarded', { reason: 'mould' }))).toBe('Discarded: mould');
    const timed = entry('tub.measured', {
      ...nothing,
      flow: [{ cupId: 'x', seconds: 21.5, restS: 600 }],
      feel: 'milk',
    });
    expect(words(timed)).toBe('Measured: 21.5 s in a cup after 10 min rest, milk');
  });

  it('warn on the label of what is toxic, and lead to the tub', () => {
    const label = labelOf(shelf(), 'Etc/UTC');
    expect(label.lines).toEqual(
      expect.arrayContaining(['Toxic colourant: gloves, no food', expect.stringMatching(/^Not for pupils/)]),
    );
    expect(label.path).toBe('/slips/t');
  });

  it('put attention and roads into plain words', () => {
    expect(attentionWords({ kind: 'signal', rule: 'trend', of: 'gravity' }, NOW, 'Etc/UTC')).toBe(
      'SG: six readings running go one way',
    );
    expect(attentionWords({ kind: 'alike', names: ['Dusk'] }, NOW, 'Etc/UTC')).toContain('looks like Dusk');
    expect(roadWords({ road: 'decant', volumeM3: 0.0002, days: 2 }, metricUnits)).toBe(
      'let it settle, pour off 200 ml of water',
    );
  });
});
