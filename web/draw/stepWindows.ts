import type { StepWindow, StepStatus } from '../../core/piece/stepWindow.ts';
import type { EdgeSpread } from '../../core/forecast/windows.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { copperGreen, faded, ink, ironRed, ochre, sans } from '../ui/theme.ts';
import type { StripScene } from './scene.ts';

export type Painter = CanvasRenderingContext2D;
export type ToX = (at: Instant) => number;

export const LEFT = 96;
export const GATE_ROW = 27;

/** The rows of gates: everything done shares one, each step to come has its own. */
export function gateRows(gates: StepWindow[]): StepWindow[][] {
  const done = gates.filter(({ doneAt }) => doneAt !== null);
  const open = gates.filter(({ doneAt, opens }) => doneAt === null && opens !== null);
  return [...(done.length > 0 ? [done] : []), ...open.map((gate) => [gate])];
}

/** Paints the windows of the steps as gates above the wall. */
export function paintGates(painter: Painter, scene: StripScene, x: ToX, width: number): void {
  gateRows(scene.gates).forEach((row, i) => {
    if (row[0]!.doneAt !== null) paintDone(painter, scene, x, row, i * GATE_ROW, width);
    else paintGate(painter, scene, x, row[0]!, i * GATE_ROW, width);
  });
}

const gateColour: Record<StepStatus, string> = {
  done: ink,
  'left-out': faded,
  now: copperGreen,
  ask: ochre,
  waiting: ochre,
  closed: ironRed,
  ahead: faded,
  never: faded,
};

/** Steps done, as filled notches at their moments; the last is named. */
function paintDone(
  painter: Painter,
  scene: StripScene,
  x: ToX,
  row: StepWindow[],
  top: number,
  width: number,
): void {
  painter.font = `650 14px ${sans}`;
  painter.fillStyle = ink;
  for (const gate of row) painter.fillRect(x(gate.doneAt!) - 3, top + 10, 6, GATE_ROW - 12);
  const last = row.at(-1)!;
  const at = x(last.doneAt!);
  nameGate(
    painter,
    scene,
    `${last.planned.step.name}${last.status === 'left-out' ? ' left out' : ' done'}`,
    { from: at, to: at + 4, y: top + GATE_ROW - 12 },
    x,
    width,
  );
}

function paintGate(
  painter: Painter,
  scene: StripScene,
  x: ToX,
  gate: StepWindow,
  top: number,
  width: number,
): void {
  const colour = gateColour[gate.status];
  const base = top + GATE_ROW - 2;
  const crown = base - 11;
  painter.strokeStyle = colour;
  painter.fillStyle = colour;
  painter.lineWidth = 2.5;
  painter.font = `650 14px ${sans}`;
  const [spread] = gate.windows;
  const left = sides(spread?.opens, gate.opens!, x);
  const right =
    gate.closes === null ? ([x(scene.to), x(scene.to)] as const) : sides(spread?.closes, gate.closes, x);
  const flatFrom = Math.min(left[1], right[0]);
  const flatTo = Math.max(left[1], right[0]);
  painter.beginPath();
  painter.moveTo(left[0], base);
  painter.lineTo(flatFrom, crown);
  painter.lineTo(flatTo, crown);
  painter.lineTo(right[1], gate.closes === null ? crown : base);
  painter.stroke();
  painter.globalAlpha = 0.16;
  painter.lineTo(right[1], base);
  painter.fill();
  painter.globalAlpha = 1;
  nameGate(painter, scene, gate.planned.step.name, { from: flatFrom - 6, to: width, y: top + 8 }, x, width);
}

/** Where an edge begins to be crossed and where it has been: the 10 and 90 % moments. */
function sides(edge: EdgeSpread | undefined, at: Instant, x: ToX): readonly [number, number] {
  if (!edge) return [x(at), x(at)];
  return [x(edge.p10 ?? at), x(edge.p90 ?? Number.MAX_SAFE_INTEGER)];
}

/** Writes a gate's name where it can be read: inside it, else to its right, else to its left; never under the plumb line. */
function nameGate(
  painter: Painter,
  scene: StripScene,
  name: string,
  place: { from: number; to: number; y: number },
  x: ToX,
  width: number,
): void {
  const length = painter.measureText(name).width;
  const plumb = x(scene.now);
  const clear = (at: number) => at + length < plumb - 5 || at > plumb + 5;
  const right = place.to + 8;
  const inside = [place.from + 6, plumb + 9].filter((at) => at >= place.from && at + length <= place.to - 4);
  const beside = [right, plumb + 9].filter((at) => at >= right && at + length <= width - 2);
  const before = [place.from - 8 - length, plumb - 9 - length].filter(
    (at) => at >= LEFT && at + length <= place.from,
  );
  painter.textAlign = 'left';
  const anywhere = [LEFT + 4, plumb + 9, plumb - 9 - length].filter(
    (at) => at >= LEFT && at + length <= width - 2,
  );
  const at = [...inside, ...beside, ...before, ...anywhere].find(clear);
  // where there is no room for it beside the plumb line, it is not written: the table has it
  if (at !== undefined) painter.fillText(name, at, place.y);
}
