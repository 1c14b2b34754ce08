import { z } from 'zod'
import { innerSchema, quantityKinds } from './schema'
import type { QuantityKind } from './units'

/** What a form says of a field. */
export interface FieldWords {
  label: string
  /** What to type, where the label does not say it. */
  hint?: string
  /** Each choice as people read it. */
  choices?: Readonly<Record<string, string>>
  /** In which unit a bare number is shown, for one that is no quantity. */
  unit?: string
  /** Text over several lines. */
  lines?: boolean
}

/** What a field of a schema is: how it is typed, what it may be, what it is called. */
export interface Field {
  path: string
  words: FieldWords
  type: 'quantity' | 'number' | 'yes-no' | 'choice' | 'choices' | 'text'
  /** Of a quantity. */
  kind: QuantityKind | null
  min: number | null
  max: number | null
  /** Of a number that has to be whole. */
  whole: boolean
  /** Of a choice, or of several. */
  options: readonly string[]
  /** Emptied it says that nobody knows. */
  nullable: boolean
  maxLength: number | null
}

/** Whether null is taken, wherever a default stands around it. */
const isNullable = (schema: z.core.$ZodType): boolean =>
  schema instanceof z.ZodNullable || (schema instanceof z.ZodDefault && isNullable(schema.def.innerType))

/** @throws TypeError where the schema has no such place */
function schemaAt(schema: z.core.$ZodType, path: string): z.core.$ZodType {
  return path.split('.').reduce<z.core.$ZodType>((at, key) => {
    const inner = innerSchema(at)
    const next = inner instanceof z.ZodObject ? (inner.shape as Record<string, z.core.$ZodType>)[key] : undefined
    if (!next) throw new TypeError(`there is no field "${path}"`)
    return next
  }, schema)
}

/**
 * The fields of a schema with their words. They are kept by place: one schema may stand at several, and the registry that Zod shares is
 * the description of the API's.
 * @param schema of the document
 * @param all by place, parts between dots
 * @returns a field by its place, with all that a form needs to show it
 * @throws TypeError where the schema has no such place
 */
export function describeFields<P extends string>(
  schema: z.ZodType,
  all: Readonly<Record<P, FieldWords>>,
): (path: P) => Field {
  const fields = new Map<string, Field>()
  for (const [path, words] of Object.entries<FieldWords>(all)) fields.set(path, fieldOf(schema, path, words))
  return (path) => fields.get(path)!
}

/** How a field is typed that is no quantity. */
function typeOf(inner: z.core.$ZodType, choice: 'choice' | 'choices' | null): Field['type'] {
  if (inner instanceof z.ZodNumber) return 'number'
  if (inner instanceof z.ZodBoolean) return 'yes-no'
  return choice ?? 'text'
}

// eslint-disable-next-line complexity -- each property of a field from its schema
function fieldOf(schema: z.ZodType, path: string, words: FieldWords): Field {
  const at = schemaAt(schema, path)
  const inner = innerSchema(at)
  const number = inner instanceof z.ZodNumber ? inner : null
  const list = inner instanceof z.ZodArray ? innerSchema(inner.element) : null
  const chosen = inner instanceof z.ZodEnum ? inner : list instanceof z.ZodEnum ? list : null
  const kind = number ? (quantityKinds.get(number)?.kind ?? null) : null
  return {
    path,
    words,
    type: kind ? 'quantity' : typeOf(inner, chosen && (list ? 'choices' : 'choice')),
    kind,
    min: number?.minValue ?? null,
    max: number?.maxValue ?? null,
    whole: number?.isInt ?? false,
    options: chosen ? (chosen.options as string[]) : [],
    nullable: isNullable(at),
    maxLength: inner instanceof z.ZodString ? inner.maxLength : null,
  }
}
