import { wetness } from '../../core/clay/colour.ts';
import { stageAt } from '../../core/clay/stage.ts';
import { coverNamed } from '../../core/drying/face.ts';
import { coatsOn } from '../../core/drying/mesh.ts';
import { meanReading } from '../../core/drying/readings.ts';
import { beginOf, endOf, readAt, wallAt, type WallAt } from '../../core/drying/trajectory.ts';
import type { StripScene } from './scene.ts';
import { HOUR, type Instant } from '../../core/units/quantity.ts';
import { cobalt, hairline, ink, paper, sans, slab } from '../ui/theme.ts';
import { clockTime, weekday } from '../ui/times.ts';
import { hatching } from './cover.ts';
import { clayRamp, rampColour } from './clayRamp.ts';
import { GATE_ROW, gateRows, LEFT, paintGates, type Painter, type ToX } from './stepWindows.ts';

const RIGHT = 16;
const COVER_HEIGHT = 26;
const COAT_HEIGHT = 8;
const COATS_SHOWN = 3;
/** A coat is drawn at its deepest from this water content on. */
const WET_COAT_X = 0.4;
const coatRamp = clayRamp('#c3ccdb', cobalt);
const WALL_HEIGHT = 118;
const PLACE_HEIGHT = 18;
const STAGE_HEIGHT = 28;
const AXIS_HEIGHT = 52;
/** The outer millimetre is drawn as under a loupe: it takes this share of the wall's height. */
const LOUPE = 0.5;
const OUTER_M = 0.001;

interface StripLayout {
  coversTop: number;
  wallTop: number;
  wallBottom: number;
  stagesTop: number;
  axisTop: number;
  height: number;
}

/** Where each part of the strip lies, px from its top. */
export function stripLayout({ gates, places }: StripScene): StripLayout {
  const coversTop = Math.max(1, gateRows(gates).length) * GATE_ROW;
  const wallTop = coversTop + COVER_HEIGHT + 3 * COAT_HEIGHT;
  const wallBottom = wallTop + WALL_HEIGHT;
  const stagesTop = wallBottom + places.length * PLACE_HEIGHT;
  const axisTop = stagesTop + STAGE_HEIGHT;
  return { coversTop, wallTop, wallBottom, stagesTop, axisTop, height: axisTop + AXIS_HEIGHT };
}

/** From instants to px from the strip's left; held at its ends. */
export function timeAxis({ from, to }: StripScene, width: number): ToX {
  return (at) => LEFT + ((Math.min(to, Math.max(from, at)) - from) / (to - from)) * (width - LEFT - RIGHT);
}

/** Paints the strip: gates, covers, coats, the wall's water over time, its other places, stages, nights, and the plumb line. */
export function paintStrip(painter: Painter, width: number, scene: StripScene): void {
  const { coversTop, wallTop, wallBottom, stagesTop, axisTop, height } = stripLayout(scene);
  const x = timeAxis(scene, width);
  painter.clearRect(0, 0, width, height);
  painter.textBaseline = 'middle';
  paintWall(painter, scene, x, wallTop);
  paintCoats(painter, scene, x, wallTop);
  paintPlaces(painter, scene, x, wallBottom);
  paintCovers(painter, scene, x, coversTop);
  paintNights(painter, scene, x, coversTop, axisTop);
  paintStages(painter, scene, x, stagesTop);
  paintAxis(painter, scene, x, axisTop, width);
  paintGates(painter, scene, x, width);
  paintPictured(painter, scene, x, coversTop);
  paintPlumb(painter, x(scene.now), coversTop, axisTop);
}

