import { create as contentDisposition } from 'content-disposition'
import type { Response } from 'express'
import type { Knex } from 'knex'
import { ROUTES, type Route, type StepFigures } from '@stout-shackle/core/contract'
import { loadsToCsv, readingsToCsv } from '@stout-shackle/core/exchange'
import { standing } from '@stout-shackle/core/records'
import { formatDateTime } from '@stout-shackle/core/shop'
import type { JobStore } from '../jobs'
import { photosOf } from '../photos'
import { route, type Mounted } from '../routing'
import { shopSettings } from '../shop'
import { AskingThread } from '../worker-thread'
import { followUps } from './follow-ups'
import type { SheetQuestion } from './sheet-worker'

/** Sends a paper under its name, as the type that its route declares. */
const send = (response: Response, { answer }: Route, name: string, body: Buffer | string): void =>
  void response
    .type(answer as string)
    .set('Content-Disposition', contentDisposition(name, { type: 'inline' }))
    .send(body)

/** Plan sheets are made on a thread of their own: their lines are routed first. */
export const sheetThread = (): AskingThread<SheetQuestion, Uint8Array> =>
  new AskingThread(new URL('./worker.mjs', import.meta.url))

/** Papers of a job. PDF is loaded at the first request: a shop that prints nothing does not wait for it. */
export function documentRoutes(db: Knex, jobs: JobStore, sheets: AskingThread<SheetQuestion, Uint8Array>): Mounted[] {
  const { card, record, plan, figures, labels, readings, loads, followUps: calendar } = ROUTES.papers
  const shopOf = async () => (await shopSettings(db)).document
  const zoneOf = async () => (await shopSettings(db)).document.timeZone
  const madeNow = async () => formatDateTime(new Date().toISOString(), await zoneOf())
  return [
    route(card, async ({ params, query: { units }, response }) => {
      const { job, records } = await jobs.get(params.id)
      const { ownersCard } = await import('./card')
      send(
        response,
        card,
        `card-${job.number}.pdf`,
        await ownersCard(job, records, { units, shop: await shopOf(), made: await madeNow() }),
      )
    }),
    route(record, async ({ params, query: { units }, response }) => {
      const { job, records } = await jobs.get(params.id)
      const { workRecord } = await import('./work-record')
      const made = { units, zone: await zoneOf(), made: await madeNow(), photos: await photosOf(db, records) }
      send(response, record, `record-${job.number}.pdf`, await workRecord(job, records, made))
    }),
    route(plan, async ({ params, query: { units }, response }) => {
      const { job, records } = await jobs.get(params.id)
      const made = await sheets.ask({ as: 'pdf', job, records, units, made: await madeNow() })
      send(response, plan, `plan-${job.number}.pdf`, Buffer.from(made))
    }),
    route(figures, async ({ params, query: { units } }) => {
      const { job, records } = await jobs.get(params.id)
      const made = await sheets.ask({ as: 'json', job, records, units, made: '' })
      return JSON.parse(Buffer.from(made).toString('utf8')) as StepFigures
    }),
    route(labels, async ({ params, query: { units }, response }) => {
      const { job, records } = await jobs.get(params.id)
      const { labelSheet } = await import('./labels')
      send(
        response,
        labels,
        `labels-${job.number}.pdf`,
        await labelSheet(job, records, { units, shop: await shopOf() }),
      )
    }),
    ...templateRoutes(jobs, madeNow),
    route(readings, async ({ params, response }) => {
      const { job, records } = await jobs.get(params.id)
      send(response, readings, `readings-${job.number}.csv`, readingsToCsv(job, standing(records)))
    }),
    route(loads, async ({ params, response }) => {
      const { job } = await jobs.get(params.id)
      send(response, loads, `loads-${job.number}.csv`, loadsToCsv(job))
    }),
    route(calendar, async ({ params, response }) => {
      const { job, records } = await jobs.get(params.id)
      send(response, calendar, `follow-ups-${job.number}.ics`, followUps(job, records, await zoneOf()))
    }),
  ]
}

/** Templates of a kit at their own size. */
function templateRoutes(jobs: JobStore, madeNow: () => Promise<string>): Mounted[] {
  const { templatePdf, templateSvg, templateDxf } = ROUTES.papers
  const templateName = (number: string, { template, side }: { template: string; side: string }, ending: string) =>
    `template-${number}-${template}-${side}.${ending}`
  return [
    route(templatePdf, async ({ params, query, response }) => {
      const { job, records } = await jobs.get(params.id)
      const { templatePdf: paper } = await import('./template')
      const made = await paper(job, records, query, await madeNow())
      send(response, templatePdf, templateName(job.number, query, 'pdf'), made)
    }),
    route(templateSvg, async ({ params, query, response }) => {
      const { job, records } = await jobs.get(params.id)
      const { templateSvg: picture } = await import('./template')
      send(response, templateSvg, templateName(job.number, query, 'svg'), picture(job, records, query))
    }),
    route(templateDxf, async ({ params, query, response }) => {
      const { job, records } = await jobs.get(params.id)
      const { templateDxf: cutter } = await import('./template')
      send(response, templateDxf, templateName(job.number, query, 'dxf'), cutter(job, records, query))
    }),
  ]
}
