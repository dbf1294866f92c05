import { iso, type Dice, type Draft } from './dice.ts';
import { ownTechnique } from './studio.ts';

const HOUR = 3_600_000;

/** Every kind of entry about a piece; its making apart. */
export function pieceDrafts({ chance, int, between, one, maybe, fresh, some, openPiece, count, now }: Dice) {
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
  const begun = () => ({
    name: `Piece ${count()}`,
    clayId: some('clay'),
    form: form(),
    roomId: some('room'),
    cover: cover(),
    stand: stand(),
    attachmentM: maybe(between(0.002, 0.03)),
    stage: maybe(stage()),
  });
  /** As a tablet with an earlier version of the program logs it. */
  const earlier = () => ({
    ...begun(),
    techniqueId: 'sgraffito',
    schools: chance(0.5)
      ? {}
      : { ground: one(['engobe', 'underglaze', 'none']), burrs: one(['dry', 'sponge']) },
  });
  const techniques = [
    ['sgraffito', '1'],
    ['sgraffito', '2'],
    ['inlay', '1'],
    ['oxide-wash', '1'],
    ['silicate-crackle', '1'],
    ['slip-drip', '1'],
    ['nothing-known', '1'],
  ] as const;
  const zone = () =>
    one([
      () => ({ id: 'whole', name: 'All over', kind: 'whole' }),
      () => ({ id: 'band', name: 'Band', kind: 'band', from: between(0, 0.4), to: between(0.5, 1) }),
    ])();
  const layer = (id: string) => {
    const [technique, rev] = one(techniques);
    const own = chance(0.2)
      ? ownTechnique('own-1', '1', { from: between(-10, 60), to: between(50, 130) })
      : null;
    return {
      id,
      technique: own?.id ?? technique,
      rev: own?.rev ?? rev,
      ...(own && { own }),
      schools: chance(0.5)
        ? {}
        : { skin: one(['heat', 'air']), finish: one(['leather', 'dry', 'wax', 'sunk']) },
      zones: [zone()],
      face: one(['outside', 'inside']),
      upon: one([null, 'matte', 'firm', 'wet']),
      also: [],
      stock: chance(0.4) ? [{ ids: [some('tub')] }] : [],
    };
  };
  const layers = () => (chance(0.7) ? [layer('first')] : [layer('first'), layer('second')]);
  const ref = () => ({
    layer: one(['first', 'first', 'second']),
    step: one([
      'coat',
      'outlines',
      'clean',
      'load',
      'bisque',
      'cut',
      'fill',
      'scrape-leather',
      'silicate',
      'stretch',
    ]),
    zone: null,
    pass: int(1, 3),
  });
  const effect = () =>
    one([
      () => ({
        does: one(['coat', 'line']),
        use: 'brushed-engobe',
        thicknessM: 10 ** between(-5, -1.7),
        share: between(0.01, 1),
      }),
      () => ({
        does: 'fill',
        use: 'inlay',
        depthM: between(0, 0.004),
        proud: between(0, 1),
        share: between(0.01, 1),
      }),
      () => ({ does: one(['silicate', 'wash']), kgM2: between(0.005, 1), share: between(0.01, 1) }),
      () => ({ does: 'film', kgM2: between(0.005, 0.5), share: 1 }),
      () => ({ does: one(['cut', 'scrape']), depthM: between(0, 0.004), share: between(0, 1) }),
      () => ({
        does: 'heat',
        tool: one(['heat-gun', 'torch']),
        seconds: between(1, 240),
        duty: between(0.02, 1),
      }),
      () => ({ does: 'stretch', by: one(['hoop', 'area']), ratio: between(0.9, 2) }),
      () => ({ does: 'fire', cone: '04', to: one(['bisque', 'glazed']) }),
      () => ({ does: 'none' }),
    ])();

  const ofPiece: (() => Draft)[] = [
    () => ({
      kind: 'piece.corrected',
      subject: openPiece(),
      body: { ...earlier(), madeAt: iso(now() - between(0, 90) * HOUR) },
    }),
    () => ({
      kind: 'piece.corrected',
      v: 2,
      subject: openPiece(),
      body: { ...begun(), madeAt: iso(now() - between(0, 90) * HOUR) },
    }),
    () => ({ kind: 'piece.routed', subject: openPiece(), body: { layers: layers() } }),
    () => ({
      kind: 'piece.done',
      subject: openPiece(),
      body: {
        refs: chance(0.6) ? [ref()] : [],
        effects: [effect()],
        zone: maybe(zone()),
        endedAt: null,
        slip: chance(0.7)
          ? { specificGravity: between(1.02, 2.2), grainDensity: between(2000, 5000), adjusted: 'none' }
          : null,
        tubs: chance(0.3) ? [some('tub')] : [],
        form: null,
        outcome: maybe(one(['good', 'mixed', 'bad'])),
        faults: [],
        note: '',
      },
      face: one([null, 'inside', 'outside']),
    }),
    () => ({
      kind: 'piece.seen',
      v: 2,
      subject: openPiece(),
      body: { refs: [ref()], what: one(['matte', 'firm', 'no clay shows through', 'the kiln is cold']) },
    }),
    () => ({ kind: 'piece.left-out', subject: openPiece(), body: { refs: [ref()], reason: '' } }),
    () => ({
      kind: 'piece.redo',
      subject: openPiece(),
      body: { ref: ref(), from: ref().step, sign: 'no crack' },
    }),
    () => ({
      kind: 'piece.covered',
      subject: openPiece(),
      body: { cover: cover(), stand: stand(), ...(chance(0.1) ? { part: `part ${int(1, 3)}` } : {}) },
    }),
    () => ({
      kind: 'piece.parted',
      subject: openPiece(),
      body: {
        part: `part ${int(1, 3)}`,
        role: one(['handle', 'spout', 'lid', 'foot']),
        thicknessM: between(0.001, 0.03),
        cover: cover(),
        stage: maybe(stage()),
      },
    }),
    () => ({
      kind: 'piece.misted',
      subject: openPiece(),
      body: { waterKgM2: between(0.005, 0.5) },
      face: one([null, 'inside', 'outside']),
    }),
    () => ({
      kind: 'piece.heated',
      subject: openPiece(),
      body: { tool: one(['heat-gun', 'torch']), seconds: between(1, 240), duty: between(0.02, 1) },
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
  const made = (): Draft =>
    chance(0.5)
      ? { kind: 'piece.made', subject: fresh('piece'), body: earlier() }
      : { kind: 'piece.made', v: 2, subject: fresh('piece'), body: { ...begun(), layers: layers() } };
  return { made, all: ofPiece };
}
