import { useId } from 'react'
import './fields.css'

interface ChoiceFieldProps<T extends string> {
  label: string
  place: string
  value: T
  choices: readonly { readonly value: T; readonly label: string }[]
  onValue: (value: T) => void
  hint?: string
}

/** A labelled choice from a short list: the platform's own, for its keyboard. */
export function ChoiceField<T extends string>({ label, place, value, choices, onValue, hint }: ChoiceFieldProps<T>) {
  const id = useId()
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      <span className="field-box">
        <select id={id} data-place={place} value={value} onChange={(event) => onValue(event.target.value as T)}>
          {choices.map((choice) => (
            <option key={choice.value} value={choice.value}>
              {choice.label}
            </option>
          ))}
        </select>
      </span>
      {hint && <span className="field-note">{hint}</span>}
    </div>
  )
}
