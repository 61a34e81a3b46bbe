import { axlesSchema, MOST_WEIGHT_TARGETS, PLACES, type WeightTarget, weightTargetSchema } from '@yard-lamp/core/job'
import type { Borne } from '@yard-lamp/core/parts'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import { NumberField } from '../../fields/NumberField.tsx'
import { TextField } from '../../fields/TextField.tsx'
import { Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectDesign, selectJob } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import './parts.css'

/** What a vehicle, an axle or a floor may bear, beside what stands on it. */
export function Weights() {
  const { parts } = useAppSelector(selectDesign)
  const { site } = useAppSelector(selectJob)
  const dispatch = useAppDispatch()
  const write = (weightTargets: WeightTarget[]) => dispatch(edited({ act: 'set-site', patch: { weightTargets } }))
  const change = (id: string, patch: Partial<WeightTarget>) =>
    write(site.weightTargets.map((each) => (each.id === id ? { ...each, ...patch } : each)))
  const first = site.weightTargets.length === 0
  const add = () =>
    write([
      ...site.weightTargets,
      { id: crypto.randomUUID(), name: first ? 'Whole system' : 'Axle', mostKg: null, places: [], axle: null },
    ])
  return (
    <Part title="Weight it may come to" aside="for a vehicle, an axle, a floor; what is already there weighs too">
      {site.weightTargets.map((target) => (
        <Target
          key={target.id}
          target={target}
          borne={parts.weightTargets.find((each) => each.target.id === target.id)}
          onChange={(patch) => change(target.id, patch)}
          onRemove={() => write(site.weightTargets.filter(({ id }) => id !== target.id))}
        />
      ))}
      {site.weightTargets.some(({ axle }) => axle !== null) && <Axles />}
      {site.weightTargets.length < MOST_WEIGHT_TARGETS && (
        <button type="button" className="pick" onClick={add}>
          {first ? 'Set a weight' : 'Another weight'}
        </button>
      )}
    </Part>
  )
}

const BEARS = [
  { value: '', label: 'all that stands on it' },
  { value: 'front', label: 'as the front axle, or the hitch' },
  { value: 'rear', label: 'as the rear axle' },
] as const

/** Where things stand along the vehicle: an axle bears by its lever. */
function Axles() {
  const { axles } = useAppSelector(selectJob).site
  const dispatch = useAppDispatch()
  const write = (patch: Partial<typeof axles>) =>
    dispatch(edited({ act: 'set-site', patch: { axles: { ...axles, ...patch } } }))
  const { shape } = axlesSchema
  return (
    <div className="weight-target">
      <div className="fields fields-narrow">
        <NumberField
          label="Between the axles"
          place="parts.axles.wheelbaseM"
          value={axles.wheelbaseM}
          schema={shape.wheelbaseM}
          assumed="not measured"
          hint="of a trailer: hitch to axle"
          onValue={(wheelbaseM) => write({ wheelbaseM })}
        />
        {PLACES.map((place) => (
          <NumberField
            key={place}
            label={`${place.charAt(0).toUpperCase()}${place.slice(1)}, behind the front`}
            place={`parts.axles.${place}`}
            value={axles.behindM[place] ?? null}
            schema={shape.behindM.valueType}
            assumed="not measured"
            onValue={(value) => {
              const { [place]: _before, ...others } = axles.behindM
              write({ behindM: value === null ? others : { ...others, [place]: value } })
            }}
          />
        ))}
      </div>
    </div>
  )
}

interface TargetProps {
  target: WeightTarget
  borne: Borne | undefined
  onChange: (patch: Partial<WeightTarget>) => void
  onRemove: () => void
}

function Target({ target, borne, onChange, onRemove }: TargetProps) {
  const write = useWrite()
  const { id, name, mostKg, places, axle } = target
  const weightKg = borne?.weightKg ?? null
  const over = mostKg !== null && weightKg !== null && weightKg > mostKg
  return (
    <div className="weight-target">
      <div className="fields fields-narrow">
        <TextField
          label="What bears it"
          place={`parts.weightTargets.${id}.name`}
          value={name}
          most={80}
          onValue={(value) => onChange({ name: value })}
        />
        <NumberField
          label="May bear"
          place={`parts.weightTargets.${id}`}
          value={mostKg}
          schema={weightTargetSchema.shape.mostKg}
          assumed="not entered"
          onValue={(value) => onChange({ mostKg: value })}
        />
        <ChoiceField
          label="Bears"
          place={`parts.weightTargets.${id}.axle`}
          value={axle ?? ''}
          choices={BEARS}
          onValue={(value) => onChange({ axle: value === '' ? null : value })}
        />
      </div>
      <fieldset className="weight-places">
        <legend>Stands on it</legend>
        {PLACES.map((place) => (
          <label key={place} className="tick">
            <input
              type="checkbox"
              checked={places.length === 0 || places.includes(place)}
              onChange={(event) => {
                const now = places.length === 0 ? [...PLACES] : places
                const next = event.target.checked ? [...now, place] : now.filter((each) => each !== place)
                if (next.length > 0) onChange({ places: next.length === PLACES.length ? [] : next })
              }}
            />
            {place}
          </label>
        ))}
      </fieldset>
      <p className={over ? 'weight-sum weight-over' : 'weight-sum'}>
        {weightKg === null ? (
          <span className="soft">Not known yet: {borne?.lack ?? 'nothing stands there'}.</span>
        ) : (
          <b>{write.quantity(weightKg, 'kg', 0)}</b>
        )}
        {mostKg !== null && weightKg !== null && (
          <span>
            {over
              ? ` · ${write.quantity(weightKg - mostKg, 'kg', 0)} too much`
              : ` · ${write.quantity(mostKg - weightKg, 'kg', 0)} to spare`}
          </span>
        )}
      </p>
      <button type="button" className="pick" aria-label={`Remove ${name || 'this weight'}`} onClick={onRemove}>
        Remove
      </button>
    </div>
  )
}
