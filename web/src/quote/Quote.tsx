import type { PaperOption, QuotePaper } from '@yard-lamp/core/report'
import { formatNumber, formatPercent } from '@yard-lamp/core/units'

/** The offer as it is handed over: options side by side, what is in it and what is not, sums, payments, signatures. */
export function Quote({ content }: { content: QuotePaper }) {
  const { title, place, number, seller, customer, date, validUntil, options, chosen, leadDays } = content
  const open = options.filter((each) => each.open.length > 0)
  return (
    <main className="sheet quote">
      <header className="quote-head">
        <div>
          <h1>Quote{number === '' ? '' : ` ${number}`}</h1>
          <p className="quote-title">
            {title}
            {place !== '' && <span className="soft"> · {place}</span>}
          </p>
        </div>
        <address>
          {seller.length === 0 ? (
            <span className="quote-blank">Seller</span>
          ) : (
            seller.map((line) => <div key={line}>{line}</div>)
          )}
        </address>
      </header>
      <section className="quote-to">
        <div>
          <h3>For</h3>
          <address>
            {customer.length === 0 ? (
              <span className="quote-blank">Name and address of the customer</span>
            ) : (
              customer.map((line) => <div key={line}>{line}</div>)
            )}
          </address>
        </div>
        <dl>
          <dt>Date</dt>
          <dd>{date}</dd>
          <dt>Valid until</dt>
          <dd>{validUntil}</dd>
          {leadDays !== null && (
            <>
              <dt>Parts are here</dt>
              <dd>{formatNumber(leadDays)} days after the order</dd>
            </>
          )}
        </dl>
      </section>
      {open.length > 0 && (
        <section className="sheet-stop">
          <h2>Not an offer yet</h2>
          {open.map((each) => (
            <p key={each.id}>
              {each.name}: {each.open.join(', ')}.
            </p>
          ))}
        </section>
      )}
      <SideBySide content={content} />
      <Scope content={content} />
      <Payments content={content} />
      <section className="quote-sign">
        <p>
          Accepted{options.length > 1 ? ', option ' : ': '}
          {options.length > 1 ? <i className="quote-line quote-line-short" /> : chosen.name}
        </p>
        <div>
          <i className="quote-line" />
          <span className="small soft">Place, date, name, signature of the customer</span>
        </div>
        <div>
          <i className="quote-line" />
          <span className="small soft">Place, date, name, signature of the seller</span>
        </div>
      </section>
      <footer>
        The work follows the wiring rules in force at the place and is done or signed off by those licensed there.
        Yields and days without sun are planned figures, not a guarantee of the weather.
      </footer>
    </main>
  )
}

function SideBySide({ content: { options, chosen, currency } }: { content: QuotePaper }) {
  const labels = [...new Set(options.flatMap(({ gives }) => gives.map(({ label }) => label)))]
  const sums: readonly (readonly [label: string, of: (each: PaperOption['sums']) => number | null])[] = [
    ['Parts', ({ parts }) => parts],
    ['Work', ({ work }) => work],
    ['Further lines', ({ added }) => added],
    ['Before tax', ({ net }) => net],
    ['Tax', ({ tax }) => tax],
  ]
  const shown = sums.filter(([, of]) => options.some(({ sums: each }) => of(each) !== null))
  return (
    <section>
      <h2>{options.length > 1 ? 'What may be built' : 'What is built'}</h2>
      <table className="quote-options">
        {options.length > 1 && (
          <thead>
            <tr>
              <th>
                <span className="visually-hidden">What</span>
              </th>
              {options.map(({ id, name }) => (
                <th key={id}>
                  {name}
                  {id === chosen.id && <span className="soft"> (recommended)</span>}
                </th>
              ))}
            </tr>
          </thead>
        )}
        <tbody>
          {labels.map((label) => (
            <tr key={label}>
              <th scope="row">{label}</th>
              {options.map(({ id, gives }) => (
                <td key={id}>{gives.find((each) => each.label === label)?.text ?? '–'}</td>
              ))}
            </tr>
          ))}
          {shown.map(([label, of]) => (
            <tr key={label} className="quote-sum">
              <th scope="row">
                {label}
                {label === 'Tax' && ` ${formatPercent(chosen.taxFraction)}`}
              </th>
              {options.map((each) => (
                <td key={each.id}>
                  <span className="quote-money">{money(of(each.sums))}</span>
                </td>
              ))}
            </tr>
          ))}
          <tr className="quote-sum quote-total">
            <th scope="row">To pay, {currency}</th>
            {options.map(({ id, sums: { gross } }) => (
              <td key={id}>
                <span className="quote-money">{money(gross)}</span>
              </td>
            ))}
          </tr>
        </tbody>
      </table>
    </section>
  )
}

const money = (amount: number | null): string => (amount === null ? '–' : formatNumber(amount, 2))

function Scope({ content: { scope, included, notIncluded, options, chosen } }: { content: QuotePaper }) {
  return (
    <>
      <section>
        <h2>What is delivered{options.length > 1 ? `, ${chosen.name}` : ''}</h2>
        <Lines lines={scope} />
      </section>
      <div className="quote-two">
        <section>
          <h2>Included</h2>
          <Lines lines={included} />
        </section>
        <section>
          <h2>Not included</h2>
          <Lines lines={notIncluded} />
        </section>
      </div>
    </>
  )
}

const Lines = ({ lines }: { lines: readonly string[] }) => (
  <ul className="quote-lines">
    {lines.map((line) => (
      <li key={line}>{line}</li>
    ))}
  </ul>
)

function Payments({ content: { payments, terms, currency, options, chosen } }: { content: QuotePaper }) {
  if (payments.length === 0 && terms.length === 0) return null
  return (
    <section>
      <h2>Payment{options.length > 1 ? `, ${chosen.name}` : ''}</h2>
      {payments.length > 0 && (
        <table className="quote-payments">
          <tbody>
            {payments.map(({ id, name, fraction, amount }) => (
              <tr key={id}>
                <td>{name}</td>
                <td className="number">{formatPercent(fraction)}</td>
                <td className="number">
                  {formatNumber(amount, 2)} {currency}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {terms.map((line) => (
        <p key={line}>{line}</p>
      ))}
    </section>
  )
}
