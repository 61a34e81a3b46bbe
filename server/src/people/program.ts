import process from 'node:process'
import { parseArgs } from 'node:util'
import { type Person, personSaidSchema, ROLE_WORDS, ROLES } from '@yard-lamp/core/people'
import { migrateDatabase, openDatabase } from '../database.ts'
import { ApiError } from '../http/errors.ts'
import { Audit } from './audit.ts'
import { PeopleStore } from './store.ts'

/** npm run people: who may come in, from the machine the database is on. */

const USAGE = `Usage: npm run people -- list
       npm run people -- add NAME --account ACCOUNT --role ${ROLES.join('|')}
       npm run people -- password ACCOUNT         a new first password; their sessions end
       npm run people -- second-factor ACCOUNT    ends it, for somebody who lost their telephone
       npm run people -- remove ACCOUNT

  --data FOLDER  where the database lives (default .data); or DATABASE_URL in the environment

${ROLES.map((role) => `  ${role.padEnd(9)} ${ROLE_WORDS[role]}`).join('\n')}`

class UsageError extends Error {}

/** Whoever sits at the machine the database is on. */
const AT_THE_MACHINE = { id: 'this-machine', name: 'npm run people' }

async function run(store: PeopleStore, audit: Audit, said: readonly string[], more: Options): Promise<string> {
  const [what, who = ''] = said
  const note = (deed: string, subject: string) => audit.note(AT_THE_MACHINE, deed, null, subject)
  switch (what) {
    case 'list': {
      const people = await store.list()
      return people.map(lineOf).join('\n') || 'Nobody yet: at this machine no password is asked for.'
    }
    case 'add': {
      const parsed = personSaidSchema.safeParse({ name: who, account: more.account, role: more.role })
      if (!parsed.success) {
        const issue = parsed.error.issues[0]
        throw new UsageError(`${issue?.path.join('.')}: ${issue?.message}\n\n${USAGE}`)
      }
      const { person, password } = await store.add(parsed.data)
      await note('let somebody in', `${person.name}, ${person.role}`)
      return `${person.name} signs in as ${person.account} with this password, and chooses their own at once:\n${password}`
    }
    case 'password': {
      const person = await named(store, who)
      const password = await store.resetPassword(person.id)
      await note('gave a new first password', person.name)
      return `${person.name} signs in with this password, and chooses their own at once:\n${password}`
    }
    case 'second-factor': {
      const person = await named(store, who)
      await store.endSecondFactor(person.id)
      await note('ended the second factor of somebody', person.name)
      return `${person.name} signs in by their password alone.`
    }
    case 'remove': {
      const person = await named(store, who)
      await store.remove(person.id)
      await note('let somebody in no more', person.name)
      return `${person.name} signs in no more.`
    }
    default:
      throw new UsageError(USAGE)
  }
}

interface Options {
  readonly account: string | undefined
  readonly role: string | undefined
}

const lineOf = ({ account, name, role, hasSecondFactor }: Person): string =>
  `${account.padEnd(24)} ${role.padEnd(9)} ${name}${hasSecondFactor ? ' (second factor)' : ''}`

async function named(store: PeopleStore, account: string): Promise<Person> {
  const person = (await store.list()).find((each) => each.account === account.trim().toLowerCase())
  if (!person) throw new UsageError(`Nobody signs in as “${account}”. npm run people -- list tells who does.`)
  return person
}

async function main(): Promise<number> {
  const { values, positionals } = parseArgs({
    options: { account: { type: 'string' }, role: { type: 'string' }, help: { type: 'boolean' } },
    allowPositionals: true,
  })
  if (values.help) {
    process.stdout.write(`${USAGE}\n`)
    return 0
  }
  const { database, close } = openDatabase(process.env.DATABASE_URL ?? '', () => undefined)
  try {
    await migrateDatabase(database, process.env.MIGRATIONS ?? '')
    const now = () => new Date()
    const { account, role } = values
    process.stdout.write(
      `${await run(new PeopleStore(database, now), new Audit(database, now), positionals, { account, role })}\n`,
    )
    return 0
  } catch (error) {
    process.stderr.write(`${(error as Error).message}\n`)
    return error instanceof UsageError || error instanceof ApiError ? 2 : 1
  } finally {
    await close()
  }
}

main().then((code) => {
  process.exitCode = code
})
