import { randomBytes } from 'node:crypto';
import helmet from 'helmet';
import type { RequestHandler, Response } from 'express';

/** The nonce of a response, for its HTML. */
export const nonceOf = (response: Response): string => response.locals['nonce'] as string;

/** Content security policy and kin, with a nonce for each response. */
export function policy(tls: boolean): RequestHandler[] {
  const nonce = (response: unknown) => `'nonce-${nonceOf(response as Response)}'`;
  return [
    (_request, response, next) => {
      response.locals['nonce'] = randomBytes(18).toString('base64');
      next();
    },
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'", "'wasm-unsafe-eval'", (_req, res) => nonce(res)],
          styleSrc: ["'self'", (_req, res) => nonce(res)],
          fontSrc: ["'self'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          manifestSrc: ["'self'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
          baseUri: ["'none'"],
        },
      },
      strictTransportSecurity: tls ? undefined : false,
      crossOriginOpenerPolicy: { policy: 'same-origin' },
      referrerPolicy: { policy: 'same-origin' },
    } as Parameters<typeof helmet>[0]),
  ];
}
