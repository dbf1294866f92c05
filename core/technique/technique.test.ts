import { describe, expect, it } from 'vitest';
import { hazards } from '../hazard/hazard.ts';
import { stepsOf, techniqueIds, techniqueNamed } from './catalogue.ts';
import { signAt, signNames, type Sign, type Technique } from './technique.ts';

/** Every way of choosing among the schools of a technique. */
const waysOf = ({ choices }: Technique): Record<string, string>[] =>
  choices.reduce<Record<string, string>[]>(
    (ways, { id, schools }) => ways.flatMap((way) => schools.map((school) => ({ ...way, [id]: school.id }))),
    [{}],
  );
const all = techniqueIds.flatMap((id) =>
  waysOf(techniqueNamed(id)).map((schools) => ({
    id,
    schools,
    name: `${id} ${Object.values(schools).join(', ')}`,
  })),
);
const order: Sign[] = ['matte', 'print-free', 'firm', 'touch-dry'];

describe('signs of a drying coat', () => {
  it('come in their order: gloss gone, tacky without a print, firm, touch-dry', () => {
    // common practice, no source
    for (let i = 1; i < order.length; i++) expect(signAt[order[i]!]).toBeLessThan(signAt[order[i - 1]!]);
    expect(Object.keys(signAt)).toEqual(order);
    for (const sign of order) expect(signNames[sign].look.length).toBeGreaterThan(10);
  });
});

describe.each(all)('$name', ({ id, schools }) => {
  const steps = stepsOf(id, schools);

  it('has steps of names of their own, each with a window that is open somewhere', () => {
    expect(new Set(steps.map((step) => step.id)).size).toBe(steps.length);
    expect(new Set(steps.map((step) => step.verb)).size).toBe(steps.length);
    for (const { window } of steps) {
      if ('wettestX' in window) expect(window.wettestX).toBeGreaterThan(0);
      else if (window.wettest !== null && window.driest !== null)
        expect(window.wettest).toBeGreaterThan(window.driest);
    }
  });

  it('goes from wet to dry, though a wall that a coat has wetted may be wetter for the next', () => {
    const edges = (does: 'coat' | 'work') =>
      steps.flatMap((step) =>
        step.does !== does || step.window.reading === 'core'
          ? []
          : [step.window.wettest ?? Number.POSITIVE_INFINITY],
      );
    expect(edges('work')).toEqual([...edges('work')].sort((x, y) => y - x));
    expect(Math.max(...edges('work'))).toBeLessThanOrEqual(Math.min(...edges('coat')));
    expect(
      edges('coat')
        .slice(1)
        .every((edge) => edge >= edges('coat')[0]!),
    ).toBe(true);
    expect(steps.at(-1)!.window.reading).toBe('core');
  });

  it('waits only for the sign of a coat that comes before', () => {
    steps.forEach(({ wait }, i) => {
      if (!wait) return;
      expect(steps.slice(0, i).some(({ does }) => does === 'coat')).toBe(true);
      expect(wait.longestS).toBeGreaterThan(60);
    });
    expect(steps[0]!.does).toBe('coat');
    expect(steps[0]!.wait).toBeNull();
  });

  it('tells of each step how, and how it goes wrong too wet', () => {
    for (const step of steps) {
      expect(step.how.length).toBeGreaterThan(0);
      expect(step.tooWet).not.toBe('');
      expect(step.takesS).toBeGreaterThan(0);
      for (const hazard of step.hazards) expect(hazards[hazard]).toBeDefined();
    }
  });

  it('has no step that is open-ended on its dry side with a word for too dry, nor the other way round', () => {
    for (const { window, tooDry, remedy } of steps) {
      const ends = window.reading !== 'core' && window.driest !== null;
      expect(tooDry !== '').toBe(ends);
      if (ends) expect(remedy).not.toBe('');
    }
  });
});

describe('schools', () => {
  it('differ in what they say they differ in', () => {
    // common practice, no source: three coats of engobe, two of underglaze
    const coats = (ground: string) =>
      stepsOf('sgraffito', { ground }).filter(({ does }) => does === 'coat').length;
    expect(coats('engobe')).toBe(3);
    expect(coats('underglaze')).toBe(2);
    const burrs = (school: string) =>
      stepsOf('sgraffito', { burrs: school }).find(({ id }) => id === 'burrs')!;
    expect(burrs('dry').how.join()).toMatch(/abrasion, burrs alone/);
    expect(burrs('sponge').how.join()).toMatch(/Nothing is abraded dry/);
    // a brush over dry crumbs raises dust in either
    for (const school of ['dry', 'sponge']) expect(burrs(school).hazards).toContain('silica-dust');
  });

  it('fall back to the first where nothing was chosen', () => {
    for (const id of techniqueIds) {
      const first = Object.fromEntries(techniqueNamed(id).choices.map((c) => [c.id, c.schools[0]!.id]));
      expect(stepsOf(id, {})).toEqual(stepsOf(id, first));
    }
  });
});
