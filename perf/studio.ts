import { randomLcg, randomNormal, randomUniform } from 'd3-random';
import { layerOf } from '../core/catalogue/layerOf.test-support.ts';
import { defaultBody, type ClayBody } from '../core/clay/body.ts';
import { stageAt } from '../core/clay/stage.ts';
import { goAlong } from '../core/drying/batch/carry.ts';
import { carrying } from '../core/drying/legs.ts';
import { meanReading } from '../core/drying/readings.ts';
import { COARSE, type Walls } from '../core/drying/run.ts';
import { settingOf, unknowns, usualPrior } from '../core/forecast/prior.ts';
import { nothingSaid, type Entry } from '../core/log/entry.ts';
import { doneOf, foldPiece, type PieceState } from '../core/log/piece.ts';
import { defaultRoom, defaultStudio } from '../core/log/studio.ts';
import { asToday } from '../core/log/upcast.test-support.ts';
import { intended } from '../core/piece/operation.ts';
import type { PlanInput } from '../core/piece/planInput.ts';
import { routeWith } from '../core/piece/route.ts';
import { dividedInto, wallCase } from '../core/piece/stateEstimate.ts';
import { project, type CoverChange, type Project } from '../core/plan/project.ts';
import type { StepWindow } from '../core/piece/stepWindow.ts';
import type { Planned } from '../core/technique/layer.ts';
import { workAhead } from '../core/schedule/ahead.ts';
import { WAITS_UNDER, type Cover } from '../core/drying/face.ts';
import type { Spell } from '../core/time/hours.ts';
import { DAY, HOUR, MINUTE, type Instant } from '../core/units/quantity.ts';

/** Studios drawn at random, and pieces in them whose walls follow other laws than the forecast's. */

/** A Monday. */
export const MONDAY = Date.parse('2026-03-09T00:00:00Z');
export const evenings = {
  zone: 'Etc/UTC',
  hours: [1, 2, 3, 4, 5].map((weekday) => ({ weekday, fromMinute: 18.5 * 60, toMinute: 21 * 60 })),
};
/** Two weeks of evenings. */
export const sessions: Spell[] = [0, 1, 2, 3, 4, 7, 8, 9, 10, 11].map((day) => ({
  from: MONDAY + day * DAY + 18.5 * HOUR,
  to: MONDAY + day * DAY + 21 * HOUR,
}));

/** A piece as the program knows it, and as it really is. */
export interface Drawn {
  id: string;
  facts: PlanInput;
  body: ClayBody;
  /** How far it is from what is believed, in sigmas of each unknown. */
  z: Float64Array;
  entries: Entry[];
  /** Steps of it before the first firing, by name. */
  steps: string[];
}

const WAYS = ['sgraffito', 'inlay', 'slip-trailing'];

export function drawStudio(seed: number, count: number): Drawn[] {
  const source = randomLcg((seed + 0.5) / 100_003);
  const normal = randomNormal.source(source)();
  const uniform = randomUniform.source(source)();
  const lognormal = (sigma: number) => Math.exp(sigma * normal());
  const cycle = {
    ...{ meanCelsius: 17 + 5 * uniform(), swingCelsius: 2, warmestHour: 15 },
    ...{ meanHumidity: 0.42 + 0.22 * uniform(), swingHumidity: 0.04 },
  };
  // one clay for all of a studio: another isotherm, another diffusivity, and it stops shrinking elsewhere
  const body: ClayBody = {
    ...defaultBody,
    isotherm: { scale: 0.011, power: 0.38 },
    diffusivity: { at0: 2.6e-9 * lognormal(0.4), growth: 4.5 },
    criticalX: defaultBody.criticalX + 0.005 * normal(),
  };
  // the room is the same for all of them, the rest is each piece's own
  const room = Float64Array.from(unknowns, () => normal());
  return Array.from({ length: count }, (_, i): Drawn => {
    const id = `p${i}`;
    const wallM = 0.0045 + 0.005 * uniform();
    const diameterM = 0.08 + 0.06 * uniform();
    const form = {
      kind: 'cylinder',
      diameterM,
      heightM: 0.1 + 0.07 * uniform(),
      wallM,
      mouth: 'open',
    } as const;
    const made = asToday(
      'piece.made',
      { id: `${id} made`, subject: id, at: iso(MONDAY + 18.5 * HOUR + (i + 1) * 25 * MINUTE) },
      {
        ...{
          name: id,
          clayId: 'c',
          form,
          roomId: 'r',
          cover: 'open',
          stand: 'board',
          attachmentM: null,
          stage: null,
        },
        layers: [layerOf(WAYS[Math.floor(WAYS.length * uniform())]!)],
      },
    );
    const facts: PlanInput = {
      ...{ pieceId: id, entries: [made], body: defaultBody, tubs: {} },
      studio: { ...defaultStudio, ...evenings },
      rooms: [
        {
          id: 'r',
          settings: [{ ...defaultRoom, cycle, from: 0 }],
          series: { at: [], celsius: [], humidity: [] },
        },
      ],
    };
    const z = Float64Array.from(unknowns, (_, k) => 0.8 * room[k]! + 0.6 * normal());
    const steps = workAhead({ piece: foldPiece(id, [made])!, facts }, MONDAY).blocks.flatMap((block) =>
      block.steps.map(({ key }) => key),
    );
    return { id, facts, body, z, entries: [made], steps };
  });
}

