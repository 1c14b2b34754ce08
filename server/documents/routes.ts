import { create as contentDisposition } from 'content-disposition'
import { Router, type Response } from 'express'
import type { Knex } from 'knex'
import { templateQuery, unitsSchema } from '@stout-shackle/core/contract'
import { loadsToCsv, readingsToCsv } from '@stout-shackle/core/exchange'
import { standing } from '@stout-shackle/core/records'
import { formatDateTime } from '@stout-shackle/core/shop'
import type { JobStore } from '../jobs'
import { photosOf } from '../photos'
import { parseBody } from '../problem'
import { shopSettings } from '../shop'
import { followUps } from './follow-ups'

/** Papers of a job. PDF is loaded at the first request: a shop that prints nothing does not wait for it. */
export function documentRoutes(db: Knex, jobs: JobStore): Router {
  const send = (response: Response, type: string, name: string, body: Buffer | string) =>
    void response
      .type(type)
      .set('Content-Disposition', contentDisposition(name, { type: 'inline' }))
      .send(body)
  const zoneOf = async () => (await shopSettings(db)).document.timeZone
  const madeNow = async () => formatDateTime(new Date().toISOString(), await zoneOf())
  return Router()
    .get('/:id/card.pdf', async (request, response) => {
      const { units } = parseBody(unitsSchema, request.query)
      const { job, records } = await jobs.get(request.params.id)
      const { ownersCard } = await import('./card')
      send(
        response,
        'application/pdf',
        `card-${job.number}.pdf`,
        await ownersCard(job, records, units, await madeNow()),
      )
    })
    .get('/:id/record.pdf', async (request, response) => {
      const { units } = parseBody(unitsSchema, request.query)
      const { job, records } = await jobs.get(request.params.id)
      const { workRecord } = await import('./work-record')
      send(
        response,
        'application/pdf',
        `record-${job.number}.pdf`,
        await workRecord(job, records, units, await zoneOf(), await madeNow(), await photosOf(db, records)),
      )
    })
    .get('/:id/template.pdf', async (request, response) => {
      const query = parseBody(templateQuery, request.query)
      const { job, records } = await jobs.get(request.params.id)
      const { templatePdf } = await import('./template')
      const name = `template-${job.number}-${query.template}-${query.side}.pdf`
      send(response, 'application/pdf', name, await templatePdf(job, records, query, await madeNow()))
    })
    .get('/:id/template.svg', async (request, response) => {
      const query = parseBody(templateQuery, request.query)
      const { job, records } = await jobs.get(request.params.id)
      const { templateSvg } = await import('./template')
      const name = `template-${job.number}-${query.template}-${query.side}.svg`
      send(response, 'image/svg+xml', name, templateSvg(job, records, query))
    })
    .get('/:id/template.dxf', async (request, response) => {
      const query = parseBody(templateQuery, request.query)
      const { job, records } = await jobs.get(request.params.id)
      const { templateDxf } = await import('./template')
      const name = `template-${job.number}-${query.template}-${query.side}.dxf`
      send(response, 'image/vnd.dxf', name, templateDxf(job, records, query))
    })
    .get('/:id/readings.csv', async (request, response) => {
      const { job, records } = await jobs.get(request.params.id)
      send(response, 'text/csv', `readings-${job.number}.csv`, readingsToCsv(job, standing(records)))
    })
    .get('/:id/loads.csv', async (request, response) => {
      const { job } = await jobs.get(request.params.id)
      send(response, 'text/csv', `loads-${job.number}.csv`, loadsToCsv(job))
    })
    .get('/:id/follow-ups.ics', async (request, response) => {
      const { job, records } = await jobs.get(request.params.id)
      send(response, 'text/calendar', `follow-ups-${job.number}.ics`, followUps(job, records, await zoneOf()))
    })
}
