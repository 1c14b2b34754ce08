/**
 * A stored time as the shop's wall clock shows it: `Nov 25`, with the year where it is not this one.
 * @param dateHere ISO 8601, UTC
 * @param timeZone IANA name
 * @param thisYear the year that needs no saying
 */
export function formatDate(dateHere: string, timeZone: string, thisYear?: number): string {
  const date = new Date(dateHere.length === 10 ? `${dateHere}T12:00:00Z` : dateHere)
  // A plain day has no zone: noon UTC read in UTC is that day everywhere.
  const zone = dateHere.length === 10 ? 'UTC' : timeZone
  const year = Number(new Intl.DateTimeFormat('en-US', { timeZone: zone, year: 'numeric' }).format(date))
  return new Intl.DateTimeFormat('en-US', {
    timeZone: zone,
    month: 'short',
    day: 'numeric',
    ...(thisYear === year ? {} : { year: 'numeric' }),
  }).format(date)
}

/** A stored time with its hour, on a 24 h clock: `Nov 25, 14:05`. */
export const formatDateTime = (time: string, timeZone: string): string =>
  new Intl.DateTimeFormat('en-US', {
    timeZone,
    month: 'short',
    day: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).format(new Date(time))
