/** Undone in reverse order when the process ends, however it ends. */
const closing: (() => Promise<unknown> | unknown)[] = [];
let stopping: Promise<void> | undefined;

/** Registers what is to be closed at the end. */
export const atEnd = (close: () => Promise<unknown> | unknown): void => void closing.push(close);

/** Closes everything, once; `code` is what the process ends with. */
export function stop(code: number): Promise<void> {
  stopping ??= (async () => {
    process.exitCode = code;
    for (const close of closing.reverse()) await close();
  })();
  return stopping;
}
