import { readFileSync, readSync } from 'node:fs'
import process from 'node:process'
import { InputError, METHODS } from '@yard-lamp/core'
import { calc, check, methods, schema, size } from './commands.ts'
import { answerLines } from './lines.ts'
import { search } from './search.ts'
import { readChoices, simulate } from './simulate.ts'

const EXIT = { ok: 0, badInput: 1, usage: 2 } as const

const USAGE = `Usage: yardlamp COMMAND

  methods                   every method: id, title, inputs and outputs
  calc ID [--input FILE]    one method; input as JSON from FILE or standard input
  calc --lines [--input FILE]
                            many: a line {"method": …, "input": …} in, a line {"output": …} or {"error": …} out
  size JOB.json             the design of a job with the shipped catalogue
  check JOB.json            what the checks find in it, and likely slips in its list
  size --lines [--input FILE], check --lines [--input FILE]
                            many: a job a line in, its answer or {"error": …} a line out, in order
  simulate JOB.json [--years N] [--seed S] [--steps N] [--hours FILE.csv] [--weather FILE]
                            its years hour by hour: what is carried, and every flow of the first in a file;
                            with a weather file (EPW, or a table with a heading) the one year it holds
  search JOB.json           the best designs for the money, and what each price carries
  schema job                JSON Schema of the job file

JSON on standard output, errors on standard error. Exit 0 done, 1 bad input, 2 usage.
`

class UsageError extends Error {}

/** Text of a file, or of standard input where no file is named. */
function readText(file: string | undefined): string {
  try {
    return file === undefined ? readStandardInput() : readFileSync(file, 'utf8')
  } catch (error) {
    throw new InputError('INPUT_INVALID', '', `cannot read ${file ?? 'standard input'}: ${(error as Error).message}`)
  }
}

/** Whole standard input. A pipe that another program set not to wait says so: then it is asked again a little later. */
function readStandardInput(): string {
  const chunks: Buffer[] = []
  const pause = new Int32Array(new SharedArrayBuffer(4))
  for (;;) {
    const chunk = Buffer.alloc(65_536)
    try {
      const bytes = readSync(0, chunk)
      if (bytes === 0) return Buffer.concat(chunks).toString('utf8')
      chunks.push(chunk.subarray(0, bytes))
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EAGAIN') throw error
      Atomics.wait(pause, 0, 0, 5)
    }
  }
}

function fileOption(args: readonly string[]): string | undefined {
  if (args.length === 0) return undefined
  const [name, file, ...rest] = args
  if (name !== '--input' || file === undefined || rest.length > 0)
    throw new UsageError(`unexpected "${args.join(' ')}"`)
  return file
}

function only(args: readonly string[], what: string): string {
  const [first, ...rest] = args
  if (first === undefined || rest.length > 0) throw new UsageError(`expected ${what}`)
  return first
}

function run(command: string | undefined, args: readonly string[]): string | Iterable<string> {
  switch (command) {
    case 'methods':
      if (args.length > 0) throw new UsageError('methods takes nothing more')
      return json(methods(METHODS))
    case 'calc': {
      const [id, ...rest] = args
      if (id === undefined) throw new UsageError('expected a method id or --lines')
      if (id === '--lines') return answerLines('calc', readText(fileOption(rest)))
      return json(calc(id, () => readText(fileOption(rest))))
    }
    case 'size':
      if (args[0] === '--lines') return answerLines('size', readText(fileOption(args.slice(1))))
      return json(size(readText(only(args, 'a job file'))))
    case 'check':
      if (args[0] === '--lines') return answerLines('check', readText(fileOption(args.slice(1))))
      return json(check(readText(only(args, 'a job file'))))
    case 'simulate': {
      const [file, ...rest] = args
      if (file === undefined) throw new UsageError('expected a job file')
      return json(simulate(readText(file), readChoices(rest)))
    }
    case 'search':
      return json(search(readText(only(args, 'a job file'))))
    case 'schema':
      if (only(args, '"job"') !== 'job') throw new UsageError('the only schema is "job"')
      return json(schema())
    default:
      throw new UsageError(command === undefined ? 'expected a command' : `there is no command "${command}"`)
  }
}

const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`

function main(): number {
  const [command, ...args] = process.argv.slice(2)
  if (command === '--help' || command === 'help') {
    process.stdout.write(USAGE)
    return EXIT.ok
  }
  try {
    const answer = run(command, args)
    for (const piece of typeof answer === 'string' ? [answer] : answer) process.stdout.write(piece)
    return EXIT.ok
  } catch (error) {
    if (error instanceof UsageError) {
      process.stderr.write(`yardlamp: ${error.message}\n\n${USAGE}`)
      return EXIT.usage
    }
    if (error instanceof InputError) {
      process.stderr.write(`yardlamp: ${error.message}\n`)
      return EXIT.badInput
    }
    throw error
  }
}

// A closed pipe downstream (as with `| head`) is no fault of ours.
process.stdout.on('error', (error: NodeJS.ErrnoException) =>
  process.exit(error.code === 'EPIPE' ? EXIT.ok : EXIT.badInput),
)
process.exitCode = main()
