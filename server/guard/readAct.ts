import { z } from 'zod';
import { schema } from '../../api/index.ts';
import { yieldToEventLoop } from '../time/yieldToEventLoop.ts';

type SentAct = z.infer<typeof schema.act>;
type Read =
  { success: true; data: SentAct; error?: never } | { success: false; error: z.ZodError; data?: never };

/** Reads an act as `schema.act` does, entry by entry, so that one of many gives way to other requests meanwhile. */
export async function readAct(body: unknown): Promise<Read> {
  const head = schema.actUnread.safeParse(body);
  if (!head.success) return { success: false, error: head.error };
  const entries: SentAct['entries'] = [];
  const issues: z.core.$ZodIssue[] = [];
  for (const [i, unread] of head.data.entries.entries()) {
    await yieldToEventLoop();
    const read = schema.entryAlone.safeParse(unread);
    if (read.success) entries.push(read.data);
    else
      issues.push(...read.error.issues.map((issue) => ({ ...issue, path: ['entries', i, ...issue.path] })));
  }
  return issues.length > 0
    ? { success: false, error: new z.ZodError(issues) }
    : { success: true, data: { ...head.data, entries } };
}
