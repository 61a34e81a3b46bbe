import { z } from 'zod'
import { InputError, showValue } from '../method/input-error.ts'
import { fromIssue } from '../method/method.ts'
import { lookThrough } from '../method/outside.ts'
import { crossedIn, wrongTogether } from './bounds.ts'
import { loadsAsTheyCame } from './plain-loads.ts'
import {
  type Backup,
  type CircuitChoice,
  JOB_FORMAT,
  JOB_VERSION,
  type Job,
  jobSchema,
  type Load,
  type Option,
  type Plane,
} from './schema.ts'
import { upgradeJob } from './upgrade.ts'

/**
 * Reads a job that comes to be kept: a file, or another program.
 * @throws {InputError} saying in a sentence what is not a job here, or which field is wrong
 */
export function parseJob(value: unknown): Job {
  const job = keptJob(value)
  const wrong = crossedIn(job)
  if (wrong) throw wrong
  return job
}

/**
 * Reads a job that was kept: by the store, or by a browser as a draft. Figures that make no sense together, as an earlier
 * version took them, do not keep it from being opened and mended: its design says what is wrong.
 * @throws {InputError} as parseJob, but for those
 */
export function keptJob(value: unknown): Job {
  lookThrough(value)
  if (
    value === null ||
    typeof value !== 'object' ||
    Array.isArray(value) ||
    (value as { format?: unknown }).format !== JOB_FORMAT
  ) {
    throw new InputError(
      'INPUT_INVALID',
      'format',
      `this is not a Yard Lamp job: its "format" should be "${JOB_FORMAT}"`,
    )
  }
  const version = (value as { version?: unknown }).version
  if (typeof version === 'number' && version > JOB_VERSION) {
    throw new InputError(
      'INPUT_INVALID',
      'version',
      `this job was written by a newer Yard Lamp (format version ${showValue(version)}; this one reads up to ${JOB_VERSION}). Update Yard Lamp to open it`,
    )
  }
  const current = version === JOB_VERSION ? value : upgradeJob(value, version)
  const job = readBySchema(current)
  const wrong = wrongTogether(job)
  if (wrong) throw wrong
  return job
}

function readBySchema(value: unknown): Job {
  const loads = loadsAsTheyCame((value as { loads?: unknown }).loads)
  const parsed = jobSchema.safeParse(loads ? { ...(value as object), loads: [] } : value)
  if (!parsed.success) throw fromIssue(parsed.error.issues[0], value)
  return loads ? { ...parsed.data, loads } : parsed.data
}

/** Reads a job file's text. @throws {InputError} JSON_INVALID, or as parseJob */
export const parseJobText = (text: string): Job => parseJob(jsonOf(text))

/** Reads the text of a job that was kept. @throws {InputError} JSON_INVALID, or as keptJob */
export const keptJobText = (text: string): Job => keptJob(jsonOf(text))

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    throw new InputError('JSON_INVALID', '', 'this file is not JSON: it is broken, cut short or of another kind')
  }
}

/** JSON Schema of the job file, as published in docs/job.schema.json. */
export function jobJsonSchema(): unknown {
  return { title: 'Yard Lamp job', ...z.toJSONSchema(jobSchema, { io: 'input' }) }
}

/** The option the job is designed with. */
export function chosenOption(job: Job): Option {
  const option = job.options.find((candidate) => candidate.id === job.chosenOptionId) ?? job.options[0]
  if (!option) throw new InputError('INPUT_INVALID', 'options', 'options: got none; allowed: at least one option')
  return option
}

export const EMPTY_BACKUP: Backup = {
  kind: 'none',
  months: [],
  generatorId: null,
  chargerId: null,
  chargers: null,
  chargerSetA: null,
  houseLoadW: null,
  fuelPricePerL: null,
  startAt: null,
  stopAt: null,
  attended: false,
  bond: 'unanswered',
  alternator: null,
}

