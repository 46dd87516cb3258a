import { z } from 'zod'

/** The most that a PostgreSQL `integer` holds. */
const MOST_INT4 = 2_147_483_647

/** A whole number that a column can hold, from 0 on. */
export const countField = z.number().int().min(0).max(MOST_INT4)

/** The version of a row that an edit was begun with: another one in the database means that somebody else saved meanwhile. */
export const versionField = countField
