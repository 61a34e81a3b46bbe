import { edited } from '../store/job-slice.ts'
import { selectOption } from '../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'

/** Yes or no of an option, by the link it belongs to. */
interface OptionTicks {
  battery: 'coldProtected' | 'vented' | 'cellsManaged' | 'monitored'
  inverter: 'searchMode'
  backup: 'attended' | 'onOneUnit'
}
type OptionTickProps = { [P in keyof OptionTicks]: { part: P; name: OptionTicks[P]; label: string } }[keyof OptionTicks]

/** A yes or no of the chosen option, by the name it has in the job. */
export function OptionTick({ part, name, label }: OptionTickProps) {
  const option = useAppSelector(selectOption)
  const dispatch = useAppDispatch()
  const values = option[part] as unknown as Record<string, boolean>
  return (
    <label className="tick">
      <input
        type="checkbox"
        data-place={`${part}.${name}`}
        checked={values[name] === true}
        onChange={(event) => dispatch(edited({ act: 'set-option', part, patch: { [name]: event.target.checked } }))}
      />
      {label}
    </label>
  )
}
