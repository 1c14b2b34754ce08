import { keptDatabase, type KeptAnswer } from './database'

/** Answers that are no use later, or that nobody may read after a change of hands. */
const NOT_KEPT = /^\/(?:session|imports|people|tablets|audit|backups|customers|events|health|devices\/readings)/
const MOST = 400

/** Keeps what the server answered, for when it is away. Losing it loses nothing that the server has not. */
export async function keepAnswer(path: string, body: unknown): Promise<void> {
  if (NOT_KEPT.test(path)) return
  try {
    const db = await keptDatabase()
    await db.put('answers', { path, at: new Date().toISOString(), body })
    const over = (await db.count('answers')) - MOST
    if (over <= 0) return
    const oldest = await db.getAllKeysFromIndex('answers', 'at', null, over)
    await Promise.all(oldest.map((key) => db.delete('answers', key)))
  } catch {
    // No room, or nothing is kept in this browser: then it is only not there later.
  }
}

export async function keptAnswer(path: string): Promise<KeptAnswer | null> {
  try {
    return (await (await keptDatabase()).get('answers', path)) ?? null
  } catch {
    return null
  }
}

/** The job as this screen had it last is changed with what it knows better. */
export async function forgetAnswers(): Promise<void> {
  try {
    await (await keptDatabase()).clear('answers')
  } catch {
    // Nothing is kept.
  }
}
