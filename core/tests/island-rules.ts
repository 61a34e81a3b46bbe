import { IEC } from '../src/rules/iec.ts'
import type { RuleSet } from '../src/rules/rule-set.ts'

/** A third rule set, of an invented island: a third file, and nothing else. */
export const ISLAND: RuleSet = {
  ...IEC,
  name: 'Island',
  standards: 'Harbour ordinance of an invented island',
  laid: ({ use, place }) => ({
    value: place === 'ground' ? 'iec-pvc70-d1' : use === 'pv' ? 'pv-free-air' : 'na-free-air-75',
    source: 'Harbour ordinance, 7',
  }),
  installations: ({ use }) => (use === 'pv' ? ['pv-free-air'] : ['na-free-air-75', 'iec-pvc70-d1']),
  terminalC: () => ({ value: 90, source: 'Harbour ordinance, 8' }),
  factor: {
    sun: { value: 1.5, source: 'Harbour ordinance, 9' },
    controller: { value: 1.5, source: 'Harbour ordinance, 9' },
    battery: { value: 1.5, source: 'Harbour ordinance, 9' },
    inverter: { value: 1.5, source: 'Harbour ordinance, 9' },
    supply: { value: 1.5, source: 'Harbour ordinance, 9' },
    engine: { value: 1.5, source: 'Harbour ordinance, 9' },
    loads: { value: 1.5, source: 'Harbour ordinance, 9' },
  },
  series: {
    'battery-fuse': 'battery-fuse',
    'pv-fuse': 'pv-string-fuse',
    'dc-breaker': 'na-breaker',
    'ac-breaker': 'na-breaker',
  },
  drop: () => ({
    leg: { value: 0.02, source: 'Harbour ordinance, 10' },
    path: { value: 0.04, source: 'Harbour ordinance, 10' },
  }),
  protectiveConductor: () => ({ value: '2 AWG', source: 'Harbour ordinance, 11' }),
  frameBonding: {
    protected: { value: '2 AWG', source: 'Harbour ordinance, 12' },
    exposed: { value: '2 AWG', source: 'Harbour ordinance, 12' },
  },
  electrodeConductor: { value: '1/0 AWG', source: 'Harbour ordinance, 13' },
  surgeFromM: () => ({ value: 500, source: 'Harbour ordinance, 14' }),
}
