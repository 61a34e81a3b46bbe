// npm run bench: times the chain, the interface and the server, and writes docs/performance.md.
import { execFileSync } from 'node:child_process'
import fs from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { buildSync } from 'esbuild'
import { ensureChromium } from './chromium.mjs'
import { ensureBuilt, ensureInstalled, root } from './prepare.mjs'

ensureInstalled()
ensureChromium()
ensureBuilt()

const node = (script) =>
  JSON.parse(
    execFileSync(process.execPath, ['--import', 'tsx', path.join(root, 'scripts', script)], {
      cwd: root,
      encoding: 'utf8',
      maxBuffer: 1e7,
      stdio: ['ignore', 'pipe', 'inherit'],
    }),
  )
/** Bundled as the pages and the server are, without the names a development loader keeps for each function. */
const bundled = (script) => {
  const file = path.join(os.tmpdir(), `yard-lamp-bench-${process.pid}.mjs`)
  buildSync({
    entryPoints: [path.join(root, 'scripts', script)],
    outfile: file,
    bundle: true,
    platform: 'node',
    format: 'esm',
  })
  try {
    return JSON.parse(
      execFileSync(process.execPath, [file, root], { encoding: 'utf8', stdio: ['ignore', 'pipe', 'inherit'] }),
    )
  } finally {
    fs.rmSync(file, { force: true })
  }
}
const besideC = (ns, ratio) => `${ns.toFixed(0)} ns${ratio === null ? '' : `; ${ratio.toFixed(2)}`}`
const ms = (value) => `${value.toFixed(value < 10 ? 1 : 0)} ms`

console.error('The chain …')
const chain = bundled('bench-core.ts')
console.error('The year hour by hour …')
const proof = bundled('bench-proof.ts')
console.error('The interface and the server …')
const { edit, choice, page, server } = node('bench-application.ts')
console.error('Living with many …')
const many = node('bench-many.ts')

