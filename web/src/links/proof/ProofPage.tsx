import { shareText, type YearsTold } from '@yard-lamp/core/proof'
import { formatNumber, formatPercent, formatQuantity, monthName } from '@yard-lamp/core/units'
import { memo, useEffect } from 'react'
import { FindingLine } from '../../checks/FindingLine.tsx'
import { selectJobId, selectOpenFindings, selectYear } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import type { YearStanding } from '../../store/year-slice.ts'
import { StudiesPart } from '../../studies/StudiesPart.tsx'
import { PlainAnswer } from '../../working/Figure.tsx'
import { OfYear } from '../../year/OfYear.tsx'
import { useHeld, useHeldYear, type WorkedStanding } from '../../year/use-held-year.ts'
import { Asked } from './Asked.tsx'
import { BesidePart } from './BesidePart.tsx'
import { Brief } from './Brief.tsx'
import { Helps } from './Helps.tsx'
import { Matters } from './Matters.tsx'
import { MeasuredPart } from './MeasuredPart.tsx'
import { Months } from './Months.tsx'
import { SearchPart } from './SearchPart.tsx'
import { Seen } from './Seen.tsx'
import { useMeasured } from './use-measured.ts'
import { YearsAhead } from './YearsAhead.tsx'
import './proof.css'

const QUESTION = 'Does it get through the year?'

/** The year hour by hour: what is carried, how sure that is, what fails first and what would help. */
export default function ProofPage() {
  const standing = useAppSelector(selectYear)
  const held = useHeldYear()
  const isOld = held?.isOld ?? false
  const found = useAppSelector(selectOpenFindings).filter(({ id }) => id.startsWith('year.'))
  const notices = useHeld(isOld ? null : found)?.value ?? []
  useEffect(() => {
    document.title = `${QUESTION} · Yard Lamp`
  }, [])
  return (
    <div className="proof">
      <h1>{QUESTION}</h1>
      {!held && <p className="answers soft">{waitText(standing)}</p>}
      <OfYear isOld={isOld} said={waitText(standing)}>
        {held && (
          <div className="answers" aria-live="polite">
            <Answers told={held.value.told} />
          </div>
        )}
        {notices.length > 0 && (
          <ul className="notices" aria-label="What the year shows">
            {notices.map((finding) => (
              <FindingLine key={finding.id} finding={finding} />
            ))}
          </ul>
        )}
        {held && (
          <>
            <Asked worked={held.value.told.worked} />
            <Parts {...held.value} />
          </>
        )}
      </OfYear>
      <Brief />
      <p className="small soft proof-limits">
        A simulation of synthetic weather: it shows what such years bring, not what the next one will. Years have the
        months entered as their mean, dull months differ more from year to year, and the bank is taken at the age it was
        sized for, but for the years ahead. It replaces no measurement, and no duty of care where life hangs on it.
      </p>
    </div>
  )
}

/** All that is told of a worked year. It stands still while the next one comes in. */
const Parts = memo(function Parts(worked: WorkedStanding) {
  const { told, plan } = worked
  const measured = useMeasured(useAppSelector(selectJobId), worked)
  return (
    <>
      <Seen told={told} plan={plan} measured={measured} />
      <Helps told={told} plan={plan} />
      <SearchPart />
      <YearsAhead told={told} plan={plan} />
      <StudiesPart />
      <Months told={told} />
      <MeasuredPart measured={measured} told={told} />
      <BesidePart />
      <Matters plan={plan} told={told} />
    </>
  )
})

function waitText(standing: YearStanding): string {
  if (standing.status === 'lacks') return `The year can be worked once there is ${standing.lacks}.`
  if (standing.status === 'failed') return `The year could not be worked: ${standing.why}. The next edit tries again.`
  const progress = standing.status === 'working' ? standing.progress : null
  if (!progress) return 'Being worked: twenty years, hour by hour …'
  const { unmetHours, generatorHours } = progress.first
  const first = unmetHours < 0.5 ? 'nothing goes without' : `${formatQuantity(unmetHours, 'h', 0)} without`
  const run = generatorHours < 0.5 ? '' : `, generator ${formatQuantity(generatorHours, 'h', 0)}`
  return `Being worked: ${formatPercent(progress.share, 0)} of twenty years. In the first: ${first}${run}.`
}

/** The first line: shares, nine years of ten, the longest gap, generator, lowest charge. */
function Answers({ told }: { told: YearsTold }) {
  const write = useWrite()
  const { worked, spread } = told
  const hasCritical =
    worked.share.criticalHours < 1 || worked.years.some(({ criticalUnmetHours }) => criticalUnmetHours > 0)
  const { longestGap } = worked
  return (
    <>
      <PlainAnswer label="carried, of all hours" text={shareText(worked.share.hours)} />
      <PlainAnswer label="critical loads" text={hasCritical ? shareText(worked.share.criticalHours) : 'always'} />
      <PlainAnswer
        label="in 9 years of 10"
        text={
          spread.unmetHours.high < 0.5
            ? 'nothing missed'
            : `under ${formatQuantity(Math.ceil(spread.unmetHours.high), 'h')} dark`
        }
      />
      <PlainAnswer
        label="longest gap"
        text={
          longestGap.hours === 0
            ? 'none'
            : `${formatQuantity(longestGap.hours, 'h')}, ${monthName(longestGap.month).slice(0, 3)}`
        }
      />
      {spread.generatorHours.high > 0 && (
        <PlainAnswer
          label={`generator, ${formatNumber(spread.generatorHours.low, 0)} to ${formatNumber(spread.generatorHours.high, 0)} h`}
          text={`${formatQuantity(spread.generatorHours.mean, 'h', 0)}, ${write.quantity(spread.fuelL.mean, 'L', 0)}`}
        />
      )}
      <PlainAnswer
        label="lowest charge"
        text={formatPercent(Math.min(...worked.years.map(({ lowestSoc }) => lowestSoc)), 0)}
      />
    </>
  )
}
