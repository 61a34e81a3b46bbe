// Long: every version the format has had.
/**
 * Brings a job of an older version of the format to the present one, a version at a time. What does not have the shape of
 * its version is handed on as it came: the schema then says what is wrong with it.
 */
export function upgradeJob(value: object, version: unknown): unknown {
  const from = FROM.findIndex((_, i) => version === i + 1)
  return from < 0 ? value : FROM.slice(from).reduce((job, upgraded) => upgraded(job), value as Fields)
}

type Fields = Record<string, unknown>
const isFields = (value: unknown): value is Fields =>
  value !== null && typeof value === 'object' && !Array.isArray(value)
const nulls = (length: number): null[] => Array<null>(length).fill(null)

/** Version 2: planes with tilts of their own, sun given for a plane, temperatures by month, loads from label and meter. */
function fromVersion1(job: Fields): Fields {
  return {
    ...job,
    version: 2,
    site: isFields(job.site) ? siteFromVersion1(job.site) : job.site,
    loads: Array.isArray(job.loads) ? job.loads.map(loadFromVersion1) : job.loads,
    batteryHeating: null,
    controllerStandbyW: null,
    monitorStandbyW: null,
  }
}

function siteFromVersion1({ sunOnFlatKwhPerM2Day, tiltDeg, azimuthDeg, ...site }: Fields): unknown {
  return {
    ...site,
    utcOffsetH: null,
    monthMeanC: nulls(12),
    daySwingK: null,
    sunKwhPerM2Day: sunOnFlatKwhPerM2Day,
    sunGivenFor: null,
    sunSource: '',
    climateId: null,
    snowFraction: Array<number>(12).fill(0),
    horizon: [],
    soiling: 'rain-washed',
    planes: [
      {
        id: 'a',
        name: 'Array',
        tiltDeg,
        azimuthDeg,
        parts: 1,
        positions: 'fixed',
        seasonTiltsDeg: nulls(4),
        shape: 'rectangle',
        widthM: null,
        heightM: null,
        topWidthM: null,
        mostWeightKg: null,
      },
    ],
    daysInUse: 'all',
    splitPhase: false,
    arrayToBatteryM: null,
    batteryToInverterM: null,
    batteryToBoardM: null,
    inverterToBoardM: null,
  }
}

function loadFromVersion1(value: unknown): unknown {
  if (!isFields(value)) return value
  const { critical, ...load } = value
  return {
    ...load,
    voltageV: null,
    converterEfficiency: null,
    labelVoltageV: null,
    labelCurrentA: null,
    meterEnergyKwh: null,
    meterLoggedHours: null,
    weekendHoursOfDay: null,
    monthFactors: null,
    togetherSet: '',
    priority: critical === true ? 'critical' : 'ordinary',
    typicalId: null,
    slipsAccepted: [],
  }
}

/** Version 3: existing equipment judged, schools, backup in full, sheets kept with the job. */
function fromVersion2(job: Fields): Fields {
  return {
    ...job,
    version: 3,
    site: isFields(job.site) ? siteFromVersion2(job.site) : job.site,
    existing: Array.isArray(job.existing) ? job.existing.map(existingFromVersion2) : job.existing,
    options: Array.isArray(job.options) ? job.options.map(optionFromVersion2) : job.options,
    schools: [],
    items: [],
    horizonYears: null,
    batteryPriceFactors: {},
  }
}

function siteFromVersion2(site: Fields): unknown {
  const { planes } = site
  if (!Array.isArray(planes)) return site
  return { ...site, planes: planes.map((plane) => (isFields(plane) ? { ...plane, mount: 'flush' } : plane)) }
}

const existingFromVersion2 = (value: unknown): unknown =>
  isFields(value) ? { ...value, condition: 'unknown', kept: true } : value

/** A part of an option with fields added; what is no part is handed on. */
function part(option: Fields, name: string, added: Fields): Fields {
  const fields = option[name]
  return { [name]: isFields(fields) ? { ...fields, ...added } : fields }
}

