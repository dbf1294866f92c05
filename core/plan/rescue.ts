import { goAlong } from '../drying/batch/carry.ts';
import { carrying } from '../drying/legs.ts';
import { applyEvent, forkRun, standing, type WallRun, type Walls } from '../drying/run.ts';
import { alone } from '../drying/together.ts';
import type { Trajectory } from '../drying/trajectory.ts';
import { wallEventsOf, usually } from '../piece/operation.ts';
import { apart } from '../piece/events.ts';
import type { StepWindow } from '../piece/stepWindow.ts';
import { intervalsOf } from '../piece/intervals.ts';
import { judgedOn, type OwnWall } from '../piece/walls.ts';
import { wholeZone, type Planned } from '../technique/layer.ts';
import type { Face, Need, Remedy } from '../technique/technique.ts';
import { DAY, type Instant } from '../units/quantity.ts';
import { loggedAt, type Project } from './project.ts';

/** A rescue is looked for no further ahead than this. */
const LOOK = DAY;
/** The remedy, among the steps that are waited for. */
const RESCUE = 'rescue';

/**
 * What would open a closed window again: the first remedy of the step that does something to the clay, if it helps.
 * @returns null where none does
 */
export function rescued(
  walls: Walls,
  planned: Planned,
  { piece, divided, route, now }: Project,
): StepWindow['rescue'] {
  const name = judgedOn(divided.own, planned.zones, divided.zones);
  const wall = divided.own.find((own) => own.name === name)!;
  for (const remedy of wetting(planned)) {
    const { found } = intervalsOf(
      {
        ...planned,
        step: {
          ...planned.step,
          needs: [...planned.step.needs.map((need) => widened(need, remedy)), ...afterwards(remedy)],
        },
      },
      {
        trajectory: remedied(walls[name]!, wall, planned.face, remedy, now),
        body: walls[name]!.setting.body,
        piece,
        doneAt: (key) => (key === RESCUE ? now : (loggedAt(piece, route, key) ?? 'left-out')),
        fired: piece.fired,
      },
      now,
      () => true,
    );
    const [window] = found;
    if (window) return { remedy, opens: window.from, closes: Number.isFinite(window.to) ? window.to : null };
  }
  return null;
}

/**
 * When a part that is too dry to be joined on would be wet enough again, with what the step that joins it has for that begun now.
 * @param gate whose joint is dried
 * @returns null where nothing helps within the time looked ahead
 */
export function backAt(
  walls: Walls,
  { planned, joint }: StepWindow,
  { piece, divided, route, now }: Project,
): Instant | null {
  const wall = apart(divided.walls).find(({ part }) => part.part === joint?.part);
  const run = wall && walls[wall.name];
  if (!run) return null;
  const needs = planned.step.needs.flatMap(({ part, ...need }) => (part === joint!.role ? [need] : []));
  const joins = route.find(({ step }) =>
    step.effects.some((effect) => effect.does === 'join' && effect.part === joint!.role),
  );
  for (const remedy of wetting(joins ?? planned)) {
    const { found } = intervalsOf(
      { ...planned, step: { ...planned.step, needs } },
      {
        trajectory: remedied(run, wall, planned.face, remedy, now),
        body: run.setting.body,
        piece,
        doneAt: () => 'left-out',
        fired: piece.fired,
      },
      now,
      () => true,
    );
    if (found[0]) return found[0].from;
  }
  return null;
}

/** What of a step's remedies brings water back. */
const wetting = ({ step }: Planned): Remedy[] =>
  step.remedies.filter(({ when, effects }) => when === 'too-dry' && effects);

/** How a wall goes on with a remedy begun now. */
function remedied(
  run: WallRun,
  wall: OwnWall,
  face: Face,
  { effects = [] }: Remedy,
  now: Instant,
): Trajectory {
  const fork = forkRun(run, now, standing(run));
  const done = { refs: [], at: now, face, zones: [wholeZone], effects: effects.map(usually), slip: null };
  for (const event of wallEventsOf(done, wall)) applyEvent(fork, event);
  for (const effect of effects)
    if (effect.does === 'stand' && effect.cover)
      applyEvent(fork, { at: now, kind: 'surroundings', change: { cover: effect.cover } });
  goAlong([carrying({ wall: fork }, alone, {}, now + LOOK)]);
  return fork.trajectory;
}

/** The sign that is waited for after a remedy. */
const afterwards = ({ then }: Remedy): Need[] =>
  then ? [{ kind: 'sign', sign: then, of: RESCUE, side: 'after' }] : [];

/** A dampened wall may be drier beneath. */
function widened(need: Need, { reaches }: Remedy): Need {
  if (need.kind !== 'water' || !reaches) return need;
  return { ...need, spans: need.spans.map((span) => ({ ...span, ...reaches })) };
}
