import { Router } from 'express'
import { z } from 'zod'
import { bayRecordSchema, jobExportSchema, jobSchema } from '@stout-shackle/core/job'
import { applicationSchema, kitSchema, ruleSetSchema, stockItemSchema } from '@stout-shackle/core/kit'
import { platformSchema, vehicleSchema } from '@stout-shackle/core/vehicle'
import { notFound } from '../problem'

/** What others may want to check their files with. */
const PUBLISHED: Record<string, z.ZodType> = {
  job: jobSchema,
  'job-export': jobExportSchema,
  record: bayRecordSchema,
  vehicle: vehicleSchema,
  kit: kitSchema,
  application: applicationSchema,
  platform: platformSchema,
  'stock-item': stockItemSchema,
  'rule-set': ruleSetSchema,
}

/** JSON Schema (2020-12) of the documents, made from the schemas that the server checks with. */
export function schemaRoutes(): Router {
  return Router()
    .get('/', (_request, response) => void response.json(Object.keys(PUBLISHED)))
    .get('/:name', (request, response) => {
      const schema = PUBLISHED[request.params.name]
      if (!schema) throw notFound('schema', request.params.name)
      response
        .type('application/schema+json')
        .send(JSON.stringify(z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' })))
    })
}
