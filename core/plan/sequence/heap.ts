/** A binary heap of numbers, the least first. */
export class Heap {
  private readonly items: number[] = []
  constructor(private readonly compare: (a: number, b: number) => number) {}
  push(item: number): void {
    const { items, compare } = this
    let i = items.push(item) - 1
    while (i > 0) {
      const up = (i - 1) >> 1
      if (compare(items[up]!, item) <= 0) break
      items[i] = items[up]!
      i = up
    }
    items[i] = item
  }
  pop(): number | undefined {
    const { items, compare } = this
    const top = items[0]
    const last = items.pop()
    if (last === undefined || items.length === 0) return top
    let i = 0
    for (;;) {
      let down = 2 * i + 1
      if (down >= items.length) break
      if (down + 1 < items.length && compare(items[down + 1]!, items[down]!) < 0) down++
      if (compare(items[down]!, last) >= 0) break
      items[i] = items[down]!
      i = down
    }
    items[i] = last
    return top
  }
}
