const isBefore = (key: number, rank: number, than: number, thanRank: number): boolean =>
  key < than || (key === than && rank > thanRank)

/**
 * A binary heap of numbered things, the least key first, and of equal keys the largest rank. A key is the one that the thing was put
 * in with: one that has become less is put in again.
 */
export class Heap {
  private readonly items: number[] = []
  private readonly keys: number[] = []
  private readonly ranks: number[] = []

  push(item: number, key: number, rank: number): void {
    const { items } = this
    let i = items.length
    items.push(item)
    this.keys.push(key)
    this.ranks.push(rank)
    while (i > 0) {
      const up = (i - 1) >> 1
      if (!isBefore(key, rank, this.keys[up]!, this.ranks[up]!)) break
      this.move(up, i)
      i = up
    }
    this.set(i, item, key, rank)
  }
  pop(): number | undefined {
    const { items, keys, ranks } = this
    const top = items[0]
    const item = items.pop()
    const key = keys.pop()
    const rank = ranks.pop()
    if (item === undefined || items.length === 0) return top
    let i = 0
    for (;;) {
      let down = 2 * i + 1
      if (down >= items.length) break
      if (down + 1 < items.length && isBefore(keys[down + 1]!, ranks[down + 1]!, keys[down]!, ranks[down]!)) down++
      if (!isBefore(keys[down]!, ranks[down]!, key!, rank!)) break
      this.move(down, i)
      i = down
    }
    this.set(i, item, key!, rank!)
    return top
  }
  private move(from: number, to: number): void {
    this.set(to, this.items[from]!, this.keys[from]!, this.ranks[from]!)
  }
  private set(i: number, item: number, key: number, rank: number): void {
    this.items[i] = item
    this.keys[i] = key
    this.ranks[i] = rank
  }
}
