import { Problem } from '../problem'

/** Deeper than any document of a shop by far. */
const DEEPEST = 64

/**
 * Refuses a JSON text that is nested deeper than a program can walk, before it is read.
 * @throws Problem 400
 */
export function refuseNesting(text: Buffer): void {
  let depth = 0
  let quoted = false
  for (let i = 0; i < text.length; i++) {
    const c = text[i]!
    if (quoted) {
      if (c === 0x5c) i += 1
      else if (c === 0x22) quoted = false
    } else if (c === 0x22) quoted = true
    else if (c === 0x5b || c === 0x7b) {
      depth += 1
      if (depth > DEEPEST)
        throw new Problem(400, 'Nested too deep', `The body is nested deeper than ${DEEPEST} levels.`, [
          { field: 'body', message: 'nested too deep' },
        ])
    } else if (c === 0x5d || c === 0x7d) depth -= 1
  }
}
