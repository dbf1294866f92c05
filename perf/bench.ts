import { cpus } from 'node:os';
import { defaultBody } from '../core/clay/body.ts';
import { seriesClimate, steadyClimate } from '../core/drying/air.ts';
import type { Cover } from '../core/drying/face.ts';
import { meanReading } from '../core/drying/readings.ts';
import {
  integrate,
  plainSetting,
  startRun,
  TOLERANCE,
  type WallEvent,
  type WallRun,
} from '../core/drying/run.ts';
import { readAt, wallAt, type Trajectory } from '../core/drying/trajectory.ts';
import type { Entry, EntryOf } from '../core/log/entry.ts';
import { defaultRoom, defaultStudio } from '../core/log/studio.ts';
import { foldPiece } from '../core/log/piece.ts';
import { upcastEntry, type AnyEntry } from '../core/log/upcast.ts';
import type { PlanInput } from '../core/piece/planInput.ts';
import { estimateNow } from '../core/piece/stateEstimate.ts';
import { cachedPlanner } from '../core/plan/cachedPlanner.ts';
import { planPiece } from '../core/plan/plan.ts';
import { techniqueNamed } from '../core/catalogue/catalogue.ts';
import { compose } from '../core/compose/compose.ts';
import type { Layer, Zone } from '../core/technique/layer.ts';
import { blendTable } from '../core/slip/blend.ts';
import { rawMaterials } from '../core/slip/rawMaterials.ts';
import type { Recipe } from '../core/slip/recipe.ts';
import { fullShelf } from './shelf.ts';

/** How long the hot paths take, and how true the wall stays. Printed, never asserted. */
const HOUR = 3_600_000;
const START = Date.parse('2026-03-09T08:00:00Z');

console.log(`${cpus().length} cores, ${cpus()[0]?.model ?? 'unknown'}, Node ${process.version}`);

function climate() {
  let seed = 7;
  const wander = () => (seed = (seed * 48271) % 2147483647) / 2147483647 - 0.5;
  const at = Array.from({ length: 170 }, (_, i) => START + i * HOUR);
  const day = (i: number) => Math.cos((((i % 24) - 7) / 24) * 2 * Math.PI);
  return seriesClimate(
    {
      at,
      celsius: at.map((_, i) => 20 + 3 * day(i) + wander()),
      humidity: at.map((_, i) => 0.5 - 0.1 * day(i) + 0.04 * wander()),
    },
    steadyClimate(20, 0.5),
  );
}

function median(work: () => void, rounds: number): number {
  for (let i = 0; i < rounds; i++) work();
  const times = Array.from({ length: rounds }, () => {
    const begun = performance.now();
    work();
    return performance.now() - begun;
  });
  return times.sort((a, b) => a - b)[rounds >> 1]!;
}

const air = climate();
const week = (cover: Cover, tolerance: number): WallRun =>
  integrate(
    startRun(
      plainSetting(defaultBody, 0.006),
      { climate: air, heatTransfer: 4, cover, outside: 'free', inside: 'free' },
      START,
      { tolerance },
    ),
    START + 168 * HOUR,
  );

for (const cover of ['open', 'draped', 'tight'] as const) {
  const fine = week(cover, 1e-7).trajectory;
  const used = week(cover, TOLERANCE).trajectory;
  let worst = 0;
  for (let hour = 0; hour <= 168; hour++) {
    const a = wallAt(fine, START + hour * HOUR).x;
    const b = wallAt(used, START + hour * HOUR).x;
    a.forEach((x, i) => (worst = Math.max(worst, Math.abs(x - b[i]!))));
  }
  const ms = median(() => void week(cover, TOLERANCE), 60);
  console.log(
    `A week of one wall, ${cover}: ${ms.toFixed(2)} ms (wanted 3), ${used.at.length} steps, off by ${worst.toExponential(1)} at most (wanted 5e-4)`,
  );
}

