import { keepAnswer, keptAnswer } from '../offline-store'
import { reach } from './reach'

/** What the server says when it refuses; `fields` names what was wrong. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly fields: { field: string; message: string; code?: string }[],
    /** The whole problem document. */
    readonly problem: Record<string, unknown>,
  ) {
    super(message)
  }
}

/** The server could not be reached or failed by its own fault: worth another try. */
export class Unreachable extends Error {}

interface Options {
  method?: 'GET' | 'POST' | 'PUT' | 'DELETE'
  body?: unknown
  version?: number
  key?: string
  /** Credential of who signs it, instead of who is at the screen. */
  signer?: string | null
}

const SERVER_SLOW_MS = 20_000

/**
 * One call to the shop server. A question that it does not answer is answered from what this screen kept, if it kept it;
 * `reach` then says from when.
 * @throws Refused for an answer of 400 or more, Unreachable when there is no answer or one of 500 and more
 */
export async function call<T>(path: string, { method = 'GET', body, version, key, signer }: Options = {}): Promise<T> {
  const headers: Record<string, string> = {}
  if (body !== undefined) headers['Content-Type'] = 'application/json'
  if (version !== undefined) headers['If-Match'] = `"${version}"`
  if (key) headers['Idempotency-Key'] = key
  if (signer) headers.Authorization = `Bearer ${signer}`
  try {
    const data = await answerOf<T>(path, {
      method,
      headers,
      body: body === undefined ? undefined : JSON.stringify(body),
    })
    if (method === 'GET') {
      reach.keptFrom = null
      void keepAnswer(path, data)
    }
    return data
  } catch (error) {
    if (!(error instanceof Unreachable) || method !== 'GET') throw error
    const stored = await keptAnswer(path)
    if (!stored) throw error
    reach.keptFrom = stored.at
    return stored.body as T
  }
}

async function answerOf<T>(path: string, init: RequestInit): Promise<T> {
  let response: Response
  try {
    response = await fetch(`/api${path}`, { ...init, signal: AbortSignal.timeout(SERVER_SLOW_MS) })
  } catch {
    reach.away = true
    throw new Unreachable('The shop server does not answer.')
  }
  reach.away = false
  const data: unknown = response.status === 204 ? null : await response.json().catch(() => null)
  const problem = (data ?? {}) as { detail?: string; errors?: Refused['fields'] }
  if (response.status >= 500) {
    if (response.status === 507) reach.trouble = problem.detail ?? "The server's disk is full."
    // A page that is served by something else answers in its name; a proxy says 502 to 504 for a server that is away.
    else reach.away = response.status !== 500
    throw new Unreachable(problem.detail ?? 'The shop server is in trouble.')
  }
  if (!response.ok) {
    if (response.status === 401 && !(init.headers as Record<string, string>).Authorization) reach.signIn = true
    throw new Refused(
      response.status,
      problem.detail ?? `The server refused (${response.status}).`,
      problem.errors ?? [],
      problem,
    )
  }
  return data as T
}
