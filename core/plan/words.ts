/** Minutes as hours and minutes. */
export function hoursText(minutes: number): string {
  const whole = Math.round(minutes)
  return `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, '0')}`
}
