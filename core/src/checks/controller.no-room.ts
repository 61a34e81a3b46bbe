import { laterEnergyWh } from '../after/later-energy.ts'
import { setOption } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

export const controllerNoRoom = defineCheck({
  id: 'controller.no-room',
  link: 'controller',
  severity: 'advice',
  fires: 'a later stage in the brief does not fit the controller',
  find(job, { loads, battery, array: { arrayPowerW }, controller: { item, quantity, strings } }) {
    const laterWh = laterEnergyWh(job)
    const listedWh = loads.acDailyEnergyWh.value + loads.dcDailyEnergyWh.value
    if (!item || !strings || !arrayPowerW || laterWh <= 0 || listedWh <= 0) return []
    const laterW = arrayPowerW.value * (1 + laterWh / listedWh)
    const roomW = (quantity * item.ratedOutputA * battery.systemVoltageV.value) / item.efficiency
    if (laterW <= roomW * (1 + 1e-9)) return []
    return [
      {
        message: `With what is planned for later the array grows to about ${formatQuantity(Math.round(laterW / 10) * 10, 'W')}; ${quantity > 1 ? 'the controllers take' : 'the controller takes'} ${formatQuantity(Math.round(roomW / 10) * 10, 'W')}.`,
        remedy: 'A larger controller now, or room on the wall for one more.',
        place: 'controller.itemId',
        changes: [
          setOption('One more controller', {
            part: 'controller',
            patch: { quantity: quantity + 1, stringsPerController: null },
          }),
        ],
      },
    ]
  },
})
