import type { Design } from '../chain/design.ts'
import { InputError } from '../method/input-error.ts'
import { arrayDoesNotFit } from './array.does-not-fit.ts'
import { arrayInverterMyth } from './array.inverter-myth.ts'
import { arrayRecoverySlow } from './array.recovery-slow.ts'
import { arrayShortInMonth } from './array.short-in-month.ts'
import { ask } from './ask.ts'
import { backupAlternator } from './backup.alternator.ts'
import { backupBond } from './backup.bond.ts'
import { backupOverload } from './backup.overload.ts'
import { backupSlow } from './backup.slow.ts'
import { batteryAutonomyShort } from './battery.autonomy-short.ts'
import { batteryChargeTooFast } from './battery.charge-too-fast.ts'
import { batteryChargeTooSlow } from './battery.charge-too-slow.ts'
import { batteryColdCharge } from './battery.cold-charge.ts'
import { batteryDischargeTooFast } from './battery.discharge-too-fast.ts'
import { batteryGassingIndoors } from './battery.gassing-indoors.ts'
import { batteryHot } from './battery.hot.ts'
import { batteryMixed } from './battery.mixed.ts'
import { batteryMonitorMissing } from './battery.monitor-missing.ts'
import { batterySeriesForbidden } from './battery.series-forbidden.ts'
import { batteryStringsMany } from './battery.strings-many.ts'
import { batteryTooSmall } from './battery.too-small.ts'
import { batteryUnitTooHeavy } from './battery.unit-too-heavy.ts'
import { type Check, type Finding, SEVERITIES } from './check.ts'
import { controllerClips } from './controller.clips.ts'
import { controllerNoRoom } from './controller.no-room.ts'
import { controllerPvPower } from './controller.pv-power.ts'
import { controllerPwmMismatch } from './controller.pwm-mismatch.ts'
import { inverterBankSmall } from './inverter.bank-small.ts'
import { inverterSurge } from './inverter.surge.ts'
import { inverterTooSmall } from './inverter.too-small.ts'
import { inverterVoltage } from './inverter.voltage.ts'
import { inverterWaveform } from './inverter.waveform.ts'
import { loadAlwaysOnNotListed } from './load.always-on-not-listed.ts'
import { loadGuessedLarge } from './load.guessed-large.ts'
import { loadHoursOverDay } from './load.hours-over-day.ts'
import { loadIdleForgotten } from './load.idle-forgotten.ts'
import { loadIdleHeavy } from './load.idle-heavy.ts'
import { loadNone } from './load.none.ts'
import { loadSurgeMissing } from './load.surge-missing.ts'
import { protectMissing } from './protect.missing.ts'
import { protectNotDc } from './protect.not-dc.ts'
import { protectStringFuseLarge } from './protect.string-fuse-large.ts'
import { protectTooLarge } from './protect.too-large.ts'
import { siteRecordLowMissing } from './site.record-low-missing.ts'
import { siteSunLooksLikeDaylight } from './site.sun-looks-like-daylight.ts'
import { stringColdOverLimit } from './string.cold-over-limit.ts'
import { stringFuseMissing } from './string.fuse-missing.ts'
import { stringHotUnderBattery } from './string.hot-under-battery.ts'
import { stringInputCurrent } from './string.input-current.ts'
import { stringUneven } from './string.uneven.ts'
import { voltageCurrentHigh } from './voltage.current-high.ts'
import { wireAmpacity } from './wire.ampacity.ts'
import { wireDrop } from './wire.drop.ts'
import { wireTerminal } from './wire.terminal.ts'

/** Every check, in the order of the chain. */
export const CHECKS: readonly Check[] = [
  loadNone,
  loadIdleForgotten,
  loadIdleHeavy,
  loadGuessedLarge,
  loadHoursOverDay,
  loadSurgeMissing,
  loadAlwaysOnNotListed,
  siteRecordLowMissing,
  siteSunLooksLikeDaylight,
  voltageCurrentHigh,
  batteryTooSmall,
  batteryAutonomyShort,
  batteryStringsMany,
  batteryMixed,
  batterySeriesForbidden,
  batteryChargeTooFast,
  batteryChargeTooSlow,
  batteryDischargeTooFast,
  batteryColdCharge,
  batteryHot,
  batteryGassingIndoors,
  batteryUnitTooHeavy,
  batteryMonitorMissing,
  arrayShortInMonth,
  arrayRecoverySlow,
  arrayDoesNotFit,
  arrayInverterMyth,
  stringColdOverLimit,
  stringHotUnderBattery,
  stringUneven,
  stringFuseMissing,
  stringInputCurrent,
  controllerClips,
  controllerPwmMismatch,
  controllerPvPower,
  controllerNoRoom,
  inverterTooSmall,
  inverterSurge,
  inverterVoltage,
  inverterWaveform,
  inverterBankSmall,
  backupOverload,
  backupSlow,
  backupAlternator,
  backupBond,
  wireAmpacity,
  wireDrop,
  wireTerminal,
  protectMissing,
  protectTooLarge,
  protectStringFuseLarge,
  protectNotDc,
]

const found = new WeakMap<Design, readonly Finding[]>()

/** Everything found wrong with a design, gravest first, then in the order of the chain; the same list for the same design. */
export function findings(design: Design): readonly Finding[] {
  const before = found.get(design)
  if (before) return before
  const all: Finding[] = []
  for (const check of CHECKS) all.push(...asked(check, design))
  all.sort((a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity))
  found.set(design, all)
  return all
}

/** A check that cannot be made is no check that found nothing: a person must look. */
function asked(check: Check, design: Design): readonly Finding[] {
  try {
    return ask(check, design)
  } catch (fault) {
    const why = fault instanceof InputError ? ` (${fault.message})` : ''
    return [
      {
        id: check.id,
        link: check.link,
        severity: 'fault',
        message: `Whether this is right could not be checked with these figures${why}.`,
        remedy: 'Look at the figures of this page, and check it by hand.',
        place: `${check.link}.itemId`,
        changes: [],
      },
    ]
  }
}
