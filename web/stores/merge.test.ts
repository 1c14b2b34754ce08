import { describe, expect, test } from 'vitest'
import { mergeThree } from './merge'

describe('three-way merge of a job', () => {
  const base = {
    title: 'a',
    survey: { rust: null as string | null, spare: null as boolean | null },
    items: [
      { id: '1', mass: 1 },
      { id: '2', mass: 2 },
    ],
  }
  test('changes in different places both stay', () => {
    const { value, conflicts } = mergeThree(
      base,
      { ...base, survey: { ...base.survey, rust: 'none' } },
      { ...base, title: 'b' },
    )
    expect(value).toEqual({ ...base, title: 'b', survey: { rust: 'none', spare: null } })
    expect(conflicts).toEqual([])
  })
  test('the same place changed twice keeps theirs and says so', () => {
    const { value, conflicts } = mergeThree(base, { ...base, title: 'mine' }, { ...base, title: 'theirs' })
    expect(value.title).toBe('theirs')
    expect(conflicts.map((c) => c.path)).toEqual(['title'])
  })
  test('lists with ids merge entry by entry: mine added, theirs changed, mine removed', () => {
    const mine = {
      ...base,
      items: [
        { id: '2', mass: 2 },
        { id: '3', mass: 3 },
      ],
    }
    const theirs = {
      ...base,
      items: [
        { id: '1', mass: 1 },
        { id: '2', mass: 20 },
      ],
    }
    expect(mergeThree(base, mine, theirs).value.items).toEqual([
      { id: '2', mass: 20 },
      { id: '3', mass: 3 },
    ])
  })
  test('the same change on both sides is no conflict', () => {
    expect(mergeThree(base, { ...base, title: 'x' }, { ...base, title: 'x' })).toEqual({
      value: { ...base, title: 'x' },
      conflicts: [],
    })
  })
})
