import { endOf, wallAt } from '../core/drying/trajectory.ts';
import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { act as actSchema } from '../api/entry.ts';
import { firstProblem } from '../core/log/admission/admit.ts';
import { nothingSaid, type Act, type Entry } from '../core/log/entry.ts';
import { emptyLedger, entriesAbout, record } from '../core/log/ledger.ts';
import { foldPiece, partsWanted, type PieceState } from '../core/log/piece.ts';
import { DEFAULT_CLAY, DEFAULT_MAKER, DEFAULT_ROOM, defaultStudio } from '../core/log/studio.ts';
import { intended } from '../core/piece/operation.ts';
import { caseOf, MADE } from '../core/piece/piece.test-support.ts';
import { cachedPlanner } from '../core/plan/cachedPlanner.ts';
import { changesWall } from '../core/plan/wallProjection.ts';
import { techniques } from '../core/catalogue/catalogue.ts';
import type { Cover } from '../core/drying/face.ts';
import type { Form } from '../core/form/form.ts';
import { combinations } from '../core/compose/combinations.test-support.ts';
import { ownCombinations } from '../core/compose/ownCombinations.test-support.ts';
import type { Layer, StepRef } from '../core/technique/layer.ts';
import { layerOf, schoolsOnce } from '../core/catalogue/layerOf.test-support.ts';
import { DAY, MINUTE } from '../core/units/quantity.ts';
import { entry } from './testing/studio.ts';

/** A studio that never sleeps, so that no window is missed for want of hands. */
const studio = {
  ...defaultStudio,
  hours: Array.from({ length: 7 }, (_, i) => ({ weekday: i + 1, fromMinute: 0, toMinute: 24 * 60 })),
};
const iso = (at: number) => new Date(at).toISOString();

const mug: Form = { kind: 'cylinder', diameterM: 0.09, heightM: 0.15, wallM: 0.006, mouth: 'open' };

const made = (layers: Layer[], form: Form, cover: Cover): Entry =>
  entry(
    'piece.made',
    'p',
    {
      name: 'Cruet',
      clayId: DEFAULT_CLAY,
      form,
      roomId: DEFAULT_ROOM,
      cover,
      stand: 'board',
      attachmentM: null,
      stage: null,
      layers,
    },
    iso(MADE),
  );

/** The contract and its rules, as the route of acts holds to them. */
function desk() {
  const ledger = emptyLedger();
  const planned = cachedPlanner(2);
  return {
    log: (of: Entry, now: number) => {
      const parsed = actSchema.parse({
        id: randomUUID(),
        makerId: DEFAULT_MAKER,
        deviceAt: iso(now),
        entries: [of],
      }) as Act;
      expect(firstProblem(ledger, parsed, now)).toBeNull();
      record(ledger, { ...parsed, n: ledger.acts.length + 1, recordedAt: iso(now) });
    },
    piece: (): PieceState => foldPiece('p', entriesAbout(ledger, 'piece', 'p'))!,
    plan: (now: number, entries = entriesAbout(ledger, 'piece', 'p')) => {
      const facts = { ...caseOf([...entries]), studio };
      const rooms = facts.rooms.map((room) => ({ ...room, id: DEFAULT_ROOM }));
      // tried with nothing changed: when it dries uncovered is not asked for
      return planned({ ...facts, pieceId: 'p', rooms }, now, {}, { members: 2 })!;
    },
    entries: () => [...entriesAbout(ledger, 'piece', 'p')],
  };
}

const ways = techniques().flatMap((technique) =>
  schoolsOnce(technique).map((schools, i) => {
    const name = `${technique.id} ${Object.values(schools).join(' ')}`;
    // schools of one technique do the same to the clay: its first is looked at twice
    return [name, technique, schools, i === 0] as const;
  }),
);

/**
 * Does all that a piece asks for, each step when it is its time, from the wheel to the last firing; what was done, in order.
 * @param looksTwice whether each deed is held against the forecast without it
 */
function walked(layers: Layer[], form: Form = mug, cover: Cover = 'draped', looksTwice = false): string[] {
  const { log, piece, plan, entries } = desk();
  log(made(layers, form, cover), MADE);
  let now = MADE + MINUTE;
  const order: string[] = [];
  for (let acts = 0; acts < 90; acts++) {
    for (const role of partsWanted(piece()))
      log(
        entry(
          'piece.parted',
          'p',
          { part: role, role, thicknessM: 0.012, cover: 'draped', stage: null },
          iso(now),
        ),
        now,
      );
    const { next } = plan(now);
    if (!next) break;
    const at = next.doAt ?? next.opens;
    expect(at, `${next.planned.key} is ${next.status}`).not.toBeNull();
    expect(next.status, next.planned.key).not.toBe('closed');
    now = Math.max(now, at!) + MINUTE / 6;
    const before = entries();
    const { effects, face, slip } = intended(next.planned, {}, now);
    const body = { ...nothingSaid, refs: next.planned.refs, effects, slip };
    const raw = piece().fired === 'raw';
    log({ ...entry('piece.done', 'p', body, iso(now)), face } as Entry, now);
    order.push(...next.planned.refs.map(stepWords));
    // what it does to the clay is in the forecast at once
    if (looksTwice && raw && next.planned.pass === 1 && changesWall(next.planned.step) && slipLaid(effects)) {
      const [done, undone] = [plan(now + MINUTE), plan(now + MINUTE, before)];
      expect(courseOf(done), next.planned.key).not.toEqual(courseOf(undone));
    }
  }
  expect(piece().fired).not.toBe('raw');
  now += DAY;
  log(entry('piece.finished', 'p', { outcome: 'good', faults: [], note: '' }, iso(now)), now);
  expect(piece().finished).toMatchObject({ outcome: 'good' });
  return order;
}

describe('every technique and every school', () => {
  it.each(ways)(
    '%s goes from the wheel to the last firing, and to its outcome',
    (_name, technique, schools, first) => {
      expect(
        walked([layerOf(technique.id, schools, { id: 'l' })], mug, 'draped', first).length,
      ).toBeGreaterThan(1);
    },
  );
});

describe('what people lay on one piece', () => {
  it.each([...combinations, ...ownCombinations].map((of) => [of.name, of] as const))(
    '%s goes so from made to fired',
    (_name, { layers, order, form, cover }) => {
      const done = walked(layers, form, cover);
      let at = -1;
      for (const step of order) {
        const next = done.indexOf(step, at + 1);
        expect(next, `${step} after ${done[at]} in ${done.join(' ')}`).toBeGreaterThan(at);
        at = next;
      }
    },
  );
});

const stepWords = ({ layer, step, zone }: StepRef): string =>
  `${layer}:${step}${zone === null ? '' : `@${zone}`}`;

const slipLaid = (effects: { does: string; ratio?: number }[]): boolean =>
  effects.every(({ does, ratio }) => does !== 'stretch' || ratio !== 1);

const courseOf = ({ now, piece, trajectory }: ReturnType<ReturnType<typeof desk>['plan']>) => [
  now.meanX,
  now.outerIndex,
  piece.form,
  [...wallAt(trajectory, endOf(trajectory)).x],
];
