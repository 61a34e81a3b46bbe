/** Folder of PostgreSQL's programs; null where they are not installed. */
export function findPrograms(version?: number): string | null
