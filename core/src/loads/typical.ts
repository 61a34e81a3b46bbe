import type { Load } from '../job/schema.ts'

/** A typical appliance. Written by us from general engineering knowledge; a day on a plug-in meter beats it. */
export interface Typical {
  readonly id: string
  readonly name: string
  readonly group: string
  readonly supply: Load['supply']
  /** Running watts of one: low, usual, high. */
  readonly lowW: number
  readonly usualW: number
  readonly highW: number
  /** Hours a day it is commonly on. */
  readonly hoursPerDay: number
  /** Share of that time it draws. */
  readonly dutyCycle: number
  /** Start over running; 1 for what starts softly. */
  readonly startFactor: number
  readonly powerFactor: number
  /** Other words it is looked for by. */
  readonly words: string
}

type Row = readonly [
  id: string,
  name: string,
  watts: readonly [low: number, usual: number, high: number],
  hoursPerDay: number,
  dutyCycle: number,
  startFactor: number,
  powerFactor: number,
  words?: string,
]

const kind = (group: string, supply: Load['supply'], rows: readonly Row[]): Typical[] =>
  rows.map(([id, name, [lowW, usualW, highW], hoursPerDay, dutyCycle, startFactor, powerFactor, words = '']) => ({
    id,
    name,
    group,
    supply,
    lowW,
    usualW,
    highW,
    hoursPerDay,
    dutyCycle,
    startFactor,
    powerFactor,
    words,
  }))

