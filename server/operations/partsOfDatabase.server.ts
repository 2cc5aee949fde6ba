import { createHash } from "node:crypto";
import type { Readable } from "node:stream";
import type { PoolConnection } from "../database/pool.server.ts";
import { type BackupRow, NOT_KEPT, type Part, type PartSum } from "./backupFormat.ts";

/** Column types whose content is bytes. */
const BYTES = /^(?:tiny|medium|long)?blob$|binary$/;

/** The tables of the connection's database that a backup keeps, each behind those that it refers to. */
export async function partsOf(connection: PoolConnection): Promise<readonly Part[]> {
  const [columns] = (await connection.query(
    `SELECT c.table_name AS part, c.column_name AS name, c.data_type AS type
       FROM information_schema.columns c JOIN information_schema.tables t USING (table_schema, table_name)
      WHERE c.table_schema = DATABASE() AND t.table_type = 'BASE TABLE'
      ORDER BY c.table_name, c.ordinal_position`,
  )) as unknown as [{ part: string; name: string; type: string }[]];
  const [references] = (await connection.query(
    `SELECT table_name AS part, referenced_table_name AS needs FROM information_schema.referential_constraints
      WHERE constraint_schema = DATABASE()`,
  )) as unknown as [{ part: string; needs: string }[]];
  const names = [...new Set(columns.map(({ part }) => part))].filter((name) => !NOT_KEPT.includes(name));
  const ordered: string[] = [];
  const place = (name: string) => {
    if (ordered.includes(name) || !names.includes(name)) return;
    for (const { part, needs } of references) if (part === name && needs !== name) place(needs);
    ordered.push(name);
  };
  for (const name of names) place(name);
  return ordered.map((name) => {
    const own = columns.filter(({ part }) => part === name);
    return {
      name,
      columns: own.map((column) => column.name),
      binary: own.filter(({ type }) => BYTES.test(type)).map((column) => column.name),
    };
  });
}

/** One row as a backup has it, as a line with its end. */
export const lineOf = (row: BackupRow): string => `${JSON.stringify(row)}\n`;

/** A driver's value under a cast that hands on bytes. */
type Cast = (field: { buffer(): Buffer | null }) => Buffer | null;

/** What the driver has below its promises: rows one by one, and the news that its connection is gone. */
interface StreamingDriver {
  query(options: object): { stream(options: object): Readable };
  on(event: "error" | "end", listen: (failure?: Error) => void): StreamingDriver;
  off(event: "error" | "end", listen: (failure?: Error) => void): StreamingDriver;
}

/** The rows of a part as lines; its sum stands in the answer once all of them are taken. */
export function linesOf(connection: PoolConnection, part: Part) {
  const digest = createHash("sha256");
  let rows = 0;
  async function* lines(): AsyncGenerator<string> {
    const isBinary = part.columns.map((column) => part.binary.includes(column));
    const typeCast: Cast = (field) => field.buffer();
    // Quoted names of our own schema; there is no value in this statement.
    const sql = `SELECT ${part.columns.map((column) => `\`${column}\``).join(", ")} FROM \`${part.name}\``;
    const { connection: driver } = connection as unknown as { connection: StreamingDriver };
    let stream: Readable | undefined;
    let failure: Error | undefined;
    // A connection that is lost says so itself: a stream that waits for its rows is not told by the driver.
    const lose = (lost?: Error) => {
      failure ??= lost ?? Object.assign(new Error("The connection was lost."), { code: "PROTOCOL_CONNECTION_LOST" });
      stream?.destroy(failure);
    };
    driver.on("error", lose).on("end", lose);
    try {
      stream = driver.query({ sql, typeCast, rowsAsArray: true }).stream({ highWaterMark: 20 });
      if (failure) stream.destroy(failure);
      for await (const row of stream as AsyncIterable<readonly (Buffer | null)[]>) {
        const line = lineOf(
          row.map((value, index) => (value === null ? null : value.toString(isBinary[index] ? "base64" : "utf8"))),
        );
        digest.update(line);
        rows++;
        yield line;
      }
    } finally {
      driver.off("error", lose).off("end", lose);
    }
  }
  return { lines, sum: (): PartSum => ({ name: part.name, rows, sha256: digest.copy().digest("hex") }) };
}
