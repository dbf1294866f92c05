import type { FilesAnswer } from '../../api/index.ts';
import type { Ledger } from '../../core/log/ledger.ts';
import type { FileStore } from './fileStore.ts';
import { filesNamed, lackingIn } from './named.ts';

/** The look at all kept files after a start: whether each is as it was kept. */
export interface FilesLook {
  answer: () => FilesAnswer;
  done: Promise<void>;
  close: () => void;
}

/** Looks at one file after another, beside all else. */
export function lookAtFiles(ledger: Ledger, files: FileStore, say: (words: string) => void): FilesLook {
  const named = filesNamed(ledger.acts);
  let looked = 0;
  let closed = false;
  const look = async (): Promise<void> => {
    for (const file of named) {
      if (closed) return;
      await files.examine(file);
      looked += 1;
    }
    const lacking = lackingIn(ledger, files.harmed);
    if (lacking.length > 0)
      say(
        `Of ${named.size} files that the log names ${lacking.length} ${lacking.length === 1 ? 'is' : 'are'} missing or damaged: ${lacking[0]!.what}${lacking.length > 1 ? ' and others' : ''}. Studio names them.`,
      );
  };
  return {
    answer: () => ({ looked, of: named.size, lacking: lackingIn(ledger, files.harmed) }),
    done: look(),
    close: () => void (closed = true),
  };
}
