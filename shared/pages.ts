/** Rows of a list that one answer holds. The next answer begins after the last of them: `?after=` with its id. */
export const PAGE_ROWS = 200

/** All rows of a list, page by page. What moved in the order meanwhile comes once. @param ask one page, of what comes after this id */
export async function allPages<T extends { id: string }>(ask: (after: string | null) => Promise<T[]>): Promise<T[]> {
  const rows = new Map<string, T>()
  let after: string | null = null
  for (;;) {
    const page: T[] = await ask(after)
    const last = page.at(-1)?.id
    const known = rows.size
    for (const row of page) rows.set(row.id, row)
    // Whatever answers, it comes to an end.
    if (page.length < PAGE_ROWS || last === undefined || rows.size === known) return [...rows.values()]
    after = last
  }
}
