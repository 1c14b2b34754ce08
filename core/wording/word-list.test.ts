import { readdirSync, readFileSync } from 'node:fs'
import { join, relative, sep } from 'node:path'
import { fileURLToPath } from 'node:url'
import { expect, test } from 'vitest'

// The shop's own word list: American shop English, one word for one thing. Common practice, no published source.
const root = fileURLToPath(new URL('../..', import.meta.url))
const OURS = ['core', 'server', 'web', 'demo', 'bench', 'e2e', 'scripts', 'docs']
const LOOSE = ['README.md', 'CONTRIBUTING.md', 'package.json']
const SKIPPED = new Set(['node_modules', 'dist', 'screenshots'])
const READ = /\.(ts|vue|json|md|mjs|css|html)$/

function filesOf(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name)
    if (entry.isDirectory()) return SKIPPED.has(entry.name) ? [] : filesOf(path)
    return READ.test(entry.name) ? [path] : []
  })
}
const files = [...OURS.flatMap((folder) => filesOf(join(root, folder))), ...LOOSE.map((name) => join(root, name))]
  .map((path) => relative(root, path).split(sep).join('/'))
  .filter((path) => path !== 'core/wording/word-list.test.ts')

/** A word that must not stand anywhere, what to write, and where an earlier field name keeps it. */
const LIST: readonly { not: RegExp; use: string; except?: RegExp }[] = [
  { not: /\bty(re|res|red)\b/i, use: 'tire' },
  { not: /\bcent(re|res|red)\b/i, use: 'center' },
  { not: /\bgrey\b/i, use: 'gray' },
  { not: /colou(r|rs|red)\b/i, use: 'color' },
  { not: /\b\w+elled\b(?<!\b(?:propelled|expelled|spelled|shelled|smelled|misspelled|swelled))/i, use: '-eled' },
  { not: /catalogue/i, use: 'catalog' },
  { not: /\b(kilo|milli|centi)?metres?\b/i, use: 'meter' },
  { not: /\b(favour|neighbour|behaviour|honour|labour)/i, use: '-or' },
  { not: /\b(organis|realis|recognis|normalis|minimis|maximis|specialis|initialis)/i, use: '-ize' },
  {
    not: /\b(licence|programme|aluminium|mould|kerb|storey|afterwards|whilst|spanner|lorry)\b/i,
    use: 'the American word',
  },
  { not: /wheel nuts?\b|anti-roll|jounce bumper/i, use: 'lug nuts, sway bar, bump stop' },
  {
    not: /\b(un)?laden\b/i,
    use: 'empty, loaded',
    except: /^core\/calculators\/|^server\/app\.test\.ts$|^server\/contract/,
  },
  { not: /gross rating\b|\bthe plate (says|gives)/i, use: 'GVWR, door-jamb label' },
  { not: /\bbag length\b/i, use: 'bag height' },
  { not: /\bbooklets?\b/i, use: 'instructions' },
  // How other people's papers say it is read, and written nowhere.
  { not: /\b(driver|passenger)('s)? side\b/i, use: 'left, right', except: /^core\/paper\// },
  { not: /\bshelf\b/i, use: 'catalog, stock' },
  { not: /independent lines|We run a line each/i, use: 'separate lines' },
  { not: /\bledgers?\b/i, use: 'open items' },
  {
    not: /[Ww]hat hurts|\bAt it\b|>at it\b|[Ss]ays who\b|by the booklet|Skip, visibly|Say because of what/,
    use: 'Complaint, Technician, Source, Skip with reason',
  },
  {
    not: /['">`](Keep|Note it|Leave it|Not now|Put back|Take it back|Take it in)['"<`]/,
    use: 'Save, Cancel, Undo, Remove',
  },
  { not: /\bdoes not read\b|hangs on an answer|give or take/i, use: "can't be read, needs an answer, ±" },
  { not: /local rules\b/i, use: 'local codes' },
  { not: /\b(walk|all) round\b/i, use: 'around' },
]

test.each(LIST)('nothing says $not', ({ not, except }) => {
  const found = files
    .filter((path) => !except?.test(path))
    .flatMap((path) =>
      readFileSync(join(root, path), 'utf8')
        .split('\n')
        .flatMap((line, i) => (not.test(line) ? [`${path}:${i + 1} ${not.exec(line)![0]}`] : [])),
    )
  expect(found).toEqual([])
})
