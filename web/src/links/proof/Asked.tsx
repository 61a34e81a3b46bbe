import { askedText, RELIABILITY, type WorkedYear, wilsonInterval } from '@yard-lamp/core/proof'
import { formatNumber } from '@yard-lamp/core/units'

/** What the brief asks, thing by thing, and how sure so few years make it. */
export function Asked({ worked }: { worked: WorkedYear }) {
  const { askedFor, asked, years } = worked
  const held = years.filter(({ unmetHours }) => unmetHours < 0.5).length
  const [low, high] = wilsonInterval(held, years.length)
  return (
    <div className="asked">
      <p>
        <b>{RELIABILITY[asked.kind].title}:</b>{' '}
        {askedFor.length === 0
          ? 'nothing is asked of the year.'
          : askedFor.map((each, i) => (
              <span key={each.what} className={each.met ? 'asked-met' : 'asked-missed'}>
                {i > 0 && ' '}
                {each.met ? '● ' : '△ '}
                {askedText(each, worked)}
              </span>
            ))}
      </p>
      <p className="small">
        Nothing is missed in {formatNumber(held)} of {formatNumber(years.length)} years drawn from the months of the
        site. So few leave it open: of a hundred such years it would be between {formatNumber(100 * low, 0)} and{' '}
        {formatNumber(100 * high, 0)}, nine times in ten.
      </p>
    </div>
  )
}
