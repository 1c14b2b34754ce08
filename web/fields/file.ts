import type { z } from 'zod'
import { schemaText } from '@stout-shackle/core/quantity'
import { Refused } from '../api/client'

export type FileOutcome<T> = { ok: true; value: T } | { ok: false; why: string }

/**
 * Reads the file somebody chose as JSON of a schema, and empties the control so that the same file can be tried again.
 * @returns the checked value, a sentence that names file and field, or null when none was chosen
 */
export async function readJsonFile<S extends z.ZodType>(
  event: Event,
  schema: S,
): Promise<FileOutcome<z.output<S>> | null> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return null
  const text = await file.text()
  input.value = ''
  try {
    const parsed = schema.safeParse(JSON.parse(text))
    if (parsed.success) return { ok: true, value: parsed.data }
    const issue = parsed.error.issues[0]!
    return { ok: false, why: `${file.name}: ${issue.path.join('.') || 'the file'} ${schemaText(issue)}` }
  } catch {
    return { ok: false, why: `${file.name} is not JSON.` }
  }
}

/** Gives something out as a file, with the browser's own way of keeping it. */
export function saveFile(name: string, type: string, content: BlobPart): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([content], { type }))
  link.download = name
  link.click()
  URL.revokeObjectURL(link.href)
}

/** Why a call failed, in words. */
export const failureText = (error: unknown): string =>
  error instanceof Refused ? error.message : 'The shop server does not answer; nothing you typed is lost, try again.'
