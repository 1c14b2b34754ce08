import dayjs from 'dayjs'
import timezone from 'dayjs/plugin/timezone'
import utc from 'dayjs/plugin/utc'
import { describe, expect, test } from 'vitest'
import { formatDate, formatDateTime, mayDo, NEW_SHOP, passwordSchema, pinSchema, ROLES, shopSettingsSchema } from '.'

dayjs.extend(utc)
dayjs.extend(timezone)

describe('the clock of a shop', () => {
  // Source: another library (dayjs) over the days on which clocks in the US go forward and back, and the turn of a year.
  test.each(['2026-03-08T09:30:00Z', '2026-03-08T10:30:00Z', '2026-11-01T06:15:00Z', '2027-01-01T03:00:00Z'])(
    '%s as the wall clock shows it',
    (time) => {
      for (const zone of ['America/Denver', 'America/New_York', 'UTC']) {
        const there = dayjs(time).tz(zone)
        expect(formatDateTime(time, zone)).toBe(there.format('MMM D, HH:mm'))
        expect(formatDate(time, zone, there.year())).toBe(there.format('MMM D'))
        expect(formatDate(time, zone, there.year() + 1)).toBe(there.format('MMM D, YYYY'))
      }
    },
  )
  test('a plain day is that day in every zone', () => {
    for (const zone of ['Pacific/Auckland', 'America/Denver', 'UTC'])
      expect(formatDate('2026-11-25', zone, 2026)).toBe('Nov 25')
  })
})

describe('who may do what', () => {
  test('each role may do what the ones below it may, and none is an instrument', () => {
    const may = ROLES.map((role) =>
      (['open', 'read', 'work', 'desk', 'own', 'device'] as const).filter((a) => mayDo(role, a)),
    )
    may.slice(1).forEach((less, i) => expect(may[i]).toEqual(expect.arrayContaining(less)))
    expect(may.map((m) => m.length)).toEqual([5, 4, 3, 2])
    expect(may.flat()).not.toContain('device')
  })
  // Source: NIST SP 800-63B, memorized secrets: eight characters at least, and long ones are taken.
  test('secrets at their limits', () => {
    const takes = (schema: typeof passwordSchema, text: string) => schema.safeParse(text).success
    expect(['1234567', '12345678', 'x'.repeat(200), 'x'.repeat(201)].map((t) => takes(passwordSchema, t))).toEqual([
      false,
      true,
      true,
      false,
    ])
    expect(['123', '1234', '12345678', '123456789', '12a4'].map((t) => takes(pinSchema, t))).toEqual([
      false,
      true,
      true,
      false,
      false,
    ])
  })
})

describe('settings', () => {
  const wrench = { serial: 'W-1', name: 'Half inch', low: 20, high: 200, due: '2027-05-31', device: null }
  const wrong = (change: object) =>
    shopSettingsSchema.safeParse({ ...NEW_SHOP, ...change }).error?.issues.map((i) => i.path.join('.'))
  test('a new shop has what it needs', () => expect(wrong({})).toBeUndefined())
  test('what is wrong is named', () => {
    expect(wrong({ timeZone: 'Mars/Olympus' })).toEqual(['timeZone'])
    expect(wrong({ currency: 'dollars' })).toEqual(['currency'])
    expect(wrong({ wrenches: [{ ...wrench, low: 200 }] })).toEqual(['wrenches.0.low'])
    expect(wrong({ wrenches: [wrench, { ...wrench, name: 'Another' }] })).toEqual(['wrenches'])
    expect(wrong({ wrenches: [{ ...wrench, due: '2027-02-30' }] })).toEqual(['wrenches.0.due'])
  })
})
