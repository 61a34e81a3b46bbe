import { MultiSelect } from '@mantine/core'
import { answers, type Beside as BesideChoice, type Design, itemName, type Load } from '@yard-lamp/core'
import { besideSchema, emptyBeside, MOST_BESIDE } from '@yard-lamp/core/job'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import { NumberField } from '../../fields/NumberField.tsx'
import { TextField } from '../../fields/TextField.tsx'
import { Part } from '../../job/Page.tsx'
import { linkTitle } from '../../pages.ts'
import { edited } from '../../store/job-slice.ts'
import { selectCatalogue, selectDesign, selectJob } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'

/** Small systems of their own on the same site: another bank with its own panels, controller and loads. */
export function Beside() {
  const { option, beside } = useAppSelector(selectDesign)
  const dispatch = useAppDispatch()
  return (
    <Part title="Other small systems here" aside="a bank of its own, with its own panels, controller and loads">
      {option.beside.map((choice) => (
        <OneBeside key={choice.id} choice={choice} design={beside.find(({ id }) => id === choice.id)?.design ?? null} />
      ))}
      {option.beside.length < MOST_BESIDE && (
        <button
          type="button"
          className="pick"
          onClick={() =>
            dispatch(
              edited({
                act: 'add-beside',
                beside: emptyBeside(crypto.randomUUID(), `System ${option.beside.length + 2}`),
              }),
            )
          }
        >
          Another small system on this site
        </button>
      )}
    </Part>
  )
}

const NUMBERS = [
  { name: 'autonomyDays', label: 'Days without sun', assumed: 'design chooses' },
  { name: 'parallel', label: 'Strings in parallel', assumed: 'counted' },
  { name: 'panelsPerString', label: 'Panels in a string', assumed: 'counted' },
  { name: 'stringsPerController', label: 'Strings of panels', assumed: 'counted' },
] as const
const ITEMS = [
  { name: 'batteryId', label: 'Battery', shelf: 'batteries' },
  { name: 'panelId', label: 'Panel', shelf: 'panels' },
  { name: 'controllerId', label: 'Controller', shelf: 'controllers' },
  { name: 'inverterId', label: 'Inverter', shelf: 'inverters' },
] as const
/** What a small system answers, in the order of the chain. */
const ANSWERED = ['loads', 'battery', 'array', 'controller', 'inverter', 'wiring'] as const

interface OneBesideProps {
  choice: BesideChoice
  design: Design | null
}

// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one form, its fields in order
function OneBeside({ choice, design }: OneBesideProps) {
  const { id, name } = choice
  const catalogue = useAppSelector(selectCatalogue)
  const { site } = useAppSelector(selectJob)
  const dispatch = useAppDispatch()
  const place = (field: string) => `battery.beside.${id}.${field}`
  const change = (patch: Partial<BesideChoice>) => dispatch(edited({ act: 'change-beside', id, patch }))
  const shown = design && answers(design)
  return (
    <section className="existing" aria-label={name}>
      <div className="fields">
        <TextField
          label="Name"
          place={place('name')}
          value={name}
          most={80}
          required
          onValue={(value) => change({ name: value })}
        />
        <ChoiceField
          label="Voltage"
          place={place('systemVoltageV')}
          value={String(choice.systemVoltageV ?? '')}
          choices={[
            { value: '', label: 'design chooses' },
            ...['12', '24', '48'].map((volts) => ({ value: volts, label: `${volts} V` })),
          ]}
          onValue={(volts) => change({ systemVoltageV: volts === '' ? null : (Number(volts) as 12 | 24 | 48) })}
        />
        {ITEMS.map((each) => (
          <ChoiceField
            key={each.name}
            label={each.label}
            place={place(each.name)}
            value={choice[each.name] ?? ''}
            choices={[
              { value: '', label: 'design chooses' },
              ...catalogue[each.shelf].map((item) => ({ value: item.id, label: itemName(item) })),
            ]}
            onValue={(itemId) => change({ [each.name]: itemId === '' ? null : itemId })}
          />
        ))}
        <ChoiceField
          label="Plane"
          place={place('planeId')}
          value={choice.planeId ?? ''}
          choices={[
            { value: '', label: 'as the main array' },
            ...site.planes.map((plane) => ({ value: plane.id, label: plane.name })),
          ]}
          onValue={(planeId) => change({ planeId: planeId === '' ? null : planeId })}
        />
        {NUMBERS.map((each) => (
          <NumberField
            key={each.name}
            label={each.label}
            place={place(each.name)}
            value={choice[each.name]}
            schema={besideSchema.shape[each.name]}
            assumed={each.assumed}
            onValue={(value) => change({ [each.name]: value })}
          />
        ))}
      </div>
      <div style={{ flexBasis: '100%' }}>
        <Carried systemId={id} name={name} />
        <label className="tick">
          <input
            type="checkbox"
            data-place={place('vented')}
            checked={choice.vented}
            onChange={(event) => change({ vented: event.target.checked })}
          />
          its battery is vented to outside
        </label>
        <label className="tick">
          <input
            type="checkbox"
            data-place={place('monitored')}
            checked={choice.monitored}
            onChange={(event) => change({ monitored: event.target.checked })}
          />
          a shunt counts what goes in and out
        </label>
      </div>
      {shown && (
        <dl className="beside-answers">
          {ANSWERED.map((link) => (
            <div key={link}>
              <dt>{linkTitle(link)}</dt>
              <dd>{shown[link]}</dd>
            </div>
          ))}
        </dl>
      )}
      <button type="button" className="pick" onClick={() => dispatch(edited({ act: 'remove-beside', id }))}>
        Remove {name}
      </button>
    </section>
  )
}

/** The loads it carries, picked from the list of the job. */
function Carried({ systemId, name }: { systemId: string; name: string }) {
  const { loads } = useAppSelector(selectJob)
  const dispatch = useAppDispatch()
  const own = loads.filter((load) => load.systemId === systemId).map(({ id }) => id)
  const set = (ids: readonly string[]) => {
    const wanted = new Set(ids)
    const changes = loads
      .filter((load: Load) => wanted.has(load.id) !== (load.systemId === systemId))
      .map((load) => ({ id: load.id, patch: { systemId: wanted.has(load.id) ? systemId : null } }))
    if (changes.length > 0) dispatch(edited({ act: 'change-loads', changes }))
  }
  return (
    <MultiSelect
      label="Loads it carries"
      placeholder={own.length === 0 ? 'choose from the list of loads' : ''}
      aria-label={`Loads that ${name} carries`}
      data={loads.map((load) => ({ value: load.id, label: load.name || 'without a name' }))}
      value={own}
      onChange={set}
      searchable
      hidePickedOptions
      nothingFoundMessage="no such load"
      mb={10}
    />
  )
}
