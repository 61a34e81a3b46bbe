import {
  expectedText,
  type Field,
  fieldSchema,
  figureText,
  type Reading,
  type Step,
  type Values,
  verdictOf,
  verdictText,
} from '@yard-lamp/core/build'
import type { Writer } from '@yard-lamp/core/units'
import { useId } from 'react'
import { fieldRule, readNumber } from '../../fields/text.ts'

/** Figures of what was typed; a sentence for the first that is no figure. */
export function readTexts(
  fields: readonly Field[],
  texts: Readonly<Record<string, string>>,
  write: Writer,
): { readonly values: Values; readonly wrong: string } {
  const values: Record<string, number> = {}
  let wrong = ''
  for (const field of fields) {
    const read = readNumber(texts[field.id] ?? '', fieldRule(fieldSchema(field), write))
    if (!read.ok) wrong ||= `${field.label}: ${read.message}`
    else if (read.value !== null) values[field.id] = read.value
  }
  return { values, wrong }
}

interface MeasuresProps {
  step: Step
  readings: readonly Reading[]
  typed: Readonly<Record<string, string>>
  write: Writer
  onType: (fieldId: string, text: string) => void
}

/** What is read, each beside what it should be; what follows from it without being typed stands below. */
export function Measures({ step, readings, typed, write, onType }: MeasuresProps) {
  if (readings.length === 0) return null
  return (
    <div className="build-measures">
      {readings.map((reading) => {
        const field = step.fields.find(({ id }) => id === reading.id)
        return field ? (
          <Measure
            key={reading.id}
            field={field}
            reading={reading}
            text={typed[field.id] ?? ''}
            write={write}
            onText={(text) => onType(field.id, text)}
          />
        ) : (
          <Derived key={reading.id} reading={reading} write={write} />
        )
      })}
    </div>
  )
}

interface MeasureProps {
  field: Field
  reading: Reading
  text: string
  write: Writer
  onText: (text: string) => void
}

function Measure({ field, reading, text, write, onText }: MeasureProps) {
  const id = useId()
  const rule = fieldRule(fieldSchema(field), write)
  const parsed = readNumber(text, rule)
  const verdict = verdictOf(reading)
  const isBad = !parsed.ok || verdict === 'low' || verdict === 'high'
  const expected = expectedText(reading, write)
  const maySign = field.unit === 'V' || field.unit === 'A'
  return (
    <div className="build-measure">
      <label htmlFor={id}>
        {field.label}
        {field.optional && <span> if it can be read</span>}
      </label>
      <span className={`build-box${isBad ? ' build-out' : ''}`}>
        {maySign && (
          <button
            type="button"
            aria-label={`Change the sign of ${field.label}`}
            onClick={() => onText(/^[-−]/.test(text) ? text.slice(1) : `−${text}`)}
          >
            ±
          </button>
        )}
        <input
          id={id}
          inputMode="decimal"
          autoComplete="off"
          value={text}
          aria-invalid={isBad}
          aria-describedby={`${id}-expected`}
          onChange={(event) => onText(event.target.value)}
        />
        <span>{rule.unit}</span>
      </span>
      <p className="build-expected" id={`${id}-expected`}>
        {expected !== '' && (
          <>
            expected <b>{expected}</b>
            {reading.isPlanning && ' (planning)'}
          </>
        )}
        {reading.from !== '' && <span>{reading.from}</span>}
      </p>
      <p className={`build-verdict${isBad ? ' build-bad' : ''}`} aria-live="polite">
        {parsed.ok ? verdictText(reading, write) : parsed.message}
      </p>
    </div>
  )
}

function Derived({ reading, write }: { reading: Reading; write: Writer }) {
  const verdict = verdictOf(reading)
  const isBad = verdict === 'low' || verdict === 'high'
  return (
    <div className="build-measure build-derived">
      <span>{reading.label}</span>
      <strong className={isBad ? 'build-bad' : ''}>
        {reading.value === null ? 'not known yet' : figureText(reading, reading.value, write)}
      </strong>
      <p className="build-expected">
        expected <b>{expectedText(reading, write) || '–'}</b>
        <span>{reading.from}</span>
      </p>
      <p className={`build-verdict${isBad ? ' build-bad' : ''}`} aria-live="polite">
        {verdictText(reading, write)}
      </p>
    </div>
  )
}
