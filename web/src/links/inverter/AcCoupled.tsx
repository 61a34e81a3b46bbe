import { itemName, type Option } from '@yard-lamp/core'
import { acCoupledSchema, EMPTY_AC_COUPLED } from '@yard-lamp/core/job'
import { formatNumber, formatQuantity } from '@yard-lamp/core/units'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import { NumberField } from '../../fields/NumberField.tsx'
import { Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectCatalogue, selectDesign, selectJob } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { Figure } from '../../working/Figure.tsx'
import { VoltageLine } from '../controller/VoltageLine.tsx'

type Choice = NonNullable<Option['inverter']['acCoupled']>
const { shape } = acCoupledSchema

/** An array on the AC side: its panels, its plane, its strings and its own inverter. */
export function AcCoupled() {
  const { option } = useAppSelector(selectDesign)
  const dispatch = useAppDispatch()
  const choice = option.inverter.acCoupled
  const write = (acCoupled: Choice | null) =>
    dispatch(edited({ act: 'set-option', part: 'inverter', patch: { acCoupled } }))
  return (
    <Part title="AC-coupled array" aside="panels on an inverter of their own, on the AC side">
      <label className="tick">
        <input
          type="checkbox"
          checked={choice !== null}
          data-place="inverter.acCoupled"
          onChange={() => write(choice ? null : { ...EMPTY_AC_COUPLED, powerW: 1500 })}
        />
        an array feeds the AC board beside the battery inverter
      </label>
      {choice && <Fields choice={choice} onChoice={write} />}
      {choice && <Brings />}
    </Part>
  )
}

// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one form, its fields in order
function Fields({ choice, onChoice }: { choice: Choice; onChoice: (choice: Choice) => void }) {
  const { array } = useAppSelector(selectDesign)
  const { panels, arrayInverters } = useAppSelector(selectCatalogue)
  const { site } = useAppSelector(selectJob)
  const change = (patch: Partial<Choice>) => onChoice({ ...choice, ...patch })
  const strings = array.further.find(({ acEfficiency }) => acEfficiency !== null)?.strings?.choice
  const suited = arrayInverters.filter(
    ({ id, mainsFrequencyHz }) => id === choice.inverterId || mainsFrequencyHz === site.mainsFrequencyHz,
  )
  const open = { value: '', label: 'not chosen yet' }
  const numbers = [
    { name: 'powerW', label: 'Its power', assumed: 'as strung' },
    {
      name: 'panelsPerString',
      label: 'Panels in a string',
      assumed: strings ? `${strings.panelsPerString} fit` : 'as fit',
    },
    {
      name: 'stringsPerInverter',
      label: 'Strings on each inverter',
      assumed: strings ? `${strings.stringsPerController} counted` : 'counted',
    },
  ] as const
  return (
    <div className="fields" style={{ marginTop: 8 }}>
      <ChoiceField
        label="Panel"
        place="inverter.acCoupled.panelId"
        value={choice.panelId ?? ''}
        choices={[open, ...panels.map((item) => ({ value: item.id, label: itemName(item) }))]}
        onValue={(panelId) => change({ panelId: panelId === '' ? null : panelId })}
      />
      <ChoiceField
        label="Its own inverter"
        place="inverter.acCoupled.inverterId"
        value={choice.inverterId ?? ''}
        choices={[open, ...suited.map((item) => ({ value: item.id, label: itemName(item) }))]}
        onValue={(inverterId) => change({ inverterId: inverterId === '' ? null : inverterId })}
      />
      <ChoiceField
        label="Plane"
        place="inverter.acCoupled.planeId"
        value={choice.planeId ?? ''}
        choices={[
          { value: '', label: 'as the main array' },
          ...site.planes.map(({ id, name }) => ({ value: id, label: name })),
        ]}
        onValue={(planeId) => change({ planeId: planeId === '' ? null : planeId })}
      />
      <NumberField
        label="Inverters"
        place="inverter.acCoupled.quantity"
        value={choice.quantity}
        schema={shape.quantity}
        onValue={(quantity) => change({ quantity: quantity ?? 1 })}
      />
      {numbers.map(({ name, label, assumed }) => (
        <NumberField
          key={name}
          label={label}
          place={`inverter.acCoupled.${name}`}
          value={choice[name]}
          schema={shape[name]}
          assumed={assumed}
          onValue={(value) => change({ [name]: value })}
        />
      ))}
      <label className="tick">
        <input
          type="checkbox"
          checked={choice.heldBack}
          data-place="inverter.acCoupled.heldBack"
          onChange={(event) => change({ heldBack: event.target.checked })}
        />
        a relay or dump load holds it back when the bank is full
      </label>
    </div>
  )
}

/** What it brings by day and by night, and where its string stands. */
function Brings() {
  const { array, controller, site } = useAppSelector(selectDesign)
  const coupled = array.further.find(({ acEfficiency }) => acEfficiency !== null)
  if (!coupled?.acEfficiency) return <p className="soft small">Its panels, or its power, say what it brings.</p>
  const strung = controller.further.find(({ acInverter }) => acInverter !== null)
  return (
    <>
      {strung && (
        <div className="drawing">
          <VoltageLine strings={strung.strings} recordLowC={site.recordLowC?.value ?? null} />
        </div>
      )}
      <p className="small">
        {coupled.strings && `${formatNumber(coupled.strings.panels.value)} panels, `}
        {formatQuantity(coupled.powerW.value, 'W')}. Of its sun{' '}
        <Figure figure={coupled.acEfficiency.byDay} unit="" decimals={2} /> serves loads by day without the battery,{' '}
        <Figure figure={coupled.acEfficiency.byNight} unit="" decimals={2} /> by night through it. It stops when the
        battery inverter stops.
      </p>
    </>
  )
}
