import zoneAt from 'tz-lookup'

/** Time zone of a spot and its standard time ahead of UTC, h: the year's lesser offset, summer time left out. */
export function clockAt(latitudeDeg: number, longitudeDeg: number): { timeZone: string; utcOffsetH: number } {
  const timeZone = zoneAt(latitudeDeg, longitudeDeg)
  let utcOffsetH = offsets.get(timeZone)
  if (utcOffsetH === undefined) {
    const year = new Date().getUTCFullYear()
    utcOffsetH = Math.min(...[0, 6].map((month) => offsetH(timeZone, new Date(Date.UTC(year, month, 1)))))
    offsets.set(timeZone, utcOffsetH)
  }
  return { timeZone, utcOffsetH }
}

const offsets = new Map<string, number>()

/** @example offsetH('Asia/Kolkata', new Date()) // 5.5 */
function offsetH(timeZone: string, at: Date): number {
  const parts = new Intl.DateTimeFormat('en', { timeZone, timeZoneName: 'longOffset' }).formatToParts(at)
  const said = parts.find(({ type }) => type === 'timeZoneName')?.value ?? ''
  const [, sign, hours, minutes] = /([+-])(\d+)(?::(\d+))?/.exec(said) ?? []
  return (sign === '-' ? -1 : 1) * (Number(hours ?? 0) + Number(minutes ?? 0) / 60)
}
