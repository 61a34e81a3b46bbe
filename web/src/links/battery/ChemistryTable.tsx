import { type ComparedChemistry, compareChemistries } from '@yard-lamp/core/after'
import { DEFAULTS, jobSchema } from '@yard-lamp/core/job'
import type { Chemistry } from '@yard-lamp/core/tables'
import { formatMoney, formatNumber, formatQuantity } from '@yard-lamp/core/units'
import { useMemo } from 'react'
import { NumberField } from '../../fields/NumberField.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectDesign, selectJob } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'

const taken = (chemistry: Chemistry) => ({ chemistry, itemId: null, parallel: null })

/** Every chemistry for this job on equal terms: the cheapest bank of it that does the job. */
export function ChemistryTable() {
  const write = useWrite()
  const job = useAppSelector(selectJob)
  const design = useAppSelector(selectDesign)
  const dispatch = useAppDispatch()
  const compared = useMemo(() => compareChemistries(design), [design])
  const cheapest = compared
    .filter(({ bank }) => bank?.fits)
    .reduce((least, { pricePerKwh }) => Math.min(least, pricePerKwh), Number.POSITIVE_INFINITY)
  const currency = design.parts.currency
  const setFactor = (each: ComparedChemistry, factor: number | null) => {
    const { [each.chemistry]: _, ...rest } = job.batteryPriceFactors
    dispatch(
      edited({
        act: 'set-job',
        patch: { batteryPriceFactors: factor === null ? rest : { ...rest, [each.chemistry]: factor } },
      }),
    )
  }
  return (
    <>
      <div className="fields fields-narrow">
        <NumberField
          label="Years looked at"
          place="battery.horizonYears"
          value={job.horizonYears}
          schema={jobSchema.shape.horizonYears}
          byDefault={DEFAULTS.horizonYears}
          onValue={(horizonYears) => dispatch(edited({ act: 'set-job', patch: { horizonYears } }))}
        />
      </div>
      <div className="table-scroll">
        <table className="sheet-table chemistry-table">
          <thead>
            <tr>
              <th>Chemistry</th>
              <th>Bank</th>
              <th className="number">usable kWh</th>
              <th className="number">{write.unit('kg')}</th>
              <th className="number">takes / gives A</th>
              <th className="number">charged at {write.unit('°C')}</th>
              <th className="number">years</th>
              <th className="number">price</th>
              <th className="number">pays ×</th>
              <th className="number">a cycle</th>
              <th className="number">a kWh</th>
            </tr>
          </thead>
          <tbody>
            {compared.map((each) => {
              const { bank, chemistry } = each
              return (
                <tr key={chemistry} className={each.inUse ? 'chosen' : bank?.fits ? '' : 'unfit'}>
                  <td>
                    {chemistry}
                    <span className="small soft school-why">upkeep: {each.upkeep}</span>
                  </td>
                  {bank ? (
                    <>
                      <td className="small">
                        <span className="nowrap">
                          {each.units} × {formatQuantity(bank.item.unitVoltageV, 'V')}{' '}
                          {formatQuantity(bank.item.capacityAh, 'Ah')}
                        </span>
                        {!bank.fits && <span className="soft school-why">{bank.short}</span>}
                        <button
                          type="button"
                          className="pick"
                          aria-pressed={each.inUse}
                          onClick={() =>
                            dispatch(edited({ act: 'set-option', part: 'battery', patch: taken(chemistry) }))
                          }
                        >
                          {each.inUse ? 'in use' : 'take this'}
                        </button>
                      </td>
                      <td className="number">{formatNumber(bank.usableWh / 1000, 1)}</td>
                      <td className="number">{write.number(bank.weightKg, 'kg', 0)}</td>
                      <td className="number nowrap">
                        {formatNumber(each.maxChargeA, 0)} / {formatNumber(each.maxDischargeA, 0)}
                      </td>
                      <td className="number nowrap">
                        {write.number(each.chargeMinC, '°C')} … {write.number(each.chargeMaxC, '°C')}
                      </td>
                      <td className="number">{formatNumber(bank.years, 0)}</td>
                      <td className="number nowrap">{formatMoney(each.price, currency)}</td>
                      <td className="number">
                        <NumberField
                          compact
                          label={<span className="visually-hidden">Price factor of {chemistry}</span>}
                          place={`battery.priceFactor.${chemistry}`}
                          value={job.batteryPriceFactors[chemistry] ?? null}
                          schema={jobSchema.shape.batteryPriceFactors.valueType}
                          assumed="1"
                          onValue={(factor) => setFactor(each, factor)}
                        />
                      </td>
                      <td className="number nowrap">{formatNumber(each.pricePerCycle, 2)}</td>
                      <td className="number nowrap">
                        {each.pricePerKwh === cheapest ? (
                          <b>{formatNumber(each.pricePerKwh, 2)} least</b>
                        ) : (
                          formatNumber(each.pricePerKwh, 2)
                        )}
                      </td>
                    </>
                  ) : (
                    <td colSpan={10} className="small soft">
                      no unit of the catalogue makes this voltage, or its sheet ends above this cold
                    </td>
                  )}
                </tr>
              )
            })}
          </tbody>
        </table>
      </div>
    </>
  )
}
