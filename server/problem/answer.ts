import type { ErrorRequestHandler, RequestHandler } from 'express'
import type { Logger } from 'pino'
import { Problem } from './problem'

/** Any unknown address under /api. */
export const unknownAddress: RequestHandler = (request) => {
  throw new Problem(404, 'Not found', `There is nothing at ${request.method} ${request.originalUrl}.`)
}

interface ParserError {
  type?: string
  status?: number
  limit?: number
  code?: string
}
const DISK_FULL = new Set(['SQLITE_FULL', 'ENOSPC', 'EDQUOT'])

/**
 * Answers every error as a problem; what was not foreseen is logged, with its stack and the name of the request, and kept
 * from the caller.
 * @param diskFull is told when a write found no room
 */
export const answerProblem =
  (log: Logger, diskFull: () => void): ErrorRequestHandler =>
  (error, request, response, next) => {
    if (response.headersSent) return next(error)
    const { code } = error as ParserError
    if (code && DISK_FULL.has(code)) diskFull()
    const problem = error instanceof Problem ? error : fromError(error as ParserError)
    const id = response.locals.requestId as string | undefined
    if (problem.status >= 500) log.error({ err: error as unknown, url: request.originalUrl, request: id }, 'failed')
    response
      .status(problem.status)
      .set(problem.headers)
      .type('application/problem+json')
      .send(JSON.stringify(problem.status >= 500 ? { ...problem.toJSON(), request: id } : problem))
  }

function fromError(error: ParserError): Problem {
  if (error.code && DISK_FULL.has(error.code))
    return new Problem(
      507,
      'Disk full',
      "The server's disk is full. Nothing was changed: make room, and it goes on by itself.",
      [{ field: 'server', message: 'disk full', code: 'disk-full' }],
    )
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
    default:
  }
  if (error.status && error.status >= 400 && error.status < 500)
    return new Problem(error.status, 'Refused', 'The request could not be read.')
  return new Problem(500, 'Our fault', 'Something broke in the shop server. Nothing was changed.')
}
