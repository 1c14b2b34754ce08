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
      const entry = this.slots[slot]!
      if (entry < 0) return -1 - slot
      if (this.more[entry] !== more) continue
      let same = true
      for (let w = 0; same && w < words; w++) same = bits[entry * words + w] === set[w]
      if (same) return entry
    }
  }
  /** Puts a set where `find` has missed it. @returns its number */
  put(missing: number, set: Bits, more: number): number {
    const entryHere = this.count++
    this.bits.set(set, entryHere * this.words)
    this.more[entryHere] = more
    this.slots[-1 - missing] = entryHere
    if (this.count === this.room) this.grow()
    return entryHere
  }
  /** The set of a number, not to be changed; valid until the next one is put. */
  setOf(entryFound: number): Bits {
    return this.bits.subarray(entryFound * this.words, (entryFound + 1) * this.words)
  }
  moreOf(entryNow: number): number {
    return this.more[entryNow]!
  }
  private grow() {
    this.room *= 2
    this.bits = grown(this.bits, this.room * this.words)
    this.more = grown(this.more, this.room)
    this.slots = new Int32Array(4 * this.room).fill(-1)
    for (let entryOwn2 = 0; entryOwn2 < this.count; entryOwn2++)
      this.slots[-1 - this.find(this.setOf(entryOwn2), this.more[entryOwn2]!)] = entryOwn2
  }
}

/** An array with more room, and what was in it. */
export function grown<T extends Int32Array | Int8Array | Uint8Array | Float64Array>(old: T, size: number): T {
  const made = new (old.constructor as new (n: number) => T)(size)
  made.set(old)
  return made
}
