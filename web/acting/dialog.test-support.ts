import { expect } from 'vitest';
import { caseOf, cruetMade, firstKey } from '../../core/piece/piece.test-support.ts';
import { stepAt } from '../../core/plan/next.ts';
import { planPiece, type PiecePlan } from '../../core/plan/plan.ts';
import { NOON, testStudio, type TestStudio } from '../testing/studio.test-support.tsx';
import { coatedWall } from './coatedWall.ts';

/** A cruet in a studio of its own, and the dialogs that log of it. */

export const made = cruetMade({ roomId: 'room-default', clayId: 'clay-default' });
const usual = caseOf([made]);
const inRoom = { ...usual, rooms: [{ ...usual.rooms[0]!, id: 'room-default' }] };
export const plan: PiecePlan = planPiece(inRoom, NOON, undefined, { members: 4 })!;
const closed: string[] = [];
export const onClose = () => void closed.push('closed');
export const done = () => expect.poll(() => closed).toEqual(['closed']);
export const stepProps = (stepId: string) => ({
  pieceId: 'p',
  pieceName: 'cruet',
  areaM2: 0.04,
  wall: coatedWall(plan),
  step: stepAt(
    plan.gates.find(({ planned }) => planned.key === firstKey(stepId))!,
    NOON,
  ),
  onClose,
});

export let studio: TestStudio;
/** Before each test: the studio anew, and no dialog closed. */
export function anew(): void {
  closed.length = 0;
  studio = testStudio(made);
}
