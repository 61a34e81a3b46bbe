export {
  type AuditLine,
  accountSchema,
  LEAST_PASSWORD,
  type Me,
  type Person,
  type PersonSaid,
  passwordSchema,
  personSaidSchema,
  type Session,
} from './person.ts'
export { isAtLeast, ROLE_WORDS, ROLES, type Role } from './roles.ts'
export {
  MOST_SHARED_DAYS,
  SHARED_KINDS,
  type Share,
  type SharedKind,
  type ShareSaid,
  shareSaidSchema,
} from './share.ts'
