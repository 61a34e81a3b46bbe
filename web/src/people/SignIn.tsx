import { TextInput } from '@mantine/core'
import type { Person } from '@yard-lamp/core/people'
import { useState } from 'react'
import { ApiFailure, api } from '../api/client.ts'
import { CodeField } from './CodeField.tsx'
import { meHeard } from './me.ts'
import { Secret, WayInForm } from './WayInForm.tsx'

/** Name, password, and the code of the telephone where one is asked for. @param again who was in on this page */
export function SignIn({ again }: { again: Person | null }) {
  const [account, setAccount] = useState(again?.account ?? '')
  const [password, setPassword] = useState('')
  const [code, setCode] = useState('')
  const [isCodeAsked, setCodeAsked] = useState(false)
  const signIn = async () => {
    try {
      meHeard(await api.signIn(account, password, isCodeAsked ? code : undefined))
    } catch (error) {
      setCode('')
      if (!(error instanceof ApiFailure && error.code === 'CODE_NEEDED')) throw error
      setCodeAsked(true)
    }
  }
  return (
    <WayInForm
      button="Sign in"
      onSubmit={signIn}
      foot={<p className="soft small">A lost password or telephone: an owner gives you a new first password.</p>}
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
      <Secret label="Password" value={password} onValue={setPassword} autoFocus={again !== null} />
      {isCodeAsked && <CodeField label="Code your telephone shows" value={code} onValue={setCode} />}
    </WayInForm>
  )
}
