import { describe, expect, test } from 'vitest'
import { demoJob, demoKits, demoProcedures, demoSurvey, demoVehicles } from '../../demo/shop'
import type { Carrier, PlanStep } from '../kit'
import type { AxleEnd } from '../vehicle'
import { buildPlan, canDo, WHEELS, type Plan } from '.'

/** What holds an axle in its place; a shock does not. */
const locates = (carrier: Carrier): boolean => carrier === 'link' || carrier === 'u-bolts'

/**
 * What an order does that must never happen, by code. It walks through the steps as a mechanic does, and knows nothing of how they were
 * ordered.
 * Source: common practice, no published source: people get hurt by it, or a mistake stays hidden, whatever the kit.
 */
function never(steps: readonly PlanStep[], independent: (axle: AxleEnd) => boolean): string[] {
  const found = new Set<string>()
  const say = (code: string, when: boolean) => when && found.add(code)
  const open = new Map<string, { carrier: Carrier; axle: AxleEnd; side: string | null }>()
  const done = new Set<string>()
  const loose = new Set<string>()
  const off = new Map<string, number>()
  /** Axles with bags in and no air yet, with air. */
  const bagsIn = new Set<AxleEnd>()
  const aired = new Set<AxleEnd>()
  const soaped = new Set<AxleEnd>()
  let state: PlanStep['state'] = { support: 'on-wheels', wheels: 'on', axle: null }
  let offSince = false
  let cracked = new Set<string>()
  let settled = true
  const toFit = new Set(steps.filter((s) => s.checks.includes('first-air')).map((s) => s.axle!))
  for (const s of steps) {
    const end = s.axle ?? 'rear'
    if (s.kind === 'state') {
      const supportMoves = s.state.support !== state.support || s.state.axle !== state.axle
      if (supportMoves) {
        say(
          'lowered on something open',
          [...open.values()].some((o) => o.carrier === 'u-bolts'),
        )
        say('axle carried by nothing', open.size > 0)
        settled = false
      }
      const text = s.steps.join(' ')
      for (const axle of ['front', 'rear'] as const) if (text.includes(`Crack the ${axle} lug nuts`)) cracked.add(axle)
      if (s.state.wheels === 'off' && !(state.wheels === 'off' && state.axle === s.state.axle)) {
        say('nuts not cracked on the ground', !cracked.has(s.state.axle!))
        offSince = true
      }
      if (s.state.support === 'on-wheels') {
        say(
          'weight on empty bags',
          [...bagsIn].some((axle) => !aired.has(axle)),
        )
        cracked = new Set()
      }
      say(
        'wheels off on the floor',
        s.state.wheels === 'off' && (s.state.support === 'on-wheels' || s.state.support === 'frame-raised'),
      )
      state = s.state
    } else {
      say('step in another state', !canDo(s, s.axle, state) || JSON.stringify(s.state) !== JSON.stringify(state))
      for (const a of s.after) say('before its turn', steps.some((o) => o.id === a) && !done.has(a))
      say(
        'jack named before it is there',
        s.raise !== null && !(['axle-raised', 'frame-raised'].includes(state.support) && state.axle === end),
      )
      for (const carrier of s.opens) {
        say('opened without a jack', !(state.support === 'axle-raised' && state.axle === end))
        open.set(`${carrier} ${end} ${s.side}`, { carrier, axle: end, side: s.side })
      }
      for (const o of open.values())
        for (const p of open.values())
          say(
            'both sides open',
            o.axle === p.axle &&
              o.side !== p.side &&
              ((locates(o.carrier) && locates(p.carrier)) || independent(o.axle)),
          )
      for (const carrier of s.closes) open.delete(`${carrier} ${end} ${s.side}`)
      if (s.phase === 'mount' && toFit.has(end)) bagsIn.add(end)
      if (s.checks.includes('first-air')) {
        aired.add(end)
        const lines = steps.filter((o) => (o.axle === s.axle || o.axle === null) && o.phase === 'lines')
        say(
          'air before its line',
          lines.some((l) => !done.has(l.id)),
        )
        // Some compressors fill as soon as they have current: it comes once the lines are closed, and air with it.
        say(
          'air before there is current',
          steps.some((o) => o.refits.includes('Battery negative') && !done.has(o.id)),
        )
        say('air on something open', open.size > 0)
      }
      if (s.checks.includes('connections')) {
        soaped.add(end)
        say('test pressure while it hangs', state.support === 'axle-hanging' || !aired.has(end))
      }
      say(
        'gap read before all is in',
        s.checks.includes('plate-tire') &&
          steps.some(
            (o) => o.axle === s.axle && !done.has(o.id) && ['mount', 'align', 'torque'].includes(o.phase ?? ''),
          ),
      )
      say('hidden before it was soaped', s.id === 'refit-spare' && toFit.has(end) && !soaped.has(end))
      if (s.id === 'settle') {
        say(
          'bounced on empty bags',
          [...toFit].some((axle) => !aired.has(axle)),
        )
        say('bounced in the air', state.support !== 'on-wheels')
        say(
          'bounced before the lug nuts',
          steps.some((o) => o.id.includes('lug-nuts') && !done.has(o.id)),
        )
        settled = true
      }
      if (s.id.includes('lug-nuts')) {
        say('lug nuts in the air', state.support !== 'on-wheels')
        say('lug nuts that were not off', !offSince)
      }
      for (const f of s.torques) {
        say('torqued hanging', f.when === 'at-ride-height' && !(state.support === 'on-wheels' && settled))
        loose.delete(`${f.id} ${s.side}`)
      }
      for (const f of [...s.leavesLoose, ...s.disturbs]) if (!s.torques.includes(f)) loose.add(`${f.id} ${s.side}`)
    }
    for (const part of s.refits) off.set(`${part} ${s.side}`, (off.get(`${part} ${s.side}`) ?? 0) - 1)
    for (const part of s.takesOff) off.set(`${part} ${s.side}`, (off.get(`${part} ${s.side}`) ?? 0) + 1)
    done.add(s.id)
  }
  say('left open', open.size > 0 || loose.size > 0 || [...off.values()].some((n) => n > 0))
  say('left in the air', state.support !== 'on-wheels')
  return [...found].sort()
}

