import { afterAll, beforeAll, expect, test } from 'vitest'
import { attack, contentsOf } from '../bench/hostile'
import { testShop } from './fixtures/shop'

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => {
  shop = await testShop()
})
afterAll(() => shop.close())

// The short form of what `npm run torture` sends; seeded, so that a failure can be sent again.
test('hostile requests over every route: no 5xx, nothing changed, nothing read without the right', async () => {
  const before = await contentsOf(shop.db)
  const { cookie } = await shop.signIn('Visitor', 'Hostile')
  const listening = shop.app.listen(0, '127.0.0.1')
  await new Promise((resolve) => listening.once('listening', resolve))
  const { port } = listening.address() as { port: number }
  const found = await attack({ port, cookie, seed: 7, requests: 400 })
  listening.closeAllConnections()
  listening.close()
  expect(found.failures).toEqual([])
  expect(found.sent).toBe(400)
  expect(await contentsOf(shop.db)).toEqual(before)
}, 60_000)
