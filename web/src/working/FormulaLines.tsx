import { type AnyMethod, bare, quantityMeta, type Step } from '@yard-lamp/core'
import { formatNumber, type Writer, writerOf } from '@yard-lamp/core/units'
import { Fragment, type ReactNode } from 'react'
import { useWrite } from '../store/use-write.ts'

const METHOD_UNITS = writerOf('metric')

interface FormulaLinesProps {
  method: AnyMethod
  step: Step
  /** Output whose line is set out. */
  highlight: string
}

/**
 * Each line of a method's formula twice: in symbols, and with this job's numbers. These are in the units the formula is
 * written for, its constants being in them; a job in other units has its own beside.
 */
export function FormulaLines({ method, step, highlight }: FormulaLinesProps) {
  const write = useWrite()
  return (
    <div className="working-formula">
      {method.formula.map((line) => (
        <div key={line} className={line.startsWith(`{${highlight}}`) ? 'formula formula-on' : 'formula'}>
          <div className="formula-symbols">{fill(line, (key) => symbolOf(method, key))}</div>
          <div className="formula-numbers">{fill(line, (key) => numberOf(method, step, key, write))}</div>
        </div>
      ))}
    </div>
  )
}

/** Puts something in the place of each `{key}` of a line. */
function fill(line: string, of: (key: string) => ReactNode): ReactNode[] {
  const parts = line.split(/\{(\w+)\}/)
  return parts.map((part, i) => <Fragment key={i}>{i % 2 === 0 ? part : of(part)}</Fragment>)
}

const schemaOf = (method: AnyMethod, key: string) => (method.inputs.shape[key] ?? method.outputs.shape[key]) as never

/** "E_bus" as E with a small bus below. */
function symbolOf(method: AnyMethod, key: string): ReactNode {
  const symbol = quantityMeta(schemaOf(method, key))?.symbol || key
  const [head, ...below] = symbol.split('_')
  return (
    <i>
      {head}
      {below.length > 0 && <sub>{below.join(' ')}</sub>}
    </i>
  )
}

function numberOf(method: AnyMethod, step: Step, key: string, write: Writer): ReactNode {
  const value = key in step.outputs ? step.outputs[key]?.value : bare(step.inputs[key])
  const meta = quantityMeta(schemaOf(method, key))
  if (typeof value === 'number') {
    const unit = meta?.unit ?? ''
    return (
      <>
        <b>{METHOD_UNITS.quantity(value, unit)}</b>
        {write.unit(unit) !== unit && <span className="soft"> ({write.quantity(value, unit)})</span>}
      </>
    )
  }
  if (Array.isArray(value)) return <span className="soft">({value.length} figures)</span>
  if (typeof value === 'string') return <b>{value}</b>
  if (value === undefined) return <span className="soft">{defaultText(method, key)}</span>
  if (value === null) return <b>none</b>
  return <span className="soft">(list)</span>
}

/** What a method takes for an input nobody gave. */
function defaultText(method: AnyMethod, key: string): string {
  const schema = method.inputs.shape[key]
  const taken = schema?.safeParse(undefined)
  return taken?.success && typeof taken.data === 'number' ? formatNumber(taken.data) : 'not given'
}
