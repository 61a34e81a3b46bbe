import type { Diagram } from '@yard-lamp/core/diagram'
import { DrawnSymbol } from './DrawnSymbol.tsx'
import type { Ink } from './ink.ts'
import { Found, type Mark, Words } from './Words.tsx'

/** The earth bar with what hangs on it. */
export function Earth({
  earth,
  diagram,
  ink,
  marked,
}: {
  earth: NonNullable<Diagram['earth']>
  diagram: Diagram
  ink: Ink
  marked: ReadonlyMap<string, Mark>
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
