// How the code stands: the lines of tests to those of code, and files longer than they should be. Plain Node.
import fs from 'node:fs'
import path from 'node:path'
import process from 'node:process'
import { root } from './prepare.mjs'

/** Lines of tests to lines of code, at least. */
export const LEAST_TEST_SHARE = 0.25
/** A longer file says why in a line that begins with LONG. */
export const MOST_LINES = 300
const LONG = /(?:\/\/|\/\*) Long: \S/
const CODE = ['core/src', 'paper/src', 'cli/src', 'monitor/src', 'server/src', 'web/src', 'scripts']
const TESTS = [
  'core/tests',
  'paper/tests',
  'cli/tests',
  'monitor/tests',
  'server/tests',
  'web/tests',
  'scripts/tests',
  'e2e',
]
/** Figures of tables and data sheets are no code. */
const DATA = [
  /^core\/src\/tables\/(?!(conductor|installations|index)\.ts)/,
  /^core\/src\/catalogue\/(batteries|battery-rows|controllers|inverters|installation|panels|sources)\.ts/,
  /^core\/src\/demo\//,
  /^core\/src\/site\/(climates|climate-data)\.ts/,
]

const isCode = (file) => /\.(ts|tsx|mjs|css)$/.test(file) && !file.endsWith('.d.mts')
const linesOf = (file, base) => fs.readFileSync(path.join(base, file), 'utf8').split('\n').length - 1

function filesOf(folders, base) {
  return folders
    .filter((folder) => fs.existsSync(path.join(base, folder)))
    .flatMap((folder) =>
      fs
        .readdirSync(path.join(base, folder), { recursive: true })
        .map((name) => `${folder}/${name}`.replaceAll(path.sep, '/'))
        .filter(isCode),
    )
}

/** @returns lines of code, of data, of styles, of tests, tests to code, and the files that are too long without a reason */
export function measure(base = root) {
  const tests = filesOf(TESTS, base)
  const all = filesOf(CODE, base).filter((file) => !tests.includes(file))
  const data = all.filter((file) => DATA.some((pattern) => pattern.test(file)))
  const styles = all.filter((file) => file.endsWith('.css'))
  const code = all.filter((file) => !data.includes(file) && !styles.includes(file))
  const sum = (files) => files.reduce((lines, file) => lines + linesOf(file, base), 0)
  const [codeLines, dataLines, styleLines, testLines] = [sum(code), sum(data), sum(styles), sum(tests)]
  return {
    codeLines,
    dataLines,
    styleLines,
    testLines,
    testShare: testLines / Math.max(1, codeLines),
    tooLong: [...code, ...styles, ...tests]
      .map((file) => ({ file, lines: linesOf(file, base) }))
      .filter(({ file, lines }) => lines > MOST_LINES && !LONG.test(fs.readFileSync(path.join(base, file), 'utf8'))),
  }
}

/** Says what was measured. @returns whether all of it is as it should be */
export function measured(say = console.log, base = root) {
  const { codeLines, dataLines, styleLines, testLines, testShare, tooLong } = measure(base)
  for (const { file, lines } of tooLong) say(`${file} has ${lines} lines, more than ${MOST_LINES}, without a reason`)
  say(
    `${codeLines} lines of code, ${dataLines} of figures and samples, ${styleLines} of styles, ${testLines} of tests: tests are ${(testShare * 100).toFixed(1)} % of the code (at least ${LEAST_TEST_SHARE * 100} %)`,
  )
  return tooLong.length === 0 && testShare >= LEAST_TEST_SHARE
}

if (process.argv[1] === import.meta.filename) process.exit(measured() ? 0 : 1)