const text = `# Performance

Measured by \`npm run bench\` on ${os.cpus().length} cores (${os.cpus()[0]?.model.trim() || process.arch}), Node.js ${process.versions.node}, with
PostgreSQL and Chromium of Debian on the same machine. Shared machines are noisy: read these as of one afternoon.

| what | measured | aim |
|---|---|---|
| whole chain, all candidates ranked and all checks, 200 loads, 500 items in the catalogue, everything anew, median of 600 on one core | ${ms(chain[0].anewMs)} | under 10 ms |
| the same, one load edited | ${ms(chain[0].editMs)} | under 5 ms |
| the same, the length of a battery cable edited; of the array’s lead, which strings are chosen by as well | ${chain[0].cableMs.toFixed(2)} ms; ${chain[0].leadMs.toFixed(2)} ms | under 1 ms |
| whole chain and all checks, 1,000 loads, everything anew | ${ms(chain[1].anewMs)} | under 25 ms |
| the same, one load edited | ${ms(chain[1].editMs)} | under 25 ms |
| the balance in plain C (\`bench/balance.c\`, -O3), field station, an hour of it, median of ${proof.rounds} of ${proof.yearsEach} years each | ${proof.cNsPerHour === null ? 'no compiler here' : `${proof.cNsPerHour.toFixed(0)} ns`} | |
| the loop in TypeScript, in turns with it, same totals; C ÷ ours, median of the turns | ${besideC(proof.twinNsPerHour, proof.twinRatio)} | at least 0.6 |
| the kernel for figures, two years side by side, all totals the same to the last bit; C ÷ ours | ${besideC(proof.figuresNsPerHour, proof.figuresRatio)} | at least 1.2 |
| the kernel for the search, four years side by side, the totals it reads; C ÷ ours | ${besideC(proof.searchNsPerHour, proof.searchRatio)} | at least 2.5 |
| the first year of a design, its weather drawn as well, quickest of 5 | ${ms(proof.firstYearMs)} | under 100 ms |
| twenty years with all that is told of them; a hundred; two hundred | ${ms(proof.twentyMs)}; ${ms(proof.hundredMs)}; ${ms(proof.twoHundredMs)} | a hundred under 500 ms |
| ${proof.dealtYears} years by one worker; by two, quickest of 3 | ${ms(proof.dealtToOneMs)}; ${ms(proof.dealtToTwoMs)} | two at least 1.5 × one |
| the search of the clinic: ${proof.searchDesigns} designs × 10 years, of which ${proof.searchWorked} had to be worked, by two workers; by one; quickest of 3 | ${ms(proof.searchMs)}; ${ms(proof.searchByOneMs)} | 2,000 under 3 s on two cores |
| an edit in the interface with 300 loads, from key to painted figures: median of ${edit.count} | ${ms(edit.medianMs)} | under 50 ms |
| the same, 95th percentile | ${ms(edit.p95Ms)} | |
| switching the option of the demo job on the battery page, from the choice to the frame with the new answers: median of ${choice.option.count} | ${ms(choice.option.medianMs)} | under 100 ms |
| a key in a field of the array page, to the frame with the roof redrawn: median of ${choice.roof.count} | ${ms(choice.roof.medianMs)} | under 50 ms |
| the plane dragged over its picture on the site page, from a move of the pointer to the frame with the plane and the chain redrawn: median of ${choice.plane.count} | ${ms(choice.plane.medianMs)} | under 50 ms |
| a load dragged along the day, from a move to the frame that shows it: median of ${choice.day.count} | ${ms(choice.day.medianMs)} | under 50 ms |
| JavaScript of the first page (the jobs), compressed | ${page.firstKb.toFixed(0)} kB | under 280 kB |
| JavaScript of a job’s load page with its chart, compressed | ${page.jobKb.toFixed(0)} kB | |
| a lone save of a 200-load job on loopback as the page sends it, as acts: median, 99th percentile of ${server.loneActs.count} | ${ms(server.loneActs.medianMs)}, ${ms(server.loneActs.p99Ms)} | under 8 ms |
| the same as the whole document | ${ms(server.loneDocument.medianMs)}, ${ms(server.loneDocument.p99Ms)} | |
| saves of 200-load jobs as acts, 50 at once: median, 99th percentile of ${server.acts.count} | ${ms(server.acts.medianMs)}, ${ms(server.acts.p99Ms)} | 99th under 100 ms |
| whether the server is well, asked meanwhile: median, 99th percentile of ${server.acts.health.count} | ${ms(server.acts.health.medianMs)}, ${ms(server.acts.health.p99Ms)} | under 50 ms |
| saves as whole documents, 50 at once: median, 99th percentile of ${server.documents.count} | ${ms(server.documents.medianMs)}, ${ms(server.documents.p99Ms)} | |
| reads of the same, 50 at once: median, 99th percentile of ${server.reads.count} | ${ms(server.reads.medianMs)}, ${ms(server.reads.p99Ms)} | |
| a page of a list of 10,000 jobs, by the server: all; found by three words; overdue in a folder | ${ms(many.list.listMs)}; ${ms(many.list.findMs)}; ${ms(many.list.overdueMs)} | |
| the same in a browser that was here before, from the address to its first job on the screen: median, worst of 8 | ${ms(many.list.pageMs)}, ${ms(many.list.pageWorstMs)} | under 300 ms |
| a reading typed, from the press to the sentence that it is kept: median, worst of ${many.reading.count - 2} | ${ms(many.reading.keptMs)}, ${ms(many.reading.keptWorstMs)} | under 100 ms |
| ${many.monitors.kept} of ${many.monitors.monitors} monitors a reading each within a minute, from when it is said to when it is kept: median, 99th percentile | ${ms(many.monitors.medianMs)}, ${ms(many.monitors.p99Ms)} | 99th under 50 ms |
| a job read meanwhile, 99th percentile | ${ms(many.monitors.askedP99Ms)} | under 50 ms |
| ${many.year.minutes} readings, a year of minutes, charted: from the press in the chain, the first; median of 5 | ${ms(many.year.firstMs)}; ${ms(many.year.medianMs)} | under 1 s |
| its page opened anew by its address: the first time; median of the next 5 | ${ms(many.year.anewFirstMs)}; ${ms(many.year.anewMs)} | |

How: the chain is timed in one process after 600 runs of warming up; “anew” gives it a job of which every object is new.
An edit is timed in the page from the key’s own time stamp to the frame after the figures changed. Compressed is gzip at
its default level. The server’s database waits for the disk, as it does in use.
`
// What was measured side by side with older code stands in chapters below, and is kept.
const file = path.join(root, 'docs/performance.md')
const before = fs.existsSync(file) ? fs.readFileSync(file, 'utf8') : ''
const chapters = before.indexOf('\n## ')
const beside = chapters < 0 ? '' : before.slice(chapters)
fs.writeFileSync(file, text + beside)
console.log(text)
