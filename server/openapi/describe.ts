import { OpenAPIRegistry, OpenApiGeneratorV31 } from '@asteasolutions/zod-to-openapi'
import { z } from 'zod'
import { problemSchema, PUBLISHED, ROUTE_LIST, type Route } from '@stout-shackle/core/contract'

const json = (schema: z.ZodType) => ({ 'application/json': { schema } })

/** Statuses with which a route may refuse. */
function refusals({ method, path, versioned, body }: Route): number[] {
  const named = path.includes('{')
  return [
    ...(named ? [404] : []),
    ...(method === 'post' && body ? [409, 413] : []),
    ...(versioned ? [412, 428] : []),
    ...(body ? [422] : []),
  ]
}

function headersOf({ versioned, repeatable }: Route): z.ZodObject | undefined {
  const headers = {
    ...(versioned ? { 'If-Match': z.string().meta({ description: 'ETag of the version being changed' }) } : {}),
    ...(repeatable
      ? {
          'Idempotency-Key': z.string().optional().meta({
            description: 'Sent again with the same request, the first answer comes again and nothing changes',
          }),
        }
      : {}),
  }
  return Object.keys(headers).length ? z.object(headers) : undefined
}

function pathOf(path: string): z.ZodObject | undefined {
  const names = [...path.matchAll(/\{(\w+)\}/g)].map((m) => m[1]!)
  return names.length ? z.object(Object.fromEntries(names.map((n) => [n, z.string()]))) : undefined
}

function contentOf({ answer }: Route) {
  if (answer === null) return undefined
  return typeof answer === 'string' ? { [answer]: {} } : json(answer)
}

/** OpenAPI 3.1 description, made from the list of routes and the schemas that the server checks with. */
export function describeApi(): { openapi: string } & Record<string, unknown> {
  // Named for as long as the description is made: elsewhere a schema stands for itself.
  const named = Object.entries(PUBLISHED) as [string, z.ZodType][]
  for (const [id, schema] of named) z.globalRegistry.add(schema, { id })
  const registry = new OpenAPIRegistry()
  for (const route of ROUTE_LIST)
    registry.registerPath({
      method: route.method,
      path: `/api${route.path}`,
      summary: route.summary,
      request: {
        params: pathOf(route.path),
        query: route.query,
        headers: headersOf(route),
        body: route.body && {
          required: true,
          content: route.body === 'binary' ? { 'application/octet-stream': { schema: {} } } : json(route.body),
        },
      },
      responses: {
        [route.status]: { description: 'Answer', content: contentOf(route) },
        ...Object.fromEntries(
          refusals(route).map((status) => [
            status,
            {
              description: 'Refused, with the fields that are wrong',
              content: { 'application/problem+json': { schema: problemSchema } },
            },
          ]),
        ),
      },
    })
  const description = new OpenApiGeneratorV31(registry.definitions).generateDocument({
    openapi: '3.1.0',
    info: {
      title: 'Stout Shackle',
      version: '0.1.0',
      description: 'Helper spring jobs. SI units throughout; calculators also take text with a unit, such as "30 psi".',
    },
  })
  for (const [, schema] of named) z.globalRegistry.remove(schema)
  return { ...description }
}
