import { validator } from "../validation/validate.server.ts";

/**
 * A backup is a packed text of JSON lines: a head, then each part (one table) as its name, its rows and its end, then the
 * manifest with the count and digest of every part. It holds data alone, no statements: tables are made by the migrations
 * that the head names, so nothing in a file can be carried out. docs/formats/backup.md describes it.
 */
export const BACKUP_FORMAT = "luvrit-backup";
export const BACKUP_VERSION = 1;

/** The longest line that is read: the largest program or photo in base64, with room. Bytes. */
export const LONGEST_LINE = 64 * 1024 * 1024;

/** What ends with the processes, or belongs to the database as it runs: it is not kept, and is empty after a restore. */
export const NOT_KEPT: readonly string[] = [
  "schema_migrations",
  "schema_begun",
  "schema_lease",
  "sessions",
  "claims",
  "sign_in_counts",
  "write_probe",
];

/** A table as a backup holds it. */
export interface Part {
  readonly name: string;
  readonly columns: readonly string[];
  /** Those of its columns that hold bytes; they stand as base64, everything else as the text that the engine shows. */
  readonly binary: readonly string[];
}

export interface BackupHead {
  readonly format: typeof BACKUP_FORMAT;
  readonly version: number;
  readonly madeAt: string;
  /** The migrations that had been applied, in order: their file names and SHA-256. */
  readonly schema: readonly { readonly name: string; readonly hash: string }[];
  readonly parts: readonly Part[];
}

/** What a part amounts to: its rows and the SHA-256 of its lines, each with its line end. */
export interface PartSum {
  readonly name: string;
  readonly rows: number;
  readonly sha256: string;
}

export type BackupRow = readonly (string | null)[];

const name = { type: "string", pattern: "^[a-z][a-z0-9_]{0,63}$" } as const;
const sha256 = { type: "string", pattern: "^[0-9a-f]{64}$" } as const;
const strict = <const Properties extends object>(properties: Properties) =>
  ({ type: "object", additionalProperties: false, required: Object.keys(properties), properties }) as const;

export const isHead = validator<BackupHead>(
  strict({
    format: { type: "string", const: BACKUP_FORMAT },
    version: { type: "integer" },
    madeAt: { type: "string", maxLength: 40 },
    schema: {
      type: "array",
      maxItems: 1000,
      items: strict({ name: { type: "string", pattern: "^\\d{4}-[a-z0-9-]{1,80}\\.sql$" }, hash: sha256 }),
    },
    parts: {
      type: "array",
      maxItems: 200,
      items: strict({
        name,
        columns: { type: "array", minItems: 1, maxItems: 100, items: name },
        binary: { type: "array", maxItems: 100, items: name },
      }),
    },
  }),
);
export const isManifest = validator<{ readonly manifest: readonly PartSum[] }>(
  strict({
    manifest: {
      type: "array",
      maxItems: 200,
      items: strict({ name, rows: { type: "integer", minimum: 0 }, sha256 }),
    },
  }),
);
