// Long: one step of the balance, read from top to bottom in the order in which it is worked; cut in pieces it is half as fast.
import { AT } from './parameters.ts'
import { DAY_WIDTH, DUMP_WIDTH, FLOW_WIDTH, SCHEDULE_WIDTH, WEATHER_WIDTH } from './terms.ts'

/** What a run goes through. */
export interface Run {
  /** As `packed` gives them. */
  readonly parameters: Float64Array
  /** SCHEDULE_WIDTH figures an hour. */
  readonly schedule: Float64Array
  /** DAY_WIDTH figures a day. */
  readonly days: Float64Array
  /** WEATHER_WIDTH figures an hour. */
  readonly weather: Float64Array
  /** DUMP_WIDTH figures for each that takes surplus: what is left and what was taken are written. */
  readonly dumps: Float64Array
  /** Steps in an hour: a whole number from 1. Its terms must be made for it. */
  readonly divisor: number
}

/** Power below which nothing is missing: rounding, W. */
const NOTHING_W = 1e-6
/** State of charge that counts as full. */
export const FULL_SOC = 0.985
/** A generator starts at least so far above the floor, and by itself within so much of it, of a full bank. */
const START_ABOVE_FLOOR = 0.04
const FORCED_ABOVE_FLOOR = 0.01
/** Rating of an array is told at these cells, °C. */
const TEST_CELL_C = 25
const REFERENCE_C = 20
/** Hours of the clock between which a night is told. */
const DUSK_H = 18
const DAWN_H = 6
/** Lost by itself in the cold, at least so much of what is lost at 20 °C. */
const LEAST_LEAK = 0.2

/** Where a step's flows are written while nobody looks. */
const SCRATCH = new Float64Array(FLOW_WIDTH)

