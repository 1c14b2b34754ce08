import { z } from 'zod'
import { requiredText, slug } from '../vehicle'

const count = (what: string) =>
  z
    .number({ error: `${what} must be a number` })
    .min(0, { error: `${what} cannot be below zero` })
    .max(100_000, { error: `${what} above 100,000 is too many` })

/** One thing the shop keeps: a kit, or a spare part such as fittings, tube and band clamps. */
export const stockItemSchema = z
  .strictObject({
    id: slug(80),
    name: requiredText('Name', 120),
    /** Id of the kit that this is; null for a spare part. */
    kit: z.string().max(80).nullable().default(null),
    unit: z.enum(['piece', 'm'], { error: 'unit must be piece or m' }).default('piece'),
    onHand: count('On hand'),
    /** Order when what is free falls to this, up to that. */
    reorderAt: count('Reorder at'),
    reorderTo: count('Reorder to'),
  })
  .refine((s) => s.reorderTo >= s.reorderAt, { path: ['reorderTo'], error: 'Reorder to must not be below Reorder at' })
export type StockItem = z.infer<typeof stockItemSchema>

/** An item with what jobs have reserved of it. */
export interface StockState {
  item: StockItem
  /** By job number. */
  reserved: { job: string; count: number }[]
  /** On hand less what is reserved; below zero when more is promised than there is. */
  free: number
  /** What to order now. */
  order: number
}

/**
 * What stands free of an item, and what to order: up to its mark once what is free has fallen to the lower one.
 * @param item as counted
 * @returns in the item's unit, whole pieces to order
 */
export function stockState(item: StockItem, reserved: StockState['reserved']): StockState {
  const free = item.onHand - reserved.reduce((sum, r) => sum + r.count, 0)
  const short = free <= item.reorderAt && free < item.reorderTo
  const order = short ? item.reorderTo - free : 0
  return { item, reserved, free, order: item.unit === 'piece' ? Math.ceil(order) : order }
}
