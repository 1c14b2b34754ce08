export interface Label {
  id: string
  text: string
  /** Where it belongs, px. */
  x: number
  y: number
}
export interface PlacedLabel extends Label {
  left: number
  top: number
  width: number
}

/** Of a letter in the condensed face, and of a line. */
const LETTER = 6.4
const TALL = 15
const GAP = 11

/**
 * Labels beside their places, none over another: to the right, to the left, above or below, whichever is free first.
 * @param taken places that no label may cover: middle and half-width
 */
export function placeLabels(
  labels: readonly Label[],
  width: number,
  height: number,
  taken: readonly { x: number; y: number; r: number }[] = [],
): PlacedLabel[] {
  const done: PlacedLabel[] = []
  const isClear = (left: number, top: number, w: number) =>
    left >= 2 &&
    top >= 2 &&
    left + w <= width - 2 &&
    top + TALL <= height - 2 &&
    taken.every((t) => left > t.x + t.r || left + w < t.x - t.r || top > t.y + t.r || top + TALL < t.y - t.r) &&
    done.every((d) => left + w < d.left || left > d.left + d.width || top + TALL < d.top || top > d.top + TALL)
  for (const label of labels) {
    const w = label.text.length * LETTER + 4
    const { x, y } = label
    const tries: [number, number][] = []
    for (const reach of [0, 14, 28, 42])
      tries.push(
        [x + GAP, y - TALL / 2 - reach],
        [x + GAP, y - TALL / 2 + reach],
        [x - GAP - w, y - TALL / 2 - reach],
        [x - GAP - w, y - TALL / 2 + reach],
        [x - w / 2, y - GAP - TALL - reach],
        [x - w / 2, y + GAP + reach],
      )
    const [left, top] = tries.find(([l, t]) => isClear(l, t, w)) ?? tries[0]!
    done.push({ ...label, left, top, width: w })
  }
  return done
}
