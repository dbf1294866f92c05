import { rawMaterials } from '../../slip/rawMaterials.ts';
import { problem, type Problem } from '../../units/problem.ts';
import type { Entry, SubjectKind } from '../entry.ts';
import { actsNaming, entriesAbout, stands, type Ledger } from '../ledger.ts';
import { foundingOf, type Reference } from '../kinds.ts';
import { DEFAULT_CLAY, DEFAULT_MAKER, DEFAULT_ROOM } from '../studio.ts';

const builtIn = (kind: SubjectKind, id: string): boolean =>
  (kind === 'room' && id === DEFAULT_ROOM) ||
  (kind === 'clay' && id === DEFAULT_CLAY) ||
  (kind === 'maker' && id === DEFAULT_MAKER) ||
  (kind === 'material' && Object.hasOwn(rawMaterials, id));

/** Whether something is in the log as it stands, or always there. */
export function exists(ledger: Ledger, kind: SubjectKind, id: string): boolean {
  const founding = foundingOf(kind);
  if (founding === null || builtIn(kind, id)) return true;
  return actsNaming(ledger, kind, id).some(
    (act) => stands(ledger, act.id) && act.entries.some((e) => e.kind === founding && e.subject === id),
  );
}

const missing: Partial<Record<SubjectKind, string>> = {
  piece:
    'This piece is not in the log (its making may have been undone): go back to Pieces and pick it again.',
  tub: 'That tub is not on the shelf (its making may have been undone): pick one from Slips.',
  material: 'This material is not known: pick one from the list.',
  recipe: 'This recipe is not in the book: go back to Recipes.',
  cup: 'This cup is not known: add it first.',
  batch: 'This batch is not in the log: go back to Slips and begin it again.',
  bin: 'This bin is not set up: go back to Bins and pick it again.',
  trial: 'This trial is not in the log: begin it again.',
  group: 'This studio has no such group: pick one from the list, or set it up.',
  kiln: 'This studio has no such kiln: set it up first.',
  load: 'That load is not in the log: gather it again.',
  guide: 'That guide is not in the log: begin it again.',
  room: 'This studio has no such room: pick one from the list.',
  clay: 'This studio has no such clay: pick one from the list.',
};

/** Why something named in an entry cannot be; null where it is there. */
export const absence = (ledger: Ledger, { kind, id, field }: Reference): Problem | null =>
  exists(ledger, kind, id)
    ? null
    : problem(
        `no-such-${kind}`,
        field,
        missing[kind] ?? 'That is not in the log: reload to see it as it stands.',
      );

/** A subject in words, by its newest name. */
export function subjectNamed(ledger: Ledger, kind: SubjectKind, id: string): string {
  const named = entriesAbout(ledger, kind, id).findLast(
    (e): e is Entry & { body: { name: string } } => 'name' in e.body,
  );
  return named ? `the ${kind} “${named.body.name}”` : `a ${kind}`;
}
