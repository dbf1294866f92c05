import { writeFileSync } from 'node:fs';
import prettier from 'prettier';
import ts from 'typescript';
import { root } from './run.mjs';

/** Writes docs/core.md from the doc comments of what core/index.ts exports. */
const entry = `${root}core/index.ts`;
const program = ts.createProgram([entry], {
  strict: true,
  target: ts.ScriptTarget.ES2022,
  module: ts.ModuleKind.ESNext,
  moduleResolution: ts.ModuleResolutionKind.Bundler,
  allowImportingTsExtensions: true,
  noEmit: true,
  lib: ['lib.es2023.d.ts'],
  types: [],
});
const checker = program.getTypeChecker();
const source = program.getSourceFile(entry);
const rooms = new Map();

for (const exported of checker.getExportsOfModule(checker.getSymbolAtLocation(source))) {
  const symbol = exported.flags & ts.SymbolFlags.Alias ? checker.getAliasedSymbol(exported) : exported;
  const declaration = symbol.declarations?.[0];
  const file = declaration?.getSourceFile();
  const type =
    declaration && symbol.valueDeclaration
      ? checker.getTypeOfSymbolAtLocation(symbol, symbol.valueDeclaration)
      : null;
  const signature = type?.getCallSignatures()[0];
  if (!signature) continue;
  const room = /core\/(\w+)\//.exec(file.fileName)[1];
  const words = ts.displayPartsToString(symbol.getDocumentationComment(checker)).replace(/\s+/g, ' ');
  const tags = symbol
    .getJsDocTags(checker)
    .map((tag) => ({ name: tag.name, text: ts.displayPartsToString(tag.text) }));
  const shown = checker.signatureToString(signature, undefined, ts.TypeFormatFlags.NoTruncation);
  const lines = [`### ${symbol.name}`, '', '```ts', `${symbol.name}${shown}`, '```', '', words, ''];
  for (const { name, text } of tags) {
    if (name === 'param') lines.push(`- ${text.replace(/\s+/g, ' ')}`);
    if (name === 'returns') lines.push(`- returns ${text.replace(/\s+/g, ' ')}`);
    if (name === 'example') lines.push('', '```ts', text, '```');
  }
  rooms.set(room, [...(rooms.get(room) ?? []), lines.join('\n')]);
}

const text = [
  '# What core exports',
  '',
  'Written by `npm run docs:core` from the doc comments. SI units; water contents in kg per kg of dry clay.',
  '',
  ...[...rooms].flatMap(([room, parts]) => [`## ${room}`, '', ...parts, '']),
].join('\n');
writeFileSync(`${root}docs/core.md`, await prettier.format(text, { parser: 'markdown' }));
console.log('docs/core.md');
