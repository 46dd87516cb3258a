import type pg from 'pg'

/** A prepared statement: `name` stands for `text`, always the same. */
export interface Statement {
  name: string
  text: string
  values: readonly (string | number | null)[]
}

/** What node-postgres lets its own query classes do with a connection. */
interface Connection {
  stream: { cork: () => void, uncork: () => void }
  /** Statements by name: those the database has read, and those on the way to it. */
  parsedStatements: Record<string, string>
  submittedNamedStatements: Record<string, string>
  parse: (statement: { name: string, text: string }) => void
  bind: (portal: { statement: string, values: readonly unknown[], valueMapper: (value: unknown) => string | null }) => void
  execute: (portal: { portal: string, rows: number }) => void
  sync: () => void
}

const asText = (value: unknown): string | null => (value === null ? null : String(value))

/**
 * A query of which nothing is wanted but how many rows it touched: none of them is described or read, which takes a tenth to a fifth off
 * the time in which an entry is stored.
 */
class RowCount implements Pick<pg.Submittable, 'submit'> {
  /** The client remembers by these which statements the database has read. */
  readonly name: string
  readonly text: string
  private rows = 0

  constructor(
    private readonly statement: Statement,
    private readonly done: (rows: number) => void,
    private readonly failed: (error: Error) => void,
  ) {
    this.name = statement.name
    this.text = statement.text
  }

  submit(to: pg.Connection): void {
    const connection = to as unknown as Connection
    const { name, text, values } = this.statement
    // In one packet.
    connection.stream.cork()
    if (connection.parsedStatements[name] === undefined && connection.submittedNamedStatements[name] === undefined) {
      connection.parse({ name, text })
      connection.submittedNamedStatements[name] = text
    }
    connection.bind({ statement: name, values, valueMapper: asText })
    connection.execute({ portal: '', rows: 0 })
    connection.sync()
    connection.stream.uncork()
  }

  handleRowDescription(): void {}
  handleDataRow(): void {}
  handleEmptyQuery(): void {}

  /** @param message `INSERT 0 1`, `SELECT 3`: the rows come last */
  handleCommandComplete({ text }: { text: string }): void {
    this.rows = Number(text.slice(text.lastIndexOf(' ') + 1))
  }

  handleReadyForQuery(): void {
    this.done(this.rows)
  }

  handleError(error: Error): void {
    this.failed(error)
  }
}

/** @returns how many rows a statement touched. Throws as the client's own queries do. */
export const rowCount = (client: pg.Client, statement: Statement): Promise<number> =>
  new Promise((resolve, reject) => void client.query(new RowCount(statement, resolve, reject)))