function optionFromVersion2(value: unknown): unknown {
  if (!isFields(value)) return value
  return {
    ...value,
    ...part(value, 'battery', { sizing: null, vented: false, monitored: true }),
    ...part(value, 'array', {
      sizing: null,
      recoveryDays: null,
      singleFactor: null,
      fit: { portrait: null, gapMm: null, edgeMm: null },
      dumpLoads: [],
    }),
    ...part(value, 'controller', { clippingFraction: null, further: [] }),
    ...part(value, 'inverter', { stacking: null, searchMode: false, searchW: null, acCoupledW: null }),
    ...part(value, 'backup', {
      generatorId: null,
      chargerId: null,
      chargers: null,
      houseLoadW: null,
      fuelPricePerL: null,
      startAt: null,
      stopAt: null,
      attended: false,
      bond: 'unanswered',
      alternator: null,
    }),
  }
}

/** Version 4: chargers set below their rating, bare cells with a management system. */
function fromVersion3(job: Fields): Fields {
  const upgraded = (option: unknown) =>
    isFields(option)
      ? {
          ...option,
          ...part(option, 'battery', { cellsManaged: false }),
          ...part(option, 'backup', { chargerSetA: null }),
        }
      : option
  return { ...job, version: 4, options: Array.isArray(job.options) ? job.options.map(upgraded) : job.options }
}

/** Version 5: units a job is written in. Figures were shown in metric units before. */
const fromVersion4 = (job: Fields): Fields => ({ ...job, version: 5, units: 'metric', written: {} })

/** Version 6: legs, weight targets, accepted findings, the AC-coupled array as an array, limits of inputs, schools in full. */
function fromVersion5(job: Fields): Fields {
  const each = (list: unknown, upgraded: (fields: Fields) => unknown): unknown =>
    Array.isArray(list) ? list.map((one) => (isFields(one) ? upgraded(one) : one)) : list
  return {
    ...job,
    version: 6,
    site: isFields(job.site) ? { ...job.site, weightTargets: [] } : job.site,
    loads: each(job.loads, (load) => ({ ...load, leg: null, systemId: null })),
    schools: each(job.schools, (school) => ({ ...school, ...SCHOOL_OF_6 })),
    options: each(job.options, optionFromVersion5),
  }
}

/** Schools of before counted the middle of a bank’s life. */
const SCHOOL_OF_6 = { ageing: 'middle-of-life', singleSunHours: null, seasonalYield: null, refillHours: null }

function optionFromVersion5(option: Fields): Fields {
  const { controller, inverter, backup } = option
  const { acCoupledW, ...ownInverter } = isFields(inverter) ? inverter : {}
  const further = isFields(controller) && Array.isArray(controller.further) ? controller.further : []
  const alternator = isFields(backup) ? backup.alternator : null
  return {
    ...option,
    // Sized for the middle of its life until then: an older job designs as it did.
    ...part(option, 'battery', { ageing: 'middle-of-life', selfDischargeFractionPerMonth: null }),
    ...part(option, 'array', { singleSunHours: null, seasonalYield: null }),
    ...part(option, 'controller', {
      setA: null,
      further: further.map((array) => (isFields(array) ? { ...array, setA: null } : array)),
    }),
    inverter: isFields(inverter) ? { ...ownInverter, acCoupled: acCoupledFrom(acCoupledW) } : inverter,
    ...part(option, 'backup', {
      refillHours: null,
      together: null,
      inletA: null,
      inputSetA: null,
      onOneUnit: false,
      alternator: isFields(alternator) ? { ...alternator, setA: null, byRelay: false } : alternator,
    }),
    ...part(option, 'wiring', { fittings: {}, inLine: [], busStages: 1, circuits: circuitsFrom(option.wiring) }),
    beside: [],
    accepted: [],
  }
}

function circuitsFrom(wiring: unknown): unknown {
  const circuits = isFields(wiring) ? wiring.circuits : undefined
  if (!isFields(circuits)) return circuits
  const upgraded = (choice: unknown) => (isFields(choice) ? { ...choice, leadsM: null } : choice)
  return Object.fromEntries(Object.entries(circuits).map(([id, choice]) => [id, upgraded(choice)]))
}

const NO_COUPLED_CHOICE = {
  panelId: null,
  inverterId: null,
  quantity: 1,
  panelsPerString: null,
  stringsPerInverter: null,
  planeId: null,
  heldBack: false,
}
const acCoupledFrom = (powerW: unknown): unknown =>
  typeof powerW === 'number' && powerW > 0 ? { ...NO_COUPLED_CHOICE, powerW } : null

