import { HOURS_IN_YEAR } from '../../site/sun-path.ts'
import { type LaneRows, OneByOne, type Placed, type PlantRows, type YearRows } from '../one-by-one.ts'
import { PARAMETERS } from '../parameters.ts'
import { SCHEDULE_FIGURES } from '../plan-loads.ts'
import { DAY_WIDTH, DUMP_WIDTH, EXTREMES, SCHEDULE_WIDTH, STATE, TOTALS, type Total, WEATHER_WIDTH } from '../terms.ts'
import { emitted } from './emit.ts'
import { folded, type Known } from './fold.ts'
import { type Form, readProgram } from './form.ts'
import { PROGRAM } from './program.ts'
import { CELL_BYTES, LANES, type Shape } from './words.ts'

/** How years are worked side by side. */
export interface Manner {
  readonly shape: Shape
  /** Totals that are read afterwards; null for all of them and the extremes. */
  readonly kept: readonly Total[] | null
  /** Constants of the loop that are others here, by name. */
  readonly constants: ReadonlyMap<string, number>
}

/** Two years, to the last bit those of the loop: for every figure that is shown. */
export const FOR_FIGURES: Manner = { shape: 'f64x2', kept: null, constants: new Map() }

/**
 * Four years in single precision, for a search: hours as the loop has them but at the edge, energies to some millionths.
 * Rounding of single precision is no shortage: what is missing counts from a twentieth of a watt.
 */
export const FOR_SEARCH: Manner = {
  shape: 'f32x4',
  kept: ['unmetHours', 'criticalUnmetHours', 'hours', 'criticalHours', 'generatorHours', 'fuelL', 'throughputWh'],
  constants: new Map([['NOTHING_W', 0.05]]),
}

type Run = (firstDay: number, pastDay: number, ...rows: readonly number[]) => void
type Memory = { readonly buffer: ArrayBuffer }
/** What is used of WebAssembly here: its types belong to no language the core is written in. */
export interface Wasm {
  readonly Memory: new (asked: { readonly initial: number }) => Memory
  readonly Module: new (bytes: Uint8Array) => object
  readonly Instance: new (module: object, given: object) => { readonly exports: { readonly run: Run } }
}

const PAGE_BYTES = 65_536
const YEAR_DAYS = HOURS_IN_YEAR / 24
/** Things that take surplus there is room for. */
const MOST_DUMPS = 32

/** Where rows begin, in bytes. */
const AT_PARAMETERS = 0
const AT_STATE = AT_PARAMETERS + PARAMETERS.length * CELL_BYTES
const AT_TOTALS = AT_STATE + STATE.length * CELL_BYTES
const AT_EXTREMES = AT_TOTALS + TOTALS.length * CELL_BYTES
const AT_DUMPS = AT_EXTREMES + EXTREMES.length * CELL_BYTES
const AT_SCHEDULE = AT_DUMPS + MOST_DUMPS * DUMP_WIDTH * CELL_BYTES
const AT_YEARS = AT_SCHEDULE + SCHEDULE_FIGURES * Float64Array.BYTES_PER_ELEMENT
const WEATHER_BYTES = HOURS_IN_YEAR * WEATHER_WIDTH * CELL_BYTES
const YEAR_BYTES = WEATHER_BYTES + YEAR_DAYS * DAY_WIDTH * CELL_BYTES

let program: readonly Form[] | null = null
/** Modules by what they were made for: the same for every memory. */
const modules = new Map<string, object>()
/** Kinds of plant of which the kernel is kept. */
const MOST_KEPT = 40

/** Years side by side in a memory of WebAssembly, by a kernel emitted for what the plant has. */
export class Lanes extends OneByOne {
  private readonly memory: Memory
  private readonly runs = new Map<string, Run>()
  private placed = 0
  private plant: PlantRows | null = null
  private now: { readonly dumpCells: number; readonly run: Run } | null = null
  private readonly figures: Float64Array | Float32Array

  /**
   * @param groups there is room for. A memory does not grow: what it was before would be detached, and every row of figures
   * in the same thread be looked at anew at each use from then on
   * @throws where WebAssembly, or its lanes, are refused
   */
  constructor(
    private readonly wasm: Wasm,
    private readonly manner: Manner,
    private readonly groups: number,
  ) {
    super(LANES[manner.shape])
    // Refused here, before anything relies on it.
    new wasm.Module(emitted([['let', 'real', 'any', 1]], manner.shape))
    this.memory = new wasm.Memory({ initial: Math.ceil((AT_YEARS + groups * YEAR_BYTES) / PAGE_BYTES) })
    const { buffer } = this.memory
    this.figures = manner.shape === 'f64x2' ? new Float64Array(buffer) : new Float32Array(buffer)
  }

  override place(years: readonly YearRows[], anew = false): Placed {
    if (anew) this.placed = 0
    if (this.placed === this.groups) throw new Error(`there is room for ${this.groups} groups of years`)
    const weatherAt = AT_YEARS + this.placed * YEAR_BYTES
    this.placed++
    const daysAt = weatherAt + WEATHER_BYTES
    for (let lane = 0; lane < this.count; lane++) {
      // A lane without a year works the last one again.
      const year = years[Math.min(lane, years.length - 1)]
      if (!year) continue
      this.write(weatherAt, lane, year.weather)
      this.write(daysAt, lane, year.days)
    }
    return { years, weatherAt, daysAt }
  }

  override run(plant: PlantRows, placed: Placed, firstDay: number, pastDay: number, rows: readonly LaneRows[]): void {
    const [first] = rows
    if (!first) return
    if (hasRoom(plant, first.dumps)) this.runLanes(plant, placed, [firstDay, pastDay], rows)
    else super.run(plant, placed, firstDay, pastDay, rows)
  }