/** Steps 1 to 8 of the handbook of the balance. Apart from what calls it, so that all it reads is a local: a tenth faster. */
// biome-ignore lint/complexity/noExcessiveLinesPerFunction: the one loop everything else waits for
function runSteps(
  parameters: Float64Array,
  schedule: Float64Array,
  days: Float64Array,
  weather: Float64Array,
  dumps: Float64Array,
  divisor: number,
  firstDay: number,
  pastDay: number,
  state: Float64Array,
  totals: Float64Array,
  extremes: Float64Array,
  flows: Float64Array,
  flowsPerStep: number,
): void {
  const stepH = parameters[AT.stepH] as number
  const arrayAWPerWm2 = parameters[AT.arrayAWPerWm2] as number
  const arrayAPerK = parameters[AT.arrayAPerK] as number
  const arrayARiseK = parameters[AT.arrayARiseK] as number
  const arrayAMostOutW = parameters[AT.arrayAMostOutW] as number
  const arrayAEfficiency = parameters[AT.arrayAEfficiency] as number
  const arrayBWPerWm2 = parameters[AT.arrayBWPerWm2] as number
  const arrayBPerK = parameters[AT.arrayBPerK] as number
  const arrayBRiseK = parameters[AT.arrayBRiseK] as number
  const arrayBMostOutW = parameters[AT.arrayBMostOutW] as number
  const arrayBEfficiency = parameters[AT.arrayBEfficiency] as number
  const arrayCWPerWm2 = parameters[AT.arrayCWPerWm2] as number
  const arrayCPerK = parameters[AT.arrayCPerK] as number
  const arrayCRiseK = parameters[AT.arrayCRiseK] as number
  const arrayCMostOutW = parameters[AT.arrayCMostOutW] as number
  const arrayCEfficiency = parameters[AT.arrayCEfficiency] as number
  const roomLowC = parameters[AT.roomLowC] as number
  const roomHighC = parameters[AT.roomHighC] as number
  const warmthKept = parameters[AT.warmthKept] as number
  const boxWPerK = parameters[AT.boxWPerK] as number
  const setPointC = parameters[AT.setPointC] as number
  const heaterMostW = parameters[AT.heaterMostW] as number
  const heaterOnAc = parameters[AT.heaterOnAc] as number
  const fullWh = parameters[AT.fullWh] as number
  const wellShare = parameters[AT.wellShare] as number
  const wellOwn = parameters[AT.wellOwn] as number
  const wellBound = parameters[AT.wellBound] as number
  const wellPerW = parameters[AT.wellPerW] as number
  const leakPerStep = parameters[AT.leakPerStep] as number
  const leakPerK = parameters[AT.leakPerK] as number
  const chargeEfficiency = parameters[AT.chargeEfficiency] as number
  const resistancePerW = parameters[AT.resistancePerW] as number
  const mostChargeW = parameters[AT.mostChargeW] as number
  const mostDischargeW = parameters[AT.mostDischargeW] as number
  const chargeLockC = parameters[AT.chargeLockC] as number
  const chargeReleaseC = parameters[AT.chargeReleaseC] as number
  const coldChargeShare = parameters[AT.coldChargeShare] as number
  const coldChargePerK = parameters[AT.coldChargePerK] as number
  const chargeHotC = parameters[AT.chargeHotC] as number
  const hotChargePerK = parameters[AT.hotChargePerK] as number
  const taperFullAt = parameters[AT.taperFullAt] as number
  const taperPerSoc = parameters[AT.taperPerSoc] as number
  const taperLeast = parameters[AT.taperLeast] as number
  const coldUseC = parameters[AT.coldUseC] as number
  const coldUsePerK = parameters[AT.coldUsePerK] as number
  const lowUsePerSoc = parameters[AT.lowUsePerSoc] as number
  const lowUseLeast = parameters[AT.lowUseLeast] as number
  const capacityLineA = parameters[AT.capacityLineA] as number
  const capacityLineB = parameters[AT.capacityLineB] as number
  const capacityLineC = parameters[AT.capacityLineC] as number
  const capacityPerKA = parameters[AT.capacityPerKA] as number
  const capacityPerKB = parameters[AT.capacityPerKB] as number
  const capacityPerKC = parameters[AT.capacityPerKC] as number
  const depth = parameters[AT.depth] as number
  const ordinaryShedAt = parameters[AT.ordinaryShedAt] as number
  const ordinaryBackAt = parameters[AT.ordinaryBackAt] as number
  const waitShedAt = parameters[AT.waitShedAt] as number
  const waitBackAt = parameters[AT.waitBackAt] as number
  const inverterMostW = parameters[AT.inverterMostW] as number
  const inverterDeratePerK = parameters[AT.inverterDeratePerK] as number
  const inverterDerateFromC = parameters[AT.inverterDerateFromC] as number
  const idleW = parameters[AT.idleW] as number
  const sleepW = parameters[AT.sleepW] as number
  const inverterLoss = parameters[AT.inverterLoss] as number
  const inverterLossPerW = parameters[AT.inverterLossPerW] as number
  const chargerMostW = parameters[AT.chargerMostW] as number
  const chargerEfficiency = parameters[AT.chargerEfficiency] as number
  const sourceCarriesHouse = parameters[AT.sourceCarriesHouse] as number
  const mainsMostW = parameters[AT.mainsMostW] as number
  const generatorMostW = parameters[AT.generatorMostW] as number
  const generatorStartAt = parameters[AT.generatorStartAt] as number
  const generatorStopAt = parameters[AT.generatorStopAt] as number
  const generatorLeastSteps = parameters[AT.generatorLeastSteps] as number
  const generatorForced = parameters[AT.generatorForced] as number
  const fuelLineA = parameters[AT.fuelLineA] as number
  const fuelLineB = parameters[AT.fuelLineB] as number
  const fuelPerWA = parameters[AT.fuelPerWA] as number
  const fuelPerWB = parameters[AT.fuelPerWB] as number
  const alternatorMostW = parameters[AT.alternatorMostW] as number
  const alternatorEfficiency = parameters[AT.alternatorEfficiency] as number
  const standbyW = parameters[AT.standbyW] as number
  const acChargeMostW = parameters[AT.acChargeMostW] as number
  const acChargeEfficiency = parameters[AT.acChargeEfficiency] as number
  const warmthGain = warmthKept < 1 ? 1 / (1 - warmthKept) : 0
  const inverterSlope = 1 + inverterLoss
  const mostInA = arrayAMostOutW / arrayAEfficiency
  const mostInB = arrayBMostOutW / arrayBEfficiency
  // Beyond the vertex of its parabola more current would charge less.
  const vertexW = resistancePerW > 0 ? (0.5 * chargeEfficiency) / resistancePerW : Number.POSITIVE_INFINITY
  const chargeMostW = mostChargeW < vertexW ? mostChargeW : vertexW

  let ownWh = state[0] as number
  let boundWh = state[1] as number
  let batteryC = state[2] as number
  let locked = state[3] as number
  let generatorOn = state[4] as number
  let generatorSteps = state[5] as number
  let ordinaryShed = state[6] as number
  let waitShed = state[7] as number
  let gapH = state[8] as number
  let criticalGapH = state[9] as number
  let fullToday = state[10] as number
  let shortTonight = state[11] as number

  for (let day = firstDay; day < pastDay; day++) {
    // Whole: an index that might have a fraction is looked at again at every use.
    const row = (days[day * DAY_WIDTH] as number) | 0
    const loadFactor = days[day * DAY_WIDTH + 1] as number
    for (let d = 0; d < dumps.length; d += DUMP_WIDTH) dumps[d + 2] = dumps[d + 1] as number
    fullToday = 0
    for (let hour = 0; hour < 24; hour++) {
      const at = day * 24 + hour
      const w = at * WEATHER_WIDTH
      const sunA = weather[w] as number
      const sunB = weather[w + 1] as number
      const sunC = weather[w + 2] as number
      const airC = weather[w + 3] as number
      const s = row + hour * SCHEDULE_WIDTH
      const inUse = schedule[s + 12] as number
      if (hour === 12) shortTonight = 0
      const isNight = hour < DAWN_H || hour >= DUSK_H

      // 3. What the arrays could give: the hour's, whatever the step.
      const heatA = 1 + arrayAPerK * (airC + arrayARiseK * sunA - TEST_CELL_C)
      const pvA = arrayAWPerWm2 * sunA * (heatA > 0 ? heatA : 0)
      const takenA = pvA < mostInA ? pvA : mostInA
      // One that is not there is passed over.
      let pvB = 0
      let takenB = 0
      if (arrayBWPerWm2 > 0) {
        const heatB = 1 + arrayBPerK * (airC + arrayBRiseK * sunB - TEST_CELL_C)
        pvB = arrayBWPerWm2 * sunB * (heatB > 0 ? heatB : 0)
        takenB = pvB < mostInB ? pvB : mostInB
      }
      let acSunW = 0
      if (arrayCWPerWm2 > 0) {
        const heatC = 1 + arrayCPerK * (airC + arrayCRiseK * sunC - TEST_CELL_C)
        const acCould = arrayCWPerWm2 * sunC * (heatC > 0 ? heatC : 0) * arrayCEfficiency
        acSunW = acCould < arrayCMostOutW ? acCould : arrayCMostOutW
      }
      const outA = takenA * arrayAEfficiency
      const outB = takenB * arrayBEfficiency
      const pvW = pvA + pvB
      const clippedW = pvA - takenA + (pvB - takenB)

      // 4. What is wanted.
      const acCritical = (schedule[s] as number) * loadFactor
      const acOrdinary = (schedule[s + 1] as number) * loadFactor
      const acWait = (schedule[s + 2] as number) * loadFactor
      const dcCritical = (schedule[s + 3] as number) * loadFactor
      const dcOrdinary = (schedule[s + 4] as number) * loadFactor
      const dcWait = (schedule[s + 5] as number) * loadFactor
      const lossCritical = (schedule[s + 6] as number) * loadFactor
      const lossOrdinary = (schedule[s + 7] as number) * loadFactor
      const lossWait = (schedule[s + 8] as number) * loadFactor
      const mainsMost = mainsMostW * (schedule[s + 9] as number)
      const alternatorOut = alternatorMostW * alternatorEfficiency * (schedule[s + 10] as number)
      const mayStart = (schedule[s + 11] as number) * inUse
      const criticalWanted = acCritical + dcCritical
      const ordinaryWanted = acOrdinary + dcOrdinary
      const waitWanted = acWait + dcWait
      const standbyWanted = standbyW * inUse

      // 1. The room of the batteries, and the rating the inverter has in it.
      const roomC = airC < roomLowC ? roomLowC : airC > roomHighC ? roomHighC : airC
      const overK = roomC - inverterDerateFromC
      const rating = 1 - inverterDeratePerK * (overK > 0 ? overK : 0)
      const inverterMost = inverterMostW * (rating > 0 ? rating : 0) * inUse

      for (let part = 0; part < divisor; part++) {
        const step = at * divisor + part
        // 1. The heater brings the box to its set point within the step, if it can.
        const heatAsked = ((setPointC - batteryC * warmthKept) * warmthGain - roomC) * boxWPerK
        const heatWanted = (heatAsked < 0 ? 0 : heatAsked > heaterMostW ? heaterMostW : heatAsked) * inUse
        const heatAc = heatWanted * heaterOnAc
        const heatDc = heatWanted - heatAc

        // 2. What the bank loses by itself, takes and gives.
        const before = ownWh + boundWh
        const warm = 1 + leakPerK * (batteryC - REFERENCE_C)
        const kept = 1 - leakPerStep * (warm < LEAST_LEAK ? LEAST_LEAK : warm)
        ownWh *= kept
        boundWh *= kept
        const stored = ownWh + boundWh
        const leakW = (before - stored) / stepH
        const soc = stored / fullWh
        let capacity = capacityLineA + capacityPerKA * batteryC
        const second = capacityLineB + capacityPerKB * batteryC
        const third = capacityLineC + capacityPerKC * batteryC
        if (second < capacity) capacity = second
        if (third < capacity) capacity = third
        if (capacity > 1) capacity = 1
        if (capacity < 0) capacity = 0
        const floor = 1 - depth * capacity
        locked = batteryC < chargeLockC ? 1 : batteryC > chargeReleaseC ? 0 : locked
        const cold = coldChargeShare + coldChargePerK * (batteryC - chargeLockC)
        const hot = hotChargePerK * (chargeHotC - batteryC)
        let chargeShare = cold < hot ? cold : hot
        if (chargeShare > 1) chargeShare = 1
        if (chargeShare < 0 || locked > 0) chargeShare = 0
        let taper = 1 - taperPerSoc * (soc - taperFullAt)
        if (taper > 1) taper = 1
        if (taper < taperLeast) taper = taperLeast
        const atHand = wellOwn * ownWh + wellBound * boundWh
        const roomOwn = (wellShare * fullWh - atHand) / wellPerW
        const roomAll = (fullWh - stored) / stepH
        let gainMost = roomOwn < roomAll ? roomOwn : roomAll
        if (gainMost < 0) gainMost = 0
        const bend = chargeEfficiency * chargeEfficiency - 4 * resistancePerW * gainMost
        const byRoom = (2 * gainMost) / (chargeEfficiency + Math.sqrt(bend > 0 ? bend : 0))
        const byLimit = chargeMostW * chargeShare * taper
        const chargeMost = byRoom < byLimit ? byRoom : byLimit
        const giveOwn = atHand / wellPerW
        const giveAll = (stored - floor * fullWh) / stepH
        let giveMost = giveOwn < giveAll ? giveOwn : giveAll
        if (giveMost < 0) giveMost = 0
        const byStored = (2 * giveMost) / (1 + Math.sqrt(1 + 4 * resistancePerW * giveMost))
        let coldUse = coldUsePerK * (batteryC - coldUseC)
        coldUse = coldUse > 1 ? 1 : coldUse < 0 ? 0 : coldUse
        let lowUse = lowUsePerSoc * (soc - floor)
        lowUse = lowUse > 1 ? 1 : lowUse < lowUseLeast ? lowUseLeast : lowUse
        const byUse = mostDischargeW * coldUse * lowUse
        const dischargeMost = byStored < byUse ? byStored : byUse

        // 4. Ranks that wait for better days.
        ordinaryShed = soc < ordinaryShedAt ? 1 : soc > ordinaryBackAt ? 0 : ordinaryShed
        waitShed = soc < waitShedAt ? 1 : soc > waitBackAt ? 0 : waitShed
        const acOrdinaryNow = ordinaryShed > 0 ? 0 : acOrdinary
        const dcOrdinaryNow = ordinaryShed > 0 ? 0 : dcOrdinary + lossOrdinary
        const acWaitNow = waitShed > 0 ? 0 : acWait
        const dcWaitNow = waitShed > 0 ? 0 : dcWait + lossWait

        // 5. The AC side: AC-coupled sun, then mains, then generator, then the inverter.
        const acWanted = heatAc + acCritical + acOrdinaryNow + acWaitNow
        const acFromSun = acSunW < acWanted ? acSunW : acWanted
        const afterSun = acWanted - acFromSun
        const mainsHouse = sourceCarriesHouse > 0 ? (mainsMost < afterSun ? mainsMost : afterSun) : 0
        const afterMains = afterSun - mainsHouse
        let generatorMost = 0
        if (generatorMostW > 0) {
          const leastStart = floor + START_ABOVE_FLOOR
          const startAt = generatorStartAt > leastStart ? generatorStartAt : leastStart
          const isForced = generatorForced * inUse > 0 && soc < floor + FORCED_ABOVE_FLOOR
          const isUseful = sourceCarriesHouse > 0 || chargeMost > 0
          const goesOn = generatorOn > 0 && (soc < generatorStopAt || generatorSteps < generatorLeastSteps)
          const starts = (mayStart > 0 && soc < startAt) || isForced
          const runs = (goesOn || starts) && isUseful && inUse > 0
          if (runs) {
            if (generatorOn === 0) totals[32] = (totals[32] as number) + 1
            generatorSteps = generatorOn > 0 ? generatorSteps + 1 : 1
            generatorMost = generatorMostW
          } else generatorSteps = 0
          generatorOn = runs ? 1 : 0
        }
        const generatorHouse = sourceCarriesHouse > 0 ? (generatorMost < afterMains ? generatorMost : afterMains) : 0
        const toInverter = afterMains - generatorHouse
        const sourceLeft = mainsMost - mainsHouse + (generatorMost - generatorHouse)
        let chargerOut = sourceLeft * chargerEfficiency
        if (chargerOut > chargerMostW) chargerOut = chargerMostW
        const acSpare = acSunW - acFromSun
        let sunChargeIn = acSpare < acChargeMostW ? acSpare : acChargeMostW
        let sunChargeOut = sunChargeIn * acChargeEfficiency

        // 6. The DC bus: what comes, what goes.
        const comes = outA + outB + alternatorOut + chargerOut + sunChargeOut
        const dcNow = dcCritical + lossCritical + dcOrdinaryNow + dcWaitNow
        const idle = toInverter > 0 ? idleW : sleepW * inUse
        const inverterDraw = idle + (inverterSlope + inverterLossPerW * toInverter) * toInverter
        const goes = standbyWanted + heatDc + dcNow + inverterDraw
        let standby = standbyWanted
        let heat = heatWanted
        let acServed = acWanted - heatAc
        let dcServed = dcCritical + (ordinaryShed > 0 ? 0 : dcOrdinary) + (waitShed > 0 ? 0 : dcWait)
        let converterLoss = lossCritical + (ordinaryShed > 0 ? 0 : lossOrdinary) + (waitShed > 0 ? 0 : lossWait)
        let inverterLost = inverterDraw - toInverter
        let criticalServed = criticalWanted
        let ordinaryServed = ordinaryShed > 0 ? 0 : ordinaryWanted
        let waitServed = waitShed > 0 ? 0 : waitWanted
        let drawn = goes
        if (goes > comes + dischargeMost || toInverter > inverterMost) {
          // Not enough for all: standby and heat, then rank by rank, the lowest goes without first.
          let left = comes + dischargeMost
          standby = standbyWanted < left ? standbyWanted : left
          left -= standby
          const heatDcGiven = heatDc < left ? heatDc : left
          left -= heatDcGiven
          let freeAc = acFromSun + mainsHouse + generatorHouse
          const heatFree = heatAc < freeAc ? heatAc : freeAc
          freeAc -= heatFree
          const criticalFree = acCritical < freeAc ? acCritical : freeAc
          freeAc -= criticalFree
          const ordinaryFree = acOrdinaryNow < freeAc ? acOrdinaryNow : freeAc
          freeAc -= ordinaryFree
          const waitFree = acWaitNow < freeAc ? acWaitNow : freeAc
          const asked = toInverter > 0
          const idleAsked = asked ? idleW : sleepW * inUse
          // An inverter that cannot even wake gives nothing, and draws nothing.
          const wakes = left > idleAsked
          const idleGiven = wakes ? idleAsked : 0
          left -= idleGiven
          let ratingLeft = wakes && asked ? inverterMost : 0
          let converted = 0
          // Heater on the AC board.
          const heatMore = heatAc - heatFree
          const heatThrough = heatMore < ratingLeft ? heatMore : ratingLeft
          ratingLeft -= heatThrough
          const heatCost = inverterSlope * heatThrough
          const heatBend = inverterLossPerW * heatThrough * heatThrough
          const heatPart =
            heatCost > 0 ? (2 * left) / (heatCost + Math.sqrt(heatCost * heatCost + 4 * heatBend * left)) : 0
          const heatShare = heatPart < 1 ? heatPart : 1
          left -= heatShare * (heatCost + heatShare * heatBend)
          converted += heatShare * heatThrough
          if (left < 0) left = 0
          // Critical.
          const criticalMore = acCritical - criticalFree
          const criticalThrough = criticalMore < ratingLeft ? criticalMore : ratingLeft
          ratingLeft -= criticalThrough
          const criticalCost =
            dcCritical + lossCritical + (inverterSlope + 2 * inverterLossPerW * converted) * criticalThrough
          const criticalBend = inverterLossPerW * criticalThrough * criticalThrough
          const criticalPart =
            criticalCost > 0
              ? (2 * left) / (criticalCost + Math.sqrt(criticalCost * criticalCost + 4 * criticalBend * left))
              : 1
          const criticalShare = criticalPart < 1 ? criticalPart : 1
          left -= criticalShare * (criticalCost + criticalShare * criticalBend)
          converted += criticalShare * criticalThrough
          if (left < 0) left = 0
          // Ordinary.
          const ordinaryMore = acOrdinaryNow - ordinaryFree
          const ordinaryThrough = ordinaryMore < ratingLeft ? ordinaryMore : ratingLeft
          ratingLeft -= ordinaryThrough
          const ordinaryCost = dcOrdinaryNow + (inverterSlope + 2 * inverterLossPerW * converted) * ordinaryThrough
          const ordinaryBend = inverterLossPerW * ordinaryThrough * ordinaryThrough
          const ordinaryPart =
            ordinaryCost > 0
              ? (2 * left) / (ordinaryCost + Math.sqrt(ordinaryCost * ordinaryCost + 4 * ordinaryBend * left))
              : 1
          const ordinaryShare = ordinaryPart < 1 ? ordinaryPart : 1
          left -= ordinaryShare * (ordinaryCost + ordinaryShare * ordinaryBend)
          converted += ordinaryShare * ordinaryThrough
          if (left < 0) left = 0
          // What can wait.
          const waitMore = acWaitNow - waitFree
          const waitThrough = waitMore < ratingLeft ? waitMore : ratingLeft
          const waitCost = dcWaitNow + (inverterSlope + 2 * inverterLossPerW * converted) * waitThrough
          const waitBend = inverterLossPerW * waitThrough * waitThrough
          const waitPart =
            waitCost > 0 ? (2 * left) / (waitCost + Math.sqrt(waitCost * waitCost + 4 * waitBend * left)) : 1
          const waitShare = waitPart < 1 ? waitPart : 1
          converted += waitShare * waitThrough

          heat = heatDcGiven + heatFree + heatShare * heatThrough
          const dcOrdinaryGiven = ordinaryShed > 0 ? 0 : ordinaryShare * dcOrdinary
          const dcWaitGiven = waitShed > 0 ? 0 : waitShare * dcWait
          const acCriticalGiven = criticalFree + criticalShare * criticalThrough
          const acOrdinaryGiven = ordinaryFree + ordinaryShare * ordinaryThrough
          const acWaitGiven = waitFree + waitShare * waitThrough
          acServed = acCriticalGiven + acOrdinaryGiven + acWaitGiven
          dcServed = criticalShare * dcCritical + dcOrdinaryGiven + dcWaitGiven
          converterLoss =
            criticalShare * lossCritical +
            (ordinaryShed > 0 ? 0 : ordinaryShare * lossOrdinary) +
            (waitShed > 0 ? 0 : waitShare * lossWait)
          criticalServed = acCriticalGiven + criticalShare * dcCritical
          ordinaryServed = acOrdinaryGiven + dcOrdinaryGiven
          waitServed = acWaitGiven + dcWaitGiven
          const draw = idleGiven + (inverterSlope + inverterLossPerW * converted) * converted
          inverterLost = draw - converted
          drawn = standby + heatDcGiven + dcServed + converterLoss + draw
        }

        // 6. What is left over charges, heats, and is then held back; what is missing is taken out of the bank.
        const net = comes - drawn
        let charge = 0
        let discharge = 0
        let dump = 0
        let cutA = 0
        let cutB = 0
        let alternatorGiven = alternatorOut
        if (net >= 0) {
          charge = net < chargeMost ? net : chargeMost
          let over = net - charge
          if (over > 0) {
            // Only the sun heats water: no generator runs for it.
            const sunOver = outA + outB + sunChargeOut - drawn
            let forHeat = over < sunOver ? over : sunOver
            for (let d = 0; d < dumps.length; d += DUMP_WIDTH) {
              let takes = dumps[d] as number
              const leftW = (dumps[d + 2] as number) / stepH
              if (leftW < takes) takes = leftW
              if (forHeat < takes) takes = forHeat > 0 ? forHeat : 0
              dumps[d + 2] = (dumps[d + 2] as number) - takes * stepH
              dumps[d + 3] = (dumps[d + 3] as number) + takes * stepH
              forHeat -= takes
              dump += takes
            }
            over -= dump
            const lessCharger = over < chargerOut ? over : chargerOut
            chargerOut -= lessCharger
            over -= lessCharger
            const lessAlternator = over < alternatorOut ? over : alternatorOut
            alternatorGiven = alternatorOut - lessAlternator
            over -= lessAlternator
            const lessAcSun = over < sunChargeOut ? over : sunChargeOut
            sunChargeOut -= lessAcSun
            over -= lessAcSun
            cutB = over < outB ? over : outB
            over -= cutB
            cutA = over < outA ? over : outA
            if (lessAcSun > 0) sunChargeIn = sunChargeOut / acChargeEfficiency
          }
        } else discharge = -net

        // 7. The bank.
        const gain = (chargeEfficiency - resistancePerW * charge) * charge
        const taken = (1 + resistancePerW * discharge) * discharge
        const through = taken - gain
        const batteryLoss = charge - gain + (taken - discharge) + leakW
        const leftWh = stored - through * stepH
        ownWh = atHand - wellPerW * through
        boundWh = leftWh - ownWh
        const settledC = roomC + heat / boxWPerK
        batteryC = settledC + (batteryC - settledC) * warmthKept

        // 8. The books; totals in the order of TOTALS.
        const chargerIn = chargerOut / chargerEfficiency
        const mainsSpare = mainsMost - mainsHouse
        const mainsCharge = chargerIn < mainsSpare ? chargerIn : mainsSpare
        const mains = mainsHouse + mainsCharge
        const generator = generatorHouse + (chargerIn - mainsCharge)
        const alternator = alternatorEfficiency > 0 ? alternatorGiven / alternatorEfficiency : 0
        const acGiven = acFromSun + sunChargeIn
        const cutAIn = cutA / arrayAEfficiency
        const cutBIn = cutB / arrayBEfficiency
        const cut = cutAIn + cutBIn
        const controllerLoss = (takenA - cutAIn) * (1 - arrayAEfficiency) + (takenB - cutBIn) * (1 - arrayBEfficiency)
        const chargerLoss = chargerIn - chargerOut + (alternator - alternatorGiven) + (sunChargeIn - sunChargeOut)
        const criticalUnmet = criticalWanted - criticalServed
        const ordinaryUnmet = ordinaryWanted - ordinaryServed
        const waitUnmet = waitWanted - waitServed
        const unmet = criticalUnmet + ordinaryUnmet + waitUnmet

        totals[0] = (totals[0] as number) + pvW * stepH
        totals[1] = (totals[1] as number) + controllerLoss * stepH
        totals[2] = (totals[2] as number) + clippedW * stepH
        totals[3] = (totals[3] as number) + cut * stepH
        totals[4] = (totals[4] as number) + acGiven * stepH
        totals[5] = (totals[5] as number) + (acSunW - acGiven) * stepH
        totals[6] = (totals[6] as number) + generator * stepH
        totals[7] = (totals[7] as number) + mains * stepH
        totals[8] = (totals[8] as number) + alternator * stepH
        totals[9] = (totals[9] as number) + chargerLoss * stepH
        totals[10] = (totals[10] as number) + inverterLost * stepH
        totals[11] = (totals[11] as number) + converterLoss * stepH
        totals[12] = (totals[12] as number) + heat * stepH
        totals[13] = (totals[13] as number) + standby * stepH
        totals[14] = (totals[14] as number) + acServed * stepH
        totals[15] = (totals[15] as number) + dcServed * stepH
        totals[16] = (totals[16] as number) + dump * stepH
        totals[17] = (totals[17] as number) + batteryLoss * stepH
        totals[18] = (totals[18] as number) + charge * stepH
        totals[19] = (totals[19] as number) + discharge * stepH
        totals[20] = (totals[20] as number) + taken * stepH
        totals[21] = (totals[21] as number) + (criticalWanted + ordinaryWanted + waitWanted) * stepH
        totals[22] = (totals[22] as number) + criticalWanted * stepH
        if (criticalWanted + ordinaryWanted + waitWanted > NOTHING_W) totals[27] = (totals[27] as number) + stepH
        if (criticalWanted > NOTHING_W) totals[28] = (totals[28] as number) + stepH
        if (unmet > NOTHING_W) {
          totals[23] = (totals[23] as number) + unmet * stepH
          totals[29] = (totals[29] as number) + stepH
          totals[25] = (totals[25] as number) + ordinaryUnmet * stepH
          totals[26] = (totals[26] as number) + waitUnmet * stepH
          gapH += stepH
          if (isNight && shortTonight === 0) {
            shortTonight = 1
            totals[35] = (totals[35] as number) + 1
          }
          if (gapH > (extremes[0] as number)) {
            extremes[0] = gapH
            extremes[1] = step
          }
        } else gapH = 0
        if (criticalUnmet > NOTHING_W) {
          totals[24] = (totals[24] as number) + criticalUnmet * stepH
          totals[30] = (totals[30] as number) + stepH
          criticalGapH += stepH
          if (criticalGapH > (extremes[2] as number)) extremes[2] = criticalGapH
        } else criticalGapH = 0
        if (generatorMost > 0) {
          totals[31] = (totals[31] as number) + stepH
          const fuel0 = fuelLineA + fuelPerWA * generator
          const fuel1 = fuelLineB + fuelPerWB * generator
          totals[33] = (totals[33] as number) + (fuel1 > fuel0 ? fuel1 : fuel0) * stepH
        }
        if (locked > 0) totals[36] = (totals[36] as number) + stepH
        const endSoc = leftWh / fullWh
        if (endSoc < (extremes[3] as number)) {
          extremes[3] = endSoc
          extremes[4] = step
        }
        if (endSoc > FULL_SOC && fullToday === 0) {
          fullToday = 1
          totals[34] = (totals[34] as number) + 1
        }
        if (batteryC < (extremes[5] as number)) extremes[5] = batteryC
        if (flowsPerStep > 0) {
          const f = step * flowsPerStep
          flows[f] = pvW
          flows[f + 1] = controllerLoss
          flows[f + 2] = clippedW
          flows[f + 3] = cut
          flows[f + 4] = acGiven
          flows[f + 5] = generator
          flows[f + 6] = mains
          flows[f + 7] = alternator
          flows[f + 8] = chargerLoss
          flows[f + 9] = inverterLost
          flows[f + 10] = converterLoss
          flows[f + 11] = heat
          flows[f + 12] = standby
          flows[f + 13] = acServed
          flows[f + 14] = dcServed
          flows[f + 15] = dump
          flows[f + 16] = unmet
          flows[f + 17] = charge
          flows[f + 18] = discharge
          flows[f + 19] = batteryLoss
          flows[f + 20] = endSoc
          flows[f + 21] = leftWh
          flows[f + 22] = criticalUnmet
          flows[f + 23] = acSunW - acGiven
          flows[f + 24] = batteryC
        }
      }
    }
  }
  state[0] = ownWh
  state[1] = boundWh
  state[2] = batteryC
  state[3] = locked
  state[4] = generatorOn
  state[5] = generatorSteps
  state[6] = ordinaryShed
  state[7] = waitShed
  state[8] = gapH
  state[9] = criticalGapH
  state[10] = fullToday
  state[11] = shortTonight
}

/**
 * Works the days from one up to another, hour by hour: handbook of the balance, steps 1 to 8. Adds to totals, moves the state
 * on, and writes each step's flows where it is handed room for them. In every step what enters is what is lost, served or
 * stored. Pure but for what it is handed; the same bits wherever the same figures go in.
 * @param firstDay of the year, from 0
 * @param pastDay the day after the last
 * @param state in the order of STATE; totals and extremes in that of TOTALS and EXTREMES: they stand here by their places
 * @param flows FLOW_WIDTH figures a step from the first of the year; null where nobody looks
 */
export function runDays(
  run: Run,
  firstDay: number,
  pastDay: number,
  state: Float64Array,
  totals: Float64Array,
  extremes: Float64Array,
  flows: Float64Array | null,
): void {
  const { parameters, schedule, days, weather, dumps, divisor } = run
  const kept = flows ?? SCRATCH
  const perStep = flows ? FLOW_WIDTH : 0
  runSteps(
    parameters,
    schedule,
    days,
    weather,
    dumps,
    divisor,
    firstDay,
    pastDay,
    state,
    totals,
    extremes,
    kept,
    perStep,
  )
}
