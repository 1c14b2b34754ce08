export interface Figure {
  what: string
  median: number
  worst: number
  runs: number
}

/**
 * Time of one call, in ms: median and the 99th percentile of many runs after a warm-up.
 * @param batch calls timed together, for what is shorter than the clock can tell
 */
export function time(what: string, call: () => unknown, runs = 400, batch = 1): Figure {
  let sink: unknown
  for (let i = 0; i < runs / 4; i++) sink = call()
  const times = Array.from({ length: runs }, () => {
    const start = performance.now()
    for (let i = 0; i < batch; i++) sink = call()
    return (performance.now() - start) / batch
  }).sort((a, b) => a - b)
  if (sink === Symbol.for('never')) throw new Error('keeps the calls from being optimized away')
  return {
    what,
    median: times[Math.floor(runs / 2)]!,
    worst: times[Math.floor(runs * 0.99)]!,
    runs: runs * batch,
  }
}

/** The value under which a share of the times lies; they are sorted here. */
export function percentile(times: readonly number[], share: number): number {
  const sorted = [...times].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? NaN
}
