import type { ErrorRequestHandler, Response } from 'express';
import type { z } from 'zod';
import { PROBLEM_TYPE, type ProblemDetails } from '../../api/index.ts';
import type { Problem } from '../../core/units/problem.ts';

const titles: Record<number, string> = {
  400: 'That could not be read',
  401: 'This tablet is not paired',
  403: 'Not from here',
  404: 'Not found',
  409: 'Already logged differently',
  413: 'Too large',
  415: 'Wrong kind of data',
  422: 'That cannot be right',
  429: 'Too many tries',
  503: 'Could not be kept',
  507: 'No room left',
};

/** Sends a problem as RFC 9457 has it. */
export function sendProblem(
  response: Response,
  status: number,
  found: Problem,
  problems?: ProblemDetails['problems'],
): void {
  const details: ProblemDetails = {
    type: `urn:kosmema:problem:${found.code}`,
    title: titles[status] ?? 'Something went wrong',
    status,
    detail: found.message,
    code: found.code,
    field: found.field,
    ...(problems && { problems }),
  };
  response.status(status).type(PROBLEM_TYPE).send(JSON.stringify(details));
}

/** Sends what a schema found wrong: the first by itself, all of them beside it. */
export function sendSchemaProblem(response: Response, error: z.ZodError): void {
  const all = error.issues.map((issue) => ({ field: issue.path.join('.') || null, message: issue.message }));
  const first = all[0]!;
  sendProblem(response, 422, { code: 'invalid', field: first.field, message: first.message }, all);
}

interface HttpError extends Error {
  status?: number;
  type?: string;
  code?: string;
}

/** The last resort: says what happened and what was kept, and never how the program looks inside. */
export const onError: ErrorRequestHandler = (error: HttpError, _request, response, next) => {
  if (response.headersSent) return next(error);
  if (error.type === 'entity.too.large') {
    return sendProblem(response, 413, {
      code: 'too-large',
      field: null,
      message: 'That is more than can be taken at once. Nothing was kept of it; send less.',
    });
  }
  if (
    error.type === 'entity.parse.failed' ||
    error.type === 'encoding.unsupported' ||
    error.type === 'charset.unsupported'
  ) {
    return sendProblem(response, 400, {
      code: 'not-json',
      field: null,
      message: 'The request is not JSON that can be read. Nothing was kept; reload the page and try again.',
    });
  }
  if (error.code === 'ENOSPC' || error.code === 'EDQUOT') {
    return sendProblem(response, 507, {
      code: 'disk-full',
      field: null,
      message:
        'The disk of the studio’s computer is full. This was not kept there; it stays on this tablet and is sent again. Make room on the disk.',
    });
  }
  if (error.code === 'EROFS' || error.code === 'EACCES' || error.code === 'EPERM') {
    return sendProblem(response, 503, {
      code: 'read-only',
      field: null,
      message:
        'The data folder cannot be written to. This was not kept there; it stays on this tablet. Check the folder’s permissions.',
    });
  }
  if (error.status && error.status >= 400 && error.status < 500) {
    return sendProblem(response, error.status, {
      code: 'bad-request',
      field: null,
      message: 'The request could not be read. Nothing was kept; reload the page and try again.',
    });
  }
  console.error(error);
  sendProblem(response, 503, {
    code: 'not-kept',
    field: null,
    message: 'The studio’s computer could not keep this just now. It stays on this tablet and is sent again.',
  });
};
