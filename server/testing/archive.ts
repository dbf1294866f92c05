import { buffer } from 'node:stream/consumers';
import { ZipArchive } from 'archiver';
import type { AnyAct } from '../../core/log/upcast.ts';
import { NOW } from './studio.ts';

/** An export as this program writes one, of any acts and files. */
export async function zipOf(acts: AnyAct[], files: Record<string, Buffer> = {}): Promise<Buffer> {
  const zip = new ZipArchive();
  const bytes = buffer(zip);
  const recordedAt = new Date(NOW).toISOString();
  const recorded = acts.map((act, i) => ({ ...act, n: i + 1, recordedAt }));
  zip.append(JSON.stringify({ format: 'kosmema-studio', version: 1, acts: recorded }), {
    name: 'studio.json',
  });
  for (const [name, content] of Object.entries(files)) zip.append(content, { name });
  await zip.finalize();
  return bytes;
}
