import type { RequestHandler } from 'express';
import { sendProblem } from './problems.ts';

const loopbackNames = ['127.0.0.1', 'localhost', '[::1]'];

/** The names this server answers to: its own machine's, and with sharing one address of the network. */
export const hostNames = (sharedAddress: string | null): string[] =>
  sharedAddress ? [...loopbackNames, sharedAddress] : loopbackNames;

/** Refuses requests for another name (DNS rebinding) and writes from another site (cross-site requests). */
export function fromHere(names: string[]): RequestHandler {
  return (request, response, next) => {
    const host = request.headers.host ?? '';
    const hostName = host.replace(/:\d+$/, '');
    if (!names.includes(hostName)) {
      return sendProblem(response, 403, {
        code: 'wrong-host',
        field: null,
        message: 'This address does not lead to the studio. Use the one printed when the program started.',
      });
    }
    const { origin } = request.headers;
    const reads = request.method === 'GET' || request.method === 'HEAD';
    const site = request.headers['sec-fetch-site'];
    if (
      origin !== undefined
        ? origin !== `${request.protocol}://${host}`
        : !reads && site !== undefined && site !== 'same-origin'
    ) {
      return sendProblem(response, 403, {
        code: 'wrong-origin',
        field: null,
        message: 'This came from another site and was not taken.',
      });
    }
    next();
  };
}

/** Whether a request comes from the machine itself. */
export function isLocal(request: {
  socket: { remoteAddress?: string | undefined };
  headers: { host?: string | undefined };
}): boolean {
  const from = request.socket.remoteAddress ?? '';
  const name = (request.headers.host ?? '').replace(/:\d+$/, '');
  return /^(::1|127\.|::ffff:127\.)/.test(from) && loopbackNames.includes(name);
}
