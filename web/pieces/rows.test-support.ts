import type { PieceRow } from '../../api/routes.ts';
import { defaultBody } from '../../core/clay/body.ts';
import { foldPiece } from '../../core/log/piece.ts';
import { cruetMade } from '../../core/piece/piece.test-support.ts';
import { appearanceOf } from '../../core/piece/appearance.ts';
import { HOUR, MINUTE } from '../../core/units/quantity.ts';
import { NOON } from '../testing/studio.test-support.tsx';

/** A cruet of a name, as it was logged. */
export const made = (id: string) =>
  cruetMade({ name: id, roomId: 'room-default', clayId: 'clay-default' }, id);

/** It, as a list of pieces has it. */
export const row = (id: string, more: Partial<PieceRow> = {}): PieceRow => {
  const piece = foldPiece(id, [made(id)])!;
  return {
    id,
    name: id,
    madeAt: NOON - HOUR,
    techniqueName: 'Sgraffito',
    makerName: 'Me',
    roomId: 'room-default',
    roomName: 'Workroom',
    clayName: 'Clay',
    groups: [],
    stand: 'board',
    code: null,
    handedAt: null,
    carryBy: null,
    kiln: null,
    look: appearanceOf(piece, [made(id)], () => null),
    clay: defaultBody,
    wet: null,
    working: false,
    asOf: NOON,
    holdsUntil: NOON + 10 * MINUTE,
    current: true,
    next: null,
    meant: null,
    openDryAt: null,
    tonight: null,
    cover: 'open',
    finished: null,
    doneSteps: 0,
    steps: 3,
    stageName: null,
    ...more,
  };
};
