import type { AuditLine, Me, Person, PersonSaid, Session, Share, SharedKind, ShareSaid } from '@yard-lamp/core/people'
import type { UnitSystem } from '@yard-lamp/core/units'

type Request = <T>(method: string, path: string, body?: unknown, timeoutMs?: number) => Promise<T>

/** What a link shows, by its kind. */
export interface Shared {
  readonly kind: SharedKind
  readonly jobName: string
  readonly place: string
  readonly optionName: string
  readonly units: UnitSystem
  readonly endsAt: string
  readonly shown: unknown
}

/** A year may be worked for what a link shows, ms. */
const SHOWN_TIMEOUT_MS = 60_000

/** Who is here, who may come in, and what they may be shown. */
export const peopleApi = (request: Request) => ({
  readMe: () => request<Me>('GET', '/me'),
  signIn: (account: string, password: string, code?: string) =>
    request<Me>('POST', '/session', { account, password, ...(code === undefined ? {} : { code }) }),
  signOut: () => request<void>('DELETE', '/session'),
  choosePassword: (before: string, password: string) => request<void>('PUT', '/me/password', { before, password }),
  beginSecondFactor: (password: string) =>
    request<{ secret: string; address: string }>('POST', '/me/second-factor', { password }),
  confirmSecondFactor: (code: string) => request<void>('PUT', '/me/second-factor', { code }),
  endSecondFactor: (password: string) => request<void>('DELETE', '/me/second-factor', { password }),
  readSessions: () => request<{ sessions: Session[] }>('GET', '/sessions').then(({ sessions }) => sessions),
  endSession: (id: string) => request<void>('DELETE', `/sessions/${id}`),
  readPeople: () => request<{ people: Person[] }>('GET', '/people').then(({ people }) => people),
  addPerson: (said: PersonSaid, password?: string) =>
    request<{ person: Person; password?: string }>('POST', '/people', {
      ...said,
      ...(password === undefined ? {} : { password }),
    }),
  changePerson: (id: string, said: PersonSaid) => request<Person>('PUT', `/people/${id}`, said),
  removePerson: (id: string) => request<void>('DELETE', `/people/${id}`),
  resetPassword: (id: string) => request<{ password: string }>('POST', `/people/${id}/password`),
  endSecondFactorOf: (id: string) => request<void>('DELETE', `/people/${id}/second-factor`),
  readAudit: (before?: number) =>
    request<{ lines: AuditLine[] }>('GET', `/audit${before === undefined ? '' : `?before=${before}`}`).then(
      ({ lines }) => lines,
    ),
  readShares: (jobId: string) =>
    request<{ shares: Share[] }>('GET', `/jobs/${jobId}/shares`).then(({ shares }) => shares),
  makeShare: (jobId: string, said: ShareSaid) =>
    request<{ share: Share; token: string }>('POST', `/jobs/${jobId}/shares`, said),
  revokeShare: (jobId: string, id: string) => request<void>('DELETE', `/jobs/${jobId}/shares/${id}`),
  readShared: (token: string) =>
    request<Shared>('GET', `/shared/${encodeURIComponent(token)}`, undefined, SHOWN_TIMEOUT_MS),
})
