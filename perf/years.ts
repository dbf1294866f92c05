import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { ZipArchive } from 'archiver';
import { randomLcg } from 'd3-random';

/** Years of use as an export: 5,000 pieces over three years, some 200,000 entries, 200 tubs, four rooms every five minutes. */
const PIECES = Number(process.argv[3] ?? 5_000);
const UNFINISHED = 30;
const TUBS = 200;
const ROOMS = 4;
const MONTHS = 36;
const HOUR = 3_600_000;
const DAY = 24 * HOUR;
const END = Date.parse('2026-03-11T09:00:00Z');
const random = randomLcg(0.20260311);
const between = (from: number, to: number) => from + random() * (to - from);
const one = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!;

const iso = (at: number) => new Date(Math.round(at)).toISOString();
let seq = 0;
const entry = (kind: string, subject: string, at: number, body: object) => ({
  id: `e${(seq += 1)}`,
  kind,
  v: 1,
  subject,
  at: iso(at),
  place: null,
  face: null,
  body,
});
type Entry = ReturnType<typeof entry>;
const acts: { at: number; entries: Entry[] }[] = [];
const act = (at: number, ...entries: Entry[]) => acts.push({ at, entries });

const room = (i: number) => (i === 0 ? 'room-default' : `room-${i}`);
const begin = END - MONTHS * 30 * DAY;
act(
  begin - 2 * HOUR,
  entry('studio.set', 'studio', begin - 2 * HOUR, {
    name: 'Quillstone Yard',
    zone: 'Europe/Vienna',
    nightFromMinute: 1320,
    nightToMinute: 420,
    hours: [1, 2, 3, 4, 5, 6].map((weekday) => ({ weekday, fromMinute: 480, toMinute: 1080 })),
  }),
);
for (let i = 0; i < ROOMS; i++)
  act(
    begin - HOUR,
    entry('room.set', room(i), begin - HOUR, {
      name: `Room ${i + 1}`,
      heatTransfer: 4 + i,
      cycle: {
        meanCelsius: 18 + i,
        swingCelsius: 2,
        meanHumidity: 0.5,
        swingHumidity: 0.05,
        warmestHour: 15,
      },
    }),
  );
for (let t = 0; t < TUBS; t++) {
  const id = `tub-${t}`;
  let at = begin + (t / TUBS) * 20 * 30 * DAY;
  const colour = () =>
    `#${Math.floor(random() * 0xffffff)
      .toString(16)
      .padStart(6, '0')}`;
  act(
    at,
    entry('tub.made', id, at, {
      name: `Tub ${t}`,
      use: 'brushed-engobe',
      contents: 'slip',
      clayId: null,
      volumeM3: 0.004,
      capacityM3: 0.005,
      grainDensity: 2650,
      wetColour: colour(),
      firedColour: colour(),
      adjusted: 'none',
      carries: [],
      keepsDays: 180,
      composition: [],
      batchId: null,
    }),
  );
  for (let i = 0; i < 40; i++) {
    at += between(2, 9) * DAY;
    if (at > END) break;
    act(
      at,
      i % 2
        ? entry('tub.watered', id, at, { volumeM3: 2e-5 })
        : entry('tub.measured', id, at, {
            sample: null,
            gravityRead: between(1.34, 1.44),
            flow: [],
            feel: null,
            celsius: 19,
            levelM3: null,
          }),
    );
  }
}
for (let p = 0; p < PIECES; p++) {
  const id = `piece-${p}`;
  const open = p >= PIECES - UNFINISHED;
  let at = open
    ? END - between(4, 60) * HOUR
    : begin + (p / PIECES) * (END - begin - 20 * DAY) + between(0, 6) * HOUR;
  const next = (hours: number) => (at += between(0.8, 1.2) * hours * HOUR);
  const log = (kind: string, body: object, ...more: Entry[]) =>
    at < END && act(at, entry(kind, id, at, body), ...more);
  log('piece.made', {
    name: `Piece ${p}`,
    clayId: 'clay-default',
    roomId: room(p % ROOMS),
    techniqueId: 'sgraffito',
    schools: {},
    form: {
      kind: 'cylinder',
      diameterM: between(0.07, 0.2),
      heightM: between(0.08, 0.25),
      wallM: between(0.004, 0.009),
      mouth: 'open',
    },
    cover: 'open',
    stand: 'board',
    attachmentM: null,
    stage: null,
  });
  const covered = (cover: string) => log('piece.covered', { cover, stand: 'board' });
  for (let i = 0; i < 4; i++) {
    next(1.2);
    covered(i % 2 ? 'open' : 'tight');
    next(0.2);
    log('piece.noted', { text: `note ${i}` });
  }
  log('piece.checked', { stage: one(['soft-leather-hard', 'leather-hard']), confirmed: false, note: '' });
  for (let coat = 1; coat <= 3; coat++) {
    next(0.15);
    const tubId = `tub-${Math.min(TUBS - 1, Math.floor(((at - begin) / (END - begin)) * TUBS * 0.5))}`;
    log(
      'piece.coated',
      { stepId: `coat-${coat}`, tubId, thicknessM: 0.00015, specificGravity: 1.38, grainDensity: 2650 },
      entry('tub.used', tubId, at, { volumeM3: 1e-6, pieceId: id }),
    );
    next(0.1);
    log('piece.seen', { sign: 'matte', stepId: `coat-${coat}` });
  }
  next(0.2);
  covered('draped');
  next(4);
  log('piece.felt', { flop: null, dent: 'none', nail: 'marks', chill: null, colour: 'dark', corner: null });
  log('piece.worked', { stepId: 'carve', outcome: one(['good', 'good', 'mixed']), note: '' });
  for (let i = 0; i < 8; i++) {
    next(3);
    covered(i % 2 ? 'tight' : 'draped');
    log('piece.noted', { text: `turned ${i}` });
  }
  if (open) continue;
  next(60);
  log('piece.worked', { stepId: 'burrs', outcome: 'good', note: '' });
  next(40);
  log('piece.worked', { stepId: 'bisque', outcome: 'good', note: '' });
  next(70);
  log('piece.finished', { outcome: one(['good', 'good', 'mixed', 'bad']), faults: [], note: '' });
}

