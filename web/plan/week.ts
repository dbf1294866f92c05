import type { PieceRow, ToMakeRow } from '../../api/routes.ts';
import type { PieceWeek, WeekPlan } from '../../core/schedule/weekPlan.ts';
import type { Instant } from '../../core/units/quantity.ts';

/** What is planned, as lists show it: a piece, or some that are alike in all that is planned of them. */
export interface Planned {
  key: string;
  name: string;
  /** Where it leads. */
  to: string;
  /** Those that go the same way. */
  pieceIds: string[];
  look: PieceRow['look'];
  clay: PieceRow['clay'];
  wet: PieceRow['wet'];
  cover: PieceRow['cover'];
  week: PieceWeek;
}

/** The pieces of a plan that still stand, and those that are to be made; those first that hands come to first, alike ones together. */
export function plannedPieces(
  plan: WeekPlan,
  rows: readonly PieceRow[],
  toMake: readonly ToMakeRow[],
): Planned[] {
  const first = ({ tasks }: PieceWeek): Instant => tasks[0]?.at ?? Number.POSITIVE_INFINITY;
  const all = plan.pieces.flatMap((week, i): Planned[] => {
    if (week.unmade !== undefined) {
      const wished = toMake.find(({ id }) => id === week.pieceId);
      return wished ? [asToMake(wished, week, week.unmade, i)] : [];
    }
    const row = rows.find(({ id, finished }) => id === week.pieceId && !finished);
    return row ? [asPiece(row, week)] : [];
  });
  const alike = new Map<string, Planned>();
  for (const one of all) {
    const known = alike.get(one.key);
    if (!known) alike.set(one.key, one);
    else {
      known.pieceIds.push(...one.pieceIds);
      known.name = `${known.pieceIds.length} alike: ${one.name} and others`;
    }
  }
  return [...alike.values()].sort((a, b) => (first(a.week) < first(b.week) ? -1 : 1));
}

const asToMake = ({ name, look, clay }: ToMakeRow, week: PieceWeek, count: number, i: number): Planned => ({
  ...{
    key: `${week.pieceId} ${i}`,
    name: `${count} × ${name}, to be made`,
    to: '/plan',
    pieceIds: [week.pieceId],
  },
  ...{ look, clay, wet: null, cover: 'open', week },
});

const asPiece = ({ id, name, look, clay, wet, cover }: PieceRow, week: PieceWeek): Planned => ({
  ...{ key: likenessOf(week, { look, clay, cover }), name, to: `/pieces/${id}`, pieceIds: [id] },
  ...{ look, clay, wet, cover, week },
});

/** The same of pieces of one form and clay for which the same is planned in the same sessions. */
const likenessOf = ({ tasks, covers }: PieceWeek, of: Pick<PieceRow, 'look' | 'clay' | 'cover'>): string =>
  JSON.stringify([
    tasks.map(({ steps, session }) => [steps.map(({ name }) => name), session.to]),
    covers.map(({ at, cover }) => [at, cover]),
    of.look.form,
    of.clay,
    of.cover,
  ]);

/** What names are called by: of pieces, and of groups that pieces are to be made for. */
export const namesOf = (
  rows: readonly PieceRow[],
  toMake: readonly ToMakeRow[],
): ((pieceId: string) => string) => {
  const names = new Map([
    ...rows.map(({ id, name }): [string, string] => [id, name]),
    ...toMake.map(({ id, name }): [string, string] => [id, name]),
  ]);
  return (pieceId) => names.get(pieceId) ?? '';
};
