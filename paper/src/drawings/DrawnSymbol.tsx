import type { SymbolName, SymbolSet } from '@yard-lamp/core/diagram'
import type { Ink } from './ink.ts'

interface SymbolProps {
  symbols: SymbolSet
  name: SymbolName
  x: number
  y: number
  ink: Ink
  /** Hides the line behind it. */
  onLine?: boolean
  scale?: number
}

/** An electrotechnical symbol about a point. */
export function DrawnSymbol({ symbols, name, x, y, ink, onLine = false, scale = 1 }: SymbolProps) {
  return (
    <g transform={`translate(${x} ${y}) scale(${scale})`}>
      {onLine && <path d="M-14 0H14" style={{ stroke: ink.ground, strokeWidth: 5, fill: 'none' }} />}
      {symbols[name].map((stroke) =>
        'letter' in stroke ? (
          <text
            key={`${stroke.letter}${stroke.x}`}
            x={stroke.x}
            y={stroke.y}
            textAnchor="middle"
            style={{ fontSize: 13, fontWeight: 650, fill: ink.line, stroke: 'none' }}
          >
            {stroke.letter}
          </text>
        ) : (
          <path
            key={stroke.d}
            d={stroke.d}
            style={{
              stroke: ink.line,
              strokeWidth: 1.7,
              strokeLinecap: 'round',
              strokeLinejoin: 'round',
              fill: stroke.filled ? ink.line : stroke.d.endsWith('Z') || /A/.test(stroke.d) ? ink.ground : 'none',
              fillOpacity: stroke.filled ? 1 : 0,
            }}
          />
        ),
      )}
    </g>
  )
}
