import { DEFAULTS } from '@yard-lamp/core/job'
import type { YearSummary } from '@yard-lamp/core/site'
import { useEffect, useState } from 'react'
import { selectDesign, selectSite } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { weather } from '../../workers/weather.ts'

/**
 * A year of days made from the twelve figures of the site, in a worker.
 * @returns what it is made from, null while sun or latitude are missing, and the year, null until it is made
 */
export function useSyntheticYear(seed: number): { readonly brief: string | null; readonly year: YearSummary | null } {
  const site = useAppSelector(selectSite)
  const { site: result } = useAppSelector(selectDesign)
  const [year, setYear] = useState<YearSummary | null>(null)
  const flat = result.sunOnFlat?.value
  const brief =
    flat && site.latitudeDeg !== null
      ? JSON.stringify({
          latitudeDeg: site.latitudeDeg,
          flatKwhPerM2Day: flat,
          monthMeanC: site.monthMeanC.map((mean) => mean ?? DEFAULTS.yearAirC.value),
          daySwingK: site.daySwingK ?? DEFAULTS.daySwingK.value,
          seed,
          tiltDeg: result.tiltDeg.value,
          azimuthDeg: result.azimuthDeg.value,
          albedo: result.albedoFraction.value,
        })
      : null
  useEffect(() => {
    if (brief === null) return setYear(null)
    let late = false
    void weather()
      .yearSummary(JSON.parse(brief))
      .then((made) => !late && setYear(made))
    return () => {
      late = true
    }
  }, [brief])
  return { brief, year }
}
