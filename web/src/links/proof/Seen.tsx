import type { Plan, YearsTold } from '@yard-lamp/core/proof'
import { formatNumber } from '@yard-lamp/core/units'
import { useId, useState } from 'react'
import { Part } from '../../job/Page.tsx'
import { OfYear } from '../../year/OfYear.tsx'
import { Cloth } from './Cloth.tsx'
import { Day } from './Day.tsx'
import { Duration } from './Duration.tsx'
import { dayText } from './day-text.ts'
import { Fortnight } from './Fortnight.tsx'
import { THREADS, type Thread } from './threads.ts'
import type { Measured } from './use-measured.ts'
import { useSeen } from './use-seen.ts'

/** Chosen in place of a seed. */
const MEASURED = 'measured'

/** One of the years to be looked at: as a cloth, a fortnight of it, a day of it. */
export function Seen({ told, plan, measured }: { told: YearsTold; plan: Plan; measured: Measured }) {
  const [seed, setSeed] = useState<number | typeof MEASURED | null>(null)
  const [thread, setThread] = useState<Thread>('charge')
  const [day, setDay] = useState<number | null>(null)
  const hasMeasured = seed === MEASURED && measured.told !== null
  const shown = seed === null || seed === MEASURED ? told.worstSeed : seed
  const drawn = useSeen({ plan, seed: shown })
  const ofMeasured = measured.told && { value: { plan, seen: measured.told.seen }, isOld: measured.isOld }
  const held = hasMeasured ? ofMeasured : drawn
  const which = hasMeasured
    ? `the measured year, ${measured.kept?.file ?? ''}`
    : `year ${formatNumber(shown)}${shown === told.worstSeed ? ', the worst of all' : ''}`
  const id = useId()
  if (!held) return <p className="soft">The worst of the years is being laid out …</p>
  const { seen, plan: seenPlan } = held.value
  const opened = day ?? seen.worstFortnight
  const threads = THREADS.filter(({ isThere }) => isThere(seen))
  return (
    <OfYear isOld={held.isOld} said={null}>
      <Part name="The year as a cloth" aside={`each column a day, each row an hour; ${which}`}>
        <div className="cloth-picks">
          {threads.map(({ id: each, label }) => (
            <button
              key={each}
              type="button"
              className="pick"
              aria-pressed={thread === each}
              onClick={() => setThread(each)}
            >
              {label}
            </button>
          ))}
          <span className="cloth-year">
            <label htmlFor={id}>Year</label>
            <select
              id={id}
              value={hasMeasured ? MEASURED : shown}
              onChange={({ target: { value } }) => setSeed(value === MEASURED ? MEASURED : Number(value))}
            >
              {measured.told && <option value={MEASURED}>measured</option>}
              {told.worked.years.map((each) => (
                <option key={each.seed} value={each.seed}>
                  {formatNumber(each.seed)}:{' '}
                  {each.unmetHours < 0.5 ? 'nothing missed' : `${formatNumber(each.unmetHours, 0)} h dark`}
                </option>
              ))}
            </select>
          </span>
        </div>
        <Cloth
          seen={seen}
          thread={threads.some((each) => each.id === thread) ? thread : 'charge'}
          day={opened}
          onDay={setDay}
        />
      </Part>
      <div className="two">
        <Part
          name={
            opened === seen.worstFortnight
              ? 'The worst fortnight'
              : `Fourteen days from ${dayText(Math.min(opened, 365 - 14))}`
          }
          aside={
            <button type="button" className="pick" onClick={() => setDay(seen.worstFortnight)}>
              Open the worst fortnight
            </button>
          }
        >
          <Fortnight seen={seen} first={Math.min(opened, 365 - 14)} plan={seenPlan} day={opened} />
        </Part>
        <Part
          name="The day"
          aside={
            <span className="day-steps">
              <button type="button" className="pick" disabled={opened === 0} onClick={() => setDay(opened - 1)}>
                Day before
              </button>
              {dayText(opened)}
              <button type="button" className="pick" disabled={opened === 364} onClick={() => setDay(opened + 1)}>
                Day after
              </button>
            </span>
          }
        >
          <Day seen={seen} day={opened} />
        </Part>
      </div>
      <Part name="How full, how long" aside="hours of the year shown in which the bank holds at least so much">
        <Duration seen={seen} plan={seenPlan} />
      </Part>
    </OfYear>
  )
}
