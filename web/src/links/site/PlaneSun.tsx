import { useLocalStorage } from '@mantine/hooks'
import type { Plane } from '@yard-lamp/core'
import { planeMap, skyYear, sunMonths, type TiltAim, tiltRules } from '@yard-lamp/core/site'
import { formatNumber, monthName } from '@yard-lamp/core/units'
import { useMemo } from 'react'
import { selectDesign, selectOption, selectSite } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { useWhenIdle } from '../../store/use-when-idle.ts'
import { PlaneMap } from './PlaneMap.tsx'

/** What this plane brings against every other way it could lie. */
// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one form, its fields in order
export function PlaneSun({ plane, change }: { plane: Plane; change: (patch: Partial<Plane>) => void }) {
  const site = useAppSelector(selectSite)
  const option = useAppSelector(selectOption)
  const { site: result } = useAppSelector(selectDesign)
  const [aim, setAim] = useLocalStorage<TiltAim>({ key: 'yardlamp.site.aim', defaultValue: 'worst-month' })
  const flat = result.sunOnFlat?.value
  const months = sunMonths(site, option)
  const monthsKey = months.join()
  const { latitudeDeg, horizon, shadeFraction, snowFraction } = site
  const albedo = result.albedoFraction.value
  const flatKey = flat?.join()
  const sky = useWhenIdle(
    // biome-ignore lint/correctness/useExhaustiveDependencies: what of the site the sky depends on, by its content; a plane moved is not one of them
    useMemo(
      () => (flat ? skyYear(site, flat, albedo) : null),
      [flatKey, albedo, latitudeDeg, horizon, shadeFraction, snowFraction],
    ),
  )
  const found = result.planes.find((each) => each.plane.id === plane.id)
  const azimuthDeg = found?.azimuthDeg.value ?? result.azimuthDeg.value
  // biome-ignore lint/correctness/useExhaustiveDependencies: months by their content
  const map = useMemo(() => (sky ? planeMap(sky, months, aim) : null), [sky, monthsKey, aim])
  const turned = useWhenIdle(azimuthDeg)
  // biome-ignore lint/correctness/useExhaustiveDependencies: months by their content
  const rules = useMemo(() => (sky ? tiltRules(sky, turned, months) : []), [sky, turned, monthsKey])
  if (!map) return <p className="soft">Tilt and direction are drawn here once latitude and the twelve months are in.</p>
  const others = result.planes.filter((each) => each !== found)
  const mark = (each: (typeof result.planes)[number]) => ({
    name: each.plane.name,
    tiltDeg: each.tiltDeg[(result.leastSunMonth ?? 1) - 1]?.value ?? 0,
    azimuthDeg: each.azimuthDeg.value,
  })
  const best = Math.max(...rules.map((rule) => (aim === 'sum' ? rule.yearKwhPerM2 : rule.worstMonthHours)))
  return (
    <div className="plane-sun">
      <div>
        <div className="plane-aim">
          <span className="soft small">Deeper where there is more sun in</span>
          {(['worst-month', 'sum'] as const).map((each) => (
            <button key={each} type="button" className="pick" aria-pressed={aim === each} onClick={() => setAim(each)}>
              {each === 'sum' ? 'the year' : 'the worst month'}
            </button>
          ))}
        </div>
        <PlaneMap
          map={map}
          unit={aim === 'sum' ? 'kWh/m² a year' : 'sun hours'}
          middleDeg={(latitudeDeg ?? 0) >= 0 ? 180 : 0}
          planes={[...(found ? [mark(found)] : []), ...others.map(mark)]}
          onPlane={(tiltDeg, azimuth) =>
            change({ azimuthDeg: azimuth, ...(plane.positions === 'fixed' ? { tiltDeg } : {}) })
          }
        />
      </div>
      <div className="table-scroll">
        <table className="sheet-table tilt-rules">
          <thead>
            <tr>
              <th>Tilt, facing {formatNumber(azimuthDeg)}°</th>
              <th className="number">°</th>
              <th className="number">Worst month</th>
              <th className="number">Year, kWh/m²</th>
              <th>
                <span className="visually-hidden">Take</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {rules.map((rule) => {
              const worth = aim === 'sum' ? rule.yearKwhPerM2 : rule.worstMonthHours
              const chosen =
                rule.tiltsDeg.length === 1
                  ? plane.positions === 'fixed' && (found?.tiltDeg[0]?.value ?? -1) === rule.tiltsDeg[0]
                  : plane.positions === rule.id
              return (
                <tr key={rule.id} className={chosen ? 'chosen' : ''}>
                  <td>{rule.name}</td>
                  <td className="number">{rule.tiltsDeg.join(' / ')}</td>
                  <td className="number">
                    {formatNumber(rule.worstMonthHours, 2)}{' '}
                    <span className="soft">{monthName(rule.worstMonth).slice(0, 3)}</span>
                  </td>
                  <td className="number">{formatNumber(rule.yearKwhPerM2, 0)}</td>
                  <td className="number">
                    {worth >= best - 1e-9 && <span className="tilt-best">best </span>}
                    <button
                      type="button"
                      className="pick"
                      aria-label={`Take the tilt ${rule.name}`}
                      onClick={() =>
                        change(
                          rule.id === 'two' || rule.id === 'four'
                            ? { positions: rule.id, seasonTiltsDeg: [null, null, null, null] }
                            : {
                                positions: 'fixed',
                                tiltDeg: rule.id === 'worst-month' ? null : (rule.tiltsDeg[0] ?? null),
                              },
                        )
                      }
                    >
                      take
                    </button>
                  </td>
                </tr>
              )
            })}
          </tbody>
        </table>
      </div>
    </div>
  )
}
