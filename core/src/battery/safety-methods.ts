import { defineMethod } from '../method/method.ts'
import { choice, count, quantity } from '../method/quantity.ts'

/** What a cell gives off, and how much air it needs: vented nickel stands for nickel-cadmium and nickel-iron. */
export const GASSING_KINDS = ['vented', 'valve-regulated', 'vented-nickel'] as const
export type GassingKind = (typeof GASSING_KINDS)[number]

/** Gassing current, A per Ah. Source: IEC 62485-2:2010, Table 1. */
const GASSING_CURRENT_A_PER_AH: Readonly<Record<GassingKind, Readonly<Record<'float' | 'boost', number>>>> = {
  vented: { float: 0.005, boost: 0.02 },
  'valve-regulated': { float: 0.001, boost: 0.008 },
  'vented-nickel': { float: 0.005, boost: 0.05 },
}

export const hydrogenAirflow = defineMethod({
  id: 'battery.hydrogen-airflow',
  title: 'Air a battery room needs',
  inputs: {
    cells: count('n', 'cells', 1),
    capacityAh: quantity('C', 'rated capacity', 'Ah', { above: 0 }),
    kind: choice(GASSING_KINDS),
    mode: choice(['float', 'boost']),
  },
  outputs: {
    airflowM3PerH: quantity('Q', 'air', 'm³/h'),
    openingCm2: quantity('A', 'free opening, for inlet and outlet each', 'cm²'),
  },
  formula: [
    '{airflowM3PerH} = 0.05 × {cells} × I × {capacityAh}, I from the table for {kind}, {mode}',
    '{openingCm2} = 28 × {airflowM3PerH}',
  ],
  source: 'IEC 62485-2:2010, 7.2 and 7.3',
  notes: 'Hydrogen rises: outlet high, inlet low, straight to outside.',
  compute({ cells, capacityAh, kind, mode }) {
    const airflowM3PerH = 0.05 * cells * GASSING_CURRENT_A_PER_AH[kind][mode] * capacityAh
    return { airflowM3PerH, openingCm2: 28 * airflowM3PerH }
  },
})

export const shortCircuit = defineMethod({
  id: 'battery.short-circuit',
  title: 'Current a bank can deliver into a short circuit',
  inputs: {
    unitVoltageV: quantity('V_u', 'voltage of a unit', 'V', { above: 0 }),
    unitResistanceMilliohm: quantity('r', 'inner resistance of a unit', 'mΩ', { above: 0 }),
    series: count('n_s', 'units in series', 1),
    parallel: count('n_p', 'strings in parallel', 1),
    leadResistanceMilliohm: quantity('r_l', 'resistance of the leads', 'mΩ', { min: 0 }).default(0),
  },
  outputs: { prospectiveCurrentA: quantity('I_k', 'prospective short-circuit current', 'A') },
  formula: [
    '{prospectiveCurrentA} = {unitVoltageV} × {series} ÷ ({unitResistanceMilliohm} × {series} ÷ {parallel} + {leadResistanceMilliohm}) × 1000',
  ],
  source: 'IEC 61660-1, steady value by Ohm’s law',
  notes: 'Leads left out give the larger, safer figure.',
  compute({ unitVoltageV, unitResistanceMilliohm, series, parallel, leadResistanceMilliohm }) {
    const milliohm = (unitResistanceMilliohm * series) / parallel + leadResistanceMilliohm
    return { prospectiveCurrentA: (unitVoltageV * series * 1000) / milliohm }
  },
})
