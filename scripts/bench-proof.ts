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
/** The folder of the program: given where this file runs bundled elsewhere. */
const root = process.argv[2] ?? join(import.meta.dirname, '..')

const question = yearQuestion(design(fieldStation(), SHIPPED_CATALOGUE))
if (!isQuestion(question)) throw new Error(question.lacks)
const { plan, asked } = question
const prepared = prepare(plan)

/** Processor time of one hour in the loop here, ns, and the sum of the totals of a year. */
function twin(): { readonly nsPerHour: number; readonly sum: number } {
  const { run, first } = bench.ready(prepared)
  let totals = bench.noTotals()
  const begun = process.cpuUsage()
  for (let year = 0; year < YEARS; year++) {
    totals = bench.noTotals()
    bench.runDays(run, 0, 365, Float64Array.from(first), totals, bench.noExtremes(), null)
  }
  const { user, system } = process.cpuUsage(begun)
  return { nsPerHour: ((user + system) * 1000) / (HOURS * YEARS), sum: totals.reduce((a, b) => a + b, 0) }
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
  const share = 200 / hands.length
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
    for (let i = 0; i < 3; i++) twin()
    const pairs = Array.from({ length: ROUNDS }, () => ({ ours: twin(), theirs: c?.() ?? null }))
    const [first] = pairs
    if (first?.theirs && Math.abs(first.ours.sum - first.theirs.sum) > 1e-6 * Math.abs(first.ours.sum))
      throw new Error(`the C loop gives ${first.theirs.sum}, ours ${first.ours.sum}: one of them is another balance`)
    const clinic = demoJobs()[2] ?? fieldStation()
    const two = await together(hands, clinic)
    const one = await together(hands.slice(0, 1), clinic)
    return {
      rounds: ROUNDS,
      yearsEach: YEARS,
      twinNsPerHour: median(pairs.map(({ ours }) => ours.nsPerHour)),
      cNsPerHour: c ? median(pairs.map(({ theirs }) => theirs?.nsPerHour ?? 0)) : null,
      ratio: c ? median(pairs.map(({ ours, theirs }) => (theirs?.nsPerHour ?? 0) / ours.nsPerHour)) : null,
      firstYearMs: quickestMs(5, (i) => workYears(prepare(movedPlan(i)), 1)),
      twentyMs: quickestMs(5, (i) => tellYears({ plan: movedPlan(10 + i), asked })),
      hundredMs: quickestMs(3, (i) => workYears(prepare(movedPlan(20 + i)), 100)),
      twoHundredMs: quickestMs(2, (i) => workYears(prepare(movedPlan(30 + i)), 200)),
      twoHundredByOneMs: one.yearsMs,
      twoHundredByTwoMs: two.yearsMs,
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
