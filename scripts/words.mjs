import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import ts from 'typescript';
import { root } from './run.mjs';

/** Prints all that people read on the screens of a room (web/today, core/technique, api), to be gone through: a heading a file. */
const rooms = process.argv.slice(2);
const { stdout } = spawnSync(
  'git',
  ['ls-files', ...(rooms.length > 0 ? rooms : ['web', 'core', 'api', 'server'])],
  {
    cwd: root,
    encoding: 'utf8',
  },
);

/** Two words or more with a small letter somewhere, and no list of styles. */
const isProse = (text) =>
  /[a-z]\S* \S/i.test(text) &&
  !/^[\d%.a-z(),#-]+( [\d%.a-z(),#-]+)+$/.test(text) &&
  !/^(repeat|minmax|url|[MLHVCSQTAZ] ?-?\d)/.test(text);

const said = (node) => {
  if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) return node.text;
  if (ts.isJsxText(node)) return node.text.replace(/\s+/g, ' ').trim();
  if (!ts.isTemplateExpression(node)) return null;
  return node.head.text + node.templateSpans.map(({ literal }) => `…${literal.text}`).join('');
};

for (const file of stdout.split('\n').filter((name) => /\.tsx?$/.test(name) && !/test/.test(name))) {
  const source = ts.createSourceFile(file, readFileSync(root + file, 'utf8'), ts.ScriptTarget.Latest, true);
  const found = new Set();
  const visit = (node) => {
    if (ts.isImportDeclaration(node) || ts.isLiteralTypeNode(node)) return;
    const text = said(node);
    if (text !== null && isProse(text)) found.add(text);
    ts.forEachChild(node, visit);
  };
  visit(source);
  if (found.size > 0) console.log(`## ${file}\n\n${[...found].map((text) => `- ${text}`).join('\n')}\n`);
}
