/** What the server says when it refuses; `fields` names what was wrong. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly fields: { field: string; message: string }[],
    /** The whole problem document. */
    readonly problem: Record<string, unknown>,
  ) {
    super(message)
  }
}

/** The server could not be reached or failed by its own fault: worth another try. */
export class Unreachable extends Error {}

interface Options {
  method?: 'GET' | 'POST' | 'PUT'
  body?: unknown
  version?: number
  key?: string
}

/**
 * One call to the shop server.
 * @throws Refused for an answer of 400 or more, Unreachable when there is no answer or one of 500 and more
 */
export async function call<T>(path: string, { method = 'GET', body, version, key }: Options = {}): Promise<T> {
  const headers: Record<string, string> = {}
  if (body !== undefined) headers['Content-Type'] = 'application/json'
  if (version !== undefined) headers['If-Match'] = `"${version}"`
  if (key) headers['Idempotency-Key'] = key
  let response: Response
  try {
    response = await fetch(`/api${path}`, {
      method,
      headers,
      body: body === undefined ? undefined : JSON.stringify(body),
    })
  } catch {
    throw new Unreachable('The shop server does not answer.')
  }
  if (response.status >= 500) throw new Unreachable('The shop server is in trouble.')
  const data: unknown = response.status === 204 ? null : await response.json().catch(() => null)
  if (!response.ok) {
    const problem = (data ?? {}) as { detail?: string; errors?: { field: string; message: string }[] }
    throw new Refused(
      response.status,
      problem.detail ?? `The server refused (${response.status}).`,
      problem.errors ?? [],
      problem,
    )
  }
  return data as T
}