/** A week with three coats, four changes of cover and a fan among them. */
const busyWeek: WallEvent[] = [
  ...[4, 4.1, 4.2].map((hour): WallEvent => ({
    at: START + hour * HOUR,
    kind: 'coat',
    coat: { face: 'outside', thicknessM: 0.00015, specificGravity: 1.38, grainDensity: 2600 },
  })),
  ...(
    [
      [6, 'draped'],
      [22, 'open'],
      [30, 'tight'],
      [46, 'fan'],
    ] as const
  ).map(([hour, cover]): WallEvent => ({ at: START + hour * HOUR, kind: 'surroundings', change: { cover } })),
];
const coated = (tolerance: number) =>
  integrate(
    startRun(
      plainSetting(defaultBody, 0.006),
      { climate: air, heatTransfer: 4, cover: 'open', outside: 'free', inside: 'free' },
      START,
      { tolerance },
    ),
    START + 168 * HOUR,
    busyWeek,
  );
{
  const fine = coated(1e-7).trajectory;
  const used = coated(TOLERANCE).trajectory;
  let worst = 0;
  for (let hour = 0; hour <= 168; hour++) {
    const read = (run: Trajectory) => readAt(run, START + hour * HOUR, meanReading);
    worst = Math.max(worst, Math.abs(read(fine) - read(used)));
  }
  const ms = median(() => void coated(TOLERANCE), 40);
  console.log(
    `A week with three coats and four covers: ${ms.toFixed(2)} ms (wanted 4), ${used.at.length} steps, mean off by ${worst.toExponential(1)} at most`,
  );
}

function pieceCase(i: number): PlanInput {
  const entry = (kind: string, at: number, body: unknown): Entry =>
    upcastEntry({
      id: `${kind}${at}`,
      kind,
      v: 1,
      subject: `p${i}`,
      at: new Date(at).toISOString(),
      place: null,
      face: 'outside',
      body,
    } as unknown as AnyEntry);
  const coat = (n: number, hour: number) =>
    entry('piece.coated', START + hour * HOUR, {
      stepId: `coat-${n}`,
      tubId: null,
      thicknessM: 0.00015,
      specificGravity: 1.38,
      grainDensity: 2600,
    });
  const made = {
    name: `Piece ${i}`,
    clayId: 'c',
    form: { kind: 'cylinder', diameterM: 0.1, heightM: 0.15, wallM: 0.004 + (i % 8) / 1000, mouth: 'open' },
    roomId: 'r',
    techniqueId: 'sgraffito',
    schools: {},
    cover: 'open',
    stand: 'board',
    attachmentM: null,
    stage: null,
  };
  const entries = [
    entry('piece.made', START, made),
    ...(i % 3 === 0 ? [] : [coat(1, 4)]),
    ...(i % 3 === 2
      ? [entry('piece.checked', START + 4.5 * HOUR, { stage: 'leather-hard', confirmed: false, note: '' })]
      : []),
  ];
  return {
    pieceId: `p${i}`,
    entries,
    body: defaultBody,
    studio: defaultStudio,
    tubs: {},
    rooms: [
      { id: 'r', settings: [{ ...defaultRoom, from: 0 }], series: { at: [], celsius: [], humidity: [] } },
    ],
  };
}

const cases = Array.from({ length: 30 }, (_, i) => pieceCase(i));
const now = START + 5 * HOUR;
for (const [what, i] of [
  ['fresh', 0],
  ['coated', 1],
  ['coated and checked', 2],
] as const) {
  console.log(
    `Plan of one changed piece, ${what}: ${median(() => void planPiece(cases[i]!, now), 12).toFixed(0)} ms (wanted 500)`,
  );
}
console.log(
  `Plans of 30 pieces, all anew: ${median(() => cases.forEach((given) => planPiece(given, now)), 3).toFixed(0)} ms`,
);