const variants = (['off', 'on'] as const).flatMap((wheels) =>
  (['floor', 'lift'] as const).map((lift) => ({ wheels, lift, crew: 1 as const })),
)
const procedures = demoProcedures()
/** Every plan of every kit on every vehicle that has such springs there, wheels off and on, on the floor and on a lift. */
const plans = demoVehicles().flatMap((vehicle) =>
  demoKits().flatMap((kit) => {
    const survey = demoSurvey(vehicle.id)
    if (!kit.fitment.suspension.includes(vehicle[kit.axle].suspension)) return []
    return variants.flatMap((choices) => {
      const name = `${kit.id}, ${vehicle.id}, wheels ${choices.wheels}, ${choices.lift}`
      // By itself, and with new shocks, a compressor, the vehicle maker's procedures and the shop's own on the same visit.
      const ways = choices.wheels === 'off' && choices.lift === 'floor' ? [[], procedures] : [[]]
      return ways.map((way) => ({
        name: `${name}, ${way.length} procedures`,
        vehicle,
        // One that is for another vehicle is carried out rightly, and nobody waits for the proof of its order.
        proof:
          kit.fitment.architecture.includes(vehicle[kit.axle].architecture) &&
          kit.fitment.bodies.includes(vehicle.body),
        outcome: buildPlan([{ kit, work: 'fit' }], vehicle, survey, choices, { procedures: way }),
      }))
    })
  }),
)
const both = demoVehicles()
  .filter((v) => v.body === 'motorhome')
  .flatMap((vehicle) => {
    const fit = (axle: AxleEnd) =>
      demoKits().filter(
        (k) => k.axle === axle && k.fitment.suspension.includes(vehicle[axle].suspension) && k.family === 'bellows',
      )
    return fit('front').flatMap((front) =>
      fit('rear')
        .slice(0, 2)
        .map((rear) => ({
          name: `${front.id} and ${rear.id}, ${vehicle.id}`,
          vehicle,
          proof: true,
          outcome: buildPlan(
            [
              { kit: front, work: 'fit' },
              { kit: rear, work: 'fit' },
            ],
            vehicle,
            demoSurvey(vehicle.id),
            { wheels: 'off' },
          ),
        })),
    )
  })

