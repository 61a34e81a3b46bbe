import { useMediaQuery } from '@mantine/hooks'
import type { FoundDesign } from '@yard-lamp/core/proof'
import { formatMoney, formatNumber } from '@yard-lamp/core/units'
import { selectDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'

/** On a page, and on a telephone, where the text stays as large. */
const BOXES = {
  wide: { width: 940, height: 260, left: 70, right: 20, top: 16, bottom: 40 },
  narrow: { width: 360, height: 300, left: 60, right: 16, top: 16, bottom: 40 },
}
/** Room for a point beside the scale. */
const POINT_PX = 12
const HOURS = 8760
/** Hours a year that go without, as the scale tells them: each line a tenth of the one below. */
const LINES = [1000, 100, 10, 1] as const

interface FrontierPictureProps {
  designs: readonly FoundDesign[]
  best: readonly FoundDesign[]
  picked: FoundDesign | null
  onPick: (design: FoundDesign) => void
}

/** Price against the hours that go without: each point a design that nothing cheaper equals. */
export function FrontierPicture({ designs, best, picked, onPick }: FrontierPictureProps) {
  const { parts } = useAppSelector(selectDesign)
  const isNarrow = useMediaQuery('(max-width: 600px)')
  const box = isNarrow ? BOXES.narrow : BOXES.wide
  const all = [...designs, ...best.filter((each) => !designs.includes(each))]
  const prices = all.map(({ price }) => price)
  const [least, most] = [Math.min(...prices), Math.max(...prices)]
  const x = (price: number) =>
    box.left + POINT_PX + ((price - least) / Math.max(1, most - least)) * (box.width - box.left - box.right - POINT_PX)
  // From a thousand hours at the foot to none at the top.
  const y = (hours: number) => {
    const gone = Math.max(0.5, Math.min(2000, (1 - hours) * HOURS))
    return (
      box.top +
      ((Math.log10(gone) - Math.log10(0.5)) / (Math.log10(2000) - Math.log10(0.5))) *
        (box.height - box.top - box.bottom)
    )
  }
  const line = designs.map(({ price, hours }, i) => `${i === 0 ? 'M' : 'L'}${x(price)} ${y(hours)}`).join('')
  const said = `From ${formatMoney(least, parts.currency)} to ${formatMoney(most, parts.currency)}: ${formatNumber((1 - Math.min(...all.map(({ hours }) => hours))) * HOURS, 0)} to ${formatNumber((1 - Math.max(...all.map(({ hours }) => hours))) * HOURS, 0)} hours a year go without.`
  return (
    <figure className={isNarrow ? 'drawing' : 'drawing drawing-wide'} style={{ margin: '10px 0' }}>
      <svg viewBox={`0 0 ${box.width} ${box.height}`} role="img" aria-label={said}>
        {LINES.map((hours) => (
          <g key={hours}>
            <path d={`M${box.left} ${y(1 - hours / HOURS)}H${box.width - box.right}`} stroke="var(--line)" />
            <text x={box.left - 6} y={y(1 - hours / HOURS) + 4} textAnchor="end" fontSize="12" fill="var(--soft)">
              {formatNumber(hours)} h
            </text>
          </g>
        ))}
        <path d={line} fill="none" stroke="var(--series-1)" strokeWidth="2" />
        {all.map((each) => (
          <circle
            key={`${each.label} ${best.includes(each)}`}
            cx={x(each.price)}
            cy={y(each.hours)}
            r={each === picked ? 8 : 6}
            fill={best.includes(each) ? 'var(--moss)' : each.carried ? 'var(--series-1)' : 'var(--card)'}
            stroke={each === picked ? 'var(--lamp)' : 'var(--series-1)'}
            strokeWidth="2"
            onPointerDown={() => onPick(each)}
          >
            <title>{each.label}</title>
          </circle>
        ))}
        {[least, most].map((price, i) => (
          <text
            key={price}
            x={x(price)}
            y={box.height - 12}
            textAnchor={i === 0 ? 'start' : 'end'}
            fontSize="12"
            fill="var(--soft)"
          >
            {formatMoney(price, parts.currency)}
          </text>
        ))}
      </svg>
      <figcaption className="small">
        <b>{said}</b> Hours without upward to none, on a scale of tenths; filled points carry what is asked, the green
        ones are the cheapest on the whole.
      </figcaption>
    </figure>
  )
}
