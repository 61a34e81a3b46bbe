import type { Writer } from '@yard-lamp/core/units'
import { type Ref, useId } from 'react'
import type { z } from 'zod'
import { fieldRule, readNumber } from '../../fields/text.ts'

interface FigureFieldProps {
  label: string
  schema: z.ZodType
  text: string
  write: Writer
  onText: (text: string) => void
  hint?: string
  box?: Ref<HTMLInputElement>
}

/** A figure that is written down once: what cannot be is said beside it, and stays as it was typed. */
export function FigureField({ label, schema, text, write, onText, hint, box }: FigureFieldProps) {
  const id = useId()
  const rule = fieldRule(schema, write)
  const read = text.trim() === '' ? null : readNumber(text, rule)
  const wrong = read && !read.ok ? read.message : ''
  return (
    <div className="field log-figure">
      <label htmlFor={id}>{label}</label>
      <span className={`field-box${wrong ? ' field-bad' : ''}`}>
        <input
          ref={box}
          id={id}
          inputMode="decimal"
          autoComplete="off"
          value={text}
          aria-invalid={wrong !== ''}
          aria-describedby={wrong || hint ? `${id}-note` : undefined}
          onChange={(event) => onText(event.target.value)}
        />
        {rule.unit !== '' && <span className="field-unit">{rule.unit}</span>}
      </span>
      {(wrong || hint) && (
        <span
          id={`${id}-note`}
          className={`field-note${wrong ? ' field-error' : ''}`}
          role={wrong ? 'alert' : undefined}
        >
          {wrong || hint}
        </span>
      )}
    </div>
  )
}

/** What was typed, as it is kept; null where it is empty, undefined where it cannot be. */
export function figureOf(schema: z.ZodType, text: string, write: Writer): number | null | undefined {
  if (text.trim() === '') return null
  const read = readNumber(text, fieldRule(schema, write))
  return read.ok ? read.value : undefined
}
