import { LINKS } from '@yard-lamp/core'
import { REFUSALS } from '@yard-lamp/core/job'
import { describe, expect, test } from 'vitest'
import { ApiFailure } from '../src/api/client.ts'
import { isLinkPage, JOB_PAGES, linkTitle } from '../src/pages.ts'

describe('pages of a job', () => {
  test('have an address, a name and a key each, the links first and in their order', () => {
    const unique = (values: readonly string[]) => new Set(values).size === values.length
    expect(unique(JOB_PAGES.map(({ path }) => path))).toBe(true)
    expect(unique(JOB_PAGES.map(({ title }) => title))).toBe(true)
    expect(unique(JOB_PAGES.map(({ key }) => key))).toBe(true)
    expect(JOB_PAGES.filter(isLinkPage).map(({ path }) => path)).toEqual(LINKS)
    // A turns the unit of energy: no page may take it.
    expect(JOB_PAGES.map(({ key }) => key)).not.toContain('a')
    for (const link of LINKS) expect(linkTitle(link).toLowerCase()).toBe(link)
  })
})

describe('a refusal', () => {
  test('is final where another try would only be refused again', () => {
    const final = Object.keys(REFUSALS).filter((code) => new ApiFailure(code as keyof typeof REFUSALS, 'no').final)
    expect(final.sort()).toEqual([
      'ACCOUNT_TAKEN',
      'BODY_TOO_LARGE',
      'BUILD_SIGNED',
      'CODE_NEEDED',
      'CODE_WRONG',
      'FILES_FULL',
      'FILE_INVALID',
      'JOB_INVALID',
      'JOB_NOT_FOUND',
      'LAST_OWNER',
      'OWNER_FIRST',
      'PASSWORD_WRONG',
      'PERSON_NOT_FOUND',
      'READING_AHEAD',
      'READING_INVALID',
      'RECORDS_FULL',
      'RECORD_DIFFERS',
      'RECORD_INVALID',
      'RECORD_ORDER',
      'REQUEST_INVALID',
      'ROLE_FORBIDDEN',
      'SESSION_NOT_FOUND',
      'SHARES_FULL',
      'SHARE_NOT_FOUND',
      'SIGN_IN_LATER',
      'SIGN_IN_WRONG',
      'SOURCES_FULL',
      'SOURCE_NAMED',
      'SOURCE_NOT_FOUND',
      'STUDIES_FULL',
      'STUDY_NOT_FOUND',
    ])
    expect(new ApiFailure('UNREACHABLE', 'no').final).toBe(false)
  })

  test('of a stale save holds what is there', () => {
    const current = { id: 'x', revision: 7 }
    expect(new ApiFailure('SAVE_STALE', 'no', { current }).newer).toBe(current)
    expect(new ApiFailure('JOB_INVALID', 'no', { current }).newer).toBeNull()
  })
})
