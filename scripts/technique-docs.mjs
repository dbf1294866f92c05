import { writeFileSync } from 'node:fs';
import { build } from 'esbuild';
import prettier from 'prettier';
import { root } from './run.mjs';

/** Writes docs/techniques.md from the data of the techniques. */
const bundled = await build({
  stdin: {
    contents: `export * from './core/catalogue/catalogue.ts'; export * from './core/technique/words.ts'; export { doesWords } from './core/operation/rows.ts';
      export { consistencyFor } from './core/slip/consistency.ts'; export { hazards } from './core/hazard/hazard.ts';`,
    resolveDir: root,
    loader: 'ts',
  },
  bundle: true,
  write: false,
  platform: 'node',
  format: 'esm',
  logLevel: 'warning',
});
const core = await import(
  `data:text/javascript;base64,${Buffer.from(bundled.outputFiles[0].text).toString('base64')}`
);
const { techniques, stepsOf, needWords, doesWords, repeatWords, secondsWords, consistencyFor, hazards } =
  core;

const cell = (lines) => lines.filter(Boolean).join('<br>').replaceAll('|', '\\|');

function consistency(step) {
  const use = step.effects.find((effect) => 'use' in effect)?.use;
  if (!use) return '';
  const { name, gravity, feel } = consistencyFor(use);
  return `${name.toLowerCase()}, SG ${gravity.from}–${gravity.to}, ${feel.from.replaceAll('-', ' ')}`;
}

const row = (technique) => (step) => {
  const named = (key) => technique.steps.find((of) => of.key === key)?.name ?? key;
  const schools = Object.entries(step.only ?? {}).map(([choice, school]) => {
    const of = technique.choices.find(({ id }) => id === choice);
    const names = of.schools
      .filter(({ id }) => school.split('|').includes(id))
      .map(({ name }) => name.toLowerCase());
    return `[${names.join(' or ')}]`;
  });
  return `| ${[
    cell([
      `**${step.name}**`,
      ...schools,
      step.optional && 'if wanted',
      repeatWords(step),
      step.takesS && `${secondsWords(step.takesS.usual)} on a mug`,
    ]),
    cell(step.needs.map((need) => needWords(need, named))),
    cell([doesWords(step), consistency(step)]),
    cell([...step.words, ...step.look.map((look) => `_Look:_ ${look}`)]),
    cell(step.remedies.map(({ sign, say }) => `${sign}: ${say}`)),
  ].join(' | ')} |`;
};

const section = (technique) => [
  `## ${technique.name}`,
  '',
  technique.gives,
  '',
  ...technique.choices.map(
    ({ question, schools, usual }) =>
      `- ${question} ${schools.map((s) => `**${s.name}**${s.id === usual ? ' (usual)' : ''}: ${s.difference}`).join('; ')}.`,
  ),
  '',
  '| step | needs | does | how | wrong |',
  '| --- | --- | --- | --- | --- |',
  ...technique.steps.map(row(technique)),
  '',
  `At hand: ${technique.tools.join(', ')}. Cautions: ${[...new Set(technique.steps.flatMap((of) => of.hazards))].map((id) => hazards[id].title).join(', ') || 'none'}.`,
  '',
];

const text = [
  '# Techniques',
  '',
  'Made from the data in `core/catalogue` by `npm run docs:techniques`. Every window is of the moisture index: 100 is fresh',
  'from the bag, 0 in balance with a room. All figures are common practice or from memory, without a source, unless the code',
  'beside them names one. What a school does otherwise at a step stands in its data.',
  '',
  ...techniques().flatMap(section),
].join('\n');
const file = `${root}docs/techniques.md`;
writeFileSync(
  file,
  await prettier.format(text, { ...(await prettier.resolveConfig(file)), parser: 'markdown' }),
);
console.log(
  `${techniques().length} techniques in docs/techniques.md; ${techniques().reduce((n, t) => n + stepsOf(t, {}).length, 0)} steps in their usual way.`,
);
