import type { Bits } from './problem'

/** Room for so many to begin with; a power of two. */
const FIRST_ROOM = 512

/** Numbers sets of operations, each with one more figure, in the order in which they come. */
export class BitsTable {
  /** Words of every set, one after the other. */
  bits: Int32Array
  private more: Int32Array
  private slots: Int32Array
  private room = FIRST_ROOM
  count = 0

  constructor(private readonly words: number) {
    this.bits = new Int32Array(this.room * words)
    this.more = new Int32Array(this.room)
    this.slots = new Int32Array(4 * this.room).fill(-1)
  }
  /** Number of a set with its figure; negative where there is none yet, for `put`. */
  find(set: Bits, more: number): number {
    const { words, bits } = this
    const mask = this.slots.length - 1
    let hash = Math.imul(more + 1, 0x85ebca6b)
    for (let w = 0; w < words; w++) hash = Math.imul(hash ^ set[w]!, 0x9e3779b1) ^ (hash >>> 15)
    hash ^= hash >>> 13
    for (let slot = hash & mask; ; slot = (slot + 1) & mask) {
      const at = this.slots[slot]!
      if (at < 0) return -1 - slot
      if (this.more[at] !== more) continue
      let same = true
      for (let w = 0; same && w < words; w++) same = bits[at * words + w] === set[w]
      if (same) return at
    }
  }
  /** Puts a set where `find` has missed it. @returns its number */
  put(missing: number, set: Bits, more: number): number {
    const at = this.count++
    this.bits.set(set, at * this.words)
    this.more[at] = more
    this.slots[-1 - missing] = at
    if (this.count === this.room) this.grow()
    return at
  }
  /** The set of a number, not to be changed; valid until the next one is put. */
  setOf(at: number): Bits {
    return this.bits.subarray(at * this.words, (at + 1) * this.words)
  }
  moreOf(at: number): number {
    return this.more[at]!
  }
  private grow() {
    this.room *= 2
    this.bits = grown(this.bits, this.room * this.words)
    this.more = grown(this.more, this.room)
    this.slots = new Int32Array(4 * this.room).fill(-1)
    for (let at = 0; at < this.count; at++) this.slots[-1 - this.find(this.setOf(at), this.more[at]!)] = at
  }
}

/** An array with more room, and what was in it. */
export function grown<T extends Int32Array | Int8Array | Uint8Array | Float64Array>(old: T, size: number): T {
  const made = new (old.constructor as new (n: number) => T)(size)
  made.set(old)
  return made
}
