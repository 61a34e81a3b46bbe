import type { Site } from '@yard-lamp/core'
import { siteSchema } from '@yard-lamp/core/job'
import { impossibleSun } from '@yard-lamp/core/site'
import { MONTH_NAMES, parseQuantity } from '@yard-lamp/core/units'
import { NumberField } from '../../fields/NumberField.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectSite } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import './site.css'

type Row = 'sunKwhPerM2Day' | 'shadeFraction' | 'snowFraction' | 'monthMeanC'
const ROWS: readonly { row: Row; head: string; unit: string; scale: number; empty: number | null }[] = [
  { row: 'sunKwhPerM2Day', head: 'sun', unit: 'kWh/m² a day', scale: 1, empty: null },
  { row: 'shadeFraction', head: 'shade %', unit: '%', scale: 100, empty: 0 },
  { row: 'snowFraction', head: 'snow %', unit: '%', scale: 100, empty: 0 },
  { row: 'monthMeanC', head: 'air', unit: '°C', scale: 1, empty: null },
]

/** Twelve figures of sun, shade, snow and air, and which months the site is used in. A year may be pasted into any row. */
// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one table with its paste
export function MonthTable() {
  const site = useAppSelector(selectSite)
  const dispatch = useAppDispatch()
  /** A figure typed by a person is no longer the climate's. */
  const own: Partial<Site> = site.climateId === null ? {} : { climateId: null, sunBasis: 'guess', sunSource: '' }
  const set = (row: Row, year: (number | null)[]) =>
    dispatch(edited({ act: 'set-site', patch: { [row]: year, ...(row === 'sunKwhPerM2Day' ? own : {}) } }))
  const pasteYear =
    ({ row, unit, scale }: (typeof ROWS)[number]) =>
    (text: string): boolean => {
      // Units may stand once, before or after the twelve figures: "MJ/m²".
      const megajoule = row === 'sunKwhPerM2Day' && /mj/i.test(text)
      const parts = text
        .replace(/(mj|kwh)(\s*\/\s*m[²2])?(\s*\/?\s*(a\s+)?d(ay)?)?/gi, ' ')
        .trim()
        .split(/[\s;]+/)
      const values = parts.flatMap((part) => {
        const read = parseQuantity(megajoule ? `${part} MJ` : part, unit)
        const value = read.ok ? read.value / scale : Number.NaN
        return read.ok && siteSchema.shape[row].element.safeParse(value).success
          ? [Math.round(value * 1000) / 1000]
          : []
      })
      if (values.length !== 12 || parts.length !== 12) return false
      set(row, values)
      return true
    }
  const toggle = (month: number) => {
    const used = site.monthsInUse.includes(month)
      ? site.monthsInUse.filter((each) => each !== month)
      : [...site.monthsInUse, month].sort((a, b) => a - b)
    if (used.length > 0) dispatch(edited({ act: 'set-site', patch: { monthsInUse: used } }))
  }
  const refusals = MONTH_NAMES.flatMap((_, i) => impossibleSun(site, i) ?? [])
  return (
    <>
      <div className="months">
        <div className="month-heads" aria-hidden>
          <span />
          {ROWS.map(({ row, head }) => (
            <span key={row}>{head}</span>
          ))}
          <span>used</span>
        </div>
        {MONTH_NAMES.map((name, i) => (
          <div key={name} className={site.monthsInUse.includes(i + 1) ? 'month' : 'month month-idle'}>
            {ROWS.map((each) => {
              const label =
                each.row === 'sunKwhPerM2Day' ? (
                  <abbr title={`${name}, sun`}>{name.slice(0, 3)}</abbr>
                ) : (
                  <>
                    <span className="visually-hidden">{`${name}, `}</span>
                    <span className="month-row">{each.head}</span>
                  </>
                )
              const bad = each.row === 'sunKwhPerM2Day' && refusals.some(({ month }) => month === i + 1)
              return (
                <div
                  key={each.row}
                  className={`month-figure${bad ? ' month-bad' : ''}${each.row === 'sunKwhPerM2Day' ? '' : ' month-under'}`}
                >
                  <NumberField
                    compact
                    label={label}
                    place={`site.${each.row}.${i}`}
                    value={site[each.row][i] ?? each.empty}
                    schema={siteSchema.shape[each.row].element}
                    scale={each.scale}
                    onPasteMany={pasteYear(each)}
                    onValue={(value) =>
                      set(
                        each.row,
                        site[each.row].map((figure, at) => (at === i ? (value ?? each.empty) : figure)),
                      )
                    }
                  />
                </div>
              )
            })}
            <label className="month-use" title={`${name}: the site is used`}>
              <input
                type="checkbox"
                checked={site.monthsInUse.includes(i + 1)}
                onChange={() => toggle(i + 1)}
                aria-label={`In use in ${name}`}
              />
            </label>
          </div>
        ))}
      </div>
      {refusals.map(({ month, message }) => (
        <p key={month} className="field-error small" role="alert">
          {message}
        </p>
      ))}
    </>
  )
}
