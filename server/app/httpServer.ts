import { createServer as createHttp, type RequestListener, type Server } from 'node:http';
import { createServer as createHttps } from 'node:https';

/** A tablet asks now and then: a connection that it would use again is not closed under its hands. */
const KEPT_ALIVE_MS = 65_000;

/** What the application listens with, over TLS where there is a certificate. */
export function httpServer(app: RequestListener, tls: { cert: Buffer; key: Buffer } | null = null): Server {
  const server = tls ? createHttps(tls, app) : createHttp(app);
  server.keepAliveTimeout = KEPT_ALIVE_MS;
  return server;
}
