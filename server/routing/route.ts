import type { Express, Request, RequestHandler, Response } from 'express'
import type { Knex } from 'knex'
import type { z } from 'zod'
import type { Route } from '@stout-shackle/core/contract'
import { parseBody } from '../problem'
import { write, type Written } from '../transaction'

type Output<Schema> = Schema extends z.ZodType ? z.output<Schema> : undefined
type ParamsOf<Path extends string> = Path extends `${string}{${infer Name}}${infer Rest}`
  ? { [K in Name]: string } & ParamsOf<Rest>
  : object
/** What a handler may answer with: the body as its schema takes it; nothing where it has sent an answer of its own. */
export type AnswerOf<R extends Route> = R['answer'] extends z.ZodType ? z.input<R['answer']> : never

/** A request to a declared route, with what its schemas made of it. */
export interface Call<R extends Route> {
  params: ParamsOf<R['path']>
  query: Output<R['query']>
  body: Output<R['body']>
  request: Request
  response: Response
}

/** A declared route with what answers it. */
export interface Mounted {
  route: Route
  handler: RequestHandler
}

/** @throws Problem 422 naming each field of query or body that is wrong */
function callOf<R extends Route>({ query, body }: R, request: Request, response: Response): Call<R> {
  const call = {
    params: request.params,
    query: query && parseBody(query, request.query),
    body: body === undefined || body === 'binary' ? undefined : parseBody(body, request.body),
    request,
    response,
  }
  return call as object as Call<R>
}

/**
 * Mounts a route with what answers it: address, access, parsing and status are the declaration's.
 * @param handler gives the body of the answer, or nothing where it has sent one itself (files, streams, text that is JSON already)
 */
export const route = <R extends Route>(
  declared: R,
  handler: (call: Call<R>) => AnswerOf<R> | void | Promise<AnswerOf<R> | void>,
): Mounted => ({
  route: declared,
  async handler(request, response) {
    const answer = await handler(callOf(declared, request, response))
    if (answer !== undefined) response.status(declared.status).json(answer)
    else if (declared.answer === null) response.status(declared.status).end()
  },
})

/** What a write gives back: its answer, who changed what, and what runs once it is certain. */
export type WrittenBy<R extends Route> = Omit<Written, 'status' | 'body'> & { status?: number; body: AnswerOf<R> }

/**
 * Mounts a route whose handler changes the shop: in one transaction, one write after the other, repeatable by its key.
 * @param handler works in `trx`; what it throws takes everything back
 */
export const writes = <R extends Route>(
  db: Knex,
  declared: R,
  handler: (trx: Knex.Transaction, call: Call<R>) => Promise<WrittenBy<R>>,
): Mounted => ({
  route: declared,
  async handler(request, response) {
    const call = callOf(declared, request, response)
    await write(db, request, response, async (trx) => {
      const { status = declared.status, ...written } = await handler(trx, call)
      return { status, ...written, audit: written.audit && { action: actionOf(declared), ...written.audit } }
    })
  },
})

/** What the audit trail calls a write by: its method and the resource it is under. */
const actionOf = ({ method, path }: Route): string => `${method.toUpperCase()} /api/${path.split('/')[1]}`

/** Puts mounted routes under /api; Express writes `:id` for `{id}`. */
export function mountAll(app: Express, mounted: readonly Mounted[]): void {
  for (const { route, handler } of mounted) app[route.method](`/api${route.path.replace(/\{(\w+)\}/g, ':$1')}`, handler)
}