/** A piece of many layers: three bands and a print, fired twice. */
const band = (id: string, from: number, to: number): Zone => ({ id, name: id, kind: 'band', from, to });
const layerOf = (technique: string, zones: Zone[]): Layer => ({
  id: technique,
  technique,
  rev: techniqueNamed(technique).rev,
  schools: {},
  zones,
  face: 'outside',
  upon: 'firm',
  also: [],
  stock: [],
});
const fiveLayers = [
  layerOf('fresh-bands', [band('low', 0.05, 0.3)]),
  layerOf('inlay', [
    { id: 'motif', name: 'Leaves', kind: 'motif', within: 'middle', share: 0.1, widthM: 0.01 },
  ]),
  layerOf('slip-trailing', [band('high', 0.65, 0.9)]),
  layerOf('sgraffito', [band('middle', 0.35, 0.6)]),
  layerOf('firing', [{ id: 'whole', name: 'All over', kind: 'whole' }]),
];
/** A whole pot, each layer in zones of its own where it has some. */
const eightLayers = [
  layerOf('fresh-bands', [band('low', 0.05, 0.3), band('lower', 0.3, 0.4)]),
  layerOf('transfer', [band('middle', 0.4, 0.6)]),
  layerOf('shaping', [{ id: 'whole', name: 'All over', kind: 'whole' }]),
  layerOf('inlay', [band('high', 0.65, 0.75), band('higher', 0.75, 0.85)]),
  layerOf('slip-trailing', [band('rim', 0.9, 1)]),
  layerOf('slip-drip', [band('foot', 0, 0.2)]),
  layerOf('sgraffito', [band('neck', 0.85, 0.9)]),
  layerOf('firing', [{ id: 'whole', name: 'All over', kind: 'whole' }]),
];
const layered = (i: number): PlanInput => {
  const of = pieceCase(3 * i);
  const [made] = of.entries;
  const routed = {
    ...(made as EntryOf<'piece.made'>),
    body: { ...(made as EntryOf<'piece.made'>).body, layers: fiveLayers },
  };
  return { ...of, entries: [routed, ...of.entries.slice(1)] };
};
{
  const open = compose(fiveLayers).planned.length;
  console.log(
    `Composing five layers: ${median(() => void compose(fiveLayers), 20).toFixed(1)} ms, ${open} steps`,
  );
  console.log(
    `Composing eight layers: ${median(() => void compose(eightLayers), 20).toFixed(1)} ms, ${compose(eightLayers).planned.length} steps (wanted 10)`,
  );
  const of = layered(0);
  const begun = performance.now();
  planPiece(of, now);
  console.log(
    `First plan of five layers: ${(performance.now() - begun).toFixed(0)} ms (wanted 300 with composing)`,
  );
  console.log(
    `Piece of ${open} open steps planned anew over 64 members: ${median(() => void planPiece(of, now), 6).toFixed(0)} ms (wanted 700)`,
  );
  const warm = cachedPlanner(40);
  warm(of, now);
  let at = now;
  console.log(
    `The same a quarter of an hour on, warm: ${median(() => void warm(of, (at += 900_000)), 6).toFixed(0)} ms (wanted 100)`,
  );
}

/** The piece that was coated and checked, as the worker on a tablet meets it. */
const checked = cases[2]!;
const piece = foldPiece(checked.pieceId, checked.entries)!;
console.log(
  `Update of 64 members by a touch check: ${median(() => void estimateNow(piece, checked, now), 8).toFixed(0)} ms (wanted 300)`,
);
const remembering = cachedPlanner(4);
remembering(checked, now);
const dragged = (ahead: number | undefined) => {
  let at = now;
  return median(
    () =>
      void remembering(
        checked,
        now,
        { covers: [{ at: (at += 600_000), cover: 'draped' }] },
        ahead === undefined ? {} : { ahead },
      ),
    12,
  );
};
console.log(
  `What-if dragged, 8 members: ${dragged(8).toFixed(0)} ms (wanted 100); let go, 64: ${dragged(undefined).toFixed(0)} ms`,
);

/** Memory over many forecasts, in bytes that are still held after collecting. */
function held(): number {
  for (let i = 0; i < 4; i++) globalThis.gc?.();
  return process.memoryUsage().heapUsed;
}
{
  const few = { members: 4 };
  const rounds = (count: number) => {
    for (let i = 0; i < count; i++) remembering(cases[i % 30]!, now + i * 60_000, undefined, few);
  };
  rounds(100);
  const before = held();
  rounds(1000);
  const grown = (held() - before) / 1e6;
  console.log(`Memory over 1,000 forecasts: ${grown.toFixed(1)} MB more (wanted 0)`);
}

const shelf = fullShelf(START);
const anew = performance.now();
const bytes = JSON.stringify(shelf.answer(now)).length;
console.log(
  `Shelf of 200 tubs with 50 entries: ${(performance.now() - anew).toFixed(0)} ms anew, ${median(() => void JSON.stringify(shelf.answer(now)), 12).toFixed(0)} ms warm (wanted 100), ${(bytes / 1e6).toFixed(1)} MB`,
);

const corner = (percents: number[]): Recipe => ({
  name: 'Corner',
  kind: 'engobe',
  use: 'brushed-engobe',
  base: ['china-clay', 'quartz', 'soda-feldspar', 'whiting'].map((materialId, i) => ({
    materialId,
    percent: percents[i]!,
  })),
  additions: [],
  electrolyte: null,
  gravity: null,
  note: '',
});
const corners = [corner([70, 10, 10, 10]), corner([10, 70, 10, 10]), corner([10, 10, 40, 40])];
console.log(
  `Triaxial of 66 cups, four materials: ${median(() => void blendTable('triaxial', 10, corners, rawMaterials, 0.03), 60).toFixed(2)} ms (wanted 16)`,
);
