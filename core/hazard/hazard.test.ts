import { describe, expect, it } from 'vitest';
import { consistencies } from '../slip/consistency.ts';
import { makingSteps } from '../slip/making.ts';
import { rawMaterials } from '../slip/rawMaterials.ts';
import { techniques } from '../catalogue/catalogue.ts';
import { hazards, type HazardId } from './hazard.ts';

const all = Object.values(hazards);

describe('cautions', () => {
  it.each(all)('$id says why, what to do, and who decides', ({ title, why, measures, defersTo }) => {
    expect(title).not.toBe('');
    expect(why).toMatch(/\.$/);
    expect(measures.length).toBeGreaterThan(0);
    expect(defersTo).toMatch(/\.$/);
  });

  it('never promise safety', () => {
    const words = all.flatMap(({ title, why, measures, defersTo, limit }) => [
      title,
      why,
      ...measures,
      defersTo,
      limit ?? '',
    ]);
    for (const text of words)
      expect(text.replace('safety data sheet', '')).not.toMatch(/\bsafe(ly|ty)?\b|harmless|no risk/i);
  });

  it('are known by their own name', () => {
    for (const [id, hazard] of Object.entries(hazards)) expect(hazard.id).toBe(id);
  });

  it('all come up somewhere: at a step, with a material, in making slip, or of the wall itself', () => {
    const used = new Set<HazardId>(['slump', 'uneven', 'hot-tool', 'old-slip']);
    for (const { steps, patches } of techniques())
      for (const hazards of [...steps, ...patches.map(({ set }) => set)].map((of) => of.hazards ?? []))
        hazards.forEach((id) => used.add(id));
    for (const { hazards: of } of Object.values(rawMaterials)) of.forEach((id) => used.add(id));
    for (const source of ['powders', 'trimmings'] as const)
      for (const { use } of consistencies)
        for (const step of makingSteps({
          source,
          road: 'scale',
          use,
          coloured: true,
          adjusted: false,
          hazards: [],
        }))
          step.hazards.forEach((id) => used.add(id));
    expect(Object.keys(hazards).filter((id) => !used.has(id as HazardId) && id !== 'heavy-ware')).toEqual([]);
  });

  it('stand at the materials that need them', () => {
    // common practice, no source; manganese and cobalt compounds are classed as toxic by suppliers' data sheets
    const of = (id: string) => rawMaterials[id]!.hazards;
    expect(of('quartz')).toContain('silica-dust');
    expect(of('cobalt-carbonate')).toContain('toxic-colour');
    expect(of('silicate-42')).toContain('alkali');
    for (const [id, { name, hazards: found }] of Object.entries(rawMaterials))
      if (/manganese/i.test(name)) expect(found, id).toContain('manganese');
  });

  it('of dust come where powder is dry, and not where trimmings slake', () => {
    const steps = makingSteps({
      source: 'powders',
      road: 'scale',
      use: 'brushed-engobe',
      coloured: false,
      adjusted: false,
      hazards: ['manganese'],
    });
    const of = (id: string) => steps.find((step) => step.id === id)!.hazards;
    expect(of('weigh')).toEqual(expect.arrayContaining(['silica-dust', 'manganese']));
    expect(of('into-water')).toContain('silica-dust');
    const slaking = makingSteps({
      source: 'trimmings',
      road: 'feel',
      use: 'trailing',
      coloured: false,
      adjusted: false,
      hazards: [],
    });
    expect(slaking.find(({ id }) => id === 'slake')!.hazards).toEqual([]);
    expect(slaking.find(({ id }) => id === 'crush')!.hazards).toContain('silica-dust');
  });
});
