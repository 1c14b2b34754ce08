import type { z } from 'zod'
import { schemaText } from '@stout-shackle/core/quantity'

export interface FieldError {
  /** Dotted path into the body, `If-Match` or another header name. */
  field: string
  message: string
  /** What kind of refusal it is, for callers that act on it. */
  code?: string
}

/** An RFC 9457 problem: thrown in a route, answered as application/problem+json. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly errors: FieldError[] = [],
  ) {
    super(detail)
  }

  /** More members, for example the current state on a stale version. */
  extra: Record<string, unknown> = {}
  /** Headers that go with it. */
  headers: Record<string, string> = {}
  with(more: { extra?: Record<string, unknown>; headers?: Record<string, string> }): this {
    return Object.assign(this, more)
  }

  toJSON() {
    const { status, title, detail, errors } = this
    return { type: 'about:blank', status, title, detail, ...(errors.length ? { errors } : {}), ...this.extra }
  }
}

export const notFound = (what: string, id: string): Problem =>
  new Problem(404, 'Not found', `There is no ${what} "${id}" in this shop.`)

/** Checks `input` against a schema; a refusal names every field that is wrong. */
export function parseBody<S extends z.ZodType>(schema: S, input: unknown): z.output<S> {
  const result = schema.safeParse(input)
  if (result.success) return result.data
  const errors = result.error.issues.slice(0, 20).map(fieldError)
  throw new Problem(422, 'Something is not right', `${errors[0]!.field}: ${errors[0]!.message}`, errors)
}

function fieldError(issue: z.core.$ZodIssue): FieldError {
  const field = issue.path.map(String).join('.') || 'body'
  if (issue.code === 'unrecognized_keys')
    return {
      field: [...issue.path.map(String), issue.keys[0]].join('.'),
      message: 'is not a field here: check its spelling',
    }
  return { field, message: schemaText(issue) }
}
