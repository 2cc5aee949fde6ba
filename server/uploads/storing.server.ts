import { Slots } from "../concurrency/slots.ts";

/** A statement holds a file twice in memory: one is stored at a time. */
const slot = new Slots(1, Number.POSITIVE_INFINITY);

/** Stores a file in its turn. */
export async function storing<Result>(store: () => Promise<Result>): Promise<Result> {
  const done = await slot.run(async () => ({ value: await store() }));
  if (!done) throw new Error("the waiting list for storing files has no limit");
  return done.value;
}