const iso = (at: Instant): string => new Date(at).toISOString();

export const stateOf = ({ id, entries }: Drawn): PieceState => foldPiece(id, entries)!;
export const givenOf = ({ facts, entries }: Drawn): PlanInput => ({ ...facts, entries });

/** Its walls as they really are at an instant. */
function trueWalls(of: Drawn, at: Instant): { walls: Walls; joined: ReturnType<typeof wallCase>['joined'] } {
  const really = { ...givenOf(of), body: of.body };
  const { given, walls, joined } = wallCase(stateOf(of), really, at);
  const setting = settingOf(given, usualPrior, of.z);
  const begun = Object.fromEntries(walls.map(({ place, begin }) => [place, begin(setting, COARSE)]));
  const events = Object.fromEntries(walls.map((wall) => [wall.place, wall.events]));
  return { walls: goAlong([carrying(begun, joined, events, at)])[0]!, joined };
}

/** What a hand feels of it: the stage of its wall. */
export function touched(of: Drawn, at: Instant): Entry {
  const { wall } = trueWalls(of, at).walls;
  const { stage } = stageAt(of.body, meanReading(wall!.state.x, wall!.wall.mesh));
  return asToday(
    'piece.checked',
    { id: `${of.id} touched ${at}`, subject: of.id, at: iso(at) },
    { stage, confirmed: false, note: '' },
  );
}

/** What is to be done of a piece in a session. */
export interface Told {
  /** Steps by name; all that can be where it is null. */
  steps: readonly string[] | null;
  covers: CoverChange[];
  /** How it is covered once a step is done. */
  whenDone: { step: string; cover: Cover } | null;
  /** Where one of these is still to be done as hands leave, it is covered so that it waits. */
  unlessDone: readonly string[];
}

/** Lives through a session: what can be done is done, and logged. @returns whether anybody had to do with it */
export function live(of: Drawn, session: Spell, { steps, covers, whenDone, unlessDone }: Told): boolean {
  const piece = stateOf(of);
  const open = openSteps(of);
  const may = open.filter(({ key }) => steps === null || steps.includes(key));
  const now = Math.max(session.from, piece.madeAt);
  const gates = comesTo(of, now, {
    schedule: covers,
    sessions: Object.fromEntries(may.map(({ key }) => [key, [session]])),
    ...(whenDone && { coverAfter: { [whenDone.step]: whenDone.cover } }),
  });
  let done = 0;
  let covered = session.to;
  for (const planned of open) {
    const gate = gates.find((at) => at.planned.key === planned.key);
    if (!may.includes(planned) || gate?.doAt == null || gate.doAt > session.to) break;
    const { effects, slip } = intended(planned, {}, gate.doAt);
    const head = { id: `${of.id} ${planned.key}`, subject: of.id, at: iso(gate.doAt), face: planned.face };
    of.entries.push(asToday('piece.done', head, { ...nothingSaid, refs: planned.refs, effects, slip }));
    if (planned.key === whenDone?.step) covered = gate.doAt + MINUTE;
    done += 1;
  }
  const isLeft = openSteps(of).some(({ key }) => unlessDone.includes(key));
  const all = [
    ...covers,
    ...(whenDone ? [{ at: covered, cover: whenDone.cover }] : []),
    ...(isLeft ? [{ at: session.to, cover: WAITS_UNDER }] : []),
  ];
  let { cover } = piece;
  let changed = 0;
  for (const change of all.toSorted((a, b) => a.at - b.at)) {
    if (change.cover === cover) continue;
    cover = change.cover;
    changed += 1;
    const head = { id: `${of.id} ${change.at} ${cover}`, subject: of.id, at: iso(Math.max(change.at, now)) };
    of.entries.push(asToday('piece.covered', head, { cover, stand: 'board' }));
  }
  of.entries.sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
  return done + changed > 0;
}

/** What has become of a piece at an instant. */
export interface Outcome {
  /** Steps done before the first firing. */
  done: number;
  /** Whether that is all of them. */
  all: boolean;
  /** The clay is past the window of the step that is next. */
  lost: boolean;
}

export function outcome(of: Drawn, at: Instant): Outcome {
  const open = openSteps(of);
  const done = of.steps.length - open.length;
  if (open.length === 0) return { done, all: true, lost: false };
  const gate = comesTo(of, at, { sessions: {}, schedule: [] }).find(
    ({ planned }) => planned.key === open[0]!.key,
  );
  return { done, all: false, lost: gate?.status === 'closed' };
}

/** Steps that are still to be done of a piece, in their order. */
export function openSteps(of: Drawn): Planned[] {
  const piece = stateOf(of);
  return routeWith(piece, {}, undefined).planned.filter(
    (planned) => of.steps.includes(planned.key) && doneOf(piece, planned) === null,
  );
}

/** When its steps can truly be done from an instant on. */
function comesTo(
  of: Drawn,
  now: Instant,
  given: Pick<Project, 'sessions' | 'schedule' | 'coverAfter'>,
): StepWindow[] {
  const piece = stateOf(of);
  const really = { ...givenOf(of), body: of.body };
  const { walls, joined } = trueWalls(of, now);
  const route = routeWith(piece, {}, undefined).planned;
  const ahead = { piece, divided: dividedInto(piece, really), route, tubs: {}, now, spells: [], ...given };
  return goAlong([project(walls, ahead, joined)])[0]!.gates;
}
