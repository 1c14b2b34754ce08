import type { Application, Kit } from '@stout-shackle/core/kit'
import type { Survey, Vehicle } from '@stout-shackle/core/vehicle'
import { seeded } from '../core/fixtures/seeded'

export interface BigShop {
  kits: Kit[]
  applications: Application[]
  vehicles: Vehicle[]
  surveys: Survey[]
}

const KITS = 2_000
const LINES_A_KIT = 50
const MODELS = 1_000
const VEHICLES_A_MODEL = 5
const SYLLABLES = [
  'bar',
  'dun',
  'el',
  'fen',
  'gor',
  'hal',
  'ist',
  'kel',
  'lor',
  'mar',
  'nes',
  'or',
  'pel',
  'quin',
  'ros',
]

/** A catalog as large as a wholesaler's, from the made-up shop's own documents; the same for the same seed. */
export function bigShop(
  seed: number,
  kits: readonly Kit[],
  vehicles: readonly Vehicle[],
  surveys: readonly Survey[],
): BigShop {
  const random = seeded(seed)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  /** Answers of which some were not given yet. */
  const someOf = <T extends object>(answers: T): T =>
    Object.fromEntries(Object.entries(answers).map(([k, v]: [string, unknown]) => [k, random() < 0.15 ? null : v])) as T
  const word = () => {
    const text = pick(SYLLABLES) + pick(SYLLABLES)
    return text[0]!.toUpperCase() + text.slice(1)
  }
  const models = Array.from({ length: MODELS }, (_, i) => ({
    make: `Maker ${word()}`,
    model: `${word()} ${i}`,
    like: pick(vehicles),
  }))
  const bigVehicles = models.flatMap(({ make, model, like }, m) =>
    Array.from({ length: VEHICLES_A_MODEL }, (_, i): Vehicle => ({
      ...like,
      id: `v-${m}-${i}`,
      make,
      model,
      trim: word(),
      platform: null,
      year: 2005 + Math.floor(random() * 20),
      bed: pick(['short', 'standard', 'long', 'flat'] as const),
      drive: pick(['rear', 'all'] as const),
      rear: { ...like.rear, curb: Math.round(like.rear.curb * (0.95 + 0.1 * random())) },
    })),
  )
  const bigKits = Array.from({ length: KITS }, (_, i): Kit => {
    const like = pick(kits)
    return {
      ...like,
      id: `k-${i}`,
      name: `${word()} ${like.family}`,
      number: `N-${i}`,
      price: 100 + Math.floor(random() * 800),
    }
  })
  const applications = bigKits.flatMap((kit) =>
    Array.from({ length: LINES_A_KIT }, (_, n): Application => {
      const { make, model } = pick(models)
      const from = 2003 + Math.floor(random() * 12)
      return {
        id: `${kit.id}-${n}`,
        kit: kit.id,
        make,
        model,
        from,
        to: from + 3 + Math.floor(random() * 12),
        conditions: [
          ...(random() < 0.5 ? [{ vehicle: 'bed' as const, is: ['short', 'standard', 'long'] }] : []),
          ...(random() < 0.3 ? [{ survey: 'liftBlock' as const, under: 0.05 }] : []),
          ...(random() < 0.2 ? [{ survey: 'brakes' as const, is: ['disc'] }] : []),
        ],
        needs:
          random() < 0.2
            ? [
                {
                  when: [{ vehicle: 'drive' as const, is: ['all'] }],
                  what: 'part' as const,
                  says: 'guard for the drive shaft',
                  part: { name: 'drive shaft guard', item: null, count: 1 },
                  minutes: 10,
                },
              ]
            : [],
        excludes:
          random() < 0.1
            ? [{ when: [{ survey: 'hitchRails' as const, is: [true] }], says: 'not with hitch rails' }]
            : [],
        source: `list ${kit.number}`,
      }
    }),
  )
  return {
    kits: bigKits,
    applications,
    vehicles: bigVehicles,
    surveys: bigVehicles.map(() => {
      const { front, rear, ...whole } = pick(surveys)
      return { ...someOf(whole), front: someOf(front), rear: someOf(rear) }
    }),
  }
}
