import type { AnyMethod, Step } from '@yard-lamp/core'
import { figureOf, filled, symbolOf } from '@yard-lamp/core/report'
import { rich } from '../sheet/rich.tsx'
import { useWrite } from '../store/use-write.ts'

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
          <div className="formula-symbols">{rich(filled(line, (key) => symbolOf(method, key)))}</div>
          <div className="formula-numbers">{rich(filled(line, (key) => figureOf(method, step, key, write)))}</div>
        </div>
      ))}
    </div>
  )
}
