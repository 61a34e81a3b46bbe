import { Button } from '@mantine/core'
import { IconTrash } from '@tabler/icons-react'
import type { Load } from '@yard-lamp/core'
import { DEFAULTS, type Default, loadSchema } from '@yard-lamp/core/job'
import { typicalOf } from '@yard-lamp/core/loads'
import { formatNumber, MONTH_NAMES } from '@yard-lamp/core/units'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import { NumberField } from '../../fields/NumberField.tsx'
import { TextField } from '../../fields/TextField.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectJob, selectOption } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { HourStrip } from './HourStrip.tsx'

const { shape } = loadSchema
type LoadNumberName = {
  [K in keyof Load]: Load[K] extends number | null ? (null extends Load[K] ? K : never) : never
}[keyof Load]

/** What a load needs less often than its row shows. */
// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one form, its fields in order
export function LoadDetails({ load, name }: { load: Load; name: string }) {
  const dispatch = useAppDispatch()
  const { beside } = useAppSelector(selectOption)
  const splitPhase = useAppSelector((state) => selectJob(state).site.splitPhase)
  const change = (patch: Partial<Load>) => dispatch(edited({ act: 'change-loads', changes: [{ id: load.id, patch }] }))
  const place = (field: string) => `loads.${load.id}.${field}`
  const number = (
    field: LoadNumberName,
    label: string,
    more: { assumed?: string; byDefault?: Default; scale?: number } = {},
  ) => (
    <NumberField
      label={label}
      place={place(`details.${field}`)}
      value={load[field]}
      schema={shape[field]}
      onValue={(value) => change({ [field]: value })}
      {...more}
    />
  )
  const typical = typicalOf(load.typicalId)
  return (
    <tr className="load-details">
      <td colSpan={13}>
        <div className="fields">
          <TextField
            label="Room or use"
            place={place('group')}
            value={load.group}
            most={80}
            onValue={(group) => change({ group })}
          />
          {beside.length > 0 && (
            <ChoiceField
              label="Carried by"
              place={place('systemId')}
              value={beside.some(({ id }) => id === load.systemId) ? (load.systemId ?? '') : ''}
              choices={[
                { value: '', label: 'the main system' },
                ...beside.map(({ id, name }) => ({ value: id, label: name })),
              ]}
              onValue={(systemId) => change({ systemId: systemId === '' ? null : systemId })}
            />
          )}
          <ChoiceField
            label="It is"
            place={place('priority')}
            value={load.priority}
            choices={[
              { value: 'critical', label: 'critical' },
              { value: 'ordinary', label: 'ordinary' },
              { value: 'can-wait', label: 'can wait for sun' },
            ]}
            onValue={(priority) => change({ priority })}
          />
          <ChoiceField
            label="Wanted"
            place={place('stage')}
            value={load.stage}
            choices={[
              { value: 'now', label: 'now' },
              { value: 'later', label: 'later: listed, not sized for' },
            ]}
            onValue={(stage) => change({ stage })}
          />
          {splitPhase && load.supply === 'ac' && (
            <ChoiceField
              label="Hangs on"
              place={place('leg')}
              value={load.leg ?? ''}
              choices={[
                { value: '', label: 'the lighter leg' },
                { value: 'one', label: 'leg one' },
                { value: 'two', label: 'leg two' },
                { value: 'both', label: 'both, at the double voltage' },
              ]}
              onValue={(leg) => change({ leg: leg === '' ? null : leg })}
            />
          )}
          {load.basis === 'label' && (
            <>
              {number('labelVoltageV', 'Label, volts')}
              {number('labelCurrentA', 'Label, amperes')}
            </>
          )}
          {load.basis === 'meter' && (
            <>
              {number('meterEnergyKwh', 'Meter, energy')}
              {number('meterLoggedHours', 'Meter, hours logged')}
            </>
          )}
          {number('powerFactor', 'Power factor', { byDefault: DEFAULTS.powerFactor })}
          {load.supply === 'dc' && (
            <>
              {number('voltageV', 'Wants volts', { assumed: 'the system’s' })}
              {load.voltageV === null
                ? number('converterEfficiency', 'Regulator efficiency', { scale: 100, assumed: 'no regulator' })
                : number('converterEfficiency', 'Converter efficiency', {
                    scale: 100,
                    byDefault: DEFAULTS.converterEfficiency,
                  })}
            </>
          )}
          <div className="field">
            <label htmlFor={`together-${load.id}`}>Runs together with</label>
            <span className="field-box">
              <select
                id={`together-${load.id}`}
                value={!load.runsTogether ? 'alone' : load.togetherSet === '' ? 'all' : 'set'}
                onChange={(event) =>
                  change({
                    runsTogether: event.target.value !== 'alone',
                    togetherSet: event.target.value === 'set' ? load.togetherSet || 'A' : '',
                  })
                }
              >
                <option value="all">the others</option>
                <option value="set">a set of its own</option>
                <option value="alone">nothing else</option>
              </select>
            </span>
          </div>
          {load.runsTogether && load.togetherSet !== '' && (
            <TextField
              label="Name of the set"
              place={place('togetherSet')}
              value={load.togetherSet}
              most={40}
              onValue={(togetherSet) => change({ togetherSet })}
            />
          )}
        </div>
        <div className="load-details-row">
          <div className="field">
            <span className="field-label">Weekend</span>
            {load.weekendHoursOfDay === null ? (
              <button
                type="button"
                className="pick"
                onClick={() => change({ weekendHoursOfDay: [...(load.hoursOfDay ?? [])] })}
              >
                paint other hours
              </button>
            ) : (
              <span className="load-weekend">
                <HourStrip
                  hours={load.weekendHoursOfDay}
                  label={`Hours of a weekend day, ${name}`}
                  mayBeEmpty
                  onHours={(weekendHoursOfDay) => change({ weekendHoursOfDay: weekendHoursOfDay ?? [] })}
                />
                <button type="button" className="pick" onClick={() => change({ weekendHoursOfDay: null })}>
                  like the other days
                </button>
              </span>
            )}
          </div>
          <Season load={load} name={name} change={change} />
        </div>
        {typical && (
          <p className="small soft load-typical">
            Typical {typical.name.toLowerCase()}: {formatNumber(typical.lowW)} to {formatNumber(typical.highW)} W,
            usually {formatNumber(typical.usualW)} W.{' '}
            {(['lowW', 'usualW', 'highW'] as const).map((which) => (
              <button
                key={which}
                type="button"
                className="pick"
                onClick={() => change({ powerW: typical[which], basis: 'typical' })}
              >
                take {formatNumber(typical[which])} W
              </button>
            ))}
          </p>
        )}
        <div className="fields load-note">
          <TextField
            label="Note"
            place={place('note')}
            value={load.note}
            most={2000}
            wide
            onValue={(note) => change({ note })}
          />
          <Button
            variant="default"
            size="xs"
            leftSection={<IconTrash size={15} />}
            style={{ alignSelf: 'end', justifySelf: 'start' }}
            onClick={() => dispatch(edited({ act: 'remove-loads', ids: [load.id] }))}
          >
            Remove {name}
          </Button>
        </div>
      </td>
    </tr>
  )
}

