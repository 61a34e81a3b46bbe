import { DAYS_IN_MONTH } from '../src/tables/month-mean-days.ts'

/** A made-up year: 150 W/m² from 8 to 16, January 5 °C and each month a degree warmer, ±4 over the day. */
export const hours = DAYS_IN_MONTH.flatMap((days, month) =>
  Array.from({ length: days * 24 }, (_, i) => {
    const hour = i % 24
    return {
      month,
      hour,
      sunW: hour >= 8 && hour < 16 ? 150 : 0,
      airC: 5 + month + (hour === 14 ? 4 : hour === 4 ? -4 : 0),
    }
  }),
)

/** The same year as an EPW weather file of a place that is not. */
export const epwText = () => {
  const header = ['LOCATION,Lowmere,Marsh,XXX,invented,0,51.5,-2.25,0,120', ...Array<string>(7).fill('X')]
  const lines = hours.map(({ month, hour, sunW, airC }, i) => {
    const fields = Array<string>(35).fill('0')
    fields[1] = String(month + 1)
    fields[2] = String(Math.floor(i / 24) + 1)
    fields[3] = String(hour + 1)
    fields[6] = String(airC)
    fields[13] = String(sunW)
    return fields.join(',')
  })
  return [...header, ...lines].join('\r\n')
}
