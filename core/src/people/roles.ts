/** What somebody may do, least first: whoever may more may all that comes before. */
export const ROLES = ['viewer', 'builder', 'designer', 'owner'] as const
export type Role = (typeof ROLES)[number]

/** In one sentence, for whoever gives a role. */
export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  viewer: 'reads everything, changes nothing',
  builder: 'reads everything; records what is built, read and kept up',
  designer: 'makes and changes jobs, catalogue and links',
  owner: 'all of it, and says who may come in',
}

/**
 * Whether a role is at least another.
 * @example isAtLeast('designer', 'builder') // true
 */
export const isAtLeast = (role: Role, least: Role): boolean => ROLES.indexOf(role) >= ROLES.indexOf(least)

/** Characters of a password. Length is what makes one hard to guess (NIST SP 800-63B, 3.1.1.2: at least 8, 15 where it stands alone). */
export const LEAST_PASSWORD = 12
export const MOST_PASSWORD = 200
