import { type CatalogueItem, itemName } from '@yard-lamp/core'
import { formatQuantity } from '@yard-lamp/core/units'
import { useWrite } from '../../store/use-write.ts'

type Battery = Extract<CatalogueItem, { kind: 'battery' }>

interface BankDrawingProps {
  item: Battery
  series: number
  parallel: number
}

/** Strings and units drawn; of a bank larger still the rest is counted. */
const MOST_STRINGS = 24
const MOST_UNITS = 40
/** Room for all units together. */
const ROOM = { width: 470, height: 250 }

/** How large units are drawn: with their figures where few stand there, as blocks where many do. */
function drawnSize(strings: number, units: number) {
  const width = Math.min(104, Math.max(12, ROOM.width / strings - (strings > 4 ? 8 : 20)))
  const height = units <= 2 ? 76 : Math.max(5, ROOM.height / units - (units > 8 ? 3 : 10))
  return {
    width,
    height,
    gap: units <= 2 ? 18 : units > 8 ? 3 : 10,
    stringGap: strings > 4 ? 8 : 20,
    figures: width >= 96 && height >= 56,
    voltage: width >= 44 && height >= 30,
  }
}

/** The bank as the units that will stand there: strings side by side, positive taken off at one end and negative at the other. */
export function BankDrawing({ item, series, parallel }: BankDrawingProps) {
  const write = useWrite()
  const strings = Math.min(parallel, MOST_STRINGS)
  const units = Math.min(series, MOST_UNITS)
  const size = drawnSize(strings, units)
  const innerWidth = strings * size.width + (strings - 1) * size.stringGap
  const width = Math.max(innerWidth + 84, 460)
  const left = (width - innerWidth) / 2
  const top = 66
  const stringHeight = units * size.height + (units - 1) * size.gap
  const bottom = top + stringHeight + 34
  const hidden = parallel > strings || series > units
  const notes = [
    `${series * parallel} × ${itemName(item)}: ${series === 1 ? 'no series' : `${series} in series`}, ${parallel === 1 ? 'one string' : `${parallel} strings in parallel`}; each ${formatQuantity(item.unitVoltageV, 'V')}, ${formatQuantity(item.capacityAh, 'Ah')}, ${write.quantity(item.weightKg, 'kg')}.`,
    parallel > 1
      ? 'Leads of equal length; positive and negative taken off at opposite ends. Join the negatives first, then the positives, string by string, fuses last.'
      : 'Join unit to unit, then the negative, then the positive, fuse last.',
    item.seriesAllowed ? '' : 'May be paralleled, never put in series.',
  ].filter(Boolean)
  return (
    <>
      <svg viewBox={`0 0 ${width} ${bottom + 34}`} role="img" aria-label={notes.join(' ')} style={{ maxHeight: 330 }}>
        <path d={`M${left - 34} 24H${left + innerWidth + 20}`} stroke="var(--clay)" strokeWidth="7" />
        <text x={left - 34} y="14" fontSize="13" fill="var(--clay)">
          + bar, taken off here
        </text>
        <path d={`M${left - 20} ${bottom}H${left + innerWidth + 34}`} stroke="var(--ink)" strokeWidth="7" />
        <text x={left + innerWidth + 34} y={bottom + 22} fontSize="13" textAnchor="end" fill="var(--ink)">
          − bar, taken off here, through the shunt
        </text>
        {Array.from({ length: strings }, (_, column) => {
          const x = left + column * (size.width + size.stringGap)
          const plus = x + Math.min(18, size.width / 4)
          const minus = x + size.width - Math.min(18, size.width / 4)
          return (
            <g key={column}>
              <path d={`M${plus} 24V${top + 4}`} stroke="var(--clay)" strokeWidth="3" fill="none" />
              <rect
                x={plus - Math.min(9, size.width / 5)}
                y="36"
                width={2 * Math.min(9, size.width / 5)}
                height="14"
                rx="2"
                fill="var(--card)"
                stroke="var(--ink)"
                strokeWidth="1.5"
              />
              {Array.from({ length: units }, (_, row) => (
                <Unit
                  key={row}
                  item={item}
                  x={x}
                  y={top + row * (size.height + size.gap)}
                  size={size}
                  last={row === units - 1}
                />
              ))}
              <path
                d={`M${minus} ${top + stringHeight - 2}V${bottom}`}
                stroke="var(--ink)"
                strokeWidth="3"
                fill="none"
              />
            </g>
          )
        })}
      </svg>
      <p className="small">
        {notes.join(' ')}
        {hidden &&
          ` Drawn: ${strings} of ${parallel} strings${units < series ? `, ${units} of ${series} units in each` : ''}.`}
      </p>
    </>
  )
}

interface UnitProps {
  item: Battery
  x: number
  y: number
  size: ReturnType<typeof drawnSize>
  last: boolean
}

function Unit({ item, x, y, size: { width, height, gap, figures, voltage }, last }: UnitProps) {
  const write = useWrite()
  const inset = Math.min(18, width / 4)
  const dot = Math.min(5, height / 3, width / 8)
  const [plus, minus] = [x + inset, x + width - inset]
  return (
    <g>
      <rect
        x={x}
        y={y}
        width={width}
        height={height}
        rx={Math.min(5, height / 4)}
        fill="var(--wash)"
        stroke="var(--ink)"
        strokeWidth={figures ? 1.6 : 1}
      />
      <circle cx={plus} cy={y + Math.min(8, height / 2)} r={dot} fill="var(--clay)" />
      {voltage && (
        <text
          x={x + width / 2}
          y={y + height / 2 + (figures ? -2 : 5)}
          textAnchor="middle"
          fontSize="14"
          fontWeight="620"
          fill="var(--ink)"
        >
          {formatQuantity(item.unitVoltageV, 'V')}
        </text>
      )}
      {figures && (
        <text x={x + width / 2} y={y + height / 2 + 16} textAnchor="middle" fontSize="13" fill="var(--soft)">
          {formatQuantity(item.capacityAh, 'Ah')} · {write.quantity(item.weightKg, 'kg')}
        </text>
      )}
      <circle cx={minus} cy={y + height - Math.min(8, height / 2)} r={dot} fill="var(--ink)" />
      {!last && (
        <path
          d={`M${minus} ${y + height - 1}L${plus} ${y + height + gap + 1}`}
          stroke="var(--ink)"
          strokeWidth={figures ? 3 : 1.5}
          fill="none"
        />
      )}
    </g>
  )
}
