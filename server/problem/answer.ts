import type { ErrorRequestHandler, RequestHandler } from 'express'
import type { Logger } from 'pino'
import { Problem } from './problem'

/** Any unknown address under /api. */
export const unknownAddress: RequestHandler = (request) => {
  throw new Problem(404, 'Not found', `There is nothing at ${request.method} ${request.originalUrl}.`)
}

/** Answers every error as a problem; what was not foreseen is logged and kept from the caller. */
export const answerProblem =
  (log: Logger): ErrorRequestHandler =>
  (error, request, response, next) => {
    if (response.headersSent) return next(error)
    const problem =
      error instanceof Problem ? error : fromParser(error as { type?: string; status?: number; limit?: number })
    if (problem.status >= 500) log.error({ error: error as unknown, url: request.originalUrl }, 'unforeseen')
    response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem))
  }

function fromParser(error: { type?: string; status?: number; limit?: number }): Problem {
  switch (error.type) {
    case 'entity.too.large':
      return new Problem(
        413,
        'Too much at once',
        `The body is larger than ${Math.round((error.limit ?? 0) / 1024)} kB.`,
        [{ field: 'body', message: 'too large' }],
      )
    case 'entity.parse.failed':
      return new Problem(400, 'Broken JSON', 'The body is not JSON: look for a missing bracket or quote.', [
        { field: 'body', message: 'not JSON' },
      ])
    case 'encoding.unsupported':
    case 'charset.unsupported':
      return new Problem(415, 'Unknown encoding', 'Send the body as plain UTF-8 JSON.', [
        { field: 'body', message: 'unknown encoding' },
      ])
  }
  if (error.status && error.status >= 400 && error.status < 500)
    return new Problem(error.status, 'Refused', 'The request could not be read.')
  return new Problem(500, 'Our fault', 'Something broke in the shop server. Nothing was changed.')
}
