import { Fragment, type ReactNode, useEffect } from 'react'
import { MustAnswer } from '../job/MustAnswer.tsx'
import { ChoosePassword } from './ChoosePassword.tsx'
import { askMe, useMe } from './me.ts'
import { SignIn } from './SignIn.tsx'
import './people.css'

/** Pages that show something to whoever has a link. */
const isForAll = (): boolean => location.pathname.startsWith('/shared/')

/** Lets the pages through to whoever may see them; over a page that was open already, so that nothing of it is lost. */
export function SignInGate({ children }: { children: ReactNode }) {
  const { status, me, entries } = useMe()
  useEffect(() => void askMe(), [])
  const pages = <Fragment key={entries}>{children}</Fragment>
  if (status !== 'out' || isForAll()) return pages
  const form = me?.person?.mustChoosePassword ? <ChoosePassword /> : <SignIn again={me?.person ?? null} />
  if (me === null || !me.person || me.person.mustChoosePassword) return <div className="sign-in">{form}</div>
  return (
    <>
      {pages}
      <MustAnswer title="Sign in again">
        <p>You were signed out. What you typed is kept, and saved once you are in.</p>
        {form}
      </MustAnswer>
    </>
  )
}
