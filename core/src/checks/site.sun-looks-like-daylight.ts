import { extraterrestrialDailyWhPerM2 } from '../site/solar-geometry.ts'
import { MONTH_MEAN_DAYS } from '../tables/month-mean-days.ts'
import { formatNumber, monthName } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

/** Clearness no month is known to reach, even high in dry mountains. Assumption of Yard Lamp. */
const CLEAREST_MONTH = 0.82
/** Hours a day that are hours of daylight, not of sun, where every month has more. Assumption of Yard Lamp. */
const DAYLIGHT_H = 9

export const siteSunLooksLikeDaylight = defineCheck({
  id: 'site.sun-looks-like-daylight',
  link: 'site',
  severity: 'fault',
  fires: 'a month’s peak sun hours above what the sky can give there, or all months over 9',
  find(job, { site }) {
    const { latitudeDeg } = job.site
    const remedy = 'Enter peak sun hours: the kWh/m² of a day, not the hours from sunrise to sunset.'
    const typed = job.site.sunKwhPerM2Day
    if (typed.every((figure) => figure !== null && figure > DAYLIGHT_H)) {
      return [
        {
          message: `Every month has more than ${DAYLIGHT_H} sun hours: these look like hours of daylight.`,
          remedy,
          place: 'site.sunKwhPerM2Day.0',
        },
      ]
    }
    if (latitudeDeg === null) return []
    return (site.sunOnFlat?.value ?? []).flatMap((kwh, month): Found[] => {
      const clearKwh = (CLEAREST_MONTH * extraterrestrialDailyWhPerM2(latitudeDeg, MONTH_MEAN_DAYS[month] ?? 1)) / 1000
      // In polar twilight the share above the air says nothing.
      if (!(kwh > clearKwh) || clearKwh < 0.3) return []
      return [
        {
          message: `${monthName(month + 1)}: ${formatNumber(kwh, 2)} kWh/m² a day on the flat is more than the ${formatNumber(clearKwh, 2)} of a month without a cloud at ${latitudeDeg}°.`,
          remedy,
          place: `site.sunKwhPerM2Day.${month}`,
        },
      ]
    })
  },
})