export const TYPICALS: readonly Typical[] = [
  ...kind('Kitchen', 'ac', [
    ['fridge', 'Refrigerator', [40, 80, 150], 24, 0.4, 6, 0.7, 'fridge cooler larder'],
    ['fridge-freezer', 'Fridge-freezer', [60, 110, 200], 24, 0.45, 6, 0.7, 'fridge'],
    ['chest-freezer', 'Chest freezer', [60, 90, 150], 24, 0.35, 7, 0.7, 'deep freeze'],
    ['upright-freezer', 'Upright freezer', [80, 120, 180], 24, 0.45, 6, 0.7],
    ['kettle', 'Kettle', [1000, 2000, 3000], 0.25, 1, 1, 1, 'water boiler tea'],
    ['toaster', 'Toaster', [700, 900, 1500], 0.15, 1, 1, 1],
    ['microwave', 'Microwave oven', [900, 1200, 1700], 0.3, 1, 1.4, 0.9],
    ['induction-plate', 'Induction plate', [800, 1800, 2200], 1, 0.6, 1, 0.98, 'hob cooker stove'],
    ['hot-plate', 'Hot plate', [800, 1500, 2000], 1, 0.7, 1, 1, 'hob cooker stove'],
    ['oven', 'Oven', [1800, 2400, 3500], 0.7, 0.6, 1, 1, 'bake'],
    ['slow-cooker', 'Slow cooker', [120, 200, 300], 6, 0.7, 1, 1],
    ['pressure-cooker', 'Electric pressure cooker', [700, 1000, 1200], 0.7, 0.5, 1, 1],
    ['rice-cooker', 'Rice cooker', [300, 500, 900], 0.6, 0.8, 1, 1],
    ['coffee-filter', 'Filter coffee machine', [600, 900, 1200], 0.3, 0.8, 1, 1],
    ['espresso', 'Espresso machine', [1000, 1350, 1800], 0.4, 0.5, 1.2, 0.98, 'coffee'],
    ['coffee-grinder', 'Coffee grinder', [100, 150, 300], 0.03, 1, 3, 0.75],
    ['blender', 'Blender', [200, 400, 1200], 0.05, 1, 2.5, 0.8, 'mixer smoothie'],
    ['stand-mixer', 'Stand mixer', [250, 500, 1000], 0.2, 1, 2.5, 0.8, 'dough'],
    ['bread-maker', 'Bread maker', [400, 550, 800], 3, 0.25, 1.2, 1],
    ['dishwasher', 'Dishwasher', [1200, 1800, 2200], 1.2, 0.5, 1.3, 0.95],
    ['extractor-hood', 'Cooker hood', [60, 120, 250], 1, 1, 2.5, 0.8, 'fan extractor'],
    ['ice-maker', 'Ice maker', [90, 120, 180], 4, 0.7, 5, 0.7],
    ['wine-cooler', 'Bottle cooler', [50, 80, 140], 24, 0.35, 5, 0.7],
  ]),
  ...kind('House', 'ac', [
    ['washing-machine', 'Washing machine', [400, 700, 2200], 1, 0.5, 3, 0.8, 'laundry washer'],
    ['tumble-dryer', 'Tumble dryer', [1800, 2500, 3200], 1, 0.9, 1.5, 0.95, 'laundry'],
    ['heat-pump-dryer', 'Heat-pump dryer', [600, 850, 1100], 1.7, 0.9, 3, 0.85, 'laundry'],
    ['iron', 'Iron', [1000, 1800, 2600], 0.4, 0.5, 1, 1],
    ['vacuum', 'Vacuum cleaner', [400, 750, 1400], 0.2, 1, 2.5, 0.85, 'hoover'],
    ['sewing-machine', 'Sewing machine', [60, 90, 120], 0.5, 0.6, 2, 0.8],
    ['hair-dryer', 'Hair dryer', [800, 1600, 2200], 0.1, 1, 1.1, 1],
    ['water-heater', 'Water heater, tank', [1000, 1500, 3000], 2, 0.8, 1, 1, 'immersion boiler'],
    ['instant-heater', 'Instant water heater', [3000, 5500, 9000], 0.3, 1, 1, 1, 'shower'],
    ['towel-rail', 'Towel rail', [60, 120, 300], 2, 1, 1, 1],
    ['electric-blanket', 'Electric blanket', [40, 80, 150], 2, 0.6, 1, 1],
    ['fan-heater', 'Fan heater', [800, 1500, 2000], 2, 0.7, 1.1, 1],
    ['pellet-stove', 'Pellet stove', [60, 100, 350], 10, 0.5, 1.5, 0.9, 'heating'],
    ['circulator', 'Heating circulator', [5, 25, 90], 12, 1, 1.5, 0.7, 'pump boiler'],
    ['boiler-control', 'Boiler and controls', [20, 60, 130], 8, 0.6, 2, 0.8, 'gas oil heating'],
    ['ceiling-fan', 'Ceiling fan', [15, 45, 80], 8, 1, 2, 0.85],
    ['table-fan', 'Table fan', [20, 40, 60], 6, 1, 2, 0.8],
    ['extractor-fan', 'Bathroom fan', [8, 20, 45], 2, 1, 2, 0.75, 'ventilation'],
    ['air-con-window', 'Window air conditioner', [500, 900, 1500], 6, 0.6, 5, 0.85, 'cooling aircon'],
    [
      'air-con-inverter',
      'Air conditioner, variable speed',
      [250, 700, 1400],
      6,
      0.7,
      1.3,
      0.95,
      'cooling aircon split',
    ],
    ['dehumidifier', 'Dehumidifier', [150, 300, 600], 8, 0.6, 4, 0.8],
    ['humidifier', 'Humidifier', [20, 40, 300], 6, 1, 1, 1],
    ['air-purifier', 'Air purifier', [10, 40, 80], 12, 1, 1.5, 0.8],
    ['garage-door', 'Garage door', [200, 400, 600], 0.02, 1, 3, 0.75],
    ['alarm', 'Burglar alarm', [5, 10, 20], 24, 1, 1, 0.6, 'security'],
    ['doorbell', 'Doorbell transformer', [1, 2, 5], 24, 1, 1, 0.5, 'standby'],
    ['standby-sundry', 'Things on standby', [3, 10, 30], 24, 1, 1, 0.5, 'phantom always on'],
  ]),
  ...kind('Light', 'ac', [
    ['led-lamp', 'LED lamp', [4, 8, 15], 4, 1, 1, 0.6, 'bulb light'],
    ['led-tube', 'LED tube', [9, 18, 30], 5, 1, 1, 0.9, 'light'],
    ['flood-light', 'Flood light', [10, 30, 100], 2, 1, 1, 0.9, 'outdoor'],
    ['fluorescent', 'Fluorescent tube', [18, 36, 58], 4, 1, 1.5, 0.6, 'light'],
    ['halogen', 'Halogen lamp', [20, 42, 100], 3, 1, 1, 1, 'bulb light'],
    ['grow-light', 'Grow light', [50, 150, 600], 12, 1, 1, 0.95, 'plants greenhouse'],
  ]),
  ...kind('Light', 'dc', [
    ['dc-led-lamp', 'LED lamp, DC', [1, 4, 10], 4, 1, 1, 1, 'bulb light cabin'],
    ['dc-led-strip', 'LED strip, a metre', [3, 8, 15], 4, 1, 1, 1, 'light'],
    ['anchor-light', 'Anchor light', [1, 2, 10], 12, 1, 1, 1, 'boat navigation'],
  ]),
  ...kind('Office', 'ac', [
    ['laptop', 'Laptop', [25, 50, 100], 5, 1, 1, 0.6, 'computer notebook'],
    ['desktop', 'Desktop computer', [60, 120, 400], 5, 1, 1, 0.9, 'computer'],
    ['monitor', 'Computer screen', [15, 28, 60], 5, 1, 1, 0.7, 'display'],
    ['router', 'Router', [5, 9, 20], 24, 1, 1, 0.6, 'internet network wifi'],
    ['satellite-internet', 'Satellite internet terminal', [40, 65, 120], 24, 1, 1, 0.9, 'dish network'],
    ['network-storage', 'Network storage', [10, 25, 60], 24, 1, 1.5, 0.7, 'server disk'],
    ['inkjet', 'Inkjet printer', [10, 20, 40], 0.3, 1, 1, 0.6],
    ['laser-printer', 'Laser printer', [300, 500, 1000], 0.2, 0.6, 2, 0.9],
    ['phone-charger', 'Telephone charger', [5, 10, 25], 3, 1, 1, 0.6, 'mobile'],
    ['tablet-charger', 'Tablet charger', [8, 15, 30], 3, 1, 1, 0.6],
  ]),
  ...kind('Leisure', 'ac', [
    ['television', 'Television', [30, 80, 200], 4, 1, 1, 0.85, 'tv screen'],
    ['projector', 'Projector', [60, 200, 350], 2, 1, 1, 0.95],
    ['receiver', 'Set-top box', [8, 15, 30], 5, 1, 1, 0.6, 'tv decoder'],
    ['game-console', 'Game console', [50, 120, 220], 2, 1, 1, 0.9],
    ['stereo', 'Hi-fi amplifier', [20, 50, 200], 3, 1, 1.2, 0.8, 'music audio'],
    ['radio-mains', 'Radio', [3, 6, 15], 4, 1, 1, 0.6, 'music'],
    ['pool-pump', 'Pool pump', [400, 800, 1500], 6, 1, 4, 0.8, 'filter'],
    ['hot-tub', 'Hot tub', [1000, 2000, 3000], 4, 0.6, 2, 0.95],
    ['e-bike', 'Electric bicycle charger', [60, 100, 200], 3, 1, 1, 0.6],
  ]),
  ...kind('Water', 'ac', [
    ['pressure-pump', 'Pressure pump', [370, 600, 1100], 0.6, 1, 4, 0.8, 'water jet well'],
    ['well-pump', 'Submersible well pump', [550, 900, 1800], 1, 1, 5, 0.8, 'water borehole'],
    ['sump-pump', 'Sump pump', [250, 400, 800], 0.3, 1, 3.5, 0.8],
    ['uv-filter', 'Ultraviolet water steriliser', [10, 25, 55], 24, 1, 1, 0.6],
    ['septic-blower', 'Treatment-plant blower', [25, 60, 120], 24, 0.7, 1.5, 0.7, 'sewage air pump'],
    ['pond-pump', 'Pond pump', [10, 40, 120], 12, 1, 1.5, 0.7, 'aquarium'],
  ]),
  ...kind('Workshop', 'ac', [
    ['drill', 'Drill', [400, 700, 1200], 0.2, 0.5, 3, 0.9, 'tool'],
    ['angle-grinder', 'Angle grinder', [600, 900, 2200], 0.2, 0.6, 3, 0.95, 'tool'],
    ['circular-saw', 'Circular saw', [1000, 1400, 2000], 0.2, 0.5, 3, 0.95, 'tool'],
    ['table-saw', 'Table saw', [1200, 1800, 3000], 0.3, 0.5, 4, 0.85, 'tool'],
    ['planer', 'Planer', [1200, 1500, 2500], 0.2, 0.6, 3.5, 0.85, 'tool'],
    ['compressor', 'Air compressor', [800, 1500, 2200], 0.5, 0.6, 5, 0.8, 'tool'],
    ['welder', 'Inverter welder', [2000, 3500, 6000], 0.3, 0.35, 1.2, 0.7, 'tool'],
    ['tool-charger', 'Tool battery charger', [50, 90, 300], 1.5, 1, 1, 0.6, 'cordless'],
    ['bench-grinder', 'Bench grinder', [250, 400, 750], 0.2, 0.5, 3, 0.75, 'tool'],
    ['dust-extractor', 'Dust extractor', [800, 1200, 1800], 0.4, 1, 3, 0.85, 'tool'],
    ['soldering-iron', 'Soldering station', [40, 60, 100], 1, 0.4, 1, 1, 'tool'],
  ]),
  ...kind('Farm and garden', 'ac', [
    ['lawn-mower', 'Lawn mower', [1000, 1500, 1800], 0.2, 1, 3, 0.9],
    ['hedge-trimmer', 'Hedge trimmer', [400, 550, 700], 0.1, 1, 2.5, 0.9],
    ['fence', 'Electric fence energiser', [3, 8, 20], 24, 1, 1, 0.7],
    ['milking-pump', 'Vacuum milking pump', [550, 1100, 1800], 2, 1, 4, 0.8, 'dairy'],
    ['milk-cooler', 'Milk cooler', [500, 900, 1800], 24, 0.3, 5, 0.8, 'dairy'],
    ['incubator', 'Egg incubator', [40, 80, 200], 24, 0.5, 1, 1],
    ['heat-lamp', 'Rearing heat lamp', [100, 175, 250], 16, 1, 1, 1],
    ['greenhouse-fan', 'Greenhouse fan', [50, 120, 400], 8, 1, 2.5, 0.8],
    ['grain-mill', 'Grain mill', [500, 1100, 2200], 0.5, 1, 4, 0.8],
  ]),
  ...kind('Care', 'ac', [
    ['vaccine-fridge', 'Vaccine refrigerator', [60, 100, 180], 24, 0.4, 5, 0.7, 'medicine clinic'],
    ['oxygen', 'Oxygen concentrator', [250, 350, 550], 10, 1, 2.5, 0.85, 'medical'],
    ['breathing-aid', 'Breathing mask', [15, 40, 90], 8, 1, 1, 0.8, 'sleep apnoea medical'],
    ['steriliser', 'Steam steriliser', [1000, 1500, 2400], 0.8, 0.7, 1, 1, 'autoclave clinic'],
    ['microscope', 'Microscope lamp', [5, 20, 50], 2, 1, 1, 0.9, 'laboratory'],
    ['centrifuge', 'Centrifuge', [100, 250, 600], 0.5, 1, 3, 0.8, 'laboratory clinic'],
  ]),
  ...kind('Boat and vehicle', 'dc', [
    ['dc-fridge', 'Compressor refrigerator, DC', [35, 50, 75], 24, 0.33, 2, 1, 'fridge cool box'],
    ['dc-coolbox', 'Cool box, thermoelectric', [40, 50, 60], 12, 1, 1, 1, 'fridge'],
    ['dc-water-pump', 'Fresh-water pump, DC', [40, 70, 120], 0.3, 1, 2, 1, 'tap shower'],
    ['bilge-pump', 'Bilge pump', [25, 50, 100], 0.1, 1, 2, 1, 'boat'],
    ['diesel-heater', 'Diesel air heater', [15, 30, 45], 6, 1, 3, 1, 'glow plug cabin'],
    ['dc-fan', 'Cabin fan, DC', [2, 8, 25], 6, 1, 1, 1, 'ventilator'],
    ['roof-fan', 'Roof ventilator', [10, 30, 60], 4, 1, 1.5, 1],
    ['autopilot', 'Autopilot', [15, 40, 100], 4, 0.5, 1.5, 1, 'boat'],
    ['chart-plotter', 'Chart plotter', [10, 20, 40], 6, 1, 1, 1, 'boat navigation'],
    ['radar', 'Radar', [20, 35, 60], 3, 1, 1, 1, 'boat'],
    ['vhf-radio', 'VHF radio', [5, 8, 60], 8, 1, 1, 1, 'marine'],
    ['dc-macerator', 'Macerating toilet', [100, 150, 250], 0.05, 1, 2, 1, 'boat'],
    ['windlass', 'Anchor windlass', [500, 900, 1500], 0.05, 1, 2, 1, 'boat winch'],
    ['usb-charger', 'USB charger, DC', [5, 12, 60], 4, 1, 1, 1, 'telephone'],
    ['dc-television', 'Television, DC', [15, 25, 40], 3, 1, 1, 1, 'tv'],
  ]),
  ...kind('Instruments', 'dc', [
    ['data-logger', 'Data logger', [0.2, 2, 8], 24, 1, 1, 1, 'telemetry'],
    ['weather-station', 'Weather station', [0.5, 3, 10], 24, 1, 1, 1],
    ['camera', 'Surveillance camera', [3, 6, 15], 24, 1, 1, 1, 'security cctv'],
    ['radio-link', 'Radio link', [4, 9, 25], 24, 1, 1, 1, 'antenna repeater'],
    ['gate-opener', 'Gate opener', [3, 5, 10], 24, 1, 1, 1, 'standby'],
    ['dosing-pump', 'Dosing pump', [5, 15, 40], 8, 1, 1.5, 1],
    ['greenhouse-pump', 'Circulation pump, DC', [10, 25, 60], 24, 1, 1.5, 1, 'hydroponic aquaponic'],
  ]),
]

