import { applyAll, design as designOf, type Edit } from '@yard-lamp/core'
import { type Difference, differencesOf, jobAsBuilt, type Step } from '@yard-lamp/core/build'
import { circuitChoiceSchema } from '@yard-lamp/core/job'
import { sizesOf } from '@yard-lamp/core/rules'
import { STANDARD_RATINGS_A } from '@yard-lamp/core/tables'
import { useId, useState } from 'react'
import { fieldRule, readNumber } from '../../fields/text.ts'
import { edited } from '../../store/job-slice.ts'
import { selectCatalogue, selectJob } from '../../store/selectors.ts'
import { keepReason } from '../../store/site-changes.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import type { Building } from './use-building.ts'

interface BuiltOtherwiseProps {
  step: Step
  building: Building
  who: string
}

/** A circuit laid otherwise than planned: said where it is landed, with the reason; the design follows at once. */
export function BuiltOtherwise({ step, building, who }: BuiltOtherwiseProps) {
  const circuit = building.design.wiring.circuits.find(({ id }) => id === step.circuitId)
  const { built } = building
  if (!circuit || !built || built.signedOff) return null
  return <Otherwise key={circuit.id} circuit={circuit} building={building} who={who} />
}

type Circuit = Building['design']['wiring']['circuits'][number]

function Otherwise({ circuit, building, who }: { circuit: Circuit; building: Building; who: string }) {
  const { design, built } = building
  const dispatch = useAppDispatch()
  const whole = useAppSelector(selectJob)
  const catalogue = useAppSelector(selectCatalogue)
  const [length, setLength] = useState('')
  const [size, setSize] = useState('')
  const [ratingA, setRatingA] = useState('')
  const [reason, setReason] = useState('')
  const [said, setSaid] = useState('')
  const ids = { length: useId(), size: useId(), rating: useId(), reason: useId() }
  const rule = fieldRule(circuitChoiceSchema.shape.lengthM, design.write)
  const keep = () => {
    const read = readNumber(length, rule)
    if (!read.ok) return setSaid(read.message)
    const patch = {
      ...(read.value === null ? {} : { lengthM: read.value }),
      ...(size === '' ? {} : { size, parallel: circuit.cable?.parallel ?? 1 }),
      ...(ratingA === '' ? {} : { deviceRatingA: Number(ratingA) }),
    }
    if (Object.keys(patch).length === 0)
      return setSaid('Nothing is built otherwise yet: give its length, cable or rating.')
    if (reason.trim() === '') return setSaid('Say why it was built so.')
    if (who.trim() === '') return setSaid('Your name first: each change says who made it.')
    const act: Edit = { act: 'set-circuit', circuitId: circuit.id, patch }
    const own = changed(design, designOf(jobAsBuilt(applyAll(whole, [act]), built), catalogue), circuit.id)
    dispatch(edited(act))
    if (own.length > 0) dispatch(keepReason(own, reason.trim(), who.trim()))
    setLength('')
    setSize('')
    setRatingA('')
    setReason('')
    setSaid(own.length > 0 ? 'Kept as built, with its reason.' : 'That is what was planned already.')
  }
  return (
    <details className="build-otherwise">
      <summary>Built otherwise than planned</summary>
      <div className="build-otherwise-fields">
        <div className="field">
          <label htmlFor={ids.length}>Length, one way</label>
          <span className="field-box">
            <input
              id={ids.length}
              inputMode="decimal"
              value={length}
              placeholder={design.write.number(circuit.lengthM.value, 'm', 1)}
              onChange={(event) => setLength(event.target.value)}
            />
            <span className="field-unit">{rule.unit}</span>
          </span>
        </div>
        {circuit.cable && (
          <div className="field">
            <label htmlFor={ids.size}>Cable</label>
            <select id={ids.size} value={size} onChange={(event) => setSize(event.target.value)}>
              <option value="">{design.write.size(circuit.cable.size)}, as planned</option>
              {sizesOf(circuit.installation)
                .filter((each) => each !== circuit.cable?.size)
                .map((each) => (
                  <option key={each} value={each}>
                    {design.write.size(each)}
                  </option>
                ))}
            </select>
          </div>
        )}
        {circuit.device && (
          <div className="field">
            <label htmlFor={ids.rating}>Fuse or breaker</label>
            <select id={ids.rating} value={ratingA} onChange={(event) => setRatingA(event.target.value)}>
              <option value="">{circuit.device.ratingA.value} A, as planned</option>
              {STANDARD_RATINGS_A[circuit.device.item?.series ?? 'battery-fuse']
                .filter((each) => each !== circuit.device?.ratingA.value)
                .map((each) => (
                  <option key={each} value={each}>
                    {each} A
                  </option>
                ))}
            </select>
          </div>
        )}
        <div className="field build-reason">
          <label htmlFor={ids.reason}>Why</label>
          <span className="field-box">
            <input
              id={ids.reason}
              value={reason}
              maxLength={1000}
              onChange={(event) => setReason(event.target.value)}
            />
          </span>
        </div>
        <button type="button" className="build-keep" onClick={keep}>
          Keep as built
        </button>
      </div>
      {said !== '' && (
        <p className="field-note" role="status">
          {said}
        </p>
      )}
    </details>
  )
}

/** What an edit changes of one circuit, from what stood there before. */
const changed = (before: Building['design'], after: Building['design'], circuitId: string): Difference[] =>
  differencesOf(before, after).filter(({ id }) => id.startsWith(`circuit.${circuitId}.`))
