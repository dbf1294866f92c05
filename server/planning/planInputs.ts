import { createHash } from 'node:crypto';
import { meansOver } from '../../core/drying/series.ts';
import type { Prior } from '../../core/forecast/prior.ts';
import { entriesOf, type Entry, type SubjectKind } from '../../core/log/entry.ts';
import { createFolded } from '../../core/log/memoByRevision.ts';
import { affectsPlan } from '../../core/log/kinds.ts';
import { groupsOf, hoursFor } from '../../core/log/group.ts';
import { actsNaming, revisionOf, stands, subjectsOf } from '../../core/log/ledger.ts';
import { foldPiece, tubsNamed, type PieceState } from '../../core/log/piece.ts';
import { instantOf } from '../../core/time/moment.ts';
import { foldTub } from '../../core/log/tub.ts';
import { readsIn, settingAt } from '../../core/log/studio.ts';
import type { SlipColours } from '../../core/operation/decoration.ts';
import { appearanceOf, type Appearance } from '../../core/piece/appearance.ts';
import { AIR_STEP, type PlanInput } from '../../core/piece/planInput.ts';
import { pacesOf } from '../../core/piece/pace.ts';
import { ok, refused, type Result } from '../../core/units/problem.ts';
import { DAY, type Instant } from '../../core/units/quantity.ts';
import type { Sensors } from '../sensors/sensors.ts';
import type { Store } from '../store/store.ts';

/** Pieces as their logs have them, and all that a plan of one rests on. */
export interface PlanInputs {
  piece: (id: string) => PieceState | null;
  /** Every piece that stands, in the order they were first logged. */
  pieces: () => PieceState[];
  unfinished: () => PieceState[];
  finished: () => PieceState[];
  /** As it is seen. */
  look: (piece: PieceState) => Appearance;
  /** Slip of the tubs that a piece is planned from, as it stands now. */
  slipFor: (piece: PieceState) => PlanInput['tubs'];
  /** Who logged that it was made. */
  makerOf: (piece: PieceState) => string;
  /** All that a plan of a piece rests on, or why it cannot be planned. */
  of: (piece: PieceState, learned: Partial<Prior>, now: Instant) => Promise<Result<PlanInput>>;
  /** Changes when something that the maker logged changes what is known of a piece; the same over restarts. */
  logMark: (piece: PieceState) => string;
  /** Changes when its air was measured further. */
  airMark: (piece: PieceState) => string;
}

/** Before a piece was made its room is looked at so long. */
const BEFORE = 2 * DAY;
/** What the air did longer ago than this, with nothing done to the piece since, is no longer felt in it. */
const FORGOTTEN = 60 * DAY;

