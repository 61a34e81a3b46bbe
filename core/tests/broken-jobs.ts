import { emptyLoad, emptyPlane } from '../src/job/job.ts'
import type { Job } from '../src/job/schema.ts'
import { BROKEN_WIRING } from './broken-wiring.ts'
import { array, battery, circuit, controller, existing, inverter, spoilt } from './spoilt.ts'

/** For each check a design that must fire it, the severity it must have, and words its sentence must hold. */
export const FIRES: Record<string, { job: Job; severity: string; says: RegExp }> = {
  'load.none': { job: spoilt({ loads: [] }), severity: 'fault', says: /No load is listed/ },
  'load.idle-forgotten': {
    job: spoilt({ option: inverter({ idleW: 0 }) }),
    severity: 'fault',
    says: /idle draw is 0 W/,
  },
  'load.idle-heavy': {
    job: spoilt({ loads: [{ ...emptyLoad('lamp'), name: 'Lamp', powerW: 10, hoursPerDay: 24 }] }),
    severity: 'advice',
    says: /Inverter idle and standby take \d+ Wh of the \d+ Wh a day, \d+ %/,
  },
  'load.guessed-large': {
    job: spoilt({ load: { basis: 'guess', hoursPerDay: 10 } }),
    severity: 'advice',
    says: /Sample freezer is \d+ % of the day and a guess/,
  },
  'load.hours-over-day': {
    job: spoilt({ load: { hoursPerDay: 25 } }),
    severity: 'fault',
    says: /Sample freezer: 25 hours a day, more than 24/,
  },
  'load.surge-missing': {
    job: spoilt({ load: { startW: null } }),
    severity: 'advice',
    says: /Sample freezer has a motor and no start figure; it is taken to start at its 92 W/,
  },
  'load.always-on-not-listed': {
    job: spoilt({ loads: [{ ...emptyLoad('lamp'), name: 'Lamp', powerW: 500, hoursPerDay: 6 }] }),
    severity: 'advice',
    says: /nothing is listed that is always on/,
  },
  'site.record-low-missing': {
    job: spoilt({ site: { recordLowC: null } }),
    severity: 'fault',
    says: /without a record low/,
  },
  'site.sun-looks-like-daylight': {
    job: spoilt({ site: { sunKwhPerM2Day: [0.86, 1.62, 2.81, 4.42, 5.38, 11, 5.52, 4.71, 3.42, 2.02, 1.08, 0.71] } }),
    severity: 'fault',
    says: /June: 11\.00 kWh\/m² a day on the flat is more than the 9\.\d+ of a month without a cloud at 50\.4°/,
  },
  'voltage.current-high': {
    job: spoilt({ option: inverter({ itemId: 'orrowell-24-3000', quantity: 3 }) }),
    severity: 'fault',
    says: /draws 358 A from 24 V; above 200 A/,
  },
  'battery.too-small': {
    job: spoilt({ option: battery({ parallel: 4 }) }),
    severity: 'fault',
    says: /holds 12\.3 kWh, the brief needs 16\.3 kWh: \d+ % short/,
  },
  'battery.autonomy-short': {
    job: spoilt({ option: battery({ itemId: 'haskerl-24-120', sizing: 'plain' }) }),
    severity: 'advice',
    says: /the bank carries 2\.\d days; the brief asks for 3 days/,
  },
  'battery.strings-many': {
    job: spoilt({ option: battery({ itemId: 'haskerl-24-120', parallel: 7 }) }),
    severity: 'advice',
    says: /7 strings of .* more than 6/,
  },
  'battery.mixed': {
    job: { ...spoilt({}), existing: [existing('murrow-g6-225', { ageYears: 3 })] },
    severity: 'danger',
    says: /flooded lead-acid, 6 V\) is kept beside .* charge and empty each other/,
  },
  'battery.series-forbidden': {
    job: spoilt({ option: (option) => ({ ...battery({ itemId: 'haskerl-24-120' })(option), systemVoltageV: 48 }) }),
    severity: 'danger',
    says: /2 × Haskerl H24-120 LFP in series: its maker allows it in parallel only/,
  },
  'battery.charge-too-fast': {
    job: spoilt({ option: battery({ parallel: 1 }) }),
    severity: 'danger',
    says: /the bank bears 80 A/,
  },
  'battery.charge-too-slow': {
    job: spoilt({
      option: (option) =>
        array({ sizing: 'balance' })(battery({ itemId: 'murrow-v2-1200', parallel: 3, vented: true })(option)),
    }),
    severity: 'fault',
    says: /of the bank’s 3,600 Ah: below 5 %/,
  },
  'battery.discharge-too-fast': {
    job: spoilt({ option: (option) => battery({ parallel: 1 })(inverter({ itemId: 'orrowell-24-3000' })(option)) }),
    severity: 'danger',
    says: /the bank may give 120 A/,
  },
  'battery.cold-charge': {
    job: spoilt({ site: { batteryRoomLowC: -6 }, option: battery({ itemId: 'haskerl-24-120' }) }),
    severity: 'danger',
    says: /room falls to −6 °C; .* below 0 °C/,
  },
  'battery.hot': {
    job: spoilt({ site: { batteryRoomHighC: 47 }, option: battery({ itemId: 'haskerl-24-120', autonomyDays: 1 }) }),
    severity: 'fault',
    says: /reaches 47 °C; .* up to 45 °C/,
  },
  'battery.gassing-indoors': {
    job: spoilt({ option: battery({ itemId: 'murrow-g6-225' }) }),
    severity: 'danger',
    says: /vented cells give off hydrogen .* m³\/h/,
  },
  'battery.unit-too-heavy': {
    job: spoilt({ option: battery({ itemId: 'haskerl-24-230' }) }),
    severity: 'advice',
    says: /weighs 48 kg/,
  },
  'battery.monitor-missing': {
    job: spoilt({ option: battery({ monitored: false }) }),
    severity: 'advice',
    says: /without a shunt nobody sees/,
  },
  'array.short-in-month': {
    job: spoilt({ option: controller({ quantity: 1, stringsPerController: 1, panelsPerString: 2 }) }),
    severity: 'fault',
    says: /falls short in January by/,
  },
  'array.recovery-slow': {
    job: spoilt({ option: array({ sizing: 'balance', recoveryDays: null }) }),
    severity: 'advice',
    says: /takes \d+ average days of December to fill; 7 is the aim/,
  },
  'array.does-not-fit': {
    job: spoilt({ site: { planes: [{ ...emptyPlane('a', 'Porch'), widthM: 3, heightM: 2.2 }] } }),
    severity: 'fault',
    says: /Porch: 8 × .* wanted, \d fit on 3 m × 2\.2 m/,
  },
  'array.inverter-myth': {
    job: spoilt({
      option: controller({ itemId: null, quantity: 1, panelsPerString: 3, stringsPerController: 1 }, 'dorveth-430'),
    }),
    severity: 'advice',
    says: /array of 1,290 W is as large as the inverter/,
  },
  'string.cold-over-limit': {
    job: spoilt({ option: controller({ itemId: 'lanthorn-m150-70', panelsPerString: 3 }, 'dorveth-545') }),
    severity: 'danger',
    says: /A string of 3 stands at 162\.\d V open-circuit at −11 °C; the limit is 150 V/,
  },
  'string.hot-under-battery': {
    job: spoilt({ option: controller({ itemId: 'lanthorn-m250-100', panelsPerString: 1 }, 'dorveth-545') }),
    severity: 'fault',
    says: /the controller needs 60/,
  },
  'string.uneven': {
    job: { ...spoilt({}), existing: [existing('skerrin-110', {})] },
    severity: 'fault',
    says: /4 × Skerrin S36-110 are kept and are unlike/,
  },
  'string.fuse-missing': {
    job: spoilt({
      option: (option) =>
        circuit('string', { deviceId: 'none' })(
          controller(
            { itemId: 'lanthorn-m250-100', panelsPerString: 2, stringsPerController: 3, quantity: 1 },
            'dorveth-545',
          )(option),
        ),
    }),
    severity: 'danger',
    says: /3 strings in parallel can push 34\.\d A back/,
  },
  'string.input-current': {
    job: spoilt({
      option: controller({ itemId: 'lanthorn-m75-15', panelsPerString: 1, stringsPerController: 2 }, 'dorveth-545'),
    }),
    severity: 'danger',
    says: /the controller’s input takes 15 A/,
  },
  'controller.clips': {
    job: spoilt({
      option: controller(
        { itemId: 'lanthorn-m150-70', panelsPerString: 2, stringsPerController: 3, quantity: 1 },
        'dorveth-545',
      ),
    }),
    severity: 'fault',
    says: /lost a year/,
  },
  'controller.pwm-mismatch': {
    job: spoilt({ option: controller({ itemId: 'lanthorn-p20', panelsPerString: 1 }, 'dorveth-430') }),
    severity: 'fault',
    says: /straight on the 24 V bank/,
  },
  'controller.pv-power': {
    job: spoilt({
      option: controller(
        { itemId: 'lanthorn-m150-45', quantity: 1, panelsPerString: 2, stringsPerController: 2 },
        'dorveth-430',
      ),
    }),
    severity: 'fault',
    says: /1,720 W of panels .* allows 1,400 W at 24 V/,
  },
  'controller.no-room': {
    job: spoilt({ option: controller({ itemId: 'lanthorn-m150-70', quantity: 2 }, 'dorveth-430') }),
    severity: 'advice',
    says: /planned for later the array grows to about [\d,]+ W; the controllers take/,
  },
  'inverter.too-small': {
    job: spoilt({ option: inverter({ itemId: 'orrowell-24-800' }) }),
    severity: 'fault',
    says: /asks for 870 W/,
  },
  'inverter.surge': {
    job: spoilt({ option: inverter({ itemId: 'orrowell-24-800' }), load: { startW: 2500 } }),
    severity: 'fault',
    says: /Sample freezer, takes .* W; the inverter starts 1,500 W/,
  },
  'inverter.voltage': {
    job: spoilt({ option: inverter({ itemId: 'orrowell-48-3000' }) }),
    severity: 'danger',
    says: /made for 48 V; the system is 24 V/,
  },
  'inverter.waveform': {
    job: spoilt({
      option: (option) => inverter({ itemId: 'orrowell-12-600-step' })({ ...option, systemVoltageV: 12 }),
    }),
    severity: 'advice',
    says: /gives a stepped wave: .* would run hot/,
  },
  'inverter.bank-small': {
    job: spoilt({
      option: (option) =>
        inverter({ itemId: 'orrowell-24-5000', quantity: 2 })(
          battery({ itemId: 'murrow-g6-225', parallel: 2, vented: true })(option),
        ),
    }),
    severity: 'advice',
    says: /holds 10\.8 kWh for an inverter of 8 kW/,
  },
  ...BROKEN_WIRING,
}
