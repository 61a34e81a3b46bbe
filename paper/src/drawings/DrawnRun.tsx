import type { Diagram, DiagramMark, DiagramRun, DiagramWay, SymbolSet } from '@yard-lamp/core/diagram'
import { WAY_HEIGHT } from '@yard-lamp/core/diagram'
import type { ReactNode } from 'react'
import { DrawnSymbol } from './DrawnSymbol.tsx'
import type { Ink } from './ink.ts'
import { Found, type Mark, Words } from './Words.tsx'

interface ChoosableProps {
  title: string
  isOn: boolean
  onSelect: (() => void) | undefined
  children: ReactNode
}

/** A circuit that leads to its row; on paper only what it is. */
function Choosable({ title, isOn, onSelect, children }: ChoosableProps) {
  if (!onSelect) return <g>{children}</g>
  return (
    <g
      className={`diagram-run${isOn ? ' diagram-on' : ''}`}
      role="button"
      tabIndex={0}
      aria-pressed={isOn}
      aria-label={title}
      onClick={onSelect}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return
        event.preventDefault()
        onSelect()
      }}
    >
      <title>{title}</title>
      {children}
    </g>
  )
}

interface OnDrawing {
  ink: Ink
  mark: Mark | undefined
  isOn: boolean
  onSelect: ((circuitId: string) => void) | undefined
}

/** A run with what stands in it, its size and its length. */
export function Run({ run, diagram, ink, mark, isOn, onSelect }: OnDrawing & { run: DiagramRun; diagram: Diagram }) {
  const d = `M${run.corners.map((corner) => corner.join(' ')).join('L')}`
  const bad = run.lacks !== ''
  const { textX, textY } = run
  return (
    <Choosable
      title={`${run.title}: ${run.cable}, ${run.run}${bad ? `, ${run.lacks}` : ''}`}
      isOn={isOn}
      onSelect={onSelect && (() => onSelect(run.circuitId))}
    >
      {onSelect && <path d={d} className="diagram-hit" />}
      <path
        d={d}
        style={{ stroke: bad ? ink.bad : isOn ? ink.chosen : ink.line, strokeWidth: isOn ? 4.5 : 2.4, fill: 'none' }}
      />
      {run.marks.map((mark) => (
        <InRun key={`${mark.symbol}${mark.x}`} mark={mark} symbols={diagram.symbols} ink={ink} />
      ))}
      <Words x={textX} y={textY - 24} ink={ink} anchor="middle" bold={isOn}>
        {run.cable}
      </Words>
      <Words x={textX} y={textY + 42} ink={ink} anchor="middle" soft={!bad} bad={bad} size={13.5}>
        {bad ? run.lacks : run.run}
      </Words>
      {mark && <Found x={textX} y={textY - 46} ink={ink} mark={mark} />}
    </Choosable>
  )
}

/** What stands in a run, or hangs on it: its symbol, with its designation and rating below it or beside it. */
function InRun({ mark, symbols, ink }: { mark: DiagramMark; symbols: SymbolSet; ink: Ink }) {
  const { symbol, x, y, text, title, hangs } = mark
  return (
    <g>
      <title>{title}</title>
      <DrawnSymbol
        symbols={symbols}
        name={symbol}
        x={x}
        y={hangs ? y + 14 : y}
        ink={ink}
        onLine={!hangs}
        scale={hangs ? 0.85 : 1}
      />
      <Words x={hangs ? x + 11 : x} y={y + 24} ink={ink} anchor={hangs ? 'start' : 'middle'} size={13.5}>
        {text}
      </Words>
    </g>
  )
}

/** A way of a board. */
export function Way({ way, ink, mark, isOn, onSelect }: OnDrawing & { way: DiagramWay }) {
  const { x, y, width } = way
  const bad = way.lacks !== ''
  const name = way.name.length > MOST_NAME_LETTERS ? `${way.name.slice(0, MOST_NAME_LETTERS - 1)}…` : way.name
  return (
    <Choosable title={`${way.title}: ${way.text}`} isOn={isOn} onSelect={onSelect && (() => onSelect(way.circuitId))}>
      <rect
        x={x}
        y={y}
        width={width}
        height={WAY_HEIGHT}
        className="diagram-way"
        style={{
          fill: ink.ground,
          stroke: bad ? ink.bad : isOn ? ink.chosen : ink.soft,
          strokeWidth: isOn ? 2.5 : 0.8,
        }}
      />
      <Words x={x + 8} y={y + 18} ink={ink} bold={isOn}>
        {name}
      </Words>
      <Words x={x + 8} y={y + 35} ink={ink} soft={!bad} bad={bad} size={13}>
        {way.text}
      </Words>
      {mark && <Found x={x + width - 14} y={y + 14} ink={ink} mark={mark} />}
    </Choosable>
  )
}
const MOST_NAME_LETTERS = 26