/** A month of a room, every five minutes, as a logger writes it. */
function month(r: number, from: number): string {
  const rows = ['Time,Temperature (C),Humidity (%)'];
  for (let at = from; at < from + 30 * DAY; at += 5 * 60_000) {
    const swing = Math.cos(((at % DAY) / DAY) * 2 * Math.PI);
    rows.push(
      `${iso(at).slice(0, 16).replace('T', ' ')},${(18 + r - 2 * swing + between(-0.3, 0.3)).toFixed(1)},${(50 + 5 * swing + between(-1, 1)).toFixed(1)}`,
    );
  }
  return rows.join('\n');
}

const zip = new ZipArchive({ zlib: { level: 1 } });
const written = pipeline(zip, createWriteStream(process.argv[2]!));
for (let m = 0; m < MONTHS; m++)
  for (let r = 0; r < ROOMS; r++) {
    const from = begin + m * 30 * DAY;
    const text = month(r, from);
    const file = createHash('sha256').update(text).digest('hex');
    zip.append(text, { name: `files/${file}` });
    const at = from + 30 * DAY;
    act(
      at,
      entry('readings.taken', room(r), at, {
        file,
        fileName: `room-${r}-${m}.csv`,
        skipBad: false,
        answers: { zone: 'Etc/UTC', dayFirst: null, columns: null, fahrenheit: null },
      }),
    );
  }
acts.sort((a, b) => a.at - b.at);
function* studio(): Generator<string> {
  yield `{"format":"kosmema-studio","version":1,"exportedAt":"${iso(END)}","acts":[\n`;
  for (const [i, { at, entries }] of acts.entries()) {
    const head = {
      id: randomUUID(),
      makerId: 'maker-default',
      deviceAt: iso(at),
      n: i + 1,
      recordedAt: iso(at),
    };
    yield `${i === 0 ? '' : ',\n'}${JSON.stringify({ ...head, entries })}`;
  }
  yield '\n]}\n';
}
zip.append(Readable.from(studio()), { name: 'studio.json' });
await zip.finalize();
await written;
console.log(`${PIECES} pieces, ${acts.length} acts, ${seq} entries, ${MONTHS * ROOMS} months of readings`);
