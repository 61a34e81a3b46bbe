// Long: one list of jobs.
import { EMPTY_AC_COUPLED, EMPTY_BACKUP, emptyLoad, emptyPlane } from '../src/job/job.ts'
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
    job: spoilt({
      loads: ['Lamp', 'Kettle', 'Saw', 'Pump'].map((name) => ({
        ...emptyLoad(name.toLowerCase()),
        name,
        powerW: 100,
        hoursPerDay: 5,
      })),
    }),
    severity: 'advice',
    says: /nothing is listed that is always on/,
  },
  'load.off-while-needed': {
    job: spoilt({ load: { hoursPerDay: 20, hoursOfDay: null }, option: inverter({ hoursPerDay: 8 }) }),
    severity: 'fault',
    says: /The inverter is on 8(\.0)? h a day; .*Sample freezer.* must run longer/,
  },
  'site.record-low-missing': {
    job: spoilt({ site: { recordLowC: null } }),
    severity: 'fault',
    says: /without a record low/,
  },
  'site.record-low-odd': {
    job: spoilt({ site: { recordLowC: 8 } }),
    severity: 'fault',
    says: /record low of 8 °C is above the mean of February, 5\.9 °C/,
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
    says: /holds 12\.3 kWh, the brief needs 18\.3 kWh: \d+ % short/,
  },
  'battery.autonomy-short': {
    job: spoilt({ option: battery({ itemId: 'haskerl-24-120', sizing: 'plain' }) }),
    severity: 'advice',
    says: /the bank carries 2\.\d days; the brief asks for 3 days/,
  },
  'battery.autonomy-critical': {
    job: spoilt({ site: { critical: true }, option: battery({ itemId: 'haskerl-24-120', autonomyDays: 1 }) }),
    severity: 'fault',
    says: /critical, the bank carries 1\.\d days, and nothing starts by itself/,
  },
  'battery.depth-deep': {
    job: spoilt({ option: battery({ itemId: 'murrow-g6-225', depthOfDischarge: 0.8, vented: true }) }),
    severity: 'fault',
    says: /used to 80 % of its capacity; beyond 60 %/,
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
    job: spoilt({
      option: (option) =>
        controller({ ...option.controller, setA: 70 })(battery({ itemId: 'haskerl-24-120', parallel: 1 })(option)),
    }),
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
    job: spoilt({
      option: (option) =>
        battery({ itemId: 'haskerl-24-120', parallel: 1 })(inverter({ itemId: 'orrowell-24-3000' })(option)),
    }),
    severity: 'danger',
    says: /the bank may give 120 A/,
  },
  'battery.cold-charge': {
    job: spoilt({ site: { batteryRoomLowC: -6 }, option: battery({ itemId: 'haskerl-24-120' }) }),
    severity: 'danger',
    says: /room falls to −6 °C; .* below 0 °C/,
  },
  'battery.heater-short': {
    job: {
      ...spoilt({ site: { batteryRoomLowC: -11 }, option: battery({ itemId: 'haskerl-24-120' }) }),
      batteryHeating: { setPointC: 8, boxWPerK: 2, heaterW: 20, supply: 'dc', seenByMonitor: true },
    },
    severity: 'danger',
    says: /heater of 20 W holds the box at −1\.0 °C on the coldest day, not at its 8 °C/,
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
  'settings.low-cutoff': {
    job: spoilt({ option: battery({ settings: { absorptionV: null, floatV: null, lowCutoffV: 0 } }) }),
    severity: 'fault',
    says: /The low-voltage cut-off is not set; the maker of [^;]+ gives \d+\.\d V/,
  },
  'settings.charge-voltage': {
    job: spoilt({ option: battery({ settings: { absorptionV: 31.2, floatV: null, lowCutoffV: null } }) }),
    severity: 'danger',
    says: /Absorption is set to 31\.2 V; .* allows \d+\.\d V/,
  },
  'array.short-in-month': {
    job: spoilt({ option: controller({ quantity: 1, stringsPerController: 1, panelsPerString: 2 }) }),
    severity: 'fault',
    says: /falls short in January by/,
  },
  'array.recovery-slow': {
    job: spoilt({
      site: { planes: [emptyPlane('a', 'Field')] },
      option: (option) =>
        array({ sizing: 'balance', recoveryDays: null })(
          controller({ itemId: null, quantity: null }, 'dorveth-430')(option),
        ),
    }),
    severity: 'advice',
    says: /takes \d+ average days of December to fill; 7 is the aim/,
  },
  'array.does-not-fit': {
    job: spoilt({ site: { planes: [{ ...emptyPlane('a', 'Porch'), widthM: 3, heightM: 2.2 }] } }),
    severity: 'fault',
    says: /Porch: 8 × .* wanted, \d fit on 3 m × 2\.2 m/,
  },
  'array.planes-in-series': {
    job: spoilt({
      site: {
        planes: [
          { ...emptyPlane('a', 'East'), azimuthDeg: 90, tiltDeg: 30 },
          { ...emptyPlane('b', 'West'), azimuthDeg: 270, tiltDeg: 30 },
        ],
      },
      option: controller(
        { itemId: 'lanthorn-m150-70', quantity: 1, panelsPerString: 3, stringsPerController: 1 },
        'dorveth-430',
      ),
    }),
    severity: 'fault',
    says: /One string for 2 planes that face differently \(East, West\)/,
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
        { itemId: 'lanthorn-m150-70', panelsPerString: 2, stringsPerController: 9, quantity: 1 },
        'dorveth-545',
      ),
    }),
    severity: 'fault',
    says: /in a year [\d,]+ kWh are lost, \d+ %/,
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
  'controller.input-power': {
    job: spoilt({
      option: (option) =>
        controller(
          { itemId: 'brayholm-48-8000d', quantity: null, panelsPerString: 8, stringsPerController: 4 },
          'dorveth-430',
        )({ ...inverter({ itemId: 'brayholm-48-8000d' })(battery({ itemId: null })(option)), systemVoltageV: 48 }),
    }),
    severity: 'fault',
    says: /W of panels on one input; its sheet allows [\d,]+ W on each/,
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
  'inverter.mains-mismatch': {
    job: spoilt({ option: inverter({ itemId: 'castlemere-24-2000a' }) }),
    severity: 'danger',
    says: /made for 120 V, 60 Hz; the mains of the site are 230 V, 50 Hz/,
  },
  'inverter.leg-overloaded': {
    job: spoilt({
      site: { mainsVoltageV: 120, mainsFrequencyHz: 60, splitPhase: true, ruleSet: 'north-american' },
      option: inverter({ itemId: 'castlemere-24-2000a', quantity: 1 }),
    }),
    severity: 'fault',
    says: /asks for a split phase, and 1 × .* gives one leg of 120 V/,
  },
  'inverter.ac-coupled-too-large': {
    job: spoilt({
      option: inverter({
        itemId: 'castlemere-24-3000c',
        acCoupled: { ...EMPTY_AC_COUPLED, panelId: 'dorveth-430', inverterId: 'helmsley-5000', powerW: 5000 },
      }),
    }),
    severity: 'danger',
    says: /AC-coupled array gives 5,000 W; with no load .* takes back 2,400 W/,
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
  'year.not-carried': {
    job: spoilt({ option: (option) => ({ ...option, backup: EMPTY_BACKUP }) }),
    severity: 'fault',
    says: /The year is not carried: \d+\.\d+ % of the hours have all they want, 99\.0 % are asked/,
  },
}
