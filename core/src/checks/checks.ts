import { besidePlace } from '../chain/beside.ts'
import type { BesideDesign, Design } from '../chain/design.ts'
import type { Accepted } from '../job/schema.ts'
import { InputError } from '../method/input-error.ts'
import { arrayDoesNotFit } from './array.does-not-fit.ts'
import { arrayInverterMyth } from './array.inverter-myth.ts'
import { arrayPlanesInSeries } from './array.planes-in-series.ts'
import { arrayRecoverySlow } from './array.recovery-slow.ts'
import { arrayShortInMonth } from './array.short-in-month.ts'
import { ask } from './ask.ts'
import { backupAlternator } from './backup.alternator.ts'
import { backupBond } from './backup.bond.ts'
import { backupInletOverload } from './backup.inlet-overload.ts'
import { backupKindMismatch } from './backup.kind-mismatch.ts'
import { backupOverload } from './backup.overload.ts'
import { backupSlow } from './backup.slow.ts'
import { backupThresholds } from './backup.thresholds.ts'
import { batteryAutonomyCritical } from './battery.autonomy-critical.ts'
import { batteryAutonomyShort } from './battery.autonomy-short.ts'
import { batteryChargeTooFast } from './battery.charge-too-fast.ts'
import { batteryChargeTooSlow } from './battery.charge-too-slow.ts'
import { batteryColdCharge } from './battery.cold-charge.ts'
import { batteryDepthDeep } from './battery.depth-deep.ts'
import { batteryDischargeTooFast } from './battery.discharge-too-fast.ts'
import { batteryGassingIndoors } from './battery.gassing-indoors.ts'
import { batteryHeaterShort } from './battery.heater-short.ts'
import { batteryHot } from './battery.hot.ts'
import { batteryMixed } from './battery.mixed.ts'
import { batteryMonitorMissing } from './battery.monitor-missing.ts'
import { batterySeriesForbidden } from './battery.series-forbidden.ts'
import { batteryStringsMany } from './battery.strings-many.ts'
import { batteryTooSmall } from './battery.too-small.ts'
import { batteryUnitTooHeavy } from './battery.unit-too-heavy.ts'
import { type Check, type Finding, SEVERITIES } from './check.ts'
import { controllerClips } from './controller.clips.ts'
import { controllerInputPower } from './controller.input-power.ts'
import { controllerNoRoom } from './controller.no-room.ts'
import { controllerPvPower } from './controller.pv-power.ts'
import { controllerPwmMismatch } from './controller.pwm-mismatch.ts'
import { earthMissing } from './earth.missing.ts'
import { inverterAcCoupledTooLarge } from './inverter.ac-coupled-too-large.ts'
import { inverterBankSmall } from './inverter.bank-small.ts'
import { inverterLegOverloaded } from './inverter.leg-overloaded.ts'
import { inverterMainsMismatch } from './inverter.mains-mismatch.ts'
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
import { loadOffWhileNeeded } from './load.off-while-needed.ts'
import { loadSurgeMissing } from './load.surge-missing.ts'
import { partsWeightOver } from './parts.weight-over.ts'
import { protectDisconnect } from './protect.disconnect.ts'
import { protectDistance } from './protect.distance.ts'
import { protectFittingRating } from './protect.fitting-rating.ts'
import { protectInterrupting } from './protect.interrupting.ts'
import { protectMissing } from './protect.missing.ts'
import { protectNotDc } from './protect.not-dc.ts'
import { protectSmallConductor } from './protect.small-conductor.ts'
import { protectStringFuseLarge } from './protect.string-fuse-large.ts'
import { protectTooLarge } from './protect.too-large.ts'
import { protectTooSmall } from './protect.too-small.ts'
import { settingsChargeVoltage } from './settings.charge-voltage.ts'
import { settingsLowCutoff } from './settings.low-cutoff.ts'
import { siteRecordLowMissing } from './site.record-low-missing.ts'
import { siteRecordLowOdd } from './site.record-low-odd.ts'
import { siteSunLooksLikeDaylight } from './site.sun-looks-like-daylight.ts'
import { stringColdOverLimit } from './string.cold-over-limit.ts'
import { stringFuseMissing } from './string.fuse-missing.ts'
import { stringHotUnderBattery } from './string.hot-under-battery.ts'
import { stringInputCurrent } from './string.input-current.ts'
import { stringUneven } from './string.uneven.ts'
import { surgeNone } from './surge.none.ts'
import { unitVoltageClass } from './unit.voltage-class.ts'
import { voltageCurrentHigh } from './voltage.current-high.ts'
import { wallCrowded } from './wall.crowded.ts'
import { wallOverGas } from './wall.over-gas.ts'
import { wireAmpacity } from './wire.ampacity.ts'
import { wireDrop } from './wire.drop.ts'
import { wireForeignTable } from './wire.foreign-table.ts'
import { wireParallelSmall } from './wire.parallel-small.ts'
import { wirePathDrop } from './wire.path-drop.ts'
import { wireTerminal } from './wire.terminal.ts'
import { wireUnequalParallel } from './wire.unequal-parallel.ts'
import { yearNotCarried } from './year.not-carried.ts'

