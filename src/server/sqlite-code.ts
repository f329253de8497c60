/** The code of an error of the database, or nothing; its class may come from another realm than ours. */
export const sqliteCode = (error: unknown): string => String((Object(error) as { code?: unknown }).code ?? '')
