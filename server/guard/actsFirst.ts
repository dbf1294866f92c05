import type { NextFunction, RequestHandler } from 'express';

/**
 * Lets what is asked wait its turn, one question at each round of the program, so that what is logged meanwhile comes
 * between however many ask.
 */
export function actsFirst(): RequestHandler {
  const waiting: NextFunction[] = [];
  const round = (): void => {
    waiting.shift()?.();
    if (waiting.length > 0) setImmediate(round);
  };
  return (request, _response, next) => {
    if (request.method !== 'GET') return next();
    waiting.push(next);
    if (waiting.length === 1) setImmediate(round);
  };
}
