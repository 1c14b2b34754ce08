// ESLint's parser over one program in which each page's script stands as a file of its own. Left to
// itself the parser builds the program anew for every .vue file, which is two thirds of the lint of the pages.
import { dirname, resolve } from 'node:path'
import ts from 'typescript'
import { parser } from 'typescript-eslint'

const config = resolve(import.meta.dirname, '../tsconfig.json')
const SCRIPT = /<script[^>]*>([\s\S]*?)<\/script>/g
let program

/** The script of a page as vue-eslint-parser hands it on; of a page with two scripts there is none. */
function scriptOf(text) {
  const found = [...text.matchAll(SCRIPT)]
  return found.length === 1 ? found[0][1] : null
}
function build() {
  const extra = [{ extension: 'vue', isMixedContent: true, scriptKind: ts.ScriptKind.Deferred }]
  const { options, fileNames } = ts.parseJsonConfigFileContent(
    ts.readConfigFile(config, ts.sys.readFile).config,
    ts.sys,
    dirname(config),
    { allowNonTsExtensions: true },
    config,
    undefined,
    extra,
  )
  const host = ts.createCompilerHost(options, true)
  const plain = host.getSourceFile
  host.getSourceFile = (name, ...rest) => {
    if (!name.endsWith('.vue')) return plain.call(host, name, ...rest)
    const text = scriptOf(ts.sys.readFile(name) ?? '')
    return text === null ? undefined : ts.createSourceFile(name, text, rest[0], true, ts.ScriptKind.TS)
  }
  return ts.createProgram(fileNames, options, host)
}

export const meta = { name: 'one-program', version: '1' }

/** What changed since the program was built, and expressions of a template, go the usual way. */
export function parseForESLint(code, options) {
  if (!options.projectService || !/\.(vue|ts)$/.test(options.filePath)) return parser.parseForESLint(code, options)
  program ??= build()
  if (program.getSourceFile(options.filePath)?.text !== code) return parser.parseForESLint(code, options)
  return parser.parseForESLint(code, { ...options, projectService: undefined, programs: [program] })
}
