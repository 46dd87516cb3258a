import pg from 'pg'
import { inject } from 'vitest'

/** Asks the studio's database directly, past the app. */
export async function sql(text: string, values: unknown[] = []): Promise<pg.QueryResultRow[]> {
  const client = new pg.Client({ connectionString: inject('databaseUrl'), options: '-c search_path=crest' })
  await client.connect()
  try {
    return (await client.query(text, values)).rows
  }
  finally {
    await client.end()
  }
}
