import { createHash } from "node:crypto";
import { createReadStream } from "node:fs";
import { createGunzip } from "node:zlib";
import {
  BACKUP_FORMAT,
  BACKUP_VERSION,
  type BackupHead,
  type BackupRow,
  isHead,
  isManifest,
  LONGEST_LINE,
  type Part,
  type PartSum,
} from "./backupFormat.ts";
import { BackupTrouble } from "./backupTrouble.ts";

/** What a backup holds, piece by piece: its head first, then the rows of its parts, then its manifest. */
type Piece =
  | { readonly kind: "head"; readonly head: BackupHead }
  | { readonly kind: "row"; readonly part: Part; readonly row: BackupRow }
  | { readonly kind: "manifest"; readonly sums: readonly PartSum[] };

/**
 * Reads a backup. Throws `BackupTrouble` at the first thing that is not as it must be: another format, a line that is too
 * long, a part or column that the head does not name, a count or digest that does not agree, an end that is missing.
 */
export async function* readBackup(file: string): AsyncGenerator<Piece> {
  const broken = (what: string, cause?: unknown) => new BackupTrouble(`${file} is broken: ${what}.`, { cause });
  let head: BackupHead | undefined;
  let part: Part | undefined;
  let digest = createHash("sha256");
  let rows = 0;
  let isOver = false;
  const sums: PartSum[] = [];
  const close = () => {
    if (part) sums.push({ name: part.name, rows, sha256: digest.digest("hex") });
    digest = createHash("sha256");
    rows = 0;
  };
  for await (const line of linesIn(file)) {
    if (isOver) throw broken("something stands behind its end");
    let json: unknown;
    try {
      json = JSON.parse(line);
    } catch (cause) {
      if (!head) throw notOurs(file, line);
      throw broken("a line is not JSON", cause);
    }
    if (!head) {
      head = headOf(file, line, json);
      yield { kind: "head", head };
    } else if (Array.isArray(json)) {
      if (!part || !isRow(json, part)) throw broken("a row does not fit its part");
      digest.update(`${line}\n`);
      rows++;
      yield { kind: "row", part, row: json };
    } else if (typeof json === "object" && json !== null && "part" in json) {
      close();
      part = head.parts[sums.length];
      if (!part || part.name !== json.part) throw broken("its parts are not in their order");
    } else {
      const read = isManifest(json);
      if (!read.ok) throw broken("a line is neither a row nor the end");
      close();
      if (sums.length !== head.parts.length) throw broken("a part is missing");
      for (const [index, sum] of sums.entries()) {
        const said = read.value.manifest[index];
        if (said?.name !== sum.name || said.rows !== sum.rows || said.sha256 !== sum.sha256)
          throw broken(`${sum.name} does not agree with the manifest`);
      }
      if (read.value.manifest.length !== sums.length) throw broken("its manifest names more than it holds");
      isOver = true;
      yield { kind: "manifest", sums };
    }
  }
  if (!isOver) throw new BackupTrouble(`${file} was cut off. Take another backup.`);
}

function headOf(file: string, line: string, json: unknown): BackupHead {
  const { format, version } = (json ?? {}) as { format?: unknown; version?: unknown };
  if (format !== BACKUP_FORMAT) throw notOurs(file, line);
  if (version !== BACKUP_VERSION)
    throw new BackupTrouble(
      `${file} is a backup of version ${String(version)}; this Luvrit reads version ${BACKUP_VERSION}.`,
    );
  const read = isHead(json);
  if (!read.ok) throw new BackupTrouble(`${file} is broken: its head is not as it must be (${read.refusal.message})`);
  const names = read.value.parts.map(({ name }) => name);
  if (new Set(names).size !== names.length) throw new BackupTrouble(`${file} is broken: it names a part twice.`);
  return read.value;
}

/** A file that is something else; a dump of statements is named as such, since earlier versions made those. */
const notOurs = (file: string, line: string) =>
  new BackupTrouble(
    /^(?:--|\/\*|INSERT|CREATE|DROP)/.test(line)
      ? `${file} is a dump of statements, as an earlier Luvrit made them, and statements of a file are not carried out. Restore it with that version and take a new backup.`
      : `${file} is no backup of Luvrit.`,
  );

const isRow = (values: readonly unknown[], { columns }: Part): values is BackupRow =>
  values.length === columns.length && values.every((value) => value === null || typeof value === "string");

/** The lines of a packed file, none longer than may be. */
async function* linesIn(file: string): AsyncGenerator<string> {
  const packed = createReadStream(file);
  const text = createGunzip();
  packed.once("error", (failure) => text.destroy(failure));
  let pieces: Buffer[] = [];
  let length = 0;
  try {
    for await (const piece of packed.pipe(text) as AsyncIterable<Buffer>) {
      let from = 0;
      for (let end = piece.indexOf(10); end >= 0; end = piece.indexOf(10, from)) {
        pieces.push(piece.subarray(from, end));
        yield Buffer.concat(pieces).toString("utf8");
        pieces = [];
        length = 0;
        from = end + 1;
      }
      pieces.push(piece.subarray(from));
      length += piece.length - from;
      if (length > LONGEST_LINE) throw new BackupTrouble(`${file} is broken: a line is longer than any can be.`);
    }
  } catch (failure) {
    if (failure instanceof BackupTrouble) throw failure;
    const { code } = failure as { code?: string };
    if (code === "ENOENT") throw new BackupTrouble(`There is no file ${file}.`, { cause: failure });
    if (code === "Z_BUF_ERROR")
      throw new BackupTrouble(`${file} was cut off. Take another backup.`, { cause: failure });
    if (code === "Z_DATA_ERROR")
      throw new BackupTrouble(`${file} is no backup of Luvrit, or is broken.`, { cause: failure });
    throw new BackupTrouble(`${file} cannot be read (${code ?? (failure as Error).message}).`, { cause: failure });
  } finally {
    packed.destroy();
    text.destroy();
  }
  if (length > 0) throw new BackupTrouble(`${file} was cut off. Take another backup.`);
}