/** The other places of the piece as bands below its wall, each in the colour of its own water. */
function paintPlaces(painter: Painter, scene: StripScene, x: ToX, top: number): void {
  const { body, places } = scene;
  const ramp = clayRamp(body.dryColour, body.wetColour);
  const right = x(scene.to);
  places.forEach(({ name, at, meanX }, i) => {
    const y = top + i * PLACE_HEIGHT + 4;
    const start = Math.max(scene.from, at[0]!);
    let k = 0;
    for (let px = Math.floor(x(start)); px < right; px += 2) {
      const moment = scene.from + ((px + 1 - LEFT) / (right - LEFT)) * (scene.to - scene.from);
      while (k < at.length - 1 && at[k + 1]! <= moment) k += 1;
      painter.fillStyle = rampColour(ramp, wetness(body, meanX[k]!));
      painter.fillRect(px, y, 2.5, PLACE_HEIGHT - 6);
    }
    painter.strokeStyle = ink;
    painter.lineWidth = 1;
    painter.strokeRect(x(start), y, right - x(start), PLACE_HEIGHT - 6);
    label(painter, name, LEFT - 8, y + PLACE_HEIGHT / 2 - 3);
  });
}

function paintWall(painter: Painter, scene: StripScene, x: ToX, top: number): void {
  const { body, trajectory, thicknessM } = scene;
  const ramp = clayRamp(body.dryColour, body.wetColour);
  const start = Math.max(scene.from, beginOf(trajectory));
  const end = Math.min(scene.to, endOf(trajectory));
  const loupeShare = Math.min(1, OUTER_M / thicknessM);
  const rows = 38;
  const rowHeight = WALL_HEIGHT / rows;
  for (let px = Math.floor(x(start)); px < x(end); px += 2) {
    const at = scene.from + ((px + 1 - LEFT) / (x(scene.to) - LEFT)) * (scene.to - scene.from);
    const depths = depthsOf(wallAt(trajectory, at));
    for (let row = 0; row < rows; row++) {
      const down = (row + 0.5) / rows;
      const depth =
        down < LOUPE
          ? (down / LOUPE) * loupeShare
          : loupeShare + ((down - LOUPE) / (1 - LOUPE)) * (1 - loupeShare);
      painter.fillStyle = rampColour(ramp, wetness(body, atDepth(depths, depth)));
      painter.fillRect(px, top + row * rowHeight, 2.5, rowHeight + 0.5);
    }
  }
  fadeFuture(painter, scene, x, top, end);
  painter.strokeStyle = ink;
  painter.lineWidth = 1.5;
  painter.strokeRect(x(start), top, x(end) - x(start), WALL_HEIGHT);
  const loupeY = top + WALL_HEIGHT * LOUPE;
  painter.setLineDash([2, 4]);
  line(painter, x(start), loupeY, x(end), loupeY);
  painter.setLineDash([]);
  label(painter, 'outside', LEFT - 8, top + 10);
  label(painter, 'outer 1 mm,', LEFT - 8, top + WALL_HEIGHT * 0.24);
  label(painter, 'magnified', LEFT - 8, top + WALL_HEIGHT * 0.24 + 16);
  label(painter, 'the rest', LEFT - 8, top + WALL_HEIGHT * 0.74);
  label(painter, 'inside', LEFT - 8, top + WALL_HEIGHT - 10);
}

interface Depths {
  /** Depth of each cell's centre from the outside, 0 to 1 of the dry clay, and its water; outermost first. */
  at: number[];
  x: number[];
}

function depthsOf({ x, mesh }: WallAt): Depths {
  const { from, to } = mesh.body;
  let dry = 0;
  for (let i = from; i < to; i++) dry += mesh.widths[i]!;
  const depths: Depths = { at: [], x: [] };
  let above = 0;
  for (let i = to - 1; i >= from; i--) {
    depths.at.push((above + mesh.widths[i]! / 2) / dry);
    depths.x.push(x[i]!);
    above += mesh.widths[i]!;
  }
  return depths;
}

/** Water at a depth, between cell centres. */
function atDepth({ at, x }: Depths, depth: number): number {
  const k = at.findIndex((d) => d >= depth);
  if (k === 0) return x[0]!;
  if (k < 0) return x.at(-1)!;
  const share = (depth - at[k - 1]!) / (at[k]! - at[k - 1]!);
  return x[k - 1]! + share * (x[k]! - x[k - 1]!);
}

