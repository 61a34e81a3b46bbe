/** Times the year hour by hour: the loop beside a plain C loop of the same balance, years, and a search, as JSON. Run by npm run bench. */
import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import process from 'node:process'
import { isMainThread } from 'node:worker_threads'
import { apply, demoJobs, design, fieldStation, type Job, SHIPPED_CATALOGUE } from '@yard-lamp/core'
import { bench, isQuestion, prepare, searchTogether, tellYears, workYears, yearQuestion } from '@yard-lamp/core/proof'
import { type Hand, hand, searcherOf, serveHand } from './bench-hands.ts'

const HOURS = 8760
const ROUNDS = 9
const YEARS = 150
/** Years dealt among workers. */
const SHARED_YEARS = 400
/** The folder of the program: given where this file runs bundled elsewhere. */
const root = process.argv[2] ?? join(import.meta.dirname, '..')

const question = yearQuestion(design(fieldStation(), SHIPPED_CATALOGUE))
if (!isQuestion(question)) throw new Error(question.lacks)
const { plan, asked } = question
const prepared = prepare(plan)

interface Timed {
  readonly nsPerHour: number
  readonly totals: Float64Array
}

/** Processor time of an hour in some years, ns. @param years worked each time; work gives the totals of the first */
function timed(years: number, work: () => Float64Array): Timed {
  let totals = bench.noTotals()
  const begun = process.cpuUsage()
  for (let year = 0; year < YEARS; year += years) totals = work()
  const { user, system } = process.cpuUsage(begun)
  return { nsPerHour: ((user + system) * 1000) / (HOURS * Math.ceil(YEARS / years) * years), totals }
}

const loop = bench.ready(prepared)
const FORMS = {
  twin: () =>
    timed(1, () => {
      const totals = bench.noTotals()
      bench.runDays(loop.run, 0, 365, Float64Array.from(loop.first), totals, bench.noExtremes(), null)
      return totals
    }),
  figures: sideBySide('figures'),
  search: sideBySide('search'),
}
type FormName = keyof typeof FORMS
const NAMES = Object.keys(FORMS) as FormName[]

function sideBySide(manner: 'figures' | 'search'): () => Timed {
  const kernel = bench.sideBySide(prepared, manner)
  const ours = kernel.work()
  const totals = bench.noTotals()
  bench.runDays(loop.run, 0, 365, Float64Array.from(loop.first), totals, bench.noExtremes(), null)
  for (const [at, total] of totals.entries()) {
    const far = manner === 'figures' ? 0 : 1e-3 * Math.abs(total)
    if (kernel.isKept(at) && Math.abs((ours[at] ?? 0) - total) > far)
      throw new Error(`the kernel for ${manner} gives ${ours[at]} as total ${at}, the loop ${total}`)
  }
  return () => timed(kernel.years, kernel.work)
}

/** The same in C; null where no compiler is. */
function inC(folder: string): (() => { readonly nsPerHour: number; readonly sum: number }) | null {
  const program = join(folder, 'balance')
  try {
    execFileSync('cc', ['-O3', '-o', program, join(root, 'bench/balance.c'), '-lm'], { stdio: 'pipe' })
  } catch {
    return null
  }
  const { run, first } = bench.ready(prepared)
  const file = join(folder, 'year')
  writeFileSync(file, Buffer.concat([run.parameters, run.schedule, run.days, run.weather, first].map(bytesOf)))
  return () => {
    const [nsPerHour = 0, sum = 0] = execFileSync(program, [file, `${YEARS}`], { encoding: 'utf8' })
      .split(' ')
      .map(Number)
    return { nsPerHour, sum }
  }
}
const bytesOf = (row: Float64Array): Buffer => Buffer.from(row.buffer, row.byteOffset, row.byteLength)

const median = (all: readonly number[]): number => [...all].sort((a, b) => a - b)[Math.floor(all.length / 2)] ?? 0

/** Milliseconds of the quickest of some runs. */
function quickestMs(runs: number, work: (run: number) => void): number {
  const times = Array.from({ length: runs }, (_, i) => {
    const begun = performance.now()
    work(i)
    return performance.now() - begun
  })
  return Math.min(...times)
}

