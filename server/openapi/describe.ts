import { z } from 'zod'
import { bayRecordSchema, jobExportSchema, jobSchema, recordInputSchema } from '@stout-shackle/core/job'
import { applicationSchema, kitSchema, ruleSetSchema, stockItemSchema } from '@stout-shackle/core/kit'
import { platformSchema, vehicleSchema } from '@stout-shackle/core/vehicle'
import { calculators } from '../compute'
import { applySchema } from '../imports'
import { newJobSchema } from '../jobs'
import { verdictQuestionSchema } from '../fitment'

type Json = Record<string, unknown>

const schemaOf = (schema: z.ZodType): Json => {
  const { $schema: _, ...json } = z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }) as Json
  return json
}
const body = (schema: Json): Json => ({ required: true, content: { 'application/json': { schema } } })
const ref = (name: string): Json => ({ $ref: `#/components/schemas/${name}` })
const ok = (description: string, schema?: Json): Json => ({
  description,
  ...(schema ? { content: { 'application/json': { schema } } } : {}),
})
const problem = {
  description: 'Refused, with the fields that are wrong',
  content: { 'application/problem+json': { schema: ref('Problem') } },
}
const header = (name: string, description: string, required = false): Json => ({
  name,
  in: 'header',
  description,
  required,
  schema: { type: 'string' },
})
const idParameter = { name: 'id', in: 'path', required: true, schema: { type: 'string' } }
const repeatable = header(
  'Idempotency-Key',
  'Sent again with the same request, the first answer comes again and nothing changes',
)
const ifMatch = header('If-Match', 'ETag of the version being changed', true)

const read = (summary: string, schema: Json, parameters: Json[] = []): Json => ({
  summary,
  parameters,
  responses: { 200: ok('Found', schema), 404: problem },
})
const add = (summary: string, input: Json, output: Json, parameters: Json[] = []): Json => ({
  summary,
  parameters: [...parameters, repeatable],
  requestBody: body(input),
  responses: { 201: ok('Added', output), 409: problem, 413: problem, 422: problem },
})
const change = (summary: string, schema: Json, output: Json, parameters: Json[] = [idParameter]): Json => ({
  summary,
  parameters: [...parameters, ifMatch, repeatable],
  requestBody: body(schema),
  responses: { 200: ok('Changed', output), 404: problem, 412: problem, 422: problem, 428: problem },
})
const listOf = (items: Json): Json => ({ type: 'array', items })
const versioned = (name: string): Json => ({
  type: 'object',
  properties: { version: { type: 'integer' }, document: ref(name) },
})

