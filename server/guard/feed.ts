import { randomBytes, timingSafeEqual } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { z } from 'zod';
import { replaceFile } from '../files/answerCache.ts';

/** The address under which a calendar follows the plan: whoever knows it reads it, until it is withdrawn. */
export interface Feed {
  /** What is secret in it; null while there is none. */
  token: () => string | null;
  /** Makes a new one: an old one leads nowhere from then on. */
  make: () => string;
  withdraw: () => void;
  isRight: (token: string) => boolean;
}

const kept = z.object({ token: z.string().min(20).nullable() });

/** @param path where it is kept; null keeps it until the program ends */
export function createFeed(path: string | null): Feed {
  let token = path && readFrom(path);
  const keep = (next: string | null) => {
    if (path) replaceFile(path, JSON.stringify({ token: next }));
    token = next;
  };
  return {
    token: () => token,
    make: () => {
      const made = randomBytes(24).toString('base64url');
      keep(made);
      return made;
    },
    withdraw: () => keep(null),
    isRight: (given) => {
      const [a, b] = [given, token ?? ''].map((text) => Buffer.from(text));
      return token !== null && a!.length === b!.length && timingSafeEqual(a!, b!);
    },
  };
}

/** None where it is lost or torn: a calendar is given a new address then. */
function readFrom(path: string): string | null {
  try {
    return kept.parse(JSON.parse(readFileSync(path, 'utf8'))).token;
  } catch {
    return null;
  }
}
