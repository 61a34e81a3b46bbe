/** Everything that keeps a candidate from fitting, in one line; empty where it fits. */
export const whyNot = (...reasons: readonly (string | false)[]): string =>
  reasons.filter((reason) => reason !== false && reason !== '').join(', ')
