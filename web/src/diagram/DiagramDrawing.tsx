import type { Severity } from '@yard-lamp/core'
import type { Diagram, DiagramMark, DiagramPart, DiagramRun, DiagramWay, SymbolSet } from '@yard-lamp/core/diagram'
import { BUS_WIDTH, WAY_HEIGHT } from '@yard-lamp/core/diagram'
import type { ReactNode } from 'react'
import { DrawnSymbol } from './DrawnSymbol.tsx'
import { DRAWING_FONT, type Ink } from './ink.ts'

/** What was found at a part, by circuit, unit or bond. */
export type Marked = ReadonlyMap<string, { readonly severity: Severity; readonly message: string }>

interface DiagramDrawingProps {
  diagram: Diagram
  ink: Ink
  marked?: Marked
  /** On screen only: what is chosen, and what choosing and unfolding do. */
  selected?: string | null
  onSelect?: (circuitId: string) => void
  onFold?: (key: string) => void
}

/** The one-line drawing: lines first, then what stands on them. */
export function DiagramDrawing({
  diagram,
  ink,
  marked = NOTHING,
  selected = null,
  onSelect,
  onFold,
}: DiagramDrawingProps) {
  const { parts, runs, ways, bars, captions, earth } = diagram
  return (
    <g style={{ fontFamily: DRAWING_FONT, fill: ink.line }}>
      {captions.map(({ text, x, y }) => (
        <Words key={`${x} ${y}`} x={x} y={y} ink={ink} soft>
          {text}
        </Words>
      ))}
      {runs.map((run) => (
        <Run
          key={run.circuitId}
          run={run}
          diagram={diagram}
          ink={ink}
          mark={marked.get(run.circuitId)}
          isOn={selected === run.circuitId}
          onSelect={onSelect}
        />
      ))}
      {bars.map(({ unitId, designation, name, x, top, bottom }) => (
        <g key={unitId}>
          <title>{name}</title>
          <rect x={x} y={top} width={BUS_WIDTH} height={bottom - top} style={{ fill: ink.line }} />
          <Words x={x + BUS_WIDTH / 2} y={top - 7} ink={ink} soft anchor="middle" size={13}>
            {designation}
          </Words>
        </g>
      ))}
      {ways.map((way) => (
        <Way
          key={way.circuitId}
          way={way}
          ink={ink}
          mark={marked.get(way.circuitId)}
          isOn={selected === way.circuitId}
          onSelect={onSelect}
        />
      ))}
      {parts.map((part) => (
        <Part
          key={part.key}
          part={part}
          diagram={diagram}
          ink={ink}
          mark={part.unitIds.map((id) => marked.get(id)).find((each) => each !== undefined)}
          onFold={onFold}
        />
      ))}
      {earth && <Earth earth={earth} diagram={diagram} ink={ink} marked={marked} />}
    </g>
  )
}
const NOTHING: Marked = new Map()

interface WordsProps {
  x: number
  y: number
  ink: Ink
  children: ReactNode
  anchor?: 'start' | 'middle' | 'end'
  soft?: boolean
  bold?: boolean
  bad?: boolean
  size?: number
}

function Words({
  x,
  y,
  ink,
  children,
  anchor = 'start',
  soft = false,
  bold = false,
  bad = false,
  size = 13,
}: WordsProps) {
  return (
    <text
      x={x}
      y={y}
      textAnchor={anchor}
      style={{ fontSize: size, fontWeight: bold ? 650 : 400, fill: bad ? ink.bad : soft ? ink.soft : ink.line }}
    >
      {children}
    </text>
  )
}

/** A triangle with what was found behind it. */
function Found({ x, y, ink, mark }: { x: number; y: number; ink: Ink; mark: { severity: Severity; message: string } }) {
  return (
    <g>
      <title>{mark.message}</title>
      <path
        d={`M${x} ${y - 9}L${x + 9} ${y + 7}H${x - 9}Z`}
        style={{
          fill: mark.severity === 'danger' ? ink.bad : ink.ground,
          stroke: mark.severity === 'advice' ? ink.soft : ink.bad,
          strokeWidth: 2,
          strokeLinejoin: 'round',
        }}
      />
    </g>
  )
}

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
  mark: { severity: Severity; message: string } | undefined
  isOn: boolean
  onSelect: ((circuitId: string) => void) | undefined
}

