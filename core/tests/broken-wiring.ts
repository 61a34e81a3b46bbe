import { fieldStation } from '../src/demo/demo.ts'
import { apply } from '../src/edit/apply.ts'
import type { Job } from '../src/job/schema.ts'
import { FIELD_SHAPES } from './field-shapes.ts'

import { backup, bond, circuit, controller, fitting, inverter, spoilt } from './spoilt.ts'

/** Of the checks of backup, cables and devices. */
export const BROKEN_WIRING: Record<string, { job: Job; severity: string; says: RegExp }> = {
  'backup.overload': {
    job: spoilt({ option: backup({ kind: 'generator', generatorId: 'thornby-1000i', bond: 'inverter-only' }) }),
    severity: 'fault',
    says: /G1000 inverter set gives 900 W\. It trips/,
  },
  'backup.slow': {
    job: spoilt({
      option: backup({
        kind: 'generator',
        chargerId: 'kelder-24-16',
        attended: true,
        generatorId: 'thornby-2000i',
        bond: 'inverter-only',
      }),
    }),
    severity: 'fault',
    says: /takes 2\d\.\d h to fill the empty bank, and somebody must wait/,
  },
  'backup.alternator': {
    job: spoilt({
      option: backup({
        alternator: {
          ratedA: 70,
          idleA: 35,
          otherA: null,
          voltageV: 28,
          hoursPerDay: 2,
          chargerId: 'kelder-d24-24-30',
          setA: null,
          byRelay: false,
          fromHour: null,
          days: 'all' as const,
        },
      }),
    }),
    severity: 'danger',
    says: /draws 33.8 A from an alternator that gives 35.0 A at idle; above 17.5 A/,
  },
  'backup.thresholds': {
    job: spoilt({
      option: backup({ kind: 'generator', generatorId: 'thornby-5000', bond: 'transfers', startAt: 0.9, stopAt: 0.9 }),
    }),
    severity: 'fault',
    says: /starts at 90 % of charge and stops at 90 %/,
  },
  'backup.kind-mismatch': {
    job: spoilt({ option: backup({ kind: 'mains', chargerId: 'kelder-d24-24-30', bond: 'transfers' }) }),
    severity: 'fault',
    says: /made for an alternator’s direct current/,
  },
  'backup.inlet-overload': {
    job: spoilt({
      option: backup({ kind: 'mains', chargerId: 'kelder-24-40', chargerSetA: 40, inletA: 3, bond: 'transfers' }),
    }),
    severity: 'fault',
    says: /Charger draw 5\.\d A through inlet and lead, which bears 3 A/,
  },
  'backup.bond': {
    job: spoilt({
      option: (option) =>
        inverter({ itemId: 'castlemere-24-3000c' })(
          backup({ kind: 'generator', generatorId: 'thornby-5000', bond: 'inverter-only' })(option),
        ),
    }),
    severity: 'danger',
    says: /neutral and earth are joined twice/,
  },
  'unit.voltage-class': {
    job: spoilt({ option: backup({ kind: 'mains', chargerId: 'kelder-48-25', bond: 'transfers' }) }),
    severity: 'danger',
    says: /made for 48 V; the bus it stands on is 24 V/,
  },
  'wire.ampacity': {
    job: spoilt({ option: circuit('battery-main', { size: '16 mm2' }) }),
    severity: 'danger',
    says: /may carry 85 A as laid/,
  },
  'wire.drop': {
    job: spoilt({ option: circuit('array', { size: '4 mm2', lengthM: 40 }) }),
    severity: 'fault',
    says: /over 40 m loses [\d.]+ %, more than 3 %/,
  },
  'wire.terminal': {
    job: spoilt({ option: circuit('array', { size: '95 mm2' }) }),
    severity: 'fault',
    says: /95 mm² does not go into the terminals of controller, which take 70 mm²/,
  },
  'wire.path-drop': {
    job: spoilt({
      option: (option) =>
        circuit('array', { size: '16 mm2', lengthM: 25 })(
          circuit('controller', { size: '25 mm2', lengthM: 5 })(option),
        ),
    }),
    severity: 'fault',
    says: /Array to battery: the whole way loses [\d.]+ %, more than 5 %; most of it in array to controller/,
  },
  'wire.unequal-parallel': {
    job: spoilt({ option: circuit('battery-string', { leadsM: [0.5, 0.9] }) }),
    severity: 'danger',
    says: /leads from 0\.5 m to 0\.9 m\. The battery on the shortest works hardest/,
  },
  'wire.parallel-small': {
    job: spoilt({
      site: { ruleSet: 'north-american', mainsVoltageV: 120, mainsFrequencyHz: 60 },
      option: circuit('battery-main', { size: '2 AWG', parallel: 3 }),
    }),
    severity: 'danger',
    says: /3 × 2 AWG in parallel; conductors in parallel are not below 1\/0 AWG each/,
  },
  'wire.foreign-table': {
    job: spoilt({ option: circuit('battery-main', { installation: 'battery-105-metric' }) }),
    severity: 'fault',
    says: /read from 105 °C battery cable, metric sizes \(ISO 13297, Annex A\), which IEC, metric rules do not use here/,
  },
  'protect.missing': {
    job: spoilt({ option: circuit('battery-main', { deviceId: 'none' }) }),
    severity: 'danger',
    says: /no fuse or breaker at its source/,
  },
  'protect.disconnect': {
    job: spoilt({ option: fitting('battery-switch', 'none') }),
    severity: 'danger',
    says: /Bank to bus bars: nothing opens it by hand/,
  },
  'protect.fitting-rating': {
    job: spoilt({ option: fitting('shunt', 'wardwick-iso-32') }),
    severity: 'danger',
    says: /Shunt: Wardwick IS32 isolator bears 32 A and [^;]+ DC; [\d.]+ A and [\d.]+ V can stand here/,
  },
  'protect.too-large': {
    job: spoilt({ option: circuit('battery-main', { deviceRatingA: 400, size: '50 mm2' }) }),
    severity: 'danger',
    says: /a 400 A device on 50 mm² that may carry 168 A/,
  },
  'protect.small-conductor': {
    job: spoilt({
      site: { ruleSet: 'north-american', mainsVoltageV: 120, mainsFrequencyHz: 60 },
      option: circuit('ac-branch-freezer', { size: '14 AWG', deviceRatingA: 20, terminalC: 75 }),
    }),
    severity: 'danger',
    says: /20 A on 14 AWG; 15 A is the most on so small a conductor/,
  },
  'protect.too-small': {
    job: spoilt({ option: circuit('controller', { deviceRatingA: 80 }) }),
    severity: 'fault',
    says: /Controller to bus bars: a 80 A device is below its rated 100\.0 A: it opens in ordinary use/,
  },
  'protect.string-fuse-large': {
    job: spoilt({
      option: (option) =>
        circuit('string', { deviceId: 'wardwick-pvf', deviceRatingA: 40 })(
          controller(
            { itemId: 'lanthorn-m250-100', panelsPerString: 2, stringsPerController: 3, quantity: 1 },
            'dorveth-545',
          )(option),
        ),
    }),
    severity: 'danger',
    says: /a fuse of 40 A in each string; the panel allows \d+ A: a faulty string is driven by the others/,
  },
  'protect.not-dc': {
    job: spoilt({ option: circuit('array', { deviceId: 'wardwick-acb' }) }),
    severity: 'danger',
    says: /is not rated for direct current/,
  },
  'protect.interrupting': {
    job: spoilt({ option: circuit('battery-main', { deviceId: 'wardwick-bf-strip' }) }),
    severity: 'danger',
    says: /BS strip fuse and holder breaks 2\.0 kA; a short there is driven with 1\d\.\d kA/,
  },
  'protect.distance': {
    job: spoilt({ option: circuit('battery-main', { deviceAtM: 1.6 }) }),
    severity: 'advice',
    says: /the first device stands 1\.6 m from the battery post; 1 m is wanted/,
  },
  'earth.missing': {
    job: spoilt({ option: bond('earth.panels.main', { leftOut: true }) }),
    severity: 'danger',
    says: /Protective conductor, Panels: left out\. A chafed lead leaves frames and rails live/,
  },
  'surge.none': {
    job: spoilt({ option: fitting('surge.main', 'none') }),
    severity: 'advice',
    says: /Array to controller: 18 m outdoors without surge protection; from 10 m it is wanted at both ends/,
  },
  'wall.over-gas': {
    job: apply(FIELD_SHAPES.T, { act: 'hang-piece', pieceId: 'inverter#1', at: { xMm: 600, yMm: 1800 } }),
    severity: 'danger',
    says: /On the wall: T2 hangs above batteries that give off gas and acid mist, and \d more like it\./,
  },
  'wall.crowded': {
    job: apply(fieldStation(), { act: 'hang-piece', pieceId: 'shunt#1', at: { xMm: 2300, yMm: 1320 } }),
    severity: 'fault',
    says: /On the wall: T2 and P1 overlap/,
  },
  'parts.weight-over': {
    job: spoilt({
      site: { weightTargets: [{ id: 'w', name: 'Rear axle', mostKg: 40, places: ['battery room'], axle: null }] },
    }),
    severity: 'fault',
    says: /Rear axle: \d+ kg of the system stand there; it may bear 40 kg/,
  },
}
