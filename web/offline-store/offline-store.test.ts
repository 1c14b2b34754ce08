import { describe, expect, test } from 'vitest'
import { forgetAnswers, keepAnswer, keptAnswer, keptDatabase, openSealed, seal, sealedPeople } from '.'

const TEO = { id: 'teo', name: 'Teo', token: 'token-of-teo-0123456789' }

describe('a credential closed under a PIN', () => {
  test('opens with that PIN, and nothing kept gives PIN or credential away', async () => {
    await seal(TEO, '4711')
    expect(await sealedPeople()).toEqual([{ id: 'teo', name: 'Teo' }])
    const stored = JSON.stringify(await (await keptDatabase()).getAll('sealed'), (_key, value: unknown) =>
      value instanceof Uint8Array ? new TextDecoder().decode(value) : value,
    )
    expect(stored).not.toContain(TEO.token)
    expect(stored).not.toContain('4711')
    expect(await openSealed('teo', '4711')).toEqual(TEO)
    expect(await openSealed('nobody', '4711')).toBe('wrong')
  })
  test('is locked after five wrong ones, a right one in between begins anew, and signing in again opens it', async () => {
    await seal(TEO, '4711')
    for (let i = 0; i < 4; i++) expect(await openSealed('teo', '0000')).toBe('wrong')
    expect(await openSealed('teo', '4711')).toEqual(TEO)
    for (let i = 0; i < 4; i++) expect(await openSealed('teo', '0000')).toBe('wrong')
    expect(await openSealed('teo', '0000')).toBe('locked')
    expect(await openSealed('teo', '4711')).toBe('locked')
    await seal(TEO, '4711')
    expect(await openSealed('teo', '4711')).toEqual(TEO)
  })
})

describe('answers kept for a server that is away', () => {
  test('are there with their date, but for what the next person may not read', async () => {
    await keepAnswer('/jobs/a', { number: '1' })
    await keepAnswer('/people', [{ name: 'x' }])
    await keepAnswer('/audit?limit=50', {})
    expect(await keptAnswer('/jobs/a')).toMatchObject({ body: { number: '1' } })
    expect(await keptAnswer('/people')).toBeNull()
    expect(await keptAnswer('/audit?limit=50')).toBeNull()
    await forgetAnswers()
    expect(await keptAnswer('/jobs/a')).toBeNull()
  })
  test('are not more than there is room for', async () => {
    for (let i = 0; i < 410; i++) await keepAnswer(`/jobs/${i}`, {})
    expect(await (await keptDatabase()).count('answers')).toBe(400)
    expect(await keptAnswer('/jobs/409')).not.toBeNull()
  })
})
