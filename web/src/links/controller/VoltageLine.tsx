import { useMediaQuery } from '@mantine/hooks'
import type { Design } from '@yard-lamp/core'
import { formatQuantity } from '@yard-lamp/core/units'
import { useWrite } from '../../store/use-write.ts'

type Strings = NonNullable<Design['controller']['strings']>

interface VoltageLineProps {
  strings: Strings
  recordLowC: number | null
}

/** Units across: fewer on a telephone, so that its figures stay readable. */
const WIDTH = { wide: 900, narrow: 430 }
/** Room the name of the coldest volts takes. */
const COLD_NAME_WIDTH = 165
const EDGE = 44
const LINE_Y = 56

/** One line of volts: the controller's window, and where the string stands hot, at test conditions and at the record low. */
// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one drawing, from left to right
export function VoltageLine({ strings, recordLowC }: VoltageLineProps) {
  const write = useWrite()
  const narrow = useMediaQuery('(max-width: 560px)') ?? false
  const width = narrow ? WIDTH.narrow : WIDTH.wide
  const topV = Math.max(strings.maxInputV, strings.coldV.value) * 1.08
  const x = (volts: number) => EDGE + (volts / topV) * (width - 2 * EDGE)
  const cold = strings.coldV.value
  const over = cold >= strings.maxInputV
  const under = strings.hotV.value < strings.neededV
  const label = `The string stands at ${formatQuantity(strings.hotV.value, 'V', 1)} hot and ${formatQuantity(cold, 'V', 1)} at the record low; the window is ${formatQuantity(strings.neededV, 'V', 1)} to ${formatQuantity(strings.maxInputV, 'V')}.`
  const coldName = recordLowC === null ? 'coldest taken' : write.quantity(recordLowC, '°C')
  const above = [
    {
      key: 'hot',
      volts: strings.hotV.value,
      text: `hot ${formatQuantity(strings.hotV.value, 'V', 0)}`,
      bad: under,
      toLeft: true,
      y: LINE_Y - 31,
    },
    {
      key: 'cold',
      volts: cold,
      text: `${coldName}, open ${formatQuantity(cold, 'V', 0)}`,
      bad: over,
      toLeft: x(cold) + COLD_NAME_WIDTH > width,
      // To its left it stands above the name of the hot volts.
      y: x(cold) + COLD_NAME_WIDTH > width ? LINE_Y - 50 : LINE_Y - 31,
    },
  ]
  const working = [
    {
      key: 'working',
      volts: strings.workingV.value,
      text: `works at ${formatQuantity(strings.workingV.value, 'V', 0)}`,
      anchor: 'end' as const,
    },
    {
      key: 'open',
      volts: strings.openV.value,
      text: `open, ${write.quantity(25, '°C')} ${formatQuantity(strings.openV.value, 'V', 0)}`,
      anchor: 'start' as const,
    },
  ]
  const below = narrow ? [] : working
  return (
    <svg viewBox={`0 -10 ${width} 138`} role="img" aria-label={label}>
      <rect x={x(0)} y={LINE_Y - 13} width={x(strings.neededV) - x(0)} height="26" fill="var(--wash)" />
      <rect
        x={x(strings.neededV)}
        y={LINE_Y - 13}
        width={x(strings.maxInputV) - x(strings.neededV)}
        height="26"
        fill="var(--sun)"
      />
      <rect
        x={x(strings.maxInputV)}
        y={LINE_Y - 13}
        width={x(topV) - x(strings.maxInputV)}
        height="26"
        fill="var(--clay)"
        opacity="0.85"
      />
      <path
        d={`M${x(strings.hotV.value)} ${LINE_Y}H${x(cold)}`}
        stroke="var(--ink)"
        strokeWidth="5"
        strokeLinecap="round"
      />
      {above.map(({ key, volts, text, bad, toLeft, y }) => (
        <g key={key} fill={bad ? 'var(--clay)' : 'var(--ink)'}>
          <path
            d={`M${x(volts)} ${y + 7}V${LINE_Y + 9}`}
            stroke={bad ? 'var(--clay)' : 'var(--ink)'}
            strokeWidth="1.4"
          />
          <path d={`M${x(volts) - 7} ${LINE_Y}l7 -8 7 8 -7 8z`} />
          <text
            x={x(volts)}
            y={y}
            fontSize="16"
            fontWeight="640"
            textAnchor={toLeft ? 'end' : 'start'}
            dx={toLeft ? 8 : -8}
          >
            {text}
          </text>
        </g>
      ))}
      {below.map(({ key, volts, text, anchor }) => (
        <g key={key} fill="var(--soft)" fontSize="13.5">
          <path d={`M${x(volts)} ${LINE_Y - 6}V${LINE_Y + 26}`} stroke="var(--ink)" strokeWidth="1.4" />
          <text x={x(volts)} y={LINE_Y + 38} textAnchor={anchor} dx={anchor === 'end' ? 8 : -8}>
            {text}
          </text>
        </g>
      ))}
      <g fontSize="13.5" fill="var(--soft)">
        <path
          d={`M${x(strings.neededV)} ${LINE_Y + 13}v32M${x(strings.maxInputV)} ${LINE_Y + 13}v32`}
          stroke="var(--soft)"
        />
        <text x={x(strings.neededV)} y={LINE_Y + 62} textAnchor="middle">
          charges from {formatQuantity(strings.neededV, 'V', 0)}
        </text>
        <text x={Math.min(x(strings.maxInputV), width - 80)} y={LINE_Y + 62} textAnchor="middle">
          destroyed from {formatQuantity(strings.maxInputV, 'V')}
        </text>
        <text x={x(0)} y={LINE_Y + 62}>
          0 V
        </text>
      </g>
    </svg>
  )
}