function Run({ run, diagram, ink, mark, isOn, onSelect }: OnDrawing & { run: DiagramRun; diagram: Diagram }) {
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

function Way({ way, ink, mark, isOn, onSelect }: OnDrawing & { way: DiagramWay }) {
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

interface PartProps {
  part: DiagramPart
  diagram: Diagram
  ink: Ink
  mark: { severity: Severity; message: string } | undefined
  onFold: ((key: string) => void) | undefined
}

function Part({ part, diagram, ink, mark, onFold }: PartProps) {
  const { key, x, y, width, height, symbol, name, designation, rating, alike, isUnfolded, earthedBy } = part
  const narrow = width < 90
  return (
    <g>
      <rect
        x={x}
        y={y}
        width={width}
        height={height}
        rx={5}
        style={{ fill: ink.box, stroke: ink.line, strokeWidth: 1.6 }}
      />
      <DrawnSymbol
        symbols={diagram.symbols}
        name={symbol}
        x={narrow ? x + width / 2 : x + 24}
        y={y + (narrow ? 34 : 25)}
        ink={ink}
        scale={0.86}
      />
      <Words x={x + 2} y={y - 6} ink={ink} soft size={13}>
        {designation}
      </Words>
      {narrow ? (
        <Words x={x + width / 2} y={y + 13} ink={ink} anchor="middle" size={13}>
          {name}
        </Words>
      ) : (
        <>
          <Words x={x + 47} y={y + 22} ink={ink} bold size={14.5}>
            {name}
          </Words>
          <Words x={x + 9} y={y + 53} ink={ink} size={13.5}>
            {rating}
          </Words>
        </>
      )}
      {earthedBy.length > 0 && (
        <>
          <DrawnSymbol
            symbols={diagram.symbols}
            name="earth"
            x={x + width - 14}
            y={y + height + 9}
            ink={ink}
            scale={0.62}
          />
          <Words x={x + width - 28} y={y + height + 14} ink={ink} anchor="end" soft size={12.5}>
            {earthedBy.join(', ')}
          </Words>
        </>
      )}
      {alike.length > 1 && onFold && (
        <g
          className="diagram-fold"
          role="button"
          tabIndex={0}
          aria-expanded={isUnfolded}
          aria-label={`${isUnfolded ? 'Fold' : 'Unfold'} ${alike.length} ${name.toLowerCase()}`}
          onClick={() => onFold(key)}
          onKeyDown={(event) => {
            if (event.key !== 'Enter' && event.key !== ' ') return
            event.preventDefault()
            onFold(key)
          }}
        >
          <title>{isUnfolded ? 'Fold' : `Tell all ${alike.length} one by one`}</title>
          <rect x={x} y={y + height + 4} width={24} height={20} rx={4} />
          <path
            d={isUnfolded ? 'M-5 3L0-2L5 3' : 'M-5-2L0 3L5-2'}
            transform={`translate(${x + 12} ${y + height + 14})`}
            style={{ stroke: ink.line, strokeWidth: 1.8, fill: 'none' }}
          />
        </g>
      )}
      {isUnfolded &&
        alike.map((line, i) => (
          <Words key={line} x={x + 8} y={y + height + 44 + i * ALIKE_STEP} ink={ink} size={13.5}>
            {line}
          </Words>
        ))}
      {mark && <Found x={x + width - 12} y={y - 6} ink={ink} mark={mark} />}
    </g>
  )
}
const ALIKE_STEP = 22

function Earth({
  earth,
  diagram,
  ink,
  marked,
}: {
  earth: NonNullable<Diagram['earth']>
  diagram: Diagram
  ink: Ink
  marked: Marked
}) {
  const { y, x1, x2, taps, electrode } = earth
  const found = (bondId: string, x: number) => {
    const mark = marked.get(bondId)
    return mark ? <Found x={x - 60} y={y - 16} ink={ink} mark={mark} /> : null
  }
  return (
    <g>
      <Words x={x1} y={y - 24} ink={ink} soft>
        earth bar
      </Words>
      <path d={`M${x1} ${y}H${x2}`} style={{ stroke: ink.line, strokeWidth: 4 }} />
      {taps.map(({ bondId, x, text, name, leftOut }) => (
        <g key={bondId}>
          <path
            d={`M${x} ${y}V${y + 12}`}
            style={{
              stroke: leftOut ? ink.bad : ink.line,
              strokeWidth: 2,
              strokeDasharray: leftOut ? '3 3' : undefined,
            }}
          />
          <Words x={x} y={y + 29} ink={ink} anchor="middle" bad={leftOut} size={13.5}>
            {leftOut ? `${text}: left out` : text}
          </Words>
          <Words x={x} y={y + 47} ink={ink} anchor="middle" soft size={13}>
            {name}
          </Words>
          {found(bondId, x)}
        </g>
      ))}
      {electrode && (
        <g>
          <path d={`M${x2} ${y}V${y + 8}`} style={{ stroke: ink.line, strokeWidth: 2 }} />
          <DrawnSymbol symbols={diagram.symbols} name={electrode.symbol} x={x2} y={y + 20} ink={ink} />
          <Words x={x2 + 20} y={y + 10} ink={ink} size={13.5}>
            {electrode.text}
          </Words>
          <Words x={x2 + 20} y={y + 26} ink={ink} soft size={13}>
            {electrode.name}
          </Words>
          {found(electrode.bondId, x2)}
        </g>
      )}
    </g>
  )
}