interface Words {
  readonly inName: readonly string[]
  readonly elsewhere: readonly string[]
}
const SEARCHED = TYPICALS.map((typical) => ({
  typical,
  inName: typical.name.toLowerCase().split(/[\s,-]+/),
  elsewhere: `${typical.words} ${typical.group}`.toLowerCase().split(/\s+/),
}))

/**
 * Appliances whose name, room or other words begin with what was typed, best first: names before words.
 * @param most how many at the most
 */
export function searchTypicals(text: string, most = 8): Typical[] {
  const wanted = text
    .trim()
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '')
  if (wanted.length === 0) return []
  const rank = ({ inName, elsewhere }: Words): number | null => {
    let sum = 0
    for (const word of wanted) {
      const at = inName.findIndex((part) => part.startsWith(word))
      if (at < 0 && !elsewhere.some((part) => part.startsWith(word))) return null
      sum += at >= 0 ? at : 10
    }
    return sum
  }
  return SEARCHED.flatMap(({ typical, ...words }) => {
    const place = rank(words)
    return place === null ? [] : [{ typical, place }]
  })
    .sort((a, b) => a.place - b.place)
    .slice(0, most)
    .map(({ typical }) => typical)
}

/** What a typical appliance puts into a load, marked as typical. */
export function typicalFigures(typical: Typical): Partial<Load> {
  const { id, name, group, supply, usualW, hoursPerDay, dutyCycle, startFactor, powerFactor } = typical
  return {
    typicalId: id,
    name,
    group,
    supply,
    basis: 'typical',
    powerW: usualW,
    hoursPerDay,
    dutyCycle,
    startW: startFactor > 1 ? Math.round(usualW * startFactor) : null,
    powerFactor: supply === 'ac' ? powerFactor : null,
  }
}

const BY_ID = new Map(TYPICALS.map((typical) => [typical.id, typical]))
const BY_NAME = new Map(TYPICALS.map((typical) => [typical.name.toLowerCase(), typical]))
export const typicalNamed = (name: string): Typical | undefined => BY_NAME.get(name.trim().toLowerCase())
export const typicalOf = (id: string | null): Typical | undefined => (id === null ? undefined : BY_ID.get(id))
