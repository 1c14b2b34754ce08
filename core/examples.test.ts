import { readdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { beforeAll, describe, expect, test } from 'vitest'
import { examplesIn } from './fixtures/examples'

const core = fileURLToPath(new URL('.', import.meta.url)).replace(/\/$/, '')
const examples = examplesIn(core)
/** Everything that the front doors of core give, by name: what an example may use. */
const scope: Record<string, unknown> = {}
beforeAll(async () => {
  for (const folder of readdirSync(core, { withFileTypes: true }))
    if (folder.isDirectory() && !['fixtures', 'node_modules'].includes(folder.name))
      Object.assign(scope, await import(/* @vite-ignore */ `${core}/${folder.name}/index.ts`))
})

describe('examples in the docstrings of core', () => {
  test('are there', () => expect(examples.length).toBeGreaterThan(30))
  test.each(examples.map((e) => [`${e.where}: ${e.expression.split('\n')[0]}`, e] as const))('%s', (_name, example) => {
    const names = Object.keys(scope)
    // eslint-disable-next-line @typescript-eslint/no-implied-eval -- the text is ours, from the docstrings beside this test
    const run = new Function(...names, `return (${example.expression})`) as (...values: unknown[]) => unknown
    const result = run(...names.map((n) => scope[n]))
    // A number is right to the last place that the example shows.
    if (/^-?\d/.test(example.expected)) {
      const places = example.expected.split('.')[1]?.length ?? 0
      expect((result as number).toFixed(places)).toBe(example.expected)
    } else expect(result).toEqual(JSON.parse(example.expected))
  })
})
