import { selectDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { Figure } from '../../working/Figure.tsx'
import { energyText, useEnergyShown } from './energy.ts'

/** What the design adds to what was listed: it cannot be forgotten. */
export function DesignRows() {
  const { loads, inverter } = useAppSelector(selectDesign)
  const shown = useEnergyShown()
  const { scale, unit } = shown
  const text = (energyWh: number) => energyText(energyWh, shown)
  const { heating } = loads
  const heatingWh = heating?.byMonthWh[loads.heaviestMonth - 1]
  const listedWh = loads.acDailyEnergyWh.value + loads.dcDailyEnergyWh.value
  return (
    <tbody className="load-design">
      {(loads.hasAc || inverter.item) && (
        <Row name="Inverter idle" energy={text(loads.idleEnergyWh.value)}>
          <Figure figure={inverter.idleW} unit="W" /> for <Figure figure={inverter.hoursPerDay} unit="h" /> a day
          {inverter.item ? '' : ', once an inverter is chosen'}
        </Row>
      )}
      <Row name="Controller standby" energy={text(24 * loads.controllerStandbyW.value)}>
        <Figure figure={loads.controllerStandbyW} unit="W" /> round the clock
      </Row>
      <Row name="Monitor standby" energy={text(24 * loads.monitorStandbyW.value)}>
        <Figure figure={loads.monitorStandbyW} unit="W" /> round the clock
      </Row>
      {heating && heatingWh && (
        <Row name="Battery-box heating" energy={text(heatingWh.value)}>
          in the heaviest month, up to <Figure figure={heating.neededW} unit="W" decimals={0} />
          {!heating.seenByMonitor && <span className="load-mark load-mark-bad">the shunt does not see it</span>}
        </Row>
      )}
      <Row name="Inverter loss" energy={text(loads.inverterLossWh.value)}>
        <Figure
          figure={{ ...loads.inverterLossWh, value: loads.inverterLossWh.value * scale }}
          unit={unit}
          decimals={0}
        />{' '}
        lost in conversion
      </Row>
      <Row name="Margin" energy={text(listedWh * loads.marginFraction.value)}>
        <Figure figure={{ ...loads.marginFraction, value: loads.marginFraction.value * 100 }} unit="%" /> for what was
        forgotten
      </Row>
      <tr className="load-sum">
        <td />
        <td className="span-2">
          <b>At the battery bus</b>
        </td>
        <td className="span-8 soft">the average day of the week, in the heaviest month</td>
        <td className="number">
          <b>
            <Figure
              figure={{ ...loads.busDailyEnergyWh, value: loads.busDailyEnergyWh.value * scale }}
              unit=""
              decimals={0}
            />
          </b>
        </td>
        <td />
      </tr>
    </tbody>
  )
}

function Row({ name, energy, children }: { name: string; energy: string; children: React.ReactNode }) {
  return (
    <tr>
      <td />
      <td className="span-2">{name}</td>
      <td className="span-2">
        <span className="basis basis-design">design</span>
      </td>
      <td className="soft span-6">{children}</td>
      <td className="number">{energy}</td>
      <td />
    </tr>
  )
}