/** Every run another site, so that nothing is taken again. */
const movedPlan = (i: number) => ({
  ...plan,
  weather: { ...plan.weather, daySwingK: plan.weather.daySwingK + 1 + i / 100 },
})
const movedJob = (job: Job, i: number) => apply(job, { act: 'set-site', patch: { daySwingK: 6 + i / 10 } })

/** Milliseconds of the quickest of three, once it has run in. */
async function quickest(work: (run: number) => Promise<unknown>): Promise<number> {
  const times: number[] = []
  for (let run = 0; run < 4; run++) {
    const begun = performance.now()
    await work(run)
    if (run > 0) times.push(performance.now() - begun)
  }
  return Math.min(...times)
}

/** The search of a job by some workers, and years shared among them. */
async function together(hands: readonly Hand[], job: Job) {
  const share = SHARED_YEARS / hands.length
  const yearsMs = await quickest((run) =>
    Promise.all(
      hands.map(({ ask }, i) =>
        ask({ act: 'years', plan: movedPlan(40 + run), count: share, firstSeed: 1 + i * share }),
      ),
    ),
  )
  const search = (run: number) =>
    searchTogether(
      hands.map((each) => searcherOf(each, movedJob(job, run))),
      () => true,
    )
  return { yearsMs, searchMs: await quickest(search), found: await search(0) }
}

async function figures() {
  const folder = mkdtempSync(join(tmpdir(), 'yard-lamp-proof-'))
  const hands = [hand(new URL(import.meta.url)), hand(new URL(import.meta.url))]
  try {
    const c = inC(folder)
    for (let i = 0; i < 3; i++) for (const name of NAMES) FORMS[name]()
    const rounds = Array.from({ length: ROUNDS }, () => ({
      ours: Object.fromEntries(NAMES.map((name) => [name, FORMS[name]()])) as Record<FormName, Timed>,
      theirs: c?.() ?? null,
    }))
    const [first] = rounds
    const sum = first?.ours.twin.totals.reduce((a, b) => a + b, 0) ?? 0
    if (first?.theirs && Math.abs(sum - first.theirs.sum) > 1e-6 * Math.abs(sum))
      throw new Error(`the C loop gives ${first.theirs.sum}, ours ${sum}: one of them is another balance`)
    const ns = (name: FormName) => median(rounds.map(({ ours }) => ours[name].nsPerHour))
    const ratio = (name: FormName) =>
      c ? median(rounds.map(({ ours, theirs }) => (theirs?.nsPerHour ?? 0) / ours[name].nsPerHour)) : null
    const clinic = demoJobs()[2] ?? fieldStation()
    const two = await together(hands, clinic)
    const one = await together(hands.slice(0, 1), clinic)
    return {
      rounds: ROUNDS,
      yearsEach: YEARS,
      twinNsPerHour: ns('twin'),
      figuresNsPerHour: ns('figures'),
      searchNsPerHour: ns('search'),
      cNsPerHour: c ? median(rounds.map(({ theirs }) => theirs?.nsPerHour ?? 0)) : null,
      twinRatio: ratio('twin'),
      figuresRatio: ratio('figures'),
      searchRatio: ratio('search'),
      firstYearMs: quickestMs(5, (i) => workYears(prepare(movedPlan(i)), 1)),
      twentyMs: quickestMs(5, (i) => tellYears({ plan: movedPlan(10 + i), asked })),
      hundredMs: quickestMs(3, (i) => workYears(prepare(movedPlan(20 + i)), 100)),
      twoHundredMs: quickestMs(2, (i) => workYears(prepare(movedPlan(30 + i)), 200)),
      dealtYears: SHARED_YEARS,
      dealtToOneMs: one.yearsMs,
      dealtToTwoMs: two.yearsMs,
      searchMs: two.searchMs,
      searchByOneMs: one.searchMs,
      searchDesigns: two.found?.designs ?? 0,
      searchWorked: two.found?.worked ?? 0,
    }
  } finally {
    for (const each of hands) each.end()
    rmSync(folder, { recursive: true, force: true })
  }
}

if (isMainThread) process.stdout.write(JSON.stringify(await figures()))
else serveHand()
