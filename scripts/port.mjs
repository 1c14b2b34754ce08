import { createServer } from 'node:net'

/**
 * A port of this machine that nobody listens at.
 * @returns {Promise<number>}
 */
export const freePort = () =>
  new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const address = probe.address()
      probe.close(() => resolve(typeof address === 'object' && address ? address.port : 0))
    })
  })
