import {
  computed,
  inject,
  ref,
  shallowRef,
  watch,
  type ComputedRef,
  type InjectionKey,
  type Ref,
  type ShallowRef,
} from 'vue'
import { onBeforeRouteLeave } from 'vue-router'
import { useEventListener, useLocalStorage } from '@vueuse/core'
import {
  applicationSchema,
  closingFaults,
  kitSchema,
  kitWith,
  procedureFaults,
  procedureSchema,
  withValue,
  type Application,
  type Kit,
  type Procedure,
} from '@stout-shackle/core/kit'
import { namesDriver, type DriverSide, type Written } from '@stout-shackle/core/paper'
import { schemaText } from '@stout-shackle/core/quantity'
import type { Entry } from '@stout-shackle/core/contract'
import { call, Refused } from '../../api/client'
import { newKey } from '../../api/key'
import { failureText } from '../../fields/file'
import type { Conflict } from '../../offline-store'
import { mergeThree, putAt } from '../../stores/merge'

/** What is written on this page: a kit, or instructions of something else. */
export type Paper = Kit | Procedure
export const isKit = (paper: Paper): paper is Kit => 'family' in paper
/** Where it is kept, and under which address. */
export type Catalog = 'kits' | 'procedures'

/** Something that is wrong with what was written, where. */
interface Fault {
  path: (string | number)[]
  message: string
}
/** A line of vehicles as it was read, with its version there; null for one that is new. */
interface StoredLine {
  version: number | null
  line: Application
}
/** What this browser keeps while it is written. */
interface Kept {
  base: Entry<Paper>
  paper: Paper
  lines: Application[]
}

const faultsOf = (paper: Paper, lines: readonly Application[]): Fault[] => {
  const read = (isKit(paper) ? kitSchema : procedureSchema).safeParse(paper)
  const own = read.success
    ? (isKit(paper) ? closingFaults : procedureFaults)(paper)
    : read.error.issues.map((i) => ({ path: i.path as Fault['path'], message: schemaText(i) }))
  const ofLines = lines.flatMap((line, i) => {
    const parsed = applicationSchema.safeParse(line)
    return parsed.success
      ? []
      : parsed.error.issues.map((issue) => ({
          path: ['lines', i, ...(issue.path as Fault['path'])],
          message: schemaText(issue),
        }))
  })
  return [...own, ...ofLines]
}

const ORIGIN = /^origins\.(.+)$/
/** A document with another value where two of it differ; where figures are from is kept by their whole place. */
function resolved(paper: Paper, path: string, value: unknown): Paper {
  const at = ORIGIN.exec(path)?.[1]
  if (at === undefined || !isKit(paper)) return putAt(paper, path, value)
  const { [at]: _was, ...rest } = paper.origins
  return { ...paper, origins: value === undefined ? rest : { ...rest, [at]: value as Kit['origin'] } }
}

export interface Writing {
  paper: ShallowRef<Paper | null>
  lines: ShallowRef<Application[]>
  version: ComputedRef<number>
  isEdited: ComputedRef<boolean>
  faults: ComputedRef<Fault[]>
  failure: Ref<string>
  saved: Ref<string>
  /** On which side the driver sits, for papers that tell sides by that; null until somebody was asked. */
  driver: Ref<DriverSide>
  /** Of a procedure: the kit that it is tried with, and whose steps it may name. */
  beside: ShallowRef<Kit | null>
  /** What somebody else changed too: mine stands, theirs is here. */
  conflicts: ShallowRef<Conflict[]>
  change: (next: Paper) => void
  changeKit: (change: (kit: Kit) => Kit) => void
  changeSteps: (change: (written: Written) => Written) => void
  /** A figure as it stands on the paper. */
  put: (path: string, value: unknown) => void
  /** What stands at a place, and what is wrong there; null where nothing is. */
  valueAt: (path: string) => unknown
  problemAt: (path: string) => string | null
  setLines: (next: Application[]) => void
  save: () => Promise<void>
  discard: () => void
  takeTheirs: (conflict: Conflict) => void
}
export const WRITING: InjectionKey<Writing> = Symbol('writing')
/** What the page above is writing. */
export function useWriting(): Writing {
  const writing = inject(WRITING)
  if (!writing) throw new Error('there is no page that writes a kit around this')
  return writing
}

/** Why a line waits: it names a side by who sits there, and nobody has said which that is; empty where it can be read. */
export const driverAsked = (text: string, driver: DriverSide): string =>
  namesDriver(text) && !driver ? 'Say first on which side the driver sits.' : ''

/**
 * A kit or procedure as it is written: kept in this browser at every change, saved as its next version, put together with what
 * somebody else saved meanwhile.
 */
