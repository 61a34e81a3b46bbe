import { itemName, type Option } from '@yard-lamp/core'
import { optionSchema } from '@yard-lamp/core/job'
import { formatNumber } from '@yard-lamp/core/units'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import { NumberField } from '../../fields/NumberField.tsx'
import { Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectDesign } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { Figure } from '../../working/Figure.tsx'

type AlternatorChoice = NonNullable<Option['backup']['alternator']>
const { shape } = optionSchema.shape.backup.shape.alternator.unwrap()
const A_VEHICLE: AlternatorChoice = {
  ratedA: 90,
  idleA: null,
  otherA: null,
  voltageV: 14,
  hoursPerDay: 2,
  chargerId: null,
  setA: null,
  byRelay: false,
  fromHour: null,
  days: 'all',
}
const FIELDS = [
  { name: 'ratedA', label: 'Alternator, rated', assumed: '' },
  { name: 'idleA', label: 'At idle, hot', assumed: 'half of it' },
  { name: 'otherA', label: 'The vehicle itself draws', assumed: 'not entered' },
  { name: 'voltageV', label: 'Alternator voltage', assumed: '' },
  { name: 'hoursPerDay', label: 'Driven a day', assumed: '' },
  { name: 'fromHour', label: 'Sets out at', assumed: '9' },
  { name: 'setA', label: 'Charger set to', assumed: 'as rated' },
] as const

/** Charging while the engine runs, through a charger that leaves half of the alternator at idle. */
export function Alternator() {
  const { backup, option } = useAppSelector(selectDesign)
  const dispatch = useAppDispatch()
  const choice = option.backup.alternator
  const write = (alternator: AlternatorChoice | null) =>
    dispatch(edited({ act: 'set-option', part: 'backup', patch: { alternator } }))
  const result = backup.alternator
  return (
    <Part title="Alternator" aside="through a DC-DC charger, or a relay">
      <label className="tick">
        <input type="checkbox" checked={choice !== null} onChange={() => write(choice ? null : A_VEHICLE)} />
        an engine charges the bank as well
      </label>
      {choice && (
        <>
          <div className="fields fields-narrow" style={{ marginTop: 8 }}>
            {FIELDS.filter(({ name }) => name !== 'setA' || !choice.byRelay).map(({ name, label, assumed }) => (
              <NumberField
                key={name}
                label={label}
                place={`backup.alternator.${name}`}
                value={choice[name]}
                schema={shape[name]}
                assumed={assumed}
                onValue={(value) => write({ ...choice, [name]: value ?? A_VEHICLE[name] })}
              />
            ))}
            <ChoiceField
              label="Drives"
              place="backup.alternator.days"
              value={choice.days}
              choices={[
                { value: 'all', label: 'every day' },
                { value: 'weekdays', label: 'on weekdays' },
                { value: 'weekends', label: 'at weekends' },
              ]}
              onValue={(days) => write({ ...choice, days })}
            />
            <ChoiceField
              label="Reaches the bank by"
              place="backup.alternator.byRelay"
              value={choice.byRelay ? 'relay' : 'charger'}
              choices={[
                { value: 'charger', label: 'a DC-DC charger' },
                { value: 'relay', label: 'a relay that joins the batteries' },
              ]}
              onValue={(by) => write({ ...choice, byRelay: by === 'relay' })}
            />
            {!choice.byRelay && (
              <ChoiceField
                label="DC-DC charger"
                place="backup.alternator.chargerId"
                value={choice.chargerId ?? ''}
                choices={[
                  { value: '', label: 'design chooses' },
                  ...(result?.candidates ?? []).map((item) => ({ value: item.id, label: itemName(item) })),
                ]}
                onValue={(chargerId) => write({ ...choice, chargerId: chargerId === '' ? null : chargerId })}
              />
            )}
          </div>
          <p className="small">
            {result && (result.charger || result.byRelay) ? (
              <>
                {result.charger ? itemName(result.charger) : 'The joined bank'} draws{' '}
                <Figure figure={result.drawnA} unit="A" decimals={0} /> of at most{' '}
                <Figure figure={result.allowedA} unit="A" decimals={0} /> at idle and puts{' '}
                <Figure figure={result.dailyEnergyWh} unit="Wh" decimals={0} /> a day into the bank. It is counted in
                the months left to the backup and in the dark fortnight, not in the array’s size.
              </>
            ) : (
              `No charger of the catalogue takes so little: at most ${formatNumber(result?.allowedA.value ?? 0, 0)} A at idle.`
            )}
          </p>
        </>
      )}
    </Part>
  )
}
