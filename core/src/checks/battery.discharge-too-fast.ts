import { LET_GO, setOption } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

export const batteryDischargeTooFast = defineCheck({
  id: 'battery.discharge-too-fast',
  link: 'battery',
  severity: 'danger',
  fires: 'full inverter and DC load current above what the bank may deliver (its BMS)',
  find(_job, { battery: { bank }, inverter, wiring }) {
    if (!bank) return []
    const dcA = wiring.circuits.find(({ id }) => id === 'dc-loads')?.currentA.value ?? 0
    const drawA = (inverter.fullCurrentA?.value ?? 0) + dcA
    if (drawA <= bank.maxDischargeA + 1e-9) return []
    const strings = Math.ceil((drawA / bank.maxDischargeA) * bank.parallel.value - 1e-9)
    return [
      {
        message: `Inverter at full power and DC loads draw ${formatQuantity(drawA, 'A')}; the bank may give ${formatQuantity(bank.maxDischargeA, 'A')}. Its protection will cut everything off.`,
        remedy: 'More strings of batteries, a smaller inverter, or a higher system voltage.',
        place: 'battery.parallel',
        changes: [
          setOption(`${strings} strings of batteries`, { part: 'battery', patch: { parallel: strings } }),
          LET_GO.battery,
        ],
      },
    ]
  },
})
