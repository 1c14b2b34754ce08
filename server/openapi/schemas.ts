import { Router } from 'express'
import { z } from 'zod'
import { PUBLISHED } from '@stout-shackle/core/contract'
import { notFound } from '../problem'

/** JSON Schema (2020-12) of the documents, made from the schemas that the server checks with. */
export function schemaRoutes(): Router {
  const schemas = new Map<string, z.ZodType>(Object.entries(PUBLISHED))
  return Router()
    .get('/', (_request, response) => void response.json([...schemas.keys()]))
    .get('/:name', (request, response) => {
      const schema = schemas.get(request.params.name)
      if (!schema) throw notFound('schema', request.params.name)
      response
        .type('application/schema+json')
        .send(JSON.stringify(z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' })))
    })
}
