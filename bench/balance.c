/* The balance of core/src/proof/balance.ts as a plain C loop: what that one is measured beside. Read as it is there, step by
   step; the measurement refuses to speak where the two give other totals. Built where a compiler is: cc -O3. */
#include <math.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <time.h>

#define NOTHING_W 1e-6
#define FULL_SOC 0.985
#define START_ABOVE_FLOOR 0.04
#define FORCED_ABOVE_FLOOR 0.01
#define TEST_CELL_C 25
#define REFERENCE_C 20
#define LEAST_LEAK 0.2
#define DUSK_H 18
#define DAWN_H 6

static void runDay(const double *parameters, const double *schedule, const double *days, const double *weather,
                   double *dumps, int dumpCells, int divisor, int day, double *state, double *totals, double *extremes,
                   double *flows, int flowsPerStep) {

  const double stepH = parameters[0];
  const double arrayAWPerWm2 = parameters[1];
  const double arrayAPerK = parameters[2];
  const double arrayARiseK = parameters[3];
  const double arrayAMostOutW = parameters[4];
  const double arrayAEfficiency = parameters[5];
  const double arrayBWPerWm2 = parameters[6];
  const double arrayBPerK = parameters[7];
  const double arrayBRiseK = parameters[8];
  const double arrayBMostOutW = parameters[9];
  const double arrayBEfficiency = parameters[10];
  const double arrayCWPerWm2 = parameters[11];
  const double arrayCPerK = parameters[12];
  const double arrayCRiseK = parameters[13];
  const double arrayCMostOutW = parameters[14];
  const double arrayCEfficiency = parameters[15];
  const double roomLowC = parameters[16];
  const double roomHighC = parameters[17];
  const double warmthKept = parameters[18];
  const double boxWPerK = parameters[19];
  const double setPointC = parameters[20];
  const double heaterMostW = parameters[21];
  const double heaterOnAc = parameters[22];
  const double fullWh = parameters[23];
  const double wellShare = parameters[24];
  const double wellOwn = parameters[25];
  const double wellBound = parameters[26];
  const double wellPerW = parameters[27];
  const double leakPerStep = parameters[28];
  const double leakPerK = parameters[29];
  const double chargeEfficiency = parameters[30];
  const double resistancePerW = parameters[31];
  const double mostChargeW = parameters[32];
  const double mostDischargeW = parameters[33];
  const double chargeLockC = parameters[34];
  const double chargeReleaseC = parameters[35];
  const double coldChargeShare = parameters[36];
  const double coldChargePerK = parameters[37];
  const double chargeHotC = parameters[38];
  const double hotChargePerK = parameters[39];
  const double taperFullAt = parameters[40];
  const double taperPerSoc = parameters[41];
  const double taperLeast = parameters[42];
  const double coldUseC = parameters[43];
  const double coldUsePerK = parameters[44];
  const double lowUsePerSoc = parameters[45];
  const double lowUseLeast = parameters[46];
  const double capacityLineA = parameters[47];
  const double capacityLineB = parameters[48];
  const double capacityLineC = parameters[49];
  const double capacityPerKA = parameters[50];
  const double capacityPerKB = parameters[51];
  const double capacityPerKC = parameters[52];
  const double depth = parameters[53];
  const double ordinaryShedAt = parameters[54];
  const double ordinaryBackAt = parameters[55];
  const double waitShedAt = parameters[56];
  const double waitBackAt = parameters[57];
  const double inverterMostW = parameters[58];
  const double inverterDeratePerK = parameters[59];
  const double inverterDerateFromC = parameters[60];
  const double idleW = parameters[61];
  const double sleepW = parameters[62];
  const double inverterLoss = parameters[63];
  const double inverterLossPerW = parameters[64];
  const double chargerMostW = parameters[65];
  const double chargerEfficiency = parameters[66];
  const double sourceCarriesHouse = parameters[67];
  const double mainsMostW = parameters[68];
  const double generatorMostW = parameters[69];
  const double generatorStartAt = parameters[70];
  const double generatorStopAt = parameters[71];
  const double generatorLeastSteps = parameters[72];
  const double generatorForced = parameters[73];
  const double fuelLineA = parameters[74];
  const double fuelLineB = parameters[75];
  const double fuelPerWA = parameters[76];
  const double fuelPerWB = parameters[77];
  const double alternatorMostW = parameters[78];
  const double alternatorEfficiency = parameters[79];
  const double standbyW = parameters[80];
  const double acChargeMostW = parameters[81];
  const double acChargeEfficiency = parameters[82];
  const double warmthGain = warmthKept < 1 ? 1 / (1 - warmthKept) : 0;
  const double inverterSlope = 1 + inverterLoss;
  const double mostInA = arrayAMostOutW / arrayAEfficiency;
  const double mostInB = arrayBMostOutW / arrayBEfficiency;
  // Beyond the vertex of its parabola more current would charge less.
  const double vertexW = resistancePerW > 0 ? (0.5 * chargeEfficiency) / resistancePerW : INFINITY;
  const double chargeMostW = mostChargeW < vertexW ? mostChargeW : vertexW;

  double ownWh = state[0];
  double boundWh = state[1];
  double batteryC = state[2];
  double locked = state[3];
  double generatorOn = state[4];
  double generatorSteps = state[5];
  double ordinaryShed = state[6];
  double waitShed = state[7];
  double gapH = state[8];
  double criticalGapH = state[9];
  double fullToday = state[10];
  double shortTonight = state[11];

  const int row = days[day * 2];
  const double loadFactor = days[day * 2 + 1];
  for (int d = 0; d < dumpCells; d += 4) dumps[d + 2] = dumps[d + 1];
  fullToday = 0;
  for (int hour = 0; hour < 24; hour++) {
    const int at = day * 24 + hour;
    const int w = at * 4;
    const double sunA = weather[w];
    const double sunB = weather[w + 1];
    const double sunC = weather[w + 2];
    const double airC = weather[w + 3];
    const int s = row + hour * 13;
    const double inUse = schedule[s + 12];
    if (hour == 12) shortTonight = 0;
    const int isNight = hour < DAWN_H || hour >= DUSK_H;

    // 3. What the arrays could give: the hour's, whatever the step.
    const double heatA = 1 + arrayAPerK * (airC + arrayARiseK * sunA - TEST_CELL_C);
    const double pvA = arrayAWPerWm2 * sunA * (heatA > 0 ? heatA : 0);
    const double takenA = pvA < mostInA ? pvA : mostInA;
    const double heatB = 1 + arrayBPerK * (airC + arrayBRiseK * sunB - TEST_CELL_C);
    const double pvB = arrayBWPerWm2 * sunB * (heatB > 0 ? heatB : 0);
    const double takenB = pvB < mostInB ? pvB : mostInB;
    const double heatC = 1 + arrayCPerK * (airC + arrayCRiseK * sunC - TEST_CELL_C);
    const double acCould = arrayCWPerWm2 * sunC * (heatC > 0 ? heatC : 0) * arrayCEfficiency;
    const double acSunW = acCould < arrayCMostOutW ? acCould : arrayCMostOutW;
    const double outA = takenA * arrayAEfficiency;
    const double outB = takenB * arrayBEfficiency;
    const double pvW = pvA + pvB;
    const double clippedW = pvA - takenA + (pvB - takenB);

    // 4. What is wanted.
    const double acCritical = (schedule[s]) * loadFactor;
    const double acOrdinary = (schedule[s + 1]) * loadFactor;
    const double acWait = (schedule[s + 2]) * loadFactor;
    const double dcCritical = (schedule[s + 3]) * loadFactor;
    const double dcOrdinary = (schedule[s + 4]) * loadFactor;
    const double dcWait = (schedule[s + 5]) * loadFactor;
    const double lossCritical = (schedule[s + 6]) * loadFactor;
    const double lossOrdinary = (schedule[s + 7]) * loadFactor;
    const double lossWait = (schedule[s + 8]) * loadFactor;
    const double mainsMost = mainsMostW * (schedule[s + 9]);
    const double alternatorOut = alternatorMostW * alternatorEfficiency * (schedule[s + 10]);
    const double mayStart = (schedule[s + 11]) * inUse;
    const double criticalWanted = acCritical + dcCritical;
    const double ordinaryWanted = acOrdinary + dcOrdinary;
    const double waitWanted = acWait + dcWait;
    const double standbyWanted = standbyW * inUse;

    // 1. The room of the batteries, and the rating the inverter has in it.
    const double roomC = airC < roomLowC ? roomLowC : airC > roomHighC ? roomHighC : airC;
    const double overK = roomC - inverterDerateFromC;
    const double rating = 1 - inverterDeratePerK * (overK > 0 ? overK : 0);
    const double inverterMost = inverterMostW * (rating > 0 ? rating : 0) * inUse;

    for (int part = 0; part < divisor; part++) {
      const int step = at * divisor + part;
      // 1. The heater brings the box to its set point within the step, if it can.
      const double heatAsked = ((setPointC - batteryC * warmthKept) * warmthGain - roomC) * boxWPerK;
      const double heatWanted = (heatAsked < 0 ? 0 : heatAsked > heaterMostW ? heaterMostW : heatAsked) * inUse;
      const double heatAc = heatWanted * heaterOnAc;
      const double heatDc = heatWanted - heatAc;

      // 2. What the bank loses by itself, takes and gives.
      const double before = ownWh + boundWh;
      const double warm = 1 + leakPerK * (batteryC - REFERENCE_C);
      const double kept = 1 - leakPerStep * (warm < LEAST_LEAK ? LEAST_LEAK : warm);
      ownWh *= kept;
      boundWh *= kept;
      const double stored = ownWh + boundWh;
      const double leakW = (before - stored) / stepH;
      const double soc = stored / fullWh;
      double capacity = capacityLineA + capacityPerKA * batteryC;
      const double second = capacityLineB + capacityPerKB * batteryC;
      const double third = capacityLineC + capacityPerKC * batteryC;
      if (second < capacity) capacity = second;
      if (third < capacity) capacity = third;
      if (capacity > 1) capacity = 1;
      if (capacity < 0) capacity = 0;
      const double floor = 1 - depth * capacity;
      locked = batteryC < chargeLockC ? 1 : batteryC > chargeReleaseC ? 0 : locked;
      const double cold = coldChargeShare + coldChargePerK * (batteryC - chargeLockC);
      const double hot = hotChargePerK * (chargeHotC - batteryC);
      double chargeShare = cold < hot ? cold : hot;
      if (chargeShare > 1) chargeShare = 1;
      if (chargeShare < 0 || locked > 0) chargeShare = 0;
      double taper = 1 - taperPerSoc * (soc - taperFullAt);
      if (taper > 1) taper = 1;
      if (taper < taperLeast) taper = taperLeast;
      const double atHand = wellOwn * ownWh + wellBound * boundWh;
      const double roomOwn = (wellShare * fullWh - atHand) / wellPerW;
      const double roomAll = (fullWh - stored) / stepH;
      double gainMost = roomOwn < roomAll ? roomOwn : roomAll;
      if (gainMost < 0) gainMost = 0;
      const double bend = chargeEfficiency * chargeEfficiency - 4 * resistancePerW * gainMost;
      const double byRoom = (2 * gainMost) / (chargeEfficiency + sqrt(bend > 0 ? bend : 0));
      const double byLimit = chargeMostW * chargeShare * taper;
      const double chargeMost = byRoom < byLimit ? byRoom : byLimit;
      const double giveOwn = atHand / wellPerW;
      const double giveAll = (stored - floor * fullWh) / stepH;
      double giveMost = giveOwn < giveAll ? giveOwn : giveAll;
      if (giveMost < 0) giveMost = 0;
      const double byStored = (2 * giveMost) / (1 + sqrt(1 + 4 * resistancePerW * giveMost));
      double coldUse = coldUsePerK * (batteryC - coldUseC);
      coldUse = coldUse > 1 ? 1 : coldUse < 0 ? 0 : coldUse;
      double lowUse = lowUsePerSoc * (soc - floor);
      lowUse = lowUse > 1 ? 1 : lowUse < lowUseLeast ? lowUseLeast : lowUse;
      const double byUse = mostDischargeW * coldUse * lowUse;
      const double dischargeMost = byStored < byUse ? byStored : byUse;

      // 4. Ranks that wait for better days.
      ordinaryShed = soc < ordinaryShedAt ? 1 : soc > ordinaryBackAt ? 0 : ordinaryShed;
      waitShed = soc < waitShedAt ? 1 : soc > waitBackAt ? 0 : waitShed;
      const double acOrdinaryNow = ordinaryShed > 0 ? 0 : acOrdinary;
      const double dcOrdinaryNow = ordinaryShed > 0 ? 0 : dcOrdinary + lossOrdinary;
      const double acWaitNow = waitShed > 0 ? 0 : acWait;
      const double dcWaitNow = waitShed > 0 ? 0 : dcWait + lossWait;

      // 5. The AC side: AC-coupled sun, then mains, then generator, then the inverter.
      const double acWanted = heatAc + acCritical + acOrdinaryNow + acWaitNow;
      const double acFromSun = acSunW < acWanted ? acSunW : acWanted;
      const double afterSun = acWanted - acFromSun;
      const double mainsHouse = sourceCarriesHouse > 0 ? (mainsMost < afterSun ? mainsMost : afterSun) : 0;
      const double afterMains = afterSun - mainsHouse;
      double generatorMost = 0;
      if (generatorMostW > 0) {
        const double leastStart = floor + START_ABOVE_FLOOR;
        const double startAt = generatorStartAt > leastStart ? generatorStartAt : leastStart;
        const int isForced = generatorForced * inUse > 0 && soc < floor + FORCED_ABOVE_FLOOR;
        const int isUseful = sourceCarriesHouse > 0 || chargeMost > 0;
        const int goesOn = generatorOn > 0 && (soc < generatorStopAt || generatorSteps < generatorLeastSteps);
        const int starts = (mayStart > 0 && soc < startAt) || isForced;
        const int runs = (goesOn || starts) && isUseful && inUse > 0;
        if (runs) {
          totals[32] = (totals[32]) + (generatorOn > 0 ? 0 : 1);
          generatorSteps = generatorOn > 0 ? generatorSteps + 1 : 1;
          generatorMost = generatorMostW;
        } else generatorSteps = 0;
        generatorOn = runs ? 1 : 0;
      }
      const double generatorHouse = sourceCarriesHouse > 0 ? (generatorMost < afterMains ? generatorMost : afterMains) : 0;
      const double toInverter = afterMains - generatorHouse;
      const double sourceLeft = mainsMost - mainsHouse + (generatorMost - generatorHouse);
      double chargerOut = sourceLeft * chargerEfficiency;
      if (chargerOut > chargerMostW) chargerOut = chargerMostW;
      const double acSpare = acSunW - acFromSun;
      double sunChargeIn = acSpare < acChargeMostW ? acSpare : acChargeMostW;
      double sunChargeOut = sunChargeIn * acChargeEfficiency;

      // 6. The DC bus: what comes, what goes.
      const double comes = outA + outB + alternatorOut + chargerOut + sunChargeOut;
      const double dcNow = dcCritical + lossCritical + dcOrdinaryNow + dcWaitNow;
      const double idle = toInverter > 0 ? idleW : sleepW * inUse;
      const double inverterDraw = idle + (inverterSlope + inverterLossPerW * toInverter) * toInverter;
      const double goes = standbyWanted + heatDc + dcNow + inverterDraw;
      double standby = standbyWanted;
      double heat = heatWanted;
      double acServed = acWanted - heatAc;
      double dcServed = dcCritical + (ordinaryShed > 0 ? 0 : dcOrdinary) + (waitShed > 0 ? 0 : dcWait);
      double converterLoss = lossCritical + (ordinaryShed > 0 ? 0 : lossOrdinary) + (waitShed > 0 ? 0 : lossWait);
      double inverterLost = inverterDraw - toInverter;
      double criticalServed = criticalWanted;
      double ordinaryServed = ordinaryShed > 0 ? 0 : ordinaryWanted;
      double waitServed = waitShed > 0 ? 0 : waitWanted;
      double drawn = goes;
      if (goes > comes + dischargeMost || toInverter > inverterMost) {
        // Not enough for all: standby and heat, then rank by rank, the lowest goes without first.
        double left = comes + dischargeMost;
        standby = standbyWanted < left ? standbyWanted : left;
        left -= standby;
        const double heatDcGiven = heatDc < left ? heatDc : left;
        left -= heatDcGiven;
        double freeAc = acFromSun + mainsHouse + generatorHouse;
        const double heatFree = heatAc < freeAc ? heatAc : freeAc;
        freeAc -= heatFree;
        const double criticalFree = acCritical < freeAc ? acCritical : freeAc;
        freeAc -= criticalFree;
        const double ordinaryFree = acOrdinaryNow < freeAc ? acOrdinaryNow : freeAc;
        freeAc -= ordinaryFree;
        const double waitFree = acWaitNow < freeAc ? acWaitNow : freeAc;
        const int asked = toInverter > 0;
        const double idleAsked = asked ? idleW : sleepW * inUse;
        // An inverter that cannot even wake gives nothing, and draws nothing.
        const int wakes = left > idleAsked;
        const double idleGiven = wakes ? idleAsked : 0;
        left -= idleGiven;
        double ratingLeft = wakes && asked ? inverterMost : 0;
        double through = 0;
        // Heater on the AC board.
        const double heatMore = heatAc - heatFree;
        const double heatThrough = heatMore < ratingLeft ? heatMore : ratingLeft;
        ratingLeft -= heatThrough;
        const double heatCost = inverterSlope * heatThrough;
        const double heatBend = inverterLossPerW * heatThrough * heatThrough;
        const double heatPart =
          heatCost > 0 ? (2 * left) / (heatCost + sqrt(heatCost * heatCost + 4 * heatBend * left)) : 0;
        const double heatShare = heatPart < 1 ? heatPart : 1;
        left -= heatShare * (heatCost + heatShare * heatBend);
        through += heatShare * heatThrough;
        if (left < 0) left = 0;
        // Critical.
        const double criticalMore = acCritical - criticalFree;
        const double criticalThrough = criticalMore < ratingLeft ? criticalMore : ratingLeft;
        ratingLeft -= criticalThrough;
        const double criticalCost =
          dcCritical + lossCritical + (inverterSlope + 2 * inverterLossPerW * through) * criticalThrough;
        const double criticalBend = inverterLossPerW * criticalThrough * criticalThrough;
        const double criticalPart =
          criticalCost > 0
            ? (2 * left) / (criticalCost + sqrt(criticalCost * criticalCost + 4 * criticalBend * left))
            : 1;
        const double criticalShare = criticalPart < 1 ? criticalPart : 1;
        left -= criticalShare * (criticalCost + criticalShare * criticalBend);
        through += criticalShare * criticalThrough;
        if (left < 0) left = 0;
        // Ordinary.
        const double ordinaryMore = acOrdinaryNow - ordinaryFree;
        const double ordinaryThrough = ordinaryMore < ratingLeft ? ordinaryMore : ratingLeft;
        ratingLeft -= ordinaryThrough;
        const double ordinaryCost = dcOrdinaryNow + (inverterSlope + 2 * inverterLossPerW * through) * ordinaryThrough;
        const double ordinaryBend = inverterLossPerW * ordinaryThrough * ordinaryThrough;
        const double ordinaryPart =
          ordinaryCost > 0
            ? (2 * left) / (ordinaryCost + sqrt(ordinaryCost * ordinaryCost + 4 * ordinaryBend * left))
            : 1;
        const double ordinaryShare = ordinaryPart < 1 ? ordinaryPart : 1;
        left -= ordinaryShare * (ordinaryCost + ordinaryShare * ordinaryBend);
        through += ordinaryShare * ordinaryThrough;
        if (left < 0) left = 0;
        // What can wait.
        const double waitMore = acWaitNow - waitFree;
        const double waitThrough = waitMore < ratingLeft ? waitMore : ratingLeft;
        const double waitCost = dcWaitNow + (inverterSlope + 2 * inverterLossPerW * through) * waitThrough;
        const double waitBend = inverterLossPerW * waitThrough * waitThrough;
        const double waitPart =
          waitCost > 0 ? (2 * left) / (waitCost + sqrt(waitCost * waitCost + 4 * waitBend * left)) : 1;
        const double waitShare = waitPart < 1 ? waitPart : 1;
        through += waitShare * waitThrough;

        heat = heatDcGiven + heatFree + heatShare * heatThrough;
        const double dcOrdinaryGiven = ordinaryShed > 0 ? 0 : ordinaryShare * dcOrdinary;
        const double dcWaitGiven = waitShed > 0 ? 0 : waitShare * dcWait;
        const double acCriticalGiven = criticalFree + criticalShare * criticalThrough;
        const double acOrdinaryGiven = ordinaryFree + ordinaryShare * ordinaryThrough;
        const double acWaitGiven = waitFree + waitShare * waitThrough;
        acServed = acCriticalGiven + acOrdinaryGiven + acWaitGiven;
        dcServed = criticalShare * dcCritical + dcOrdinaryGiven + dcWaitGiven;
        converterLoss =
          criticalShare * lossCritical +
          (ordinaryShed > 0 ? 0 : ordinaryShare * lossOrdinary) +
          (waitShed > 0 ? 0 : waitShare * lossWait);
        criticalServed = acCriticalGiven + criticalShare * dcCritical;
        ordinaryServed = acOrdinaryGiven + dcOrdinaryGiven;
        waitServed = acWaitGiven + dcWaitGiven;
        const double draw = idleGiven + (inverterSlope + inverterLossPerW * through) * through;
        inverterLost = draw - through;
        drawn = standby + heatDcGiven + dcServed + converterLoss + draw;
      }

      // 6. What is left over charges, heats, and is then held back; what is missing is taken out of the bank.
      const double net = comes - drawn;
      double charge = 0;
      double discharge = 0;
      double dump = 0;
      double cutA = 0;
      double cutB = 0;
      double alternatorGiven = alternatorOut;
      if (net >= 0) {
        charge = net < chargeMost ? net : chargeMost;
        double over = net - charge;
        if (over > 0) {
          // Only the sun heats water: no generator runs for it.
          const double sunOver = outA + outB + sunChargeOut - drawn;
          double forHeat = over < sunOver ? over : sunOver;
          for (int d = 0; d < dumpCells; d += 4) {
            double takes = dumps[d];
            const double leftW = (dumps[d + 2]) / stepH;
            if (leftW < takes) takes = leftW;
            if (forHeat < takes) takes = forHeat > 0 ? forHeat : 0;
            dumps[d + 2] = (dumps[d + 2]) - takes * stepH;
            dumps[d + 3] = (dumps[d + 3]) + takes * stepH;
            forHeat -= takes;
            dump += takes;
          }
          over -= dump;
          const double lessCharger = over < chargerOut ? over : chargerOut;
          chargerOut -= lessCharger;
          over -= lessCharger;
          const double lessAlternator = over < alternatorOut ? over : alternatorOut;
          alternatorGiven = alternatorOut - lessAlternator;
          over -= lessAlternator;
          const double lessAcSun = over < sunChargeOut ? over : sunChargeOut;
          sunChargeOut -= lessAcSun;
          over -= lessAcSun;
          cutB = over < outB ? over : outB;
          over -= cutB;
          cutA = over < outA ? over : outA;
          if (lessAcSun > 0) sunChargeIn = sunChargeOut / acChargeEfficiency;
        }
      } else discharge = -net;

      // 7. The bank.
      const double gain = (chargeEfficiency - resistancePerW * charge) * charge;
      const double taken = (1 + resistancePerW * discharge) * discharge;
      const double through = taken - gain;
      const double batteryLoss = charge - gain + (taken - discharge) + leakW;
      const double leftWh = stored - through * stepH;
      ownWh = atHand - wellPerW * through;
      boundWh = leftWh - ownWh;
      const double settledC = roomC + heat / boxWPerK;
      batteryC = settledC + (batteryC - settledC) * warmthKept;

      // 8. The books.
      const double chargerIn = chargerOut / chargerEfficiency;
      const double mainsSpare = mainsMost - mainsHouse;
      const double mainsCharge = chargerIn < mainsSpare ? chargerIn : mainsSpare;
      const double mains = mainsHouse + mainsCharge;
      const double generator = generatorHouse + (chargerIn - mainsCharge);
      const double alternator = alternatorEfficiency > 0 ? alternatorGiven / alternatorEfficiency : 0;
      const double acGiven = acFromSun + sunChargeIn;
      const double cutAIn = cutA / arrayAEfficiency;
      const double cutBIn = cutB / arrayBEfficiency;
      const double cut = cutAIn + cutBIn;
      const double controllerLoss = (takenA - cutAIn) * (1 - arrayAEfficiency) + (takenB - cutBIn) * (1 - arrayBEfficiency);
      const double chargerLoss = chargerIn - chargerOut + (alternator - alternatorGiven) + (sunChargeIn - sunChargeOut);
      const double criticalUnmet = criticalWanted - criticalServed;
      const double ordinaryUnmet = ordinaryWanted - ordinaryServed;
      const double waitUnmet = waitWanted - waitServed;
      const double unmet = criticalUnmet + ordinaryUnmet + waitUnmet;

      totals[0] = (totals[0]) + pvW * stepH;
      totals[1] = (totals[1]) + controllerLoss * stepH;
      totals[2] = (totals[2]) + clippedW * stepH;
      totals[3] = (totals[3]) + cut * stepH;
      totals[4] = (totals[4]) + acGiven * stepH;
      totals[5] = (totals[5]) + (acSunW - acGiven) * stepH;
      totals[6] = (totals[6]) + generator * stepH;
      totals[7] = (totals[7]) + mains * stepH;
      totals[8] = (totals[8]) + alternator * stepH;
      totals[9] = (totals[9]) + chargerLoss * stepH;
      totals[10] = (totals[10]) + inverterLost * stepH;
      totals[11] = (totals[11]) + converterLoss * stepH;
      totals[12] = (totals[12]) + heat * stepH;
      totals[13] = (totals[13]) + standby * stepH;
      totals[14] = (totals[14]) + acServed * stepH;
      totals[15] = (totals[15]) + dcServed * stepH;
      totals[16] = (totals[16]) + dump * stepH;
      totals[17] = (totals[17]) + batteryLoss * stepH;
      totals[18] = (totals[18]) + charge * stepH;
      totals[19] = (totals[19]) + discharge * stepH;
      totals[20] = (totals[20]) + taken * stepH;
      totals[21] = (totals[21]) + (criticalWanted + ordinaryWanted + waitWanted) * stepH;
      totals[22] = (totals[22]) + criticalWanted * stepH;
      totals[27] = (totals[27]) + (criticalWanted + ordinaryWanted + waitWanted > NOTHING_W ? stepH : 0);
      if (criticalWanted > NOTHING_W) totals[28] = (totals[28]) + stepH;
      if (unmet > NOTHING_W) {
        totals[23] = (totals[23]) + unmet * stepH;
        totals[29] = (totals[29]) + stepH;
        totals[25] = (totals[25]) + ordinaryUnmet * stepH;
        totals[26] = (totals[26]) + waitUnmet * stepH;
        gapH += stepH;
        if (isNight && shortTonight == 0) {
          shortTonight = 1;
          totals[35] = (totals[35]) + 1;
        }
        if (gapH > (extremes[0])) {
          extremes[0] = gapH;
          extremes[1] = step;
        }
      } else gapH = 0;
      if (criticalUnmet > NOTHING_W) {
        totals[24] = (totals[24]) + criticalUnmet * stepH;
        totals[30] = (totals[30]) + stepH;
        criticalGapH += stepH;
        if (criticalGapH > (extremes[2])) extremes[2] = criticalGapH;
      } else criticalGapH = 0;
      if (generatorMost > 0) {
        totals[31] = (totals[31]) + stepH;
        const double fuel0 = fuelLineA + fuelPerWA * generator;
        const double fuel1 = fuelLineB + fuelPerWB * generator;
        totals[33] = (totals[33]) + (fuel1 > fuel0 ? fuel1 : fuel0) * stepH;
      }
      if (locked > 0) totals[36] = (totals[36]) + stepH;
      const double endSoc = leftWh / fullWh;
      if (endSoc < (extremes[3])) {
        extremes[3] = endSoc;
        extremes[4] = step;
      }
      if (endSoc > FULL_SOC && fullToday == 0) {
        fullToday = 1;
        totals[34] = (totals[34]) + 1;
      }
      if (batteryC < (extremes[5])) extremes[5] = batteryC;
      const int f = step * flowsPerStep;
      flows[f] = pvW;
      flows[f + 1] = controllerLoss;
      flows[f + 2] = clippedW;
      flows[f + 3] = cut;
      flows[f + 4] = acGiven;
      flows[f + 5] = generator;
      flows[f + 6] = mains;
      flows[f + 7] = alternator;
      flows[f + 8] = chargerLoss;
      flows[f + 9] = inverterLost;
      flows[f + 10] = converterLoss;
      flows[f + 11] = heat;
      flows[f + 12] = standby;
      flows[f + 13] = acServed;
      flows[f + 14] = dcServed;
      flows[f + 15] = dump;
      flows[f + 16] = unmet;
      flows[f + 17] = charge;
      flows[f + 18] = discharge;
      flows[f + 19] = batteryLoss;
      flows[f + 20] = endSoc;
      flows[f + 21] = leftWh;
      flows[f + 22] = criticalUnmet;
      flows[f + 23] = acSunW - acGiven;
      flows[f + 24] = batteryC;
    }
  }
  state[0] = ownWh;
  state[1] = boundWh;
  state[2] = batteryC;
  state[3] = locked;
  state[4] = generatorOn;
  state[5] = generatorSteps;
  state[6] = ordinaryShed;
  state[7] = waitShed;
  state[8] = gapH;
  state[9] = criticalGapH;
  state[10] = fullToday;
  state[11] = shortTonight;
}

