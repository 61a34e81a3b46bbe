import { type Design, itemName } from '@yard-lamp/core'
import { alternatives, chargeAcceptance, hoursToFlat, ventilation } from '@yard-lamp/core/after'
import { TOGETHER_LABEL } from '@yard-lamp/core/backup'
import { isBareLithiumCell } from '@yard-lamp/core/catalogue'
import { formatNumber, formatPercent, formatQuantity } from '@yard-lamp/core/units'
import { Link } from 'react-router'
import { useWayToCatalogue } from '../../catalogue/way.ts'
import { OptionTick } from '../../fields/OptionTick.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectCatalogue, selectDesign } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { Figure } from '../../working/Figure.tsx'

/** One string fewer and one more, in words, and why there are more than the capacity asks for. */
export function Alternatives() {
  const design = useAppSelector(selectDesign)
  const dispatch = useAppDispatch()
  const { bank } = design.battery
  const forCurrent = bank && bank.parallel.origin === 'computed' && bank.parallel.value > bank.stringsForCapacity
  return (
    <>
      <ul className="alternatives">
        {alternatives(design).map(({ parallel, units, overFraction, carriesDays, chosen }) => (
          <li key={parallel} className={chosen ? 'chosen' : ''}>
            <button
              type="button"
              className="pick"
              aria-pressed={chosen}
              onClick={() => dispatch(edited({ act: 'set-option', part: 'battery', patch: { parallel } }))}
            >
              {parallel === 1 ? '1 string' : `${parallel} strings`} of {units / parallel}
            </button>{' '}
            {overFraction < -1e-6
              ? `falls ${formatPercent(-overFraction, 0)} short`
              : `is ${formatPercent(overFraction, 0)} over`}
            , {formatQuantity(carriesDays, 'days', 1)}
          </li>
        ))}
      </ul>
      {forCurrent && (
        <p className="small">
          The capacity asks for {bank.stringsForCapacity}; that so many stand there is for the current they must take or
          give.
        </p>
      )}
    </>
  )
}

/** Of a battery of which only the label is known: what that means, and where its sheet is entered. */
export function LabelOnly() {
  const { item } = useAppSelector(selectDesign).battery
  const wayToCatalogue = useWayToCatalogue()
  if (!item?.fromLabel) return null
  return (
    <p className="assumed small">
      Only the label of {itemName(item)} is known: currents, life, limits of temperature and resistance are those of{' '}
      {item.chemistry}. <Link to={wayToCatalogue('battery', itemName(item))}>Enter its sheet</Link> before it is built.
    </p>
  )
}

/** What the bank takes and gives, the air it needs, and what a dropped spanner would draw. */
export function BankCare() {
  const write = useWrite()
  const design = useAppSelector(selectDesign)
  const { devices } = useAppSelector(selectCatalogue)
  const { battery, loads } = design
  const { bank } = battery
  const charge = chargeAcceptance(design)
  const air = ventilation(design)
  if (!bank || !charge) return null
  const fuses = devices.filter(({ type }) => type === 'battery-fuse')
  const average = loads.busDailyEnergyWh.value / 24
  const together = loads.continuousW.value + loads.dcContinuousW.value
  return (
    <dl className="care">
      <dt>Flat at the load now</dt>
      <dd>
        in {formatQuantity(hoursToFlat(bank.usableWh.value, average), 'h', 0)} at the average of{' '}
        {formatQuantity(Math.round(average), 'W')}
        {together > 0 &&
          `; in ${formatQuantity(hoursToFlat(bank.usableWh.value, together), 'h', 1)} with all that runs together, ${formatQuantity(Math.round(together), 'W')}`}
      </dd>
      <dt>Charge</dt>
      <dd>
        {charge.sources
          .filter(({ currentA }) => currentA > 0)
          .map(({ name, currentA }) => `${name} ${formatQuantity(currentA, 'A', 0)}`)
          .join(', ') || 'no source yet'}
        : {formatQuantity(charge.togetherA, 'A', 0)} at the same time ({TOGETHER_LABEL[charge.rule]}) of at most{' '}
        {formatQuantity(charge.limitA, 'A', 0)}; usual for the chemistry {formatNumber(charge.usualLowA, 0)} to{' '}
        {formatQuantity(charge.usualHighA, 'A', 0)}
      </dd>
      <dt>Cold, age and rate</dt>
      <dd>
        <Figure figure={battery.temperatureFactor} unit="" decimals={2} /> of the capacity left at{' '}
        {write.quantity(battery.coldestC.value, '°C')}, × <Figure figure={battery.agingFactor} unit="" decimals={2} />{' '}
        for age; gives at most {formatQuantity(bank.maxDischargeA, 'A', 0)}. {rateText(design)}
      </dd>
      {air && (
        <>
          <dt>Air</dt>
          <dd>
            {write.quantity(air.airflowM3PerH, 'm³/h', 1)} to outside for {air.cells} {air.kind} cells on boost: inlet
            low and outlet high, {write.quantity(air.openingCm2, 'cm²', 0)} each{' '}
            <OptionTick part="battery" name="vented" label="vented to outside like this" />
          </dd>
        </>
      )}
      <dt>Short circuit</dt>
      <dd>
        <Figure figure={bank.shortCircuitA} unit="A" decimals={0} /> from the bank:{' '}
        {fuses
          .map((fuse) => {
            const breaks = fuse.interruptingA >= bank.shortCircuitA.value && fuse.maxDcV >= bank.absorptionV
            return `${itemName(fuse)} ${breaks ? 'interrupts it' : `does not (${formatQuantity(fuse.interruptingA / 1000, 'kA')}, ${formatQuantity(fuse.maxDcV, 'V')})`}`
          })
          .join('; ')}
      </dd>
      {battery.selfDischargeWh && (
        <>
          <dt>By itself</dt>
          <dd>
            it loses <Figure figure={battery.selfDischargeWh} unit="Wh" decimals={0} /> a day, which the array makes up
          </dd>
        </>
      )}
      {battery.item && isBareLithiumCell(battery.item) && (
        <>
          <dt>Bare cells</dt>
          <dd>
            <OptionTick
              part="battery"
              name="cellsManaged"
              label="a management system watches each cell and cuts off charge and discharge"
            />
          </dd>
        </>
      )}
      <dt>Monitor</dt>
      <dd>
        <OptionTick part="battery" name="monitored" label="a shunt in the one negative counts what goes in and out" />
      </dd>
    </dl>
  )
}

/** Hours of the discharge that the capacity of lead-acid is rated at. Source: IEC 61427, common sheets. */
const RATED_HOURS = 20

/** How fast the bank is emptied, against the rate its capacity is given for. */
function rateText({ battery: { bank, item }, loads }: Design): string {
  if (!bank || !item) return ''
  const hours = (watts: number) => (watts > 0 ? bank.energyWh.value / watts : Number.POSITIVE_INFINITY)
  const average = hours(loads.busDailyEnergyWh.value / 24)
  const together = hours(loads.continuousW.value + loads.dcContinuousW.value)
  const shown = (h: number) => (Number.isFinite(h) ? `${formatNumber(h, 0)} h` : 'no draw')
  const lead = item.chemistry.endsWith('lead-acid')
  const fast = lead && together < RATED_HOURS
  return `Emptied at the ${shown(average)} rate on average, at the ${shown(together)} rate with all running together${
    lead ? `; lead-acid is rated at ${RATED_HOURS} h${fast ? ' and gives less the faster it is drawn' : ''}` : ''
  }.`
}
