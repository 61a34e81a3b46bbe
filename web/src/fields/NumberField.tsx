import type { Default, Ends } from '@yard-lamp/core/job'
import { type ClipboardEvent, type ReactNode, useId } from 'react'
import type { z } from 'zod'
import { useWrite } from '../store/use-write.ts'
import { fieldRule, ruleWithin } from './rule.ts'
import { showNumber } from './text.ts'
import { useNumberText } from './use-number-text.ts'
import './fields.css'

interface NumberFieldProps {
  label: ReactNode
  /** `link.field` of the value, to find it from checks and needs. */
  place: string
  value: number | null
  /** The core's schema of the field: unit and range. */
  schema: z.ZodType
  onValue: (value: number | null) => void
  /** Ends set by the figure it makes a pair with: never above its other. */
  ends?: Ends
  /** Shown where empty: what the design takes instead. */
  assumed?: string
  /** The same, where it is a default of the core: shown in the job’s units, with its reason behind it. */
  byDefault?: Default
  /** Shown value over kept value; 100 for percentages. */
  scale?: number
  unit?: string
  hint?: string
  /** Pasting several figures at once. */
  onPasteMany?: (text: string) => boolean
  compact?: boolean
}

/** A labelled number with its unit. Our own rather than a package's: it keeps text that is not understood, and reads units. */
export function NumberField({
  label,
  place,
  value,
  schema,
  onValue,
  ends,
  assumed: said,
  byDefault,
  scale = 1,
  unit,
  hint,
  onPasteMany,
  compact,
}: NumberFieldProps) {
  const write = useWrite()
  const rule = ruleWithin(fieldRule(schema, write), ends)
  const field = useNumberText(place, value, rule, scale, onValue)
  const id = useId()
  const shownUnit = unit ?? (scale === 100 ? '%' : rule.unit)
  // A default in another unit has no end: 4.92 ft for 1.5 m.
  const digits = rule.unit === rule.keptUnit ? 8 : 3
  const assumed = byDefault ? showNumber(Number(rule.shown(byDefault.value).toPrecision(digits)), scale) : said
  return (
    <div className={compact ? 'field field-compact' : 'field'}>
      <label htmlFor={id}>{label}</label>
      <span className={`field-box${field.message ? ' field-bad' : ''}`}>
        <input
          id={id}
          data-place={place}
          inputMode="decimal"
          autoComplete="off"
          value={field.text}
          placeholder={assumed ?? ''}
          title={byDefault && field.text === '' ? `${byDefault.why}: ${byDefault.source}` : undefined}
          className={assumed !== undefined && field.text === '' ? 'field-assumed' : ''}
          aria-invalid={field.message !== null}
          aria-describedby={field.message || hint ? `${id}-note` : undefined}
          onChange={(event) => field.type(event.target.value)}
          onBlur={field.leave}
          onFocus={(event) => event.target.select()}
          onKeyDown={(event) => event.key === 'Escape' && field.reset()}
          onPaste={(event: ClipboardEvent) => {
            if (onPasteMany?.(event.clipboardData.getData('text'))) event.preventDefault()
          }}
        />
        {shownUnit !== '' && !compact && <span className="field-unit">{shownUnit}</span>}
      </span>
      {field.message ? (
        <span className="field-note field-error" id={`${id}-note`} role="alert">
          {field.message}
        </span>
      ) : hint ? (
        <span className="field-note" id={`${id}-note`}>
          {hint}
        </span>
      ) : null}
    </div>
  )
}
