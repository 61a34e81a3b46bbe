import { useId } from 'react'
import './fields.css'

interface TextFieldProps {
  label: string
  place: string
  value: string
  most: number
  onValue: (value: string) => void
  /** Refused while empty: the last value stays. */
  required?: boolean
  wide?: boolean
  /** Shown where empty: what is taken instead. */
  assumed?: string
  hint?: string
  /** A password is not shown while it is typed. */
  type?: 'text' | 'password'
}

export function TextField({
  label,
  place,
  value,
  most,
  onValue,
  required = false,
  wide = false,
  assumed,
  hint,
  type = 'text',
}: TextFieldProps) {
  const id = useId()
  return (
    <div className={wide ? 'field field-wide' : 'field'}>
      <label htmlFor={id}>{label}</label>
      <span className="field-box">
        <input
          id={id}
          type={type}
          data-place={place}
          value={value}
          maxLength={most}
          placeholder={assumed ?? ''}
          className={assumed !== undefined && value === '' ? 'field-assumed' : ''}
          autoComplete="off"
          onChange={(event) => (!required || event.target.value.trim() !== '') && onValue(event.target.value)}
        />
      </span>
      {hint && <span className="field-note">{hint}</span>}
    </div>
  )
}
