import { useEffect, useState } from "react";

/** How long nothing must change until a screen reader is told, milliseconds: not in the middle of a number. */
const RESTS_MS = 700;

/**
 * Whether what is announced still changes, for `aria-busy`: a screen reader then reads it once, when it has come to rest, and not after
 * every key.
 */
export function useSettling(words: string): boolean {
  const [rested, setRested] = useState(words);
  useEffect(() => {
    const timer = setTimeout(() => setRested(words), RESTS_MS);
    return () => clearTimeout(timer);
  }, [words]);
  return rested !== words;
}
