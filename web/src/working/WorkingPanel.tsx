import { CloseButton } from '@mantine/core'
import {
  type AnyMethod,
  influencesOn,
  isKnown,
  isUnsettled,
  type Known,
  methodOf,
  quantityMeta,
  type Step,
  stepAt,
} from '@yard-lamp/core'
import { formatNumber, type Writer } from '@yard-lamp/core/units'
import { useEffect, useMemo, useRef } from 'react'
import { useGoTo } from '../checks/use-go-to.ts'
import { selectDesign } from '../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { useWhenIdle } from '../store/use-when-idle.ts'
import { useWrite } from '../store/use-write.ts'
import { workingOpened } from '../store/view-slice.ts'
import { FormulaLines } from './FormulaLines.tsx'
import './working.css'

/** The working of one figure: formula in symbols and in numbers, where each number came from, the source, what moves it most. */
export function WorkingPanel() {
  const working = useAppSelector((state) => state.view.working)
  const { steps } = useAppSelector(selectDesign)
  const dispatch = useAppDispatch()
  const panel = useRef<HTMLElement>(null)
  const step = working ? stepAt(steps, working.step) : undefined
  useEffect(() => {
    if (working) panel.current?.focus()
  }, [working])
  if (!working || !step) return null
  const method = methodOf(step.methodId)
  return (
    <aside
      ref={panel}
      className="working"
      tabIndex={-1}
      aria-label={`Working: ${method.title}`}
      onKeyDown={(event) => event.key === 'Escape' && dispatch(workingOpened(null))}
    >
      <div className="working-head">
        <h2>
          {step.subject !== '' && <span className="working-subject">{step.subject}</span>}
          {method.title}
        </h2>
        <CloseButton aria-label="Close the working" onClick={() => dispatch(workingOpened(null))} />
      </div>
      <FormulaLines method={method} step={step} highlight={working.key} />
      <InputTable method={method} step={step} />
      <Movers step={step} outputKey={working.key} method={method} />
      <p className="small soft">{method.notes}</p>
      <p className="small soft">
        <b>Source:</b> {method.source}. <code>{method.id}</code>
      </p>
    </aside>
  )
}

interface Row {
  readonly key: string
  readonly label: string
  readonly unit: string
  readonly figure: Known<unknown>
}

function InputTable({ method, step }: { method: AnyMethod; step: Step }) {
  const write = useWrite()
  const dispatch = useAppDispatch()
  return (
    <table className="working-inputs">
      <tbody>
        {rowsOf(method, step).map((row) => (
          <tr key={row.key}>
            <th scope="row">{row.label}</th>
            <td className="number">
              <span className={isUnsettled(row.figure) ? 'assumed' : ''}>
                {showInput(row.figure.value, row.unit, write)}
              </span>
            </td>
            <td className="soft">
              {row.figure.step !== undefined && row.figure.key !== undefined ? (
                <button
                  type="button"
                  className="figure"
                  onClick={() => dispatch(workingOpened({ step: row.figure.step ?? '', key: row.figure.key ?? '' }))}
                >
                  {row.figure.from}
                </button>
              ) : (
                `${row.figure.origin}: ${row.figure.from}`
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

/** Most rows of a long list that are shown; the rest is counted. */
const MOST_ROWS = 40

function rowsOf(method: AnyMethod, step: Step): Row[] {
  return Object.entries(step.inputs).flatMap(([key, value]) => {
    const meta = quantityMeta(method.inputs.shape[key] as never)
    const label = meta?.label ?? (method.inputs.shape[key]?.meta() as { label?: string } | undefined)?.label ?? key
    if (isKnown(value)) return [{ key, label, unit: meta?.unit ?? '', figure: value }]
    return nested(value)
      .slice(0, MOST_ROWS)
      .map(([path, figure]) => ({
        key: `${key}.${path}`,
        label: /^\d+$/.test(path) ? figure.from : path.replace(/^\d+\./, ''),
        unit: meta?.unit ?? '',
        figure,
      }))
  })
}

function nested(value: unknown, path = ''): [string, Known<unknown>][] {
  if (isKnown(value)) return [[path, value]]
  if (value === null || typeof value !== 'object') return []
  return Object.entries(value).flatMap(([key, inner]) => nested(inner, path === '' ? key : `${path}.${key}`))
}

function showInput(value: unknown, unit: string, write: Writer): string {
  if (typeof value === 'number') return write.quantity(value, unit)
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'string') return value
  if (Array.isArray(value) && value.every((each) => typeof each === 'number'))
    return value.map((each) => write.number(each as number, unit, 2)).join('  ')
  if (Array.isArray(value))
    return value
      .map((each) =>
        Object.values(each as object)
          .map((part) => (typeof part === 'number' ? formatNumber(part) : String(part)))
          .join(' → '),
      )
      .join(', ')
  return '–'
}

/** A difference between two figures: of temperatures it is counted in degrees, not on the scale. */
/** Some digit that is not nought. */
const SEEN = /[1-9]/

const changeText = (change: number, unit: string, write: Writer): string =>
  write.quantity(change, unit === '°C' ? 'K' : unit)

/** Which assumption moves the figure most. */
function Movers({ step, outputKey, method }: { step: Step; outputKey: string; method: AnyMethod }) {
  const write = useWrite()
  const goTo = useGoTo()
  const design = useWhenIdle(useAppSelector(selectDesign))
  const { address } = step
  const influences = useMemo(() => influencesOn(design, address, outputKey), [design, address, outputKey])
  const unit = quantityMeta(method.outputs.shape[outputKey] as never)?.unit ?? ''
  const movers = influences.slice(0, 3).flatMap((mover) => {
    const moved = changeText(Math.abs(mover.change), unit, write)
    return SEEN.test(moved) ? [{ ...mover, moved }] : []
  })
  if (influences.length > 0 && movers.length === 0)
    return <p className="small">No assumption behind it moves it by as much as is shown.</p>
  if (movers.length === 0)
    return (
      <p className="small">
        It rests on no assumption: every figure behind it was entered, measured or taken from a sheet or table.
      </p>
    )
  const labelOf = (methodId: string, input: string) => {
    const key = input.split('.').at(-1) ?? input
    return quantityMeta(methodOf(methodId).inputs.shape[input.split('.')[0] ?? ''] as never)?.label ?? key
  }
  return (
    <div className="working-movers">
      <p className="small">
        <b>Assumption that moves it most</b>
      </p>
      <ol className="small">
        {movers.map((mover) => (
          <li key={`${mover.methodId}${mover.input}${mover.from}`}>
            <span className="assumed">{labelOf(mover.methodId, mover.input)}</span> ({mover.from}): a tenth{' '}
            {mover.scale > 1 ? 'more' : 'less'} makes it {mover.moved} {mover.change > 0 ? 'more' : 'less'}
            {mover.place !== null && (
              <>
                {' '}
                <button type="button" className="pick" onClick={() => goTo(mover.place ?? '')}>
                  enter it
                </button>
              </>
            )}
          </li>
        ))}
      </ol>
    </div>
  )
}
