import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';
import { openDatabase } from '../db/open.ts';

declare module 'vitest' {
  export interface ProvidedContext {
    template: string;
  }
}

/** A migrated, empty database folder, made once a run; each test works on a copy of it. */
export default async function setup(project: TestProject): Promise<() => void> {
  const folder = mkdtempSync(join(tmpdir(), 'kosmema-template-'));
  const opened = await openDatabase(join(folder, 'db'));
  if (!opened.ok) throw new Error(opened.problem.message);
  await opened.value.close();
  project.provide('template', join(folder, 'db'));
  return () => rmSync(folder, { recursive: true, force: true });
}