export function emptyOption(id: string, name: string): Option {
  return {
    id,
    name,
    systemVoltageV: null,
    battery: {
      itemId: null,
      chemistry: null,
      autonomyDays: null,
      depthOfDischarge: null,
      agingFactor: null,
      parallel: null,
      sizing: null,
      coldProtected: false,
      vented: false,
      cellsManaged: false,
      monitored: true,
    },
    array: {
      panelId: null,
      sizing: null,
      recoveryDays: null,
      singleFactor: null,
      fit: { portrait: null, gapMm: null, edgeMm: null },
      dumpLoads: [],
      losses: {
        soiling: null,
        mismatch: null,
        wiring: null,
        temperature: null,
        controller: null,
        battery: null,
        ageing: null,
      },
    },
    controller: {
      itemId: null,
      quantity: null,
      panelsPerString: null,
      stringsPerController: null,
      clippingFraction: null,
      further: [],
    },
    inverter: {
      itemId: null,
      quantity: null,
      headroom: null,
      idleW: null,
      hoursPerDay: null,
      stacking: null,
      searchMode: false,
      searchW: null,
      acCoupledW: null,
    },
    backup: EMPTY_BACKUP,
    wiring: { circuits: {} },
  }
}

export const EMPTY_CIRCUIT_CHOICE: CircuitChoice = {
  lengthM: null,
  installation: null,
  size: null,
  parallel: null,
  ambientC: null,
  maxDropFraction: null,
  deviceId: null,
  deviceRatingA: null,
}

/** A job nothing has been entered into yet. */
export function emptyJob(name: string): Job {
  return {
    format: JOB_FORMAT,
    version: JOB_VERSION,
    name,
    note: '',
    currency: 'EUR',
    units: 'metric',
    written: {},
    site: {
      kind: 'building',
      place: '',
      latitudeDeg: null,
      longitudeDeg: null,
      altitudeM: null,
      utcOffsetH: null,
      recordLowC: null,
      recordHighC: null,
      batteryRoomLowC: null,
      batteryRoomHighC: null,
      monthMeanC: Array<null>(12).fill(null),
      daySwingK: null,
      sunKwhPerM2Day: Array<null>(12).fill(null),
      sunGivenFor: null,
      sunBasis: 'published',
      sunSource: '',
      climateId: null,
      shadeFraction: Array<number>(12).fill(0),
      snowFraction: Array<number>(12).fill(0),
      horizon: [],
      soiling: 'rain-washed',
      albedoFraction: null,
      planes: [emptyPlane('a', 'Array')],
      monthsInUse: [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12],
      daysInUse: 'all',
      critical: false,
      ruleSet: 'iec',
      mainsVoltageV: 230,
      mainsFrequencyHz: 50,
      splitPhase: false,
      arrayToBatteryM: null,
      batteryToInverterM: null,
      batteryToBoardM: null,
      inverterToBoardM: null,
    },
    loads: [],
    batteryHeating: null,
    controllerStandbyW: null,
    monitorStandbyW: null,
    loadMarginFraction: null,
    existing: [],
    schools: [],
    items: [],
    horizonYears: null,
    batteryPriceFactors: {},
    options: [emptyOption('a', 'Option A')],
    chosenOptionId: 'a',
  }
}

export function emptyPlane(id: string, name: string): Plane {
  return {
    id,
    name,
    tiltDeg: null,
    azimuthDeg: null,
    parts: 1,
    positions: 'fixed',
    seasonTiltsDeg: [null, null, null, null],
    shape: 'rectangle',
    widthM: null,
    heightM: null,
    topWidthM: null,
    mount: 'flush',
    mostWeightKg: null,
  }
}

export function emptyLoad(id: string): Load {
  return {
    id,
    name: '',
    quantity: 1,
    supply: 'ac',
    voltageV: null,
    converterEfficiency: null,
    powerW: null,
    basis: 'guess',
    labelVoltageV: null,
    labelCurrentA: null,
    meterEnergyKwh: null,
    meterLoggedHours: null,
    powerFactor: null,
    startW: null,
    hoursPerDay: null,
    dutyCycle: 1,
    daysPerWeek: 7,
    hoursOfDay: null,
    weekendHoursOfDay: null,
    monthFactors: null,
    runsTogether: true,
    togetherSet: '',
    priority: 'ordinary',
    stage: 'now',
    group: '',
    note: '',
    typicalId: null,
    slipsAccepted: [],
  }
}
