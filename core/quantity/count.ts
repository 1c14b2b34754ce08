/** A number of things: `1 step left`, `3 steps left`. */
export const count = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`