function fadeFuture(painter: Painter, scene: StripScene, x: ToX, top: number, end: Instant): void {
  if (end <= scene.now) return;
  const gradient = painter.createLinearGradient(x(scene.now), 0, x(end), 0);
  gradient.addColorStop(0, `${paper}00`);
  gradient.addColorStop(1, `${paper}90`);
  painter.fillStyle = gradient;
  painter.fillRect(x(scene.now), top, x(end) - x(scene.now), WALL_HEIGHT);
}

/** The coats on the outside, one above the other, deep blue while wet and pale once dry. */
function paintCoats(painter: Painter, scene: StripScene, x: ToX, wallTop: number): void {
  const { trajectory } = scene;
  const start = Math.max(scene.from, beginOf(trajectory));
  const end = Math.min(scene.to, endOf(trajectory));
  for (let px = Math.floor(x(start)); px < x(end); px += 2) {
    const at = scene.from + ((px + 1 - LEFT) / (x(scene.to) - LEFT)) * (scene.to - scene.from);
    const { x: cells, mesh } = wallAt(trajectory, at);
    coatsOn(mesh, 'outside')
      .slice(0, COATS_SHOWN)
      .forEach((coat, i) => {
        const wet = Math.min(1, cells[coat.to - 1]! / WET_COAT_X);
        painter.fillStyle = rampColour(coatRamp, wet);
        painter.fillRect(px, wallTop - (i + 1) * COAT_HEIGHT, 2.5, COAT_HEIGHT - 1);
      });
  }
}

function paintCovers(painter: Painter, scene: StripScene, x: ToX, top: number): void {
  for (const { cover, from, to } of scene.covers) {
    if (cover === 'open' || to <= scene.from || from >= scene.to) continue;
    const left = x(from);
    const width = x(to) - left;
    const gap = hatching[cover];
    painter.save();
    painter.beginPath();
    painter.rect(left, top + 4, width, COVER_HEIGHT - 8);
    painter.clip();
    painter.strokeStyle = ink;
    painter.lineWidth = 1;
    for (let at = left - COVER_HEIGHT; at < left + width; at += gap)
      line(painter, at, top + COVER_HEIGHT, at + COVER_HEIGHT, top);
    painter.restore();
    painter.strokeStyle = ink;
    painter.strokeRect(left, top + 4, width, COVER_HEIGHT - 8);
    const name = coverNamed(cover).name;
    painter.font = `13px ${sans}`;
    const room = painter.measureText(name).width + 12;
    const at = clearOf(x(scene.now), left + 14, left + width - 2, room);
    if (at === null) continue;
    painter.fillStyle = paper;
    painter.fillRect(at, top + 5, room, COVER_HEIGHT - 10);
    painter.fillStyle = ink;
    painter.textAlign = 'left';
    painter.fillText(name, at + 6, top + COVER_HEIGHT / 2);
  }
}

/** Where between two edges words of a length can be read: at the left, else behind the plumb line; null for nowhere. */
function clearOf(plumb: number, left: number, right: number, length: number): number | null {
  const clear = (at: number) =>
    at >= left && at + length <= right && (at + length < plumb - 4 || at > plumb + 4);
  return [left, plumb + 6].find(clear) ?? null;
}

function paintNights(painter: Painter, { nights }: StripScene, x: ToX, top: number, bottom: number): void {
  painter.fillStyle = 'rgba(42, 28, 20, 0.16)';
  for (const { from, to } of nights) painter.fillRect(x(from), top, x(to) - x(from), bottom - top);
}

