import { describe, expect, test } from 'vitest'
import { demoPlatforms, demoStock } from '../../demo/shop'
import { DEFAULT_RULES, FACT_NAMES, stockState, type Fact } from '../kit'
import { CRITERIA, USUAL_PREFERENCES, type NoSale } from '../job'
import { POUND } from '../quantity'
import {
  answerFlipText,
  checksText,
  CRITERION_NAMES,
  flipText,
  HOW_TO_FIND,
  noSaleText,
  PREFERENCE_QUESTIONS,
  stockText,
  testText,
  usualText,
} from '.'

describe('sentences of choosing', () => {
  test('every fact has a name and a way to find it out', () => {
    for (const fact of Object.keys(FACT_NAMES) as Fact[]) {
      expect(FACT_NAMES[fact].length).toBeGreaterThan(2)
      expect(HOW_TO_FIND[fact].length).toBeGreaterThan(8)
    }
    expect(HOW_TO_FIND.liftBlock).toBe('measure the block between leaf pack and axle; 0 where there is none')
  })
  test.each([
    [
      { code: 'over-rating', loadCase: 'All shelves', rating: 'gawr-rear', over: 100 * POUND },
      '"All shelves" is 100 lb over the GAWR rear',
    ],
    [{ code: 'factory-air' }, 'factory self-leveling'],
    [{ code: 'unsound-frame' }, 'licensed technician'],
    [{ code: 'brake-valve' }, "the vehicle maker's procedure is not in hand"],
  ] as [NoSale, string][])('why no kit is sold: %j', (why, text) => expect(noSaleText(why, 'us')).toContain(text))
  test('what turns the order, by weight and by answer', () => {
    expect(flipText({ over: 'b', criterion: 'price', weight: 1, at: 2.25 }, 'Reed', 'Ridge')).toBe(
      'Ridge would lead Reed if "price" counted 2.3 instead of 1.0',
    )
    expect(answerFlipText({ question: 'emptyRide', answer: 'first', first: 'b' }, 'Reed')).toBe(
      'How should it ride empty? Answered "that comes first", Reed comes first',
    )
  })
  test('every criterion has a name, and every usual answer is one that can be given', () => {
    for (const c of CRITERIA) expect(CRITERION_NAMES[c].length).toBeGreaterThan(3)
    for (const [key, { answers }] of Object.entries(PREFERENCE_QUESTIONS))
      expect(Object.keys(answers)).toContain(USUAL_PREFERENCES[key as keyof typeof PREFERENCE_QUESTIONS])
  })
  test('every test of every rule reads as a sentence, without a stored word in it', () => {
    for (const rule of DEFAULT_RULES.rules)
      for (const t of rule.when) expect(testText(t, 'us')).toMatch(/^[a-z][a-z' -]+ (is|are) [a-zA-Z' -]+$/)
    expect(testText({ survey: 'liftBlock', over: 0.0254 }, 'us')).toBe('lift block is over 1 in')
    expect(testText({ survey: 'liftBlock', under: 0.05 }, 'metric')).toBe('lift block is under 50 mm')
  })
  test('a shelf item and a platform in a line', () => {
    expect([0, 1, 12].map((checksAYear) => checksText({ checksAYear }))).toEqual([
      'never',
      'once a year',
      '12 times a year',
    ])
    const clamp = demoStock().find((s) => s.id === 'band-clamp')!
    expect(stockText(stockState(clamp, [{ job: '0418', count: 1 }]))).toBe('1 on the shelf, 0 free, order 8')
    expect(
      usualText(
        demoPlatforms().find((p) => p.id === 'carrel')!,
        'us',
      ),
    ).toBe('bump stop bolted on the axle, exhaust side left, parking brake cable, hitch rails no')
  })
})
