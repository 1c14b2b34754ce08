import type { Preferences } from '../../job'

/** What a kit is weighed by; each comes to a figure from 0, poor, to 1, as good as matters. */
export const CRITERIA = [
  'pressure',
  'level',
  'stroke',
  'capacity',
  'adjusts',
  'straight',
  'empty-ride',
  'air-lost',
  'price',
  'budget',
  'time',
  'no-drilling',
  'upkeep',
  'compressor',
] as const
export type Criterion = (typeof CRITERIA)[number]
export type Weights = Record<Criterion, number>

/** Heaviest that a question can make a criterion. */
export const MAX_WEIGHT = 10

/**
 * How heavily each criterion counts, from plain answers.
 * Source: additive multi-attribute value (Keeney and Raiffa, Decisions with Multiple Objectives, 1976); the weights are the
 * shop's judgment, no published source.
 */
export function weightsOf(p: Preferences): Weights {
  const degree = { low: 0.5, middle: 2, high: 4 }
  return {
    pressure: 3,
    level: 3,
    stroke: 1,
    capacity: 1,
    adjusts: { seldom: degree.low, sometimes: degree.middle, daily: degree.high }[p.loadChanges],
    straight: { no: degree.low, sometimes: degree.middle, often: degree.high }[p.offCenter],
    'empty-ride': { unimportant: degree.low, matters: degree.middle, first: degree.high }[p.emptyRide],
    'air-lost': 1,
    price: 1,
    budget: p.budget === null ? 0 : 5,
    time: p.hurry === 'today' ? 3 : 0.5,
    'no-drilling': p.drilling === 'rather-not' ? 3 : 0.25,
    upkeep: p.upkeep === 'forgotten' ? 3 : 0.25,
    compressor: p.compressor === 'later' ? 2 : 0,
  }
}