const SEASONS: readonly { label: string; factors: readonly number[] }[] = [
  { label: 'winter half', factors: [1, 1, 1, 0, 0, 0, 0, 0, 0, 1, 1, 1] },
  { label: 'summer half', factors: [0, 0, 0, 1, 1, 1, 1, 1, 1, 0, 0, 0] },
]

/** Months in which it runs as listed, less, or not at all. */
function Season({ load, name, change }: { load: Load; name: string; change: (patch: Partial<Load>) => void }) {
  if (load.monthFactors === null) {
    return (
      <div className="field">
        <span className="field-label">Season</span>
        <span className="load-weekend">
          <button type="button" className="pick" onClick={() => change({ monthFactors: Array<number>(12).fill(1) })}>
            months differ
          </button>
          {SEASONS.map(({ label, factors }) => (
            <button key={label} type="button" className="pick" onClick={() => change({ monthFactors: [...factors] })}>
              {label}
            </button>
          ))}
        </span>
      </div>
    )
  }
  const factors = load.monthFactors
  return (
    <div className="field load-season">
      <span className="field-label">
        Share of what is listed, by month{' '}
        <button type="button" className="pick" onClick={() => change({ monthFactors: null })}>
          all year alike
        </button>
      </span>
      <span className="load-season-months">
        {MONTH_NAMES.map((month, i) => (
          <NumberField
            key={month}
            compact
            label={<abbr title={`${month}, ${name}`}>{month.slice(0, 3)}</abbr>}
            place={`loads.${load.id}.monthFactors.${i}`}
            value={factors[i] ?? 1}
            schema={shape.monthFactors.unwrap().element}
            scale={100}
            onValue={(value) => change({ monthFactors: factors.map((each, at) => (at === i ? (value ?? 0) : each)) })}
          />
        ))}
      </span>
    </div>
  )
}
