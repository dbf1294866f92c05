/** What clay waste carries, worst last. */
export type Waste = 'clean' | 'thin-deflocculated' | 'coloured' | 'silicate' | 'toxic';
export type BinKind = 'reclaim' | 'apart' | 'coloured' | 'waste' | 'toxic-waste';

export const wastes: { waste: Waste; name: string; is: string }[] = [
  { waste: 'clean', name: 'Clean clay', is: 'trimmings and slops of the body alone' },
  {
    waste: 'thin-deflocculated',
    name: 'Thin deflocculated coat or silicate join',
    is: 'clay that carries only that',
  },
  { waste: 'coloured', name: 'Coloured trimmings or inlay scrapings', is: 'stains and iron' },
  { waste: 'silicate', name: 'Silicate crackle or texture slip', is: 'anything laid with silicate' },
  {
    waste: 'toxic',
    name: 'With toxic colourants',
    is: 'manganese, cobalt, chromium, copper, nickel, barium',
  },
];

export const binKinds: { kind: BinKind; name: string; takes: string }[] = [
  { kind: 'reclaim', name: 'Reclaim', takes: 'clean clay of one body, to be thrown again' },
  { kind: 'apart', name: 'Kept apart', takes: 'clay with a thin deflocculated coat' },
  { kind: 'coloured', name: 'Coloured', takes: 'coloured trimmings, for coloured slip' },
  { kind: 'waste', name: 'Waste', takes: 'what is not used again' },
  { kind: 'toxic-waste', name: 'Waste with toxic colourants', takes: 'what local rules treat as such' },
];

/** The worst of some kinds of waste; clean where there are none. */
export const worstOf = (some: readonly Waste[]): Waste =>
  wastes.reduce<Waste>((worst, { waste }) => (some.includes(waste) ? waste : worst), 'clean');

/** The kind of bin that each kind of waste goes into first. */
const meantFor: Record<Waste, BinKind> = {
  clean: 'reclaim',
  'thin-deflocculated': 'apart',
  coloured: 'coloured',
  silicate: 'waste',
  toxic: 'toxic-waste',
};

/** The bin that some waste of a body goes into: the one meant for it, else one that takes it; null where none does. */
export function binFor<B extends { kind: BinKind; clayId: string | null }>(
  bins: readonly B[],
  waste: Waste,
  clayId: string,
): B | null {
  const takes = bins.filter(
    (bin) => !whyNotInto(bin.kind, waste, bin.clayId === null || bin.clayId === clayId),
  );
  return takes.find(({ kind }) => kind === meantFor[waste]) ?? takes[0] ?? null;
}

export interface Refusal {
  reason: string;
  /** Whether the maker may put it in all the same. */
  mayOverride: boolean;
}

const never = (reason: string): Refusal => ({ reason, mayOverride: false });
const unless = (reason: string): Refusal => ({ reason, mayOverride: true });

const silicateNever = never(
  'Silicate spoils whatever it is mixed into, a barrel by the handful, so it is not reclaimed: it goes to waste.',
);
const toxicNever = never(
  'There are toxic colourants in it: it has a bin of its own, and local rules say what becomes of that.',
);

/** What each kind of bin refuses. */
const refusals: Record<BinKind, Partial<Record<Waste, Refusal>>> = {
  reclaim: {
    'thin-deflocculated': unless(
      'The deflocculant of the coat stays in the clay and builds up until the barrel throws badly: use the bin kept apart.',
    ),
    coloured: never('Every pot thrown from the barrel would show it: the coloured bin takes it, or waste.'),
    toxic: toxicNever,
    silicate: silicateNever,
  },
  apart: {
    coloured: unless('One handful colours the lot: the coloured bin takes it.'),
    toxic: toxicNever,
    silicate: silicateNever,
  },
  coloured: { toxic: toxicNever, silicate: silicateNever },
  waste: { toxic: toxicNever },
  'toxic-waste': {},
};

/**
 * Whether a bin takes a kind of waste.
 * @param sameBody whether it is the body the bin is for (asked of clean clay in a reclaim bin only)
 * @returns null when it does
 */
export function whyNotInto(kind: BinKind, waste: Waste, sameBody: boolean): Refusal | null {
  const refusal = refusals[kind][waste];
  if (refusal) return refusal;
  if (kind === 'reclaim' && !sameBody)
    return unless('This bin holds another body: two bodies in one lump dry and fire apart.');
  return null;
}