// eslint-disable-next-line max-lines-per-function -- one document, and all that is done with it
export function writingOf(catalog: Catalog, id: () => string): Writing & { load: () => Promise<void> } {
  const base = shallowRef<Entry<Paper> | null>(null)
  const paper = shallowRef<Paper | null>(null)
  const storedLines = shallowRef<StoredLine[]>([])
  const lines = shallowRef<Application[]>([])
  const failure = ref('')
  const saved = ref('')
  const conflicts = shallowRef<Conflict[]>([])
  const beside = shallowRef<Kit | null>(null)
  const driver = ref<DriverSide>(null)
  const kept = useLocalStorage<string>(() => `writing-${catalog}:${id()}`, '')

  const isEdited = computed(
    () =>
      paper.value !== null &&
      (JSON.stringify(paper.value) !== JSON.stringify(base.value?.document) ||
        JSON.stringify(lines.value) !== JSON.stringify(storedLines.value.map((l) => l.line))),
  )
  const faults = computed(() => (paper.value ? faultsOf(paper.value, lines.value) : []))

  async function linesNow(): Promise<StoredLine[]> {
    if (catalog !== 'kits') return []
    const found = await call<Application[]>(`/kits/${id()}/applications`)
    return Promise.all(
      found.map(async (line) => ({
        line,
        version: (await call<Entry<Application>>(`/applications/${line.id}`)).version,
      })),
    )
  }
  async function load() {
    failure.value = ''
    saved.value = ''
    conflicts.value = []
    try {
      const entry = await call<Entry<Paper>>(`/${catalog}/${id()}`)
      storedLines.value = await linesNow()
      const was = kept.value ? (JSON.parse(kept.value) as Kept) : null
      base.value = was?.base ?? entry
      paper.value = was?.paper ?? entry.document
      lines.value = was?.lines ?? storedLines.value.map((l) => l.line)
      if (was && was.base.version !== entry.version) meet(entry)
    } catch (error) {
      failure.value = failureText(error)
    }
  }
  watch(id, () => void load())

  const keep = () => {
    saved.value = ''
    kept.value = JSON.stringify({ base: base.value!, paper: paper.value!, lines: lines.value } satisfies Kept)
  }
  function change(next: Paper) {
    paper.value = next
    keep()
  }
  /** Puts mine onto what stands there now. */
  function meet(theirs: Entry<Paper>) {
    const merged = mergeThree(base.value!.document, paper.value!, theirs.document)
    base.value = theirs
    conflicts.value = merged.conflicts
    // What both changed stays as it was typed here, until somebody says otherwise.
    paper.value = merged.conflicts.reduce((doc, c) => resolved(doc, c.path, c.mine), merged.value)
    keep()
  }
  async function saveLines() {
    const before = new Map(storedLines.value.map((l) => [l.line.id, l]))
    for (const line of lines.value) {
      const there = before.get(line.id)
      before.delete(line.id)
      if (!there) await call('/applications', { method: 'POST', body: line, key: newKey() })
      else if (JSON.stringify(there.line) !== JSON.stringify(line))
        await call(`/applications/${line.id}`, {
          method: 'PUT',
          body: line,
          version: there.version ?? 1,
          key: newKey(),
        })
    }
    for (const gone of before.values())
      await call(`/applications/${gone.line.id}`, { method: 'DELETE', version: gone.version ?? 1, key: newKey() })
    storedLines.value = await linesNow()
    lines.value = storedLines.value.map((l) => l.line)
  }
  async function save() {
    if (!paper.value || !base.value) return
    failure.value = ''
    try {
      if (JSON.stringify(paper.value) !== JSON.stringify(base.value.document)) {
        base.value = await call<Entry<Paper>>(`/${catalog}/${id()}`, {
          method: 'PUT',
          body: paper.value,
          version: base.value.version,
          key: newKey(),
        })
        paper.value = base.value.document
      }
      await saveLines()
      kept.value = ''
      conflicts.value = []
      saved.value = `Saved as version ${base.value.version}. Jobs that have it keep theirs until somebody takes this one.`
    } catch (error) {
      if (error instanceof Refused && error.status === 412 && 'current' in error.problem) {
        meet(error.problem.current as Entry<Paper>)
        failure.value = 'Somebody saved it meanwhile. Your changes are on top of theirs now: look, and save again.'
      } else failure.value = failureText(error)
    }
  }
  function discard() {
    if (!base.value) return
    paper.value = base.value.document
    lines.value = storedLines.value.map((l) => l.line)
    conflicts.value = []
    kept.value = ''
  }
  useEventListener('beforeunload', (event) => {
    if (isEdited.value && !kept.value) event.preventDefault()
  })
  onBeforeRouteLeave(() => {
    if (!isEdited.value) kept.value = ''
  })
  return {
    paper,
    lines,
    version: computed(() => base.value?.version ?? 0),
    isEdited,
    faults,
    failure,
    saved,
    conflicts,
    beside,
    driver,
    load,
    change,
    changeKit: (next) => paper.value && isKit(paper.value) && change(next(paper.value)),
    changeSteps: (next) => paper.value && change(next(paper.value) as Paper),
    put(path, value) {
      if (paper.value)
        change(isKit(paper.value) ? kitWith(paper.value, path, value) : withValue(paper.value, path, value))
    },
    valueAt: (path) =>
      path
        .split('.')
        .reduce<unknown>((tree, key) => (tree as Record<string, unknown> | null)?.[key] ?? null, paper.value),
    problemAt: (path) => faults.value.find((f) => f.path.join('.') === path)?.message ?? null,
    setLines(next) {
      lines.value = next
      keep()
    },
    save,
    discard,
    takeTheirs(conflict) {
      if (!paper.value) return
      conflicts.value = conflicts.value.filter((c) => c !== conflict)
      change(resolved(paper.value, conflict.path, conflict.theirs))
    },
  }
}