describe('orders that must never happen', () => {
  test('do not, on any kit and vehicle, wheels off or on, on the floor or on a lift, at one end or at both', () => {
    expect(plans.length).toBeGreaterThan(1000)
    expect(both.length).toBeGreaterThan(3)
    for (const { name, vehicle, proof, outcome } of [...plans, ...both]) {
      expect(outcome.ok, name).toBe(true)
      if (!outcome.ok) continue
      expect(
        never(outcome.plan.steps, (axle) => vehicle[axle].architecture === 'independent'),
        name,
      ).toEqual([])
      if (proof) expect(outcome.plan.proved, name).toBe(true)
    }
  })

  const planOf = (kit: string, vehicle: string): Plan => {
    const found = demoKits().find((k) => k.id === kit)!
    const outcome = buildPlan(
      [{ kit: found, work: 'fit' }],
      demoVehicles().find((v) => v.id === vehicle)!,
      demoSurvey(vehicle),
      { wheels: 'off' },
    )
    if (!outcome.ok) throw new Error(outcome.stuck.join())
    return outcome.plan
  }
  const moved = (steps: readonly PlanStep[], id: string, before: string): PlanStep[] => {
    const step = steps.find((s) => s.id === id)!
    const rest = steps.filter((s) => s !== step)
    const index = rest.findIndex((s) => s.id === before)
    const there = rest[index]!
    return [
      ...rest.slice(0, index),
      { ...step, state: there.kind === 'state' ? (rest[index - 1]?.state ?? there.state) : there.state },
      ...rest.slice(index),
    ]
  }
  // Each rule is seen to bite: one step of a sound order put where it must not be.
  test.each([
    ['lug-nuts:left', 'settle', 'settle', 'lug-nuts:left', 'bounced before the lug nuts'],
    ['align:left', 'run-line:left', 'align:left', 'run-line:left', 'air before its line'],
    ['soap', 'refit-spare', 'refit-spare', 'soap', 'hidden before it was soaped'],
  ] as const)('%s and %s exchanged is found', (_a, _b, id, before, code) => {
    const { job } = demoJob('0417')
    const { steps } = planOf('ninebark-twofold', job.vehicle.id)
    expect(never(steps, () => false)).toEqual([])
    expect(never(moved(steps, id, before), () => false)).toContain(code)
  })
  test('an axle let go while its shock is open, a bag bounced empty and an open side beside another are found', () => {
    const coil = demoVehicles().find((v) => v.rear.architecture === 'independent' && v.rear.suspension === 'coil')!
    const { steps } = planOf('kettleworth-core-92', coil.id)
    expect(never(steps, () => true)).toEqual([])
    expect(steps.some((s) => s.opens.includes('link'))).toBe(true)
    const down = steps.findIndex((s) => s.kind === 'state' && s.state.support === 'on-wheels')
    const loose = steps.findIndex((s) => s.id === 'shock-loose:left')
    const early = [...steps.slice(0, loose), steps[down]!, ...steps.slice(loose)]
    expect(never(early, () => true)).toContain('axle carried by nothing')
    const twice = moved(steps, 'link-undo:right', 'link-back:left')
    expect(never(twice, () => true)).toContain('both sides open')
    expect(
      never(
        steps.filter((s) => !s.checks.includes('first-air')).map((s) => s),
        () => true,
      ),
    ).not.toEqual([])
    expect(
      never(
        steps.map((s) => (s.kind === 'state' ? { ...s, steps: [] } : s)),
        () => true,
      ),
    ).toContain('nuts not cracked on the ground')
    const hanging = moved(steps, 'torque-shock:left', 'shock-loose:right')
    expect(never(hanging, () => true)).toContain('torqued hanging')
  })
  test('U-bolts of a leaf pack are loose on one side at a time, jack under the axle', () => {
    const kit = demoKits().find((k) => k.operations.some((o) => o.opens.includes('u-bolts')))!
    const vehicle = demoVehicles().find((v) => v.rear.suspension === 'leaf' && v.body === 'pickup')!
    const { steps } = planOf(kit.id, vehicle.id)
    expect(never(steps, () => false)).toEqual([])
    expect(never(moved(steps, 'u-bolts-open:right', 'u-bolts-close:left'), () => false)).toContain('both sides open')
  })
  test('parts that come off are the vehicle`s, and the wheels among them go back on', () => {
    const { steps } = planOf('ninebark-twofold', demoJob('0417').job.vehicle.id)
    const wheels = (list: 'takesOff' | 'refits') => steps.flatMap((s) => s[list]).filter((p) => WHEELS.includes(p))
    expect(wheels('takesOff')).toEqual(wheels('refits'))
  })
})
