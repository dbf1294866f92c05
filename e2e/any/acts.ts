import { randomLcg } from 'd3-random';
import { iso, type Dice, type Draft } from './dice.ts';
import { groupDrafts, type Sent } from './groups.ts';
import { pieceDrafts } from './pieces.ts';
import { shelfDrafts } from './shelf.ts';
import { studioDrafts } from './studio.ts';
import { tubDrafts } from './tubs.ts';

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

const HOUR = 3_600_000;
/** Names that are odd but allowed, and some used for several kinds at once. */
const odd = ['a', '-', '_', '0', 'A-b_9', 'x'.repeat(80), 'shared', 'null', 'undefined', 'NaN'];

export function anyActs(seed: number, begin: number, files: Sent): AnyActs {
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
    group: [],
    kiln: [],
    load: [],
    guide: [],
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

  const dice: Dice = {
    chance,
    int,
    between,
    one,
    maybe,
    colour,
    fresh,
    some,
    openPiece,
    has: (kind) => known[kind]!.length > 0,
    count: () => made,
    now: () => clock,
  };
  const pieces = pieceDrafts(dice);
  const tubs = tubDrafts(dice);
  const ofShelf = shelfDrafts(dice);
  const ofStudio = studioDrafts(dice);
  const ofGroups = groupDrafts(dice, files);
  const founding = [pieces.made, tubs.made];
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

  const drawn = (): Draft => {
    const open = known['piece']!.filter((id) => !finished.has(id)).length;
    if (open > 2 && chance(0.45)) return pieces.all.at(-1)!();
    const r = random();
    if (r < 0.1) return undo();
    if (r < 0.18) return one(founding)();
    if (r < 0.46) return one(pieces.all)();
    if (r < 0.6) return one(ofGroups)();
    if (r < 0.76) return one(tubs.all)();
    if (r < 0.92) return one(ofShelf)();
    return one(ofStudio)();
  };
  /** Half of them of a kind not taken yet where a few draws find one, so that few acts meet many kinds. */
  const draft = (): Draft => {
    const draws = Array.from({ length: chance(0.5) ? 8 : 1 }, drawn);
    return draws.find(({ kind }) => !kinds.has(kind)) ?? draws[0]!;
  };

  const entryOf = ({ kind, subject, body, place = null, face = null, v = 1 }: Draft) => ({
    id: `${hex(8)}`,
    kind,
    v,
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
      '/api/today',
      '/api/pieces',
      '/api/pieces?which=finished',
      '/api/pieces?search=piece',
      '/api/forms',
      `/api/layers?pieces=${known['piece']!.slice(0, 50).join()}`,
      '/api/shelf',
      '/api/bins',
      '/api/kiln',
      '/api/files',
      '/api/rooms',
      '/api/techniques',
      '/api/learning',
      '/api/sensors',
      '/api/formats/recipes.csv',
      '/api/formats/recipes.json',
      '/api/formats/measurements.csv',
      '/api/formats/measurements.json',
      ...known['piece']!.map((id) => `/api/pieces/${id}`),
      ...known['tub']!.map((id) => `/api/tubs/${id}`),
      ...known['batch']!.map((id) => `/api/batches/${id}`),
      ...known['guide']!.map((id) => `/api/guides/${id}`),
    ],
  };
}