export function createPlanInputs(store: Store, sensors: Pick<Sensors, 'recent'> | null): PlanInputs {
  const { ledger } = store;
  const folded = createFolded(ledger);
  const marked = new Map<string, { at: string; mark: string }>();
  let sorted = { at: -1, unfinished: [] as PieceState[], finished: [] as PieceState[] };

  const piece = (id: string): PieceState | null =>
    folded('piece', id, () => foldPiece(id, store.entriesAbout('piece', id)));
  const pieces = () => subjectsOf(ledger, 'piece.made').flatMap((id) => piece(id) ?? []);

  const bothKinds = () => {
    const at = revisionOf(ledger, 'piece');
    if (sorted.at === at) return sorted;
    const all = pieces();
    sorted = { at, unfinished: all.filter((p) => !p.finished), finished: all.filter((p) => p.finished) };
    return sorted;
  };

  const roomsOf = ({ id, made }: PieceState): Set<string> =>
    new Set([
      made.roomId,
      ...entriesOf(store.entriesAbout('piece', id), 'piece.moved').map((e) => e.body.roomId),
    ]);

  /** Everything besides its own log that a plan of a piece rests on: read by `of`, and so marked. */
  const restsOn = (asked: PieceState): { kind: SubjectKind; id: string }[] => [
    { kind: 'clay', id: asked.made.clayId },
    ...[...roomsOf(asked)].map((id) => ({ kind: 'room' as const, id })),
    ...tubsNamed(asked).map((id) => ({ kind: 'tub' as const, id })),
    ...asked.groups.map((id) => ({ kind: 'group' as const, id })),
    { kind: 'studio', id: 'studio' },
  ];

  /** The piece that a piece is made like, where it stands. */
  const likeOf = ({ like }: PieceState): PieceState[] => {
    const found = like === null ? null : piece(like);
    return found ? [found] : [];
  };

  const tubOf = (tubId: string) =>
    folded('tub', tubId, () => foldTub(tubId, store.entriesAbout('tub', tubId)));
  const coloursOf = (tubId: string): SlipColours | null => {
    const made = tubOf(tubId)?.made;
    return made ? { wet: made.wetColour, fired: made.firedColour } : null;
  };
  const looks = new WeakMap<PieceState, { at: number; look: Appearance }>();

  const slipIn = (tubId: string): PlanInput['tubs'] => {
    const tub = tubOf(tubId);
    if (!tub || tub.specificGravity === null) return {};
    const { specificGravity, adjusted, made } = tub;
    const toxic = made.carries.includes('toxic');
    return {
      [tubId]: { specificGravity, adjusted, grainDensity: made.grainDensity, ...(toxic && { toxic }) },
    };
  };

  const slipFor = (asked: PieceState): PlanInput['tubs'] =>
    Object.assign({}, ...tubsNamed(asked).map(slipIn)) as PlanInput['tubs'];

  return {
    piece,
    pieces,
    slipFor,
    unfinished: () => bothKinds().unfinished,
    finished: () => bothKinds().finished,
    look: (asked) => {
      const at = revisionOf(ledger, 'tub');
      const known = looks.get(asked);
      if (known?.at === at) return known.look;
      const look = appearanceOf(asked, store.entriesAbout('piece', asked.id), coloursOf);
      looks.set(asked, { at, look });
      return look;
    },
    makerOf: ({ id }) =>
      actsNaming(ledger, 'piece', id).find((act) =>
        act.entries.some((e) => e.kind === 'piece.made' && e.subject === id && stands(ledger, act.id)),
      )?.makerId ?? '',
    of: async (asked, learned, now) => {
      const entries = store.entriesAbout('piece', asked.id);
      const { studio, rooms, clays } = store.studio();
      const clay = clays.find((c) => c.id === asked.made.clayId);
      if (!clay)
        return refused(
          'no-such-clay',
          'clayId',
          'Its clay is no longer in the log: redo the act that set the clay, or correct what the piece is made of.',
        );
      const from =
        Math.max(asked.madeAt, lookedBack(entries, asked.finished ? asked.finished.at : now)) - BEFORE;
      const to = asked.finished?.at ?? Number.POSITIVE_INFINITY;
      const groups = groupsOf(ledger);
      const guarded = groups.some(({ id, set }) => asked.groups.includes(id) && set.guarded);
      const inCase: PlanInput['rooms'] = [];
      for (const id of roomsOf(asked)) {
        const room = rooms.find((r) => r.id === id);
        if (!room)
          return refused(
            'no-such-room',
            'roomId',
            'A room it stood in is no longer in the log: redo the act that set the room, or correct where it stood.',
          );
        const reads = readsIn(store.entriesAbout('room', id)).filter(({ at }) => at >= from && at <= to);
        const measured = await store.readings(id, from, to);
        const recent = asked.finished ? [] : (sensors?.recent(id, from) ?? []);
        inCase.push({
          id,
          settings: room.revisions.map(({ from: since, set }) => ({ ...set, from: since })),
          series: meansOver([...measured, ...recent], AIR_STEP),
          ...(reads.length > 0 && { reads }),
        });
      }
      return ok({
        pieceId: asked.id,
        entries,
        body: settingAt(clay, asked.madeAt),
        rooms: inCase,
        studio: hoursFor(studio, groups, asked.groups),
        tubs: slipFor(asked),
        learned,
        ...(!asked.finished && { paces: pacesOf([...likeOf(asked), asked]) }),
        ...(guarded && { guarded: true }),
      });
    },
    logMark: (asked) => {
      const rests = restsOn(asked);
      const at = [
        revisionOf(ledger, 'piece', asked.id),
        ...rests.map(({ kind, id }) => revisionOf(ledger, kind, id)),
      ].join();
      const known = marked.get(asked.id);
      if (known?.at === at) return known.mark;
      const mark = digest([
        ...store.entriesAbout('piece', asked.id).flatMap((e) => (affectsPlan(e.kind) ? [e.id] : [])),
        ...rests.flatMap(({ kind, id }) => [kind, id, ...store.entriesAbout(kind, id).map((e) => e.id)]),
      ]);
      marked.set(asked.id, { at, mark });
      return mark;
    },
    airMark: (asked) => digest([...roomsOf(asked)].map((id) => store.readingsMark(id))),
  };
}

/**
 * From when on measured air can still be felt in a wall: where nothing was logged for long, it has come to balance with
 * its room before, and what the air did then is forgotten.
 */
function lookedBack(entries: readonly Entry[], until: Instant): Instant {
  const moments = [...entries.map((e) => instantOf(e)), until];
  const gap = moments.findLastIndex((at, i) => i > 0 && at - moments[i - 1]! > FORGOTTEN);
  return gap < 0 ? 0 : moments[gap]! - FORGOTTEN;
}

const digest = (parts: string[]): string => createHash('sha1').update(parts.join(' ')).digest('base64url');