enum { PARAMETERS = 83, SCHEDULE = 12 * 2 * 24 * 13, DAYS = 365 * 2, WEATHER = 8760 * 4, STATE = 12, TOTALS = 37 };

static double *cells(int count, FILE *file) {
  double *read = malloc(count * sizeof *read);
  if (!read || fread(read, sizeof *read, count, file) != (size_t)count) exit(2);
  return read;
}

/* balance FILE YEARS: the parameters, schedule, days, weather and first state of a year in FILE, worked YEARS times.
   Says the nanoseconds of processor time of one hour, and the sum of the totals of one year. */
int main(int count, char **words) {
  if (count != 3) return 1;
  FILE *file = fopen(words[1], "rb");
  if (!file) return 2;
  double *parameters = cells(PARAMETERS, file), *schedule = cells(SCHEDULE, file), *days = cells(DAYS, file);
  double *weather = cells(WEATHER, file), *first = cells(STATE, file);
  double state[STATE], totals[TOTALS], extremes[6], flows[25], sum = 0;
  const int years = atoi(words[2]);
  const clock_t begun = clock();
  for (int year = 0; year < years; year++) {
    memcpy(state, first, sizeof state);
    memset(totals, 0, sizeof totals);
    memset(extremes, 0, sizeof extremes);
    extremes[3] = 1;
    for (int day = 0; day < 365; day++)
      runDay(parameters, schedule, days, weather, flows, 0, 1, day, state, totals, extremes, flows, 0);
  }
  const double seconds = (double)(clock() - begun) / CLOCKS_PER_SEC;
  for (int i = 0; i < TOTALS; i++) sum += totals[i];
  printf("%.3f %.9f\n", seconds * 1e9 / (8760.0 * years), sum);
  return 0;
}