const CHOICE_OF_7 = { runPlace: null, sideBySide: null, terminalC: null, deviceAtM: null, reason: '' }

/** Version 7: where a run lies and what lies beside it, terminals, reasons, protective conductors. */
function fromVersion6(job: Fields): Fields {
  const upgraded = (option: unknown): unknown => {
    if (!isFields(option) || !isFields(option.wiring)) return option
    const { circuits } = option.wiring
    const each = (choice: unknown) => (isFields(choice) ? { ...choice, ...CHOICE_OF_7 } : choice)
    return {
      ...option,
      ...part(option, 'battery', { settings: { absorptionV: null, floatV: null, lowCutoffV: null } }),
      wiring: {
        ...option.wiring,
        bonds: {},
        neutralBonds: null,
        circuits: isFields(circuits)
          ? Object.fromEntries(Object.entries(circuits).map(([id, choice]) => [id, each(choice)]))
          : circuits,
      },
    }
  }
  const site = isFields(job.site) ? { ...job.site, lightningFlashesPerKm2Year: null } : job.site
  return { ...job, version: 7, site, options: Array.isArray(job.options) ? job.options.map(upgraded) : job.options }
}

/** Version 8: pieces hung by hand on the wall. */
function fromVersion7(job: Fields): Fields {
  const upgraded = (option: unknown): unknown =>
    isFields(option) ? { ...option, ...part(option, 'wiring', { wall: {} }) } : option
  return { ...job, version: 8, options: Array.isArray(job.options) ? job.options.map(upgraded) : job.options }
}

const TRADE_OF_9 = {
  ratePerCatalogue: null,
  markUpFraction: null,
  taxFraction: null,
  hourPrice: null,
  wasteFraction: null,
  hours: {},
  bought: {},
  added: [],
  quote: {
    number: '',
    seller: '',
    customer: '',
    date: null,
    validDays: null,
    optionIds: [],
    included: null,
    notIncluded: null,
    terms: '',
    payments: [],
  },
}

/** Version 9: buying and selling, what panels are fixed to, axles. */
function fromVersion8(job: Fields): Fields {
  const each = (list: unknown, added: Fields): unknown =>
    Array.isArray(list) ? list.map((one) => (isFields(one) ? { ...one, ...added } : one)) : list
  const { site } = job
  return {
    ...job,
    version: 9,
    site: isFields(site)
      ? {
          ...site,
          planes: each(site.planes, { surface: null }),
          weightTargets: each(site.weightTargets, { axle: null }),
          axles: { wheelbaseM: null, behindM: {} },
        }
      : site,
    trade: TRADE_OF_9,
    options: each(job.options, { parts: { quantities: {} } }),
  }
}

const BACKUP_OF_10 = {
  quietHours: null,
  mainsHours: null,
  mainsDays: 'all',
  ordinaryShedAt: null,
  ordinaryBackAt: null,
  waitShedAt: null,
  waitBackAt: null,
}
const RELIABILITY_OF_10 = {
  kind: null,
  hoursFraction: null,
  criticalFraction: null,
  yearsOfTen: null,
  generatorHours: null,
  nights: null,
}

/** Version 10: what a brief asks of the year, hours of mains and engine, loads that are let go. */
function fromVersion9(job: Fields): Fields {
  const upgraded = (option: unknown): unknown => {
    if (!isFields(option) || !isFields(option.backup)) return option
    const { alternator } = option.backup
    const driven = isFields(alternator) ? { ...alternator, fromHour: null, days: 'all' } : alternator
    return { ...option, backup: { ...option.backup, ...BACKUP_OF_10, alternator: driven } }
  }
  return {
    ...job,
    version: 10,
    reliability: RELIABILITY_OF_10,
    options: Array.isArray(job.options) ? job.options.map(upgraded) : job.options,
  }
}

/** What brings a job from version 1, 2, … to the next. */
const FROM: readonly ((job: Fields) => Fields)[] = [
  fromVersion1,
  fromVersion2,
  fromVersion3,
  fromVersion4,
  fromVersion5,
  fromVersion6,
  fromVersion7,
  fromVersion8,
  fromVersion9,
]
