import type { Diagram, DiagramPart } from '@yard-lamp/core/diagram'
import { DrawnSymbol } from './DrawnSymbol.tsx'
import type { Ink } from './ink.ts'
import { Found, type Mark, Words } from './Words.tsx'

interface PartProps {
  part: DiagramPart
  diagram: Diagram
  ink: Ink
  mark: Mark | undefined
  onFold: ((key: string) => void) | undefined
}

/** As large as any name, or as small as fits. */
const fitting = (text: string, room: number): number => Math.max(11.5, Math.min(14.5, room / (text.length * 0.5)))

/** A unit, or several alike, told one by one below where a person unfolds them. */
export function Part({ part, diagram, ink, mark, onFold }: PartProps) {
  const { key, x, y, width, height, symbol, name, designation, rating, alike, alikeY, isUnfolded, earthedBy } = part
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
          <Words x={x + 47} y={y + 22} ink={ink} bold size={fitting(name, width - 52)}>
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
          <Words key={line} x={x + 8} y={alikeY + 16 + i * ALIKE_STEP} ink={ink} size={13.5}>
            {line}
          </Words>
        ))}
      {mark && <Found x={x + width - 12} y={y - 6} ink={ink} mark={mark} />}
    </g>
  )
}
const ALIKE_STEP = 22
