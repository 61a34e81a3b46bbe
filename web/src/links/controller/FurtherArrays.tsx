import { type CatalogueItem, itemName, type Option } from '@yard-lamp/core'
import { furtherArraySchema } from '@yard-lamp/core/job'
import { formatNumber, formatQuantity } from '@yard-lamp/core/units'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import { NumberField } from '../../fields/NumberField.tsx'
import { TextField } from '../../fields/TextField.tsx'
import { Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectCatalogue, selectDesign, selectJob } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { VoltageLine } from './VoltageLine.tsx'

type Further = Option['controller']['further'][number]
const COUNTS = [
  { name: 'panelsPerString', label: 'Panels in a string' },
  { name: 'stringsPerController', label: 'Strings on each' },
  { name: 'quantity', label: 'Controllers' },
] as const

/** What may be chosen; what stands there and is in no catalogue is said to be unknown. */
function offered(items: readonly CatalogueItem[], chosenId: string) {
  const choices = items.map((item) => ({ value: item.id, label: itemName(item) }))
  return items.some(({ id }) => id === chosenId)
    ? choices
    : [{ value: chosenId, label: 'not in the catalogue' }, ...choices]
}

/** Arrays with controllers of their own on the same bank: of another size, in another plane, of other panels. */
// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one form, its fields in order
export function FurtherArrays() {
  const { controller, option, site, array } = useAppSelector(selectDesign)
  const { panels, controllers, allInOnes } = useAppSelector(selectCatalogue)
  const { site: place } = useAppSelector(selectJob)
  const dispatch = useAppDispatch()
  const { further } = option.controller
  const separate = controllers.filter(({ id }) => !allInOnes.some((each) => each.id === id))
  const change = (arrayId: string, patch: Partial<Further>) => dispatch(edited({ act: 'change-array', arrayId, patch }))
  const add = () => {
    const panelId = array.layout?.panel.id ?? panels[0]?.id
    const controllerId = controller.item?.id ?? separate[0]?.id
    if (!panelId || !controllerId) return
    const own = {
      id: crypto.randomUUID(),
      name: `Array ${further.length + 2}`,
      panelId,
      controllerId,
      quantity: 1,
      panelsPerString: array.layout?.panelsPerString ?? 1,
      stringsPerController: 1,
      planeId: null,
      setA: null,
    }
    dispatch(edited({ act: 'add-array', array: own }))
  }
  return (
    <Part title="Further arrays" aside="with controllers of their own on the same bank">
      {further.map((each) => {
        const result = controller.further.find(({ id }) => id === each.id)
        const brings = array.further.find(({ id }) => id === each.id)
        return (
          <div className="existing" key={each.id}>
            <div className="fields">
              <TextField
                label="Name"
                place={`controller.further.${each.id}.name`}
                value={each.name}
                most={80}
                required
                onValue={(name) => change(each.id, { name })}
              />
              <ChoiceField
                label="Panel"
                place={`controller.further.${each.id}.panelId`}
                value={each.panelId}
                choices={offered(panels, each.panelId)}
                onValue={(panelId) => change(each.id, { panelId })}
              />
              <ChoiceField
                label="Controller"
                place={`controller.further.${each.id}.controllerId`}
                value={each.controllerId}
                choices={offered(separate, each.controllerId)}
                onValue={(controllerId) => change(each.id, { controllerId })}
              />
              <ChoiceField
                label="Plane"
                place={`controller.further.${each.id}.planeId`}
                value={each.planeId ?? ''}
                choices={[
                  { value: '', label: 'as the main array' },
                  ...place.planes.map(({ id, name }) => ({ value: id, label: name })),
                ]}
                onValue={(planeId) => change(each.id, { planeId: planeId === '' ? null : planeId })}
              />
              {COUNTS.map(({ name, label }) => (
                <NumberField
                  key={name}
                  label={label}
                  place={`controller.further.${each.id}.${name}`}
                  value={each[name]}
                  schema={furtherArraySchema.shape[name]}
                  onValue={(value) => change(each.id, { [name]: value ?? 1 })}
                />
              ))}
              <NumberField
                label="Each set to hold"
                place={`controller.further.${each.id}.setA`}
                value={each.setA}
                schema={furtherArraySchema.shape.setA}
                assumed="as rated"
                onValue={(setA) => change(each.id, { setA })}
              />
            </div>
            <button
              type="button"
              className="pick"
              onClick={() => dispatch(edited({ act: 'remove-array', arrayId: each.id }))}
            >
              Remove
            </button>
            {result && (
              <div className="drawing" style={{ flexBasis: '100%' }}>
                <VoltageLine strings={result.strings} recordLowC={site.recordLowC?.value ?? null} />
                <p className="small">
                  {brings && `${formatQuantity(brings.powerW.value, 'W')}, `}
                  {formatQuantity(result.strings.chargeA, 'A', 1)} into the bank; best month brings{' '}
                  {formatNumber(Math.max(...(brings?.yieldWh.value ?? [0])) / 1000, 1)} kWh a day.
                </p>
              </div>
            )}
          </div>
        )
      })}
      <button type="button" className="pick" data-place="controller.further" style={{ marginTop: 8 }} onClick={add}>
        Another array on a controller of its own
      </button>
    </Part>
  )
}
