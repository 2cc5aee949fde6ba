import { useEffect, useState } from "react";
import { Question } from "../ui/Question.tsx";
import { orNoStore, readQueue } from "./store.ts";

/** Whose entries wait on this device, shown while no one is signed in. */
export function WaitingHere() {
  const [counts, setCounts] = useState<ReadonlyMap<string, number>>(new Map());
  useEffect(() => {
    orNoStore(readQueue()).then((queue = []) => {
      const next = new Map<string, number>();
      for (const { personName } of queue) next.set(personName, (next.get(personName) ?? 0) + 1);
      setCounts(next);
    });
  }, []);
  if (counts.size === 0) return null;
  return (
    <Question role="status">
      {[...counts].map(([name, count]) => (
        <p key={name}>
          {count === 1 ? `One entry of ${name} waits` : `${count} entries of ${name} wait`} on this device, until they
          sign in here.
        </p>
      ))}
    </Question>
  );
}
