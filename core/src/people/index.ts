export {
  type AuditLine,
  accountSchema,
  type Me,
  type Person,
  type PersonSaid,
  passwordSchema,
  personSaidSchema,
  type Session,
} from './person.ts'
export { isAtLeast, LEAST_PASSWORD, ROLE_WORDS, ROLES, type Role } from './roles.ts'
export {
  MOST_SHARED_DAYS,
  SHARED_KINDS,
  type Share,
  type SharedKind,
  type ShareSaid,
  shareSaidSchema,
} from './share.ts'
