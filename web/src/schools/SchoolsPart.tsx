import { chosenOption, type School } from '@yard-lamp/core'
import type { SchoolResult } from '@yard-lamp/core/after'
import { schoolOf, schoolsOf, switchesOf } from '@yard-lamp/core/edit'
import { formatMoney, formatNumber, formatQuantity } from '@yard-lamp/core/units'
import { useEffect, useState } from 'react'
import { Part } from '../job/Page.tsx'
import { edited } from '../store/job-slice.ts'
import { selectCatalogue, selectDesign, selectJob } from '../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { designs } from '../workers/design.ts'

const SWITCH_NAME = {
  bankSizing: 'losses counted in the bank',
  autonomyDays: 'days without sun',
  depthOfDischarge: 'depth of use',
  ageing: 'how far the bank has aged',
  arraySizing: 'how the array is sized',
  recoveryDays: 'days to refill',
  singleFactor: 'one factor for losses',
  singleSunHours: 'one sun figure',
  seasonalYield: 'yield by season',
  refillHours: 'hours to refill',
  clippingFraction: 'clipping accepted',
  headroom: 'headroom of the inverter',
} as const

/** Schools are compared once typing rests this long, ms. */
const REST_MS = 150
const NOT_YET = { bankWh: null, arrayW: null, inverterW: null, price: null, difference: null }

/** Every school for this job, side by side, with the assumption that makes the difference; one is the job's. */
export function SchoolsPart() {
  const job = useAppSelector(selectJob)
  const catalogue = useAppSelector(selectCatalogue)
  const { parts } = useAppSelector(selectDesign)
  const dispatch = useAppDispatch()
  const [name, setName] = useState('')
  const [compared, setCompared] = useState<readonly SchoolResult[]>([])
  useEffect(() => {
    let wanted = true
    const rest = setTimeout(async () => {
      const found = await designs().compareSchools(job, catalogue)
      // Of several comparisons under way only that of the last edit is shown.
      if (wanted) setCompared(found)
    }, REST_MS)
    return () => {
      wanted = false
      clearTimeout(rest)
    }
  }, [job, catalogue])
  const own = schoolOf(job)?.id
  const rows = schoolsOf(job).map((school): SchoolResult => {
    const found = compared.find((each) => each.school.id === school.id)
    return { ...(found ?? NOT_YET), school, inUse: school.id === own }
  })
  const take = (school: School) => dispatch(edited({ act: 'apply-school', school }))
  const keep = () => {
    const own: School = {
      ...switchesOf(chosenOption(job)),
      id: crypto.randomUUID(),
      name: name.trim(),
      why: 'Own school, kept from this job.',
    }
    dispatch(edited({ act: 'keep-school', school: own }))
    setName('')
  }
  const isOwn = own === undefined
  return (
    <Part title="Schools" aside="what each gives for this job, and what makes the difference">
      <div className="table-scroll">
        <table className="sheet-table">
          <thead>
            <tr>
              <th>School</th>
              <th className="number">bank</th>
              <th className="number">array</th>
              <th className="number">inverter</th>
              <th className="number">price</th>
              <th>What makes the difference</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {rows.map((each) => (
              <tr key={each.school.id} className={each.inUse ? 'chosen' : ''}>
                <td title={each.school.why}>
                  <b>{each.school.name}</b>
                  <span className="small soft school-why">{each.school.why}</span>
                </td>
                <td className="number">{each.bankWh === null ? '–' : formatQuantity(each.bankWh / 1000, 'kWh', 1)}</td>
                <td className="number">{each.arrayW === null ? '–' : formatQuantity(Math.round(each.arrayW), 'W')}</td>
                <td className="number">
                  {each.inverterW === null ? '–' : formatQuantity(Math.round(each.inverterW), 'W')}
                </td>
                <td className="number">{each.price === null ? '–' : formatMoney(each.price, parts.currency)}</td>
                <td className="small">{differenceText(each)}</td>
                <td className="number">
                  <button type="button" className="pick" aria-pressed={each.inUse} onClick={() => take(each.school)}>
                    {each.inUse ? 'this job’s' : 'take this'}
                  </button>
                  {job.schools.some(({ id }) => id === each.school.id) && (
                    <button
                      type="button"
                      className="pick"
                      aria-label={`Remove the school ${each.school.name}`}
                      onClick={() => dispatch(edited({ act: 'remove-school', id: each.school.id }))}
                    >
                      Remove
                    </button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {isOwn && (
        <form
          className="existing-add"
          onSubmit={(event) => {
            event.preventDefault()
            if (name.trim() !== '') keep()
          }}
        >
          <label htmlFor="school-name" className="small soft">
            This job’s figures are a school of their own. Keep them as
          </label>
          <input id="school-name" value={name} maxLength={120} onChange={(event) => setName(event.target.value)} />
          <button type="submit" className="pick" disabled={name.trim() === ''}>
            Keep
          </button>
        </form>
      )}
    </Part>
  )
}

function differenceText({ inUse, difference }: SchoolResult): string {
  if (inUse) return 'sized after this one'
  if (!difference) return 'the same here'
  const kwh = Math.abs(difference.bankWh) >= 1 ? `${signed(difference.bankWh / 1000, 1)} kWh of bank` : ''
  const watts = Math.abs(difference.arrayW) >= 1 ? `${signed(difference.arrayW, 0)} W of array` : ''
  return `${SWITCH_NAME[difference.switched]}: ${[kwh, watts].filter(Boolean).join(', ') || 'little'}`
}

const signed = (value: number, decimals: number): string =>
  `${value >= 0 ? '+' : '−'}${formatNumber(Math.abs(value), decimals)}`
