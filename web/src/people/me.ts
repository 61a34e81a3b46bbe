import { isAtLeast, type Me, type Role } from '@yard-lamp/core/people'
import { useSyncExternalStore } from 'react'
import { api } from '../api/client.ts'
import { door, SHUT } from '../api/door.ts'
import { forgetRead } from './forget-read.ts'

/** Who looks at these pages. Not of the store of jobs: the list of jobs does without that. */
export interface MeState {
  /** `asked`: the server was not heard yet, or does not answer. `out`: somebody has to sign in. */
  readonly status: 'asked' | 'in' | 'out'
  readonly me: Me | null
  /** Grows when somebody comes in who was not in before: pages are begun anew. */
  readonly entries: number
}

let state: MeState = { status: 'asked', me: null, entries: 0 }
const listeners = new Set<() => void>()

function set(next: Partial<MeState>): void {
  state = { ...state, ...next }
  for (const each of listeners) each()
}

const isIn = (me: Me): boolean => me.isOpen || (me.person !== null && !me.person.mustChoosePassword)

/** Takes what the server says of who is here. */
export function meHeard(me: Me): void {
  const wasIn = state.me !== null && isIn(state.me)
  // Somebody else at this device does not see what the one before read.
  if (state.me?.person && me.person && state.me.person.id !== me.person.id) void forgetRead()
  const isSame = state.me?.person?.id === me.person?.id
  set({
    me: isIn(me) || me.person || !wasIn ? me : state.me,
    status: isIn(me) ? 'in' : 'out',
    // Whoever signs in again goes on where they were; another one begins.
    entries: isIn(me) && state.status === 'out' && !(wasIn && isSame) ? state.entries + 1 : state.entries,
  })
}

/** Asks the server who is here. One that does not answer is asked again with the next page. */
export const askMe = (): Promise<void> => api.readMe().then(meHeard, () => undefined)

door.addEventListener(SHUT, () => {
  if (state.status !== 'out') void askMe()
})

export const useMe = (): MeState =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    () => state,
  )

/** Until the server says otherwise whoever is here may all: it refuses what they may not. */
export const roleNow = (): Role => state.me?.person?.role ?? 'owner'

/** Whether whoever is here is at least this. */
export const useMay = (least: Role): boolean => {
  const { me } = useMe()
  return isAtLeast(me?.person?.role ?? 'owner', least)
}