/** OpenAPI 3.1 description, made from the schemas that the server checks with. */
export function describeApi(): Json {
  const storedJob = {
    type: 'object',
    properties: { version: { type: 'integer' }, job: ref('Job'), records: listOf(ref('BayRecord')) },
  }
  const found = (name: string): Json => ({
    type: 'object',
    properties: { total: { type: 'integer' }, entries: listOf(versioned(name)) },
  })
  const query = (name: string, type: string): Json => ({ name, in: 'query', schema: { type } })
  const find = query('find', 'string')
  const limit = query('limit', 'integer')
  const offset = query('offset', 'integer')
  const catalog = (name: string, noun: string, many = `${noun}s`): Json => ({
    [`/api/${many}`]: {
      get: read(`Find ${noun}s`, found(name), [find, limit, offset]),
      post: add(`Add a ${noun}`, ref(name), versioned(name)),
    },
    [`/api/${many}/{id}`]: {
      get: read(`One ${noun}`, versioned(name), [idParameter]),
      put: change(`Change a ${noun}`, ref(name), versioned(name)),
    },
  })
  const file = (type: string) => ({
    parameters: [idParameter],
    responses: { 200: { description: 'The file', content: { [type]: {} } }, 404: problem },
  })
  return {
    openapi: '3.1.0',
    info: {
      title: 'Stout Shackle',
      version: '0.1.0',
      description: 'Helper spring jobs. SI units throughout; calculators also take text with a unit, such as "30 psi".',
    },
    paths: {
      '/api/health': { get: { summary: 'Whether the shop server works', responses: { 200: ok('It does') } } },
      '/api/jobs': {
        get: read('Jobs with the state of their stages', listOf({ type: 'object' })),
        post: add('Take in a job', schemaOf(newJobSchema), storedJob),
      },
      '/api/jobs/import': {
        post: add('Take in a job from another installation', ref('JobExport'), storedJob),
      },
      '/api/jobs/{id}': {
        get: read('One job with its records', storedJob, [idParameter]),
        put: change('Change what is planned for a job', ref('Job'), storedJob),
      },
      '/api/jobs/{id}/records': {
        get: read('Records of the bay', listOf(ref('BayRecord')), [idParameter]),
        post: add('Append a record', ref('RecordInput'), ref('BayRecord'), [idParameter]),
      },
      '/api/jobs/{id}/export': { get: read('The whole job as a file', ref('JobExport'), [idParameter]) },
      '/api/jobs/{id}/card.pdf': { get: { summary: "The owner's card", ...file('application/pdf') } },
      '/api/jobs/{id}/record.pdf': { get: { summary: 'The work record', ...file('application/pdf') } },
      '/api/jobs/{id}/readings.csv': { get: { summary: 'Height readings that stand', ...file('text/csv') } },
      '/api/jobs/{id}/loads.csv': { get: { summary: 'Loads of every case', ...file('text/csv') } },
      '/api/schemas/{name}': {
        get: {
          summary:
            'JSON Schema of a document: job, job-export, record, vehicle, kit, application, platform, stock-item, rule-set',
          parameters: [{ name: 'name', in: 'path', required: true, schema: { type: 'string' } }],
          responses: { 200: { description: 'The schema', content: { 'application/schema+json': {} } }, 404: problem },
        },
      },
      '/api/jobs/{id}/follow-ups.ics': {
        get: { summary: 'Follow-ups as a calendar file', ...file('text/calendar') },
      },
      ...catalog('Vehicle', 'vehicle'),
      ...catalog('Kit', 'kit'),
      ...catalog('Application', 'application'),
      ...catalog('Platform', 'platform'),
      ...catalog('StockItem', 'stock item', 'stock'),
      '/api/kits/{id}/applications': { get: read("Lines of a kit's list", listOf(ref('Application')), [idParameter]) },
      '/api/verdicts': {
        post: {
          summary: 'Every kit of the catalog for a vehicle as it stands, with its reasons, and the next question',
          requestBody: body(schemaOf(verdictQuestionSchema)),
          responses: { 200: ok('Verdicts name their reasons by place in the list of reasons'), 422: problem },
        },
      },
      '/api/catalog': {
        get: read('Kits a make and model can choose from, their lines and the rules', { type: 'object' }, [
          query('make', 'string'),
          query('model', 'string'),
        ]),
      },
      '/api/rules': {
        get: read('Fitment rules as they stand', ref('RuleSet')),
        put: change('The next version of the fitment rules', ref('RuleSet'), ref('RuleSet'), []),
      },
      '/api/rules/{version}': {
        get: read('Fitment rules as they stood', ref('RuleSet'), [
          { name: 'version', in: 'path', required: true, schema: { type: 'integer' } },
        ]),
      },
      '/api/imports': {
        get: read('The latest files taken in', listOf({ type: 'object' })),
        post: {
          summary: 'Read and check a file: CSV, JSON or xlsx. Nothing is changed yet',
          parameters: [query('kind', 'string'), query('name', 'string')],
          requestBody: { content: { 'application/octet-stream': {} } },
          responses: { 202: ok('Being read'), 413: problem, 422: problem },
        },
      },
      '/api/imports/{id}': { get: read('How far it is', { type: 'object' }, [idParameter]) },
      '/api/imports/{id}/rows': {
        get: read('What each row would do', listOf({ type: 'object' }), [
          idParameter,
          query('change', 'string'),
          limit,
          offset,
        ]),
      },
      '/api/imports/{id}/apply': {
        post: add('Put it on the shelf, in one transaction', schemaOf(applySchema), { type: 'object' }, [idParameter]),
      },
      '/api/imports/{id}/undo': { post: add('Take it back as one step', {}, { type: 'object' }, [idParameter]) },
      '/api/imports/{id}/stop': { post: add('Stop reading it', {}, { type: 'object' }, [idParameter]) },
      '/api/exports/{id}': {
        get: { summary: 'A whole catalog: kits.csv, kits.json and so on', ...file('text/csv') },
      },
      ...Object.fromEntries(
        Object.entries(calculators).map(([name, { request, summary }]) => [
          `/api/compute/${name}`,
          {
            post: {
              summary,
              requestBody: body(schemaOf(request)),
              responses: { 200: ok('Answer; figures carry SI value, unit and US value'), 422: problem },
            },
          },
        ]),
      ),
    },
    components: {
      schemas: {
        Job: schemaOf(jobSchema),
        JobExport: schemaOf(jobExportSchema),
        RecordInput: schemaOf(recordInputSchema),
        BayRecord: schemaOf(bayRecordSchema),
        Vehicle: schemaOf(vehicleSchema),
        Kit: schemaOf(kitSchema),
        Application: schemaOf(applicationSchema),
        Platform: schemaOf(platformSchema),
        StockItem: schemaOf(stockItemSchema),
        RuleSet: schemaOf(ruleSetSchema),
        Problem: {
          type: 'object',
          required: ['type', 'status', 'title', 'detail'],
          properties: {
            type: { type: 'string' },
            status: { type: 'integer' },
            title: { type: 'string' },
            detail: { type: 'string' },
            errors: listOf({
              type: 'object',
              properties: { field: { type: 'string' }, message: { type: 'string' } },
            }),
          },
        },
      },
    },
  }
}
