import { Button, PasswordInput } from '@mantine/core'
import { LEAST_PASSWORD } from '@yard-lamp/core/people'
import { useState } from 'react'
import { api } from '../api/client.ts'
import { askMe } from './me.ts'

/** A password of one’s own in place of the one that was given, or of the last. */
export function ChoosePassword({ onDone }: { onDone?: () => void }) {
  const [before, setBefore] = useState('')
  const [password, setPassword] = useState('')
  const [again, setAgain] = useState('')
  const [problem, setProblem] = useState('')
  const isFirst = onDone === undefined
  const choose = async () => {
    if (password !== again) return setProblem('The two are not the same.')
    try {
      await api.choosePassword(before, password)
      await askMe()
      onDone?.()
    } catch (error) {
      setProblem((error as Error).message)
    }
  }
  return (
    <form
      className="sign-in-form"
      onSubmit={(event) => {
        event.preventDefault()
        setProblem('')
        void choose()
      }}
    >
      {isFirst && <h1>Choose a password of your own</h1>}
      <PasswordInput
        label={isFirst ? 'Password you were given' : 'Password until now'}
        value={before}
        onChange={(event) => setBefore(event.currentTarget.value)}
        autoComplete="current-password"
        required
      />
      <PasswordInput
        label="New password"
        description={`${LEAST_PASSWORD} characters or more; three or four words will do`}
        value={password}
        onChange={(event) => setPassword(event.currentTarget.value)}
        autoComplete="new-password"
        required
      />
      <PasswordInput
        label="New password once more"
        value={again}
        onChange={(event) => setAgain(event.currentTarget.value)}
        autoComplete="new-password"
        required
      />
      {problem !== '' && (
        <p className="field-error" role="alert">
          {problem}
        </p>
      )}
      <Button type="submit">Keep it</Button>
      {!isFirst && <p className="soft small">You stay in here; every other browser is signed out.</p>}
    </form>
  )
}
