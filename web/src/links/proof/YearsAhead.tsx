import {
  boughtAgainIn,
  DISCOUNT_FRACTION,
  FUEL_PRICE_PER_L,
  type LifeYear,
  type Plan,
  type YearsAhead as Running,
  UPKEEP_PER_HOUR,
  type YearsTold,
  yearsAhead,
  yearsLookedAt,
} from '@yard-lamp/core/proof'
import { formatMoney, formatNumber, formatPercent, formatQuantity } from '@yard-lamp/core/units'
import { Part } from '../../job/Page.tsx'
import { selectDesign, selectJob } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { OfYear } from '../../year/OfYear.tsx'
import { useHeld } from '../../year/use-held-year.ts'
import { LifeTable } from './LifeTable.tsx'
import { useLife } from './use-life.ts'

interface Told {
  readonly told: YearsTold
  readonly life: readonly LifeYear[]
}

/** What the years do to the bank, and what they cost: banks bought again, fuel, upkeep. */
export function YearsAhead({ told, plan }: { told: YearsTold; plan: Plan }) {
  const { battery } = useAppSelector(selectDesign)
  const count = yearsLookedAt(useAppSelector(selectJob))
  const life = useLife(plan, count)
  const held = useHeld<Told>(life && { told, life })
  if (!battery.bank) return null
  return (
    <Part name="The years ahead" aside={`what is bought again and burnt over ${formatQuantity(count, 'years')}`}>
      {held ? (
        <OfYear isOld={held.isOld} said={null}>
          <Ahead {...held.value} />
        </OfYear>
      ) : (
        <p className="soft">The years ahead are being worked, one after another …</p>
      )}
    </Part>
  )
}

function Ahead({ told, life }: Told) {
  const design = useAppSelector(selectDesign)
  const { bank } = design.battery
  if (!bank) return null
  const { currency, price } = design.parts
  const ahead = yearsAhead(design, {
    price: price.value,
    bankPrice: bank.price,
    bankYears: told.wear.years,
    boughtAgain: boughtAgainIn(life),
    generatorHours: meanOf(life, 'generatorHours'),
    fuelL: meanOf(life, 'fuelL'),
  })
  const money = (amount: number) => formatMoney(amount, currency)
  const { boughtAgain } = ahead
  return (
    <>
      <div className="table-scroll">
        <table className="sheet-table years-ahead">
          <tbody>
            <tr>
              <th scope="row">The bank lasts</th>
              <td className="number">{formatNumber(ahead.bankYears, 1)} years</td>
              <td className="small soft">{lifeText(told)}</td>
            </tr>
            <tr>
              <th scope="row">It is bought again</th>
              <td className="number">
                {boughtAgain.length === 0 ? 'not in these years' : `${formatNumber(boughtAgain.length)} ×`}
              </td>
              <td className="small soft">
                {boughtAgain.length > 0 &&
                  `${againText(boughtAgain)}, ${money(ahead.bankPrice)} each time, at today’s price`}
              </td>
            </tr>
            {ahead.upkeepYearly >= 0.25 && (
              <tr>
                <th scope="row">Fuel and upkeep, a year</th>
                <td className="number">{money(ahead.fuelYearly + ahead.upkeepYearly)}</td>
                <td className="small soft">{burntText(ahead, money)}</td>
              </tr>
            )}
            <tr>
              <th scope="row">All of it, in today’s money</th>
              <td className="number years-ahead-sum">{money(ahead.wholeCost)}</td>
              <td className="small soft">
                parts {money(price.value)} now; what comes later counts {formatPercent(DISCOUNT_FRACTION, 0)} less with
                each year
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <LifeTable life={life} />
      <p className="small soft">
        Each year takes what its cycles or the calendar take of the bank’s life; capacity falls and resistance rises in
        proportion, down to what is left at its end. In a marked year it is bought again.
      </p>
    </>
  )
}

const meanOf = (life: readonly LifeYear[], name: 'generatorHours' | 'fuelL'): number =>
  life.reduce((sum, year) => sum + year[name], 0) / Math.max(1, life.length)

function lifeText({ wear: { byCycles, byCalendar } }: YearsTold): string {
  const [cycles, calendar] = [1 / Math.max(byCycles, 1e-6), 1 / byCalendar]
  const ends = cycles < calendar ? 'its cycles end it' : 'its age ends it'
  const byCyclesText = cycles > 100 ? 'over 100 years' : formatQuantity(cycles, 'years', 1)
  return `${ends}: by the cycles of these years ${byCyclesText}, by the calendar ${formatQuantity(calendar, 'years', 1)}`
}

function againText(years: readonly number[]): string {
  const told = years.map((year) => formatNumber(Math.ceil(year)))
  return `in year ${told.length > 1 ? `${told.slice(0, -1).join(', ')} and ${told.at(-1)}` : told[0]}`
}

const burntText = ({ fuelYearly, upkeepYearly, isFuelAssumed }: Running, money: (amount: number) => string): string =>
  `fuel ${money(fuelYearly)}${isFuelAssumed ? `, at an assumed ${formatNumber(FUEL_PRICE_PER_L)} a litre` : ''}; upkeep ${money(upkeepYearly)}, at an assumed ${formatNumber(UPKEEP_PER_HOUR, 2)} an hour`
