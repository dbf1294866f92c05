import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { root } from './run.mjs';

/** Compiles the kernel that carries many walls at once, and writes it as a module that core can import. */
const target = `${root}core/drying/batch/kernelBytes.ts`;
const folder = mkdtempSync(join(tmpdir(), 'kosmema-kernel-'));
const wasm = join(folder, 'kernel.wasm');
try {
  execFileSync(
    'npx',
    [
      ...['asc', 'core/drying/batch/assembly/kernel.ts', '--outFile', wasm],
      ...['--runtime', 'stub', '--enable', 'simd', '-O3', '--noAssert', '--converge'],
      ...['--initialMemory', '64', '--disableWarning'],
    ],
    { cwd: root, stdio: ['ignore', 'inherit', 'inherit'] },
  );
  const base64 = readFileSync(wasm).toString('base64');
  const source = `/** The kernel of core/drying/batch/assembly, compiled: npm run kernel. */
export const kernelBytes =
  '${base64}';
`;
  if (process.argv.includes('--check')) {
    if (readFileSync(target, 'utf8') !== source) {
      console.error('core/drying/batch/kernelBytes.ts is not what its source makes: run npm run kernel');
      process.exitCode = 1;
    }
  } else writeFileSync(target, source);
} finally {
  rmSync(folder, { recursive: true });
}
