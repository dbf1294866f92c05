import { writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { defaultBody } from '../core/clay/body.ts';
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
import { outsideArea } from '../core/form/form.ts';
import { routeWith } from '../core/piece/route.ts';
import { blocksOf } from '../core/schedule/block.ts';
import { FLOOR } from '../core/schedule/bars.ts';
import { graphOf } from '../core/schedule/graph.ts';
import { bestItinerary } from '../core/schedule/path.ts';
import { rememberedPlannings, type PieceGiven } from '../core/schedule/planning.ts';
import { scheduled } from '../core/schedule/scheduled.ts';
import { planWeek } from '../core/schedule/week.ts';
import type { WeekPlan } from '../core/schedule/weekPlan.ts';
import { createSolver } from '../server/schedule/solver.ts';
import { workingTime } from '../core/time/hours.ts';
import type { Layer, Zone } from '../core/technique/layer.ts';
import { blendTable } from '../core/slip/blend.ts';
import { rawMaterials } from '../core/slip/rawMaterials.ts';
import type { Recipe } from '../core/slip/recipe.ts';
import { figure, measured, median } from './figures.ts';
import { fullShelf } from './shelf.ts';
import './walls.ts';

/** How long the hot paths take, and how true the wall stays. Printed, never asserted. */
const HOUR = 3_600_000;
const START = Date.parse('2026-03-09T08:00:00Z');

console.log(`${cpus().length} cores, ${cpus()[0]?.model ?? 'unknown'}, Node ${process.version}`);

const entryOf = (subject: string, kind: string, at: number, body: unknown): Entry =>
  upcastEntry({
    ...{ id: `${kind}${at}`, kind, v: 1, subject },
    ...{ at: new Date(at).toISOString(), place: null, face: 'outside', body },
  } as unknown as AnyEntry);

function pieceCase(i: number): PlanInput {
  const entry = (kind: string, at: number, body: unknown) => entryOf(`p${i}`, kind, at, body);
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
  figure(
    `Plan of one changed piece, ${what}`,
    median(() => void planPiece(cases[i]!, now), 12),
  );
}
figure(
  'Plans of 30 pieces, all anew',
  median(() => cases.forEach((given) => planPiece(given, now)), 3),
);

/** A fresh piece over ten evenings: its tables, and the best that can be made of them. */
{
  const given = cases[0]!;
  const piece = foldPiece(given.pieceId, given.entries)!;
  const { members, joined } = estimateNow(piece, given, now, 24);
  const evenings = [1, 2, 3, 4, 5].map((weekday) => ({ weekday, fromMinute: 1110, toMinute: 1260 }));
  const until = now + 14 * 24 * HOUR;
  const sessions = workingTime({ zone: 'Etc/UTC', hours: evenings }, now, until).slice(0, 10);
  const blocks = blocksOf(routeWith(piece, {}, undefined).planned, {}, outsideArea(piece.form));
  const about = { blocks, cover: piece.cover, begins: sessions[0]!.from, until };
  const look = () => scheduled(members, 'wall', joined, about);
  figure(
    'Tables of one piece, 24 members, three covers',
    median(() => void look(), 8),
  );
  const found = look();
  figure(
    'All that may become of it over ten evenings, and the best',
    median(() => void bestItinerary(graphOf(found, sessions, { floor: FLOOR }), { least: 0.85 }), 8),
  );
}

/** Twenty pieces over two weeks of evenings: the first plan, and again once something was logged of one. */
{
  const evenings = {
    zone: 'Etc/UTC',
    hours: [1, 2, 3, 4, 5].map((weekday) => ({ weekday, fromMinute: 1110, toMinute: 1260 })),
  };
  const given = cases.slice(0, 20).map((facts): PieceGiven => ({ facts, due: null, ownHands: false }));
  const solver = await createSolver();
  const { planningOf } = rememberedPlannings(given.length);
  let before: WeekPlan | null = null;
  const plan = () => (before = planWeek(given, evenings, now, { solver, planningOf, before }));
  figure('The coming days of 20 pieces, ten evenings, the first time', median(plan, 1));
  const [first] = given as [PieceGiven];
  const covered = entryOf('p0', 'piece.covered', now - HOUR / 2, { cover: 'draped', stand: 'board' });
  given[0] = { ...first, facts: { ...first.facts, entries: [...first.facts.entries, covered] } };
  figure('The same once something was logged of one', median(plan, 1));
}

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
  figure(
    'Composing five layers',
    median(() => void compose(fiveLayers), 20),
    `${open} steps`,
  );
  figure(
    'Composing eight layers',
    median(() => void compose(eightLayers), 20),
    `${compose(eightLayers).planned.length} steps`,
  );
  const of = layered(0);
  const begun = performance.now();
  planPiece(of, now);
  figure('First plan of five layers', performance.now() - begun);
  figure(
    'Five layers planned anew',
    median(() => void planPiece(of, now), 6),
    `${open} open steps, 64 members`,
  );
  const warm = cachedPlanner(40);
  warm(of, now);
  let at = now;
  figure(
    'The same a quarter of an hour on, warm',
    median(() => void warm(of, (at += 900_000)), 6),
  );
}

/** The piece that was coated and checked, as the worker on a tablet meets it. */
const checked = cases[2]!;
const piece = foldPiece(checked.pieceId, checked.entries)!;
figure(
  'Update of 64 members by a touch check',
  median(() => void estimateNow(piece, checked, now), 8),
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
figure('What-if dragged, 8 members', dragged(8));
figure('What-if let go, 64 members', dragged(undefined));

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
figure('Shelf of 200 tubs with 50 entries, anew', performance.now() - anew, `${(bytes / 1e6).toFixed(1)} MB`);
figure(
  'The same shelf, warm',
  median(() => void JSON.stringify(shelf.answer(now)), 12),
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
figure(
  'Triaxial of 66 cups, four materials',
  median(() => void blendTable('triaxial', 10, corners, rawMaterials, 0.03), 60),
);
writeFileSync(process.argv[2]!, JSON.stringify(measured()));
