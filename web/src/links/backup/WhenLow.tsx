import { HAND_STARTED_HOURS } from '@yard-lamp/core/proof'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import { OptionNumber } from '../../fields/OptionNumber.tsx'
import { Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectDesign } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { HourPicks } from './HourPicks.tsx'

const ALL_HOURS = Array.from({ length: 24 }, (_, hour) => hour)
const NIGHT = ALL_HOURS.filter((hour) => !HAND_STARTED_HOURS.includes(hour))
const DAYS = [
  { value: 'all', label: 'every day' },
  { value: 'weekdays', label: 'on weekdays' },
  { value: 'weekends', label: 'at weekends' },
] as const
const SHEDS = [
  { name: 'waitShedAt', label: 'What can wait goes below' },
  { name: 'waitBackAt', label: 'and comes back above' },
  { name: 'ordinaryShedAt', label: 'Ordinary loads go below' },
  { name: 'ordinaryBackAt', label: 'and come back above' },
] as const

/** Which loads are let go as the bank runs low, when a generator may start, and when the mains is there: the year goes by it. */
export function WhenLow() {
  const { option, backup } = useAppSelector(selectDesign)
  const dispatch = useAppDispatch()
  const choice = option.backup
  const write = (patch: Partial<typeof choice>) => dispatch(edited({ act: 'set-option', part: 'backup', patch }))
  return (
    <Part title="When it runs low" aside="a relay or the inverter’s own contact lets loads go; critical ones never">
      <div className="fields fields-narrow">
        {SHEDS.map(({ name, label }) => (
          <OptionNumber key={name} part="backup" name={name} label={label} scale={100} unit="%" assumed="never" />
        ))}
        {choice.kind === 'mains' && (
          <ChoiceField
            label="The mains is there"
            place="backup.mainsDays"
            value={choice.mainsDays}
            choices={DAYS}
            onValue={(mainsDays) => write({ mainsDays })}
          />
        )}
      </div>
      {choice.kind === 'generator' && (
        <HourPicks
          label="Hours in which it may not start"
          place="backup.quietHours"
          hours={choice.quietHours}
          usual={backup.generator?.autoStart ? [] : NIGHT}
          onHours={(quietHours) => write({ quietHours })}
        />
      )}
      {choice.kind === 'mains' && (
        <HourPicks
          label="Hours in which the mains is there"
          place="backup.mainsHours"
          hours={choice.mainsHours}
          usual={ALL_HOURS}
          onHours={(mainsHours) => write({ mainsHours })}
        />
      )}
    </Part>
  )
}