/** Every check, in the order of the chain. */
export const CHECKS: readonly Check[] = [
  loadNone,
  loadIdleForgotten,
  loadIdleHeavy,
  loadGuessedLarge,
  loadHoursOverDay,
  loadSurgeMissing,
  loadAlwaysOnNotListed,
  loadOffWhileNeeded,
  siteRecordLowMissing,
  siteRecordLowOdd,
  siteSunLooksLikeDaylight,
  voltageCurrentHigh,
  batteryTooSmall,
  batteryAutonomyShort,
  batteryAutonomyCritical,
  batteryDepthDeep,
  batteryStringsMany,
  batteryMixed,
  batterySeriesForbidden,
  batteryChargeTooFast,
  batteryChargeTooSlow,
  batteryDischargeTooFast,
  batteryColdCharge,
  batteryHeaterShort,
  batteryHot,
  batteryGassingIndoors,
  batteryUnitTooHeavy,
  batteryMonitorMissing,
  settingsLowCutoff,
  settingsChargeVoltage,
  arrayShortInMonth,
  arrayRecoverySlow,
  arrayDoesNotFit,
  arrayPlanesInSeries,
  arrayInverterMyth,
  stringColdOverLimit,
  stringHotUnderBattery,
  stringUneven,
  stringFuseMissing,
  stringInputCurrent,
  controllerClips,
  controllerPwmMismatch,
  controllerPvPower,
  controllerInputPower,
  controllerNoRoom,
  inverterTooSmall,
  inverterSurge,
  inverterVoltage,
  inverterMainsMismatch,
  inverterLegOverloaded,
  inverterAcCoupledTooLarge,
  inverterWaveform,
  inverterBankSmall,
  backupOverload,
  backupSlow,
  backupAlternator,
  backupThresholds,
  backupKindMismatch,
  backupInletOverload,
  backupBond,
  unitVoltageClass,
  wireAmpacity,
  wireDrop,
  wireTerminal,
  wirePathDrop,
  wireUnequalParallel,
  wireParallelSmall,
  wireForeignTable,
  protectMissing,
  protectDisconnect,
  protectFittingRating,
  protectTooLarge,
  protectSmallConductor,
  protectTooSmall,
  protectStringFuseLarge,
  protectNotDc,
  protectInterrupting,
  protectDistance,
  earthMissing,
  surgeNone,
  wallOverGas,
  wallCrowded,
  partsWeightOver,
  yearNotCarried,
]

const BY_ID = new Map(CHECKS.map((check) => [check.id, check]))
/** A check by its id; null where there is none of it. */
export const checkOf = (id: string): Check | null => BY_ID.get(id) ?? null

const found = new WeakMap<Design, readonly Finding[]>()

/** Everything found wrong with a design, gravest first, then in the order of the chain; the same list for the same design. */
export function findings(design: Design): readonly Finding[] {
  const before = found.get(design)
  if (before) return before
  const all: Finding[] = []
  for (const check of CHECKS) all.push(...asked(check, design))
  const { accepted } = design.option
  if (accepted.length > 0)
    for (const [i, finding] of all.entries()) all[i] = { ...finding, accepted: acceptedOf(finding, accepted) }
  for (const beside of design.beside) all.push(...besideFindings(beside, accepted))
  all.sort((a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity))
  found.set(design, all)
  return all
}

/** What is wrong with a system beside, under its name; what is wrong with the site is said once. */
const besideFindings = ({ id, name, design }: BesideDesign, accepted: readonly Accepted[]): Finding[] =>
  findings(design)
    .filter(({ link }) => link !== 'site')
    .map((finding) => {
      const own = {
        ...finding,
        message: `${name}: ${finding.message}`,
        place: besidePlace(id, finding.place),
        // Its own acts would be done to the main system.
        changes: [],
      }
      return { ...own, accepted: acceptedOf(own, accepted) }
    })

/** Accepted by reason; a danger by who decided as well. */
const acceptedOf = ({ id, place, severity }: Finding, all: readonly Accepted[]): Accepted | null =>
  all.find((each) => each.checkId === id && each.place === place && (severity !== 'danger' || each.by.trim() !== '')) ??
  null

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
        accepted: null,
      },
    ]
  }
}
