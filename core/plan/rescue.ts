import { applyEvent, carry, forkRun, standing } from '../drying/run.ts';
import type { Walls } from '../drying/together.ts';
import { joined } from '../drying/trajectory.ts';
import { wallEventsOf, usually } from '../piece/deed.ts';
import type { Gate } from '../piece/gates.ts';
import { intervalsOf } from '../piece/intervals.ts';
import { judgedOn } from '../piece/walls.ts';
import { wholeZone, type Planned } from '../technique/layer.ts';
import type { Need, Remedy } from '../technique/technique.ts';
import { HOUR } from '../units/quantity.ts';
import { loggedAt, type Project } from './project.ts';

/** A rescue is looked for no further ahead than this. */
const LOOK = 12 * HOUR;
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
): Gate['rescue'] {
  const name = judgedOn(divided.own, planned.zones, divided.zones);
  const from = walls[name]!;
  for (const remedy of planned.step.remedies) {
    if (remedy.when !== 'too-dry' || !remedy.effects) continue;
    const fork = forkRun(from, now, standing(from));
    const slip = null;
    const deed = {
      refs: [],
      at: now,
      face: planned.face,
      zones: [wholeZone],
      effects: remedy.effects.map(usually),
      slip,
    };
    for (const event of wallEventsOf(
      deed,
      divided.own.find((wall) => wall.name === name)!,
    ))
      applyEvent(fork, event);
    carry(fork, now + LOOK);
    const { found } = intervalsOf(
      {
        ...planned,
        step: {
          ...planned.step,
          needs: [...planned.step.needs.map((need) => widened(need, remedy)), ...afterwards(remedy)],
        },
      },
      {
        trajectory: joined([fork.trajectory]),
        body: from.setting.body,
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

/** The sign that is waited for after a remedy. */
const afterwards = ({ then }: Remedy): Need[] =>
  then ? [{ kind: 'sign', sign: then, of: RESCUE, side: 'after' }] : [];

/** A dampened wall may be drier beneath. */
function widened(need: Need, { reaches }: Remedy): Need {
  if (need.kind !== 'water' || !reaches) return need;
  return { ...need, spans: need.spans.map((span) => ({ ...span, ...reaches })) };
}
