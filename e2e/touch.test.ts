import { getDocumentProxy } from 'unpdf'
import { afterAll, afterEach, beforeAll, expect, test } from 'vitest'
import { STAGES } from '../core/job'
import { Shop } from './shop'

let shop: Shop
beforeAll(async () => {
  shop = await Shop.open({ tablet: { width: 820, height: 1180 } })
})
afterEach(() => shop.closePages())
afterAll(() => shop.close())

const SCREENS = [
  '/',
  '/kits',
  '/vehicles',
  '/bench',
  '/log',
  '/people',
  '/shop',
  ...STAGES.map((stage) => `/jobs/job-0417/${stage}`),
  '/jobs/job-0411/hand-over',
  '/jobs/job-0417/bay-view',
]
/** Source: 44 px a side, WCAG 2.5.5 (target size, AAA). */
const LEAST = 44
const MARGIN = { top: '10mm', bottom: '10mm', left: '10mm', right: '10mm' }

test.each(SCREENS)('%s, touched: nothing to tap is smaller than a finger', async (path) => {
  const page = await shop.page(path)
  await page.locator('.card, .plate, .bay, .stage > *, .page > *').first().waitFor()
  const small = await page.evaluate((least) => {
    const SEEN =
      'button, select, input, textarea, a[href], summary, label.file, [role=button], [role=tab], [role=switch]'
    const WHOLE = '.box, .el-input__wrapper, .el-select__wrapper, .el-checkbox, .el-radio, .el-segmented__item, label'
    return [...document.querySelectorAll<HTMLElement>(SEEN)].flatMap((element) => {
      if (!element.checkVisibility({ visibilityProperty: true, opacityProperty: true }) || element.closest('svg'))
        return []
      // A field is tapped anywhere in its frame.
      const { width, height } = (element.closest(WHOLE) ?? element).getBoundingClientRect()
      const isThere = width > 1 && height > 1
      return isThere && (width < least - 0.5 || height < least - 0.5)
        ? [
            `${element.tagName} ${element.textContent?.trim().slice(0, 30)} ${Math.round(width)} x ${Math.round(height)}`,
          ]
        : []
    })
  }, LEAST)
  expect(small).toEqual([])
})

test('the plan by the print of the browser: two sheets with the figures of the steps, without the frame', async () => {
  const page = await shop.page('/jobs/job-0417/plan')
  const step = page.locator('[data-on-paper]', { hasText: '2 × 3/8-16' }).first()
  await step.waitFor({ state: 'attached' })
  await page.emulateMedia({ media: 'print' })
  expect([await step.isVisible(), await page.getByRole('navigation').first().isVisible()]).toEqual([true, false])
  const pdf = await getDocumentProxy(new Uint8Array(await page.pdf({ format: 'Letter', margin: MARGIN })))
  expect(pdf.numPages).toBe(2)
})
