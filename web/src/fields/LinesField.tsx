import { useId } from 'react'
import './fields.css'

interface LinesFieldProps {
  label: string
  place: string
  value: string
  most: number
  /** Lines it stands high. */
  rows: number
  onValue: (value: string) => void
  hint?: string
  assumed?: string
}

/** A text of several lines. */
export function LinesField({ label, place, value, most, rows, onValue, hint, assumed }: LinesFieldProps) {
  const id = useId()
  return (
    <div className="field field-wide">
      <label htmlFor={id}>{label}</label>
      <span className="field-box field-lines">
        <textarea
          id={id}
          data-place={place}
          value={value}
          rows={rows}
          maxLength={most}
          placeholder={assumed ?? ''}
          onChange={(event) => onValue(event.target.value)}
        />
      </span>
      {hint && <span className="field-note">{hint}</span>}
    </div>
  )
}