function paintStages(painter: Painter, scene: StripScene, x: ToX, top: number): void {
  const { trajectory, body } = scene;
  const start = Math.max(scene.from, beginOf(trajectory));
  const end = Math.min(scene.to, endOf(trajectory));
  const spells: { name: string; from: Instant; to: Instant }[] = [];
  for (let at = start; at <= end; at += HOUR / 6) {
    const { name } = stageAt(body, readAt(trajectory, at, meanReading));
    const last = spells.at(-1);
    if (last?.name === name) last.to = at;
    else spells.push({ name, from: last ? last.to : at, to: at });
  }
  painter.font = `14px ${sans}`;
  painter.strokeStyle = ink;
  painter.lineWidth = 1;
  for (const { name, from, to } of spells) {
    line(painter, x(from), top, x(from), top + STAGE_HEIGHT - 6);
    painter.fillStyle = ink;
    painter.textAlign = 'left';
    for (const words of [name, name.replace('-hard', '')]) {
      const length = painter.measureText(words).width;
      const written = clearOf(x(scene.now), x(from) + 5, x(to) - 5, length);
      if (written === null) continue;
      painter.fillText(words, written, top + STAGE_HEIGHT / 2);
      break;
    }
  }
  painter.font = `13px ${sans}`;
  label(painter, 'the wall is', LEFT - 8, top + STAGE_HEIGHT / 2);
}

function paintAxis(painter: Painter, scene: StripScene, x: ToX, top: number, width: number): void {
  const { from, to, zone } = scene;
  painter.strokeStyle = hairline;
  painter.lineWidth = 1;
  line(painter, LEFT, top, width - RIGHT, top);
  const step = axisStep(to - from, Math.floor((width - LEFT - RIGHT) / LABEL_WIDTH));
  painter.font = `13px ${sans}`;
  painter.fillStyle = ink;
  painter.textAlign = 'center';
  for (let at = Math.ceil(from / step) * step; at <= to; at += step) {
    painter.strokeStyle = ink;
    line(painter, x(at), top, x(at), top + 5);
    if (Math.abs(x(at) - x(scene.now)) < 44 || x(at) > width - 30) continue;
    const midnight = clockTime(at, zone) === '00:00';
    painter.fillText(midnight ? weekday(at, zone) : clockTime(at, zone), x(at), top + 16);
  }
  painter.font = `700 15px ${slab}`;
  const nowText = `now ${clockTime(scene.now, zone)}`;
  const half = painter.measureText(nowText).width / 2;
  painter.fillText(nowText, Math.min(width - half - 2, Math.max(LEFT + half - 20, x(scene.now))), top + 32);
}

/** A framed square stands on the covers wherever a photograph was taken. */
function paintPictured(painter: Painter, { pictured, from, to }: StripScene, x: ToX, top: number): void {
  const side = 11;
  painter.lineWidth = 2;
  for (const at of pictured) {
    if (at < from || at > to) continue;
    painter.fillStyle = paper;
    painter.strokeStyle = ink;
    painter.fillRect(x(at) - side / 2, top - side, side, side);
    painter.strokeRect(x(at) - side / 2, top - side, side, side);
  }
}

/** So much room an hour’s label takes, px. */
const LABEL_WIDTH = 52;

/** The shortest step of which at most so many lie within a length of time. */
function axisStep(length: number, most: number): number {
  const steps = [HOUR, 2 * HOUR, 4 * HOUR, 6 * HOUR, 12 * HOUR, 24 * HOUR, 48 * HOUR];
  return steps.find((step) => length / step <= Math.min(14, Math.max(1, most))) ?? 96 * HOUR;
}

function paintPlumb(painter: Painter, at: number, top: number, bottom: number): void {
  painter.strokeStyle = ink;
  painter.fillStyle = ink;
  painter.lineWidth = 2;
  line(painter, at, 0, at, bottom + 4);
  painter.beginPath();
  painter.moveTo(at - 7, bottom + 4);
  painter.lineTo(at + 7, bottom + 4);
  painter.lineTo(at, bottom + 22);
  painter.fill();
  painter.fillRect(at - 1, top, 2, bottom - top);
}

function label(painter: Painter, text: string, x: number, y: number): void {
  painter.font = `13px ${sans}`;
  painter.fillStyle = ink;
  painter.textAlign = 'right';
  painter.fillText(text, x, y);
}

function line(painter: Painter, x1: number, y1: number, x2: number, y2: number): void {
  painter.beginPath();
  painter.moveTo(x1, y1);
  painter.lineTo(x2, y2);
  painter.stroke();
}
