import { createHash, randomBytes, randomInt, timingSafeEqual } from 'node:crypto';
import { readFileSync } from 'node:fs';
import express, { type Request, type RequestHandler, type Response, Router } from 'express';
import { RateLimiterMemory } from 'rate-limiter-flexible';
import { z } from 'zod';
import { replaceFile } from '../files/answerCache.ts';
import { isLocal } from './hosts.ts';
import { nonceOf } from './policy.ts';
import { sendProblem } from './problems.ts';

const COOKIE = 'kosmema-tablet';
const TRIES = 10;
/** Wrong guesses from all addresses together: after these nobody pairs for a while, and who is paired goes on. */
const TRIES_IN_ALL = 60;
const TRIES_S = 10 * 60;

export interface Pairing {
  code: string;
  router: Router;
  /** Lets through the machine itself and paired tablets. */
  guard: RequestHandler;
}

/** Digests of tablets that were paired before; none where the list is lost or torn: they are asked to pair anew. */
function pairedBefore(path: string): string[] {
  try {
    return z.array(z.string()).parse(JSON.parse(readFileSync(path, 'utf8')));
  } catch {
    return [];
  }
}

/** Wrong guesses by the address they come from, and in all: many addresses together are no better off than one. */
function createGuesses() {
  const byAddress = new RateLimiterMemory({ points: TRIES, duration: TRIES_S });
  const all = new RateLimiterMemory({ points: TRIES_IN_ALL, duration: TRIES_S });
  const spent = async (limiter: RateLimiterMemory, key: string): Promise<boolean> =>
    ((await limiter.get(key))?.consumedPoints ?? 0) >= limiter.points;
  return {
    tooMany: async (from: string): Promise<boolean> =>
      (await spent(byAddress, from)) || (await spent(all, 'all')),
    wrong: async (from: string): Promise<void> => {
      await byAddress.penalty(from);
      await all.penalty('all');
    },
  };
}

const digest = (text: string): string => createHash('sha256').update(text).digest('hex');

/**
 * Pairing of tablets: whoever knows the code printed at the start gets a cookie that outlives restarts.
 * @param path where digests of the cookies are kept
 */
export function createPairing(path: string): Pairing {
  const code = String(randomInt(0, 1_000_000)).padStart(6, '0');
  const known = new Set<string>(pairedBefore(path));
  const guesses = createGuesses();

  const paired = (request: Request): boolean => {
    const token = new RegExp(`(?:^|;\\s*)${COOKIE}=([\\w-]+)`).exec(request.headers.cookie ?? '')?.[1];
    return token !== undefined && known.has(digest(token));
  };

  const router = Router();
  router.get('/pair', (_request, response) => page(response, 200, null));
  router.post('/pair', express.urlencoded({ extended: false, limit: '1kb' }), async (request, response) => {
    const from = request.socket.remoteAddress ?? '';
    if (await guesses.tooMany(from))
      return page(
        response,
        429,
        'Too many wrong codes were tried. Wait ten minutes, or start the program again for a new code. Tablets that are paired go on.',
      );
    const given = String((request.body as { code?: unknown } | undefined)?.code ?? '').replace(/\D/g, '');
    if (!timingSafeEqual(Buffer.from(digest(given)), Buffer.from(digest(code)))) {
      await guesses.wrong(from);
      return page(response, 422, 'That is not the code. It stands where the program was started.');
    }
    const token = randomBytes(24).toString('base64url');
    known.add(digest(token));
    replaceFile(path, JSON.stringify([...known]));
    response.cookie(COOKIE, token, {
      httpOnly: true,
      sameSite: 'strict',
      secure: request.secure,
      maxAge: 400 * 86_400_000,
      path: '/',
    });
    response.redirect(303, '/');
  });

  const guard: RequestHandler = (request, response, next) => {
    if (isLocal(request) || paired(request)) return next();
    if (request.method === 'GET' && request.accepts(['json', 'html']) === 'html')
      return response.redirect(303, '/pair');
    sendProblem(response, 401, {
      code: 'not-paired',
      field: null,
      message:
        'This tablet is not paired with the studio: open /pair and type the code printed where the program was started.',
    });
  };

  return { code, router, guard };
}

function page(response: Response, status: number, message: string | null): void {
  response.status(status).type('html').send(`<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>Pair this tablet · Kosmema</title>
<style nonce="${nonceOf(response)}">
body{margin:0;padding:12vh 8vw;background:#f3ebdd;color:#2a1c14;font:20px/1.5 system-ui,sans-serif}
h1{font-size:32px;margin:0 0 8px}input,button{font:inherit;font-size:32px;padding:12px 16px;border:2px solid #2a1c14;background:#fbf6ec;color:inherit;border-radius:0}
button{background:#2a1c14;color:#fbf6ec}p[role=alert]{border-left:6px solid #96341f;padding-left:12px}
</style></head><body><main><h1>Pair this tablet</h1><p>Type the six digits printed where the program was started.</p>
${message ? `<p role="alert">${message}</p>` : ''}
<form method="post" action="/pair"><label for="code">Code</label><br><input id="code" name="code" inputmode="numeric" autocomplete="one-time-code" maxlength="7" size="8" autofocus> <button>Pair</button></form></main></body></html>`);
}
