import { ActionIcon, Button, CopyButton, Menu, NativeSelect, PasswordInput, TextInput } from '@mantine/core'
import { IconDotsVertical } from '@tabler/icons-react'
import { LEAST_PASSWORD, type Person, type PersonSaid, ROLE_WORDS, ROLES, type Role } from '@yard-lamp/core/people'
import { useCallback, useEffect, useState } from 'react'
import { api } from '../api/client.ts'
import { useAct } from '../api/use-act.ts'
import { Part } from '../job/Page.tsx'
import { askMe } from './me.ts'

/** A password that was made, for somebody: it is shown this once. */
interface Given {
  readonly name: string
  readonly password: string
}

/** Everybody who may come in. */
export function PeoplePart() {
  const [people, setPeople] = useState<readonly Person[] | null>(null)
  const [given, setGiven] = useState<Given | null>(null)
  const read = useCallback(() => api.readPeople().then(setPeople), [])
  const { problem, setProblem, act } = useAct(() => Promise.all([read(), askMe()]).catch(() => undefined))
  useEffect(() => {
    read().catch((error: Error) => setProblem(error.message))
  }, [read, setProblem])
  return (
    <Part name="Who may come in" aside={people ? (people.length === 1 ? '1 person' : `${people.length} people`) : ''}>
      {problem !== '' && (
        <p className="notice notice-fault" role="alert">
          <span className="notice-text">{problem}</span>
        </p>
      )}
      {given && <GivenPassword given={given} onClose={() => setGiven(null)} />}
      {people && people.length > 0 && (
        <ul className="people-list">
          {people.map((person) => (
            <One key={person.id} person={person} act={act} onGiven={setGiven} />
          ))}
        </ul>
      )}
      {people && (
        <AddPerson
          isFirst={people.length === 0}
          onAdd={(said, password) =>
            act(async () => {
              const made = await api.addPerson(said, password)
              if (made.password !== undefined) setGiven({ name: made.person.name, password: made.password })
            })
          }
        />
      )}
    </Part>
  )
}

function GivenPassword({ given: { name, password }, onClose }: { given: Given; onClose: () => void }) {
  return (
    <div className="notice people-given" role="status">
      <span className="notice-text">
        {name} signs in with <code>{password}</code> and chooses their own at once. It is shown only now.
      </span>
      <CopyButton value={password}>
        {({ copied, copy }) => (
          <button type="button" className="notice-go" onClick={copy}>
            {copied ? 'Copied' : 'Copy'}
          </button>
        )}
      </CopyButton>
      <button type="button" className="notice-go" onClick={onClose}>
        Done
      </button>
    </div>
  )
}

interface OneProps {
  person: Person
  act: (what: () => Promise<unknown>) => Promise<void>
  onGiven: (given: Given) => void
}

function One({ person, act, onGiven }: OneProps) {
  const { id, name, account, role, hasSecondFactor, mustChoosePassword } = person
  const change = (patch: Partial<PersonSaid>) => act(() => api.changePerson(id, { name, account, role, ...patch }))
  return (
    <li>
      <span className="people-name">
        <b>{name}</b>
        <span className="soft small">
          {account}
          {hasSecondFactor && ' · second factor'}
          {mustChoosePassword && ' · first password not changed yet'}
        </span>
      </span>
      <NativeSelect
        aria-label={`Role of ${name}`}
        data={[...ROLES]}
        value={role}
        onChange={(event) => void change({ role: event.currentTarget.value as Role })}
      />
      <span className="soft small people-role">{ROLE_WORDS[role]}</span>
      <Menu position="bottom-end">
        <Menu.Target>
          <ActionIcon variant="subtle" color="gray" aria-label={`More for ${name}`}>
            <IconDotsVertical size={18} />
          </ActionIcon>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Item
            onClick={() => act(async () => onGiven({ name, password: (await api.resetPassword(id)).password }))}
          >
            Give a new first password
          </Menu.Item>
          {hasSecondFactor && (
            <Menu.Item onClick={() => act(() => api.endSecondFactorOf(id))}>End their second factor</Menu.Item>
          )}
          <Menu.Item onClick={() => act(() => api.removePerson(id))}>Let in no more</Menu.Item>
        </Menu.Dropdown>
      </Menu>
    </li>
  )
}

interface AddPersonProps {
  isFirst: boolean
  onAdd: (said: PersonSaid, password?: string) => Promise<void>
}

/** The first is an owner, with a password of their own; the others get one to change. */
function AddPerson({ isFirst, onAdd }: AddPersonProps) {
  const [name, setName] = useState('')
  const [account, setAccount] = useState('')
  const [role, setRole] = useState<Role>('designer')
  const [password, setPassword] = useState('')
  const add = async () => {
    await onAdd({ name, account, role: isFirst ? 'owner' : role }, isFirst ? password : undefined)
    setName('')
    setAccount('')
    setPassword('')
  }
  return (
    <form
      className="people-add"
      onSubmit={(event) => {
        event.preventDefault()
        void add()
      }}
    >
      <TextInput
        label="Name"
        value={name}
        maxLength={80}
        required
        onChange={(event) => setName(event.currentTarget.value)}
      />
      <TextInput
        label="Signs in by"
        value={account}
        maxLength={80}
        required
        autoCapitalize="none"
        spellCheck={false}
        onChange={(event) => setAccount(event.currentTarget.value)}
      />
      {isFirst ? (
        <PasswordInput
          label={`Password, ${LEAST_PASSWORD} characters or more`}
          value={password}
          required
          autoComplete="new-password"
          onChange={(event) => setPassword(event.currentTarget.value)}
        />
      ) : (
        <NativeSelect
          label="Role"
          data={[...ROLES]}
          value={role}
          onChange={(event) => setRole(event.currentTarget.value as Role)}
        />
      )}
      {!isFirst && <p className="soft small people-role">{ROLE_WORDS[role]}</p>}
      <Button type="submit">{isFirst ? 'Make the owner' : 'Let in'}</Button>
    </form>
  )
}
