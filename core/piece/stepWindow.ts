import type { ClayBody } from '../clay/body.ts';
import type { Trajectory } from '../drying/trajectory.ts';
import type { EdgeSpread } from '../forecast/windows.ts';
import type { PieceState } from '../log/piece.ts';
import type { Planned, StepRef } from '../technique/layer.ts';
import type { FiredState, Remedy, Role } from '../technique/technique.ts';
import type { Instant } from '../units/quantity.ts';

export type StepStatus =
  | 'done'
  | 'left-out'
  /** Others come before it. */
  | 'ahead'
  | 'waiting'
  /** The maker must say so. */
  | 'ask'
  | 'now'
  | 'closed'
  /** Not within the time looked ahead, as it stands. */
  | 'never';

/** What a step waits for: a sign that the maker will see, and when it is usual. */
export interface Wait {
  /** A sign of a coat, or in words what is seen. */
  what: string;
  /** What it looks like. */
  look: string;
  /** The step after which it is seen. */
  of: StepRef[];
  from: Instant;
  to: Instant;
}

/** When a window opens and closes over the members, and in which share of them it opens at all. */
export interface Window {
  opens: EdgeSpread;
  closes: EdgeSpread;
  chance: number;
}

export interface StepWindow {
  planned: Planned;
  status: StepStatus;
  doneAt: Instant | null;
  /** When the clay comes into the window of the step; null if it does not within the time looked ahead. */
  opens: Instant | null;
  /** When it leaves it; null if it stays in it. */
  closes: Instant | null;
  /** When to do it: in its window, after its wait, with time enough in working hours; null if that cannot be. */
  doAt: Instant | null;
  wait: Wait | null;
  /** Over the members; empty where nothing was forecast. */
  windows: Window[];
  /** Steps done wet in wet with it, by name: their time must fit as well. */
  chain: string[];
  /** What the maker may say to have done with a step that is done until it is enough. */
  enough: { refs: StepRef[]; what: string } | null;
  /** Of a part to be joined on: which of the two is ready first, and must be held back until then. */
  joint: Joint | null;
  /** What opens it again once it has closed, and when. */
  rescue: { remedy: Remedy; opens: Instant; closes: Instant | null } | null;
  /** Before it is kiln-dry by itself: how long a kiln under 100 °C would take for that, ms. */
  candling: number | null;
  /** Since when its window is told so; left out until it was. */
  toldAt?: Instant;
}

/** A gate of which nothing is known yet. */
export const stepWindowOf = (planned: Planned, status: StepStatus, doneAt: Instant | null): StepWindow => ({
  planned,
  status,
  doneAt,
  opens: null,
  closes: null,
  doAt: null,
  wait: null,
  windows: [],
  chain: [],
  enough: null,
  joint: null,
  rescue: null,
  candling: null,
});

export interface Joint {
  part: string;
  role: Role;
  /** The one that is ready sooner, or past being joined; null where they are alike. */
  ahead: 'piece' | 'part' | null;
  /** When the other one is ready; null where it is not within the time looked ahead. */
  until: Instant | null;
  /** Of a part that is too dry to be joined: when it is back, if its remedy is begun now; null where that does not help. */
  dried?: { backAt: Instant | null };
}

/** A stretch of time; open to the end of what was computed where `to` is infinite. */
export interface Interval {
  from: Instant;
  to: Instant;
}

/** Everything that the needs of a step are read from. */
export interface Readings {
  /** The wall that the step is judged on. */
  trajectory: Trajectory;
  /** All walls of the piece itself, for what must hold of each; the first where that is left out. */
  all?: Trajectory[];
  /** A part that is not joined on yet, by what it is. */
  part?: (role: Role) => { part: string; trajectory: Trajectory; now: Instant } | null;
  body: ClayBody;
  piece: PieceState;
  /** When a step of the route was done, in the log or as planned; null where it never comes. */
  doneAt: (key: string) => Instant | 'left-out' | null;
  fired: FiredState;
  /** When slip that was laid on paper at an instant is tacky, in the room of the piece. */
  tackyAt?: (laid: Instant) => Instant;
}
