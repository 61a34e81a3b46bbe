import { Button, PasswordInput, TextInput } from '@mantine/core'
import type { Person } from '@yard-lamp/core/people'
import { useState } from 'react'
import { api } from '../api/client.ts'
import { Part } from '../job/Page.tsx'
import { Code } from '../links/build/Code.tsx'
import { ChoosePassword } from './ChoosePassword.tsx'
import { askMe } from './me.ts'

/** One’s own password and second factor. */
export function OwnPart({ person }: { person: Person }) {
  const [isChoosing, setChoosing] = useState(false)
  const [said, setSaid] = useState('')
  return (
    <Part name="Your way in" aside={person.account}>
      <div className="people-own">
        <section>
          <h3>Password</h3>
          {isChoosing ? (
            <ChoosePassword
              onDone={() => {
                setChoosing(false)
                setSaid('Your password is changed.')
              }}
            />
          ) : (
            <Button variant="default" onClick={() => setChoosing(true)}>
              Choose another password
            </Button>
          )}
          {said !== '' && <p role="status">{said}</p>}
        </section>
        <section>
          <h3>Second factor</h3>
          <SecondFactor person={person} />
        </section>
      </div>
    </Part>
  )
}

/** A code of the telephone besides the password: begun with the password, in force once a code came back. */
function SecondFactor({ person }: { person: Person }) {
  const [password, setPassword] = useState('')
  const [code, setCode] = useState('')
  const [begun, setBegun] = useState<{ secret: string; address: string } | null>(null)
  const [problem, setProblem] = useState('')
  const act = async (what: () => Promise<unknown>) => {
    setProblem('')
    try {
      await what()
      setPassword('')
      setCode('')
      await askMe()
    } catch (error) {
      setProblem((error as Error).message)
    }
  }
  const error = problem !== '' && (
    <p className="field-error" role="alert">
      {problem}
    </p>
  )
  if (begun)
    return (
      <form
        className="sign-in-form"
        onSubmit={(event) => {
          event.preventDefault()
          void act(async () => {
            await api.confirmSecondFactor(code)
            setBegun(null)
          })
        }}
      >
        <p>Take this into an application for codes on your telephone, then type the code it shows.</p>
        <div className="people-code">
          <Code text={begun.address} />
        </div>
        <p className="small">
          Or by hand: <code>{begun.secret.match(/.{1,4}/g)?.join(' ')}</code>
        </p>
        <TextInput
          label="Code"
          value={code}
          onChange={(event) => setCode(event.currentTarget.value)}
          inputMode="numeric"
          autoComplete="one-time-code"
          required
        />
        {error}
        <Button type="submit">Switch it on</Button>
      </form>
    )
  return (
    <form
      className="sign-in-form"
      onSubmit={(event) => {
        event.preventDefault()
        void act(async () => {
          if (person.hasSecondFactor) await api.endSecondFactor(password)
          else setBegun(await api.beginSecondFactor(password))
        })
      }}
    >
      <p>
        {person.hasSecondFactor
          ? 'A code of your telephone is asked for besides the password.'
          : 'Besides the password a code of your telephone: a password somebody saw is then not enough.'}
      </p>
      <PasswordInput
        label="Your password"
        value={password}
        onChange={(event) => setPassword(event.currentTarget.value)}
        autoComplete="current-password"
        required
      />
      {error}
      <Button type="submit" variant="default">
        {person.hasSecondFactor ? 'Switch it off' : 'Begin'}
      </Button>
    </form>
  )
}
