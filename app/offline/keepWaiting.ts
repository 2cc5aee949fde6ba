import { makeCommand, readOwnList, type SetupForm } from "../../core/commands/index.ts";
import { decide } from "../../core/ledger/index.ts";
import type { TouchAnswer } from "../touch/touchAnswer.ts";
import { bringAlong, type ChosenFile } from "./bringAlong.ts";
import { setupHere } from "./loadSetup.ts";
import { showPhotoHere } from "./photosHere.ts";
import { countWaiting } from "./sendWaiting.ts";
import { addWaiting, isFull, readOwnQueue, type StoreTrouble } from "./store.ts";

const NOT_HERE =
  "The server does not answer, and this setup has not been taken along on this device. What you typed is kept: send it again.";
const FULL =
  "This device's store is full: the entry cannot be kept here. Write it down, make room on the device, then send it again.";
const NO_STORE =
  "The server does not answer, and this browser keeps nothing. What you typed stands here: send it again, nothing is entered twice.";
const FILE_GONE = "This file is gone, or may not be read. Choose it again.";

/**
 * Keeps a form on this device until the server answers again, with the file that it brings along. It is worked out here
 * as the server would: what the server would refuse is refused at once, in its field.
 */
export async function keepWaiting(
  setupId: string,
  typed: Readonly<Record<string, string>>,
  file?: ChosenFile,
  trouble?: StoreTrouble,
): Promise<TouchAnswer> {
  try {
    const here = await setupHere(setupId);
    if (!here) return { outcome: "unreachable", message: NOT_HERE };
    const { pack, state, setup } = here;
    const waits = await readOwnQueue(setupId);
    if (waits.some(({ command }) => command.id === typed.id)) return { outcome: "done" };
    const read = file && (await bringAlong(file, setup.machine));
    if (read && !read.ok) {
      const { message } = read.refusal;
      return { outcome: "refused", message, fields: { [file.kind]: message } };
    }
    const along = read?.value;
    const fields = along ? { ...typed, [along.waiting.kind]: along.waiting.fingerprint } : typed;
    const made = makeCommand(
      state,
      fields as unknown as SetupForm,
      { ...pack.person, readList: readOwnList },
      { ...pack.known, brought: along?.brought },
    );
    if ("outcome" in made) return made;
    const decision = decide(state, made);
    if (!decision.ok) return { outcome: "refused", message: decision.refusal.message, fields: {} };
    // Before the entry: a page that asks anew between both shows the entry, and asks for its photo once.
    if (along?.waiting.kind === "photo") await showPhotoHere(along.waiting);
    await addWaiting(
      {
        setupId,
        personId: pack.person.id,
        personName: pack.person.name,
        command: made,
        // What the server has seen of this setup: what waits here before it is no news to it.
        fields: { ...fields, base: String(Math.min(Number(fields.base), pack.entries.at(-1)?.seq ?? 0)) },
        ...(along && { file: along.waiting.fingerprint }),
        madeAt: new Date().toISOString(),
        ...(trouble && { trouble }),
      },
      along?.waiting,
    );
    await countWaiting();
    return { outcome: "done" };
  } catch (failure) {
    if (isFull(failure)) return { outcome: "unreachable", message: FULL };
    if (failure instanceof DOMException && failure.name === "NotReadableError")
      return { outcome: "unreachable", message: FILE_GONE };
    if (failure instanceof DOMException) return { outcome: "unreachable", message: NO_STORE };
    throw failure;
  }
}
