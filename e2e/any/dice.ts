/** What is thrown for everything that an any-act maker does. */
export interface Dice {
  chance: (share: number) => boolean;
  int: (from: number, to: number) => number;
  between: (from: number, to: number) => number;
  one: <T>(of: readonly T[]) => T;
  maybe: <T>(value: T) => T | null;
  colour: () => string;
  /** A name not used yet, or an odd one. */
  fresh: (kind: string) => string;
  /** Something of a kind that was logged before, or now and then something that was not. */
  some: (kind: string) => string;
  /** Whether anything of a kind was logged. */
  has: (kind: string) => boolean;
  /** A piece that is not finished, if there is one. */
  openPiece: () => string;
  /** Rises with every name. */
  count: () => number;
  /** When the next act is. */
  now: () => number;
}

/** An entry before it has its head. */
export interface Draft {
  kind: string;
  subject: string;
  body: Record<string, unknown>;
  place?: string | null;
  face?: string | null;
  /** Version of its shape; 1 where it is not said. */
  v?: number;
}

export const iso = (at: number): string => new Date(at).toISOString();
