import type { FileLacking } from '../../api/index.ts';
import { subjectKind, type Ledger } from '../../core/log/ledger.ts';
import { subjectNamed } from '../../core/log/admission/presence.ts';
import type { AnyAct, AnyEntry } from '../../core/log/upcast.ts';

/** The files that an entry names. */
export const filesOf = (e: AnyEntry): string[] =>
  e.kind === 'readings.taken'
    ? [e.body.file]
    : e.kind === 'piece.pictured'
      ? [...new Set([e.body.file, e.body.thumb])]
      : [];

/** Every file that acts name, in the order of the acts. */
export const filesNamed = (acts: readonly AnyAct[]): Set<string> =>
  new Set(acts.flatMap(({ entries }) => entries.flatMap(filesOf)));

/** Files that are lacking, each in the words of the entry that names it. */
export const lackingIn = (
  ledger: Ledger,
  lacking: ReadonlyMap<string, FileLacking['harm']>,
): FileLacking[] =>
  lacking.size === 0
    ? []
    : [
        ...new Map(
          ledger.acts.flatMap(({ entries }) =>
            entries.flatMap((e) =>
              filesOf(e).flatMap((file): [string, FileLacking][] => {
                const harm = lacking.get(file);
                return harm ? [[file, { file, harm, what: wordsOf(ledger, e), at: e.at }]] : [];
              }),
            ),
          ),
        ).values(),
      ];

function wordsOf(ledger: Ledger, e: AnyEntry): string {
  if (e.kind === 'readings.taken')
    return `readings “${e.body.fileName}” of ${subjectNamed(ledger, 'room', e.subject)}`;
  return `a photograph of ${subjectNamed(ledger, subjectKind(e.kind as 'piece.pictured'), e.subject)}`;
}
