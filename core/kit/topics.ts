import type { PlanStep } from './plan-step'

/** What the hands have before them at a step. */
export type Topic =
  'line' | 'tee' | 'valve' | 'sleeve' | 'shield' | 'upper' | 'lower' | 'bag' | 'u-bolts' | 'compressor'

const WORDS: readonly [RegExp, Topic, isPhase: (phase: PlanStep['phase']) => boolean][] = [
  [/\b(?:run|route|lay|cut)\b.*\b(?:lines?|tubes?|tubing)\b/i, 'line', (p) => p === 'lines'],
  [/\btees?\b/i, 'tee', (p) => p === 'lines'],
  [/\b(?:inflation|air|fill(?:ing)?)[- ]valves?\b/i, 'valve', (p) => p === 'lines'],
  [/\bsleeves?\b.*\b(?:line|exhaust|pipe)\b/i, 'sleeve', (p) => p === 'lines'],
  [/\bheat[- ]shields?\b/i, 'shield', (p) => p !== 'refit'],
  [/\bu-bolts?\b/i, 'u-bolts', (p) => p !== 'refit'],
  [/\bcompressor\b/i, 'compressor', (p) => p === 'lines'],
]

/**
 * What a step is about, by what it puts in and by its title: instructions typed by a shop say it in words only.
 * @example
 * topicsOf({ title: 'Run the air line', phase: 'lines', fits: [], opens: [], closes: [] }) // => ["line"]
 */
export function topicsOf({
  title,
  phase,
  fits,
  opens,
  closes,
}: Pick<PlanStep, 'title' | 'phase' | 'fits' | 'opens' | 'closes'>): Topic[] {
  const found = WORDS.flatMap(([words, topic, isPhase]) => (words.test(title) && isPhase(phase) ? [topic] : []))
  const put: Topic[] = [
    ...(fits.includes('upper-bracket') ? (['upper'] as const) : []),
    ...(fits.includes('lower-bracket') ? (['lower'] as const) : []),
    ...(fits.includes('bag') ? (['bag'] as const) : []),
    ...([...opens, ...closes].includes('u-bolts') ? (['u-bolts'] as const) : []),
  ]
  return [...new Set([...found, ...put])]
}
