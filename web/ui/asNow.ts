import type { PieceRow } from '../../api/routes.ts';
import { isPast } from '../../core/plan/standing.ts';
import type { Instant } from '../../core/units/quantity.ts';

/** A row as it stands now: of one that was worked out too long ago no more is told than when that was. */
export const asNow = <Row extends PieceRow>(row: Row, now: Instant): Row =>
  row.current && isPast({ holdsUntil: row.holdsUntil! }, now)
    ? { ...row, current: false, next: null, stageName: null, tonight: null, kiln: null, carryBy: null }
    : row;
