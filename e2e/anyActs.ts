import { randomLcg } from 'd3-random';

/** A maker who does anything that can be done, and some things that cannot: acts of all kinds over all subjects. */
export interface AnyActs {
  /** The next act, as it would be sent. */
  next: () => { id: string; body: object };
  /** To be told what became of it. */
  told: (id: string, taken: boolean) => void;
  /** Every address that shows something of what was logged. */
  views: () => string[];
  /** Kinds that were taken at least once. */
  kinds: Set<string>;
}

type Body = Record<string, unknown>;
interface Draft {
  kind: string;
  subject: string;
  body: Body;
  place?: string | null;
  face?: string | null;
  at?: number;
}

const HOUR = 3_600_000;
/** Names that are odd but allowed, and some used for several kinds at once. */
const odd = ['a', '-', '_', '0', 'A-b_9', 'x'.repeat(80), 'shared', 'null', 'undefined', 'NaN'];

export function anyActs(seed: number, begin: number): AnyActs {
  const random = randomLcg(seed);
  const chance = (share: number) => random() < share;
  const int = (from: number, to: number) => from + Math.floor(random() * (to - from + 1));
  const between = (from: number, to: number) => from + random() * (to - from);
  const one = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!;
  const maybe = <T>(value: T): T | null => (chance(0.5) ? value : null);
  const hex = (digits: number) => Array.from({ length: digits }, () => one([...'0123456789abcdef'])).join('');
  const uuid = () => `${hex(8)}-${hex(4)}-7${hex(3)}-8${hex(3)}-${hex(12)}`;
  const colour = () => `#${hex(6)}`;
  let clock = begin;
  let made = 0;

  const known: Record<string, string[]> = {
    piece: [],
    tub: [],
    batch: [],
    bin: [],
    trial: [],
    recipe: [],
    room: ['room-default'],
    clay: ['clay-default'],
    cup: [],
    material: ['china-clay', 'quartz', 'red-iron', 'silicate-42'],
    maker: ['maker-default'],
  };
  const finished = new Set<string>();
  const taken: string[] = [];
  const undos = new Map<string, string>();
  const kinds = new Set<string>();
  const sent = new Map<string, Draft[]>();

  const fresh = (kind: string) => (chance(0.1) ? one(odd) : `${kind}-${(made += 1)}`);
  const some = (kind: string): string =>
    known[kind]!.length > 0 && chance(0.97) ? one(known[kind]!.slice(-12)) : one([...odd, 'nobody']);
  const openPiece = () => {
    const open = known['piece']!.filter((id) => !finished.has(id));
    return open.length > 0 ? one(open) : some('piece');
  };

  const form = () =>
    one([
      () => ({
        kind: 'cylinder',
        diameterM: between(0.03, 0.5),
        heightM: between(0.03, 0.5),
        wallM: between(0.003, 0.012),
        mouth: one(['open', 'narrow']),
      }),
      () => ({
        kind: 'bowl',
        diameterM: between(0.05, 0.5),
        heightM: between(0.03, 0.3),
        wallM: between(0.0005, 0.02),
      }),
      () => ({ kind: 'plate', diameterM: between(0.05, 0.5), wallM: between(0.003, 0.02) }),
      () => ({
        kind: 'tile',
        lengthM: between(0.03, 0.4),
        widthM: between(0.03, 0.4),
        wallM: between(0.004, 0.1),
      }),
    ])();
  const cover = () => one(['open', 'fan', 'draped', 'paper-bag', 'tight', 'damp-cloth', 'damp-box']);
  const stand = () => one(['board', 'rack', 'plaster', 'mould']);
  const stage = () =>
    one(['plastic', 'soft-leather-hard', 'leather-hard', 'stiff-leather-hard', 'drying', 'bone-dry']);
  const step = () => one(['coat-1', 'coat-2', 'coat-3', 'sketch', 'carve', 'burrs', 'bisque']);
  const use = () =>
    one(['wash', 'sigillata', 'brushed-engobe', 'poured-ground', 'inlay', 'trailing', 'texture', 'joining']);
  const feel = () => one(['skimmed-milk', 'milk', 'single-cream', 'double-cream', 'set-yoghurt', 'paste']);
  const lines = (most: number) =>
    Array.from({ length: int(1, most) }, () => ({ materialId: some('material'), percent: between(0, 100) }));
  const sample = () => ({ massKg: between(0.05, 0.1), tareKg: maybe(1) === null ? 0 : 0.01, volumeM3: 5e-5 });
  const pieceMade = () => ({
    name: `Piece ${made}`,
    clayId: some('clay'),
    form: form(),
    roomId: some('room'),
    techniqueId: 'sgraffito',
    schools: chance(0.5)
      ? {}
      : { ground: one(['engobe', 'underglaze', 'none']), burrs: one(['dry', 'sponge']) },
    cover: cover(),
    stand: stand(),
    attachmentM: maybe(between(0.002, 0.03)),
    stage: maybe(stage()),
  });

  const ofPiece: (() => Draft)[] = [
    () => ({
      kind: 'piece.corrected',
      subject: openPiece(),
      body: { ...pieceMade(), madeAt: iso(clock - between(0, 90) * HOUR) },
    }),
    () => ({ kind: 'piece.covered', subject: openPiece(), body: { cover: cover(), stand: stand() } }),
    () => ({
      kind: 'piece.misted',
      subject: openPiece(),
      body: { waterKgM2: between(0.005, 0.5) },
      face: one([null, 'inside', 'outside']),
    }),
    () => ({
      kind: 'piece.heated',
      subject: openPiece(),
      body: { tool: one(['heat-gun', 'torch']), seconds: between(1, 1800), duty: between(0.02, 1) },
      face: one([null, 'inside', 'outside']),
    }),
    () => ({ kind: 'piece.moved', subject: openPiece(), body: { roomId: some('room') } }),
    () => ({
      kind: 'piece.coated',
      subject: openPiece(),
      body: {
        stepId: maybe(one(['coat-1', 'coat-2', 'coat-3'])),
        tubId: maybe(some('tub')),
        thicknessM: 10 ** between(-5, -1.7),
        specificGravity: between(1.02, 2.2),
        grainDensity: between(2000, 5000),
        ...(chance(0.5) ? { adjusted: one(['none', 'deflocculated', 'flocculated']) } : {}),
      },
      face: one([null, 'inside', 'outside']),
    }),
    () => ({
      kind: 'piece.seen',
      subject: openPiece(),
      body: { sign: one(['matte', 'print-free', 'firm', 'touch-dry']), stepId: step() },
    }),
    () => ({
      kind: 'piece.worked',
      subject: openPiece(),
      body: { stepId: step(), outcome: maybe(one(['good', 'mixed', 'bad'])), note: '' },
    }),
    () => ({ kind: 'piece.skipped', subject: openPiece(), body: { stepId: step(), reason: 'no time' } }),
    () => ({
      kind: 'piece.checked',
      subject: openPiece(),
      body: { stage: stage(), confirmed: chance(0.5), note: '' },
      place: one([null, 'rim', 'wall', 'foot', 'floor', 'attachment']),
    }),
    () => ({
      kind: 'piece.felt',
      subject: openPiece(),
      body: {
        flop: maybe(one(['flops', 'holds'])),
        dent: maybe(one(['dents', 'marks', 'none'])),
        nail: maybe(one(['sinks', 'marks', 'powders'])),
        chill: maybe(one(['cold', 'cool', 'room-warm'])),
        colour: maybe(one(['dark', 'patchy', 'pale'])),
        corner: maybe(one(['stays', 'bends', 'cracks'])),
      },
      place: one([null, 'rim', 'foot']),
    }),
    () => ({
      kind: 'piece.weighed',
      subject: openPiece(),
      body: { massKg: between(0, 3), tareKg: one([0, 0.2]), dryKg: maybe(between(0.1, 2)) },
    }),
    () => ({ kind: 'piece.trimmed', subject: openPiece(), body: { note: '' } }),
    () => ({
      kind: 'piece.noted',
      subject: some('piece'),
      body: { text: one(['=SUM(A1)', '"quoted", comma', 'Zeile\nzwei', '😀 é', '<b>']) },
    }),
    () => ({
      kind: 'piece.finished',
      subject: openPiece(),
      body: { outcome: one(['good', 'mixed', 'bad']), faults: [], note: '' },
    }),
  ];
  const tubMade = () => ({
    name: `Tub ${made}`,
    use: use(),
    contents: 'slip',
    clayId: maybe(some('clay')),
    volumeM3: between(0, 0.002),
    capacityM3: between(0.002, 0.02),
    grainDensity: between(2000, 5000),
    wetColour: colour(),
    firedColour: colour(),
    adjusted: one(['none', 'deflocculated', 'flocculated']),
    carries: chance(0.5) ? [] : ['colour', 'silicate'],
    keepsDays: maybe(int(1, 400)),
    composition: [],
    batchId: null,
  });
  const ofTub: (() => Draft)[] = [
    () => ({
      kind: 'tub.measured',
      subject: some('tub'),
      body: {
        sample: maybe(sample()),
        gravityRead: maybe(between(1, 2)),
        flow:
          known['cup']!.length > 0 && chance(0.5)
            ? [{ cupId: some('cup'), seconds: between(0.2, 300), restS: one([0, 0, 600]) }]
            : [],
        feel: maybe(feel()),
        celsius: maybe(between(5, 30)),
        levelM3: maybe(between(0, 0.004)),
      },
    }),
    () => ({ kind: 'tub.watered', subject: some('tub'), body: { volumeM3: 10 ** between(-6, -3) } }),
    () => ({ kind: 'tub.thickened', subject: some('tub'), body: { dryKg: 10 ** between(-4, 0) } }),
    () => ({ kind: 'tub.decanted', subject: some('tub'), body: { volumeM3: 10 ** between(-6, -3) } }),
    () => ({
      kind: 'tub.dosed',
      subject: some('tub'),
      body: {
        does: one(['deflocculate', 'flocculate']),
        materialId: some('material'),
        massKg: 10 ** between(-5, -2),
      },
    }),
    () => ({ kind: 'tub.sieved', subject: some('tub'), body: { mesh: int(10, 500) } }),
    () => ({ kind: 'tub.stirred', subject: some('tub'), body: {} }),
    () => ({
      kind: 'tub.topped',
      subject: some('tub'),
      body: {
        volumeM3: 10 ** between(-5, -3),
        specificGravity: maybe(between(1, 2)),
        fromTubId: maybe(some('tub')),
      },
    }),
    () => ({
      kind: 'tub.used',
      subject: some('tub'),
      body: { volumeM3: between(0, 0.003), pieceId: maybe(some('piece')) },
    }),
    () => ({ kind: 'tub.moved', subject: some('tub'), body: { shelf: 'top' } }),
    () => ({
      kind: 'tub.settling',
      subject: some('tub'),
      body: {
        depthM: between(0.002, 2),
        grainM: 10 ** between(-7, -3),
        celsius: between(0, 40),
        seconds: between(1, 1e8),
      },
    }),
    () => ({ kind: 'tub.noted', subject: some('tub'), body: { text: 'n' } }),
    () => ({ kind: 'tub.discarded', subject: some('tub'), body: { reason: '' } }),
  ];
  const cycle = () => ({
    meanCelsius: between(-10, 50),
    swingCelsius: between(0, 15),
    meanHumidity: between(0.02, 0.99),
    swingHumidity: between(0, 0.4),
    warmestHour: between(0, 24),
  });
  const clay = () => ({
    name: `Clay ${made}`,
    plasticX: between(0.2, 0.4),
    criticalX: between(0.05, 0.19),
    grainDensity: between(2400, 2800),
    airVolume: between(0, 1e-4),
    diffusivity: { at0: 10 ** between(-9.5, -8.5), growth: between(0, 12) },
    isotherm: { scale: between(0.002, 0.03), power: between(0.2, 0.9) },
    totalShrinkage: between(0, 0.3),
    wetColour: colour(),
    dryColour: colour(),
  });
  const ofShelf: (() => Draft)[] = [
    () => ({
      kind: 'material.set',
      subject: fresh('material'),
      body: {
        name: `Material ${made}`,
        kind: one(['clay', 'colourant', 'deflocculant']),
        makeUp: one([
          { kind: 'unknown' },
          { kind: 'analysis', percent: { SiO2: 60, Al2O3: 30 } },
          { kind: 'formula', moles: {} },
        ]),
        grainDensity: between(900, 7500),
        hazards: [],
        usualPercent: null,
        standing: 'supplier',
        note: '',
      },
    }),
    () => ({
      kind: 'recipe.set',
      subject: chance(0.3) ? some('recipe') : fresh('recipe'),
      body: {
        name: `Recipe ${made}`,
        kind: 'engobe',
        use: use(),
        base: lines(4),
        additions: chance(0.5) ? [] : lines(2),
        electrolyte: maybe({ materialId: 'silicate-42', percent: 0.3 }),
        gravity: maybe(between(1.05, 1.9)),
        note: '',
      },
    }),
    () => ({ kind: 'recipe.retired', subject: some('recipe'), body: { reason: '' } }),
    () => ({
      kind: 'cup.set',
      subject: fresh('cup'),
      body: { name: `Cup ${made}`, kind: one(['iso-4', 'ford-4', 'home']) },
    }),
    () => ({
      kind: 'wanted.set',
      subject: use(),
      body: {
        feel: { from: 'milk', to: feel() },
        gravity: { from: 1.2, to: between(1.2, 1.9) },
        mesh: maybe(80),
        flow: known['cup']!.length > 0 ? { cupId: some('cup'), seconds: { from: 5, to: 20 } } : null,
      },
    }),
    () => ({
      kind: 'batch.begun',
      subject: fresh('batch'),
      body: {
        name: `Batch ${made}`,
        recipeId: known['recipe']!.length > 0 ? maybe(some('recipe')) : null,
        source: one(['powders', 'trimmings']),
        road: one(['scale', 'feel']),
        use: use(),
        clayId: maybe(some('clay')),
        lines: lines(3).map(({ materialId }) => ({ materialId, kg: between(0, 2) })),
        colourants: chance(0.5) ? [] : lines(2),
        waterKg: between(0, 3),
        grainDensity: 2600,
      },
    }),
    () => ({
      kind: 'batch.weighed',
      subject: some('batch'),
      body: { line: int(0, 3), massKg: between(0, 3) },
    }),
    () => ({
      kind: 'batch.ticked',
      subject: some('batch'),
      body: { stepId: one(['dry', 'slake', 'weigh', 'sieve', 'mix', 'water']) },
    }),
    () => ({
      kind: 'batch.measured',
      subject: some('batch'),
      body: { sample: sample(), volumeM3: between(1e-5, 0.01) },
    }),
    () => ({
      kind: 'batch.felt',
      subject: some('batch'),
      body: { feel: feel(), volumeM3: between(1e-5, 0.01) },
    }),
    () => ({
      kind: 'batch.coloured',
      subject: some('batch'),
      body: { materialId: some('material'), massKg: between(0, 0.2) },
    }),
    () => ({ kind: 'batch.finished', subject: some('batch'), body: { tubId: some('tub') } }),
    () => ({ kind: 'batch.abandoned', subject: some('batch'), body: { reason: '' } }),
    () => ({
      kind: 'bin.set',
      subject: chance(0.3) ? some('tub') : fresh('bin'),
      body: {
        name: `Bin ${made}`,
        kind: one(['reclaim', 'apart', 'coloured', 'waste', 'toxic-waste']),
        clayId: maybe(some('clay')),
      },
    }),
    () => ({
      kind: 'bin.filled',
      subject: some('bin'),
      body: {
        waste: one(['clean', 'thin-deflocculated', 'coloured', 'silicate', 'toxic']),
        clayId: maybe(some('clay')),
        massKg: between(0, 3),
        from: 'bench',
        override: maybe('it is little'),
      },
    }),
    () => ({ kind: 'bin.emptied', subject: some('bin'), body: { how: 'away' } }),
    () => ({
      kind: 'trial.begun',
      subject: fresh('trial'),
      body: {
        tubId: some('tub'),
        volumeM3: 0.0002,
        specificGravity: between(1, 2),
        materialId: 'silicate-42',
        dropKg: 5e-5,
        cupId: known['cup']!.length > 0 ? some('cup') : 'nobody',
      },
    }),
    () => ({
      kind: 'trial.dosed',
      subject: some('trial'),
      body: { drops: int(0, 20), seconds: between(0.2, 200) },
    }),
    () => ({ kind: 'trial.ended', subject: some('trial'), body: { note: '' } }),
  ];
  const ofStudio: (() => Draft)[] = [
    () => ({
      kind: 'studio.set',
      subject: 'studio',
      body: {
        name: 'Any',
        zone: one(['Etc/UTC', 'Europe/Vienna', 'Asia/Kathmandu', 'America/St_Johns']),
        hours: chance(0.2) ? [] : [{ weekday: int(1, 7), fromMinute: int(0, 700), toMinute: int(701, 1440) }],
        nightFromMinute: int(0, 1440),
        nightToMinute: int(0, 1440),
      },
    }),
    () => ({
      kind: 'room.set',
      subject: chance(0.5) ? some('room') : fresh('room'),
      body: { name: `Room ${made}`, cycle: cycle(), heatTransfer: between(1, 40) },
    }),
    () => ({ kind: 'clay.set', subject: chance(0.5) ? some('clay') : fresh('clay'), body: clay() }),
    () => ({
      kind: 'sensor.set',
      subject: some('room'),
      body: {
        url: one(['mqtt://127.0.0.1:1', 'mqtt://[::1]:9', 'ws://127.0.0.1:65535/x']),
        topic: 'a',
        celsiusPath: 't',
        humidityPath: '$',
        on: chance(0.3),
      },
    }),
    () => ({
      kind: 'scale.set',
      subject: 'scale',
      body: { url: 'mqtt://127.0.0.1:1', topic: 's', massPath: 'm', on: chance(0.3) },
    }),
    () => ({
      kind: 'maker.set',
      subject: chance(0.5) ? some('maker') : fresh('maker'),
      body: {
        name: `Maker ${made}`,
        units: {
          length: one(['mm', 'in']),
          mass: one(['g', 'oz']),
          volume: one(['ml', 'floz']),
          temperature: one(['C', 'F']),
          decimal: one(['.', ',']),
        },
        scaleStepKg: 10 ** between(-6, -1),
      },
    }),
    () => ({
      kind: 'learning.reset',
      subject: one([some('room'), some('clay')]),
      body: chance(0.5) ? {} : { unknown: one(['air', 'cover', 'diffusion']) },
    }),
    () => ({
      kind: 'learning.taught',
      subject: some('room'),
      body: {
        belief: { air: { mean: between(-1, 1), sigma: between(0.05, 0.5) } },
        pieces: 2,
        checks: 4,
        from: 'file.json',
      },
    }),
  ];
  const founding: (() => Draft)[] = [
    () => ({ kind: 'piece.made', subject: fresh('piece'), body: pieceMade() }),
    () => ({ kind: 'tub.made', subject: fresh('tub'), body: tubMade() }),
  ];
  const undo = (): Draft => {
    const recent = taken.slice(-40);
    const redo = [...undos.values()].slice(-10);
    const target =
      redo.length > 0 && chance(0.35) ? one(redo) : recent.length > 0 && chance(0.95) ? one(recent) : uuid();
    return {
      kind: 'act.retracted',
      subject: chance(0.1) ? target.toUpperCase() : target,
      body: { reason: '' },
    };
  };

  const draft = (): Draft => {
    const open = known['piece']!.filter((id) => !finished.has(id)).length;
    if (open > 4 && chance(0.5)) return ofPiece.at(-1)!();
    const r = random();
    if (r < 0.1) return undo();
    if (r < 0.18) return one(founding)();
    if (r < 0.52) return one(ofPiece)();
    if (r < 0.72) return one(ofTub)();
    if (r < 0.92) return one(ofShelf)();
    return one(ofStudio)();
  };

  const iso = (at: number) => new Date(at).toISOString();
  const entryOf = ({ kind, subject, body, place = null, face = null }: Draft) => ({
    id: `${hex(8)}`,
    kind,
    v: 1,
    subject,
    at: iso(clock + (chance(0.1) ? between(-40 * HOUR, HOUR / 7) : 0)),
    place,
    face,
    body,
  });

  return {
    kinds,
    next: () => {
      clock += between(1, 20) * 60_000 * 0.05;
      const id = chance(0.1) ? uuid().toUpperCase() : uuid();
      const drafts = Array.from({ length: chance(0.85) ? 1 : int(2, 4) }, draft);
      sent.set(id, drafts);
      const body = { id, makerId: some('maker'), deviceAt: iso(clock), entries: drafts.map(entryOf) };
      return { id, body };
    },
    told: (id, was) => {
      const drafts = sent.get(id)!;
      sent.delete(id);
      if (!was) return;
      taken.push(id);
      for (const { kind, subject } of drafts) {
        kinds.add(kind);
        const of = kind.split('.')[0]!;
        if (/\.(made|begun|set)$/.test(kind) && known[of] && !known[of].includes(subject))
          known[of].push(subject);
        if (kind === 'piece.finished') finished.add(subject);
        if (kind === 'act.retracted') undos.set(subject, id);
      }
    },
    views: () => [
      '/api/studio',
      '/api/bench',
      '/api/pieces',
      '/api/pieces?which=finished',
      '/api/pieces?search=piece',
      '/api/shelf',
      '/api/bins',
      '/api/learning',
      '/api/sensors',
      '/api/formats/recipes.csv',
      '/api/formats/recipes.json',
      '/api/formats/measurements.csv',
      '/api/formats/measurements.json',
      ...known['piece']!.map((id) => `/api/pieces/${id}`),
      ...known['tub']!.map((id) => `/api/tubs/${id}`),
      ...known['batch']!.map((id) => `/api/batches/${id}`),
    ],
  };
}
