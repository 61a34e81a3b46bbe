import { useMemo } from 'react'
import { Page } from '../../job/Page.tsx'
import { selectDesign, selectJob } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { useWhenIdle } from '../../store/use-when-idle.ts'
import { Answer, PlainAnswer } from '../../working/Figure.tsx'
import { DayPicture } from './DayPicture.tsx'
import { DesignDraws } from './DesignDraws.tsx'
import { useEnergyShown } from './energy.ts'
import { LoadGrid } from './LoadGrid.tsx'
import { LoadTotals } from './LoadTotals.tsx'
import { Slips } from './Slips.tsx'

export default function LoadsPage() {
  const job = useAppSelector(selectJob)
  const design = useAppSelector(selectDesign)
  const { loads } = design
  // The figures and the row typed in are painted first; the pictures and sums follow.
  const later = useWhenIdle(useMemo(() => ({ job, design }), [job, design]))
  const { unit, scale } = useEnergyShown()
  const worst = job.loads.find(({ id }) => id === loads.worstStartId)
  const counted = loads.rows.some((row) => row.counted && row.dailyEnergyWh)
  return (
    <Page
      link="loads"
      question="What must it run?"
      answers={
        counted ? (
          <>
            <Answer
              label="at the battery bus"
              figure={loads.busDailyEnergyWh}
              shown={loads.busDailyEnergyWh.value * scale}
              unit={`${unit} a day`}
              decimals={0}
            />
            <Answer label="AC running together" figure={loads.continuousW} unit="W" decimals={0} />
            <Answer
              label={worst ? `worst start: ${worst.name}` : 'worst start'}
              figure={loads.surgeW}
              unit="W"
              decimals={0}
            />
            {loads.afterDarkFraction && (
              <Answer
                label="after dark"
                figure={loads.afterDarkFraction}
                shown={loads.afterDarkFraction.value * 100}
                unit="%"
                decimals={0}
              />
            )}
            <Answer
              label="of the day is measured"
              figure={loads.measuredFraction}
              shown={loads.measuredFraction.value * 100}
              unit="%"
              decimals={0}
            />
          </>
        ) : (
          <PlainAnswer label="at the battery bus" text="nothing listed yet" />
        )
      }
    >
      {counted && <DayPicture {...later} />}
      <Slips job={later.job} />
      <LoadGrid />
      {counted && <LoadTotals {...later} />}
      <DesignDraws />
    </Page>
  )
}
