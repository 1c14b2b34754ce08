import type { Knex } from 'knex'
import {
  linesByKit,
  modelKey,
  type Application,
  type Candidates,
  type KitFacts,
  type LinesByKit,
  type RuleSet,
} from '@stout-shackle/core/kit'
import { currentRules } from './rules'

/** Models kept at hand; the least recently asked for is let go. */
const MODELS_KEPT = 1_500

type NamedFacts = KitFacts & { name: string }
/** Candidates that can be named on a screen. */
interface NamedCandidates extends Candidates {
  universal: readonly NamedFacts[]
  withList: ReadonlyMap<string, NamedFacts>
}
interface Known {
  universal: NamedFacts[]
  withList: Map<string, NamedFacts>
  rules: RuleSet
  models: Map<string, LinesByKit>
}

/**
 * What verdicts need of the catalog, read once and kept until something changes: every kit's facts, and the lines of the
 * models that were asked about.
 */
export class CandidateCache {
  private known: Promise<Known> | null = null

  constructor(private readonly db: Knex) {}

  /** Something was written: read anew when it is next asked. */
  readonly forget = (): void => void (this.known = null)

  /** Facts, rules, and the lines of one make and model. */
  async of(vehicle: { make: string; model: string }): Promise<NamedCandidates> {
    const reading = (this.known ??= this.read())
    const known = await reading.catch((error: unknown) => {
      // Not kept: the next one asks anew.
      if (this.known === reading) this.known = null
      throw error
    })
    const key = modelKey(vehicle)
    const lines = known.models.get(key) ?? (await this.readModel(key))
    known.models.delete(key)
    known.models.set(key, lines)
    if (known.models.size > MODELS_KEPT) known.models.delete(known.models.keys().next().value!)
    return { universal: known.universal, withList: known.withList, rules: known.rules, lines }
  }

  private async read(): Promise<Known> {
    const rows = await this.db.raw<{ facts: string; listed: number }[]>(
      'SELECT facts, EXISTS (SELECT 1 FROM applications a WHERE a.kit = kits.id) AS listed FROM kits ORDER BY id',
    )
    const universal: NamedFacts[] = []
    const withList = new Map<string, NamedFacts>()
    for (const { facts, listed } of rows) {
      const kit = JSON.parse(facts) as NamedFacts
      if (listed) withList.set(kit.id, kit)
      else universal.push(kit)
    }
    return { universal, withList, rules: await currentRules(this.db), models: new Map() }
  }

  private async readModel(key: string): Promise<LinesByKit> {
    const rows = await this.db.raw<{ document: string }[]>(
      'SELECT document FROM applications WHERE model = ? ORDER BY id',
      [key],
    )
    return linesByKit(rows.map((row) => JSON.parse(row.document) as Application))
  }
}
