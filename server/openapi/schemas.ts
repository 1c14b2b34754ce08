import { z } from 'zod'
import { PUBLISHED, ROUTES } from '@stout-shackle/core/contract'
import { notFound } from '../problem'
import { route, type Mounted } from '../routing'

/** JSON Schema (2020-12) of the documents, made from the schemas that the server checks with. */
export function schemaRoutes(): Mounted[] {
  const schemas = new Map<string, z.ZodType>(Object.entries(PUBLISHED))
  return [
    route(ROUTES.schemas.list, () => [...schemas.keys()]),
    route(ROUTES.schemas.read, ({ params: { name }, response }) => {
      const schema = schemas.get(name)
      if (!schema) throw notFound('schema', name)
      response
        .type('application/schema+json')
        .send(JSON.stringify(z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' })))
    }),
  ]
}
