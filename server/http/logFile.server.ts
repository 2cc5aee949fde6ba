import { closeSync, constants, fstatSync, mkdirSync, openSync, renameSync, writeSync } from "node:fs";
import path from "node:path";

const DEFAULT_MEGABYTES = 50;

/**
 * The file that the log goes to, or standard error where none is named. Writing never throws: a line that the disk does not
 * take is dropped and counted, and the count is written when there is room again. The file is bounded: at its limit it
 * becomes `FILE.1`, in place of the one before. `reopen` lets another program move the file and go on with a new one.
 */
export class LogFile {
  private handle: number | undefined;
  private size = 0;
  private dropped = 0;

  constructor(
    private readonly file: () => string | undefined,
    private readonly most: () => number,
  ) {}

  write(line: string): void {
    try {
      if (this.handle === undefined) this.open();
      if (this.dropped > 0) {
        const count = this.dropped;
        this.put(
          `${JSON.stringify({ level: 40, time: new Date().toISOString(), dropped: count, msg: "log lines were dropped" })}\n`,
        );
        this.dropped = 0;
      }
      this.put(line);
      if (this.handle !== 2 && this.size > this.most()) this.turn();
    } catch {
      // A full disk, a folder that is gone: the server goes on without this line.
      this.dropped++;
    }
  }

  /** Goes on in the file of this name, which may have been moved away. */
  reopen(): void {
    const { handle } = this;
    this.handle = undefined;
    try {
      if (handle !== undefined && handle !== 2) closeSync(handle);
    } catch {
      // Closed already.
    }
  }

  private open(): void {
    const file = this.file();
    if (file === undefined) {
      this.handle = 2;
      return;
    }
    mkdirSync(path.dirname(file), { recursive: true, mode: 0o700 });
    const { O_WRONLY, O_APPEND, O_CREAT, O_NOFOLLOW } = constants;
    this.handle = openSync(file, O_WRONLY | O_APPEND | O_CREAT | O_NOFOLLOW, 0o600);
    this.size = fstatSync(this.handle).size;
  }

  private put(text: string): void {
    const bytes = Buffer.from(text);
    for (let from = 0; from < bytes.length; ) from += writeSync(this.handle ?? 2, bytes, from);
    this.size += bytes.length;
  }

  private turn(): void {
    const file = this.file();
    this.reopen();
    if (file !== undefined) renameSync(file, `${file}.1`);
  }
}

const KEY = Symbol.for("luvrit.log");
const shared = globalThis as { [KEY]?: LogFile };

/** The one log of this process: launcher and application are bundled apart and write to the same file. */
export const logFile: LogFile =
  shared[KEY] ??
  new LogFile(
    () => process.env.LUVRIT_LOG_FILE,
    () => Number(process.env.LUVRIT_LOG_MEGABYTES ?? DEFAULT_MEGABYTES) * 1e6,
  );
shared[KEY] = logFile;
