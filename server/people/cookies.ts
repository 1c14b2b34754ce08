import { parse } from 'cookie'
import type { Request } from 'express'

/** Cookies know no port: the demo's are named apart from the shop's. */
export const cookieNames = (demo: boolean) =>
  demo
    ? { session: 'shackle-demo-session', tablet: 'shackle-demo-tablet' }
    : { session: 'shackle-session', tablet: 'shackle-tablet' }

export const cookiesOf = (request: Request): Record<string, string | undefined> => parse(request.get('Cookie') ?? '')
