// npm test: type check, lint, storeys, measure, unit and server tests, build, end-to-end. Ends with "N passed, N failed". Plain Node.
import { spawnSync } from 'node:child_process'
import fs from 'node:fs'
import path from 'node:path'
import process from 'node:process'
import { ensureChromium } from './chromium.mjs'
import { measured } from './measure.mjs'
import { ensurePrograms } from './packages.mjs'
import { checkNode, ensureBuilt, ensureInstalled, root } from './prepare.mjs'

const results = path.join(root, '.test-results')
const bin = (name) => path.join(root, 'node_modules/.bin', name)
const tally = { passed: 0, failed: 0 }
const times = []

/** A step that passes or fails as one. */
function step(title, command, args) {
  console.log(`\n— ${title}`)
  const startedMs = Date.now()
  const { status } = spawnSync(command, args, { cwd: root, stdio: ['ignore', 'inherit', 'inherit'] })
  times.push(`${title} ${((Date.now() - startedMs) / 1000).toFixed(0)} s`)
  return status === 0
}

function count(title, ok) {
  tally[ok ? 'passed' : 'failed'] += 1
  if (!ok) console.log(`failed: ${title}`)
}

/** A runner that writes how many passed and failed; one that wrote nothing counts as one failure. */
function runner(title, command, args, file, read) {
  fs.rmSync(file, { force: true })
  const ok = step(title, command, args)
  const counted = fs.existsSync(file) ? read(JSON.parse(fs.readFileSync(file, 'utf8'))) : { passed: 0, failed: 0 }
  tally.passed += counted.passed
  tally.failed += counted.failed + (!ok && counted.failed === 0 ? 1 : 0)
  if (ok && counted.passed === 0) tally.failed += 1
}

const secondTries = (suites) =>
  suites.flatMap(({ suites: inner = [], specs = [] }) => [
    ...specs
      .filter(({ tests }) => tests.some(({ status }) => status === 'flaky'))
      .map(({ file, title }) => `${file} › ${title}`),
    ...secondTries(inner),
  ])

try {
  checkNode()
  ensureInstalled()
  ensurePrograms()
  ensureChromium()
  fs.mkdirSync(results, { recursive: true })
  // The compiler written in Go: four times as fast. What reads TypeScript through its interface has the other one.
  count('types', step('types', process.execPath, [path.join(root, 'node_modules/typescript-native/bin/tsc'), '-b']))
  count('lint', step('lint', bin('biome'), ['check', '--error-on-warnings', '.']))
  const rooms = ['core/src', 'paper/src', 'cli/src', 'server/src', 'web/src', 'scripts', 'e2e']
  count(
    'storeys, circles and doors',
    step('imports', bin('depcruise'), ['--config', '.dependency-cruiser.mjs', ...rooms]),
  )
  count('tests and lengths of files', measured())
  const vitestFile = path.join(results, 'vitest.json')
  runner(
    'unit and server',
    bin('vitest'),
    ['run', '--reporter=dot', '--reporter=json', `--outputFile.json=${vitestFile}`],
    vitestFile,
    (json) => ({ passed: json.numPassedTests, failed: json.numFailedTests }),
  )
  ensureBuilt()
  const playwrightFile = path.join(results, 'playwright.json')
  process.env.PLAYWRIGHT_JSON_OUTPUT_NAME = playwrightFile
  runner('end to end', bin('playwright'), ['test', '--config', 'e2e/playwright.config.ts'], playwrightFile, (json) => {
    for (const title of secondTries(json.suites)) console.log(`passed on its second try only: ${title}`)
    return { passed: json.stats.expected + json.stats.flaky, failed: json.stats.unexpected }
  })
} catch (error) {
  console.error(error.message)
  tally.failed += 1
}
console.log(`\n${times.join(', ')}`)
console.log(`${tally.passed} passed, ${tally.failed} failed`)
process.exit(tally.failed > 0 ? 1 : 0)
