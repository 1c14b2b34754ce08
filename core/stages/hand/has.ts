/** Rows that are there where something is so. */
export const has = <T>(is: boolean, ...rows: T[]): T[] => (is ? rows : [])
