import { Button, PasswordInput, TextInput } from '@mantine/core'
import type { Person } from '@yard-lamp/core/people'
import { useState } from 'react'
import { ApiFailure, api } from '../api/client.ts'
import { meHeard } from './me.ts'

/** Name, password, and the code of the telephone where one is asked for. @param again who was in on this page */
export function SignIn({ again }: { again: Person | null }) {
  const [account, setAccount] = useState(again?.account ?? '')
  const [password, setPassword] = useState('')
  const [code, setCode] = useState('')
  const [isCodeAsked, setCodeAsked] = useState(false)
  const [problem, setProblem] = useState('')
  const [isBusy, setBusy] = useState(false)

  const signIn = async () => {
    setBusy(true)
    setProblem('')
    try {
      meHeard(await api.signIn(account, password, isCodeAsked ? code : undefined))
    } catch (error) {
      const isCode = error instanceof ApiFailure && (error.code === 'CODE_NEEDED' || error.code === 'CODE_WRONG')
      if (isCode) setCodeAsked(true)
      setCode('')
      if (!(error instanceof ApiFailure && error.code === 'CODE_NEEDED')) setProblem((error as Error).message)
    } finally {
      setBusy(false)
    }
  }
  return (
    <form
      className="sign-in-form"
      onSubmit={(event) => {
        event.preventDefault()
        void signIn()
      }}
    >
      {!again && (
        <header>
          <img src="/lamp.svg" alt="" width={40} />
          <h1>Yard Lamp</h1>
        </header>
      )}
      <TextInput
        label="Name to sign in by"
        value={account}
        onChange={(event) => setAccount(event.currentTarget.value)}
        autoComplete="username"
        autoCapitalize="none"
        spellCheck={false}
        autoFocus={!again}
        required
      />
      <PasswordInput
        label="Password"
        value={password}
        onChange={(event) => setPassword(event.currentTarget.value)}
        autoComplete="current-password"
        autoFocus={again !== null}
        required
      />
      {isCodeAsked && (
        <TextInput
          label="Code your telephone shows"
          value={code}
          onChange={(event) => setCode(event.currentTarget.value)}
          autoComplete="one-time-code"
          inputMode="numeric"
          maxLength={10}
          autoFocus
          required
        />
      )}
      {problem !== '' && (
        <p className="field-error" role="alert">
          {problem}
        </p>
      )}
      <Button type="submit" loading={isBusy}>
        Sign in
      </Button>
      <p className="soft small">A lost password or telephone: an owner gives you a new first password.</p>
    </form>
  )
}
