import { Button, NumberInput, Progress } from '@mantine/core'
import { LEAST_STUDY_YEARS, MOST_STUDY_YEARS, type Study, type YearsStudied } from '@yard-lamp/core/report'
import { formatNumber, formatPercent } from '@yard-lamp/core/units'
import dayjs from 'dayjs'
import { useState } from 'react'
import { Part } from '../job/Page.tsx'
import { selectJobId } from '../store/selectors.ts'
import { useAppSelector } from '../store/store.ts'
import { isUnderWay, useStudies } from './use-studies.ts'
import './studies.css'

const AT_FIRST = 1000

/** Thousands of years, worked by the server while the page may be closed. */
export function StudiesPart() {
  const jobId = useAppSelector(selectJobId)
  const { studies, problem, ask, cancel } = useStudies(jobId)
  const [years, setYears] = useState(AT_FIRST)
  const own = studies.filter(({ asked }) => asked.kind === 'years')
  return (
    <Part name="Thousands of years" aside="by the server, as the job is saved; the page may be closed meanwhile">
      <form
        className="studies-ask"
        onSubmit={(event) => {
          event.preventDefault()
          void ask({ kind: 'years', years })
        }}
      >
        <NumberInput
          label="Years"
          value={years}
          min={LEAST_STUDY_YEARS}
          max={MOST_STUDY_YEARS}
          step={500}
          allowDecimal={false}
          onChange={(value) => setYears(Number(value))}
        />
        <Button type="submit" variant="default">
          Have them worked
        </Button>
      </form>
      {problem !== '' && (
        <p className="field-error" role="alert">
          {problem}
        </p>
      )}
      <ul className="studies">
        {own.map((study) => (
          <li key={study.id}>
            <One study={study} onCancel={() => void cancel(study.id)} />
          </li>
        ))}
      </ul>
    </Part>
  )
}

function One({ study, onCancel }: { study: Study; onCancel: () => void }) {
  const { asked, state, progress, problem, result, revision, askedAt } = study
  const what = asked.kind === 'years' ? `${formatNumber(asked.years)} years` : 'a report'
  if (isUnderWay(study))
    return (
      <>
        <span>
          {what}, {state === 'waiting' ? 'waiting for its turn' : formatPercent(progress)}
        </span>
        <Progress value={100 * progress} aria-label={`${what}: ${formatPercent(progress)}`} className="studies-bar" />
        <Button variant="default" size="xs" onClick={onCancel}>
          Cancel
        </Button>
      </>
    )
  return (
    <>
      <span className="soft small studies-of">
        revision {revision}, {dayjs(askedAt).format('D MMM, HH:mm')}
      </span>
      {result ? (
        <Found {...result} />
      ) : (
        <span>{state === 'cancelled' ? `${what}, cancelled` : `${what}: ${problem}`}</span>
      )}
    </>
  )
}

function Found({
  years,
  carriedYears,
  lowFraction,
  highFraction,
  unmetHours,
  mostUnmetHours,
  generatorHours,
  mostGeneratorHours,
  lowestSoc,
}: YearsStudied) {
  return (
    <span>
      <b>
        {formatNumber(carriedYears)} of {formatNumber(years)} years carry what the brief asks
      </b>
      , {formatPercent(carriedYears / years)}; nine times of ten{' '}
      {carriedYears === years
        ? `at least ${formatNumber(100 * lowFraction, 1)} %`
        : `between ${formatNumber(100 * lowFraction, 1)} and ${formatNumber(100 * highFraction, 1)} %`}
      . Without power {formatNumber(unmetHours, 1)} h a year, at the worst {formatNumber(mostUnmetHours, 0)} h
      {mostGeneratorHours > 0 &&
        `; generator ${formatNumber(generatorHours, 0)} h, at the most ${formatNumber(mostGeneratorHours, 0)} h`}
      . Lowest state of charge {formatPercent(lowestSoc)}.
    </span>
  )
}