  private runLanes(
    plant: PlantRows,
    { weatherAt, daysAt }: Placed,
    days: readonly [number, number],
    rows: readonly LaneRows[],
  ): void {
    const [first] = rows
    const run = this.ready(plant, first?.dumps.length ?? 0)
    for (let lane = 0; lane < this.count; lane++) {
      const row = rows[Math.min(lane, rows.length - 1)]
      if (!row) continue
      this.write(AT_STATE, lane, row.state)
      this.write(AT_TOTALS, lane, row.totals)
      this.write(AT_EXTREMES, lane, row.extremes)
      this.write(AT_DUMPS, lane, row.dumps)
    }
    run(...days, AT_PARAMETERS, AT_SCHEDULE, daysAt, weatherAt, AT_DUMPS, AT_STATE, AT_TOTALS, AT_EXTREMES)
    for (const [lane, row] of rows.entries()) {
      this.read(AT_STATE, lane, row.state)
      this.read(AT_TOTALS, lane, row.totals)
      this.read(AT_EXTREMES, lane, row.extremes)
      this.read(AT_DUMPS, lane, row.dumps)
    }
  }

  private ready(plant: PlantRows, dumpCells: number): Run {
    if (this.now && this.plant === plant && this.now.dumpCells === dumpCells) return this.now.run
    const { parameters, schedule } = plant
    for (let lane = 0; lane < this.count; lane++) this.write(AT_PARAMETERS, lane, parameters)
    this.figures.set(schedule, AT_SCHEDULE / this.figures.BYTES_PER_ELEMENT)
    const run = this.kernel(plant, dumpCells)
    this.plant = plant
    this.now = { dumpCells, run }
    return run
  }

  private kernel(plant: PlantRows, dumpCells: number): Run {
    const features = featuresOf(plant, dumpCells)
    const key = this.keyOf(features)
    const known = this.runs.get(key)
    if (known) return known
    const module = modules.get(key) ?? new this.wasm.Module(moduleOf(this.manner, features))
    const { run } = new this.wasm.Instance(module, { lanes: { memory: this.memory } }).exports
    keep(modules, key, module)
    keep(this.runs, key, run)
    return run
  }

  private keyOf({ parameters, counts, emptyColumns }: Features): string {
    const { shape, kept, constants } = this.manner
    return JSON.stringify([shape, kept, [...constants], [...parameters], [...counts], [...emptyColumns]])
  }

  private write(at: number, lane: number, row: Float64Array): void {
    const { figures, count } = this
    let to = at / figures.BYTES_PER_ELEMENT + lane
    for (let i = 0; i < row.length; i++) {
      figures[to] = row[i] as number
      to += count
    }
  }

  private read(at: number, lane: number, row: Float64Array): void {
    const { figures, count } = this
    let from = at / figures.BYTES_PER_ELEMENT + lane
    for (let i = 0; i < row.length; i++) {
      row[i] = figures[from] as number
      from += count
    }
  }
}

const hasRoom = ({ schedule }: PlantRows, dumps: Float64Array): boolean =>
  schedule.length <= SCHEDULE_FIGURES && dumps.length <= MOST_DUMPS * DUMP_WIDTH

type Features = Pick<Known, 'parameters' | 'counts' | 'emptyColumns'>

/** What a plant has and has not: figures of nought and one, and what its loads never ask for. */
function featuresOf({ parameters, schedule, divisor }: PlantRows, dumpCells: number): Features {
  const plain = PARAMETERS.flatMap((name, at): [string, number][] => {
    const figure = parameters[at] ?? 0
    return figure === 0 || figure === 1 ? [[name, figure]] : []
  })
  const emptyColumns = emptyColumnsOf(schedule)
  const counts = new Map([
    ['flowsPerStep', 0],
    ['divisor', divisor],
    ['dumpsLength', dumpCells],
  ])
  return { parameters: new Map(plain), counts, emptyColumns }
}

const emptied = new WeakMap<Float64Array, ReadonlySet<number>>()

/** Columns of a schedule that are nought in every hour. */
function emptyColumnsOf(schedule: Float64Array): ReadonlySet<number> {
  const known = emptied.get(schedule)
  if (known) return known
  const isEmpty = (column: number) => {
    for (let at = column; at < schedule.length; at += SCHEDULE_WIDTH) if (schedule[at] !== 0) return false
    return true
  }
  const found = new Set(Array.from({ length: SCHEDULE_WIDTH }, (_, column) => column).filter(isEmpty))
  emptied.set(schedule, found)
  return found
}

/** Keeps something, in place of what was kept longest where there are many. */
function keep<T>(kept: Map<string, T>, key: string, what: T): void {
  kept.delete(key)
  kept.set(key, what)
  const [oldest] = kept.keys()
  if (kept.size > MOST_KEPT && oldest !== undefined) kept.delete(oldest)
}

/** The bytes of the kernel for a plant with such features. */
function moduleOf({ shape, kept, constants }: Manner, features: Features): Uint8Array {
  program ??= readProgram(PROGRAM)
  const read = kept && new Set(kept.map((name) => TOTALS.indexOf(name)))
  const isUnread = (row: string, place: number) =>
    read !== null && (row === 'extremes' || (row === 'totals' && !read.has(place)))
  return emitted(folded(program, { ...features, constants, isUnread }), shape)
}

/** WebAssembly where this runs; none in a page whose policy refuses it, or an old browser. */
export const wasmHere = (): Wasm | null => (globalThis as { readonly WebAssembly?: Wasm }).WebAssembly ?? null
